"""The pack list: which things a class needs by what each person really does, how many, and what can stand in."""

from dataclasses import dataclass

from ..exercises.exercise import Prop, Version
from ..exercises.limbs import Limbs
from ..exercises.shelf import Shelf
from .verdict import Fit

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
        pairs = f"{self.pairs} pair{'' if self.pairs == 1 else 's'}"
        if not self.pairs:
            return str(self.count)
        return f"{pairs} and {single}" if single else pairs


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
        needed: dict[str, list[int]] = {}
        doing = [(time.exercise.name, time.version)]
        doing += [(verdict.exercise.name, verdict.at_hand) for verdict in found.of_item(time.item.id)]
        for name, version in doing:
            for prop in version.props:
                needed.setdefault(prop, []).append(pieces(version, prop))
                uses.setdefault(prop, {})[name] = None
        for prop, each in needed.items():
            most[prop] = max(most.get(prop, (0, 0)), (sum(each), sum(number == 2 for number in each)))
    packed = []
    for prop, names in uses.items():
        count, pairs = (1, 0) if shelf.props[prop].shared else most[prop]
        packed.append(Packed(shelf.props[prop], count, pairs, tuple(names)))
    return tuple(packed)
