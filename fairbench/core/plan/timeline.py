"""The timeline: a plan and a group worked out to the second.

Item time = transfer + fetch + explain + work (with switches and rests between sets) + rest after.
Steps meet: each starts where the one before ends, and the last ends at the total.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise

from ..dose.dose import Dose
from ..dose.work import Run
from ..exercises.aim import BlockKind
from ..exercises.cues import say
from ..exercises.exercise import Exercise, Prop, Version
from ..exercises.shelf import Shelf
from ..people.person import Group
from ..positions import Level, Position
from ..sides import Side, passes_of
from .plan import DEFAULT_REST_AFTER, Item, Plan
from .transfers import TransferGraph, Way, default_graph

EXPLAIN_NEW, EXPLAIN_KNOWN, EXPLAIN_WELL_KNOWN = 25.0, 12.0, 6.0
WELL_KNOWN_MEETINGS = 3
PICK_UP = 3.0
"""Seconds to take up again a prop that was fetched before. Our own assumption."""
PUT_AWAY = 5.0
"""Seconds a kind of prop that was handed out takes to put away at the end. Our own assumption."""
WATER = 30.0
"""Seconds of a pause for water. Our own assumption."""
WATER_MARGIN = 300.0
"""No pause for water in the last five minutes."""


class StepKind(StrEnum):
    """What a stretch of the class's time goes to."""

    TRANSFER = "transfer"
    FETCH = "fetch"
    EXPLAIN = "explain"
    WORK = "work"
    SWITCH = "switch"
    REST = "rest"
    WATER = "water"
    CLOSE = "close"


@dataclass(frozen=True, slots=True)
class Step:
    """A stretch of the class with one thing going on.

    ``item`` is None for what belongs to no item. ``side`` is None when both work at once or take
    turns; ``direction`` is "" when there is only one. ``runs`` is what is counted, ``held`` the
    props in hand while it lasts.
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

    @property
    def seconds(self) -> float:
        """How long it takes, in seconds."""
        return self.end - self.start


@dataclass(frozen=True, slots=True)
class ItemTime:
    """Where the seconds of one item go. ``begins`` is the start of its explaining: the plank's edge."""

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

    @property
    def total(self) -> float:
        """All of it, in seconds."""
        return self.end - self.start

    @property
    def getting_ready(self) -> float:
        """Seconds before the work begins: transfer, fetching, explaining."""
        return self.transfer + self.fetch + self.explain

    @property
    def level(self) -> Level:
        """Standing, seated or floor."""
        return self.version.position.level


@dataclass(frozen=True, slots=True)
class Timeline:
    """A plan worked out. ``items`` and ``steps`` are in order; times run from the start of class."""

    plan: Plan
    steps: tuple[Step, ...]
    items: tuple[ItemTime, ...]
    pace: float

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
        levels = [self.plan.start.level, *(item.level for item in self.items)]
        return sum(a is not b for a, b in pairwise(levels))

    def props(self) -> tuple[str, ...]:
        """Every prop used, in the order of first use."""
        return tuple(dict.fromkeys(prop for item in self.items for prop in item.version.props))

    def time_of(self, item_id: str) -> ItemTime | None:
        """Where an item's time goes, or None when it is not in the plan."""
        return next((item for item in self.items if item.item.id == item_id), None)


def explain_seconds(meetings: int) -> float:
    """Seconds to explain an exercise taught in that many meetings before."""
    if meetings == 0:
        return EXPLAIN_NEW
    return EXPLAIN_WELL_KNOWN if meetings >= WELL_KNOWN_MEETINGS else EXPLAIN_KNOWN


def compile_timeline(plan: Plan, group: Group, shelf: Shelf, graph: TransferGraph | None = None) -> Timeline:
    """Work ``plan`` out for ``group``. Raises :class:`PlanError` for what is not on the shelf."""
    return _Compiler(plan, group, shelf, graph or default_graph()).run()


class _Compiler:
    """Walks the plan once, keeping where the group is and what it holds."""

    def __init__(self, plan: Plan, group: Group, shelf: Shelf, graph: TransferGraph) -> None:
        self.plan, self.group, self.shelf, self.graph = plan, group, shelf, graph
        self.pace = group.pace
        self.now = 0.0
        self.position = plan.start
        self.held: tuple[str, ...] = ()
        self.fetched: dict[str, None] = {}
        self.seen: dict[str, int] = {}
        self.watered_at = 0.0
        self.lies_for: Side | None = None
        """The side that works as the group lies: on their right side the left is free."""
        self.steps: list[Step] = []
        self.items: list[ItemTime] = []

    def run(self) -> Timeline:
        for number, block in enumerate(self.plan.blocks):
            for item in block.items:
                self._water()
                self._item(item, number, block.kind)
        if self.items:
            self._finish()
        return Timeline(self.plan, tuple(self.steps), tuple(self.items), self.pace)

    def _step(self, kind: StepKind, seconds: float, item: str | None, says: str = "") -> float:
        """Append a step of some seconds and move the clock; a step of no time is no step."""
        if seconds > 0:
            end = self.now + seconds
            self.steps.append(Step(kind, self.now, end, item, self.position, says, held=self.held))
            self.now = end
        return seconds

    def _water(self) -> None:
        every = self.plan.water_every_min * 60
        left = self.plan.length_min * 60 - self.now
        if every and self.now - self.watered_at >= every and left >= WATER_MARGIN:
            self._step(StepKind.WATER, WATER, None, "A pause for water.")
            self.watered_at = self.now

    def _item(self, item: Item, block: int, kind: BlockKind) -> None:
        exercise = self.shelf.exercise(item.exercise)
        version = exercise.version(item.version)
        dose = item.dose or version.dose
        start, first = self.now, len(self.steps)
        transfer, fetch = self._get_ready(item.id, version)
        begins = self.now
        says = " ".join(say(cue, None) for cue in version.cues.set_up)
        meetings = self.group.taught.get(exercise.id, 0) + self.seen.get(exercise.id, 0) * WELL_KNOWN_MEETINGS
        explain = self._step(StepKind.EXPLAIN, explain_seconds(meetings), item.id, says)
        self.seen[exercise.id] = self.seen.get(exercise.id, 0) + 1
        switch = self._work(item.id, exercise, version, dose)
        rest = item.rest_after if item.rest_after is not None else DEFAULT_REST_AFTER
        self._step(StepKind.REST, rest, item.id, "Rest. How does that feel?")
        time = dose.time
        self.items.append(
            ItemTime(
                item=item,
                exercise=exercise,
                version=version,
                dose=dose,
                block=block,
                kind=kind,
                start=start,
                begins=begins,
                end=self.now,
                transfer=transfer,
                fetch=fetch,
                explain=explain,
                work=time.work,
                switch=switch,
                rest=time.rest + rest,
                count=time.count,
                first_step=first,
                last_step=len(self.steps),
            )
        )

    def _get_ready(self, item_id: str | None, version: Version) -> tuple[float, float]:
        """Transfer and fetch. Things are fetched at whichever level is the higher, on foot or from
        the chair, before going down and after coming up; what is worn is put on before."""
        way = self.graph.way(self.position, version.position, self.pace)
        going_down = version.position.level is Level.FLOOR and self.position.level is not Level.FLOOR
        worn = any(self.shelf.props[prop].worn for prop in version.props if prop not in self.held)
        if going_down or worn:
            fetch = self._fetch(item_id, version)
            transfer = self._transfer(item_id, way)
        else:
            transfer = self._transfer(item_id, way)
            fetch = self._fetch(item_id, version)
        return transfer, fetch

    def _transfer(self, item_id: str | None, way: Way) -> float:
        total = 0.0
        for move in way.moves:
            self.position, self.lies_for = move.end, None
            total += self._step(StepKind.TRANSFER, move.seconds, item_id, move.says[:1].upper() + move.says[1:] + ".")
        return total

    def _fetch(self, item_id: str | None, version: Version) -> float:
        """Seconds for the props that are not in hand yet. Every prop is handed out at once, so the
        slowest one sets the time."""
        missing = [prop for prop in version.props if prop not in self.held]
        seconds = max((PICK_UP if p in self.fetched else self.shelf.props[p].fetch for p in missing), default=0.0)
        self.held = version.props
        self.fetched.update(dict.fromkeys(version.props))
        # Who has just sat down is at the chair.
        seated = self.position in (Position.SEATED, Position.SEATED_EDGE)
        told = [self.shelf.props[prop] for prop in missing if not (prop == "chair" and seated)]
        words = _ready_words(told) if told or not missing else "Find your place on the chair."
        return self._step(StepKind.FETCH, seconds, item_id, words)

    def _work(self, item_id: str, exercise: Exercise, version: Version, dose: Dose) -> float:
        """The sets and passes; gives back the seconds that changing sides took."""
        runs = dose.runs()
        seconds = sum(run.seconds for run in runs)
        on_side = version.position is Position.SIDE_LYING
        switched = 0.0
        for set_number in range(1, dose.sets + 1):
            if set_number > 1:
                self._step(StepKind.REST, dose.rest, item_id, "Rest between sets.")
            # Who lies on one side goes on there: they roll over once, not before every set and item.
            lead = self.lies_for if on_side and self.lies_for else self.plan.lead
            passes = passes_of(dose.sides, lead)
            for number, (side, way) in enumerate(passes):
                if number:
                    switched += self._switch(item_id, dose, passes, number, on_side)
                self.lies_for = side if on_side else None
                end = self.now + seconds
                direction = exercise.directions[way - 1] if way else ""
                self.steps.append(
                    Step(
                        StepKind.WORK,
                        self.now,
                        end,
                        item_id,
                        self.position,
                        side=side,
                        direction=direction,
                        set_number=set_number,
                        sets=dose.sets,
                        runs=runs,
                        held=self.held,
                    )
                )
                self.now = end
        return switched

    def _switch(
        self, item_id: str, dose: Dose, passes: tuple[tuple[Side | None, int], ...], number: int, on_side: bool
    ) -> float:
        """From one pass to the next. From one side to the other one rolls by way of the back."""
        if on_side and passes[number][0] is not passes[number - 1][0]:
            over = self.graph.way(Position.SIDE_LYING, Position.SUPINE, self.pace)
            back = self.graph.way(Position.SUPINE, Position.SIDE_LYING, self.pace)
            roll = max(dose.switch, over.seconds + back.seconds)
            return self._step(StepKind.SWITCH, roll, item_id, "Roll over by way of your back, onto the other side.")
        return self._step(StepKind.SWITCH, dose.switch, item_id, _switch_words(passes, number))

    def _finish(self) -> None:
        """Back to where everyone started, and things put away."""
        self._transfer(None, self.graph.way(self.position, self.plan.start, self.pace))
        self.held = ()
        handed_out = sum(self.shelf.props[prop].fetch > 0 for prop in self.fetched)
        self._step(StepKind.CLOSE, PUT_AWAY * handed_out, None, "Put things away.")


def _ready_words(props: Sequence[Prop]) -> str:
    """``Take your mat and small ball and go to the wall.`` What is carried is taken before anyone goes to, or holds,
    what stays where it is. Empty without props."""
    taken = [prop.name for prop in props if not prop.ready]
    worn = any(prop.worn for prop in props)  # put on seated, so the rail is not held yet
    others = sorted((prop for prop in props if prop.ready and not (worn and prop.shared)), key=lambda p: not p.fetch)
    words = [f"take your {' and '.join(taken)}"] if taken else []
    sentence = " and ".join(words + [prop.ready for prop in others])
    return f"{sentence[:1].upper()}{sentence[1:]}." if sentence else ""


def _switch_words(passes: tuple[tuple[Side | None, int], ...], number: int) -> str:
    same_side = passes[number][0] is passes[number - 1][0]
    return "Now the other way." if same_side else "Change sides."
