"""What was planned for a class, as it stood then: names, versions, doses and times. A class keeps it, so that what
happened is never worked out again from a catalogue that has changed since."""

from collections import Counter
from collections.abc import Mapping
from dataclasses import dataclass

from ..dose.words import summary
from ..dose.work import Calls
from ..exercises.aim import BlockKind
from ..plan.timeline import ItemTime, Timeline
from ..sides import Side
from .score import beats_of


@dataclass(frozen=True, slots=True)
class Work:
    """The work of one side, or of both at once where ``side`` is None: its seconds, and what is counted in it."""

    side: Side | None
    seconds: float
    count: int


@dataclass(frozen=True, slots=True)
class PlannedItem:
    """One item: which exercise and version, by id and by the name they had, its dose in words and ``count`` in numbers,
    where it stood in seconds, ``versions``, the names of all that could be done in its place, by id, and its ``work``
    by side, which classes of earlier editions do not have."""

    id: str
    exercise: str
    name: str
    version: str
    version_name: str
    dose: str
    count: int
    kind: BlockKind
    start: float
    begins: float
    end: float
    versions: Mapping[str, str]
    work: tuple[Work, ...] = ()

    @property
    def has_sides(self) -> bool:
        """Whether sides are worked one at a time, so that each can be told."""
        return any(work.side is not None for work in self.work)

    @property
    def total(self) -> float:
        """All of it, in seconds."""
        return self.end - self.start


@dataclass(frozen=True, slots=True)
class Planned:
    """A whole class as it was planned: its items in order, and its seconds."""

    items: tuple[PlannedItem, ...]
    total: float

    def item(self, item_id: str) -> PlannedItem | None:
        """The item of an id, or None when it was not planned."""
        return next((item for item in self.items if item.id == item_id), None)


def labels_of(planned: Planned) -> dict[str, str]:
    """Every item by a name that tells it from all others: the exercise; where that comes more than once, with its
    version; where that comes more than once as well, with which of them it is."""
    names = Counter(item.name for item in planned.items)
    full = {
        item.id: item.name if names[item.name] == 1 else f"{item.name}, {item.version_name}" for item in planned.items
    }
    same = Counter(full.values())
    nth: Counter[str] = Counter()
    labels = {}
    for item_id, label in full.items():
        nth[label] += 1
        labels[item_id] = label if same[label] == 1 else f"{label} ({nth[label]} of {same[label]})"
    return labels


def planned_of(timeline: Timeline) -> Planned:
    """What a compiled plan is to be remembered by."""
    return Planned(
        tuple(
            PlannedItem(
                id=time.item.id,
                exercise=time.exercise.id,
                name=time.exercise.name,
                version=time.version.id,
                version_name=time.version.name,
                dose=summary(time.dose, time.exercise.limb),
                count=time.count,
                kind=time.kind,
                start=time.start,
                begins=time.begins,
                end=time.end,
                versions={version.id: version.name for version in time.exercise.versions},
                work=_work(timeline, time),
            )
            for time in timeline.items
        ),
        timeline.total,
    )


def _work(timeline: Timeline, time: ItemTime) -> tuple[Work, ...]:
    """The work of an item by side, as it is counted aloud."""
    sides: dict[Side | None, list[float]] = {}
    for step in timeline.steps_of(time.item.id):
        if step.again:  # the other of a pair does it; each person once
            continue
        beats = beats_of(step, time.lead(timeline.plan.lead))
        for place, beat in enumerate(beats, 1):
            row = sides.setdefault(beat.side or step.side, [0.0, 0.0])
            row[0] += beat.seconds
            following = beats[place] if place < len(beats) else None
            ends = following is None or (following.calls, following.number) != (beat.calls, beat.number)
            row[1] += ends and beat.calls not in (Calls.CLOCK, Calls.QUIET)
    return tuple(Work(side, seconds, int(count)) for side, (seconds, count) in sides.items())
