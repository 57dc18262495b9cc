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
from fairbench.core.plan.work import effort_over_time
from fairbench.core.positions import Level
from fairbench.web.exercises.figures import address

from .labels import SIZE, lines_for, name_for, width_of

WIDTH, LEFT, RIGHT = 1000.0, 158.0, 14.0
TOP = 16.0
GAP, PLANK, ROOMY_PLANK, LABEL = 16.0, 54.0, 92.0, 14.0
ROOMY_WIDTH, WIDEST = 67.0, 9000.0
"""How wide the narrowest plank is in the roomy drawing, and how wide that drawing may become."""
LINE, WEAVE = 13.5, 5.0
FIGURE = 46.0
BRACKET = 20.0
ROW, ROW_PLANK = 26.0, 14.0
INSET = 5.0
NAME_LEFT, SHARE_ROOM = 10.0, 42.0


@dataclass(frozen=True, slots=True)
class Plank:
    """One item on its lane, or one of the times that it is come to. Its number always stands in it: before its name
    where that fits, else alone as ``mark``. ``outside`` is a name above or below with its baseline; ``figure`` the
    address of its picture where there is room."""

    id: str
    exercise: str
    number: int
    block: int
    place: int
    kind: str
    x: float
    y: float
    width: float
    height: float
    lines: tuple[tuple[float, str], ...]
    mark: str
    mark_y: float
    dose: str
    dose_x: float
    dose_y: float
    outside: str
    outside_y: float
    figure: str
    spoken: str
    extra: bool
    round_number: int = 1

    @property
    def accessible_name(self) -> str:
        """What is read out: first the words that are seen, so that speech input finds them."""
        seen = " ".join(filter(None, [self.outside, *(line for _, line in self.lines), self.mark, self.dose]))
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
        return self.y + self.height - WEAVE

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
class DrawnBracket:
    """A bracket over its planks, with its words where they fit."""

    x: float
    end: float
    y: float
    words: str
    title: str


@dataclass(frozen=True, slots=True)
class Flag:
    """A line of the plan on the ruler: what kind it is, and what is said."""

    x: float
    kind: str
    title: str


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
    round_number: int = 1


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
    flags: tuple[Flag, ...]
    brackets: tuple[DrawnBracket, ...]
    width: float = WIDTH
    left: float = LEFT
    top: float = TOP
    plank: float = PLANK
    roomy: bool = False
    efforts: tuple[tuple[float, float, float], ...] = ()
    """Where how hard it is: from, until, and the effort out of ten."""

    @property
    def line_width(self) -> float:
        """Width of the lanes alone, for the small drawing on the list of plans."""
        return self.width - self.left

    @property
    def line_height(self) -> float:
        """How high the line of planks is, without the rows of people."""
        return self.lanes[-1].base - 6


def draw(
    timeline: Timeline,
    people: Sequence[Person],
    found: Fit | None = None,
    shares: Sequence[Share] = (),
    roomy: bool = False,
) -> Drawing:
    """Lay a timeline out, with the verdicts of ``found`` in people's rows. A ``roomy`` one is as wide as its narrowest
    plank needs to be read."""
    longest = max(timeline.total, timeline.plan.length_min * 60.0)
    scale = (WIDTH - LEFT - RIGHT) / longest
    if roomy and timeline.visits:
        narrowest = min(visit.end - visit.begins for visit in timeline.visits)
        scale = max(scale, min(ROOMY_WIDTH / narrowest, (WIDEST - LEFT - RIGHT) / longest))
    width = round(LEFT + RIGHT + longest * scale, 1)
    plank = ROOMY_PLANK if roomy else PLANK
    numbers = {time.item.id: number for number, time in enumerate(timeline.items, 1)}
    labels = _Labels(timeline, scale, numbers, width)
    top = TOP + (BRACKET if timeline.plan.brackets else 0.0)
    lanes = _lanes(timeline, labels, top, plank)
    bases = {lane.name: lane.base for lane in lanes}
    rows_top = lanes[-1].base + 12 + LABEL * labels.below(lanes[-1].name)
    parts = {share.person.id: share.part for share in shares}
    bars = _bars(timeline, scale, numbers)
    rows = tuple(
        _row(person, rows_top + number * ROW, bars, found, parts.get(person.id)) for number, person in enumerate(people)
    )
    return Drawing(
        height=rows_top + max(1, len(rows)) * ROW + 8,
        planks=_planks(timeline, scale, bases, labels, numbers, plank),
        lanes=lanes,
        ticks=tuple(Tick(_x(m * 60, scale), m) for m in range(0, int(longest // 60) + 1, 1 if roomy else 5)),
        rows=rows,
        row_path="".join(bar.path for bar in bars),
        level_line=_level_line(timeline, scale, bases),
        booked_x=_x(timeline.plan.length_min * 60.0, scale),
        rows_top=rows_top,
        flags=_flags(timeline, scale),
        brackets=_brackets(timeline, scale),
        width=width,
        top=top,
        plank=plank,
        roomy=roomy,
        efforts=tuple((_x(start, scale), _x(end, scale), effort) for start, end, effort in effort_over_time(timeline)),
    )


def _flags(timeline: Timeline, scale: float) -> tuple[Flag, ...]:
    """Water, and the lines of the plan."""
    lines = {line.id: line for line in timeline.plan.lines}
    flags = []
    for step in timeline.steps:
        if step.kind is StepKind.WATER:
            flags.append(Flag(_x(step.start, scale), "water", step.says))
        elif step.kind is StepKind.LINE:
            flags.append(
                Flag(_x(step.start, scale), lines[step.line].kind.value, f"{lines[step.line].label}: {step.says}")
            )
    return tuple(flags)


def _brackets(timeline: Timeline, scale: float) -> tuple[DrawnBracket, ...]:
    """Every bracket over all of its rounds."""
    drawn = []
    for bracket in timeline.plan.brackets:
        visits = [visit for visit in timeline.visits if visit.item.bracket == bracket.id]
        x, end = _x(visits[0].begins, scale), round(_x(visits[-1].end, scale) - 2, 1)
        words = bracket.words if width_of(bracket.words) + 2 * INSET <= end - x else ""
        drawn.append(DrawnBracket(x, end, TOP + 8, words, bracket.words))
    return tuple(drawn)


def _x(seconds: float, scale: float) -> float:
    return round(LEFT + seconds * scale, 1)


def _width(item: ItemTime, scale: float) -> float:
    return max(4.0, round((item.end - item.begins) * scale - 2, 1))


class _Labels:
    """Names in their plank, and those that do not fit in it on a line above or below, as long as there is room for the
    whole name. Any other plank has its number alone; the running order has its name."""

    LINES = ("above", "below")

    def __init__(self, timeline: Timeline, scale: float, numbers: dict[str, int], width: float) -> None:
        self.width = width
        self.inside: dict[str, tuple[str, ...]] = {}
        self.outside: dict[str, tuple[str, str]] = {}
        self.tiers: dict[tuple[str, str], float] = {}
        for visit in timeline.visits:
            if visit.round_number > 1:
                continue
            room = _width(visit, scale) - 2 * INSET
            self.inside[visit.item.id] = _name_lines(numbers[visit.item.id], visit, room)
            if not self.inside[visit.item.id]:
                name = f"{numbers[visit.item.id]} {visit.exercise.name}"
                self._put(visit, _x(visit.begins, scale), name)

    def above(self, level: str) -> int:
        """How many lines of labels stand above the planks of a level."""
        return int((level, "above") in self.tiers)

    def below(self, level: str) -> int:
        return int((level, "below") in self.tiers)

    def _put(self, item: ItemTime, x: float, name: str) -> None:
        """Find a line with room for the label; with none free the plank has its number alone."""
        end = x + width_of(name)
        for line in self.LINES:
            taken = self.tiers.get((item.level.value, line), 0.0)
            if taken + SIZE / 2 <= x and end <= self.width:
                self.tiers[item.level.value, line] = end
                self.outside[item.item.id] = (name, line)
                return


def _name_lines(number: int, item: ItemTime, room: float) -> tuple[str, ...]:
    """The number and the name, or the short one, as they fit; nothing where neither does."""
    return lines_for(f"{number} {item.exercise.name}", room) or lines_for(f"{number} {item.exercise.short}", room)


def _lanes(timeline: Timeline, labels: _Labels, top: float, plank: float) -> tuple[Lane, ...]:
    """The levels that are worked at, each as high as its labels need. One that is only gone through is as high as its
    line, and any other takes no height."""
    gone_through = {step.position.level for step in timeline.steps} | {timeline.plan.start.level}
    worked = {visit.level for visit in timeline.visits} or {timeline.plan.start.level}
    lanes: list[Lane] = []
    for level in Level:
        if level in worked:
            room = plank + LABEL * labels.above(level.value)
            lanes.append(Lane(level.value, top + GAP + room, True))
            top += GAP + room + LABEL * labels.below(level.value)
        else:
            top += GAP if level in gone_through else 0.0
            lanes.append(Lane(level.value, top, False))
    return tuple(lanes)


def _planks(
    timeline: Timeline,
    scale: float,
    bases: dict[str, float],
    labels: _Labels,
    numbers: dict[str, int],
    height: float,
) -> tuple[Plank, ...]:
    planks = []
    place, block = 0, -1
    for visit in timeline.visits:
        if visit.round_number == 1:
            place = place + 1 if visit.block == block else 0
        block = visit.block
        base = bases[visit.level.value]
        planks.append(_plank(visit, numbers[visit.item.id], place, scale, base, labels, height))
    return tuple(planks)


def _plank(item: ItemTime, number: int, place: int, scale: float, base: float, labels: _Labels, height: float) -> Plank:
    top, width = base - height, _width(item, scale)
    room = width - 2 * INSET
    again = item.round_number > 1
    lines = _name_lines(number, item, room) if again else labels.inside[item.item.id]
    outside, line = ("", "") if again else labels.outside.get(item.item.id, ("", ""))
    mark = "" if lines else str(number)
    x = _x(item.begins, scale)
    figured = height == ROOMY_PLANK and width >= FIGURE + 2 * INSET
    text_room = room - FIGURE if figured else room
    dose = short(item.dose)
    shown_dose = dose if width_of(dose) <= text_room else ""
    rows = max(1, len(lines))
    first = top + 13 if figured else top + (height - WEAVE - LINE * (rows + bool(shown_dose))) / 2 + 11
    outside_y = {"above": top - 4, "below": base + LABEL - 2, "": 0.0}[line]
    return Plank(
        id=item.item.id,
        exercise=item.exercise.id,
        number=number,
        block=item.block,
        place=place,
        kind=item.kind.value,
        x=x,
        y=round(top, 1),
        width=width,
        height=height,
        lines=tuple((round(first + n * LINE, 1), line) for n, line in enumerate(lines)),
        mark=mark,
        mark_y=round(first, 1),
        dose=shown_dose,
        dose_x=round(x + INSET + (FIGURE if figured else 0), 1),
        dose_y=round(base - WEAVE - 8 if figured else first + rows * LINE, 1),
        outside=outside,
        outside_y=round(outside_y, 1),
        figure=address(item.exercise, item.version, pose="end") if figured else "",
        spoken=f"{number}. {item.exercise.name}, {item.version.name}, {summary(item.dose, item.exercise.limb)}, "
        f"{item.kind.words}, {item.level.value}, from {minutes_and_seconds(item.begins)} "
        f"for {minutes_and_seconds(item.end - item.begins)}"
        + (f", round {item.round_number} of {item.rounds}" if item.rounds > 1 else ""),
        extra=item.item.extra,
        round_number=item.round_number,
    )


@dataclass(frozen=True, slots=True)
class _Bar:
    """An item's place in everybody's row, worked out once for all."""

    number: int
    time: ItemTime
    x: float
    width: float
    path: str


def _bars(timeline: Timeline, scale: float, numbers: dict[str, int]) -> tuple[_Bar, ...]:
    bars = []
    for time in timeline.visits:
        number = numbers[time.item.id]
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
            again = bar.time.round_number
            cells.append(Cell(item, bar.number, verdict.kind, bar.x, bar.width, words, verdict.overridden, again))
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
