"""The bench as a drawing: planks on a true time axis, the level line, and a row for each person.

Only geometry: times become places. The units are those of the SVG's view box.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from fairbench.core.clock import minutes_and_seconds
from fairbench.core.dose.words import short, summary
from fairbench.core.fit.share import Share
from fairbench.core.fit.verdict import Fit, Verdict, VerdictKind
from fairbench.core.people.person import Person
from fairbench.core.plan.timeline import ItemTime, Step, StepKind, Timeline
from fairbench.core.positions import Level

from .labels import SIZE, lines_for, name_for, width_of

WIDTH, LEFT, RIGHT = 1000.0, 158.0, 14.0
TOP = 16.0
GAP, THIN_LANE, PLANK, LABEL = 16.0, 28.0, 50.0, 14.0
LINE, WEAVE = 13.5, 5.0
ROW, ROW_PLANK = 26.0, 14.0
INSET = 5.0
NAME_LEFT, SHARE_ROOM = 10.0, 42.0


@dataclass(frozen=True, slots=True)
class Plank:
    """One item on its lane. ``outside`` is a label above or below with its baseline; ``leader`` joins it
    to the plank when another label stands between."""

    id: str
    exercise: str
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
    leader: str
    spoken: str
    extra: bool

    @property
    def accessible_name(self) -> str:
        """What is read out: first the words that are seen, so that speech input finds them."""
        seen = " ".join(filter(None, [self.outside, *(line for _, line in self.lines), self.dose]))
        return f"{seen}. {self.spoken}" if seen else self.spoken

    @property
    def end(self) -> float:
        """Where it ends, across."""
        return round(self.x + self.width, 1)

    @property
    def text_x(self) -> float:
        """Where its words begin, across."""
        return round(self.x + INSET, 1)

    @property
    def weave_y(self) -> float:
        """Where its texture begins, down."""
        return self.y + PLANK - WEAVE

    @property
    def ring_x(self) -> float:
        """Where the ring around it begins, across, when it is chosen."""
        return round(self.x - 3, 1)

    @property
    def ring_y(self) -> float:
        """Where that ring begins, down."""
        return self.y - 3

    @property
    def ring_width(self) -> float:
        """How wide that ring is."""
        return round(self.width + 6, 1)


@dataclass(frozen=True, slots=True)
class Lane:
    """The line of one level: its ``base`` is where its planks stand, down."""

    name: str
    base: float
    used: bool


@dataclass(frozen=True, slots=True)
class Tick:
    """A whole minute on the ruler."""

    x: float
    minute: int


@dataclass(frozen=True, slots=True)
class Cell:
    """One person and one item that is not as planned: its shape, place and words."""

    item: str
    number: int
    kind: VerdictKind
    x: float
    width: float
    words: str
    overridden: bool


@dataclass(frozen=True, slots=True)
class Row:
    """A person's place on the same axis: ``path`` are the planks that are as planned, ``cells`` the others.

    ``path`` is empty where everything is as planned; then they are the drawing's ``row_path``.
    """

    id: str
    name: str
    y: float
    pace: str
    share: str
    path: str
    cells: tuple[Cell, ...]

    @property
    def shown(self) -> str:
        """The name as far as there is room beside the share."""
        return name_for(self.name, LEFT - NAME_LEFT - SHARE_ROOM)


@dataclass(frozen=True, slots=True)
class Drawing:
    """Everything the bench draws, in units of the drawing."""

    height: float
    planks: tuple[Plank, ...]
    lanes: tuple[Lane, ...]
    ticks: tuple[Tick, ...]
    rows: tuple[Row, ...]
    row_path: str
    level_line: str
    booked_x: float
    rows_top: float
    waters: tuple[float, ...]
    width: float = WIDTH
    left: float = LEFT
    top: float = TOP
    plank: float = PLANK

    @property
    def line_width(self) -> float:
        """Width of the lanes alone, for the small drawing on the list of plans."""
        return self.width - self.left

    @property
    def line_height(self) -> float:
        """How high the line of planks is, without the rows of people."""
        return self.lanes[-1].base - 6


def draw(
    timeline: Timeline, people: Sequence[Person], found: Fit | None = None, shares: Sequence[Share] = ()
) -> Drawing:
    """Lay a timeline out, with the verdicts of ``found`` in people's rows."""
    longest = max(timeline.total, timeline.plan.length_min * 60.0)
    scale = (WIDTH - LEFT - RIGHT) / longest
    labels = _Labels(timeline, scale)
    lanes = _lanes(timeline, labels)
    bases = {lane.name: lane.base for lane in lanes}
    rows_top = lanes[-1].base + 12 + LABEL * labels.below(lanes[-1].name)
    parts = {share.person.id: share.part for share in shares}
    bars = _bars(timeline, scale)
    rows = tuple(
        _row(person, rows_top + number * ROW, bars, found, parts.get(person.id)) for number, person in enumerate(people)
    )
    return Drawing(
        height=rows_top + max(1, len(rows)) * ROW + 8,
        planks=_planks(timeline, scale, bases, labels),
        lanes=lanes,
        ticks=tuple(Tick(_x(m * 60, scale), m) for m in range(0, int(longest // 60) + 1, 5)),
        rows=rows,
        row_path="".join(bar.path for bar in bars),
        level_line=_level_line(timeline, scale, bases),
        booked_x=_x(timeline.plan.length_min * 60.0, scale),
        rows_top=rows_top,
        waters=tuple(_x(s.start, scale) for s in timeline.steps if s.kind is StepKind.WATER),
    )


def _x(seconds: float, scale: float) -> float:
    return round(LEFT + seconds * scale, 1)


def _width(item: ItemTime, scale: float) -> float:
    return max(4.0, round((item.end - item.begins) * scale - 2, 1))


class _Labels:
    """Names that do not fit their plank, set on lines above or below it: short where it must be, the
    whole name where there is room up to the next label of the same line."""

    LINES = ("above", "below", "higher")

    def __init__(self, timeline: Timeline, scale: float) -> None:
        self.inside: dict[str, tuple[str, ...]] = {}
        self.tiers: dict[tuple[str, str], list[tuple[float, ItemTime]]] = {}
        for item in timeline.items:
            self.inside[item.item.id] = lines_for(item.exercise.name, _width(item, scale) - 2 * INSET)
            if not self.inside[item.item.id]:
                self._put(item, _x(item.begins, scale))
        self.outside = self._settle()

    def above(self, level: str) -> int:
        """How many lines of labels stand above the planks of a level."""
        return 2 if (level, "higher") in self.tiers else int((level, "above") in self.tiers)

    def below(self, level: str) -> int:
        return int((level, "below") in self.tiers)

    def _put(self, item: ItemTime, x: float) -> None:
        """Find a line with room for the label; with none free it is left to the plank itself."""
        if x + width_of(item.exercise.short) > WIDTH:
            return
        for line in self.LINES:
            tier = self.tiers.get((item.level.value, line), [])
            if not tier or tier[-1][0] + width_of(tier[-1][1].exercise.short) + SIZE / 2 <= x:
                self.tiers[item.level.value, line] = [*tier, (x, item)]
                return

    def _settle(self) -> dict[str, tuple[str, str]]:
        """The text and line of every label, by item."""
        settled = {}
        for (level, line), tier in self.tiers.items():
            # A label of the nearer line must not grow across the leaders of the one above it.
            leaders = [x for x, _ in self.tiers.get((level, "higher"), [])] if line == "above" else []
            for x, item in tier:
                limit = (
                    min((other for other in [*(o for o, _ in tier), *leaders] if other > x), default=WIDTH) - SIZE / 2
                )
                whole = item.exercise.name
                settled[item.item.id] = (whole if x + width_of(whole) <= limit else item.exercise.short, line)
        return settled


def _lanes(timeline: Timeline, labels: _Labels) -> tuple[Lane, ...]:
    """The three levels, each as high as its labels need; one that nobody goes to is drawn thin."""
    used = {item.level for item in timeline.items} or {timeline.plan.start.level}
    lanes: list[Lane] = []
    top = TOP
    for level in Level:
        room = PLANK + LABEL * labels.above(level.value) if level in used else THIN_LANE - GAP
        lanes.append(Lane(level.value, top + GAP + room, level in used))
        top += GAP + room + LABEL * labels.below(level.value)
    return tuple(lanes)


def _planks(timeline: Timeline, scale: float, bases: dict[str, float], labels: _Labels) -> tuple[Plank, ...]:
    planks = []
    place, block = 0, -1
    for number, item in enumerate(timeline.items, 1):
        place = place + 1 if item.block == block else 0
        block = item.block
        planks.append(_plank(item, number, place, scale, bases[item.level.value], labels))
    return tuple(planks)


def _plank(item: ItemTime, number: int, place: int, scale: float, base: float, labels: _Labels) -> Plank:
    top, width = base - PLANK, _width(item, scale)
    room = width - 2 * INSET
    lines = labels.inside[item.item.id]
    outside, line = labels.outside.get(item.item.id, ("", ""))
    if not lines and not outside:
        lines = lines_for(item.exercise.short, room)
    dose = short(item.dose)
    shown_dose = dose if width_of(dose) <= room else ""
    first = top + (PLANK - WEAVE - LINE * (len(lines) + bool(shown_dose))) / 2 + 11
    outside_y = {"above": top - 4, "higher": top - 4 - LABEL, "below": base + LABEL - 2, "": 0.0}[line]
    return Plank(
        id=item.item.id,
        exercise=item.exercise.id,
        number=number,
        block=item.block,
        place=place,
        kind=item.kind.value,
        x=_x(item.begins, scale),
        y=round(top, 1),
        width=width,
        lines=tuple((round(first + n * LINE, 1), line) for n, line in enumerate(lines)),
        dose=shown_dose,
        dose_y=round(first + len(lines) * LINE, 1),
        outside=outside,
        outside_y=round(outside_y, 1),
        leader=f"M{_x(item.begins, scale) + 1:g} {top:g}V{outside_y + 3:g}" if line == "higher" else "",
        spoken=f"{number}. {item.exercise.name}, {item.version.name}, {summary(item.dose, item.exercise.limb)}, "
        f"{item.kind.words}, {item.level.value}, from {minutes_and_seconds(item.begins)} "
        f"for {minutes_and_seconds(item.end - item.begins)}",
        extra=item.item.extra,
    )


@dataclass(frozen=True, slots=True)
class _Bar:
    """An item's place in everybody's row, worked out once for all."""

    number: int
    time: ItemTime
    x: float
    width: float
    path: str


def _bars(timeline: Timeline, scale: float) -> tuple[_Bar, ...]:
    bars = []
    for number, time in enumerate(timeline.items, 1):
        x, width = _x(time.begins, scale), max(2.0, round((time.end - time.begins) * scale - 2, 1))
        path = f"M{x} {(ROW - ROW_PLANK) / 2:g}h{width}v{ROW_PLANK}h-{width}z"
        bars.append(_Bar(number, time, x, width, path))
    return tuple(bars)


def _row(person: Person, y: float, bars: Sequence[_Bar], found: Fit | None, part: float | None) -> Row:
    pace = f"pace {person.pace:g}" if person.pace > 1 else ""
    share = f"{part:.0%}" if part is not None else ""
    if found is None:
        return Row(person.id, person.name, y, pace, share, "", ())
    planned: list[str] = []
    cells: list[Cell] = []
    for bar in bars:
        item = bar.time.item.id
        verdict = found.verdicts[person.id, item]
        if verdict.kind is VerdictKind.AS_PLANNED and not verdict.overridden:
            planned.append(bar.path)
        else:
            words = f"{bar.number}. {bar.time.exercise.name}: {_done(verdict)}"
            cells.append(Cell(item, bar.number, verdict.kind, bar.x, bar.width, words, verdict.overridden))
    return Row(person.id, person.name, y, pace, share, "".join(planned) if cells else "", tuple(cells))


def _done(verdict: Verdict) -> str:
    """What somebody does instead, as it is read out."""
    if verdict.version is None:
        return verdict.kind.words
    what = verdict.version.name
    if verdict.kind is VerdictKind.SWAPPED:
        what = f"{verdict.exercise.name}, {what}"
    return f"{'your decision' if verdict.overridden else verdict.kind.words}: {what}"


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
