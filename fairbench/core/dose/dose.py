"""Dose: how much of a movement, and the exact time and count that it comes to.

A dose is a piece of *work* (repetitions, a hold, breaths …) that is gone through once per *pass*
(a side, a direction, or both), with a switch between passes, in one or more sets with rests
between. Every kind of work says what it is as *runs*; time and count are sums over the runs, so
what is counted aloud and what is added up cannot drift apart.
"""

from dataclasses import dataclass, replace
from enum import StrEnum

from ..errors import DoseError
from ..kept import kept
from ..limits import check_seconds, check_whole
from ..sides import First, Sides
from .effort import Effort
from .load import Load
from .ranges import Range, figure_at, with_figure
from .work import ONE_SIDED, Breaths, Calls, Run, Timed, Work, parts_of

_KEPT = 4096


class Share(StrEnum):
    """What breaths and seconds by the clock are where sides alternate: for each side, or in all. Repetitions, holds
    and pulses are for each side anyway."""

    EACH = "each"
    IN_ALL = "in_all"


class Rest(StrEnum):
    """How one rests between sets: for some seconds; while the other side works; as each needs, up to some seconds; or
    in a place to rest, of which two are offered."""

    TIME = "time"
    OTHER_SIDE = "other_side"
    AS_NEEDED = "as_needed"
    IN_PLACE = "in_place"


class Ending(StrEnum):
    """What ends a set. Everything but COUNT takes the figures as a cap."""

    COUNT = "count"
    STEADY = "steady"
    CONTACT = "contact"
    TIRED = "tired"


@dataclass(frozen=True, slots=True)
class Dose:
    """Work, shared between sides, in sets.

    ``rest`` is between sets, ``switch`` between passes, both in seconds; ``rest_how`` says how one rests. ``share``
    says what breaths and the clock are where sides alternate. ``first`` is the side that begins, or the only one, and
    ``more`` are sets of that side alone on top. ``offered`` are sets that may follow for who wants them; they are not
    counted. ``load`` and ``effort`` are what is worked against and how hard, where that is said; the fit counts both
    (:func:`..fit.cautions.demand_set`). ``ranges`` are the figures that are picked within two ends. ``assumed`` names
    the figures that nobody set; it says nothing about the time, so two doses that differ only there
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
    first: First = First.PLAN
    more: int = 0
    offered: int = 0
    rest_how: Rest = Rest.TIME
    ranges: tuple[Range, ...] = ()

    def __post_init__(self) -> None:
        check_whole("sets", self.sets)
        check_whole("more", self.more)
        check_whole("offered", self.offered)
        check_seconds("rest", self.rest, "rest")
        check_seconds("switch", self.switch, "switch")
        one_sided = any(isinstance(part, ONE_SIDED) for part in parts_of(self.work))
        if self.sides is Sides.ALTERNATING and one_sided:
            raise DoseError("this kind of hold stays on one side: choose each side instead of alternating", "sides")
        if self.first is not First.PLAN and not self.sides.tell_sides:
            raise DoseError("both sides work at once, so none goes first", "first")
        if self.first.is_personal and self.sides is Sides.ALTERNATING:
            raise DoseError("where sides take turns, say left or right first", "first")
        if self.more and not self.has_two_sides:
            raise DoseError("a set more is for one side of two that work one after the other", "more")
        if self.rest_how is Rest.OTHER_SIDE and not self.has_two_sides:
            raise DoseError("nobody can rest while the other side works: the sides do not follow one another", "rest")
        _check_ranges(self)
        self.runs()

    def runs(self) -> tuple[Run, ...]:
        """The runs of one pass."""
        return _runs_of(self.work, self.sides is Sides.ALTERNATING, self.share is Share.EACH)

    @property
    def has_two_sides(self) -> bool:
        """Whether one side is worked after the other."""
        return self.sides in (Sides.EACH_SIDE, Sides.EACH_SIDE_AND_DIRECTION)

    @property
    def passes(self) -> tuple[int, ...]:
        """How often the work is gone through, set by set; the sets that only one side has come last."""
        each = self.sides.passes
        return (each,) * self.sets + (each // 2,) * self.more

    @property
    def rest_between(self) -> float:
        """Seconds between two sets in which nobody works."""
        return 0.0 if self.rest_how is Rest.OTHER_SIDE else self.rest

    def range_of(self, path: str) -> Range | None:
        """The range that a figure is picked in, if it has one."""
        return next((one for one in self.ranges if one.path == path), None)

    def shared(self, sides: Sides) -> "Dose":
        """The same shared otherwise between sides; what cannot be said of these sides goes back to what is usual."""
        two = sides in (Sides.EACH_SIDE, Sides.EACH_SIDE_AND_DIRECTION)
        unsaid = not sides.tell_sides or (self.first.is_personal and sides is Sides.ALTERNATING)
        return replace(
            self,
            sides=sides,
            first=First.PLAN if unsaid else self.first,
            more=self.more if two else 0,
            rest_how=Rest.TIME if self.rest_how is Rest.OTHER_SIDE and not two else self.rest_how,
        )

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


@kept(_KEPT)
def _runs_of(work: Work, alternating: bool, each: bool) -> tuple[Run, ...]:
    return work.runs(alternating, each)


@kept(_KEPT)
def _time_of(dose: Dose) -> DoseTime:
    runs = dose.runs()
    pass_seconds = sum(run.seconds for run in runs)
    passes = sum(dose.passes)
    return DoseTime(
        per_pass=pass_seconds,
        work=passes * pass_seconds,
        rest=dose.rest_between * (len(dose.passes) - 1),
        switch=dose.switch * (passes - len(dose.passes)),
        count=passes * sum(run.count for run in runs if run.calls not in (Calls.QUIET, Calls.CLOCK)),
    )


def _check_ranges(dose: Dose) -> None:
    """Raise :class:`DoseError` for a range of a figure that is not there, for one given twice, for a point outside of
    its range, and for ends that the figure cannot have."""
    seen = set()
    for one in dose.ranges:
        if one.path in seen:
            raise DoseError(f"'{one.path}' has two ranges", "ranges")
        seen.add(one.path)
        point = figure_in(dose, one.path)
        if not one.low <= point <= one.high:
            raise DoseError(f"{point:g} is not within {one.words}", one.path)
        for end in (one.low, one.high):
            if one.path == "sets":
                check_whole("sets", int(end) if end == int(end) else end)
            else:
                with_figure(dose.work, one.path, end)


def figure_in(dose: Dose, path: str) -> float:
    """A figure of a dose by its path: ``sets``, or one of its work. Raises :class:`DoseError` where there is none."""
    return dose.sets if path == "sets" else figure_at(dose.work, path)
