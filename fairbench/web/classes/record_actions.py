"""Everything that changes the record of a class: one verb each. What stood in a saved record is kept, with who put it
right and why; what depends on it is worked out again."""

import datetime
from collections.abc import Mapping, Sequence
from typing import Any
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from fairbench.core.errors import InputError
from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.people import health_actions
from fairbench.web.people.health_inputs import EventInput
from fairbench.web.people.models import HealthEvent, Participant

from .happened import what_happened
from .inputs import TeachEventInput
from .meeting import keeps_parts, planned_for
from .models import Attendance, Difference, ItemTold, Meeting, StayCorrection, TeachEvent
from .record_inputs import DifferenceInput, HereCorrection, StayInput, ToldInput
from .remembered import keep_remembered
from .taught import keep_done_each, keep_taught_each, keep_what_was_taught

_SAYS_OF_THEM: Mapping[str, dict[str, Any]] = {
    TeachEvent.Mark.PAIN: {},
    TeachEvent.Mark.LOST_FORM: {"lost_form": True},
    TeachEvent.Mark.TINGLING: {"tingling": True},
}
"""What a mark of the teaching screen says in the record; a pain says where."""


class RecordError(InputError):
    """A record says something that cannot be."""


class NotThereError(RecordError):
    """Someone is to be recorded who did not come."""


def _locked(meeting_id: UUID) -> Meeting:
    return Meeting.objects.select_for_update(of=("self",)).select_related("group").get(id=meeting_id)


def _say_why(meeting: Meeting, why: str) -> None:
    """A saved record is put right with a reason; one that is still being written needs none."""
    if meeting.state == Meeting.State.RECORDED and not why:
        raise RecordError("say why the saved record is corrected", "why")


@transaction.atomic
def differ(actor: Actor, meeting_id: UUID, given: DifferenceInput) -> Difference:
    """Write down what was not as planned. What stood there before is kept as an earlier edition; only while the record
    is not saved yet, whoever wrote it may go on writing.

    Raises :class:`RecordError` for someone who did not come, and for an item that is not in the plan.
    """
    actor.require(Permission.CLASSES)
    meeting = _locked(meeting_id)
    theirs = meeting.attendances.filter(participant_id=given.participant).first()
    if theirs is None:
        raise NotThereError("this person was not at this class", "participant")
    _check(meeting, given)
    _say_why(meeting, given.why)
    return _differ(actor, meeting, theirs, given)


def _differ(actor: Actor, meeting: Meeting, theirs: Attendance, given: DifferenceInput) -> Difference:
    current = meeting.differences.filter(participant_id=given.participant, item=given.item, current=True).first()
    left_out, tingled = (current.skipped, current.event) if current else (False, None)
    asked_before = current is not None and bool(current.pain or current.pain_where or current.teach_again)
    before = _edition_of(current)
    row = _next_edition(actor, meeting, current, given)
    event = _tingling(actor, meeting, given, tingled)
    if event != row.event:
        row.event = event
        row.save(update_fields=["event"])
    if meeting.ended_at and left_out is not given.skipped:
        keep_done_each(what_happened(meeting), [theirs])
    if asked_before or given.pain or given.pain_where or given.teach_again:
        keep_remembered(meeting)
    actor.audit("record.correct" if row.edition > 1 else "record.differ", meeting.id, before, _edition_of(row))
    return row


def _edition_of(row: Difference | None) -> dict[str, Any] | None:
    """Whose line of the record it is, and which edition; what it says is kept edition by edition on the line itself."""
    if row is None:
        return None
    return {"participant": row.participant_id, "item": row.item, "edition": row.edition}


def _next_edition(actor: Actor, meeting: Meeting, current: Difference | None, given: DifferenceInput) -> Difference:
    said = given.model_dump(exclude={"participant"})
    if current is not None and all(getattr(current, name) == value for name, value in said.items() if name != "why"):
        return current
    still_writing = meeting.state != Meeting.State.RECORDED and current is not None and current.user_id == actor.user.id
    if current is not None and still_writing:
        for name, value in said.items():
            setattr(current, name, value)
        current.at = timezone.now()
        current.save()
        return current
    if current is not None:
        meeting.differences.filter(id=current.id).update(current=False)
    return Difference.objects.create(
        practice=actor.practice,
        meeting=meeting,
        participant_id=given.participant,
        edition=current.edition + 1 if current else 1,
        user=actor.user,
        **said,
    )


def _tingling(actor: Actor, meeting: Meeting, given: DifferenceInput, event: HealthEvent | None) -> HealthEvent | None:
    """Tingling stands on the health record, so that it is talked over; where it was a mistake, that ends as well."""
    if given.tingling:
        if event is not None:
            return event
        happened = EventInput(kind=HealthEvent.Kind.TINGLING, happened_on=meeting.held_on, note="noted in class")
        return health_actions.note_event(actor, given.participant, happened, Permission.CLASSES)
    if event is not None and event.ended_at is None:
        health_actions.end_row(actor, given.participant, event.id, Permission.CLASSES)
    return None


def change(actor: Actor, meeting_id: UUID, participant: UUID, item: str, changed: Mapping[str, Any]) -> Difference:
    """Change one thing of what differed, and leave the rest as it stands. Raises as :func:`differ` does, and where
    there is nothing to save."""
    rows = Difference.objects.filter(meeting_id=meeting_id, participant_id=participant, item=item, current=True)
    current = rows.first()
    given = _with(current, participant, item, changed)
    if current is None and given.is_nothing:
        raise RecordError("say what changed: tap what differed, or write a note", "note")
    return differ(actor, meeting_id, given)


def _with(current: Difference | None, who: UUID, item: str, changed: Mapping[str, Any]) -> DifferenceInput:
    """What stands, with something changed in it."""
    names = [name for name in DifferenceInput.model_fields if name not in ("participant", "item", "why")]
    said = {name: getattr(current, name) for name in names} if current else {}
    return DifferenceInput.read({**said, **changed, "participant": who, "item": item})


def keep_marks(actor: Actor, meeting: Meeting, marked: Sequence[TeachEventInput]) -> None:
    """What was chosen of somebody while teaching, and belongs into the record: where it hurt, lost form, tingling. The
    class is locked; each event comes once."""
    items = {item.id for item in planned_for(meeting).items} if marked else set()
    came = {row.participant_id: row for row in meeting.attendances.all()} if marked else {}
    for event in sorted(marked, key=lambda event: event.at):
        if event.participant not in came or event.mark not in _SAYS_OF_THEM:
            continue
        says = {**_SAYS_OF_THEM[event.mark]}
        if event.mark == TeachEvent.Mark.PAIN and event.place:
            says["pain_where"] = event.place
        if not says:
            continue
        item = event.item if event.item in items else ""
        current = meeting.differences.filter(participant_id=event.participant, item=item, current=True).first()
        given = _with(current, event.participant, item, {**says, "why": "noted in class"})
        _differ(actor, meeting, came[event.participant], given)


@transaction.atomic
def tell_item(actor: Actor, meeting_id: UUID, given: ToldInput) -> ItemTold:
    """The class did an item, or did not, whatever a device told of it; what everyone did and knows by it follows.

    Raises :class:`RecordError` for an item that is not in the plan, and for a class of before parts were kept.
    """
    actor.require(Permission.CLASSES)
    meeting = _locked(meeting_id)
    planned = planned_for(meeting)
    if planned.item(given.item) is None:
        raise RecordError("it is not in the plan", "item")
    if not keeps_parts(planned):
        raise RecordError("this class was recorded before parts of items were kept, and stays as it was", "item")
    _say_why(meeting, given.why)
    earlier = meeting.items_told.filter(item=given.item)
    before = earlier.filter(current=True).values_list("done", flat=True).first()
    edition = earlier.count() + 1
    earlier.filter(current=True).update(current=False)
    row = ItemTold.objects.create(
        practice=actor.practice,
        meeting=meeting,
        item=given.item,
        done=given.done == "yes",
        edition=edition,
        why=given.why,
        user=actor.user,
    )
    if meeting.ended_at:
        keep_what_was_taught(meeting)
    was, now = ({"item": given.item, "done": one} for one in (before, row.done))
    actor.audit("record.tell_item", meeting.id, None if before is None else was, now)
    return row


@transaction.atomic
def correct_here(actor: Actor, meeting_id: UUID, given: HereCorrection) -> None:
    """Somebody was there after all, or was not.

    Raises :class:`RecordError` where something that they did is recorded: that is reset first.
    """
    actor.require(Permission.CLASSES)
    meeting = _locked(meeting_id)
    person = Participant.objects.get(id=given.participant, erased_at=None)
    came, comes = meeting.attendances.filter(participant=person).first(), given.here == "yes"
    if (came is not None) is comes:
        return
    _say_why(meeting, given.why)
    if came is not None:
        _nothing_recorded_of(meeting, person)
        came.delete()
        keep_taught_each(Participant.objects.select_for_update().filter(id=person.id))
    else:
        came = Attendance.objects.create(practice=actor.practice, meeting=meeting, participant=person)
        if meeting.ended_at:
            keep_done_each(what_happened(meeting), [came])
    _put_right(actor, meeting, person, StayCorrection.Field.HERE, ("no", "yes") if comes else ("yes", "no"), given.why)
    was, now = ({"participant": person.id, "here": one} for one in (not comes, comes))
    actor.audit("record.here", meeting.id, was, now)


def _nothing_recorded_of(meeting: Meeting, person: Participant) -> None:
    rows = meeting.differences.filter(participant=person, current=True)
    if not all(_with(row, person.id, row.item, {}).is_nothing for row in rows):
        raise RecordError(f"something that {person.call_name} did is recorded: reset that first", "here")


@transaction.atomic
def correct_stay(actor: Actor, meeting_id: UUID, given: StayInput) -> Attendance:
    """When somebody came and left, put right; what they did and know by it follows.

    Raises :class:`RecordError` for someone who did not come, and for times that cannot be.
    """
    actor.require(Permission.CLASSES)
    meeting = _locked(meeting_id)
    came = meeting.attendances.select_related("participant").filter(participant_id=given.participant).first()
    if came is None:
        raise NotThereError("this person was not at this class", "participant")
    _say_why(meeting, given.why)
    joined, left = _moment(meeting, given.joined, "joined"), _moment(meeting, given.left, "left")
    if joined and left and left <= joined:
        raise RecordError("nobody leaves before they came", "left")
    before = _stay_of(came)
    for field, old, new in (("joined", came.joined_at, joined), ("left", came.left_at, left)):
        if _clock(old) != _clock(new):
            setattr(came, f"{field}_at", new)
            told = (_clock(old), _clock(new))
            _put_right(actor, meeting, came.participant, StayCorrection.Field(field), told, given.why)
    came.save(update_fields=["joined_at", "left_at"])
    if meeting.ended_at:
        keep_done_each(what_happened(meeting), [came])
    actor.audit("record.stay", meeting.id, before, _stay_of(came))
    return came


def _stay_of(came: Attendance) -> dict[str, Any]:
    return {"participant": came.participant_id, "joined": _clock(came.joined_at), "left": _clock(came.left_at)}


def _moment(meeting: Meeting, at: datetime.time | None, place: str) -> datetime.datetime | None:
    """A time of day within the class."""
    if at is None:
        return None
    moment = timezone.make_aware(datetime.datetime.combine(meeting.held_on, at))
    for bound, wrong in ((meeting.started_at, "before"), (meeting.ended_at, "after")):
        if bound is None:
            continue
        minute = bound.replace(second=0, microsecond=0)
        if moment < minute if wrong == "before" else moment > bound:
            raise RecordError(f"{at:%H:%M} is {wrong} the class, {_clock(bound)}", place)
    return moment


def _clock(moment: datetime.datetime | None) -> str:
    return f"{timezone.localtime(moment):%H:%M}" if moment else ""


def _put_right(
    actor: Actor,
    meeting: Meeting,
    person: Participant,
    field: StayCorrection.Field,
    told: tuple[str, str],
    why: str,
) -> None:
    StayCorrection.objects.create(
        practice=actor.practice,
        meeting=meeting,
        participant=person,
        field=field,
        old=told[0],
        new=told[1],
        why=why,
        user=actor.user,
    )


@transaction.atomic
def record(actor: Actor, meeting_id: UUID) -> Meeting:
    """Close the record: everyone who came did as planned but for what is written down."""
    actor.require(Permission.CLASSES)
    meeting = Meeting.objects.select_for_update().get(id=meeting_id)
    if meeting.state == Meeting.State.TAUGHT:
        meeting.state = Meeting.State.RECORDED
        meeting.save(update_fields=["state"])
        actor.audit("meeting.record", meeting.id, {"state": Meeting.State.TAUGHT}, {"state": meeting.state})
    return meeting


def _check(meeting: Meeting, given: DifferenceInput) -> None:
    if given.item:
        item = planned_for(meeting).item(given.item)
        if item is None:
            raise RecordError("it is no longer in the plan", "item")
        if given.version and given.version not in item.versions:
            raise RecordError(f"{item.name} has no version '{given.version}'", "version")
    elif given.version or any(n is not None for n in (given.done, given.done_left, given.done_right, given.load)):
        raise RecordError("a version or a count belongs to one item", "item")
