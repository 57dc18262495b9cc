"""Somebody's weaker and affected side, and their own way of sharing work between the sides: in general, or in one
exercise."""

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum

from ..sides import First, Side
from .conditions import Declared


@dataclass(frozen=True, slots=True)
class OwnSide:
    """One side of somebody's own: which it is (weaker or affected), and in which exercise; empty for any."""

    kind: First
    side: Side
    exercise: str = ""


class Sharing(StrEnum):
    """How somebody shares work between the sides otherwise than the plan says: both the same, one of them first, one of
    them alone, or one of them a set more."""

    SAME = "same"
    FIRST = "first"
    ONLY = "only"
    MORE = "more"


@dataclass(frozen=True, slots=True)
class OwnSharing:
    """Somebody's own way of sharing. ``side`` is left, right, or whichever is weaker or affected; of no matter where
    both do the same. ``exercise`` is empty for any."""

    how: Sharing
    side: First = First.WEAKER
    exercise: str = ""

    @property
    def words(self) -> str:
        """``weaker side first``, ``left only``, ``a set more on the affected side``."""
        side = f"{self.side.value} side" if self.side.is_personal else self.side.value
        return _SHARING_WORDS[self.how].format(side=side)


_SHARING_WORDS = {
    Sharing.SAME: "both sides the same",
    Sharing.FIRST: "{side} first",
    Sharing.ONLY: "{side} only",
    Sharing.MORE: "a set more on the {side}",
}


def sharing_of(exercise: str, noted: Iterable[OwnSharing]) -> OwnSharing | None:
    """Somebody's own way in an exercise: as noted for it, else as noted in general; None where they do as planned."""
    own = {one.exercise: one for one in noted}
    return own.get(exercise) or own.get("")


def side_of(kind: First, exercise: str, noted: Iterable[OwnSide], conditions: Iterable[Declared] = ()) -> Side | None:
    """Somebody's weaker or affected side in an exercise: as noted for it, else as noted in general; the affected one
    else from their conditions, where all that have a side have the same. None where it is not known."""
    own = {one.exercise: one.side for one in noted if one.kind is kind}
    if exercise in own or "" in own:
        return own.get(exercise) or own[""]
    sides = {declared.side for declared in conditions if declared.side is not None}
    return sides.pop() if kind is First.AFFECTED and len(sides) == 1 else None
