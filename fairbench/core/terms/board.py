"""A term as a board: what each exercise is in each class, for whoever looks along a week or along an exercise."""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum

from ..exercises.aim import BlockKind
from ..exercises.shelf import Shelf
from .spread import due_in
from .term import Mark, Slot, Term

WELL_KNOWN = 4
"""So many times before, and a group knows an exercise well. Our own assumption."""


class CellKind(StrEnum):
    """What an exercise is in a class: new, known or well known; left out for good; due again and not there; or
    nothing."""

    NEW = "new"
    KNOWN = "known"
    WELL_KNOWN = "well_known"
    DROPPED = "dropped"
    DUE = "due"
    NOTHING = "nothing"

    @property
    def words(self) -> str:
        """As it is read out."""
        return "" if self is CellKind.NOTHING else _WORDS[self]


_WORDS = {
    CellKind.NEW: "new",
    CellKind.KNOWN: "known",
    CellKind.WELL_KNOWN: "well known",
    CellKind.DROPPED: "dropped",
    CellKind.DUE: "due again",
}


@dataclass(frozen=True, slots=True)
class Cell:
    """One exercise in one class."""

    slot: Slot
    kind: CellKind


@dataclass(frozen=True, slots=True)
class Row:
    """One exercise over the whole term. ``too_long`` says that it is left out too long by the end."""

    exercise: str
    name: str
    block: BlockKind
    cells: tuple[Cell, ...]
    too_long: bool


def board(term: Term, taught: Mapping[str, int], shelf: Shelf, too_long: tuple[str, ...] = ()) -> tuple[Row, ...]:
    """A row for each exercise that is named anywhere, by its part of a class and then by when it first comes.
    ``taught`` says in how many classes each was taught to the group before the term."""
    found = []
    due = {slot.id: frozenset(due_in(term, slot)) for slot in term.slots if slot.held}
    order = list(BlockKind)
    for name in term.exercises():
        exercise = shelf.exercises.get(name)
        if exercise is None:
            continue
        times = taught.get(name, 0)
        cells = []
        for slot in term.slots:
            cells.append(Cell(slot, _kind(slot, name, times, due)))
            times += slot.held and name in slot.named
        found.append(Row(name, exercise.name, exercise.block, tuple(cells), name in too_long))
    return tuple(sorted(found, key=lambda row: order.index(row.block)))


def _kind(slot: Slot, name: str, times: int, due: Mapping[str, frozenset[str]]) -> CellKind:
    mark = slot.mark(name)
    if not slot.held or mark is None:
        return CellKind.DUE if slot.held and name in due.get(slot.id, ()) else CellKind.NOTHING
    if mark is Mark.NEW:
        return CellKind.NEW
    if mark is Mark.DROPPED:
        return CellKind.DROPPED
    return CellKind.WELL_KNOWN if times >= WELL_KNOWN else CellKind.KNOWN
