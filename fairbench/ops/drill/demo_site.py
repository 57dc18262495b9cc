"""The demo as the drills inside one process walk it: its owner, its ids, every address. Django must be set up."""

import re
from collections.abc import Iterator
from typing import Any


def owner() -> Any:
    """The account that made the demo practice."""
    from fairbench.web.accounts.models import Role, User

    return User.objects.filter(role=Role.OWNER).order_by("id").first()


def real_ids() -> dict[str, object]:
    """Real ids of the demo for every part of an address."""
    from django_scopes import scope

    from fairbench.web.accounts.models import Letter
    from fairbench.web.classes.models import Incident, Meeting
    from fairbench.web.people.models import Group, Participant, PersonLetter, PhoneSheet, Screening, Waiting
    from fairbench.web.plans.models import Plan
    from fairbench.web.rooms.models import Room, Stock
    from fairbench.web.terms.models import ClosedDay, Term

    signed_in = owner()
    with scope(practice=signed_in.practice):
        teaching = Meeting.objects.filter(state="teaching").first() or Meeting.objects.first()
        person = Participant.objects.order_by("call_name").first()
        assert teaching is not None
        assert person is not None
        screening = Screening.objects.filter(participant=person).first()
        incident = Incident.objects.first()
        letter = Letter.objects.first()
        return {
            "term_id": Term.objects.order_by("starts_on").values_list("id", flat=True)[0],
            "slot_id": "7",
            "person_letter_id": PersonLetter.objects.values_list("id", flat=True)[0],
            "waiting_id": Waiting.objects.values_list("id", flat=True)[0],
            "cover_id": person.id,
            "day_id": ClosedDay.objects.values_list("id", flat=True)[0],
            "sheet_token": PhoneSheet.objects.all()[0].token,
            "key": "no-such-key",
            "room_id": Room.objects.values_list("id", flat=True)[0],
            "stock_id": Stock.objects.values_list("id", flat=True)[0],
            "letter_id": letter.id if letter else person.id,
            "what": "pin",
            "test_id": "chair-rise-30s",
            "measurement_id": person.id,
            "goal_id": person.id,
            "milestone_id": person.id,
            "plan_id": Plan.objects.order_by("name").values_list("id", flat=True)[0],
            "group_id": Group.objects.order_by("name").values_list("id", flat=True)[0],
            "meeting_id": teaching.id,
            "participant_id": person.id,
            "screening_id": screening.id if screening else person.id,
            "number": 1,
            "verb": "",
            "exercise_id": "bridge",
            "kept": person.id,
            "version_id": "full-bridge",
            "user_id": signed_in.id,
            "kind": "json",
            "token": "x",
            "uidb64": "MQ",
            "incident_id": incident.id if incident else person.id,
        }


def addresses() -> Iterator[tuple[str, str]]:
    """Every address of the site with real ids in it, and its pattern; those with a verb once for each verb."""
    from django.urls import URLPattern, URLResolver, get_resolver

    from fairbench.web.plans.bench.edits import EDITS

    ids = real_ids()

    def walk(resolver: URLResolver, path: str) -> Iterator[tuple[str, str]]:
        for pattern in resolver.url_patterns:
            here = path + str(pattern.pattern)
            if isinstance(pattern, URLResolver):
                yield from walk(pattern, here)
            elif isinstance(pattern, URLPattern):
                for verb in EDITS if "verb" in here else ("",):
                    yield "/" + _filled(here, {**ids, "verb": verb}), here

    yield from walk(get_resolver(), "")


def _filled(pattern: str, names: dict[str, object]) -> str:
    for name, value in names.items():
        pattern = re.sub(rf"<(?:\w+:)?{name}>", str(value), pattern)
    return pattern


def prepare() -> None:
    """The demo, with a class being taught, an incident in it, and a screening begun."""
    from django.utils import timezone
    from django_scopes import scope

    from fairbench.web.accounts.actor import Actor
    from fairbench.web.classes import actions
    from fairbench.web.classes.inputs import HereInput
    from fairbench.web.classes.models import Incident
    from fairbench.web.demo import classes as demo
    from fairbench.web.people.health_actions import begin_screening
    from fairbench.web.people.models import Participant
    from fairbench.web.plans.adapter import core_plan
    from fairbench.web.plans.models import Plan, PlanRevision

    demo.load()
    actor = Actor(owner())
    with scope(practice=actor.practice):
        plan = Plan.objects.select_related("group").order_by("name")[0]
        assert plan.group is not None
        document = PlanRevision.objects.get(plan=plan, number=plan.head).document
        meeting = actions.open_meeting(actor, plan.group, plan, core_plan(document))
        person = plan.group.participants.all()[0]
        actions.set_here(actor, meeting.id, HereInput(participant=person.id, here="yes"))
        actions.begin_teaching(actor, meeting.id)
        Incident.objects.create(
            practice=actor.practice, meeting=meeting, at=timezone.now(), sign="faint", user=actor.user
        )
        begin_screening(actor, Participant.objects.order_by("call_name")[0].id)
