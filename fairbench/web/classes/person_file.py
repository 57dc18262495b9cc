"""Everything that is kept of one person, to hand to them: as values, and as pages to read."""

import io
from collections.abc import Iterable, Mapping
from typing import Any

from django.db.models import Model
from django.utils import timezone
from reportlab.lib.pagesizes import A4
from reportlab.lib.styles import getSampleStyleSheet
from reportlab.lib.units import mm
from reportlab.platypus import Paragraph, SimpleDocTemplate, Spacer

from fairbench.web.accounts.models import AuditEntry, Letter
from fairbench.web.people.models import AtHome, Milestone, Participant
from fairbench.web.plans.models import FloorPlaces

from .models import DayNote, Incident, IncidentLine, StayCorrection, TeachEvent

FORMAT, FORMAT_VERSION = "fairbench-person", 1
_NOT_TOLD = {"practice", "participant", "id", "noted_by", "ended_by", "started_by", "reviewed_by", "user", "meeting"}
_DETAILS = ("call_name", "birth_year", "pace", "remember", "goals", "emergency", "private_note", "email")
_CHAIR = ("chair_arms", "seat_from_cm", "seat_to_cm", "feet_raised", "chair_at_wall")


def person_values(person: Participant) -> dict[str, Any]:
    """What is kept of a person, by kind, as JSON can hold it."""
    return {
        "format": FORMAT,
        "format_version": FORMAT_VERSION,
        "made_at": timezone.now().isoformat(),
        "details": {name: _plain(getattr(person, name)) for name in _DETAILS},
        "groups": [
            {"group": row.group.name, "since": _plain(row.since), "kind": row.kind}
            for row in person.listings.select_related("group")
        ],
        "conditions": _rows(person.conditions.all()),
        "screenings": _rows(person.screenings.all()),
        "health_events": _rows(person.healthevents.all()),
        "clinicians_advice": _rows(person.clearances.all()),
        "decisions": _rows(person.overrides.all()),
        "sides": _rows(person.notedsides.all()),
        "sharing_of_sides": _rows(person.notedsharings.all()),
        "loads": _rows(person.notedloads.all()),
        "chair": {name: _plain(getattr(person, name)) for name in _CHAIR},
        "minutes_they_have": person.budgets,
        "band_of_tests": person.sex,
        "goes_on_by": person.school,
        "goals_and_what_serves_them": _rows(person.goals_kept.all()),
        "how_classes_felt": _rows(person.feelings.order_by("at")),
        "milestones": _rows(Milestone.objects.filter(goal__participant=person)),
        "measures": _rows(person.measurements.order_by("day")),
        "things_at_home": _rows(person.own_things.all()),
        "at_home": _rows(AtHome.objects.filter(participant=person)),
        "home_sheets": _rows(person.home_sheets.order_by("edition")),
        "how_home_went": _rows(person.home_reports.order_by("day")),
        "private_addresses": [
            {"made_at": _plain(phone.made_at), "withdrawn_at": _plain(phone.withdrawn_at), "ticks": phone.ticks.count()}
            for phone in person.phone_sheets.order_by("made_at")
        ],
        "letters_written": _rows(person.letters.order_by("made_at")),
        "waits_for_a_place": _rows(person.waiting.all()),
        "places_on_floors": [
            {
                "room": floor.room.name,
                "metres": floor.pins.get(str(person.id)),
                "with_assistant": _has_help(floor, person),
            }
            for floor in FloorPlaces.objects.filter(group__listings__participant=person).select_related("room")
            if str(person.id) in floor.pins or _has_help(floor, person)
        ],
        "letters": _rows(Letter.objects.filter(kind=Letter.Kind.CLASS, to=person.email).exclude(to="")),
        "classes": [
            {"held_on": _plain(came.meeting.held_on), "group": came.meeting.group.name, "did": came.ways}
            for came in person.attendances.select_related("meeting__group").order_by("meeting__held_on")
        ],
        "differences": _rows(person.differences.order_by("at")),
        "notes_in_class": _rows(TeachEvent.objects.filter(participant=person)),
        "news_at_the_door": _rows(DayNote.objects.filter(participant=person)),
        "incidents": _rows(Incident.objects.filter(participant=person)),
        "incident_lines": _rows(IncidentLine.objects.filter(incident__participant=person)),
        "times_put_right": _rows(StayCorrection.objects.filter(participant=person)),
        "who_looked_and_changed": [
            {"what": entry.verb, "at": _plain(entry.at), "old": entry.old, "new": entry.new}
            for entry in AuditEntry.objects.filter(object_id=person.id).order_by("at")
        ],
    }


def _has_help(floor: FloorPlaces, person: Participant) -> bool:
    """Whether an assistant stands beside them there."""
    return str(person.id) in floor.helper.get("beside", [])


def person_pdf(values: Mapping[str, Any]) -> bytes:
    """The same on paper, but for the private note, which is never printed."""
    styles = getSampleStyleSheet()
    parts: list[Any] = [Paragraph(_text(values["details"]["call_name"]), styles["Title"])]
    details = {name: value for name, value in values["details"].items() if name != "private_note"}
    for kind, found in {**values, "details": details}.items():
        if kind in ("format", "format_version"):
            continue
        parts += [Spacer(1, 4 * mm), Paragraph(kind.replace("_", " ").capitalize(), styles["Heading2"])]
        rows = found if isinstance(found, list) else [found]
        parts += [Paragraph(_line(row), styles["BodyText"]) for row in rows or ["Nothing."]]
    written = io.BytesIO()
    SimpleDocTemplate(written, pagesize=A4, title="What is kept", author="Fair Bench").build(parts)
    return written.getvalue()


def _rows(rows: Iterable[Model]) -> list[dict[str, Any]]:
    return [
        {
            field.name: _plain(getattr(row, field.attname))
            for field in row._meta.concrete_fields
            if field.name not in _NOT_TOLD and getattr(row, field.attname) not in (None, "", {}, [])
        }
        for row in rows
    ]


def _plain(value: Any) -> Any:
    return value if isinstance(value, str | int | float | bool | dict | list | None) else str(value)


def _line(row: Any) -> str:
    if not isinstance(row, dict):
        return _text(str(row))
    told = {name.replace("_", " "): value for name, value in row.items() if value not in (None, "")}
    return " · ".join(f"<b>{_text(name)}</b> {_text(value)}" for name, value in told.items())


def _text(value: Any) -> str:
    return str(value).replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;")
