"""The record of a class over HTTP: what differed, what was put right and why, and what follows from it."""

import datetime

import pytest
from django.urls import reverse

from fairbench.web.classes import actions, record_actions
from fairbench.web.classes.inputs import HereInput
from fairbench.web.classes.models import Attendance, Difference, Meeting
from fairbench.web.classes.record_inputs import DifferenceInput
from fairbench.web.classes.remembered import remembered_of
from fairbench.web.people.health_summary import person_of
from fairbench.web.people.models import HealthEvent
from tests.factories import ParticipantFactory, make_group

from .a_class import START, differ, event, report, whole_class

pytestmark = pytest.mark.django_db


def test_record_by_exception_and_correct_it(client_in, meeting, group) -> None:
    report(client_in, meeting, *whole_class())
    person = group.participants.first()
    page = client_in.get(reverse("classes:record", args=[meeting.id])).content.decode()
    assert "1 of 3 done, 1 in part. So it stands for everyone who was there" in page
    assert page.count("1 of 3 done, 1 in part") == 1 + 3
    assert "in part: 10 of" in page
    kept = differ(
        client_in, meeting, person, item="a", version="no-band", done="6", effort="7", note="Tired <i>today</i>"
    )
    assert kept.status_code == 200
    assert "without a band · did 6 · effort 7 of 10 · Tired &lt;i&gt;today" in kept.content.decode()
    differ(client_in, meeting, person, item="", pain="2", pain_where="left knee")
    client_in.post(reverse("classes:record_save", args=[meeting.id]))
    refused = differ(client_in, meeting, person, item="a", version="no-band", effort="5")
    assert refused.status_code == 422
    assert "say why the saved record is corrected" in refused.content.decode()
    differ(client_in, meeting, person, item="a", version="no-band", done="", effort="5", note="", why="Told afterwards")
    rows = list(Difference.objects.filter(item="a").order_by("edition"))
    assert [(row.edition, row.current, row.effort) for row in rows] == [(1, False, 7), (2, True, 5)]
    corrected = client_in.get(reverse("classes:record", args=[meeting.id])).content.decode()
    assert "earlier:" in corrected
    assert "effort 7" in corrected
    assert "Told afterwards" in corrected
    history = client_in.get(reverse("classes:meeting", args=[meeting.id])).content.decode()
    assert "without a band · effort 5 of 10" in history
    assert "corrected 1 time" in history
    assert "pain 2 of 10, left knee" in history
    assert "not done" in history
    back = differ(
        client_in, meeting, person, item="a", effort="9", why="Wrong person", back_to_plan="yes"
    ).content.decode()
    assert "reset to plan" in back


@pytest.mark.parametrize(
    ("fields", "says"),
    [
        ({"effort": "11"}, "effort: goes from 0 to 10, not 11"),
        ({"pain": "-1"}, "pain: goes from 0 to 10, not -1"),
        ({"pain": "1" * 5000}, "pain: needs a whole number"),
        ({"effort": "lots"}, "needs a whole number"),
        ({"item": "a", "done": "99999"}, "done: goes from 0 to 1000"),
        ({"item": "nowhere", "effort": "3"}, "no longer in the plan"),
        ({"item": "a", "version": "upside-down"}, "no version"),
        ({"done": "3"}, "belongs to one item"),
        ({}, "say what changed"),
        ({"note": "x" * 2001}, "at most 2000"),
    ],
)
def test_what_a_record_cannot_say(client_in, meeting, group, fields, says) -> None:
    report(client_in, meeting, *whole_class())
    answer = differ(client_in, meeting, group.participants.first(), **fields)
    assert answer.status_code == 422
    assert says.lower() in answer.content.decode().lower()
    assert Difference.objects.count() == 0


def test_someone_who_was_not_there_has_no_record(client_in, meeting, group, actor) -> None:
    report(client_in, meeting, *whole_class())
    person = group.participants.first()
    Attendance.objects.filter(participant=person).delete()
    assert differ(client_in, meeting, person, effort="3").status_code == 404
    with pytest.raises(record_actions.RecordError, match="was not at this class"):
        record_actions.differ(actor, meeting.id, DifferenceInput(participant=person.id, effort=3))


def test_the_record_of_a_large_class_stays_within_its_queries(
    client_in, actor, plan, django_assert_max_num_queries
) -> None:
    group = make_group(actor.practice, 16)
    plan.group = group
    plan.save()
    client_in.post(reverse("classes:open"), {"plan": plan.id})
    meeting = Meeting.objects.get()
    for person in group.participants.all():
        actions.set_here(actor, meeting.id, HereInput(participant=person.id, here="yes"))
    actions.begin_teaching(actor, meeting.id)
    report(client_in, meeting, *whole_class())
    for person in group.participants.all():
        record_actions.differ(actor, meeting.id, DifferenceInput(participant=person.id, item="a", effort=5))
    with django_assert_max_num_queries(12):
        client_in.get(reverse("classes:record", args=[meeting.id]))
    with django_assert_max_num_queries(16):
        assert differ(client_in, meeting, person, item="a", effort="6").status_code == 200
    client_in.post(reverse("classes:record_save", args=[meeting.id]))
    for name in ("meeting", "list"):
        with django_assert_max_num_queries(12):
            client_in.get(reverse(f"classes:{name}", args=[meeting.id] if name == "meeting" else []))


def test_what_is_remembered_follows_every_correction(client_in, meeting, group) -> None:
    person = group.participants.first()
    report(client_in, meeting, *whole_class(), event("noted", 50, participant=str(person.id), text="Elbow free"))
    differ(client_in, meeting, person, pain="7", pain_where="left knee")
    differ(client_in, meeting, person, pain="3", pain_where="left knee")
    meeting.refresh_from_db()
    assert meeting.remembered == remembered_of(meeting)
    assert [row["words"] for row in meeting.remembered] == [
        "Elbow free",
        "Pain 3 of 10 in the left knee. Ask how it was the day after.",
    ]
    differ(client_in, meeting, person, back_to_plan="yes")
    meeting.refresh_from_db()
    assert [row["words"] for row in meeting.remembered] == ["Elbow free"]


def test_who_comes_late_and_who_leaves_early_has_only_their_part(client_in, meeting, group) -> None:
    late = ParticipantFactory(practice=group.practice, call_name="Late Lund")
    early, stays = group.participants.all()[:2]
    began, *rest = whole_class()
    came = event("joined", 205, participant=str(late.id))
    left = event("left", 198, participant=str(early.id))
    assert len(report(client_in, meeting, began, came, left, *rest).json()["kept"]) == len(rest) + 3
    attendances = {one.participant_id: one for one in meeting.attendances.all()}
    assert attendances[late.id].joined_at == START + datetime.timedelta(seconds=205)
    assert attendances[early.id].left_at == START + datetime.timedelta(seconds=198)
    assert attendances[stays.id].joined_at is None
    exercises = {key: one.exercises for key, one in attendances.items()}
    assert (exercises[late.id], exercises[early.id]) == (["heel-raise"], ["band-row"])
    assert exercises[stays.id] == ["band-row", "heel-raise"]
    for person, taught in ((late, {"heel-raise": 1}), (early, {"band-row": 1})):
        person.refresh_from_db()
        assert person.taught == taught
    page = client_in.get(reverse("classes:record", args=[meeting.id])).content.decode()
    assert "came " in page
    assert "0 of 3 done, 1 in part" in page


def test_who_comes_back_has_not_left(client_in, meeting, group) -> None:
    person = str(group.participants.first().id)
    moves = [event("left", 50, participant=person), event("joined", 90, participant=person)]
    report(client_in, meeting, event("began"), *moves)
    assert meeting.attendances.get(participant_id=person).left_at is None


def test_not_done_takes_back_what_somebody_knows_by_it(client_in, meeting, group) -> None:
    report(client_in, meeting, *whole_class())
    person = group.participants.first()
    differ(client_in, meeting, person, item="c", skipped="on")
    person.refresh_from_db()
    assert person.taught == {"band-row": 1}
    differ(client_in, meeting, person, item="c", back_to_plan="yes")
    person.refresh_from_db()
    assert person.taught == {"band-row": 1, "heel-raise": 1}


def test_a_class_of_before_parts_were_kept_says_so_and_stays_as_it_was(client_in, meeting, group) -> None:
    for item in meeting.planned["items"]:
        del item["work"]
    meeting.save(update_fields=["planned"])
    report(client_in, meeting, *[one for one in whole_class() if one["kind"] != "worked"])
    meeting.refresh_from_db()
    assert meeting.exercises == ["band-row", "heel-raise"]
    assert {one.exercises for one in meeting.attendances.all()} == {None}
    client_in.post(reverse("classes:record_save", args=[meeting.id]))
    page = client_in.get(reverse("classes:meeting", args=[meeting.id])).content.decode()
    assert "Recorded before parts of items were kept." in page
    assert page.count('"quiet">as planned') == 3


def test_what_is_noted_of_somebody_by_side_and_by_mark(client_in, meeting, group) -> None:
    report(client_in, meeting, *whole_class())
    person = group.participants.first()
    kept = differ(
        client_in,
        meeting,
        person,
        item="a",
        done_left="8",
        done_right="5",
        load="1,5",
        lost_form="on",
        teach_again="on",
        sides_differ="finding",
    ).content.decode()
    assert "did left 8, right 5 · with 1.5 kg · lost form · to be taught again · sides differ: a finding" in kept
    row = Difference.objects.get(item="a")
    assert (row.done_left, row.done_right, row.load, row.skipped) == (8, 5, 1.5, False)
    for wrong in ({"load": "900"}, {"done_left": "-1"}, {"sides_differ": "miracle"}):
        assert differ(client_in, meeting, person, item="a", **wrong).status_code == 422
    assert differ(client_in, meeting, person, item="", load="2").status_code == 422


def test_tingling_is_talked_over_before_the_next_class(client_in, meeting, group) -> None:
    report(client_in, meeting, *whole_class())
    person = group.participants.first()
    for _ in range(2):
        kept = differ(client_in, meeting, person, item="a", tingling="on").content.decode()
    assert "tingling or spreading pain: talk first next time" in kept
    assert HealthEvent.objects.filter(participant=person).count() == 1
    person.refresh_from_db()
    assert "Tingling or spreading pain on" in person_of(person).talk_first
