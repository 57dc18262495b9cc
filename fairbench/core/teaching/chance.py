"""Whether a class will end on time: how long things really take with one instructor, and a thousand classes tried.

Each item's real seconds are taken as getting about, explaining and resting, and work, each by a factor of its own (the
work by the kind of block), the same for every class of an instructor; a factor of the day, the same for every item of a
class; and what is left over, in proportion to the item. The factors are learnt from recorded classes by Bayesian linear
regression (Gaussian, conjugate; Gelman et al., Bayesian Data Analysis, chapter 14) around our own defaults, so that a
few classes move them a little and many move them all the way.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np

from ..exercises.aim import BlockKind
from ..plan.timeline import Timeline
from .log import Actual
from .planned import Planned

TRIES = 1000
SEED = 20_261
_FACTORS = ("about", "explain", *(kind.value for kind in BlockKind))
_PRIOR_SPREAD = {"about": 0.2, "explain": 0.2}
_PRIOR_WORK = 0.06
"""How far an instructor's factors may be from 1 before anything is known: standard deviations. Our own assumptions:
work is counted by the screen, talk is not."""
_LEFT_OVER = 0.1
"""What is left over of an item, as a part of its seconds, before anything is known."""
_OF_THE_DAY = 0.03
"""The spread of the factor of the day."""
_COUNTS_AS = 20
"""Items, and for the day classes, that our own assumptions about spreads count as."""
FEW = 3
"""Recorded classes from which the figures are called the instructor's own."""

Array = np.ndarray[Any, np.dtype[np.float64]]


@dataclass(frozen=True, slots=True)
class Parts:
    """The planned seconds of one item: ``about`` (changing place, fetching), ``explain`` (with rests and changes of
    side) and ``work``; and which kind of block it stands in."""

    item: str
    name: str
    kind: BlockKind
    about: float
    explain: float
    work: float

    @property
    def total(self) -> float:
        """All of it, in seconds."""
        return self.about + self.explain + self.work


@dataclass(frozen=True, slots=True)
class Happened:
    """One item of a recorded class: what was planned and how many seconds it took."""

    parts: Parts
    seconds: float


def parts_of(timeline: Timeline) -> tuple[tuple[Parts, ...], float]:
    """The parts of every item of a plan, and the seconds that belong to none: water, lines, putting away."""
    items = tuple(
        Parts(
            time.item.id,
            time.exercise.name,
            time.kind,
            time.transfer + time.fetch,
            time.explain + time.switch + time.rest,
            time.work,
        )
        for time in timeline.items
    )
    return items, timeline.total - sum(one.total for one in items)


def happened(planned: Planned, actuals: Iterable[Actual]) -> tuple[Happened, ...]:
    """What a recorded class tells: every item that was taught, and was not skipped. Classes of earlier editions that do
    not know their work tell nothing."""
    taken = {one.item: one.actual for one in actuals if one.actual is not None and not one.skipped}
    found = []
    for item in planned.items:
        seconds = taken.get(item.id)
        if seconds is None or seconds <= 0 or not item.work or item.total <= 0:
            continue
        work = sum(work.seconds for work in item.work)
        about = item.begins - item.start
        rest = max(0.0, item.total - about - work)
        found.append(Happened(Parts(item.id, item.name, item.kind, about, rest, work), seconds))
    return tuple(found)


@dataclass(frozen=True, eq=False)
class Habits:
    """How long things take with one instructor: the factors with their uncertainty, the spread that is left over, the
    spread of the day, and from how many classes this is known."""

    means: Array
    spread: Array
    left_over: float
    of_the_day: float
    classes: int

    @property
    def is_own(self) -> bool:
        """Whether it is learnt from classes of their own, and not all our defaults."""
        return self.classes >= FEW

    @property
    def words(self) -> str:
        """Where the figures come from."""
        if not self.is_own:
            return "from our defaults"
        return f"from {self.classes} recorded classes of yours"

    def factor(self, name: str) -> float:
        """How many times as long as planned something takes: ``about``, ``explain``, or the kind of a block."""
        return float(self.means[_FACTORS.index(name)])


def learn(classes: Sequence[Sequence[Happened]]) -> Habits:
    """What recorded classes tell of an instructor; our defaults where there are none."""
    known = [one for one in classes if one]
    precision = np.diag([1 / _PRIOR_SPREAD.get(name, _PRIOR_WORK) ** 2 for name in _FACTORS])
    weighted = precision @ np.ones(len(_FACTORS))
    left_over, of_the_day = _LEFT_OVER, _OF_THE_DAY
    means, spread = np.ones(len(_FACTORS)), np.linalg.inv(precision)
    for _ in range(3 if known else 0):  # the spreads and the factors are learnt in turns
        now, weights = precision.copy(), weighted.copy()
        for one in known:
            features, seconds, totals = _table(one)
            # Items of one class share the factor of their day: their errors go together.
            shared = np.outer(totals, totals) * of_the_day**2 + np.diag((totals * left_over) ** 2)
            inverse = np.linalg.inv(shared)
            now += features.T @ inverse @ features
            weights += features.T @ inverse @ seconds
        spread = np.linalg.inv(now)
        means = spread @ weights
        left_over, of_the_day = _spreads(known, means)
    return Habits(means, spread, left_over, of_the_day, len(known))


def _table(of_class: Sequence[Happened]) -> tuple[Array, Array, Array]:
    features = np.array([_row(one.parts) for one in of_class])
    seconds = np.array([one.seconds for one in of_class])
    return features, seconds, np.array([one.parts.total for one in of_class])


def _row(parts: Parts) -> list[float]:
    work = [parts.work if kind is parts.kind else 0.0 for kind in BlockKind]
    return [parts.about, parts.explain, *work]


def _spreads(classes: Sequence[Sequence[Happened]], means: Array) -> tuple[float, float]:
    """The spread that is left over and that of the day, drawn toward our assumptions while there is little to go by."""
    squares, items, days = 0.0, 0, []
    for one in classes:
        features, seconds, totals = _table(one)
        residual = (seconds - features @ means) / totals
        day = float(residual @ totals / totals.sum())
        squares += float(((residual - day) ** 2).sum())
        items += len(one)
        days.append((day, len(one)))
    left_over = ((_COUNTS_AS * _LEFT_OVER**2 + squares) / (_COUNTS_AS + max(0, items - len(days)))) ** 0.5
    # What is left over of the items makes the mean of a day differ too: that much is not the day's own.
    own = sum(max(0.0, day**2 - left_over**2 / number) for day, number in days)
    of_the_day = ((_COUNTS_AS * _OF_THE_DAY**2 + own) / (_COUNTS_AS + len(days))) ** 0.5
    return float(left_over), float(of_the_day)


@dataclass(frozen=True, slots=True)
class Chance:
    """What a thousand tried classes come to: the part of them that end by the booked time, the likely end and the span
    in which four of five end, in seconds, and the two items that most make it late, with the seconds that they take
    over their plan in the classes that are late."""

    on_time: float
    likely: float
    early: float
    late: float
    blame: tuple[tuple[str, str, float], ...]
    habits: Habits

    @property
    def percent(self) -> int:
        """The chance in whole percent; never said to be certain."""
        return min(99, max(1, round(self.on_time * 100)))


def chance(timeline: Timeline, habits: Habits, tries: int = TRIES, seed: int = SEED) -> Chance:
    """The chance of a plan to end by its booked time. The same plan and habits always come to the same."""
    items, other = parts_of(timeline)
    booked = timeline.plan.length_min * 60.0
    if not items:
        return Chance(1.0, timeline.total, timeline.total, timeline.total, (), habits)
    took = tried(items, habits, tries, seed)
    ends = took.sum(axis=1) + other
    likely, early, late = (float(np.percentile(ends, share)) for share in (50, 10, 90))
    return Chance(float((ends <= booked).mean()), likely, early, late, _blame(items, took, ends, booked), habits)


def tried(items: Sequence[Parts], habits: Habits, tries: int, seed: int) -> Array:
    """Seconds of each item in each tried class."""
    random = np.random.default_rng(seed)
    features = np.array([_row(one) for one in items])
    totals = np.array([one.total for one in items])
    factors = random.multivariate_normal(habits.means, habits.spread, size=tries)
    day = random.normal(0.0, habits.of_the_day, size=(tries, 1))
    left = random.normal(0.0, habits.left_over, size=(tries, len(items)))
    seconds: Array = np.maximum(factors @ features.T + totals * (day + left), totals * 0.1)
    return seconds


def _blame(items: Sequence[Parts], took: Array, ends: Array, booked: float) -> tuple[tuple[str, str, float], ...]:
    """The two items that take most over their plan in the classes that end late; in the later half where none does."""
    is_late = ends > booked
    if not is_late.any():
        is_late = ends >= np.median(ends)
    over = took[is_late].mean(axis=0) - np.array([one.total for one in items])
    worst = sorted(range(len(items)), key=lambda number: -over[number])[:2]
    return tuple((items[n].item, items[n].name, float(over[n])) for n in worst if over[n] > 0)


LEAST_LATE = 15.0
"""Seconds behind the plan that are never called late."""


def late_after(timeline: Timeline, habits: Habits) -> dict[str, float]:
    """While teaching: by how many seconds one may be behind the plan when an item begins, and still end by the booked
    time in half of all classes. Behind by more, something should be left out."""
    items, other = parts_of(timeline)
    if not items:
        return {}
    took = tried(items, habits, TRIES, SEED)
    left = np.median(np.flip(np.cumsum(np.flip(took, axis=1), axis=1), axis=1), axis=0)
    booked = timeline.plan.length_min * 60.0
    share = [other * (len(items) - number) / len(items) for number in range(len(items))]
    return {
        time.item.id: max(LEAST_LATE, booked - time.start - float(left[number]) - share[number])
        for number, time in enumerate(timeline.items)
    }
