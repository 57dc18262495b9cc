"""How the limbs of a version work: which side does what, and so which ways of sharing a dose it allows."""

from enum import StrEnum

from ..sides import Sides


class Limbs(StrEnum):
    """How left and right take part. Only what is worked one side at a time can differ from side to side."""

    TOGETHER = "together"
    ONE_AT_A_TIME = "one_at_a_time"
    IN_TURN = "in_turn"
    WITHOUT_SIDES = "without_sides"

    @property
    def words(self) -> str:
        """As it is said: "both work together"."""
        return _WORDS[self]

    @property
    def tells_sides(self) -> bool:
        """Whether a side of its own works at any moment."""
        return self in (Limbs.ONE_AT_A_TIME, Limbs.IN_TURN)


_WORDS = {
    Limbs.TOGETHER: "both sides work together",
    Limbs.ONE_AT_A_TIME: "one side works at a time",
    Limbs.IN_TURN: "the sides take turns within the movement",
    Limbs.WITHOUT_SIDES: "it has no sides",
}
_BOTH = frozenset({Sides.TOGETHER, Sides.EACH_DIRECTION})
_SIDED = frozenset(sides for sides in Sides if sides.tell_sides)


def limbs_of(usual: Sides) -> Limbs:
    """How the limbs work where nothing is said, from how the usual dose is shared."""
    if usual is Sides.ALTERNATING:
        return Limbs.IN_TURN
    return Limbs.ONE_AT_A_TIME if usual in _SIDED else Limbs.TOGETHER


def allowed_sides(limbs: Limbs, usual: Sides) -> frozenset[Sides]:
    """The ways in which a dose may be shared. What takes turns in one go, as on pedals, is counted as one movement, and
    what has no sides can still go one way and the other; both keep to the kind of their usual dose."""
    if limbs is Limbs.TOGETHER:
        return _BOTH
    if limbs is Limbs.ONE_AT_A_TIME:
        return _SIDED
    return _SIDED if usual in _SIDED else _BOTH
