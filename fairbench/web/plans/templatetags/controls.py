"""The inspector's controls. Most of them stay as they are from one change to the next, so each is drawn once."""

from collections.abc import Mapping
from functools import lru_cache
from typing import Any

from django import template
from django.template.loader import render_to_string
from django.utils.safestring import SafeString

from fairbench.core.dose.edit import DoseField
from fairbench.web.plans.bench.inspector import Choice

register = template.Library()
_KEPT = 2048


@register.simple_tag
def stepper(figure: DoseField, do: str, wrong: Mapping[str, Any]) -> SafeString:
    """A figure to be set. ``do`` is the address of changes; ``wrong`` says what was refused, if it was this one."""
    if wrong.get("path") == figure.path:
        return SafeString(render_to_string("plans/_figure.html", {"figure": figure, "do": do, "wrong": wrong}))
    return _stepper(figure, do)


@register.simple_tag
def chooser(name: str, words: str, verb: str, choices: tuple[Choice, ...], do: str) -> SafeString:
    """A choice to be made: ``name`` is its id, ``verb`` the change that it makes."""
    return _chooser(name, words, verb, choices, do)


@lru_cache(maxsize=_KEPT)
def _stepper(figure: DoseField, do: str) -> SafeString:
    return SafeString(render_to_string("plans/_figure.html", {"figure": figure, "do": do}))


@lru_cache(maxsize=_KEPT)
def _chooser(name: str, words: str, verb: str, choices: tuple[Choice, ...], do: str) -> SafeString:
    shown = {"id": name, "words": words, "verb": verb, "choices": choices, "do": do}
    return SafeString(render_to_string("plans/_choice.html", shown))
