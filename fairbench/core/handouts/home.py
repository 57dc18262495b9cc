"""Somebody's home as far as exercise there needs it, and the rules of what a home has. What is not known is taken as
not there."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import StrEnum

from ..errors import InputError


class Source(StrEnum):
    """Where a prop comes from at home: every home has it; something stands in for it; only where it is noted that they
    have it; something steady to hold, only where that is noted; or nowhere."""

    FOUND = "found"
    INSTEAD = "instead"
    OWN = "own"
    HOLD = "hold"
    NEVER = "never"


HOLDS = ("the worktop", "the window sill", "a rail", "a heavy table")
"""What one can lean on at home without it moving. Chosen, never typed: "nothing" is nothing to hold."""


@dataclass(frozen=True, slots=True)
class Home:
    """What is known of a home. ``hold`` is one of :data:`HOLDS`, empty where
    none is noted; ``up_alone`` that they get down to the floor and up again alone; ``things`` what they have, by
    prop, in their own words, or "" for the prop itself."""

    hold: str = ""
    up_alone: bool = False
    things: Mapping[str, str] = field(default_factory=dict)

    def __post_init__(self) -> None:
        if self.hold and self.hold not in HOLDS:
            raise InputError(f"is {', '.join(HOLDS[:-1])} or {HOLDS[-1]}, or empty, not '{self.hold[:40]}'", "hold")


@dataclass(frozen=True, slots=True)
class Wording:
    """Words with others to be said in their place."""

    old: str
    new: str


@dataclass(frozen=True, slots=True)
class HomeThing:
    """Where a prop comes from at home, what it is called there, and what to look at first; ``calls`` are the words of a
    class for the prop, and those for what stands in for it."""

    prop: str
    source: Source
    say: str = ""
    note: str = ""
    calls: tuple[Wording, ...] = ()


@dataclass(frozen=True, slots=True)
class KitchenWeight:
    """Something in a kitchen that weighs so many kilograms."""

    kg: float
    say: str


@dataclass(frozen=True, slots=True)
class Moment:
    """A moment of every day that an exercise hangs on. ``where`` are the places at which one is then; ``tell`` is how
    it is said aloud."""

    id: str
    say: str
    tell: str
    where: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class HomeRules:
    """All that stands in the catalogue about exercise at home. ``unsteady`` are the conditions with which nobody stands
    without a hand on something, ``not_to_the_floor`` those with which nobody goes down; ``one_handed`` those, with how
    much of them ("" for any), with which nobody holds something in both hands; ``stop`` are the stop signs of every
    sheet, ``stop_do`` what to do then."""

    things: Mapping[str, HomeThing]
    weights: tuple[KitchenWeight, ...]
    moments: tuple[Moment, ...]
    unsteady: frozenset[str]
    not_to_the_floor: frozenset[str]
    one_handed: frozenset[tuple[str, str]]
    stop: tuple[str, ...]
    stop_do: str
    feel: str
    not_today: str
    before: str
    alone: tuple[Wording, ...]
    plain: tuple[Wording, ...]

    def moment(self, moment_id: str) -> Moment | None:
        """The moment of an id; None where there is none."""
        return next((one for one in self.moments if one.id == moment_id), None)
