"""Filters and tags that put core values into words and pictures; no rule lives here."""

from typing import Any

from django import template
from django.utils.safestring import SafeString

from fairbench.core.clock import minutes_and_seconds, spoken_seconds
from fairbench.core.cues import say
from fairbench.core.exercises import Exercise, Version
from fairbench.web.exercises.figures import image

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


@register.simple_tag
def figure(exercise: Exercise, version: Version, size: str = "card", **more: Any) -> SafeString:
    """The figure of a version: ``{% figure exercise version "small" ink="print" pose="start" %}``."""
    return image(exercise, version, size, **more)
