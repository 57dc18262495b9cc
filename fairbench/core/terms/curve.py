"""How hard the weeks of a term are: rising from the first, with an easier one every fourth."""

from collections.abc import Sequence
from dataclasses import replace

from .term import Slot, Term

EASIER_EVERY = 4
"""Weeks; the fourth is easier. Our own assumption, as many coaches have it."""
FIRST, FULL, EASIER = 0.8, 1.0, 0.7
"""Parts of the usual effort: in the first week, at the top of the rise, and in an easier week. Our own assumption."""


def with_curve(term: Term) -> Term:
    """The term with its easier weeks: every fourth, but not the last, in which there are tests."""
    last = max((term.week(slot) for slot in term.held), default=0)
    return term.with_slots(
        replace(slot, easier=term.week(slot) % EASIER_EVERY == 0 and term.week(slot) != last) for slot in term.slots
    )


def effort(term: Term) -> tuple[tuple[Slot, float], ...]:
    """Each class that takes place with its part of the usual effort: a rise over the classes that are not easier."""
    held = term.held
    loading = [slot for slot in held if not slot.easier]
    return tuple((slot, EASIER if slot.easier else _risen(slot, loading)) for slot in held)


def _risen(slot: Slot, loading: Sequence[Slot]) -> float:
    place = loading.index(slot)
    return round(FIRST + (FULL - FIRST) * (place / (len(loading) - 1) if len(loading) > 1 else 1.0), 3)
