"""The bench as a drawing: planks on a true time axis, the level line, and a row for each person.

Only geometry: times become places. The units are those of the SVG's view box.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from fairbench.core.clock import minutes_and_seconds
from fairbench.core.dose_words import short, summary
from fairbench.core.people import Person
from fairbench.core.positions import Level
from fairbench.core.timeline import ItemTime, Step, StepKind, Timeline

from .labels import SIZE, lines_for, width_of

WIDTH, LEFT, RIGHT = 1000.0, 118.0, 14.0
AXIS, TOP = 16.0, 26.0
LANE, THIN_LANE, PLANK, LABEL = 82.0, 24.0, 44.0, 15.0
ROW, ROW_PLANK = 27.0, 15.0
INSET = 5.0


@dataclass(frozen=True, slots=True)
class Plank:
    """One item on its lane. ``outside`` is a label above or below with its baseline."""

    id: str
    number: int
    block: int
    place: int
    kind: str
    x: float
    y: float
    width: float
    lines: tuple[tuple[float, str], ...]
    dose: str
    dose_y: float
    outside: str
    outside_y: float
    spoken: str
    extra: bool

    @property
    def end(self) -> float:
        return round(self.x + self.width, 1)

    @property
    def text_x(self) -> float:
        return round(self.x + INSET, 1)

    @property
    def weave_y(self) -> float:
        return self.y + PLANK - 6

    @property
    def ring_x(self) -> float:
        return round(self.x - 3, 1)

    @property
    def ring_y(self) -> float:
        return self.y - 3

    @property
    def ring_width(self) -> float:
        return round(self.width + 6, 1)


@dataclass(frozen=True, slots=True)
class Lane:
    name: str
    base: float
    used: bool


@dataclass(frozen=True, slots=True)
class Tick:
    x: float
    minute: int


@dataclass(frozen=True, slots=True)
class Row:
    """A person's planks on the same axis, as one path."""

    name: str
    y: float
    path: str
    pace: str


@dataclass(frozen=True, slots=True)
class Drawing:
    height: float
    planks: tuple[Plank, ...]
    lanes: tuple[Lane, ...]
    ticks: tuple[Tick, ...]
    rows: tuple[Row, ...]
    level_line: str
    booked_x: float
    rows_top: float
    waters: tuple[float, ...]
    width: float = WIDTH
    left: float = LEFT
    top: float = TOP

    @property
    def line_width(self) -> float:
        """Width of the lanes alone, for the small drawing on the list of plans."""
        return self.width - self.left

    @property
    def line_height(self) -> float:
        return self.lanes[-1].base - 6


def draw(timeline: Timeline, people: Sequence[Person]) -> Drawing:
    """Lay a timeline out."""
    longest = max(timeline.total, timeline.plan.length_min * 60.0)
    scale = (WIDTH - LEFT - RIGHT) / longest
    lanes = _lanes(timeline)
    bases = {lane.name: lane.base for lane in lanes}
    planks = _planks(timeline, scale, bases)
    rows_top = lanes[-1].base + 26
    rows = tuple(
        Row(
            name=person.name,
            y=rows_top + number * ROW,
            path=_row_path(timeline, scale, rows_top + number * ROW + (ROW - ROW_PLANK) / 2),
            pace=f"pace {person.pace:g}" if person.pace > 1 else "",
        )
        for number, person in enumerate(people)
    )
    return Drawing(
        height=rows_top + max(1, len(rows)) * ROW + 8,
        planks=planks,
        lanes=lanes,
        ticks=tuple(Tick(_x(m * 60, scale), m) for m in range(0, int(longest // 60) + 1, 5)),
        rows=rows,
        level_line=_level_line(timeline, scale, bases),
        booked_x=_x(timeline.plan.length_min * 60.0, scale),
        rows_top=rows_top,
        waters=tuple(_x(s.start, scale) for s in timeline.steps if s.kind is StepKind.WATER),
    )


def _x(seconds: float, scale: float) -> float:
    return round(LEFT + seconds * scale, 1)


def _lanes(timeline: Timeline) -> tuple[Lane, ...]:
    """The three levels; one that nobody goes to is drawn thin."""
    used = {item.level for item in timeline.items} or {timeline.plan.start.level}
    lanes, base = [], TOP
    for level in Level:
        base += LANE if level in used else THIN_LANE
        lanes.append(Lane(level.value, base, level in used))
    return tuple(lanes)


def _planks(timeline: Timeline, scale: float, bases: dict[str, float]) -> tuple[Plank, ...]:
    planks: list[Plank] = []
    free: dict[tuple[str, str], float] = {}
    place, block = 0, -1
    for number, item in enumerate(timeline.items, 1):
        place = place + 1 if item.block == block else 0
        block = item.block
        x = _x(item.begins, scale)
        width = max(4.0, round((item.end - item.begins) * scale - 2, 1))
        top = bases[item.level.value] - PLANK
        planks.append(_plank(item, number, place, x, top, width, free))
    return tuple(planks)


def _plank(
    item: ItemTime, number: int, place: int, x: float, top: float, width: float, free: dict[tuple[str, str], float]
) -> Plank:
    room = width - 2 * INSET
    dose = short(item.dose)
    lines = lines_for(item.exercise.name, room)
    outside, outside_y = "", 0.0
    if not lines:
        outside, outside_y = _outside(item, x, top, width, free)
        if not outside:
            lines = lines_for(item.exercise.short, room)
    shown_dose = dose if width_of(dose) <= room else ""
    if not lines and not shown_dose:
        shown_dose = str(number) if width_of(str(number)) <= width else ""
    text_height = 14.0
    block_height = text_height * (len(lines) + bool(shown_dose))
    first = top + (PLANK - 6 - block_height) / 2 + 12
    return Plank(
        id=item.item.id,
        number=number,
        block=item.block,
        place=place,
        kind=item.kind.value,
        x=x,
        y=round(top, 1),
        width=width,
        lines=tuple((round(first + n * text_height, 1), line) for n, line in enumerate(lines)),
        dose=shown_dose,
        dose_y=round(first + len(lines) * text_height, 1),
        outside=outside,
        outside_y=outside_y,
        spoken=f"{number}. {item.exercise.name}, {item.version.name}, {summary(item.dose, item.exercise.limb)}, "
        f"{item.kind.words}, {item.level.value}, from {minutes_and_seconds(item.begins)} "
        f"for {minutes_and_seconds(item.end - item.begins)}",
        extra=item.item.extra,
    )


def _outside(
    item: ItemTime, x: float, top: float, width: float, free: dict[tuple[str, str], float]
) -> tuple[str, float]:
    """A label above or below the plank, the full name before the short one, wherever there is room."""
    for name in (item.exercise.name, item.exercise.short):
        for side, y in (("above", top - 5), ("below", top + PLANK + LABEL - 2)):
            key = (item.level.value, side)
            end = x + width_of(name)
            if free.get(key, 0.0) <= x and end <= WIDTH:
                limit = x + max(width * 2, width_of(item.exercise.short))
                if name == item.exercise.name and end > limit:
                    continue
                free[key] = end + SIZE / 2
                return name, round(y, 1)
    return "", 0.0


def _row_path(timeline: Timeline, scale: float, y: float) -> str:
    """A person's planks: a whole bar for every item, since everyone does it as planned."""
    bars = []
    for item in timeline.items:
        width = max(2.0, round((item.end - item.begins) * scale - 2, 1))
        bars.append(f"M{_x(item.begins, scale)} {y:.1f}h{width}v{ROW_PLANK}h-{width}z")
    return "".join(bars)


def _level_line(timeline: Timeline, scale: float, bases: dict[str, float]) -> str:
    """The line that rises and falls with the body, at the very second it does."""
    y = bases[timeline.plan.start.level.value]
    path = [f"M{LEFT:g} {y:g}"]
    for step in timeline.steps:
        level = bases[step.position.level.value]
        if level != y:
            path.append(f"H{_turn(step, scale)}V{level:g}")
            y = level
    path.append(f"H{_x(timeline.total, scale)}")
    return "".join(path)


def _turn(step: Step, scale: float) -> float:
    return _x((step.start + step.end) / 2, scale)
