"""Every address of the site, with real ids of the first practice in it."""

import json
import re
from datetime import date, time

import pytest
from django.urls import URLPattern, URLResolver, get_resolver
from django.utils import timezone

from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.measures_doc import known_test
from fairbench.core.formats.taken_doc import Measured
from fairbench.core.measures.test import Taken
from fairbench.core.rooms.room import Room
from fairbench.core.rooms.store import Stock
from fairbench.core.sides import Side
from fairbench.web.accounts.models import Letter
from fairbench.web.classes.models import Incident
from fairbench.web.exercises.models import UnfinishedExercise
from fairbench.web.exercises.workshop.draft import begin
from fairbench.web.measures import actions as measure_actions
from fairbench.web.people import goal_actions
from fairbench.web.people.goal_inputs import GoalInput, MilestoneInput
from fairbench.web.people.health_actions import begin_screening
from fairbench.web.people.models import Participant, PersonLetter
from fairbench.web.people.waiting_actions import wait
from fairbench.web.rooms import actions as room_actions
from fairbench.web.terms import actions as term_actions
from fairbench.web.terms.inputs import TermInput
from fairbench.web.terms.models import ClosedDay, Cover
from tests.factories import UserFactory

OPEN_TO_ALL = {
    "sign_in",
    "service_worker",
    "health",
    "first_practice",
    "forgotten",
    "forgotten_sent",
    "choose_password",
    "phone",
    "phone_done",
    "phone_worker",
    "feed",
}
"""The names of the views that ask nobody to sign in."""


def patterns(resolver: URLResolver | None = None, path: str = "") -> list[tuple[str, URLPattern]]:
    found = []
    for pattern in (resolver or get_resolver()).url_patterns:
        here = path + str(pattern.pattern)
        found += patterns(pattern, here) if isinstance(pattern, URLResolver) else [(here, pattern)]
    return found


def _at_home_and_in_terms(actor, group) -> dict[str, object]:
    """A letter to somebody, a term, a closed day, and somebody who waits."""
    person = group.participants.first()
    letter = PersonLetter.objects.create(
        practice=actor.practice, participant=person, kind="sheet", about="x", subject="x", body="x"
    )
    other = Participant.objects.create(practice=actor.practice, call_name="Somebody Waiting")
    given = TermInput(name="Autumn", group=group.id, starts_on=date(2026, 9, 7), weeks=6, at=time(10))
    term, _ = term_actions.build(actor, given)
    return {
        "person_letter_id": letter.id,
        "term_id": term.id,
        "slot_id": "1",
        "day_id": ClosedDay.objects.create(practice=actor.practice, day=date(2026, 12, 25)).id,
        "waiting_id": wait(actor, group.id, other.id).id,
        "cover_id": Cover.objects.create(
            practice=actor.practice, term=term, slot="1", user=UserFactory(practice=actor.practice)
        ).id,
        "key": "no-such-key",
        "sheet_token": "no-such-token",
    }


@pytest.fixture
def addresses(actor, plan, group, meeting):
    """Every address, the name of its view, and whether it holds an id of the practice."""
    room = room_actions.save_room(actor, Room("Long hall", 14, 8))
    real = {
        "plan_id": plan.id,
        "group_id": group.id,
        "meeting_id": meeting.id,
        "participant_id": group.participants.first().id,
        "screening_id": begin_screening(actor, group.participants.first().id).id,
        "number": 1,
        "verb": "remove",
        "exercise_id": "band-row",
        "version_id": "one-arm",
        "kept": UnfinishedExercise.objects.create(
            practice=actor.practice, user=actor.user, draft=json.loads(begin(load_shelf(), "standing").packed())
        ).id,
        "user_id": actor.user.id,
        "token": "no-such-token",
        "kind": "json",
        "uidb64": "MQ",
        "room_id": room.id,
        "stock_id": room_actions.add_stock(actor, room, Stock("band", 3)).id,
        "letter_id": Letter.objects.create(practice=actor.practice, to="a@practice.example", subject="x", body="x").id,
        "what": "pin",
        "test_id": "chair-rise-30s",
        "measurement_id": measure_actions.save(
            actor,
            group.participants.first().id,
            Measured(timezone.localdate(), Taken(known_test("grip"), {Side.LEFT: (30.0,)})),
        ).id,
        "goal_id": (goal := goal_actions.add_goal(actor, group.participants.first().id, GoalInput(task="Walk"))).id,
        "milestone_id": goal_actions.add_milestone(
            actor, group.participants.first().id, goal.id, MilestoneInput(words="a mile")
        ).id,
        **_at_home_and_in_terms(actor, group),
        "incident_id": Incident.objects.create(
            practice=actor.practice, meeting=meeting, at=timezone.now(), user=actor.user
        ).id,
    }
    made = []
    for path, pattern in patterns():
        address = re.sub(r"<(?:\w+:)?(\w+)>", lambda match: str(real[match.group(1)]), path)
        made.append(("/" + address, pattern.name, "<uuid:" in path or "user_id" in path))
    return made
