"""The timeline: a plan and a group worked out to the second.

Item time = transfer + fetch + explain + work (with switches and rests between sets) + rest after.
Steps meet: each starts where the one before ends, and the last ends at the total.
"""

from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise

from ..dose.dose import Dose
from ..dose.work import Run
from ..exercises.aim import BlockKind
from ..exercises.exercise import Exercise, Version
from ..positions import Level, Position
from ..sides import Side
from .item import Item
from .plan import Plan


class StepKind(StrEnum):
    """What a stretch of the class's time goes to."""

    TRANSFER = "transfer"
    FETCH = "fetch"
    EXPLAIN = "explain"
    WORK = "work"
    SWITCH = "switch"
    REST = "rest"
    WATER = "water"
    LINE = "line"
    CLOSE = "close"


@dataclass(frozen=True, slots=True)
class Step:
    """A stretch of the class with one thing going on.

    ``item`` is None for what belongs to no item. ``side`` is None when both work at once or take
    turns, and where each person has their own; ``turn`` is what that side is called then, or which of a pair works.
    ``direction`` is "" when there is only one. ``runs`` is what is counted, ``held`` the
    props in hand while it lasts. ``round_number`` of ``rounds`` is which time through a bracket it is; ``again`` says
    that nobody does it who did the step before: the other of a pair does. ``line`` is the line of the plan that it is.
    """

    kind: StepKind
    start: float
    end: float
    item: str | None
    position: Position
    says: str = ""
    side: Side | None = None
    direction: str = ""
    set_number: int = 0
    sets: int = 0
    runs: tuple[Run, ...] = ()
    held: tuple[str, ...] = ()
    turn: str = ""
    round_number: int = 1
    rounds: int = 1
    again: bool = False
    line: str = ""
    round_name: str = ""

    @property
    def seconds(self) -> float:
        """How long it takes, in seconds."""
        return self.end - self.start


@dataclass(frozen=True, slots=True)
class ItemTime:
    """Where the seconds of one item go. ``begins`` is the start of its explaining: the plank's edge. Of an item that is
    come to more than once, in rounds or by side, each time is one of these (``round_number`` of ``rounds``), and
    so are all of them together, from the first start to the last end."""

    item: Item
    exercise: Exercise
    version: Version
    dose: Dose
    block: int
    kind: BlockKind
    start: float
    begins: float
    end: float
    transfer: float
    fetch: float
    explain: float
    work: float
    switch: float
    rest: float
    count: int
    first_step: int
    last_step: int
    round_number: int = 1
    rounds: int = 1

    @property
    def total(self) -> float:
        """All of it, in seconds."""
        return self.getting_ready + self.work + self.switch + self.rest

    @property
    def getting_ready(self) -> float:
        """Seconds before the work begins: transfer, fetching, explaining."""
        return self.transfer + self.fetch + self.explain

    def lead(self, plan_lead: Side) -> Side:
        """The side that begins where sides take turns."""
        return self.dose.first.side(plan_lead) or plan_lead

    @property
    def level(self) -> Level:
        """Standing, seated or floor."""
        return self.version.position.level


@dataclass(frozen=True, slots=True)
class Timeline:
    """A plan worked out. ``items`` and ``steps`` are in order; times run from the start of class. ``visits`` are every
    time that an item is come to; ``items`` are the items, each once, with all of their times together."""

    plan: Plan
    steps: tuple[Step, ...]
    items: tuple[ItemTime, ...]
    pace: float
    visits: tuple[ItemTime, ...]

    @property
    def total(self) -> float:
        """All of it, in seconds."""
        return self.steps[-1].end if self.steps else 0.0

    @property
    def over(self) -> float:
        """Seconds over the booked length; negative when there is time to spare."""
        return self.total - self.plan.length_min * 60

    def seconds_of(self, kind: StepKind) -> float:
        """All steps of a kind together, in seconds."""
        return sum(step.seconds for step in self.steps if step.kind is kind)

    def parts(self) -> dict[StepKind, float]:
        """Seconds by kind of step; they add up to the total."""
        parts = dict.fromkeys(StepKind, 0.0)
        for step in self.steps:
            parts[step.kind] += step.seconds
        return parts

    def block_seconds(self) -> tuple[float, ...]:
        """Seconds of each block of the plan, its transfers, fetching and rests included."""
        seconds = [0.0] * len(self.plan.blocks)
        for item in self.items:
            seconds[item.block] += item.total
        return tuple(seconds)

    def changes_of_level(self) -> int:
        """How often the group goes from one level to another."""
        levels = [self.plan.start.level, *(visit.level for visit in self.visits)]
        return sum(a is not b for a, b in pairwise(levels))

    def props(self) -> tuple[str, ...]:
        """Every prop used, in the order of first use."""
        return tuple(dict.fromkeys(prop for item in self.items for prop in item.version.props))

    def steps_of(self, item_id: str) -> tuple[Step, ...]:
        """Every step of an item, in all of its rounds."""
        return tuple(
            step
            for visit in self.visits
            if visit.item.id == item_id
            for step in self.steps[visit.first_step : visit.last_step]
        )

    def time_of(self, item_id: str) -> ItemTime | None:
        """Where an item's time goes, or None when it is not in the plan."""
        return next((item for item in self.items if item.item.id == item_id), None)
