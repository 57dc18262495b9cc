"""What the fit needs of somebody's health rows: kept on the person, read back as a core value."""

import datetime
from collections.abc import Iterable, Mapping
from typing import Any

from django.utils import timezone

from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.budgets import Budget, OwnBudget
from fairbench.core.people.chair import ChairFacts
from fairbench.core.people.conditions import Declared
from fairbench.core.people.own_sides import OwnSharing, OwnSide, Sharing
from fairbench.core.people.person import Override, Person
from fairbench.core.people.screening import ScreeningStatus, screening_status
from fairbench.core.people.standing import talk_wanted
from fairbench.core.sides import First, Side

from .models import Condition, Participant, Screening

NOTHING_KNOWN: dict[str, Any] = {
    "conditions": [],
    "screening": None,
    "events": [],
    "advice": [],
    "overrides": [],
    "sharing": [],
    "sides": [],
    "loads": [],
}
"""The summary of somebody of whom nothing was ever noted."""


def keep_health_summary(participant: Participant) -> None:
    """Work the summary out anew from the rows, and keep it. Every action that changes one ends with this."""
    participant.health_summary = health_summary_of(participant)
    participant.save(update_fields=["health_summary"])


def health_summary_of(participant: Participant) -> dict[str, Any]:
    """The summary as the rows give it."""
    conditions = participant.conditions.filter(ended_at=None)
    latest = participant.screenings.exclude(given_on=None).order_by("-given_on", "-started_at").first()
    return {
        "conditions": [
            {
                "id": str(c.id),
                "condition": c.condition,
                "side": c.side,
                "severity": c.severity,
                "stage": c.stage,
                "until": _day(c.until),
                "note": c.note,
                **_facts(c),
            }
            for c in conditions
        ],
        "screening": _screening(latest),
        "events": [
            {"id": str(e.id), "kind": e.kind, "happened_on": _day(e.happened_on), "note": e.note}
            for e in participant.healthevents.filter(ended_at=None)
        ],
        "advice": [
            {
                "id": str(c.id),
                "condition": c.condition,
                "until": _day(c.until),
                "who": c.who,
                "said": c.said,
                "letter": c.letter,
            }
            for c in participant.clearances.filter(ended_at=None)
        ],
        "overrides": [
            {
                "id": str(o.id),
                "exercise": o.exercise,
                "version": o.version,
                "instead": o.instead,
                "reason": o.reason,
                "until": _day(o.until),
            }
            for o in participant.overrides.filter(ended_at=None)
        ],
        "loads": [
            {"id": str(load.id), "exercise": load.exercise, "load": load.words}
            for load in participant.notedloads.filter(ended_at=None)
        ],
        "sharing": [
            {"id": str(s.id), "how": s.how, "side": s.side, "exercise": s.exercise}
            for s in participant.notedsharings.filter(ended_at=None)
        ],
        "sides": [
            {"id": str(s.id), "kind": s.kind, "side": s.side, "exercise": s.exercise}
            for s in participant.notedsides.filter(ended_at=None)
        ],
    }


def _facts(condition: Condition) -> dict[str, Any]:
    """The day a condition counts from and its figure, where they are said."""
    facts = {"since": _day(condition.since), "measure": condition.measure}
    return {name: value for name, value in facts.items() if value is not None}


def _screening(latest: Screening | None) -> dict[str, Any] | None:
    if latest is None:
        return None
    return {"given": _day(latest.given_on), "reviewed": latest.reviewed_at is not None, "wanted": latest.wanted}


def _day(day: datetime.date | None) -> str | None:
    return day.isoformat() if day else None


def day_of(text: str | None) -> datetime.date | None:
    """A day as the summary keeps it."""
    return datetime.date.fromisoformat(text) if text else None


def holds(until: str | None, today: datetime.date) -> bool:
    """Whether what ends on a day, if it does, still counts."""
    return until is None or datetime.date.fromisoformat(until) >= today


def declared_of(participant: Participant, today: datetime.date | None = None) -> tuple[Declared, ...]:
    """The conditions and needs that count today."""
    day = today or timezone.localdate()
    return tuple(
        declared_as_of(kept, day)
        for kept in participant.health_summary.get("conditions", [])
        if holds(kept["until"], day)
    )


def declared_as_of(kept: Mapping[str, Any], day: datetime.date) -> Declared:
    """A condition as the summary keeps it, as it is on a day: the day it counts from decides its stage. A day that is
    still to come where the clock differs has just begun."""
    side, since = Side(kept["side"]) if kept["side"] else None, day_of(kept.get("since"))
    said = Declared(kept["condition"], side, kept["severity"], kept["stage"], since, kept.get("measure"))
    return load_conditions().as_of(said, max(day, since or day))


def screening_status_of(participant: Participant, today: datetime.date | None = None) -> ScreeningStatus:
    """Where the screening stands today."""
    day = today or timezone.localdate()
    return _screening_status(participant, declared_of(participant, day), day)


def _screening_status(participant: Participant, declared: Iterable[Declared], day: datetime.date) -> ScreeningStatus:
    kept = participant.health_summary
    screening = kept.get("screening")
    known = load_conditions()
    cleared = {advice["condition"] for advice in kept.get("advice", []) if holds(advice["until"], day)}
    wants = [
        known.words(condition)
        for condition in declared
        if known.wants_clearance(condition) and condition.condition not in cleared
    ]
    if screening and screening["wanted"] and "" not in cleared:
        wants.append(screening["wanted"])
    return screening_status(
        datetime.date.fromisoformat(screening["given"]) if screening else None,
        bool(screening and screening["reviewed"]),
        [f"a clinician's word on {want}" if want != (screening or {}).get("wanted") else want for want in wants],
        [(event["kind"], datetime.date.fromisoformat(event["happened_on"])) for event in kept.get("events", [])],
        day,
    )


def person_of(
    participant: Participant,
    also: Iterable[Declared] = (),
    talk: str = "",
    today: datetime.date | None = None,
    joins: bool = False,
) -> Person:
    """The participant as the fit needs them. ``also`` are conditions of this class only, ``talk`` a reason
    of this class to talk first; ``joins`` says that the talk was had, which lifts everything but what a clinician is
    asked about."""
    day = today or timezone.localdate()
    on_record = declared_of(participant, day)
    extra = tuple(news for news in also if news not in on_record)
    status, asked = _screening_status(participant, on_record, day), talk_wanted((*on_record, *extra), load_conditions())
    first = status.talk_first if status.for_clinician else "" if joins else talk or status.talk_first or asked
    return Person(
        str(participant.id),
        participant.call_name,
        float(participant.pace),
        (*on_record, *extra),
        first,
        tuple(
            Override(o["exercise"], o["version"], o["reason"], o.get("instead", ""))
            for o in participant.health_summary.get("overrides", [])
            if holds(o["until"], day)
        ),
        frozenset(participant.taught),
        tuple(
            OwnSide(First(s["kind"]), Side(s["side"]), s["exercise"])
            for s in participant.health_summary.get("sides", [])
        ),
        tuple(
            OwnSharing(Sharing(s["how"]), First(s["side"]), s["exercise"])
            for s in participant.health_summary.get("sharing", [])
        ),
        {kept["exercise"]: kept["load"] for kept in participant.health_summary.get("loads", [])},
        chair_of(participant),
        budgets_of(participant),
    )


def budgets_of(participant: Participant) -> tuple[OwnBudget, ...]:
    """The minutes that they have, where somebody said."""
    return tuple(OwnBudget(kind, participant.budgets[kind]) for kind in Budget if kind in participant.budgets)


def chair_of(participant: Participant) -> ChairFacts:
    """What they need of a chair."""
    arms = {"with": True, "without": False}.get(participant.chair_arms)
    low, high = participant.seat_from_cm, participant.seat_to_cm
    return ChairFacts(arms, low, high, participant.feet_raised, participant.chair_at_wall)
