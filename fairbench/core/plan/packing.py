"""The pack list: which props a plan needs, how many, and what can stand in for each."""

from dataclasses import dataclass

from ..exercises.exercise import Prop
from ..exercises.shelf import Shelf
from .timeline import Timeline


@dataclass(frozen=True, slots=True)
class Packed:
    """A prop, how many to have there, and the exercises that use it."""

    prop: Prop
    count: int
    used_in: tuple[str, ...]


def pack(timeline: Timeline, people: int, shelf: Shelf) -> tuple[Packed, ...]:
    """One of each prop for everybody and one for the instructor; of a shared prop, one in all."""
    uses: dict[str, list[str]] = {}
    for item in timeline.items:
        for prop in item.version.props:
            names = uses.setdefault(prop, [])
            if item.exercise.name not in names:
                names.append(item.exercise.name)
    return tuple(
        Packed(shelf.props[prop], 1 if shelf.props[prop].shared else people + 1, tuple(names))
        for prop, names in uses.items()
    )
