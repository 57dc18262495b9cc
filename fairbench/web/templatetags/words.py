"""Filters that put core values into words; no rule lives here."""

from django import template

from fairbench.core.clock import minutes_and_seconds, spoken_seconds
from fairbench.core.cues import say

register = template.Library()
register.filter("clock", minutes_and_seconds)
register.filter("seconds", spoken_seconds)


@register.filter
def number(value: float) -> str:
    """A figure without idle decimals: ``1.5``, ``2``."""
    return f"{float(value):g}"


@register.filter
def either_side(cue: str) -> str:
    """A cue before a side is chosen: "your working arm"."""
    return say(cue, None)
