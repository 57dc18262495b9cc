"""Doses that fit the time: what to shorten or leave out so that a class ends when it is booked to, and what to do more
of where time is to spare. Solved exactly, not by scaling.

Every item that may change has some ways to be done shorter (fewer sets, a few repetitions less, never under what is
sensible), each with the seconds that it saves and what it loses. Which ways are taken together is found by dynamic
programming over the seconds saved; which items are left out as well, by searching all sets of up to three with a
lower bound. What is locked, the warm-up and the close are kept. The answer is worked out anew at the end, so that what
is promised is the length that the class has.
"""

from collections import Counter
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import combinations, count, pairwise

from ..dose.dose import Dose
from ..dose.edit import nudge, work_fields
from ..dose.work import StagedIsometric
from ..errors import DoseError
from ..exercises.aim import BlockKind, Quality, Region
from ..exercises.shelf import Shelf
from ..people.person import Group
from .compile import compile_timeline
from .plan import Plan
from .plan_edits import EditKind, Edits, PlanEdit, apply_all, with_sets
from .timeline import ItemTime, Timeline

MOST_LEFT_OUT = 3
LEAST_PART = 0.6
"""No set becomes shorter than this part of what was planned. Our own assumption."""
SENSIBLE = {"reps": 4, "breaths": 3, "seconds": 10, "repeats": 1, "count": 6, "rounds": 1}
"""The least that is worth setting up for, by figure: repetitions, breaths, seconds of a hold. Our own assumption."""
MOST_STEPS = 8
MOST_SETS = 4
MOST_PART = 1.6
"""No set becomes longer than this part of what was planned."""
_KEPT = frozenset({BlockKind.WARM_UP, BlockKind.CLOSE})
_WEIGHT = {
    BlockKind.SETTLE: 0.5,
    BlockKind.STRENGTHEN: 1.0,
    BlockKind.STEADY: 1.0,
    BlockKind.STRETCH: 0.8,
}
"""What a second of work is worth, by the block that it stands in: the least of the aim is lost first."""
_EXTRA, _OPTIONAL = 0.3, 0.6
_LEFT_OUT = 1.25
"""An exercise that is left out loses more than its seconds: nobody does it at all this week."""
_ALONE = 2.0
"""Left out, an exercise loses so much more where nothing else in the class does the same for its region: the only
stretch of what has worked is not the first to go."""
MANY_STATES = 400
"""From so many states on, those from which nothing comes are sorted out."""
NEAR = 30.0
"""Seconds that nobody misses."""
GRAIN = 4
"""Quarters of a second, in which seconds are counted."""


@dataclass(frozen=True, slots=True)
class Way:
    """One way to do an item otherwise: the edits, the seconds that it saves (less than nothing where it takes longer),
    and what it loses, in seconds of work by their worth."""

    edits: Edits
    saves: float
    loses: float


@dataclass(frozen=True, slots=True)
class ToTime:
    """A plan brought to a time: the edits, the plan with them, its length before and after in seconds, what is lost in
    worth, and the items that are left out. ``fits`` is whether it ends in time at all."""

    edits: Edits
    plan: Plan
    before: float
    after: float
    loses: float
    left_out: tuple[str, ...]
    fits: bool


def shorten(plan: Plan, group: Group, shelf: Shelf, minutes: float, only: frozenset[str] | None = None) -> ToTime:
    """The plan at no more than so many minutes, with the least lost. Where even the shortest of everything is too long,
    that is what comes back, with ``fits`` False. With ``only``, these items alone may change, whatever their block."""
    timeline = compile_timeline(plan, group, shelf)
    target = minutes * 60
    if timeline.total <= target:
        return ToTime((), plan, timeline.total, timeline.total, 0.0, (), fits=True)
    search = _Search(plan, group, shelf, timeline, only)
    margin = 0.0
    while True:
        edits, loses, left_out = search.best(target - margin)
        made = apply_all(edits, plan, shelf, _new_ids())
        after = compile_timeline(made, group, shelf).total
        # A pause for water may come to lie elsewhere; then so much more is saved.
        if after <= target or margin > target or loses is None:
            return ToTime(edits, made, timeline.total, after, loses or 0.0, left_out, fits=after <= target)
        margin += after - target


def _new_ids() -> "_Ids":
    return _Ids()


class _Ids:
    """Ids for what is added while trying."""

    def __init__(self) -> None:
        self._numbers = count()

    def __call__(self) -> str:
        return f"tried-{next(self._numbers)}"


@dataclass(frozen=True, slots=True)
class _Found:
    """Edits with what is left out, and a value: what they lose, or the seconds that the plan takes with them."""

    value: float
    edits: Edits = ()
    out: tuple[str, ...] = ()

    @classmethod
    def of(cls, value: float, gone: Edits, ways: Iterable[Way], out: tuple[str, ...]) -> "_Found":
        """Some items left out, and some done in another way."""
        return cls(value, (*gone, *(edit for way in ways for edit in way.edits)), out)


class _Search:
    """All that is known of a plan before it is shortened."""

    def __init__(self, plan: Plan, group: Group, shelf: Shelf, timeline: Timeline, only: frozenset[str] | None) -> None:
        self.plan, self.group, self.shelf, self.timeline = plan, group, shelf, timeline
        free = free_in(timeline, only)
        self.ways = {time.item.id: shorter_ways(time, self) for time in free}
        self.worth = {time.item.id: worth(time) for time in free}
        done = Counter(_does(time) for time in timeline.items)
        self.removal = {
            time.item.id: _LEFT_OUT * self.worth[time.item.id] * time.work * (_ALONE if done[_does(time)] == 1 else 1)
            for time in free
        }
        self._most = {time.item.id: self._most_saved(time) for time in free}

    def _most_saved(self, time: ItemTime) -> float:
        """More than leaving an item out can save: all its seconds, and the way to the next."""
        items = self.timeline.items
        at = next(number for number, one in enumerate(items) if one.item.id == time.item.id)
        after = items[at + 1].transfer + items[at + 1].fetch if at + 1 < len(items) else self.timeline.total - time.end
        return time.total + after

    def seconds(self, plan: Plan) -> float:
        """How long a plan takes."""
        return compile_timeline(plan, self.group, self.shelf).total

    def best(self, target: float) -> tuple[Edits, float | None, tuple[str, ...]]:
        """The edits that lose least, what they lose, and what is left out; None lost where nothing reaches the
        target, with the most that can be saved."""
        best: _Found | None = None
        most = _Found(self.timeline.total)
        for out in self._sets_left_out():
            lost = sum(self.removal[item] for item in out)
            rest = [ways for item, ways in self.ways.items() if item not in out]
            least = self.timeline.total - sum(self._most[item] for item in out)
            if best is not None and lost + at_least(rest, least - target) >= best.value:
                continue
            gone = tuple(PlanEdit(EditKind.LEAVE_OUT, item) for item in out)
            left = self.seconds(apply_all(gone, self.plan, self.shelf, _new_ids())) if out else self.timeline.total
            if not _can_save(rest, left - target):
                shortest = [max(ways, key=lambda way: way.saves) for ways in rest if ways]
                saved = left - sum(way.saves for way in shortest)
                if saved < most.value:
                    most = _Found.of(saved, gone, shortest, out)
                continue
            chosen = cheapest(rest, left - target, best.value - lost if best else float("inf"))
            if chosen is not None:
                total = lost + sum(way.loses for way in chosen)
                if best is None or total < best.value:
                    best = _Found.of(total, gone, chosen, out)
        return (best.edits, best.value, best.out) if best else (most.edits, None, most.out)

    def _sets_left_out(self) -> Iterator[tuple[str, ...]]:
        """Nothing, each alone, two and three together; what loses least first, at least one always stays."""
        by_loss = sorted(self.removal, key=lambda item: self.removal[item])
        most = min(MOST_LEFT_OUT, len(self.timeline.items) - 1)
        yield ()
        for number in range(1, most + 1):
            yield from combinations(by_loss, number)


def shorten_item(plan: Plan, item_id: str, group: Group, shelf: Shelf, minutes: float) -> Plan | None:
    """The plan with one item done shorter, by the least that brings it to so many minutes; as it is where it ends by
    then anyhow, and None where no sensible dose of that item is short enough."""
    timeline = compile_timeline(plan, group, shelf)
    over = timeline.total - minutes * 60
    if over <= 0:
        return plan
    search = _Search(plan, group, shelf, timeline, frozenset({item_id}))
    for way in search.ways.get(item_id, ()):
        made = apply_all(way.edits, plan, shelf, _new_ids())
        if way.saves >= over and search.seconds(made) <= minutes * 60:
            return made
    return None


def free_in(timeline: Timeline, only: frozenset[str] | None) -> list[ItemTime]:
    """The items that may change: those that are asked for, or all but the warm-up and the close; none that is
    locked."""
    return [
        time
        for time in timeline.items
        if not time.item.locked and (time.kind not in _KEPT if only is None else time.item.id in only)
    ]


def _does(time: ItemTime) -> tuple[Region, Quality]:
    return time.exercise.aim.region, time.exercise.aim.quality


def worth(time: ItemTime) -> float:
    """What a second of an item's work is worth."""
    value = _WEIGHT.get(time.kind, 1.0)
    return value * (_EXTRA if time.item.extra else 1.0) * (_OPTIONAL if time.item.optional else 1.0)


def shorter_ways(time: ItemTime, of: "_Search") -> tuple[Way, ...]:
    """Every sensible way to do an item shorter. What loses as much for fewer seconds is not among them."""
    dose = time.dose
    found = []
    for sets in range(dose.sets, 0, -1):
        for steps in range(MOST_STEPS + 1):
            edits, tried = _tried(dose, time.item.id, sets, -steps)
            if tried is None or not is_sensible(tried, dose):
                break
            if edits:
                saves = _saved(time, edits, tried, of)
                if saves > 0:
                    found.append(Way(edits, saves, loss(time, tried)))
    return undominated(found)


def loss(time: ItemTime, dose: Dose) -> float:
    """What an item loses with a shorter dose. A cut of a half is worse than two of a quarter: the further, the
    dearer."""
    part = dose.time.work / time.dose.time.work if time.dose.time.work else 1.0
    return worth(time) * time.work * (1 - part) * (1 + (1 - part) / 2)


def _tried(dose: Dose, item: str, sets: int, steps: int) -> tuple[Edits, Dose | None]:
    edits: list[PlanEdit] = []
    tried = dose
    try:
        if sets != dose.sets:
            edits.append(PlanEdit(EditKind.SETS, item, number=sets))
            tried = with_sets(tried, sets)
        if steps:
            edits.append(PlanEdit(EditKind.NUDGE, item, number=steps))
            tried = nudge(_free(tried), steps)
    except DoseError:
        return (), None
    if steps and main_figure(tried) == main_figure(nudge(_free(dose), steps + (1 if steps < 0 else -1))):
        return (), None  # it goes no further
    return tuple(edits), tried


def _free(dose: Dose) -> Dose:
    """Without its ranges, which a shorter one may leave."""
    return replace(dose, ranges=())


def main_figure(dose: Dose) -> tuple[str, float]:
    """The figure that a dose is made smaller or larger by: its name and its value."""
    if isinstance(dose.work, StagedIsometric):
        return "stages", 1.0
    field = work_fields(dose)[0]
    return field.path.rpartition(".")[2], float(field.value)


def is_sensible(dose: Dose, planned: Dose) -> bool:
    """Whether a shorter dose is still worth setting up for."""
    name, value = main_figure(dose)
    _, before = main_figure(planned)
    return value >= min(before, max(SENSIBLE.get(name, 1), LEAST_PART * before))


def _saved(time: ItemTime, edits: Edits, dose: Dose, of: "_Search") -> float:
    """Seconds saved, worked out anew where the dose alone does not tell: in a bracket, and where one rolls over."""
    if time.item.bracket or time.version.position.value == "side_lying":
        return of.timeline.total - of.seconds(apply_all(edits, of.plan, of.shelf, _new_ids()))
    return time.dose.time.total - dose.time.total


def undominated(ways: Iterable[Way]) -> tuple[Way, ...]:
    """Those that save more than any that loses no more, in the order of what they save."""
    kept: list[Way] = []
    for way in sorted(ways, key=lambda way: (way.loses, -way.saves)):
        if not kept or way.saves > kept[-1].saves:
            kept.append(way)
    return tuple(kept)


def _can_save(items: Iterable[Sequence[Way]], seconds: float) -> bool:
    """Whether the most that every item can save is enough."""
    return sum(max((way.saves for way in ways), default=0.0) for ways in items) >= seconds


def at_least(items: Sequence[Sequence[Way]], seconds: float) -> float:
    """Less than it loses to save so many seconds: what it would if a part of each way could be taken."""
    return _Bound(items).at_least(seconds)


def _hull(ways: Sequence[Way]) -> Iterator[Way]:
    """The steps from way to way along the lower hull of an item, each cheaper for each second than the next."""
    points = [(0.0, 0.0), *((way.saves, way.loses) for way in ways)]
    hull: list[tuple[float, float]] = []
    for point in points:
        while len(hull) > 1 and _turns_up(hull[-2], hull[-1], point):
            hull.pop()
        hull.append(point)
    for (x, y), (more_x, more_y) in pairwise(hull):
        if more_x > x:
            yield Way((), more_x - x, max(0.0, more_y - y))


def _turns_up(a: tuple[float, float], b: tuple[float, float], c: tuple[float, float]) -> bool:
    return (b[1] - a[1]) * (c[0] - b[0]) >= (c[1] - b[1]) * (b[0] - a[0])


def cheapest(items: Sequence[Sequence[Way]], seconds: float, below: float = float("inf")) -> tuple[Way, ...] | None:
    """At most one way of each item, together saving so many seconds or more and losing least; None where all together
    do not save as much, or lose as much as ``below``. Dynamic programming over the quarters of a second that are saved,
    of which more than is needed counts as enough."""
    wanted = max(0, -int(-seconds * GRAIN // 1))
    if wanted == 0:
        return ()
    if not _can_save(items, seconds):
        return None
    front: dict[int, tuple[float, tuple[Way, ...]]] = {0: (0.0, ())}
    for number, ways in enumerate(items):
        later = items[number + 1 :]
        merged = dict(front)
        for saved, (lost, taken) in front.items():
            for way in ways:
                then = min(wanted, saved + int(way.saves * GRAIN))
                loses = lost + way.loses
                known = merged.get(then)
                if loses < below and (known is None or loses < known[0]):
                    merged[then] = (loses, (*taken, way))
        if below < float("inf") or len(merged) > MANY_STATES:
            merged = _promising(merged, later, wanted, below)
        front = _pareto(merged)
    return front[wanted][1] if wanted in front else None


def _promising(
    states: dict[int, tuple[float, tuple[Way, ...]]], later: Sequence[Sequence[Way]], wanted: int, below: float
) -> dict[int, tuple[float, tuple[Way, ...]]]:
    """States from which the rest can be saved, and for less than ``below`` by its lower bound."""
    bound = _Bound(later)
    return {
        saved: state for saved, state in states.items() if state[0] + bound.at_least((wanted - saved) / GRAIN) < below
    }


class _Bound:
    """:func:`at_least` for the same items again and again."""

    def __init__(self, items: Sequence[Sequence[Way]]) -> None:
        self._rates = sorted((way.loses / way.saves, way.saves) for ways in items for way in _hull(ways))

    def at_least(self, seconds: float) -> float:
        lost = 0.0
        for rate, saves in self._rates:
            if seconds <= 0:
                return lost
            lost += rate * min(saves, seconds)
            seconds -= saves
        return lost if seconds <= 0 else float("inf")


def _pareto(states: Mapping[int, tuple[float, tuple[Way, ...]]]) -> dict[int, tuple[float, tuple[Way, ...]]]:
    """States that save more than every state that loses no more."""
    kept: dict[int, tuple[float, tuple[Way, ...]]] = {}
    least = float("inf")
    for saved in sorted(states, reverse=True):
        if states[saved][0] < least:
            least = states[saved][0]
            kept[saved] = states[saved]
    return kept


def fill(plan: Plan, group: Group, shelf: Shelf, minutes: float, only: frozenset[str] | None = None) -> ToTime:
    """The plan with more of what is in it, as near to so many minutes as it comes without going over; the least change
    that does it. What is locked, the warm-up and the close stay. With ``only``, these items alone may change."""
    timeline = compile_timeline(plan, group, shelf)
    spare = minutes * 60 - timeline.total
    if spare <= 0:
        return ToTime((), plan, timeline.total, timeline.total, 0.0, (), fits=spare == 0)
    search = _Search(plan, group, shelf, timeline, only)
    items = [_longer_ways(time, search) for time in free_in(timeline, only)]
    while True:
        edits = tuple(edit for way in fullest(items, spare) for edit in way.edits)
        made = apply_all(edits, plan, shelf, _new_ids())
        after = compile_timeline(made, group, shelf).total
        if after <= minutes * 60 or not edits:
            return ToTime(edits, made, timeline.total, after, 0.0, (), fits=after <= minutes * 60)
        spare -= after - minutes * 60


def _longer_ways(time: ItemTime, of: _Search) -> tuple[Way, ...]:
    """Every sensible way to do more of an item; ``loses`` is how far it is from what was planned."""
    dose = time.dose
    found = []
    for sets in range(dose.sets, max(dose.sets, MOST_SETS) + 1):
        for steps in range(MOST_STEPS + 1):
            edits, tried = _tried(dose, time.item.id, sets, steps)
            if tried is None or main_figure(tried)[1] > MOST_PART * main_figure(dose)[1]:
                break
            if edits:
                takes = -_saved(time, edits, tried, of)
                if takes > 0:
                    found.append(Way(edits, takes, takes * takes / max(time.total, 1.0) / worth(time)))
    return tuple(found)


def fullest(items: Sequence[Sequence[Way]], seconds: float) -> tuple[Way, ...]:
    """At most one way of each item, together taking no more than so many seconds, with as little left over as can be
    had; among those within half a minute of each other, the least change."""
    most = int(seconds * GRAIN)
    states: dict[int, tuple[float, tuple[Way, ...]]] = {0: (0.0, ())}
    for ways in items:
        merged = dict(states)
        for took, (change, taken) in states.items():
            for way in ways:
                then = took - int(-way.saves * GRAIN // 1)
                changed = change + way.loses
                if then <= most and (then not in merged or changed < merged[then][0]):
                    merged[then] = (changed, (*taken, way))
        states = merged
    fullest_state = max(states)
    near = [took for took in states if fullest_state - took <= NEAR * GRAIN]
    return states[min(near, key=lambda took: states[took][0])][1]
