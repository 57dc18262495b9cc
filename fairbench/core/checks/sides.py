"""Left and right: how much each side works by region, and what is uneven without a reason."""

from collections.abc import Iterator
from dataclasses import dataclass

from ..exercises.aim import Region
from ..plan.timeline import StepKind, Timeline
from ..sides import Side, Sides
from .findings import Finding, Weight
from .rules import rule
from .situation import Situation


@dataclass(frozen=True, slots=True)
class SideSums:
    """Seconds of work of each side in a region, where one side works at a time. ``own`` are seconds in which each
    person begins with a side of their own, so that nobody can say left or right."""

    region: Region
    left: float
    right: float
    own: float

    @property
    def even(self) -> bool:
        """Whether both sides have the same."""
        return self.left == self.right


def side_sums(timeline: Timeline) -> tuple[SideSums, ...]:
    """The sums by region, of those that one side works in by itself or takes turns in."""
    sums: dict[Region, list[float]] = {}
    for time in timeline.items:
        for step in timeline.steps_of(time.item.id):
            if step.kind is not StepKind.WORK or not (step.side or step.turn or time.dose.sides is Sides.ALTERNATING):
                continue
            row = sums.setdefault(time.exercise.aim.region, [0.0, 0.0, 0.0])
            if step.side is None and time.dose.sides is Sides.ALTERNATING:
                row[0] += step.seconds / 2
                row[1] += step.seconds / 2
            else:
                row[{Side.LEFT: 0, Side.RIGHT: 1, None: 2}[step.side]] += step.seconds
    return tuple(SideSums(region, *row) for region, row in sums.items())


@rule("one-side-more")
def one_side_more(now: Situation) -> Iterator[Finding]:
    """An item in which one side does more and no note says why."""
    for time in now.timeline.items:
        if (time.dose.more or time.dose.sides is Sides.ONE_SIDE) and not time.item.note.strip():
            yield Finding(
                Weight.LOOK,
                f"{time.exercise.name}: one side does more",
                "Write into its note why, or let both sides do the same.",
                time.item.id,
            )
