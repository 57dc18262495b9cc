"""Where a style acts: proposed doses, what is said of breath and form, and which rules are quiet."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from typing import Any

from ..body.movement import demands
from ..dose.dose import Dose, Ending
from ..dose.effort import read_effort
from ..dose.ranges import Range
from ..dose.work import Breaths, ContractRelax, Hold, Pulses, RampedIsometric, Repetitions, Timed, parts_of
from ..errors import DoseError, PlanError
from ..exercises.exercise import Cues, Exercise, Version
from ..exercises.shelf import Shelf
from ..kept import kept
from ..sides import First, Sides
from .style import Question, Questions, School, Style, Where

OVERHEAD = 120.0
QUICKER = 0.75
"""A third more repetitions in the same time."""


def matches(where: Where, exercise: Exercise, version: Version) -> bool:
    """Whether something is said of a version."""
    aim = exercise.aim
    asked = (
        (where.quality, aim.quality.value),
        (where.region, aim.region.value),
        (where.action, aim.action.value),
        (where.level, version.position.level.value),
        (where.position, version.position.value),
        (where.limbs, version.limbs.value),
    )
    if any(wanted and value not in wanted for wanted, value in asked):
        return False
    if where.kind and not where.kind & kinds_of(version.dose):
        return False
    if where.sides and not version.dose.has_two_sides:
        return False
    if where.overhead and _most(version, "shoulder_elevation") < OVERHEAD:
        return False
    return not where.rises or _most(version, "rises") > 0


@kept(4096)
def _most(version: Version, demand: str) -> float:
    return max((one.value for one in demands(version.movement) if one.id == demand), default=0.0)


def kinds_of(dose: Dose) -> frozenset[str]:
    """What kind of dose it is, as questions ask for it."""
    found = set()
    for part in parts_of(dose.work):
        if isinstance(part, Hold):
            found.add("hold")
        elif isinstance(part, Repetitions):
            found |= {"repetitions", "held"} if part.tempo.hold >= 1 else {"repetitions"}
        elif isinstance(part, ContractRelax | RampedIsometric):
            found.add("contract")
    return frozenset(found)


@dataclass(frozen=True, slots=True)
class Acted:
    """One thing that a style does to a version: which question and school, and in words what changes."""

    question: Question
    school: School
    says: str


def proposed(exercise: Exercise, version: Version, style: Style, questions: Questions) -> Dose:
    """The dose that is proposed for a version: its usual one, as the style has it. What does not go together with it is
    left as it was."""
    dose = version.dose
    for question, school in style.answers(questions):
        if school.dose and matches(school.where or question.where, exercise, version):
            try:
                changed = _dosed(dose, dict(school.dose), version)
                version.check_sides(changed.sides)
            except (DoseError, PlanError):
                continue
            dose = changed
    return dose


def _dosed(dose: Dose, change: Mapping[str, str | int | float | bool], version: Version) -> Dose:
    for name, value in change.items():
        dose = _CHANGES[name](dose, value, version)
    return dose


def _work(dose: Dose, work: Hold | Repetitions | Breaths | Pulses | Timed) -> Dose:
    return replace(dose, work=work, ranges=())


def _hold(dose: Dose, value: object, _version: Version) -> Dose:
    return _work(dose, replace(dose.work, seconds=float(str(value)))) if isinstance(dose.work, Hold) else dose


def _repeats(dose: Dose, value: object, _version: Version) -> Dose:
    return _work(dose, replace(dose.work, repeats=int(str(value)))) if isinstance(dose.work, Hold) else dose


def _breaths(dose: Dose, value: object, _version: Version) -> Dose:
    return _work(dose, Breaths(int(str(value))))


def _tempo_hold(dose: Dose, value: object, _version: Version) -> Dose:
    work = dose.work
    if not isinstance(work, Repetitions):
        return dose
    return _work(dose, replace(work, tempo=replace(work.tempo, hold=float(str(value)), music=None)))


def _reps(dose: Dose, value: object, _version: Version) -> Dose:
    return _work(dose, replace(dose.work, reps=int(str(value)))) if isinstance(dose.work, Repetitions) else dose


def _pulses(dose: Dose, value: object, _version: Version) -> Dose:
    return _work(dose, Pulses(int(str(value))))


def _timed(dose: Dose, value: object, _version: Version) -> Dose:
    return _work(dose, Timed(float(str(value))))


def _range(dose: Dose, _value: object, _version: Version) -> Dose:
    """From two thirds of the count to all of it, beginning in the middle."""
    if not isinstance(dose.work, Repetitions) or dose.ranges:
        return dose
    high = dose.work.reps
    low = max(1, round(high * 2 / 3))
    if low >= high:
        return dose
    made = Range("reps", low, high)
    return replace(dose, work=replace(dose.work, reps=int(made.first_point())), ranges=(made,))


def _quicker(dose: Dose, _value: object, version: Version) -> Dose:
    work = dose.work
    if not isinstance(work, Repetitions) or work.tempo.music:
        return dose
    least = (version.safe_seconds or 0.0) / max(work.tempo.seconds, 0.01)
    factor = max(QUICKER, least)
    out, back = (max(0.5, round(seconds * factor * 4) / 4) for seconds in (work.tempo.work, work.tempo.back))
    tempo = replace(work.tempo, work=out, back=back)
    if tempo.seconds >= work.tempo.seconds or (version.safe_seconds and tempo.seconds < version.safe_seconds):
        return dose
    return _work(dose, replace(work, tempo=tempo))


_CHANGES: Mapping[str, Callable[[Dose, Any, Version], Dose]] = {
    "hold": _hold,
    "repeats": _repeats,
    "breaths": _breaths,
    "tempo_hold": _tempo_hold,
    "reps": _reps,
    "pulses": _pulses,
    "timed": _timed,
    "range": _range,
    "quicker": _quicker,
    "sets": lambda dose, value, _: replace(
        dose, sets=int(value), ranges=tuple(one for one in dose.ranges if one.path != "sets")
    ),
    "offered": lambda dose, value, _: replace(dose, offered=int(value)),
    "ending": lambda dose, value, _: replace(dose, ending=Ending(value)),
    "first": lambda dose, value, _: replace(dose, first=First(value)) if dose.has_two_sides else dose,
    "more": lambda dose, value, _: replace(dose, more=int(value)) if dose.has_two_sides else dose,
    "sides": lambda dose, value, _: dose.shared(Sides(value)),
    "effort": lambda dose, value, _: replace(dose, effort=read_effort(value)),
}
"""What a school can change in a dose, by name."""


def said(exercise: Exercise, version: Version, style: Style, questions: Questions) -> Version:
    """The version with what the style says of breath and form, said with the cues."""
    cues: list[str] = []
    breath = version.breath
    for question, school in style.answers(questions):
        if not matches(school.where or question.where, exercise, version):
            continue
        cues += [school.cue] if school.cue else []
        breath = school.breath or breath
    if not cues and breath == version.breath:
        return version
    changed = Cues(version.cues.set_up, (*version.cues.do, *cues), version.cues.watch, version.cues.stop)
    return replace(version, cues=changed, breath=breath)


@kept(64)
def styled_shelf(shelf: Shelf, style: Style, questions: "QuestionsKey") -> Shelf:
    """The shelf with what a style says. Its doses stay: those are proposed when something is put on the bench."""
    if not style:
        return shelf
    exercises = {}
    for name, exercise in shelf.exercises.items():
        versions = tuple(said(exercise, version, style, questions.all) for version in exercise.versions)
        same = all(one is other for one, other in zip(versions, exercise.versions, strict=True))
        exercises[name] = exercise if same else replace(exercise, versions=versions)
    return replace(shelf, exercises=exercises)


@dataclass(frozen=True, eq=False)
class QuestionsKey:
    """All questions as one thing that can be kept by: they are read once."""

    all: Questions


def acts_on(exercise: Exercise, version: Version, style: Style, questions: Questions) -> tuple[Acted, ...]:
    """Everything that a style does to a version, in words: the dose that it proposes, what it says, what comes next."""
    found = []
    for question, school in style.answers(questions):
        if not matches(school.where or question.where, exercise, version):
            continue
        alone = Style(((question.id, school.id),))
        if school.dose and proposed(exercise, version, alone, questions) != version.dose:
            found.append(Acted(question, school, school.words))
        if school.breath and school.breath != version.breath:
            found.append(Acted(question, school, school.breath))
        if school.cue:
            found.append(Acted(question, school, school.cue))
        rung = exercise.rung(version.id)
        if school.next_version and rung + 1 < len(exercise.versions):
            found.append(Acted(question, school, f"Next: {exercise.versions[rung + 1].name}, at 60 % of the count."))
    return tuple(found)


def put_aside_by_style(style: Style, questions: Questions) -> Mapping[str, str]:
    """The rules that a style leaves out, each with why."""
    return {
        rule: f"left out by your style: {school.words}"
        for _, school in style.answers(questions)
        for rule in school.quiet
    }
