"""The inspector's controls. Most of them stay as they are from one change to the next, so each is drawn once."""

import json
from collections.abc import Hashable, Mapping
from typing import Any
from urllib.parse import urlencode

from django import template
from django.template.loader import render_to_string
from django.utils.html import format_html
from django.utils.safestring import SafeString

from fairbench.core.dose.edit import DoseField
from fairbench.core.exercises.exercise import Exercise, Version
from fairbench.core.kept import kept, shared
from fairbench.core.plan.brackets import BracketKind
from fairbench.core.plan.lines import LineKind
from fairbench.web.plans.bench.advice import Advice
from fairbench.web.plans.bench.inspector import Choice
from fairbench.web.plans.bench.order import ShownAs
from fairbench.web.plans.models import Plan
from fairbench.web.plans.packing import Packing

register = template.Library()
_KEPT = 2048


@register.simple_tag
def bench_link(address: str, item: str = "", person: str = "") -> SafeString:
    """The attributes of a link that opens an item, somebody's session, or both: the reason of a verdict. With
    neither it leads back to the plan's details."""
    asked = {name: value for name, value in (("chosen", item), ("person", person)) if value}
    href = f"{address}?{urlencode(asked)}" if asked else address
    return format_html(
        'href="{}" hx-get="{}" hx-vals="{}"', href, address, json.dumps({"chosen": item, "person": person})
    )


@register.filter
def tick_fields(packing: Packing, which: str) -> str:
    """What a tick sends."""
    return json.dumps({"day": packing.day.isoformat(), "prop": packing.prop.id, "size": packing.size, "which": which})


@register.simple_tag
def drawn_once(part: str, **shown: Hashable) -> SafeString:
    """A part of the page that follows from ``shown`` alone: it is drawn once for as long as these are the same."""
    return _drawn(part, tuple(shown.items()))


@kept(_KEPT)
def _drawn(part: str, shown: tuple[tuple[str, Hashable], ...]) -> SafeString:
    return SafeString(render_to_string(part, dict(shown)))


@register.simple_tag
def stepper(field: DoseField, do: str, wrong: Mapping[str, Any]) -> SafeString:
    """A field of a dose to be set. ``do`` is the address of changes; ``wrong`` says what was refused."""
    if wrong.get("path") == field.path:
        return SafeString(render_to_string("plans/_dose_field.html", {"field": field, "do": do, "wrong": wrong}))
    return drawn_once("plans/_dose_field.html", field=field, do=do)


@register.simple_tag
def chooser(name: str, words: str, verb: str, choices: tuple[Choice, ...], do: str) -> SafeString:
    """A choice to be made: ``name`` is its id, ``verb`` the change that it makes."""
    return drawn_once("plans/_choice.html", id=name, words=words, verb=verb, choices=choices, do=do)


@register.simple_tag
def rungs(exercise: Exercise, version: Version, do: str) -> SafeString:
    """The versions of an exercise to choose from, each with its figure."""
    return _rungs(exercise, version, do)


@kept(_KEPT)
def _rungs(exercise: Exercise, version: Version, do: str) -> SafeString:
    shown = {"exercise": exercise, "version": version, "rungs": exercise.versions, "do": do}
    return SafeString(render_to_string("plans/_rungs.html", shown))


@register.simple_tag
def bracket_adder(do: str) -> SafeString:
    """The kinds of bracket that can begin at an item."""
    return drawn_once("plans/_bracket_adder.html", kinds=tuple(BracketKind), do=do)


@register.simple_tag
def line_adder(before: str, do: str) -> SafeString:
    """The kinds of line that can be added before an item, or at the end."""
    return drawn_once("plans/_line_adder.html", kinds=tuple(LineKind), before=before, do=do)


@register.simple_tag
def ways_to_show(shown_as: ShownAs) -> SafeString:
    """The ways in which a plan can be shown, one of them pressed."""
    return drawn_once("plans/_ways.html", ways=tuple(ShownAs), shown_as=shown_as)


_findings = shared(_KEPT)


@register.simple_tag
def finding(advice: Advice, plan: Plan, address: str, do: str, may_plan: bool) -> SafeString:
    """A finding with what can be done about it. Most stay from one change to the next, so each is drawn once."""
    key = (advice.stays, advice.can_fix, plan.id, plan.group_id is not None, may_plan)
    shown = {"advice": advice, "plan": plan, "address": address, "do": do, "may_plan": may_plan}
    drawn: SafeString = _findings.once(key, lambda: SafeString(render_to_string("plans/_finding.html", shown)))
    return drawn
