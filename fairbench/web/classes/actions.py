"""Everything that changes a meeting until it has ended: one verb each. What comes after is in :mod:`.record_actions`,
incidents are in :mod:`.incident_actions`."""

import datetime
from collections.abc import Sequence
from typing import Any
from uuid import UUID

from django.db import transaction
from django.db.models import Q
from django.utils import timezone

from fairbench.core.errors import InputError
from fairbench.core.formats.plan_doc import plan_document
from fairbench.core.plan.plan import Plan as CorePlan
from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.people import health_actions
from fairbench.web.people.health_inputs import EventInput
from fairbench.web.people.models import Group, HealthEvent, Participant
from fairbench.web.plans.models import Plan
from fairbench.web.plans.surroundings import room_of

from .incident_actions import INCIDENT_KINDS, keep_incidents, kept_of_incidents
from .inputs import HereInput, NewsInput, ReportInput, TeachEventInput
from .meeting import keep_planned
from .models import Attendance, DayNote, Meeting, TeachEvent, TeachingDevice
from .record_actions import keep_marks
from .remembered import keep_remembered
from .reports import Refused, Report
from .taught import keep_taught, keep_taught_each, keep_what_was_taught

_EVENT_OF = {
    DayNote.Kind.FELL: HealthEvent.Kind.FALL,
    DayNote.Kind.MEDICINE: HealthEvent.Kind.MEDICINE,
    DayNote.Kind.OPERATION: HealthEvent.Kind.OPERATION,
}


@transaction.atomic
def open_meeting(actor: Actor, group: Group, plan: Plan, value: CorePlan) -> Meeting:
    """Begin with a plan and a group: who is here comes next. The plan is copied, so that changing
    it later does not change what was taught."""
    actor.require(Permission.CLASSES)
    meeting = Meeting.objects.create(
        practice=actor.practice,
        group=group,
        plan=plan,
        room=room_of(plan),
        plan_document=plan_document(value),
        teacher=actor.user,
        held_on=timezone.localdate(),
    )
    actor.audit("meeting.open", meeting.id, None, {"group": group.id, "plan": plan.id})
    return meeting


@transaction.atomic
def set_here(actor: Actor, meeting_id: UUID, given: HereInput) -> None:
    """Someone is here, or is not after all. Someone not in the group may come as a guest."""
    actor.require(Permission.CLASSES)
    meeting = Meeting.objects.get(id=meeting_id)
    participant = Participant.objects.get(id=given.participant)
    here = given.here == "yes"
    if here:
        _, changed = Attendance.objects.get_or_create(practice=actor.practice, meeting=meeting, participant=participant)
    else:
        changed = bool(Attendance.objects.filter(meeting=meeting, participant=participant).delete()[0])
    if changed:
        was, now = ({"participant": participant.id, "here": one} for one in (not here, here))
        actor.audit("meeting.here" if here else "meeting.not_here", meeting.id, was, now)


@transaction.atomic
def note_today(actor: Actor, meeting_id: UUID, given: NewsInput) -> DayNote:
    """Something is new with somebody today. A fall, a medicine and an operation also stand on their health
    record, where they end the screening."""
    actor.require(Permission.HEALTH if given.kind is DayNote.Kind.TALKED else Permission.CLASSES)
    meeting = Meeting.objects.get(id=meeting_id)
    participant = Participant.objects.get(id=given.participant)
    event = None
    if given.kind in _EVENT_OF:
        happened = EventInput(kind=_EVENT_OF[given.kind])
        event = health_actions.note_event(actor, participant.id, happened, Permission.CLASSES)
    note = DayNote.objects.create(
        practice=actor.practice,
        meeting=meeting,
        participant=participant,
        kind=given.kind,
        where=given.place,
        side=given.place_side or "",
        figures=list(given.figures) if given.kind is DayNote.Kind.READING else [],
        user=actor.user,
        event=event,
    )
    actor.audit("meeting.news", meeting.id, None, _told(note))
    return note


@transaction.atomic
def undo_note(actor: Actor, meeting_id: UUID, note_id: UUID) -> None:
    """It was not so after all. The note and what it left on the health record end; both stay to be read."""
    actor.require(Permission.CLASSES)
    note = DayNote.objects.select_for_update(of=("self",)).get(id=note_id, meeting_id=meeting_id, taken_back=False)
    note.taken_back = True
    note.save(update_fields=["taken_back"])
    if note.event_id:
        health_actions.end_row(actor, note.participant_id, note.event_id, permission=Permission.CLASSES)
    actor.audit("meeting.news_back", meeting_id, _told(note), None)


@transaction.atomic
def begin_teaching(actor: Actor, meeting_id: UUID) -> Meeting:
    """From arrivals to teaching, with at least one person here. A class already under way stays."""
    actor.require(Permission.CLASSES)
    meeting = Meeting.objects.select_for_update().get(id=meeting_id)
    if meeting.state == Meeting.State.ARRIVALS:
        meeting.state = Meeting.State.TEACHING
        meeting.started_at = timezone.now()
        meeting.pace = max(float(a.participant.pace) for a in meeting.attendances.select_related("participant"))
        meeting.taught_before = meeting.group.taught
        meeting.save(update_fields=["state", "started_at", "pace", "taught_before"])
        keep_planned(meeting)
        _audit_state(actor, "meeting.begin", meeting, Meeting.State.ARRIVALS)
    return meeting


@transaction.atomic
def record_events(actor: Actor, meeting_id: UUID, report: Report) -> tuple[Meeting, list[UUID], list[Refused]]:
    """Keep what a device reports. Gives back the class, the ids that are kept now, and what can never be kept. Sent
    twice is stored once; what comes after the end is worked into what the class was."""
    actor.require(Permission.CLASSES)
    meeting = Meeting.objects.select_for_update().get(id=meeting_id)
    reported = [event for _, event in report.events]
    known = _known(actor, meeting, reported)
    before = set(TeachEvent.objects.filter(id__in=[event.id for event in reported]).values_list("id", flat=True))
    _keep(actor, meeting, [event for event in reported if event.kind not in INCIDENT_KINDS], known)
    _come_and_go(meeting, reported, known)
    keep_incidents(actor, meeting, [event for event in reported if event.kind in INCIDENT_KINDS], known)
    keep_marks(actor, meeting, [event for event in reported if event.mark and event.id not in before])
    _seen(meeting, report.device)
    _go_on_or_end(meeting, reported)
    if any(event.kind == "noted" for event in reported):
        keep_remembered(meeting)
    ids = [event.id for event in reported]
    kept = [
        *TeachEvent.objects.filter(meeting=meeting, id__in=ids).values_list("id", flat=True),
        *kept_of_incidents(meeting, ids),
    ]
    taken = [Refused(number, "its id is another's") for number, event in report.events if event.id not in set(kept)]
    if reported:
        actor.audit("meeting.report", meeting.id, None, {"events": len(reported), "new": len(kept) - len(before)})
    return meeting, kept, taken


def _keep(actor: Actor, meeting: Meeting, events: Sequence[TeachEventInput], known: set[UUID]) -> None:
    """Keep events as they came; one that is kept already stays as it is."""
    TeachEvent.objects.bulk_create(
        [
            TeachEvent(
                id=event.id,
                practice=actor.practice,
                meeting=meeting,
                kind=event.kind,
                item=event.item,
                at=event.at,
                participant_id=event.participant if event.participant in known else None,
                text=event.text,
                number=event.number,
                side=event.side or "",
                seconds=event.seconds,
                mark=event.mark,
            )
            for event in events
        ],
        ignore_conflicts=True,
    )


def _go_on_or_end(meeting: Meeting, reported: Sequence[TeachEventInput]) -> None:
    """End the class, open it again, or work what came after its end into what it was."""
    last = max((e for e in reported if e.kind in ("ended", "reopened")), key=lambda e: e.at, default=None)
    if last is not None and last.kind == "reopened" and meeting.state == Meeting.State.TAUGHT:
        _reopen(meeting)
    elif meeting.state != Meeting.State.TEACHING:
        if reported and meeting.ended_at:
            keep_what_was_taught(meeting)
    elif last is not None and last.kind == "ended":
        _end(meeting, last.at)


def _known(actor: Actor, meeting: Meeting, reported: Sequence[TeachEventInput]) -> set[UUID]:
    """Whom a report may name: everybody of the practice, or, by whoever has this class alone, those of its group and
    who is here."""
    rows = Participant.objects.filter(id__in=[event.participant for event in reported if event.participant])
    if not actor.may(Permission.LOOK):
        rows = rows.filter(Q(groups=meeting.group_id) | Q(attendances__meeting=meeting))
    return set(rows.values_list("id", flat=True))


def _come_and_go(meeting: Meeting, reported: Sequence[TeachEventInput], known: set[UUID]) -> None:
    """Who came late, and who left early. Who comes back has not left; nobody comes before they came."""
    for event in sorted(reported, key=lambda event: event.at):
        who = event.participant
        if event.kind not in ("joined", "left") or who is None or who not in known:
            continue
        there = Attendance.objects.filter(meeting=meeting, participant_id=who).first()
        if there is None and event.kind == "joined":
            Attendance.objects.create(
                practice_id=meeting.practice_id, meeting=meeting, participant_id=who, joined_at=event.at
            )
        elif there is not None:
            there.left_at = event.at if event.kind == "left" else None
            there.save(update_fields=["left_at"])


def _seen(meeting: Meeting, given: ReportInput) -> None:
    """What the device said of itself. The first that shows a class leads it; where it is is known from the leader."""
    if given.device is None:
        return
    now = timezone.now()
    device, _ = TeachingDevice.objects.update_or_create(
        practice=meeting.practice,
        meeting=meeting,
        key=given.device,
        defaults={"waiting": given.waiting, "last_seen": now},
    )
    if not device.leads and not meeting.devices.filter(leads=True).exists():
        device.leads = True
        device.save(update_fields=["leads"])
    if device.leads and given.player is not None and meeting.state == Meeting.State.TEACHING:
        meeting.player, meeting.player_at = given.player, now
        meeting.save(update_fields=["player", "player_at"])


@transaction.atomic
def lead(actor: Actor, meeting_id: UUID, device: UUID) -> Meeting:
    """Another device takes the class over; the one that led it follows from now on."""
    actor.require(Permission.CLASSES)
    meeting = Meeting.objects.select_for_update().get(id=meeting_id)
    before = meeting.devices.filter(leads=True).values_list("key", flat=True).first()
    meeting.devices.filter(leads=True).exclude(key=device).update(leads=False)
    TeachingDevice.objects.update_or_create(
        practice=meeting.practice, meeting=meeting, key=device, defaults={"leads": True, "last_seen": timezone.now()}
    )
    actor.audit("meeting.lead", meeting.id, {"device": before}, {"device": device})
    return meeting


@transaction.atomic
def discard_notes(actor: Actor, meeting_id: UUID, number: int) -> None:
    """Notes that were still on a device were thrown away there, by whoever signed out of it: how many, is on record."""
    meeting = Meeting.objects.get(id=meeting_id)
    actor.audit("meeting.discard_notes", meeting.id, new={"number": number})


@transaction.atomic
def end_teaching(actor: Actor, meeting_id: UUID) -> Meeting:
    """End a class from the desk, when its device will not."""
    actor.require(Permission.CLASSES)
    meeting = Meeting.objects.select_for_update().get(id=meeting_id)
    if meeting.state == Meeting.State.TEACHING:
        _end(meeting, timezone.now())
        _audit_state(actor, "meeting.end", meeting, Meeting.State.TEACHING)
    return meeting


@transaction.atomic
def reopen(actor: Actor, meeting_id: UUID) -> Meeting:
    """It was not over after all: back from the record, not yet saved, to teaching."""
    actor.require(Permission.CLASSES)
    meeting = Meeting.objects.select_for_update().get(id=meeting_id)
    if meeting.state != Meeting.State.TAUGHT:
        raise InputError("only a class whose record is not saved yet can go on", "state")
    _reopen(meeting)
    _audit_state(actor, "meeting.reopen", meeting, Meeting.State.TAUGHT)
    return meeting


@transaction.atomic
def cancel(actor: Actor, meeting_id: UUID) -> None:
    """It was opened by mistake, or does not take place: nothing of it is kept. One that has begun, or at whose door
    something was noted of somebody, is not cancelled. Raises :class:`InputError`."""
    actor.require(Permission.CLASSES)
    meeting = Meeting.objects.select_for_update().get(id=meeting_id)
    if meeting.state != Meeting.State.ARRIVALS:
        raise InputError("it has begun; end it instead", "state")
    noted = (meeting.day_notes, meeting.events, meeting.incidents, meeting.differences, meeting.feelings)
    if any(rows.exists() for rows in noted):
        raise InputError("something was noted already, which stays on record; begin and end the class", "state")
    meeting.attendances.all().delete()
    meeting.devices.all().delete()
    actor.audit("meeting.cancel", meeting.id, {"group": meeting.group_id, "plan": meeting.plan_id}, None)
    meeting.delete()


def _audit_state(actor: Actor, verb: str, meeting: Meeting, before: str) -> None:
    actor.audit(verb, meeting.id, {"state": before}, {"state": meeting.state})


def _told(note: DayNote) -> dict[str, Any]:
    """What of a note at the door goes on record of who did what; where it hurts is on the note alone."""
    return {"participant": note.participant_id, "note": note.id, "kind": note.kind}


def _reopen(meeting: Meeting) -> None:
    """What it taught counts again once it ends."""
    meeting.state, meeting.ended_at, meeting.exercises = Meeting.State.TEACHING, None, []
    meeting.save(update_fields=["state", "ended_at", "exercises"])
    keep_taught(Group.objects.select_for_update().get(id=meeting.group_id))
    people = Participant.objects.filter(attendances__meeting=meeting).order_by("id")
    keep_taught_each(people.select_for_update())


def _end(meeting: Meeting, at: datetime.datetime) -> None:
    meeting.state = Meeting.State.TAUGHT
    meeting.ended_at = at
    meeting.save(update_fields=["state", "ended_at"])
    keep_what_was_taught(meeting)
