"""The score of a class as plain JSON values: all that the teaching screen plays, nothing to work out."""

from collections.abc import Sequence
from typing import Any, Literal, NotRequired, TypedDict

from fairbench.core.dose.dose import Dose
from fairbench.core.dose.words import ENDING_WORDS, summary
from fairbench.core.exercises.cues import on_second_side, say
from fairbench.core.exercises.exercise import Exercise, Version
from fairbench.core.exercises.phase_words import UNNAMED, phase_words
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.fit.meanwhile import meanwhile_of
from fairbench.core.fit.verdict import VerdictKind
from fairbench.core.people.person import Group, Person
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.item import Item
from fairbench.core.plan.lines import Line, LineKind
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.plan.timeline import ItemTime, Step, StepKind, Timeline
from fairbench.core.positions import Position
from fairbench.core.sides import First, Side, Sides
from fairbench.core.teaching.moments import new_position_cue
from fairbench.core.teaching.score import Beat, beats_of, is_held
from fairbench.figures.verdict_shapes import SIGN_WIDTH, shape_path
from fairbench.web.exercises.figures import address, film_address

from .differences import Differing, DifferingPerson

SideWord = Literal["", "left", "right"]
"""A side by name; nothing where both work or it does not matter."""


class BeatData(TypedDict):
    """One phase of one count: when in its step and for how long, in seconds; what is called and which number of how
    many; its word, and its ``cue`` where it has one of its own; and how the figure moves, from one place of the
    movement to another, or there and back in ``cycle`` seconds."""

    at: float
    seconds: float
    calls: str
    number: int
    of: int
    word: str
    side: SideWord
    cue: str
    moves: tuple[float, float]
    cycle: float


class StepData(TypedDict):
    """A stretch of the class with one thing going on; ``start`` and ``seconds`` as planned. ``turn`` is what the side
    is called where each person has their own, or which of a pair works, or the station; ``again`` that nobody does it
    who did the one before; ``line`` the line of the plan that it is; ``reminder`` what comes back
    with each new position."""

    kind: str
    start: float
    seconds: float
    item: str | None
    says: str
    side: SideWord
    direction: str
    reversed: bool
    set: int
    sets: int
    turn: str
    round: int
    rounds: int
    again: bool
    line: str
    roundName: str
    reminder: str
    position: str
    level: str
    beats: list[BeatData]


class VersionData(TypedDict):
    """What is said and shown of a version. ``different`` is who does it otherwise, ``rests`` who rests elsewhere
    between sets. ``do`` and ``setUp`` are cues by side; ``film``, ``start`` and ``end``
    addresses of pictures."""

    id: str
    name: str
    dose: str
    film: str
    start: str
    end: str
    props: list[str]
    do: dict[SideWord, list[str]]
    setUp: dict[SideWord, list[str]]
    watch: list[str]
    stop: str
    breath: str
    different: NotRequired[list[DifferingPerson]]
    rests: NotRequired[list[DifferingPerson]]
    change: NotRequired[str]
    steps: NotRequired[list[StepData]]


class LineData(TypedDict):
    """A line of the plan: what kind, what is said, and of a check the answers that there are."""

    kind: str
    label: str
    says: str
    answers: tuple[str, ...]


class MeanwhileData(TypedDict):
    """What those do who leave an optional item to the others: in words, and who does that otherwise."""

    words: str
    different: list[DifferingPerson]


class ItemData(TypedDict):
    """One item of the plan, with the version that is planned and the others that it can be swapped for. ``visits`` are
    the times that it is come to; ``beside`` is the other version that is shown with it; ``ending`` says what ends a set
    before its count, ``even`` that both sides are to do the same, ``offered`` how many sets may follow."""

    id: str
    number: int
    exercise: str
    name: str
    kind: str
    level: str
    start: float
    begins: float
    end: float
    limb: str
    note: str
    extra: bool
    optional: bool
    meanwhile: MeanwhileData | None
    ending: str
    even: bool
    offered: int
    bracket: str
    visits: list[tuple[float, float]]
    beside: str
    besideFor: list[str]
    ownSides: dict[str, SideWord]
    loads: dict[str, str]
    version: VersionData
    others: list[VersionData]


class PersonData(TypedDict):
    """Who is here, or may still come: whom to call for them and the number in it, what to remember and their cautions
    in short, why to talk first, if there is a reason, and what their conditions add to each stop sign."""

    id: str
    name: str
    emergency: str
    number: str
    minding: dict[str, list[str]]
    here: bool
    remember: str
    cautions: str
    talkFirst: str


class ScoreData(TypedDict):
    """Everything that the teaching screen plays. ``signs`` are the outlines of the verdicts."""

    name: str
    length: float
    total: float
    lead: str
    signs: dict[str, str]
    steps: list[StepData]
    items: list[ItemData]
    lines: dict[str, LineData]
    meeting: NotRequired[str]
    player: NotRequired[dict[str, Any] | None]
    people: NotRequired[list[PersonData]]
    catchUp: NotRequired[str]
    mirrored: NotRequired[bool]
    lateAfter: NotRequired[dict[str, float]]


def score(timeline: Timeline, group: Group, shelf: Shelf, differing: Differing, pairs: bool = False) -> ScoreData:
    """Steps with their beats, items with their cues, and each item's other versions ready to swap in; for
    each, who does it otherwise. ``pairs`` counts the two sides of taking turns as one."""
    lead = timeline.plan.lead
    times: dict[str | None, ItemTime] = {time.item.id: time for time in timeline.items}
    return {
        "name": timeline.plan.name,
        "length": timeline.plan.length_min * 60,
        "total": timeline.total,
        "lead": lead.value,
        "signs": {kind.value: shape_path(kind, SIGN_WIDTH) for kind in VerdictKind},
        "steps": _reminded([_step(step, lead, times.get(step.item), pairs) for step in timeline.steps], timeline),
        "lines": {line.id: _line(line) for line in timeline.plan.lines},
        "items": [
            _item(timeline, item, number, group, shelf, differing, pairs)
            for number, item in enumerate(timeline.items, 1)
        ],
    }


def _step(step: Step, lead: Side, time: ItemTime | None, pairs: bool) -> StepData:
    held = time is not None and is_held(time.exercise)
    words = phase_words(time.exercise, time.version) if time is not None and step.runs else UNNAMED
    return {
        "kind": step.kind.value,
        "start": step.start,
        "seconds": step.seconds,
        "item": step.item,
        "says": step.says,
        "side": _side(step.side),
        "direction": step.direction,
        "reversed": bool(step.direction) and time is not None and step.direction == time.exercise.directions[1],
        "set": step.set_number,
        "sets": step.sets,
        "turn": step.turn,
        "round": step.round_number,
        "rounds": step.rounds,
        "again": step.again,
        "line": step.line,
        "roundName": step.round_name,
        "reminder": "",
        "position": step.position.words,
        "level": step.position.level.value,
        "beats": [
            _beat(beat)
            for beat in beats_of(
                step,
                time.lead(lead) if time else lead,
                held,
                words,
                time.dose.effort if time else None,
                pairs,
                time.item.steps if time else (),
            )
        ],
    }


def _reminded(steps: list[StepData], timeline: Timeline) -> list[StepData]:
    """The same, with the line on chair, breath and pain wherever something is explained in a new position."""
    here: Position | None = None
    for step, planned in zip(steps, timeline.steps, strict=True):
        if planned.kind is StepKind.EXPLAIN and planned.position is not here:
            step["reminder"] = new_position_cue(planned.position.level)
            here = planned.position
    return steps


def _line(line: Line) -> LineData:
    return {
        "kind": line.kind.value,
        "label": line.label,
        "says": line.says,
        "answers": line.scale.answers if line.kind is LineKind.CHECK else (),
    }


def _beat(beat: Beat) -> BeatData:
    return {
        "at": beat.at,
        "seconds": beat.seconds,
        "calls": beat.calls.value,
        "number": beat.number,
        "of": beat.of,
        "word": beat.word,
        "side": _side(beat.side),
        "cue": beat.cue,
        "moves": beat.moves,
        "cycle": beat.cycle,
    }


def _side(side: Side | None) -> SideWord:
    return side.value if side else ""


def _item(
    timeline: Timeline, time: ItemTime, number: int, group: Group, shelf: Shelf, differing: Differing, pairs: bool
) -> ItemData:
    planned = _version(time.exercise, time.version, time.dose, shelf, timeline.plan.lead)
    planned["different"] = differing.of(time, time.version)
    planned["rests"] = differing.rests(time)
    others = []
    for version in time.exercise.versions:
        if version is not time.version:
            other = _other(timeline.plan, time, version, group, shelf, pairs)
            other["different"] = differing.of(time, version)
            others.append(other)
    return {
        "id": time.item.id,
        "number": number,
        "exercise": time.exercise.id,
        "name": time.exercise.name,
        "kind": time.kind.value,
        "level": time.level.value,
        "start": time.start,
        "begins": time.begins,
        "end": time.end,
        "limb": time.exercise.limb,
        "note": time.item.note,
        "extra": time.item.extra,
        "optional": time.item.optional,
        "meanwhile": _meanwhile(time, shelf, differing),
        "ending": ENDING_WORDS[time.dose.ending],
        "even": not time.dose.more and time.dose.sides is not Sides.ONE_SIDE,
        "offered": time.dose.offered,
        "bracket": next((b.words for b in timeline.plan.brackets if b.id == time.item.bracket), ""),
        "visits": [(v.begins, v.end) for v in timeline.visits if v.item.id == time.item.id],
        "beside": time.item.beside,
        "besideFor": differing.beside(time),
        "loads": {p.id: p.loads[time.exercise.id] for p in differing.people if time.exercise.id in p.loads},
        "ownSides": _own_sides(timeline, time, differing.people),
        "version": planned,
        "others": others,
    }


def _meanwhile(time: ItemTime, shelf: Shelf, differing: Differing) -> MeanwhileData | None:
    found = meanwhile_of(time.item, shelf) if time.item.optional else None
    if found is None:
        return None
    return {"words": f"{found[0].name}, {found[1].name}", "different": differing.meanwhile(time)}


def _own_sides(timeline: Timeline, time: ItemTime, people: Sequence[Person]) -> dict[str, SideWord]:
    """Each person's own side where an item begins with it, nothing where it is not known; empty where it does not."""
    brackets = {bracket.id: bracket.first for bracket in timeline.plan.brackets}
    first = brackets.get(time.item.bracket, First.PLAN)
    kind = time.dose.first if first is First.PLAN else first
    if not kind.is_personal or not time.dose.sides.tell_sides:
        return {}
    return {person.id: _side(person.own_side(kind, time.exercise.id)) for person in people}


def _version(exercise: Exercise, version: Version, dose: Dose, shelf: Shelf, lead: Side) -> VersionData:
    cues = version.cues
    return {
        "id": version.id,
        "name": version.name,
        "dose": summary(dose, exercise.limb),
        "film": film_address(exercise, version, dose.sides is Sides.ALTERNATING),
        "start": address(exercise, version, "dark", "start"),
        "end": address(exercise, version, "dark", "end"),
        "props": [shelf.props[prop].name for prop in version.props],
        "do": {**_by_side(cues.do), **_by_side(on_second_side(cues.do), (lead.other,))},
        "setUp": _by_side(cues.set_up),
        "watch": [say(cue, None) for cue in cues.watch],
        "stop": say(cues.stop, None),
        "breath": version.breath,
    }


def _by_side(cues: tuple[str, ...], sides: tuple[Side | None, ...] = (None, *Side)) -> dict[SideWord, list[str]]:
    return {_side(side): [say(cue, side) for cue in cues] for side in sides}


def _other(plan: Plan, time: ItemTime, version: Version, group: Group, shelf: Shelf, pairs: bool) -> VersionData:
    """Another version with the work of its usual dose, compiled by itself from where it is done."""
    item = Item(time.item.id, time.exercise.id, version.id, None, time.item.rest_after)
    alone = Plan(plan.name, plan.length_min, (Block(time.kind, (item,)),), plan.lead, 0, version.position)
    compiled = compile_timeline(alone, group, shelf)
    other = _version(time.exercise, version, compiled.items[0].dose, shelf, plan.lead)
    other["change"] = say(version.change, None)
    alone_time = compiled.items[0]
    other["steps"] = [_step(step, plan.lead, alone_time, pairs) for step in compiled.steps if step.item == item.id]
    return other
