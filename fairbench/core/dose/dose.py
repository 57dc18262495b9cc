"""Dose: how much of a movement, and the exact time and count that it comes to.

A dose is a piece of *work* (repetitions, a hold, breaths …) that is gone through once per *pass*
(a side, a direction, or both), with a switch between passes, in one or more sets with rests
between. Every kind of work says what it is as *runs*; time and count are sums over the runs, so
what is counted aloud and what is added up cannot drift apart.
"""

from dataclasses import dataclass
from enum import StrEnum
from functools import lru_cache

from ..errors import DoseError
from ..limits import check_seconds, check_whole
from ..sides import Sides
from .effort import Effort
from .load import Load
from .work import ONE_SIDED, Breaths, Calls, Run, Timed, Work, parts_of

_KEPT = 4096


class Share(StrEnum):
    """What breaths and seconds by the clock are where sides alternate: for each side, or in all. Repetitions, holds
    and pulses are for each side anyway."""

    EACH = "each"
    IN_ALL = "in_all"


class Ending(StrEnum):
    """What ends a set. Everything but COUNT takes the figures as a cap."""

    COUNT = "count"
    STEADY = "steady"
    CONTACT = "contact"
    TIRED = "tired"


@dataclass(frozen=True, slots=True)
class Dose:
    """Work, shared between sides, in sets.

    ``rest`` is between sets, ``switch`` between passes, both in seconds. ``share`` says what breaths and the clock are
    where sides alternate. ``load`` and ``effort`` are what is worked against and how hard, where that is said; the fit
    counts both (:func:`..fit.cautions.demand_set`). ``assumed`` names the
    figures that nobody set; it says nothing about the time, so two doses that differ only there
    take equally long.
    """

    work: Work
    sides: Sides = Sides.TOGETHER
    sets: int = 1
    rest: float = 30.0
    switch: float = 5.0
    ending: Ending = Ending.COUNT
    share: Share = Share.IN_ALL
    assumed: frozenset[str] = frozenset()
    load: Load | None = None
    effort: Effort | None = None

    def __post_init__(self) -> None:
        check_whole("sets", self.sets)
        check_seconds("rest", self.rest, "rest")
        check_seconds("switch", self.switch, "switch")
        one_sided = any(isinstance(part, ONE_SIDED) for part in parts_of(self.work))
        if self.sides is Sides.ALTERNATING and one_sided:
            raise DoseError("this kind of hold stays on one side: choose each side instead of alternating", "sides")
        self.runs()

    def runs(self) -> tuple[Run, ...]:
        """The runs of one pass."""
        return _runs_of(self.work, self.sides is Sides.ALTERNATING, self.share is Share.EACH)

    @property
    def shares(self) -> bool:
        """Whether it makes a difference what :attr:`share` says."""
        parts = parts_of(self.work)
        return self.sides is Sides.ALTERNATING and any(isinstance(part, Breaths | Timed) for part in parts)

    @property
    def time(self) -> "DoseTime":
        """Where the seconds of the dose go."""
        return _time_of(self)


@dataclass(frozen=True, slots=True)
class DoseTime:
    """What a dose comes to: seconds by part, and how many are counted in all."""

    per_pass: float
    work: float
    rest: float
    switch: float
    count: int

    @property
    def total(self) -> float:
        """All of it, in seconds."""
        return self.work + self.rest + self.switch


@lru_cache(maxsize=_KEPT)
def _runs_of(work: Work, alternating: bool, each: bool) -> tuple[Run, ...]:
    return work.runs(alternating, each)


@lru_cache(maxsize=_KEPT)
def _time_of(dose: Dose) -> DoseTime:
    runs = dose.runs()
    pass_seconds = sum(run.seconds for run in runs)
    passes = dose.sides.passes
    return DoseTime(
        per_pass=pass_seconds,
        work=dose.sets * passes * pass_seconds,
        rest=dose.rest * (dose.sets - 1),
        switch=dose.switch * (passes - 1) * dose.sets,
        count=dose.sets * passes * sum(run.count for run in runs if run.calls not in (Calls.QUIET, Calls.CLOCK)),
    )
