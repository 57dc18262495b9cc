"""Practices to measure: one plan for sixteen people, and a large one after some years."""

import datetime
import uuid
from collections.abc import Iterator
from dataclasses import asdict
from typing import Any

from django.utils import timezone
from django_scopes import scope

from fairbench.core.formats.plan_doc import plan_document
from fairbench.core.plan.plan import Plan as CorePlan
from fairbench.web.accounts.actor import Actor
from fairbench.web.accounts.models import Practice, Role, User
from fairbench.web.classes import actions as class_actions
from fairbench.web.classes import record_actions
from fairbench.web.classes.inputs import EventKind, HereInput, ReportInput, TeachEventInput
from fairbench.web.classes.models import Attendance, Difference, Meeting
from fairbench.web.classes.record_inputs import DifferenceInput
from fairbench.web.classes.reports import Report
from fairbench.web.people import health_actions
from fairbench.web.people.health_inputs import DeclareInput
from fairbench.web.people.health_summary import keep_health_summary
from fairbench.web.people.models import Group, Listing, Participant, Screening
from fairbench.web.plans import actions
from fairbench.web.plans.adapter import shelf
from fairbench.web.plans.models import Plan, PlanRevision
from fairbench.web.terms import actions as term_actions
from fairbench.web.terms.inputs import TermInput
from fairbench.web.terms.models import CalendarFeed, Term

from .profiles import PROFILES

LARGE_PLANS, LARGE_PEOPLE, LARGE_MEETINGS, LARGE_GROUPS, LARGE_GROUP = 240, 740, 600, 10, 30


def owner(name: str) -> User:
    """A practice with one owner."""
    practice = Practice.objects.create(name=name)
    address = f"{name.lower()}@kittiwake.example"
    return User.objects.create_user(address, "only-for-the-benchmark", practice, name, Role.OWNER)


def one_plan(user: User, value: CorePlan, people: int) -> Plan:
    """``value`` for a group of so many people, some with conditions, all screened."""
    with scope(practice=user.practice):
        group = Group.objects.create(practice=user.practice, name="Sixteen")
        for number in range(people):
            person = Participant.objects.create(
                practice=user.practice, call_name=f"Person {number}", pace=1 + number / 20
            )
            for declared in PROFILES[number % len(PROFILES)]:
                health_actions.declare(Actor(user), person.id, DeclareInput(**asdict(declared)))
            _screened(person, user)
            Listing.objects.create(practice=user.practice, group=group, participant=person)
        return actions.create(Actor(user), value, group, "Measured")


TERM_WEEKS, TERM_EXERCISES = 14, 24


def term(user: User, plan: Plan) -> tuple[Term, CalendarFeed]:
    """The longest term of the plan's group, with two dozen exercises spread over it, and the feed of its teacher."""
    assert plan.group is not None
    with scope(practice=user.practice):
        given = TermInput(
            name="The longest",
            group=plan.group.id,
            starts_on=timezone.localdate(),
            weeks=TERM_WEEKS,
            at=datetime.time(10),
            exercises=tuple(sorted(shelf().exercises)[:TERM_EXERCISES]),
        )
        made, _ = term_actions.build(Actor(user), given)
        return made, term_actions.renew_feed(Actor(user))


def classes(user: User, plan: Plan, value: CorePlan) -> tuple[Meeting, Meeting]:
    """A class of the plan's group that is just arriving, and one that a device told of and that was recorded, with one
    difference for each of those who came."""
    actor = Actor(user)
    with scope(practice=user.practice):
        group = plan.group
        assert group is not None
        recorded = class_actions.open_meeting(actor, group, plan, value)
        everybody = [person.id for person in group.participants.all()]
        for person in everybody:
            class_actions.set_here(actor, recorded.id, HereInput(participant=person, here="yes"))
        class_actions.begin_teaching(actor, recorded.id)
        told = tuple(enumerate(_told(value, timezone.now())))
        class_actions.record_events(actor, recorded.id, Report(ReportInput(events=[]), told, ()))
        items = [item.id for item in value.items()]
        for number, person in enumerate(everybody):
            differed = DifferenceInput(participant=person, item=items[number % len(items)], effort=5, pain=2)
            record_actions.differ(actor, recorded.id, differed)
        record_actions.record(actor, recorded.id)
        arriving = class_actions.open_meeting(actor, group, plan, value)
    return arriving, recorded


def _told(value: CorePlan, began: datetime.datetime) -> Iterator[TeachEventInput]:
    """Every item begun and worked, a minute each."""

    def event(kind: EventKind, second: float, **details: Any) -> TeachEventInput:
        return TeachEventInput(id=uuid.uuid4(), kind=kind, at=began + datetime.timedelta(seconds=second), **details)

    yield event("began", 0)
    for number, item in enumerate(value.items()):
        yield event("item", 60 * number, item=item.id)
        yield event("worked", 60 * number + 50, item=item.id, seconds=50, number=8)
    yield event("ended", 60 * (number + 1))


def large(user: User, value: CorePlan) -> tuple[Group, Meeting]:
    """240 plans, 740 people and 600 classes in 10 groups; gives back one group, and a class that is just arriving."""
    practice, today = user.practice, timezone.localdate()
    with scope(practice=practice):
        groups = [Group(practice=practice, name=f"Group {n}", place="Long hall") for n in range(LARGE_GROUPS)]
        Group.objects.bulk_create(groups)
        people = [
            Participant(practice=practice, call_name=f"Person {n}", pace=1 + n % 10 / 10) for n in range(LARGE_PEOPLE)
        ]
        Participant.objects.bulk_create(people)
        Listing.objects.bulk_create(
            Listing(practice=practice, group=groups[n % LARGE_GROUPS], participant=people[n])
            for n in range(LARGE_GROUPS * LARGE_GROUP)
        )
        document = plan_document(value)
        plans = [Plan(practice=practice, name=f"Plan {n}", group=groups[n % LARGE_GROUPS]) for n in range(LARGE_PLANS)]
        Plan.objects.bulk_create(plans)
        PlanRevision.objects.bulk_create(
            PlanRevision(
                practice=practice,
                plan=plan,
                number=1,
                document={**document, "name": plan.name},
                summary="Made",
                user=user,
            )
            for plan in plans
        )
        meetings = [
            Meeting(
                practice=practice,
                group=groups[n % LARGE_GROUPS],
                plan=plans[n % LARGE_PLANS],
                plan_document=document,
                teacher=user,
                held_on=today - datetime.timedelta(days=7 * (1 + n // LARGE_GROUPS)),
                state=Meeting.State.RECORDED,
            )
            for n in range(LARGE_MEETINGS)
        ]
        Meeting.objects.bulk_create(meetings)
        came = [
            Attendance(practice=practice, meeting=meeting, participant=people[(n + k * LARGE_GROUPS) % 300])
            for n, meeting in enumerate(meetings)
            for k in range(8)
        ]
        Attendance.objects.bulk_create(came)
        Difference.objects.bulk_create(
            Difference(practice=practice, meeting=a.meeting, participant=a.participant, item="", effort=5)
            for a in came[::5]
        )
        arriving = Meeting.objects.create(
            practice=practice, group=groups[0], plan=plans[0], plan_document=document, teacher=user, held_on=today
        )
    return groups[0], arriving


def _screened(person: Participant, user: User) -> None:
    """A screening read today, so that the fit has something to do."""
    now = timezone.now()
    Screening.objects.create(
        practice=person.practice, participant=person, given_on=now.date(), reviewed_at=now, reviewed_by=user
    )
    keep_health_summary(person)
