"""What was planned for a class, as it stood then: names, versions, doses and times. A class keeps it, so that what
happened is never worked out again from a catalogue that has changed since."""

from collections.abc import Mapping
from dataclasses import dataclass

from ..dose.words import summary
from ..exercises.aim import BlockKind
from ..plan.timeline import Timeline


@dataclass(frozen=True, slots=True)
class PlannedItem:
    """One item: which exercise and version, by id and by the name they had, its dose in words and ``count`` in numbers,
    where it stood in seconds, and ``versions``, the names of all that could be done in its place, by id."""

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
            )
            for time in timeline.items
        ),
        timeline.total,
    )
