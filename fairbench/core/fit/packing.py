"""The pack list: which things a class needs by what each person really does, how many, and what can stand in."""

from collections.abc import Iterable
from dataclasses import dataclass

from ..counted import how_many
from ..exercises.exercise import Prop, Version
from ..exercises.limbs import Limbs
from ..exercises.shelf import Shelf
from .verdict import Fit

INSTRUCTOR = ""
"""Whose thing it is where it is the instructor's."""
_ONE_A_HAND = frozenset({"hand-weight", "bottle"})
"""Held in both hands, these are two."""


@dataclass(frozen=True, slots=True)
class Packed:
    """A thing, how many to have there, how many of them as pairs, and the exercises that use it."""

    prop: Prop
    count: int
    pairs: int
    used_in: tuple[str, ...]

    @property
    def words(self) -> str:
        """``9``, ``9 pairs``, or ``8 pairs and 1``."""
        single = self.count - 2 * self.pairs
        pairs = f"{how_many(self.pairs, 'pair')}"
        if not self.pairs:
            return str(self.count)
        return f"{pairs} and {single}" if single else pairs


def who_goes_without(people: Iterable[str]) -> list[str]:
    """In which order people go without a thing: the instructor, who can show a movement without, then from the end of
    the list."""
    order = list(dict.fromkeys(people))
    return [INSTRUCTOR] * (INSTRUCTOR in order) + [person for person in reversed(order) if person != INSTRUCTOR]


def pieces(version: Version, prop: str) -> int:
    """How many of a thing somebody has who does a version."""
    where = {item.where for item in version.movement.held if item.prop == prop}
    both_hands = prop in _ONE_A_HAND and "hands" in where
    under_both = "under-hand" in where and version.limbs is Limbs.TOGETHER
    return 2 if both_hands or under_both else 1


def pack(found: Fit, shelf: Shelf) -> tuple[Packed, ...]:
    """What everybody has in hand at once at the most, and the instructor with them, who shows what is planned. Who is
    to be talked with first may join in, so theirs is there. Of what serves the whole room, one."""
    uses: dict[str, dict[str, None]] = {}
    most: dict[str, tuple[int, int]] = {}
    for time in found.timeline.items:
        needed: dict[str, dict[str, int]] = {}
        doing = [(INSTRUCTOR, time.exercise.name, time.version)]
        doing += [
            (verdict.person.id, verdict.exercise.name, verdict.at_hand) for verdict in found.of_item(time.item.id)
        ]
        for person, name, version in doing:
            for prop in version.props:
                needed.setdefault(prop, {})[person] = pieces(version, prop)
                uses.setdefault(prop, {})[name] = None
        for prop, number in time.item.stand_ins:
            for person in who_goes_without(needed.get(prop, {}))[:number]:
                del needed[prop][person]
        for prop, each in needed.items():
            pairs = sum(number == 2 for number in each.values())
            most[prop] = max(most.get(prop, (0, 0)), (sum(each.values()), pairs))
    packed = []
    for prop, names in uses.items():
        count, pairs = (1, 0) if shelf.props[prop].shared else most[prop]
        packed.append(Packed(shelf.props[prop], count, pairs, tuple(names)))
    return tuple(packed)
