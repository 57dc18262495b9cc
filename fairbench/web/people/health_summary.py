"""What the fit needs of somebody's health rows: kept on the person, read back as a core value."""

import datetime
from collections.abc import Iterable
from typing import Any

from django.utils import timezone

from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.conditions import Declared
from fairbench.core.people.person import Overruled, Person
from fairbench.core.people.screening import Standing, standing
from fairbench.core.sides import Side

from .models import Participant, Screening


def keep_standing(participant: Participant) -> None:
    """Work the standing out anew from the rows. Every action that changes one ends with this."""
    conditions = participant.conditions.filter(ended_at=None)
    latest = participant.screenings.exclude(given_on=None).order_by("-given_on", "-started_at").first()
    participant.standing = {
        "conditions": [
            {"condition": c.condition, "side": c.side, "severity": c.severity, "stage": c.stage, "until": _day(c.until)}
            for c in conditions
        ],
        "screening": _screening(latest),
        "events": [[e.kind, _day(e.happened_on)] for e in participant.healthevents.filter(ended_at=None)],
        "cleared": [[c.condition, _day(c.until)] for c in participant.clearances.filter(ended_at=None)],
        "overruled": [
            {
                "exercise": o.exercise,
                "version": o.version,
                "instead": o.instead,
                "reason": o.reason,
                "until": _day(o.until),
            }
            for o in participant.overrules.filter(ended_at=None)
        ],
    }
    participant.save(update_fields=["standing"])


def _screening(latest: Screening | None) -> dict[str, Any] | None:
    if latest is None:
        return None
    return {"given": _day(latest.given_on), "reviewed": latest.reviewed_at is not None, "wanted": latest.wanted}


def _day(day: datetime.date | None) -> str | None:
    return day.isoformat() if day else None


def _holds(until: str | None, today: datetime.date) -> bool:
    return until is None or datetime.date.fromisoformat(until) >= today


def declared_of(participant: Participant, today: datetime.date | None = None) -> tuple[Declared, ...]:
    """The conditions and needs that count today."""
    day = today or timezone.localdate()
    return tuple(
        Declared(c["condition"], Side(c["side"]) if c["side"] else None, c["severity"], c["stage"])
        for c in participant.standing.get("conditions", [])
        if _holds(c["until"], day)
    )


def standing_of(participant: Participant, today: datetime.date | None = None) -> Standing:
    """Where the screening stands today."""
    day = today or timezone.localdate()
    return _standing(participant, declared_of(participant, day), day)


def _standing(participant: Participant, declared: Iterable[Declared], day: datetime.date) -> Standing:
    kept = participant.standing
    screening = kept.get("screening")
    known = load_conditions()
    cleared = {condition for condition, until in kept.get("cleared", []) if _holds(until, day)}
    wants = [known.words(one) for one in declared if known.wants_clearance(one) and one.condition not in cleared]
    if screening and screening["wanted"] and "" not in cleared:
        wants.append(screening["wanted"])
    return standing(
        datetime.date.fromisoformat(screening["given"]) if screening else None,
        bool(screening and screening["reviewed"]),
        [f"a clinician's word on {want}" if want != (screening or {}).get("wanted") else want for want in wants],
        [(kind, datetime.date.fromisoformat(when)) for kind, when in kept.get("events", [])],
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
    of this class to talk first; ``joins`` says that the talk was had."""
    day = today or timezone.localdate()
    own = declared_of(participant, day)
    extra = tuple(one for one in also if one.condition not in {own_one.condition for own_one in own})
    return Person(
        str(participant.id),
        participant.call_name,
        float(participant.pace),
        (*own, *extra),
        "" if joins else talk or _standing(participant, own, day).talk_first,
        tuple(
            Overruled(o["exercise"], o["version"], o["reason"], o.get("instead", ""))
            for o in participant.standing.get("overruled", [])
            if _holds(o["until"], day)
        ),
    )
