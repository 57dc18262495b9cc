"""How many minutes of a class somebody has for their hands, for kneeling, standing and arms overhead."""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum

from ..errors import PlanError

LONGEST = 60.0


class Budget(StrEnum):
    """What minutes are kept for. Hands and kneeling count over the whole class, standing and overhead at a stretch."""

    HANDS = "hands"
    KNEELING = "kneeling"
    STANDING = "standing"
    OVERHEAD = "overhead"

    @property
    def words(self) -> str:
        """As it is shown."""
        return _WORDS[self]

    @property
    def at_a_stretch(self) -> bool:
        """Whether what counts is the longest stretch, not the sum of a class."""
        return self in (Budget.STANDING, Budget.OVERHEAD)


_WORDS = {
    Budget.HANDS: "weight on a hand",
    Budget.KNEELING: "kneeling",
    Budget.STANDING: "standing at a stretch",
    Budget.OVERHEAD: "an arm overhead at a stretch",
}
USUAL_MINUTES: Mapping[Budget, float] = {
    Budget.HANDS: 3.0,
    Budget.KNEELING: 4.0,
    Budget.STANDING: 10.0,
    Budget.OVERHEAD: 2.0,
}
"""Minutes that anybody has where nothing else is said."""
HALVED_BY: Mapping[Budget, frozenset[str]] = {
    Budget.HANDS: frozenset(
        {"hand-arthritis", "thumb-arthritis", "wrist-pain", "carpal-tunnel", "wrist-fracture", "hand-pain-today"}
    ),
    Budget.KNEELING: frozenset({"knee-arthritis", "knee-replacement", "knee-pain-today", "kneeling-hurts"}),
    Budget.STANDING: frozenset({"short-standing", "walking-aid", "knee-arthritis", "hip-arthritis", "heart-failure"}),
    Budget.OVERHEAD: frozenset(
        {"shoulder-pain", "frozen-shoulder", "cuff-repair", "shoulder-replacement", "stiff-shoulder"}
    ),
}
"""Conditions with which somebody has half of it, until their own figure is known. Our own assumption."""


@dataclass(frozen=True, slots=True)
class OwnBudget:
    """Minutes that somebody has for one thing, as they or their instructor found. 0 is none of it."""

    budget: Budget
    minutes: float

    def __post_init__(self) -> None:
        if not 0 <= self.minutes <= LONGEST:
            raise PlanError(f"0 to {LONGEST:g} minutes, not {self.minutes:g}", self.budget.value)


@dataclass(frozen=True, slots=True)
class Minutes:
    """Minutes that count, and why: ``own`` where it is somebody's own figure, else the usual or half of it."""

    minutes: float
    own: bool
    halved: bool

    @property
    def because(self) -> str:
        """Where the figure comes from."""
        if self.own:
            return "their own figure"
        return "half of the usual" if self.halved else "the usual"


def minutes_of(budget: Budget, own: tuple[OwnBudget, ...], conditions: frozenset[str]) -> Minutes:
    """The minutes that somebody has, by their own figures and the ids of what they declared."""
    for one in own:
        if one.budget is budget:
            return Minutes(one.minutes, own=True, halved=False)
    halved = bool(HALVED_BY[budget] & conditions)
    return Minutes(USUAL_MINUTES[budget] / (2 if halved else 1), own=False, halved=halved)
