"""A verdict opened: what somebody does, why, what to keep in mind, and what can be decided instead."""

from dataclasses import dataclass, replace
from itertools import islice

from fairbench.core.dose.words import summary
from fairbench.core.exercises.exercise import Exercise, Version
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.fit.alternatives import alternatives_for
from fairbench.core.fit.cautions import TriggeredRule
from fairbench.core.fit.fit import fit_item
from fairbench.core.fit.share import Share, share_of
from fairbench.core.fit.verdict import Fit, Verdict, VerdictKind
from fairbench.core.fit.words import by_side, in_words, side_words
from fairbench.core.people.conditions import Conditions
from fairbench.core.people.person import Person
from fairbench.core.people.rules import Effect
from fairbench.core.plan.timeline import ItemTime

OFFERED = 6
"""How many other exercises are offered instead."""


@dataclass(frozen=True, slots=True)
class Why:
    """One caution in words: what it leads to, the sentence for the person, and the demand that triggered it."""

    effect: str
    because: str
    condition: str
    demand: str
    version: str = ""


@dataclass(frozen=True, slots=True)
class Reason:
    """One cell of the bench, opened. ``moved_by`` is why something else is done than planned, ``choices`` are the
    versions, each with whether a caution says to avoid it; ``instead`` what else could be done."""

    person: Person
    time: ItemTime
    verdict: Verdict
    exercise: Exercise
    moved_by: tuple[Why, ...]
    left_out: tuple[Why, ...]
    applies: tuple[Why, ...]
    sides: tuple[tuple[str, str], ...]
    pulls: str
    choices: tuple[tuple[Version, bool], ...]
    instead: tuple[tuple[Exercise, Version], ...]

    @property
    def words(self) -> str:
        """The verdict in one line."""
        return in_words(self.verdict)

    @property
    def speaks(self) -> bool:
        """Whether anything is said of why: a caution, a decision, or that they are new to it."""
        return bool(self.moved_by or self.left_out or self.applies or self.verdict.overridden or self.verdict.reason)


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


def reason_of(found: Fit, time: ItemTime, person: Person, shelf: Shelf, conditions: Conditions) -> Reason:
    """Why a person does an item as they do, with what else could be chosen."""
    verdict = found.of(person.id, time.item.id)
    left_out = tuple(
        _why(rejected.triggered_by, conditions, rejected.version.name)
        for rejected in verdict.rejected
        if verdict.kind is not VerdictKind.TALK_FIRST
    )
    against_base = {rejected.triggered_by for rejected in verdict.rejected if rejected.version is verdict.base}
    planned = frozenset(time.exercise.id for time in found.timeline.items)
    without_override = fit_item(replace(person, overrides=()), time, shelf, conditions, planned)
    against = {rejected.version for rejected in without_override.rejected}
    sides: tuple[tuple[str, str], ...] = ()
    if verdict.version is not None and verdict.sides_differ:
        sides = tuple((side.value, side_words(fit, verdict.base)) for side, fit in by_side(verdict))
    return Reason(
        person,
        time,
        verdict,
        verdict.exercise,
        tuple(_why(hit, conditions) for hit in verdict.moved_by if hit not in against_base),
        left_out,
        tuple(_why(hit, conditions) for hit in verdict.triggered),
        sides,
        _pulls(verdict, conditions),
        tuple((version, version in against) for version in time.exercise.versions),
        _instead(verdict, time, found, shelf, conditions),
    )


def _instead(
    verdict: Verdict, time: ItemTime, found: Fit, shelf: Shelf, conditions: Conditions
) -> tuple[tuple[Exercise, Version], ...]:
    """What else could be done: what is done instead already, then the nearest that suit."""
    if verdict.kind is VerdictKind.TALK_FIRST:
        return ()
    others = (
        (other.exercise, other.version) for other in alternatives_for(verdict.person, time, found, shelf, conditions)
    )
    nearest = [other for other in islice(others, OFFERED + 1) if other[0] is not verdict.exercise]
    now = [(verdict.exercise, verdict.version)] if verdict.kind is VerdictKind.SWAPPED and verdict.version else []
    return (*now, *nearest[: OFFERED - len(now)])


def session_of(found: Fit, person: Person) -> Session:
    """The whole plan as one person does it."""
    lines = []
    for time in found.timeline.items:
        verdict = found.of(person.id, time.item.id)
        words = in_words(verdict)
        if verdict.kind is VerdictKind.AS_PLANNED and not verdict.overridden:
            words = f"{time.version.name}, {summary(time.dose, time.exercise.limb)}"
        lines.append(Line(time, verdict, words))
    return Session(person, share_of(found, person), tuple(lines))


def _why(hit: TriggeredRule, conditions: Conditions, version: str = "") -> Why:
    if hit.demand is not None:
        side = f" {hit.demand.side}" if hit.demand.side else ""
        figure = "" if hit.demand.figure == "yes" else f" {hit.demand.figure}"
        pose = f" {hit.demand.moment}" if hit.demand.moment else ""
        demand = f"{hit.demand.words}{figure}{side}{pose}"
    else:
        demand = hit.rule.when_words
    return Why(hit.effect.value, hit.rule.because, conditions.words(hit.declared), demand, version)


def _pulls(verdict: Verdict, conditions: Conditions) -> str:
    """Said where one condition wants more of what another wants less of."""
    against = [
        hit
        for hit in (*verdict.triggered, *(rejected.triggered_by for rejected in verdict.rejected))
        if hit.effect in (Effect.AVOID, Effect.EASE)
    ]
    wants = [hit for hit in verdict.triggered if hit.effect is Effect.FAVOUR]
    for hit in against:
        for other in wants:
            if other.declared.condition != hit.declared.condition:
                more = conditions.condition(other.declared.condition).name
                less = conditions.condition(hit.declared.condition).name
                return f"{more[:1].upper()}{more[1:]} wants more of it, {less} less. The safer common version is taken."
    return ""
