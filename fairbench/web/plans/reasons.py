"""A verdict opened: what somebody does, why, what to keep in mind, and what can be decided instead."""

from dataclasses import dataclass
from itertools import islice

from fairbench.core.cautions import Met
from fairbench.core.conditions import Conditions, Effect
from fairbench.core.dose_words import summary
from fairbench.core.exercises import Exercise, Shelf, Version
from fairbench.core.fit import Fit, Shape, SideFit, Verdict
from fairbench.core.people import Person
from fairbench.core.share import Share, share_of
from fairbench.core.sides import Side
from fairbench.core.stand_ins import StandIn, stand_ins
from fairbench.core.timeline import ItemTime

OFFERED = 6
"""How many other exercises are offered instead."""


@dataclass(frozen=True, slots=True)
class Why:
    """One caution in words: what it leads to, the sentence for the person, and what met it."""

    effect: str
    because: str
    condition: str
    met_by: str
    version: str = ""


@dataclass(frozen=True, slots=True)
class Reason:
    """One cell of the bench, opened."""

    person: Person
    time: ItemTime
    verdict: Verdict
    exercise: Exercise
    left_out: tuple[Why, ...]
    applies: tuple[Why, ...]
    sides: tuple[tuple[str, str], ...]
    pulls: str
    choices: tuple[Version, ...]
    instead: tuple[StandIn, ...]

    @property
    def words(self) -> str:
        return in_words(self.verdict)


@dataclass(frozen=True, slots=True)
class Session:
    """One person's own session from start to end."""

    person: Person
    share: Share
    lines: tuple["Line", ...]


@dataclass(frozen=True, slots=True)
class Line:
    """One item of a person's session, in words."""

    time: ItemTime
    verdict: Verdict
    words: str


def in_words(verdict: Verdict) -> str:
    """A verdict in a line, as an instructor would say it."""
    if verdict.shape is Shape.TALK_FIRST:
        return f"Talk first. {verdict.reason}"
    if verdict.version is None:
        return f"Waits, breathing seated or resting. {verdict.reason}"
    what = verdict.version.name
    if verdict.overruled and verdict.shape is Shape.SWAPPED:
        return f"{verdict.exercise.name}, {what}, by your word: {verdict.reason}"
    if verdict.shape is Shape.SWAPPED:
        return f"Swapped for {verdict.exercise.name}, {what}."
    if verdict.overruled:
        return f"{what[:1].upper()}{what[1:]}, by your word: {verdict.reason}"
    if verdict.shape is Shape.AS_PLANNED:
        return "As planned."
    if verdict.sides_differ:
        sides = (f"{side} {fit.version.name if fit.version else 'rests'}" for side, fit in _by_side(verdict))
        return f"Eased: {', '.join(sides)}."
    if verdict.version is not verdict.base:
        return f"Eased: {what}."
    eases = [*verdict.left.eases, *verdict.right.eases]
    return f"Eased. {eases[0].rule.because}" if eases else "Eased."


def _by_side(verdict: Verdict) -> tuple[tuple[Side, SideFit], ...]:
    return (Side.LEFT, verdict.left), (Side.RIGHT, verdict.right)


def reason_of(found: Fit, time: ItemTime, person: Person, shelf: Shelf, conditions: Conditions) -> Reason:
    verdict = found.of(person.id, time.item.id)
    left_out = tuple(
        _why(one.met, conditions, one.version.name) for one in verdict.dropped if verdict.shape is not Shape.TALK_FIRST
    )
    sides: tuple[tuple[str, str], ...] = ()
    if verdict.version is not None and verdict.sides_differ:
        sides = tuple((side.value, fit.version.name if fit.version else "rests") for side, fit in _by_side(verdict))
    return Reason(
        person, time, verdict, verdict.exercise, left_out, tuple(_why(hit, conditions) for hit in verdict.mets), sides,
        _pulls(verdict, conditions), time.exercise.versions,
        tuple(islice(stand_ins(person, time, found, shelf, conditions), OFFERED)) if not person.talk_first else (),
    )  # fmt: skip


def session_of(found: Fit, person: Person) -> Session:
    lines = []
    for time in found.timeline.items:
        verdict = found.of(person.id, time.item.id)
        words = in_words(verdict)
        if verdict.shape is Shape.AS_PLANNED and not verdict.overruled:
            words = f"{time.version.name}, {summary(time.dose, time.exercise.limb)}"
        lines.append(Line(time, verdict, words))
    return Session(person, share_of(found, person), tuple(lines))


def _why(hit: Met, conditions: Conditions, version: str = "") -> Why:
    if hit.demand is not None:
        side = f" {hit.demand.side}" if hit.demand.side else ""
        figure = "" if hit.demand.figure == "yes" else f" {hit.demand.figure}"
        pose = f" in the {hit.demand.pose} pose" if hit.demand.pose else ""
        met_by = f"{hit.demand.words}{figure}{side}{pose}"
    else:
        met_by = hit.rule.when_words
    return Why(hit.effect.value, hit.rule.because, conditions.words(hit.declared), met_by, version)


def _pulls(verdict: Verdict, conditions: Conditions) -> str:
    """Said where one condition wants more of what another wants less of."""
    against = [
        hit
        for hit in (*verdict.mets, *(one.met for one in verdict.dropped))
        if hit.effect in (Effect.AVOID, Effect.EASE)
    ]
    wants = [hit for hit in verdict.mets if hit.effect is Effect.FAVOUR]
    for hit in against:
        for other in wants:
            if other.declared.condition != hit.declared.condition:
                more = conditions.condition(other.declared.condition).name
                less = conditions.condition(hit.declared.condition).name
                return f"{more[:1].upper()}{more[1:]} wants more of it, {less} less. The safer common version is taken."
    return ""
