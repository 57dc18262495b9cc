"""Filters and tags that put core values into words; no rule lives here."""

import json
from collections.abc import Iterable, Mapping
from typing import Any

from django import template
from django.utils.safestring import SafeString, mark_safe

from fairbench.core.checks import Finding, SuggestedFix
from fairbench.core.clock import minutes_and_seconds, spoken_seconds
from fairbench.core.exercises.cues import say
from fairbench.core.fit.verdict import VerdictKind
from fairbench.core.plan.compare import Pairing
from fairbench.core.plan.timeline import ItemTime
from fairbench.core.things.tried_fixes import TriedFix
from fairbench.figures.verdict_shapes import verdict_sign

register = template.Library()
register.filter("clock", minutes_and_seconds)
register.filter("seconds", spoken_seconds)


@register.filter
def clock_or_dash(seconds: float | None) -> str:
    """Minutes and seconds, or a dash where there are none."""
    return "–" if seconds is None else minutes_and_seconds(seconds)


@register.filter
def number(value: float) -> str:
    """A figure without idle decimals: ``1.5``, ``2``."""
    return f"{float(value):g}"


@register.filter
def cues(lines: Iterable[str]) -> str:
    """Several cues in a row, before a side is chosen."""
    return " ".join(say(cue, None) for cue in lines)


@register.filter
def either_side(cue: str) -> str:
    """A cue before a side is chosen: "your working arm"."""
    return say(cue, None)


@register.simple_tag
def verdict(kind: str, overridden: bool = False) -> SafeString:
    """The small sign of a verdict, beside its words."""
    return mark_safe(verdict_sign(VerdictKind(kind), overridden))  # made of our own figures only


@register.filter
def percent(part: float) -> str:
    """0.82 as ``82 %``."""
    return f"{part:.0%}"


@register.filter
def fix_fields(fix: SuggestedFix) -> str:
    """What a suggested fix sends, for the button that sends it."""
    return json.dumps(dict(fix.fields))


@register.filter
def tried_fix_fields(fix: TriedFix) -> str:
    """What a fix that was tried sends, for the button that sends it."""
    return json.dumps({**dict(fix.fields), "words": fix.words})


@register.filter
def short_fields(finding: Finding) -> str:
    """What there is too little of, for the question what would settle it."""
    prop, size = finding.short_of or ("", "")
    return json.dumps({"item": finding.item, "prop": prop, "size": size})


@register.filter
def put_aside_fields(finding: Finding) -> str:
    """What putting a finding aside sends."""
    return json.dumps({"value": finding.key, "rule": finding.rule})


@register.filter
def finding_fields(finding: Finding) -> str:
    """Which finding it is, for the question what would settle it."""
    return json.dumps({"rule": finding.rule, "key": finding.key})


@register.filter
def lookup(values: Mapping[Any, Any], name: Any) -> Any:
    """What stands under a name or an id, or nothing."""
    return values.get(name, "")


@register.filter
def sides_of(pairing: Pairing) -> tuple[ItemTime | None, ItemTime | None]:
    """The two sides of a comparison."""
    return pairing.before, pairing.after


@register.filter
def same(one: object, other: object) -> str:
    """``true`` or ``false``: whether two values are equal, as an attribute says it."""
    return "true" if one == other else "false"
