"""Everything that changes an incident: one verb each. Lines are added, never altered."""

import datetime
from collections.abc import Iterable, Sequence
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from fairbench.core.errors import InputError
from fairbench.core.formats.stop_signs_doc import load_stop_signs
from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.people import health_actions
from fairbench.web.people.health_inputs import EventInput
from fairbench.web.people.models import HealthEvent

from .inputs import TeachEventInput
from .models import Incident, IncidentLine, Meeting
from .record_inputs import LineInput

INCIDENT_KINDS = frozenset({"incident", "incident_line", "incident_over"})
"""Events of the teaching screen that belong to an incident."""
FALL = "fall"


def may_read(actor: Actor, incident: Incident) -> bool:
    """Owners read every incident; others those that they wrote, or of a class that they taught."""
    return actor.may(Permission.INCIDENTS) or actor.user.id in (incident.user_id, incident.meeting.teacher_id)


def keep_incidents(actor: Actor, meeting: Meeting, reported: Sequence[TeachEventInput], known: set[UUID]) -> None:
    """What a device told of incidents: that one began, who it is about, its lines, that it is over. The class is
    locked; sent twice is kept once."""
    for event in sorted(reported, key=lambda event: (event.kind != "incident", event.at)):
        who = event.participant if event.participant in known else None
        if event.kind == "incident":
            _began(actor, meeting, event, who)
            continue
        incident = Incident.objects.filter(id=event.incident, meeting=meeting).first() if event.incident else None
        if incident is None or IncidentLine.objects.filter(id=event.id).exists():
            continue
        _about(actor, incident, who)
        text = event.text.strip() or ("Over." if event.kind == "incident_over" else "")
        IncidentLine.objects.create(
            id=event.id, practice=actor.practice, incident=incident, at=event.at, text=text, user=actor.user
        )
        if event.kind == "incident_over":
            incident.over_at = event.at
            incident.save(update_fields=["over_at"])
    if reported:
        actor.audit("meeting.incident", meeting.id, None, {"lines": [event.id for event in reported]})


def kept_of_incidents(meeting: Meeting, ids: Iterable[UUID]) -> list[UUID]:
    """Which of these events of a class are kept with its incidents."""
    ids = list(ids)
    return [
        *Incident.objects.filter(meeting=meeting, id__in=ids).values_list("id", flat=True),
        *IncidentLine.objects.filter(incident__meeting=meeting, id__in=ids).values_list("id", flat=True),
    ]


def _began(actor: Actor, meeting: Meeting, event: TeachEventInput, who: UUID | None) -> None:
    incident, new = Incident.objects.get_or_create(
        id=event.id,
        defaults={
            "practice": actor.practice,
            "meeting": meeting,
            "sign": event.sign,
            "at": event.at,
            "what": event.text,
            "user": actor.user,
        },
    )
    if new:
        _about(actor, incident, who)


def _about(actor: Actor, incident: Incident, who: UUID | None) -> None:
    """Who it is about, once that is known; they are talked with before they join in again."""
    if who is None or incident.participant_id is not None:
        return
    kind = HealthEvent.Kind.FALL if incident.sign == FALL else HealthEvent.Kind.INCIDENT
    signs = load_stop_signs()
    note = signs[incident.sign].name if incident.sign in signs else "see the incident note"
    happened = EventInput(kind=kind, happened_on=incident.meeting.held_on, note=note)
    incident.event = health_actions.note_event(actor, who, happened, Permission.CLASSES)
    incident.participant_id = who
    incident.save(update_fields=["participant", "event"])


@transaction.atomic
def add_line(actor: Actor, incident_id: UUID, given: LineInput) -> IncidentLine:
    """Add to an incident what is known by now; a time of day is one of the day it happened on."""
    actor.require(Permission.CLASSES)
    incident = Incident.objects.select_for_update(of=("self",)).select_related("meeting").get(id=incident_id)
    if given.at is None:
        at = timezone.now()
    else:
        day = timezone.localtime(incident.at).date()
        at = timezone.make_aware(datetime.datetime.combine(day, given.at))
        if at > timezone.now():
            raise InputError(f"{given.at:%H:%M} is still to come", "at")
    line = IncidentLine.objects.create(
        practice=actor.practice, incident=incident, at=at, text=given.text, user=actor.user
    )
    actor.audit("incident.line", incident.id, None, {"line": line.id})
    return line


@transaction.atomic
def see(actor: Actor, incident_id: UUID) -> None:
    """An owner has seen it."""
    actor.require(Permission.INCIDENTS)
    incident = Incident.objects.select_for_update(of=("self",)).get(id=incident_id)
    if incident.seen_at is None:
        incident.seen_by, incident.seen_at = actor.user, timezone.now()
        incident.save(update_fields=["seen_by", "seen_at"])
        actor.audit("incident.seen", incident.id, {"seen": None}, {"seen": incident.seen_at})
