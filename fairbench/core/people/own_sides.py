"""Somebody's weaker and affected side: in general, or in one exercise."""

from collections.abc import Iterable
from dataclasses import dataclass

from ..sides import First, Side
from .conditions import Declared


@dataclass(frozen=True, slots=True)
class OwnSide:
    """One side of somebody's own: which it is (weaker or affected), and in which exercise; empty for any."""

    kind: First
    side: Side
    exercise: str = ""


def side_of(kind: First, exercise: str, noted: Iterable[OwnSide], conditions: Iterable[Declared] = ()) -> Side | None:
    """Somebody's weaker or affected side in an exercise: as noted for it, else as noted in general; the affected one
    else from their conditions, where all that have a side have the same. None where it is not known."""
    own = {one.exercise: one.side for one in noted if one.kind is kind}
    if exercise in own or "" in own:
        return own.get(exercise) or own[""]
    sides = {declared.side for declared in conditions if declared.side is not None}
    return sides.pop() if kind is First.AFFECTED and len(sides) == 1 else None
