"""Anything new today: noted at the door, it changes the fit of this class, and can be taken back."""

import pytest
from django.test import Client
from django.utils import timezone

from fairbench.web.accounts.models import Role
from fairbench.web.classes import actions, record_actions
from fairbench.web.classes.day_notes import people_today
from fairbench.web.classes.inputs import HereInput
from fairbench.web.classes.models import DayNote, Incident, TeachEvent
from fairbench.web.people import health_actions
from fairbench.web.people.health_inputs import DeclareInput
from fairbench.web.people.health_summary import screening_status_of
from fairbench.web.people.models import HealthEvent
from fairbench.web.plans import actions as plan_actions
from fairbench.web.plans.adapter import core_plan as stored
from fairbench.web.plans.models import PlanRevision
from tests.factories import ParticipantFactory, UserFactory

from .conftest import core_plan

pytestmark = pytest.mark.django_db


@pytest.fixture
def meeting(actor, plan, group):
    value = stored(PlanRevision.objects.get(plan=plan, number=1).document)
    opened = actions.open_meeting(actor, group, plan, value)
    for person in group.participants.all():
        actions.set_here(actor, opened.id, HereInput(participant=person.id, here="yes"))
    return opened


def news(client, meeting, person, **fields):
    return client.post(f"/classes/{meeting.id}/news/", {"participant": str(person.id), **fields})


def first(meeting):
    return people_today(meeting)[0].person


def test_a_pain_counts_for_this_class_only(client_in, meeting, group) -> None:
    person = group.participants.first()
    assert (
        "Left shoulder hurts"
        in news(client_in, meeting, person, kind="pain", where="shoulder", side="left").content.decode()
    )
    (declared,) = first(meeting).conditions
    assert (declared.condition, declared.side, declared.severity) == ("shoulder-pain", "left", "marked")
    person.refresh_from_db()
    assert person.health_summary["conditions"] == []
    note = DayNote.objects.get()
    client_in.post(f"/classes/{meeting.id}/news/back/", {"note": str(note.id)})
    assert first(meeting).conditions == ()
    assert DayNote.objects.count() == 1
    assert client_in.post(f"/classes/{meeting.id}/news/back/", {"note": str(note.id)}).status_code == 404


@pytest.mark.parametrize(
    "fields", [{"kind": "pain", "where": "shoulder"}, {"kind": "pain", "where": "tail"}, {"kind": "gossip"}, {}]
)
def test_what_cannot_be_noted_is_refused(client_in, meeting, group, fields) -> None:
    answer = news(client_in, meeting, group.participants.first(), **fields)
    assert answer.status_code == 422
    assert "Not noted" in answer.content.decode()
    assert DayNote.objects.count() == 0


def test_a_fall_is_talked_over_first_and_stays_on_record(client_in, meeting, group) -> None:
    person = group.participants.first()
    news(client_in, meeting, person, kind="fell")
    assert "Fell since last time" in first(meeting).talk_first
    person.refresh_from_db()
    assert "A fall" in screening_status_of(person).talk_first
    news(client_in, meeting, person, kind="talked")
    assert first(meeting).talk_first == ""
    assert HealthEvent.objects.get(participant=person).ended_at is None


def test_a_red_flag_at_the_door_is_not_talked_away(client_in, meeting, group) -> None:
    person = group.participants.first()
    page = news(client_in, meeting, person, kind="flag", where="calf").content.decode()
    assert "Not today. Swollen calf: No exercise and no rubbing" in page
    assert "checked, can join" not in page
    news(client_in, meeting, person, kind="talked")
    assert "Swollen calf" in first(meeting).talk_first
    assert news(client_in, meeting, person, kind="flag", where="boredom").status_code == 422
    client_in.post(f"/classes/{meeting.id}/news/back/", {"note": str(DayNote.objects.get(kind="flag").id)})
    assert first(meeting).talk_first == ""


def test_a_sign_that_a_talk_may_lift(client_in, meeting, group) -> None:
    person = group.participants.first()
    assert "checked, can join" in news(client_in, meeting, person, kind="flag", where="sugar").content.decode()
    news(client_in, meeting, person, kind="talked")
    assert first(meeting).talk_first == ""


def test_what_a_clinician_is_asked_about_is_not_talked_away(client_in, actor, meeting, group) -> None:
    person = group.participants.first()
    health_actions.declare(actor, person.id, DeclareInput(condition="angina", stage="unstable"))
    news(client_in, meeting, person, kind="talked")
    assert "a clinician's word on angina" in first(meeting).talk_first


def test_a_pain_of_the_other_side_is_added_and_a_worse_one_of_the_same(client_in, actor, meeting, group) -> None:
    person = group.participants.first()
    health_actions.declare(actor, person.id, DeclareInput(condition="shoulder-pain", side="left", severity="mild"))
    news(client_in, meeting, person, kind="pain", where="shoulder", side="right")
    news(client_in, meeting, person, kind="pain", where="shoulder", side="left")
    found = {(one.side, one.severity) for one in first(meeting).conditions}
    assert found == {("left", "mild"), ("right", "marked"), ("left", "marked")}


def test_unwell_is_talked_over_first_and_a_fall_counts_as_one(client_in, meeting, group) -> None:
    person = group.participants.first()
    news(client_in, meeting, person, kind="unwell")
    assert "Unwell today" in first(meeting).talk_first
    news(client_in, meeting, person, kind="talked")
    assert [one.condition for one in first(meeting).conditions] == ["unwell"]
    news(client_in, meeting, person, kind="fell")
    assert "falls" in [one.condition for one in first(meeting).conditions]


def test_a_fall_noted_by_mistake_ends_with_the_note(client_in, meeting, group) -> None:
    person = group.participants.first()
    news(client_in, meeting, person, kind="fell")
    client_in.post(f"/classes/{meeting.id}/news/back/", {"note": str(DayNote.objects.get().id)})
    person.refresh_from_db()
    assert screening_status_of(person).talk_first == ""
    assert HealthEvent.objects.get().ended_at is not None


def test_an_assistant_notes_news_but_does_not_lift_talk_first(meeting, group, user) -> None:
    assistant = Client()
    assistant.force_login(UserFactory(practice=user.practice, role=Role.ASSISTANT))
    person = group.participants.first()
    assert news(assistant, meeting, person, kind="fell").status_code == 200
    assert news(assistant, meeting, person, kind="talked").status_code == 403


def test_the_teaching_screen_says_for_whom_it_is_different(client_in, meeting, group) -> None:
    person = group.participants.first()
    news(client_in, meeting, person, kind="unwell")
    client_in.post(f"/classes/{meeting.id}/begin/")
    page = client_in.get(f"/classes/{meeting.id}/teach/").content.decode()
    assert f'"name": "{person.call_name}", "kind"' in page


def test_an_incident_is_kept_apart_and_only_once(client_in, actor, meeting, group) -> None:
    client_in.post(f"/classes/{meeting.id}/begin/")
    event = {
        "id": "6f2b1c1e-0000-4000-8000-000000000001",
        "kind": "incident",
        "item": "a",
        "at": timezone.now().isoformat(),
        "participant": str(group.participants.first().id),
        "text": "Felt faint, sat down, better after water.",
    }
    for _ in range(2):
        answer = client_in.post(f"/classes/{meeting.id}/events/", {"events": [event]}, content_type="application/json")
        assert answer.json()["kept"] == [event["id"]]
    assert Incident.objects.get().what.startswith("Felt faint")
    assert TeachEvent.objects.count() == 0
    actions.end_teaching(actor, meeting.id)
    record_actions.record(actor, meeting.id)
    assert "Felt faint" in client_in.get(f"/incidents/{event['id']}/").content.decode()


def test_lists_are_paged_and_searched_and_ask_as_little_for_many_as_for_few(
    client_in, actor, plan, group, django_assert_max_num_queries
) -> None:
    for number in range(70):
        ParticipantFactory(practice=actor.practice, call_name=f"Guest {number:02d}")
    for number in range(40):
        plan_actions.create(actor, core_plan("band-row", name=f"Plan {number:02d}"), group, "Made for a test")
    for page in ("/", "/plans/", "/people/", "/classes/"):
        client_in.get(page)  # small pictures are drawn the first time
        with django_assert_max_num_queries(8):
            assert client_in.get(page).status_code == 200
    people, plans = (client_in.get(page).content.decode() for page in ("/people/", "/plans/"))
    assert people.count("Guest ") < 70
    assert plans.count("Copy Plan ") < 40
    assert "Guest 69" in client_in.get("/people/?q=guest+69").content.decode()
    found = client_in.get("/plans/?q=plan+07").content.decode()
    assert "Copy Plan 07" in found
    assert "Copy Plan 08" not in found


def test_a_reading_beyond_the_usual_waits_until_another_is_taken(client_in, meeting, group) -> None:
    person = group.participants.first()
    page = news(client_in, meeting, person, kind="reading", where="blood-pressure", figures="184/96").content.decode()
    assert "Blood pressure 184/96 mmHg" in page
    assert "Not today. Blood pressure 184/96 mmHg. Not with this." in page
    news(client_in, meeting, person, kind="talked")
    assert "184/96" in first(meeting).talk_first
    news(client_in, meeting, person, kind="reading", where="blood-pressure", figures="150 / 90")
    assert first(meeting).talk_first == ""


def test_a_reading_that_asks_for_a_talk_is_talked_over(client_in, meeting, group) -> None:
    person = group.participants.first()
    page = news(client_in, meeting, person, kind="reading", where="sugar", figures="4,6").content.decode()
    assert "checked, can join" in page
    news(client_in, meeting, person, kind="talked")
    assert first(meeting).talk_first == ""


@pytest.mark.parametrize(
    ("where", "figures", "says"),
    [
        ("blood-pressure", "120", "blood pressure is 2 figures: upper/lower"),
        ("blood-pressure", "high", "needs a number"),
        ("pulse", "900", "pulse at rest, rate: 900 is not from 20 to 250"),
        ("mood", "3", "there is no reading"),
        ("pulse", "", "pulse at rest is one figure"),
        ("pulse", "1" * 30, "is no reading; write it as 145/85"),
    ],
)
def test_what_is_no_reading_is_said(client_in, meeting, group, where, figures, says) -> None:
    answer = news(client_in, meeting, group.participants.first(), kind="reading", where=where, figures=figures)
    assert answer.status_code == 422
    assert says in answer.content.decode()
    assert DayNote.objects.count() == 0
