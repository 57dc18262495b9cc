"""The chosen item in full: its ladder, every field that can be set, and where its seconds go."""

from dataclasses import dataclass, replace
from typing import Any

from fairbench.core.dose.dose import Dose, Ending, Rest, Share
from fairbench.core.dose.edit import KIND_WORDS, DoseField, frame_fields, part_fields, work_fields
from fairbench.core.dose.stages import stages_words
from fairbench.core.dose.words import summary
from fairbench.core.dose.work import Repetitions, Sequence, StagedIsometric, kind_of
from fairbench.core.exercises.exercise import Exercise, Version
from fairbench.core.exercises.phase_words import PhaseWords, phase_words
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.fit.meanwhile import meanwhile_choices, meanwhile_of
from fairbench.core.plan.bracket_verbs import items_in
from fairbench.core.plan.brackets import Bracket
from fairbench.core.plan.item import Item
from fairbench.core.plan.line_verbs import lines_before
from fairbench.core.plan.lines import Line
from fairbench.core.plan.plan import DEFAULT_REST_AFTER
from fairbench.core.plan.timeline import ItemTime, Timeline
from fairbench.core.sides import First, Sides
from fairbench.web.plans.house_style import style_lines

_SIDES_WORDS = {
    Sides.TOGETHER: "both together",
    Sides.ALTERNATING: "taking turns",
    Sides.EACH_SIDE: "one {limb}, then the other",
    Sides.EACH_DIRECTION: "one way, then the other",
    Sides.EACH_SIDE_AND_DIRECTION: "each {limb}, both ways",
    Sides.ONE_SIDE: "one {limb} only",
}
_FIRST_WORDS = {
    First.PLAN: "the plan’s first side",
    First.LEFT: "their left",
    First.RIGHT: "their right",
    First.WEAKER: "the weaker side of each",
    First.AFFECTED: "the affected side of each",
}
_REST_WORDS = {
    Rest.TIME: "for some seconds",
    Rest.OTHER_SIDE: "while the other side works",
    Rest.AS_NEEDED: "as each needs, at most",
    Rest.IN_PLACE: "in a place to rest",
}
_ENDING_WORDS = {
    Ending.COUNT: "at the count",
    Ending.STEADY: "while steady, count is the most",
    Ending.CONTACT: "when a contact is lost, count is the most",
    Ending.TIRED: "when tired, count is the most",
}


@dataclass(frozen=True, slots=True)
class Choice:
    """One choice of a list."""

    value: str
    words: str
    chosen: bool


_PART_KINDS = tuple(
    Choice(kind, words, False) for kind, words in KIND_WORDS.items() if kind not in ("sequence", "staged_isometric")
)


@dataclass(frozen=True, slots=True)
class PartFields:
    """A part of a sequence: its number, what kind it is, and its figures."""

    number: int
    words: str
    fields: tuple[DoseField, ...]


@dataclass(frozen=True, slots=True)
class Inspector:
    """One item opened."""

    item: Item
    time: ItemTime
    exercise: Exercise
    version: Version
    number: int
    of: int
    rungs: tuple[Choice, ...]
    easier: str
    harder: str
    kinds: tuple[Choice, ...]
    sides: tuple[Choice, ...]
    endings: tuple[Choice, ...]
    shares: tuple[Choice, ...]
    firsts: tuple[Choice, ...]
    rests: tuple[Choice, ...]
    besides: tuple[Choice, ...]
    meanwhiles: tuple[Choice, ...]
    bracket: Bracket | None
    bracket_count: int
    lines: tuple[Line, ...]
    load: str
    effort: str
    stages: str
    parts: tuple[PartFields, ...]
    part_kinds: tuple[Choice, ...]
    fields: tuple[DoseField, ...]
    tempo: tuple[DoseField, ...]
    frame: tuple[DoseField, ...]
    rest_after: DoseField
    styled: tuple[tuple[str, str], ...]
    summary: str
    props: tuple[str, ...]
    stand_ins: tuple[tuple[str, str, int], ...]
    usual: bool
    music: str
    is_repetitions: bool
    to_music: bool
    wrong: dict[str, Any]

    @property
    def main_fields(self) -> tuple[DoseField, ...]:
        """What is changed most often: the main figure, and the sets."""
        return (*self.fields[:1], *(field for field in self.frame if field.path == "sets"))

    @property
    def bracket_firsts(self) -> tuple[Choice, ...]:
        """Which side can begin in a bracket that goes by side."""
        now = self.bracket.first if self.bracket else First.PLAN
        return tuple(Choice(first, words, first is now) for first, words in _FIRST_WORDS.items())

    @property
    def id(self) -> str:
        """The id of the item."""
        return self.item.id


def inspect(timeline: Timeline, time: ItemTime, shelf: Shelf, wrong: dict[str, Any] | None) -> Inspector:
    """The inspector for one item; ``wrong`` is what was refused, with the field and what was typed."""
    exercise, version, dose = time.exercise, time.version, time.dose
    rung, words = exercise.rung(version.id), phase_words(exercise, version)
    tempo = dose.work.tempo if isinstance(dose.work, Repetitions) else None
    music = tempo.music if tempo else None
    fields = _work_fields(dose, words)
    refused = wrong or {}
    return Inspector(
        item=time.item,
        time=time,
        exercise=exercise,
        version=version,
        number=timeline.items.index(time) + 1,
        of=len(timeline.items),
        rungs=tuple(Choice(v.id, v.name, v.id == version.id) for v in exercise.versions),
        easier=_version_at(exercise, rung - 1),
        harder=_version_at(exercise, rung + 1),
        kinds=tuple(Choice(kind, words, kind == kind_of(dose.work)) for kind, words in KIND_WORDS.items()),
        sides=_sides(exercise, version, dose.sides),
        shares=_shares(dose, exercise.limb),
        firsts=_firsts(dose),
        rests=_rests(dose),
        besides=_besides(time),
        meanwhiles=_meanwhiles(time, shelf),
        bracket=_bracket(timeline, time.item),
        bracket_count=len(items_in(timeline.plan, time.item.bracket)) if time.item.bracket else 0,
        lines=lines_before(timeline.plan, time.item.id),
        parts=_parts(dose, words),
        part_kinds=_PART_KINDS,
        stages=stages_words(dose.work.stages) if isinstance(dose.work, StagedIsometric) else "",
        load=dose.load.words if dose.load else "",
        effort=dose.effort.words if dose.effort else "",
        endings=tuple(Choice(e, w, e is dose.ending) for e, w in _ENDING_WORDS.items()),
        fields=tuple(field for field in fields if not _is_tempo(field.path)),
        tempo=tuple(field for field in fields if _is_tempo(field.path)),
        frame=frame_fields(dose),
        rest_after=_rest_after(time.item),
        summary=summary(dose, exercise.limb),
        styled=style_lines(time, timeline.plan.style),
        props=tuple(shelf.props[prop].name for prop in version.props),
        stand_ins=tuple((prop, shelf.props[prop].name, number) for prop, number in time.item.stand_ins),
        usual=time.item.dose is None,
        music=_music_words(music.repetitions_per_phrase) if music else "",
        is_repetitions=tempo is not None,
        to_music=music is not None,
        wrong={**refused, "is_tempo": _is_tempo(refused.get("path", ""))},
    )


def _version_at(exercise: Exercise, rung: int) -> str:
    """The id of the version on a rung, nothing past either end of the ladder."""
    return exercise.versions[rung].id if 0 <= rung < len(exercise.versions) else ""


def _work_fields(dose: Dose, words: PhaseWords) -> list[DoseField]:
    """The figures of the work; a sequence has its own, part by part."""
    return [] if isinstance(dose.work, Sequence) else [_named(field, words) for field in work_fields(dose)]


def _besides(time: ItemTime) -> tuple[Choice, ...]:
    """Which other version stands beside this one, for those who take it."""
    return (
        Choice("", "nothing", not time.item.beside),
        *(Choice(v.id, v.name, v.id == time.item.beside) for v in time.exercise.versions if v is not time.version),
    )


def _sides(exercise: Exercise, version: Version, now: Sides) -> tuple[Choice, ...]:
    """The ways in which the version can be done, and those for which there is another version, with its name."""
    choices = []
    for sides, words in _SIDES_WORDS.items():
        other = exercise.done_with(version, sides)
        if other is not None:
            said = words.format(limb=exercise.limb)
            choices.append(Choice(sides, said if other is version else f"{said}: {other.name}", sides is now))
    return tuple(choices)


def _parts(dose: Dose, words: PhaseWords) -> tuple[PartFields, ...]:
    """A sequence part by part."""
    return tuple(
        PartFields(number, kind, tuple(_named(field, words) for field in fields))
        for number, (kind, fields) in enumerate(part_fields(dose))
    )


def _shares(dose: Dose, limb: str) -> tuple[Choice, ...]:
    """Whether breaths and the clock are for each side or in all, where that is a question."""
    if not dose.shares:
        return ()
    words = {Share.EACH: f"each {limb}", Share.IN_ALL: "in all"}
    return tuple(Choice(share, said, share is dose.share) for share, said in words.items())


def _firsts(dose: Dose) -> tuple[Choice, ...]:
    """Which side begins, or is the only one, where sides can be told."""
    if not dose.sides.tell_sides:
        return ()
    return tuple(
        Choice(first, words, first is dose.first)
        for first, words in _FIRST_WORDS.items()
        if not (first.is_personal and dose.sides is Sides.ALTERNATING)
    )


def _rests(dose: Dose) -> tuple[Choice, ...]:
    """How one rests between sets, where there are any."""
    if len(dose.passes) < 2:
        return ()
    return tuple(
        Choice(rest, words, rest is dose.rest_how)
        for rest, words in _REST_WORDS.items()
        if dose.has_two_sides or rest is not Rest.OTHER_SIDE
    )


def _meanwhiles(time: ItemTime, shelf: Shelf) -> tuple[Choice, ...]:
    """What those can do who leave an optional item to the others; what was chosen before is among it."""
    if not time.item.optional:
        return ()
    now = meanwhile_of(time.item, shelf)
    offered = [*meanwhile_choices(time, shelf)]
    if now is not None and now not in offered:
        offered.insert(0, now)
    return (
        Choice("", "watch, and breathe", now is None),
        *(Choice(f"{e.id}/{v.id}", f"{e.name}, {v.name}", (e, v) == now) for e, v in offered),
    )


def _bracket(timeline: Timeline, item: Item) -> Bracket | None:
    return next((bracket for bracket in timeline.plan.brackets if bracket.id == item.bracket), None)


def _named(field: DoseField, words: PhaseWords) -> DoseField:
    """A figure of the tempo under the name that the version has for its way out or back."""
    named = {"work": words.work, "back": words.back}.get(field.path.rpartition("tempo.")[2], "")
    return replace(field, words=named.capitalize()) if named and "tempo." in field.path else field


def _is_tempo(path: str) -> bool:
    """The four phases of a plain tempo stand in a row of their own."""
    return path in ("tempo", "tempo.work", "tempo.hold", "tempo.back", "tempo.pause")


def _rest_after(item: Item) -> DoseField:
    value = DEFAULT_REST_AFTER if item.rest_after is None else item.rest_after
    return DoseField("rest_after", value, "Rest after", "s", 0, 300, 5, item.rest_after is None)


def _music_words(per_phrase: float) -> str:
    return f"{per_phrase:g} repetitions fill a phrase of 32 counts"
