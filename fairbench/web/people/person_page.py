"""A person's page worked out: cautions with their reasons, the screening, events, clearances, history."""

import datetime
from dataclasses import dataclass
from typing import Any, TypeVar
from uuid import UUID

from django.utils import timezone

from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.conditions import Condition, Declared, Effect, Rule
from fairbench.core.people.screening import Outcome, ScreeningStatus
from fairbench.core.sides import Side
from fairbench.web.exercises.shelf import practice_shelf

from . import models
from .health_summary import screening_status_of
from .history import HistoryEntry, history_of

Row = TypeVar("Row", bound=models.HealthRow)
_NEEDS = "needs"


@dataclass(frozen=True, slots=True)
class DeclaredCondition:
    """One condition or need as it is kept, and what it leads to."""

    id: UUID
    condition: str
    words: str
    topic: str
    note: str
    until: str
    rules: tuple[Rule, ...]
    clearance: str

    @property
    def counts(self) -> str:
        """Such as ``3 avoid, 2 ease``."""
        numbers = [(effect.value, sum(rule.effect is effect for rule in self.rules)) for effect in Effect]
        return ", ".join(f"{number} {words}" for words, number in numbers if number)


@dataclass(frozen=True, slots=True)
class ActiveOverride:
    """A word against the fit, in names."""

    id: UUID
    exercise: str
    done: str
    until: datetime.date
    reason: str


@dataclass(frozen=True, slots=True)
class PersonPage:
    participant: models.Participant
    screening: ScreeningStatus
    cautions: tuple[DeclaredCondition, ...]
    needs: tuple[DeclaredCondition, ...]
    screenings: tuple[models.Screening, ...]
    outcome: str
    events: tuple[models.HealthEvent, ...]
    clearances: tuple[models.Clearance, ...]
    overrides: tuple[ActiveOverride, ...]
    groups: tuple[models.Listing, ...]
    left: tuple[models.PastListing, ...]
    came: tuple[Any, ...]
    history: tuple[HistoryEntry, ...]
    kinds: tuple[Condition, ...]


def person_page(participant: models.Participant, health: bool) -> PersonPage:
    """``health`` says whether whoever looks may see more than the cautions."""
    conditions = _rows(models.Condition, participant)
    overrides = _rows(models.Override, participant)
    events = _rows(models.HealthEvent, participant) if health else []
    clearances = _rows(models.Clearance, participant) if health else []
    lived = [_lived(row) for row in conditions if row.ended_at is None]
    screenings = tuple(participant.screenings.select_related("reviewed_by")) if health else ()
    latest = next((screening for screening in screenings if screening.given_on), None)
    named: list[tuple[models.HealthRow, str]] = [
        *((row, _lived(row).words) for row in conditions),
        *((row, f"{row.kind}, {row.happened_on:%-d %b %Y}") for row in events),
        *((row, f"{row.who}: {row.said}") for row in clearances),
        *((row, f"decided otherwise, {_decided(row).exercise}: {_decided(row).done}") for row in overrides),
    ]
    today = timezone.localdate()
    return PersonPage(
        participant=participant,
        screening=screening_status_of(participant),
        cautions=tuple(one for one in lived if one.topic != _NEEDS),
        needs=tuple(one for one in lived if one.topic == _NEEDS),
        screenings=screenings,
        outcome=Outcome(latest.outcome).words if latest and latest.outcome else "",
        events=tuple(row for row in events if row.ended_at is None),
        clearances=tuple(row for row in clearances if row.ended_at is None),
        overrides=tuple(_decided(row) for row in overrides if row.ended_at is None and row.until >= today),
        groups=tuple(participant.listings.select_related("group").order_by("since")),
        left=tuple(participant.past_listings.select_related("group").order_by("-until")),
        came=tuple(participant.attendances.select_related("meeting__group").order_by("-meeting__held_on")[:8]),
        history=history_of(participant, named) if health else (),
        kinds=tuple(load_conditions()) if health else (),
    )


def _rows(kind: type[Row], participant: models.Participant) -> list[Row]:
    """All of them, ended ones too."""
    return list(kind.objects.filter(participant=participant).select_related("noted_by", "ended_by"))


def _decided(row: models.Override) -> ActiveOverride:
    """In the names of the shelf; by its id what the shelf has no more."""
    shelf = practice_shelf()
    planned, other = shelf.exercises.get(row.exercise), shelf.exercises.get(row.instead)
    done = other or planned
    names = {version.id: version.name for version in done.versions} if done else {}
    words = names.get(row.version, row.version)
    exercise = planned.name if planned else row.exercise
    return ActiveOverride(row.id, exercise, f"{other.name}, {words}" if other else words, row.until, row.reason)


def _lived(row: models.Condition) -> DeclaredCondition:
    known = load_conditions()
    declared = Declared(row.condition, Side(row.side) if row.side else None, row.severity, row.stage)
    until = f"until {row.until:%-d %b %Y}" if row.until else ""
    return DeclaredCondition(
        row.id,
        row.condition,
        known.words(declared),
        known.condition(row.condition).topic,
        row.note,
        until,
        tuple(sorted(known.rules_for(declared), key=lambda rule: rule.effect.rank)),
        known.wants_clearance(declared),
    )
