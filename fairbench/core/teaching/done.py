"""What was really done in a class: of each item the seconds and what was counted, by side, as the device told."""

from collections.abc import Collection, Iterable, Mapping
from dataclasses import dataclass, field
from enum import StrEnum
from types import MappingProxyType

from ..sides import Side
from .planned import Planned, PlannedItem, Work

_MOMENT = 0.001
NEARLY = 0.95
"""So much of an item's seconds counts as all of it: a press comes a moment early."""
PASSED_OVER = 0.1
"""Less than this part of its seconds, with nothing counted, is an item that was only passed over."""


class DoneState(StrEnum):
    """How much of an item was done."""

    DONE = "done"
    PARTLY = "partly done"
    NOT_DONE = "not done"
    NOT_KEPT = "not kept"
    """Of a class that was taught before parts were kept."""


@dataclass(frozen=True, slots=True)
class Worked:
    """A stretch of work that the device told when it was left: how long, what was counted to its end, on which side.
    ``end`` is seconds from the first thing noted."""

    item: str
    side: Side | None
    end: float
    seconds: float
    count: int


@dataclass(frozen=True, slots=True)
class Extra:
    """Seconds of work that were put on top of an item: one more, or gone back over."""

    item: str
    seconds: float


@dataclass(frozen=True, slots=True)
class Stay:
    """From when until when somebody was there, in seconds from the first thing noted; None is from the beginning, or to
    the end."""

    since: float | None = None
    until: float | None = None

    def until_stopped(self, at: float | None) -> "Stay":
        """The same, no longer than until ``at``, if they stopped."""
        if at is None:
            return self
        return Stay(self.since, at if self.until is None else min(at, self.until))


WHOLE = Stay()
NOTHING_STOPPED: Mapping[str, float] = MappingProxyType({})


@dataclass(frozen=True, slots=True)
class DoneSide:
    """Of one side, or of both where ``side`` is None: what was planned and what was done."""

    side: Side | None
    planned: Work
    seconds: float
    count: int


@dataclass(frozen=True, slots=True)
class Done:
    """What was done of one item; ``added`` are the seconds put on top of what was planned."""

    item: str
    state: DoneState
    sides: tuple[DoneSide, ...]
    added: float = 0.0

    @property
    def seconds(self) -> float:
        """All sides together."""
        return sum(side.seconds for side in self.sides)

    @property
    def count(self) -> int:
        """All sides together."""
        return sum(side.count for side in self.sides)

    @property
    def planned(self) -> float:
        """The seconds of work that were planned."""
        return sum(side.planned.seconds for side in self.sides)

    @property
    def left_out(self) -> tuple[Side, ...]:
        """Sides that were planned and not worked, where the other was."""
        if not self.seconds:
            return ()
        return tuple(side.side for side in self.sides if side.side and side.planned.seconds and not side.seconds)


@dataclass(frozen=True, slots=True)
class ClassLog:
    """What the device told of the work of a class. ``swapped`` are the seconds of work that another version asked, for
    items that went on as one."""

    worked: tuple[Worked, ...] = ()
    added: tuple[Extra, ...] = ()
    swapped: Mapping[str, float] = field(default_factory=dict)


def done_of(
    planned: Planned, log: ClassLog, stay: Stay = WHOLE, stopped: Mapping[str, float] = NOTHING_STOPPED
) -> tuple[Done, ...]:
    """Of every item what was done while somebody was there, and until they stopped: ``stopped`` says of which items and
    when, in seconds from the first thing noted."""
    stretches: dict[str, list[Worked]] = {}
    for stretch in log.worked:
        stretches.setdefault(stretch.item, []).append(stretch)
    extra: dict[str, float] = {}
    for more in log.added:
        extra[more.item] = extra.get(more.item, 0.0) + more.seconds
    return tuple(
        _done(
            item,
            stretches.get(item.id, []),
            extra.get(item.id, 0.0),
            stay.until_stopped(stopped.get(item.id)),
            log.swapped.get(item.id),
        )
        for item in planned.items
    )


def as_planned(planned: Planned, items: Collection[str], took: float) -> tuple[Worked, ...]:
    """The work of these items as it was planned, for a class that no screen told of: each stands where the plan has it,
    stretched to the ``took`` seconds that the class had; sides follow one another."""
    scale = took / planned.total if planned.total else 1.0
    stretches = []
    for item in planned.items:
        if item.id not in items:
            continue
        whole = sum(work.seconds for work in item.work) or 1.0
        passed = 0.0
        for work in item.work:
            passed += work.seconds
            end = scale * (item.begins + (item.end - item.begins) * passed / whole)
            stretches.append(Worked(item.id, work.side, end, work.seconds, work.count))
    return tuple(stretches)


def exercises_done(planned: Planned, done: Iterable[Done], but: Collection[str] = ()) -> tuple[str, ...]:
    """The exercises of which something was done, each once, but for the items named."""
    some = {one.item for one in done if one.state in (DoneState.DONE, DoneState.PARTLY)} - set(but)
    return tuple(dict.fromkeys(item.exercise for item in planned.items if item.id in some))


def _done(item: PlannedItem, stretches: list[Worked], added: float, stay: Stay, other: float | None) -> Done:
    if not item.work:
        return Done(item.id, DoneState.NOT_KEPT, ())
    sides = {work.side: [0.0, 0] for work in item.work}
    for stretch in stretches:
        seconds, count = _while_there(stretch, stay)
        row = sides.setdefault(stretch.side, [0.0, 0])
        row[0] += seconds
        row[1] += count
    of = {work.side: work for work in item.work}
    rows = tuple(
        DoneSide(side, of.get(side, Work(side, 0.0, 0)), seconds, int(count))
        for side, (seconds, count) in sides.items()
    )
    return Done(item.id, _state(rows, other), rows, added)


def _while_there(stretch: Worked, stay: Stay) -> tuple[float, int]:
    """Of a stretch the part in which somebody was there, and as many whole counts as fall to it."""
    begins = stretch.end - stretch.seconds
    since = begins if stay.since is None else max(begins, stay.since)
    until = stretch.end if stay.until is None else min(stretch.end, stay.until)
    seconds = max(0.0, until - since)
    if seconds >= stretch.seconds - _MOMENT:
        return stretch.seconds, stretch.count
    return seconds, int(stretch.count * seconds / stretch.seconds)


def _state(sides: tuple[DoneSide, ...], other: float | None) -> DoneState:
    seconds, count = sum(side.seconds for side in sides), sum(side.count for side in sides)
    asked = sum(side.planned.seconds for side in sides) if other is None else other
    if not seconds or (not count and seconds < PASSED_OVER * asked):
        return DoneState.NOT_DONE
    if other is not None:  # another version, with sides and counts of its own
        return DoneState.DONE if seconds >= NEARLY * other else DoneState.PARTLY
    whole = all(side.seconds >= NEARLY * side.planned.seconds for side in sides)
    return DoneState.DONE if whole else DoneState.PARTLY
