"""Going back in the workshop: the page carries the drafts that its figure had before."""

import json

from fairbench.core.errors import InputError

from .draft import Draft, unpacked

STEPS = 20
"""How many changes can be taken back."""


def earlier(text: str) -> list[str]:
    """The drafts of before, packed, the last one last. Raises :class:`InputError` for what is no list of them."""
    try:
        found = json.loads(text or "[]")
    except (ValueError, RecursionError):
        found = None
    if not isinstance(found, list) or not all(isinstance(one, str) for one in found):
        raise InputError("the page sent something that is no list of changes; reload it", "before")
    return found[-STEPS:]


def with_step(before: list[str], draft: Draft, changed: Draft) -> list[str]:
    """The drafts of before, after a change; one of what is shown only is no step."""
    return before if changed.movement == draft.movement else [*before, draft.packed()][-STEPS:]


def step_back(before: list[str]) -> tuple[Draft, list[str]]:
    """The draft as it was before the last change, and what was before that. Raises :class:`InputError` where nothing
    was."""
    if not before:
        raise InputError("there is nothing to take back", "undo")
    return unpacked(before[-1]), before[:-1]
