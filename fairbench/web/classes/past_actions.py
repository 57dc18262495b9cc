"""A class that was not taught from the screen, brought into the record afterwards: by plan, by what was done, or from
a file. It is recorded in the same way as any other."""

import datetime
import uuid
from collections.abc import Sequence
from itertools import groupby

from django.db import transaction
from django.utils import timezone

from fairbench.core.errors import InputError
from fairbench.core.formats.class_csv import WHOLE_CLASS, ClassTable
from fairbench.core.formats.class_doc import ClassDoc, planned_document, planned_part
from fairbench.core.formats.plan_doc import plan_document, plan_value
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block
from fairbench.core.plan.plan import Plan as CorePlan
from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.people.models import Group, Participant
from fairbench.web.plans.adapter import core_plan, shelf
from fairbench.web.plans.models import Plan, PlanRevision

from . import record_actions
from .meeting import keep_planned, planned_for
from .models import Attendance, ItemTold, Meeting, TeachEvent
from .record_inputs import DifferenceInput, PastInput
from .remembered import keep_remembered
from .taught import keep_what_was_taught

WITHOUT_PLAN = "Class without a plan"


@transaction.atomic
def record_past(actor: Actor, given: PastInput) -> Meeting:
    """Begin the record of a class that was not taught from the screen: everything in it counts as done until something
    else is said. Raises :class:`InputError` for a time that is still to come, for nobody, and for nothing done."""
    actor.require(Permission.CLASSES)
    group = Group.objects.get(id=given.group)
    people = list(Participant.objects.filter(id__in=given.people, erased_at=None))
    if not people:
        raise InputError("tick who came", "people")
    began = _began(given)
    plan = Plan.objects.get(id=given.plan) if given.plan else None
    value = _planned(plan, given)
    meeting = _meeting(actor, group, value, began, began + datetime.timedelta(minutes=given.minutes), given.cover)
    meeting.plan = plan
    meeting.pace = max(float(person.pace) for person in people)
    meeting.save(update_fields=["plan", "pace"])
    Attendance.objects.bulk_create(Attendance(practice=actor.practice, meeting=meeting, participant=p) for p in people)
    _all_done(actor, meeting)
    actor.audit("meeting.past", meeting.id, None, {"group": group.id, "people": len(people)})
    return meeting


def _began(given: PastInput) -> datetime.datetime:
    began = timezone.make_aware(datetime.datetime.combine(given.held_on, given.began))
    if began + datetime.timedelta(minutes=given.minutes) > timezone.now():
        raise InputError("this class is not over yet", "held_on")
    return began


def _planned(plan: Plan | None, given: PastInput) -> CorePlan:
    if plan is not None:
        value = core_plan(PlanRevision.objects.get(plan=plan, number=plan.head).document)
        if not any(value.items()):
            raise InputError("this plan is empty", "plan")
        return value
    return plan_of(given.items, given.minutes)


def plan_of(chosen: Sequence[str], minutes: int) -> CorePlan:
    """What was done, as ``exercise/version`` in order, as a plan. Raises :class:`InputError` for what is not on the
    shelf, and for nothing."""
    stock = shelf()
    items = []
    for number, words in enumerate(chosen, 1):
        exercise_id, _, version_id = words.partition("/")
        if exercise_id not in stock.exercises:
            raise InputError(f"there is no exercise '{exercise_id[:60]}'", "items")
        exercise = stock.exercise(exercise_id)
        version = exercise.version(version_id or exercise.base)
        items.append((exercise.block, Item(f"item-{number}", exercise_id, version.id)))
    if not items:
        raise InputError("choose a plan, or what was done", "plan")
    blocks = tuple(Block(kind, tuple(item for _, item in run)) for kind, run in groupby(items, key=lambda one: one[0]))
    return CorePlan(WITHOUT_PLAN, minutes, blocks, water_every_min=0)


def _meeting(
    actor: Actor, group: Group, value: CorePlan, began: datetime.datetime, ended: datetime.datetime, cover: str
) -> Meeting:
    if Meeting.objects.filter(group=group, started_at=began).exists():
        raise InputError("a class of this group at this time is already on record", "began")
    return Meeting.objects.create(
        practice=actor.practice,
        group=group,
        plan_document=plan_document(value),
        taught_before=group.taught,
        teacher=None if cover else actor.user,
        cover=cover,
        source=Meeting.Source.PAPER,
        state=Meeting.State.TAUGHT,
        held_on=timezone.localtime(began).date(),
        started_at=began,
        ended_at=ended,
    )


def _all_done(actor: Actor, meeting: Meeting, not_done: frozenset[str] = frozenset()) -> None:
    keep_planned(meeting)
    ItemTold.objects.bulk_create(
        ItemTold(practice=actor.practice, meeting=meeting, item=item.id, done=item.id not in not_done, user=actor.user)
        for item in planned_for(meeting).items
    )
    keep_what_was_taught(meeting)


@transaction.atomic
def import_table(actor: Actor, table: ClassTable) -> Meeting:
    """A class from a table, recorded as it stands there. Raises :class:`InputError` where group, people or exercises
    are not known here; nothing is kept then."""
    actor.require(Permission.CLASSES)
    group = _group(table.group, "")
    people = [_person(person.name, "", f"person '{person.name}'") for person in table.people]
    began, ended = (
        timezone.make_aware(datetime.datetime.combine(table.held_on, at)) for at in (table.began, table.ended)
    )
    if ended > timezone.now():
        raise InputError("this class is not over yet", "ended")
    minutes = max(5, min(180, round((ended - began).total_seconds() / 60)))
    value = plan_of([f"{exercise}/{version}" for exercise, version in table.items], minutes)
    meeting = _meeting(actor, group, value, began, ended, "")
    items = [item.id for item in value.items()]
    for person, row in zip(people, table.people, strict=True):
        joined, left = (
            None if at is None else timezone.make_aware(datetime.datetime.combine(table.held_on, at))
            for at in (row.came, row.left)
        )
        Attendance.objects.create(
            practice=actor.practice, meeting=meeting, participant=person, joined_at=joined, left_at=left
        )
    _all_done(actor, meeting, frozenset(items[number] for number in table.not_done))
    for person, row in zip(people, table.people, strict=True):
        for number, doc in row.differences.items():
            item = "" if number == WHOLE_CLASS else items[number]
            given = DifferenceInput.read({**doc.model_dump(), "participant": person.id, "item": item})
            record_actions.differ(actor, meeting.id, given)
    record_actions.record(actor, meeting.id)
    actor.audit("meeting.import", meeting.id, None, {"group": group.id, "people": len(people)})
    return meeting


@transaction.atomic
def import_class(actor: Actor, document: ClassDoc) -> Meeting:
    """A class from our own file, with all that its device told. Raises :class:`InputError` where it is on record
    already, or its group or people are not known here; nothing is kept then."""
    actor.require(Permission.CLASSES)
    if document.held_on > timezone.localdate():
        raise InputError("this class is still to come", "held_on")
    group = _group(document.group.name, document.group.id)
    known = _uuid(document.id)
    if known and Meeting.objects.filter(id=known).exists():
        raise InputError("this class is on record already", "id")
    if document.started_at and Meeting.objects.filter(group=group, started_at=document.started_at).exists():
        raise InputError("a class of this group at this time is already on record", "started_at")
    people = [_person(row.name, row.id, f"people[{number}]") for number, row in enumerate(document.people)]
    if len({person.id for person in people}) < len(people):
        raise InputError("two of them are the same person here", "people")
    meeting = Meeting.objects.create(
        practice=actor.practice,
        group=group,
        plan_document=plan_document(plan_value(document.plan)),
        planned=planned_document(planned_part(document)),
        taught_before=group.taught,
        teacher=None if document.cover else actor.user,
        cover=document.cover,
        source=document.source,
        state=Meeting.State.TAUGHT,
        held_on=document.held_on,
        started_at=document.started_at,
        ended_at=document.ended_at or document.started_at,
    )
    _rows_of(actor, meeting, document, people)
    for person, row in zip(people, document.people, strict=True):
        for doc in row.differences:
            given = DifferenceInput.read({**doc.model_dump(), "participant": person.id})
            record_actions.differ(actor, meeting.id, given)
    meeting.refresh_from_db()
    keep_what_was_taught(meeting)
    keep_remembered(meeting)
    record_actions.record(actor, meeting.id)
    actor.audit("meeting.import", meeting.id, None, {"group": group.id, "people": len(people)})
    return meeting


def _rows_of(actor: Actor, meeting: Meeting, document: ClassDoc, people: Sequence[Participant]) -> None:
    practice = actor.practice
    for person, row in zip(people, document.people, strict=True):
        Attendance.objects.create(
            practice=practice, meeting=meeting, participant=person, joined_at=row.joined_at, left_at=row.left_at
        )
    TeachEvent.objects.bulk_create(
        TeachEvent(
            practice=practice,
            meeting=meeting,
            kind=event.kind,
            item=event.item,
            at=event.at,
            participant=None if event.person is None else people[event.person],
            text=event.text,
            number=event.number,
            side=event.side or "",
            seconds=event.seconds,
            mark=event.mark if event.mark in TeachEvent.Mark.values else "",
        )
        for event in document.events
    )
    ItemTold.objects.bulk_create(
        ItemTold(practice=practice, meeting=meeting, item=told.item, done=told.done, why=told.why, user=actor.user)
        for told in document.told
    )


def _uuid(text: str) -> uuid.UUID | None:
    try:
        return uuid.UUID(text) if text else None
    except ValueError:
        return None


def _group(name: str, group_id: str) -> Group:
    key = _uuid(group_id)
    found = (Group.objects.filter(id=key).first() if key else None) or Group.objects.filter(name=name).first()
    if found is None:
        raise InputError(f"there is no group '{name}' here; make it first", "group")
    return found


def _person(name: str, person_id: str, place: str) -> Participant:
    key = _uuid(person_id)
    rows = Participant.objects.filter(erased_at=None)
    found = rows.filter(id=key).first() if key else None
    named = [found] if found else list(rows.filter(call_name=name)[:2])
    if len(named) != 1:
        many = "two people here are" if named else "nobody here is"
        raise InputError(f"{many} called '{name}'; put that right first", place)
    return named[0]
