"""From a plan and a group to its timeline: walks the plan once, step by step."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from typing import Any

from ..clock import spoken_seconds
from ..dose.dose import Dose, Rest
from ..dose.work import Calls, Run
from ..exercises.aim import BlockKind
from ..exercises.cues import say
from ..exercises.exercise import Exercise, Prop, Version
from ..exercises.shelf import Shelf
from ..people.person import Group
from ..positions import Level, Position
from ..sides import First, Side, passes_of, turns_of
from .brackets import Bracket, BracketKind, gathered
from .item import Item
from .lines import LineKind
from .plan import DEFAULT_REST_AFTER, Plan
from .rest_places import rest_words, usual_places
from .timeline import ItemTime, Step, StepKind, Timeline
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
REST_SAYS = "Rest. How does that feel?"


def explain_seconds(meetings: int) -> float:
    """Seconds to explain an exercise taught in that many meetings before."""
    if meetings == 0:
        return EXPLAIN_NEW
    return EXPLAIN_WELL_KNOWN if meetings >= WELL_KNOWN_MEETINGS else EXPLAIN_KNOWN


def compile_timeline(plan: Plan, group: Group, shelf: Shelf, graph: TransferGraph | None = None) -> Timeline:
    """Work ``plan`` out for ``group``. Raises :class:`PlanError` for what is not on the shelf."""
    return _Compiler(plan, group, shelf, graph or default_graph()).run()


@dataclass(frozen=True, slots=True)
class _Visit:
    """One time that an item is come to: which of how many, the rest after it where that is not the item's own, which
    half of its sides where a bracket goes by side (0 for both) and who begins, the seconds to change over in
    pairs, and what the round is called."""

    number: int = 1
    of: int = 1
    rest: float | None = None
    half: int = 0
    first: First = First.PLAN
    change_over: float | None = None
    name: str = ""

    @property
    def round(self) -> tuple[int, int]:
        """Which round of how many it is called; one of two sides is no round."""
        return (1, 1) if self.half else (self.number, self.of)


@dataclass(frozen=True, slots=True)
class _Worked:
    """What the work of a visit came to: seconds, and what each person counted."""

    work: float
    switch: float
    rest: float
    count: int


def _items_of(visits: tuple[ItemTime, ...]) -> tuple[ItemTime, ...]:
    """The items, each once, with all its visits together."""
    together: dict[str, ItemTime] = {}
    for visit in visits:
        before = together.get(visit.item.id)
        together[visit.item.id] = visit if before is None else _added(before, visit)
    return tuple(together.values())


def _added(one: ItemTime, more: ItemTime) -> ItemTime:
    return replace(
        one,
        end=more.end,
        transfer=one.transfer + more.transfer,
        fetch=one.fetch + more.fetch,
        explain=one.explain + more.explain,
        work=one.work + more.work,
        switch=one.switch + more.switch,
        rest=one.rest + more.rest,
        count=one.count + more.count,
        last_step=more.last_step,
    )


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
        self.round = (1, 1)
        """Which time through a bracket it is, of how many."""
        self.lies_for: Side | None = None
        """The side that works as the group lies: on their right side the left is free."""
        self.steps: list[Step] = []
        self.visits: list[ItemTime] = []

    def run(self) -> Timeline:
        for number, block in enumerate(self.plan.blocks):
            for bracket, items in gathered(block.items, self.plan.brackets):
                walk = _WALKS[bracket.kind] if bracket else _Compiler._alone
                walk(self, items, number, block.kind, bracket or _NO_BRACKET)
        if self.visits:
            self._lines("")
            self._finish()
        visits = tuple(self.visits)
        return Timeline(self.plan, tuple(self.steps), _items_of(visits), self.pace, visits)

    def _alone(self, items: Sequence[Item], block: int, kind: BlockKind, _bracket: Bracket) -> None:
        for item in items:
            self._before(item)
            self._item(item, block, kind, _Visit())

    def _rounds(self, items: Sequence[Item], block: int, kind: BlockKind, bracket: Bracket) -> None:
        """Every item once a round; after the last of a round the bracket's rest."""
        for number in range(1, bracket.rounds + 1):
            for item in items:
                self._before(item, number == 1)
                between = bracket.rest if item is items[-1] and number < bracket.rounds else None
                name = bracket.round_name(number)
                self._item(item, block, kind, _Visit(number, bracket.rounds, rest=between, name=name))

    def _by_side(self, items: Sequence[Item], block: int, kind: BlockKind, bracket: Bracket) -> None:
        """All items on one side, then all on the other. What has no sides is done the first time only."""
        for number in (1, 2):
            for item in items:
                if number == 2 and not self._dose(item).has_two_sides:
                    continue
                self._before(item, number == 1)
                between = bracket.rest if item is items[-1] and number == 1 else None
                half = self._dose(item).has_two_sides
                rounds = 2 if half else 1
                visit = _Visit(number, rounds, rest=between, half=number if half else 0, first=bracket.first)
                self._item(item, block, kind, visit)

    def _stations(self, items: Sequence[Item], block: int, kind: BlockKind, bracket: Bracket) -> None:
        """Every station is shown, then everybody is at one of them and goes to the next, until all were at each."""
        for item in items:
            self._before(item)
        start, first = self.now, len(self.steps)
        transfer = fetch = explain = 0.0
        for item in items:
            exercise, version = self._of(item)
            moved, fetched = self._get_ready(item.id, version)
            transfer, fetch = transfer + moved, fetch + fetched
            explain += self._explain(item, exercise, version)
        change = self._change_of_station(items, bracket)
        for number, item in enumerate(items, 1):
            if number > 1:
                start, first = self.now, len(self.steps)
                transfer = fetch = explain = 0.0
            exercise, version = self._of(item)
            says = "Everyone to the next station." if number > 1 else "Everyone to a station of their own."
            switch = self._step(StepKind.SWITCH, change, item.id, says)
            self.position, self.held, self.lies_for = version.position, version.props, None
            self._work_step(
                item.id,
                bracket.seconds,
                runs=(Run(Calls.CLOCK, 1, (("keep going", bracket.seconds),)),),
                turn=f"station {number} of {len(items)}",
                set_number=1,
                sets=1,
            )
            rest = self._step(StepKind.REST, _rest_after(item), item.id, REST_SAYS) if number == len(items) else 0.0
            self.visits.append(
                ItemTime(
                    item=item,
                    exercise=exercise,
                    version=version,
                    dose=self._dose(item),
                    block=block,
                    kind=kind,
                    start=start,
                    begins=start + transfer + fetch if number == 1 else start,
                    end=self.now,
                    transfer=transfer,
                    fetch=fetch,
                    explain=explain,
                    work=bracket.seconds,
                    switch=switch,
                    rest=rest,
                    count=0,
                    first_step=first,
                    last_step=len(self.steps),
                )
            )

    def _change_of_station(self, items: Sequence[Item], bracket: Bracket) -> float:
        """Seconds until everybody is at their next station: as given, or as long as the slowest way between two that
        follow one another, since somebody goes every one of them each time."""
        positions = [self._of(item)[1].position for item in items]
        ways = (self.graph.way(a, b, self.pace).seconds for a, b in pairwise([*positions, positions[0]]))
        return max(bracket.rest, *ways)

    def _pairs(self, items: Sequence[Item], block: int, kind: BlockKind, bracket: Bracket) -> None:
        """One of each pair works and the other helps or rests; then they change over."""
        for item in items:
            self._before(item)
            self._item(item, block, kind, _Visit(change_over=bracket.rest))

    def _before(self, item: Item, first_time: bool = True) -> None:
        """What comes before an item: its lines, and water when it is time."""
        if first_time:
            self._lines(item.id)
        self._water()

    def _lines(self, before: str) -> None:
        for line in self.plan.lines:
            if line.before != before:
                continue
            kind = StepKind.WATER if line.kind is LineKind.WATER else StepKind.LINE
            self._step(kind, line.seconds, None, line.says, line=line.id)
            if line.kind is LineKind.WATER:
                self.watered_at = self.now

    def _of(self, item: Item) -> tuple[Exercise, Version]:
        exercise = self.shelf.exercise(item.exercise)
        return exercise, exercise.version(item.version)

    def _dose(self, item: Item) -> Dose:
        return item.dose or self._of(item)[1].dose

    def _step(self, kind: StepKind, seconds: float, item: str | None, says: str = "", line: str = "") -> float:
        """Append a step of some seconds and move the clock; a step of no time is no step."""
        if seconds > 0:
            end = self.now + seconds
            number, of = self.round
            step = Step(
                kind,
                self.now,
                end,
                item,
                self.position,
                says,
                held=self.held,
                round_number=number,
                rounds=of,
                line=line,
            )
            self.steps.append(step)
            self.now = end
        return seconds

    def _work_step(self, item: str, seconds: float, **details: Any) -> None:
        end = self.now + seconds
        number, of = self.round
        step = Step(
            StepKind.WORK,
            self.now,
            end,
            item,
            self.position,
            held=self.held,
            round_number=number,
            rounds=of,
            **details,
        )
        self.steps.append(step)
        self.now = end

    def _water(self) -> None:
        every = self.plan.water_every_min * 60
        left = self.plan.length_min * 60 - self.now
        if every and self.now - self.watered_at >= every and left >= WATER_MARGIN:
            self._step(StepKind.WATER, WATER, None, "A pause for water.")
            self.watered_at = self.now

    def _item(self, item: Item, block: int, kind: BlockKind, visit: "_Visit") -> None:
        exercise, version = self._of(item)
        dose = self._dose(item)
        start, first = self.now, len(self.steps)
        self.round = visit.round
        transfer, fetch = self._get_ready(item.id, version)
        begins = self.now
        explain = self._explain(item, exercise, version) if visit.number == 1 else 0.0
        worked = self._turns(item.id, exercise, version, dose, visit)
        rest = _rest_after(item) if visit.rest is None else visit.rest
        self._step(StepKind.REST, rest, item.id, REST_SAYS)
        self.round = (1, 1)
        self.visits.append(
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
                work=worked.work,
                switch=worked.switch,
                rest=worked.rest + rest,
                count=worked.count,
                first_step=first,
                last_step=len(self.steps),
                round_number=visit.number,
                rounds=visit.of,
            )
        )

    def _explain(self, item: Item, exercise: Exercise, version: Version) -> float:
        says = " ".join(say(cue, None) for cue in version.cues.set_up)
        meetings = self.group.taught.get(exercise.id, 0) + self.seen.get(exercise.id, 0) * WELL_KNOWN_MEETINGS
        self.seen[exercise.id] = self.seen.get(exercise.id, 0) + 1
        return self._step(StepKind.EXPLAIN, explain_seconds(meetings), item.id, says)

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
        seconds = max((self._fetch_seconds(prop) for prop in missing), default=0.0)
        self.held = version.props
        self.fetched.update(dict.fromkeys(version.props))
        # Who has just sat down is at the chair.
        seated = self.position in (Position.SEATED, Position.SEATED_EDGE)
        told = [self.shelf.props[prop] for prop in missing if not (prop == "chair" and seated)]
        words = _ready_words(told) if told or not missing else "Find your place on the chair."
        return self._step(StepKind.FETCH, seconds, item_id, words)

    def _fetch_seconds(self, prop_id: str) -> float:
        """What was fetched before, or lies ready, is only taken up; what is worn takes as long to put on wherever it
        lies."""
        prop = self.shelf.props[prop_id]
        if prop_id in self.fetched:
            return PICK_UP
        return min(PICK_UP, prop.fetch) if self.plan.laid_out and not prop.worn else prop.fetch

    def _turns(self, item_id: str, exercise: Exercise, version: Version, dose: Dose, visit: "_Visit") -> "_Worked":
        """The work of a visit; in pairs once for each of the two, counted once."""
        if visit.change_over is None:
            return self._work(item_id, exercise, version, dose, visit)
        one = self._work(item_id, exercise, version, dose, visit, "one of each pair")
        change = self._step(StepKind.SWITCH, visit.change_over, item_id, "Change over: the other of each pair.")
        other = self._work(item_id, exercise, version, dose, visit, "the other of each pair", again=True)
        return _Worked(one.work + other.work, one.switch + change + other.switch, one.rest + other.rest, one.count)

    def _work(
        self,
        item_id: str,
        exercise: Exercise,
        version: Version,
        dose: Dose,
        visit: "_Visit",
        turn: str = "",
        again: bool = False,
    ) -> "_Worked":
        """The sets and passes, and the seconds that they took."""
        runs = dose.runs()
        seconds = sum(run.seconds for run in runs)
        on_side = version.position is Position.SIDE_LYING
        worked, switched, rested, done = 0.0, 0.0, 0.0, 0
        first = _first_of(dose, visit)
        turns = turns_of(dose.sides, first)
        sets = dose.passes if visit.half < 2 else dose.passes[: dose.sets]
        for set_number, number_of_passes in enumerate(sets, 1):
            if set_number > 1:
                rested += self._step(StepKind.REST, dose.rest_between, item_id, _rest_words(dose, self.position))
            passes = self._passes(dose, visit, first, number_of_passes, on_side)
            for number, (side, way) in enumerate(passes):
                if number:
                    switched += self._switch(item_id, dose, passes, number, on_side)
                elif on_side and self.lies_for and side and side is not self.lies_for:
                    switched += self._roll_over(item_id, dose)
                self.lies_for = side if on_side else None
                self._work_step(
                    item_id,
                    seconds,
                    side=side,
                    direction=exercise.directions[way - 1] if way else "",
                    set_number=set_number,
                    sets=len(sets),
                    runs=runs,
                    turn=turn or turns[_is_second(dose, visit, number)],
                    round_name=visit.name,
                    again=again,
                )
                worked += seconds
                done += 1
        counted = sum(run.count for run in runs if run.calls not in (Calls.QUIET, Calls.CLOCK))
        return _Worked(worked, switched, rested, done * counted)

    def _passes(
        self, dose: Dose, visit: "_Visit", first: First, number: int, on_side: bool
    ) -> tuple[tuple[Side | None, int], ...]:
        """The side and the direction of each pass of a set, in the order in which they are done."""
        if visit.half:
            each = _passes_each(dose)
            return passes_of(dose.sides, first.side(self.plan.lead))[(visit.half - 1) * each : visit.half * each]
        # Who lies on one side goes on there: they roll over once, not before every set and item.
        lead = self.lies_for if on_side and self.lies_for else first.side(self.plan.lead)
        return passes_of(dose.sides, lead)[:number]

    def _switch(
        self, item_id: str, dose: Dose, passes: tuple[tuple[Side | None, int], ...], number: int, on_side: bool
    ) -> float:
        """From one pass to the next. From one side to the other one rolls by way of the back."""
        if on_side and passes[number][0] is not passes[number - 1][0]:
            return self._roll_over(item_id, dose)
        return self._step(StepKind.SWITCH, dose.switch, item_id, _switch_words(passes, number))

    def _roll_over(self, item_id: str, dose: Dose) -> float:
        over = self.graph.way(Position.SIDE_LYING, Position.SUPINE, self.pace)
        back = self.graph.way(Position.SUPINE, Position.SIDE_LYING, self.pace)
        roll = max(dose.switch, over.seconds + back.seconds)
        return self._step(StepKind.SWITCH, roll, item_id, "Roll over by way of your back, onto the other side.")

    def _finish(self) -> None:
        """To where everyone ends, and things put away."""
        self._transfer(None, self.graph.way(self.position, self.plan.ends_in, self.pace))
        self.held = ()
        handed_out = sum(self.shelf.props[prop].fetch > 0 for prop in self.fetched)
        self._step(StepKind.CLOSE, PUT_AWAY * handed_out, None, "Put things away.")


_NO_BRACKET = Bracket("", BracketKind.ROUNDS)
_WALKS = {
    BracketKind.ROUNDS: _Compiler._rounds,
    BracketKind.BY_SIDE: _Compiler._by_side,
    BracketKind.STATIONS: _Compiler._stations,
    BracketKind.PAIRS: _Compiler._pairs,
}


def _first_of(dose: Dose, visit: _Visit) -> First:
    """Which side begins: as the bracket says, where it says so and the sides can be told."""
    return dose.first if visit.first is First.PLAN or not dose.sides.tell_sides else visit.first


def _passes_each(dose: Dose) -> int:
    """How many passes one side has in a set."""
    return max(1, dose.sides.passes // 2)


def _is_second(dose: Dose, visit: _Visit, number: int) -> bool:
    """Whether a pass, by its number in the set, is of the side that comes second."""
    if visit.half:
        return visit.half == 2
    return dose.has_two_sides and number >= _passes_each(dose)


def _rest_after(item: Item) -> float:
    return item.rest_after if item.rest_after is not None else DEFAULT_REST_AFTER


def _rest_words(dose: Dose, position: Position) -> str:
    if dose.rest_how is Rest.AS_NEEDED:
        return f"Rest as you need, up to {spoken_seconds(dose.rest)}. Go on when you are ready."
    if dose.rest_how is Rest.IN_PLACE:
        return f"Rest. {rest_words(usual_places(position))}"
    return "Rest between sets."


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
