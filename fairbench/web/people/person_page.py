"""A person's page worked out: cautions with their reasons, the screening, events, advice. What is kept with the person
is enough for most of it; the history is a page of its own."""

import datetime
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Any

from django.db.models import QuerySet
from django.db.models.fields.json import KeyTextTransform
from django.utils import timezone

from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.budgets import Budget, minutes_of
from fairbench.core.people.own_sides import OwnSharing, Sharing
from fairbench.core.people.rules import Effect, Rule
from fairbench.core.people.screening import Outcome, ScreeningStatus
from fairbench.core.sides import First
from fairbench.web.exercises.shelf import practice_shelf

from . import models
from .health_summary import chair_of, day_of, declared_as_of, holds, screening_status_of

_NEEDS = "needs"
CAME_SHOWN = 8


@dataclass(frozen=True, slots=True)
class DeclaredCondition:
    """One condition or need as it is kept, and what it leads to."""

    id: str
    condition: str
    words: str
    topic: str
    note: str
    until: str
    rules: tuple[Rule, ...]
    clearance: str
    clinical: str
    not_said: str
    counted: str

    @property
    def counts(self) -> str:
        """Such as ``3 avoid, 2 ease``."""
        numbers = [(effect.value, sum(rule.effect is effect for rule in self.rules)) for effect in Effect]
        return ", ".join(f"{number} {words}" for words, number in numbers if number)


@dataclass(frozen=True, slots=True)
class ActiveOverride:
    """A decision against the fit, in names."""

    id: str
    exercise: str
    done: str
    until: datetime.date
    reason: str


@dataclass(frozen=True, slots=True)
class Event:
    """Something that happened and still asks for a screening."""

    id: str
    kind: str
    happened_on: datetime.date | None
    note: str


@dataclass(frozen=True, slots=True)
class Advice:
    """What a clinician advised, and where the letter is."""

    id: str
    who: str
    said: str
    until: datetime.date | None
    letter: str


@dataclass(frozen=True, slots=True)
class NotedInWords:
    """Their weaker or affected side, their way of sharing, or their load in an exercise, in words."""

    id: str
    words: str


@dataclass(frozen=True, slots=True)
class OwnThing:
    """Something at home, by the name of the prop."""

    prop: str
    name: str
    instead: str

    @property
    def words(self) -> str:
        """``stick: broom handle``."""
        return f"{self.name}: {self.instead}" if self.instead else self.name


@dataclass(frozen=True, slots=True)
class PersonPage:
    """One person on one screen. What an assistant may not see is empty for one."""

    participant: models.Participant
    screening: ScreeningStatus
    cautions: tuple[DeclaredCondition, ...]
    needs: tuple[DeclaredCondition, ...]
    screenings: tuple[models.Screening, ...]
    outcome: str
    events: tuple[Event, ...]
    clearances: tuple[Advice, ...]
    overrides: tuple[ActiveOverride, ...]
    sides: tuple[NotedInWords, ...]
    sharing: tuple[NotedInWords, ...]
    loads: tuple[NotedInWords, ...]
    chair: str
    budgets: tuple[tuple[str, str, str], ...]
    """For each thing that tires: its name, what it is called with what counts, and the minutes, as they are typed."""
    own_things: tuple[OwnThing, ...]
    groups: tuple[models.Listing, ...]
    came: tuple[Any, ...]


def person_page(participant: models.Participant, health: bool) -> PersonPage:
    """``health`` says whether whoever looks may see more than the cautions."""
    kept = participant.health_summary
    today = timezone.localdate()
    conditions = [condition_of(row, today) for row in kept.get("conditions", [])]
    screenings = tuple(_screenings(participant)) if health else ()
    latest = next((screening for screening in screenings if screening.given_on), None)
    return PersonPage(
        participant=participant,
        screening=screening_status_of(participant),
        cautions=tuple(condition for condition in conditions if condition.topic != _NEEDS),
        needs=tuple(condition for condition in conditions if condition.topic == _NEEDS),
        screenings=screenings,
        outcome=Outcome(latest.outcome).words if latest and latest.outcome else "",
        events=tuple(_events(kept.get("events", []))) if health else (),
        clearances=tuple(_advice(kept.get("advice", []))) if health else (),
        overrides=tuple(override_of(row) for row in kept.get("overrides", []) if holds(row["until"], today)),
        sides=tuple(
            NotedInWords(row["id"], side_words(row["kind"], row["side"], row["exercise"]))
            for row in kept.get("sides", [])
        ),
        sharing=tuple(
            NotedInWords(row["id"], sharing_words(row["how"], row["side"], row["exercise"]))
            for row in kept.get("sharing", [])
        ),
        loads=tuple(NotedInWords(row["id"], load_words(row["exercise"], row["load"])) for row in kept.get("loads", [])),
        chair=chair_of(participant).words,
        budgets=_budgets(participant),
        own_things=tuple(_own_things(participant)),
        groups=tuple(
            participant.listings.select_related("group")
            .only("participant", "since", "kind", "group__name")
            .order_by("since")
        ),
        came=tuple(_came(participant)),
    )


def _own_things(participant: models.Participant) -> Iterable[OwnThing]:
    props = practice_shelf().props
    for row in participant.own_things.all():
        yield OwnThing(row.prop, props[row.prop].name if row.prop in props else row.prop, row.instead)


def _screenings(participant: models.Participant) -> "QuerySet[models.Screening]":
    rows = participant.screenings.select_related("reviewed_by")
    return rows.only("given_on", "reviewed_at", "outcome", "participant_id", "reviewed_by__name")


def _events(rows: Iterable[Mapping[str, Any]]) -> Iterable[Event]:
    return (Event(row["id"], row["kind"], day_of(row["happened_on"]), row["note"]) for row in rows)


def _advice(rows: Iterable[Mapping[str, Any]]) -> Iterable[Advice]:
    return (Advice(row["id"], row["who"], row["said"], day_of(row["until"]), row["letter"]) for row in rows)


def _came(participant: models.Participant) -> "QuerySet[Any]":
    """The last classes they came to, each with its day, group and the plan's name."""
    named = participant.attendances.annotate(plan_name=KeyTextTransform("name", "meeting__plan_document"))
    rows = named.values("meeting_id", "meeting__held_on", "meeting__group__name", "plan_name")
    return rows.order_by("-meeting__held_on")[:CAME_SHOWN]


def side_words(kind: str, side: str, exercise: str) -> str:
    """``their left is the weaker side, in Seated row``."""
    where = practice_shelf().exercises.get(exercise)
    return f"their {side} is the {kind} side" + (f", in {where.name}" if where else "")


def sharing_words(how: str, side: str, exercise: str) -> str:
    """``a set more on the weaker side, in Seated row``."""
    where = practice_shelf().exercises.get(exercise)
    return OwnSharing(Sharing(how), First(side)).words + (f", in {where.name}" if where else "")


def load_words(exercise: str, load: str) -> str:
    """``Seated row: 1.5 kg``."""
    where = practice_shelf().exercises.get(exercise)
    return f"{where.name if where else exercise}: {load}"


def override_of(row: Mapping[str, Any]) -> ActiveOverride:
    """In the names of the shelf; by its id what the shelf has no more."""
    shelf = practice_shelf()
    planned, other = shelf.exercises.get(row["exercise"]), shelf.exercises.get(row["instead"])
    done = other or planned
    names = {version.id: version.name for version in done.versions} if done else {}
    words = names.get(row["version"], row["version"])
    exercise = planned.name if planned else row["exercise"]
    until = day_of(row["until"]) or timezone.localdate()
    return ActiveOverride(row["id"], exercise, f"{other.name}, {words}" if other else words, until, row["reason"])


def condition_of(row: Mapping[str, Any], today: datetime.date) -> DeclaredCondition:
    """A condition as it is kept, with what it leads to today."""
    known, declared = load_conditions(), declared_as_of(row, today)
    until = day_of(row["until"])
    over = until is not None and until < today
    return DeclaredCondition(
        row["id"],
        row["condition"],
        known.words(declared),
        known.condition(row["condition"]).topic,
        row["note"],
        _until_words(until, over),
        () if over else tuple(sorted(known.rules_for(declared), key=lambda rule: rule.effect.rank)),
        "" if over else known.wants_clearance(declared),
        known.condition(row["condition"]).clinical,
        "" if over else known.not_said(declared),
        known.counted(declared, today),
    )


def _until_words(until: datetime.date | None, over: bool) -> str:
    """``until 12 Dec 2026``, or that it is over and to be asked about."""
    if until is None:
        return ""
    return f"ended {until:%-d %b %Y}: ask whether it still holds" if over else f"until {until:%-d %b %Y}"


def _budgets(participant: models.Participant) -> tuple[tuple[str, str, str], ...]:
    kept = participant.health_summary.get("conditions", [])
    declared = frozenset(row["condition"] for row in kept)
    rows = []
    for kind in Budget:
        usual = minutes_of(kind, (), declared)
        own = participant.budgets.get(kind.value)
        words = f"{kind.words.capitalize()} ({usual.minutes:g} min is {usual.because})"
        rows.append((kind.value, words, "" if own is None else f"{own:g}"))
    return tuple(rows)
