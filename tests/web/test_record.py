"""The record of a class over HTTP: what differed, what was put right and why, and what follows from it."""

import datetime

import pytest
from django.test import Client
from django.urls import reverse
from django.utils import timezone

from fairbench.web.classes import actions, record_actions
from fairbench.web.classes.happened import what_happened
from fairbench.web.classes.inputs import HereInput
from fairbench.web.classes.models import Attendance, Difference, ItemTold, Meeting, StayCorrection
from fairbench.web.classes.record_inputs import DifferenceInput
from fairbench.web.classes.record_view import people_records
from fairbench.web.classes.remembered import remembered_of
from fairbench.web.people.health_summary import person_of
from fairbench.web.people.models import HealthEvent
from tests.factories import ParticipantFactory, UserFactory, make_group

from .a_class import START, differ, event, report, save_record, whole_class

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
    assert "Say why the saved record is corrected" in refused.content.decode()
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
        with django_assert_max_num_queries(14):
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


def post(client, name, meeting, *more, **fields):
    address = reverse(f"classes:{name}", args=[meeting.id, *more])
    return client.post(address, fields, headers={"HX-Request": "true"})


def test_one_tap_changes_one_thing_and_leaves_the_rest(client_in, meeting, group) -> None:
    report(client_in, meeting, *whole_class())
    person = group.participants.first()
    for tap in ("version:no-band", "effort:6", "pain:3", "pain_where:left knee", "teach_again:yes", "skipped:no"):
        assert differ(client_in, meeting, person, item="a", tap=tap).status_code == 200
    row = Difference.objects.get()
    assert (row.version, row.effort, row.pain, row.pain_where, row.teach_again) == ("no-band", 6, 3, "left knee", True)
    assert (row.edition, row.skipped) == (1, False)
    differ(client_in, meeting, person, item="a", tap="effort:", note="Typed and not yet saved")
    row.refresh_from_db()
    assert (row.effort, row.note, row.version) == (None, "Typed and not yet saved", "no-band")
    for wrong in ("effort:99", "version:upside-down", "sides_differ:miracle"):
        assert differ(client_in, meeting, person, item="a", tap=wrong).status_code == 422
    meeting.refresh_from_db()
    words = [row["words"] for row in meeting.remembered]
    assert words == ["Pain 3 of 10 in the left knee. Ask how it was the day after.", "Teach again: Seated row."]


def test_a_colleague_who_writes_over_it_keeps_what_stood_there(client_in, meeting, group, user) -> None:
    report(client_in, meeting, *whole_class())
    person = group.participants.first()
    differ(client_in, meeting, person, item="a", tap="effort:6")
    colleague = Client()
    colleague.force_login(UserFactory(practice=user.practice, name="Ansel Voss"))
    differ(colleague, meeting, person, item="a", tap="effort:4")
    assert list(Difference.objects.order_by("edition").values_list("effort", "current")) == [(6, False), (4, True)]


def test_what_the_class_did_is_put_right_with_a_reason_and_all_that_follows(client_in, meeting, group) -> None:
    report(client_in, meeting, *whole_class())
    someone = group.participants.first()
    assert post(client_in, "record_item", meeting, item="b", done="yes").status_code == 200
    assert someone_knows(someone) == {"band-row": 1, "bridge": 1, "heel-raise": 1}
    save_record(client_in, meeting)
    refused = post(client_in, "record_item", meeting, item="a", done="no")
    assert refused.status_code == 422
    assert "Say why" in refused.content.decode()
    page = post(client_in, "record_item", meeting, item="a", done="no", why="Told afterwards").content.decode()
    assert "Told afterwards" in page
    assert someone_knows(someone) == {"bridge": 1, "heel-raise": 1}
    group.refresh_from_db()
    assert group.taught == {"bridge": 1, "heel-raise": 1}
    told = list(ItemTold.objects.order_by("item", "edition").values_list("item", "done", "current", "why"))
    assert told == [("a", False, True, "Told afterwards"), ("b", True, True, "")]
    assert post(client_in, "record_item", meeting, item="nowhere", done="no", why="x").status_code == 422
    history = client_in.get(reverse("classes:meeting", args=[meeting.id])).content.decode()
    assert history.count("by hand") == 2


def someone_knows(person) -> dict[str, int]:
    person.refresh_from_db()
    return person.taught


def test_who_came_and_when_is_put_right_and_what_they_know_follows(client_in, meeting, group) -> None:
    report(client_in, meeting, *whole_class())
    Meeting.objects.filter(id=meeting.id).update(started_at=START)
    person, other = group.participants.all()[:2]
    stranger = ParticipantFactory(practice=group.practice, call_name="Sunniva Late")
    at = timezone.localtime(START + datetime.timedelta(seconds=240))
    post(client_in, "record_stay", meeting, person.id, joined=f"{at:%H:%M}")
    assert someone_knows(person) == {"heel-raise": 1}
    save_record(client_in, meeting)
    assert post(client_in, "record_stay", meeting, person.id, joined="").status_code == 422
    page = post(client_in, "record_stay", meeting, person.id, joined="", why="Wrong person").content.decode()
    assert f"Came: from the beginning, not {at:%H:%M} (" in page
    assert "Wrong person" in page
    assert someone_knows(person) == {"band-row": 1, "heel-raise": 1}
    for times, says in (
        ({"joined": "3:00"}, "is before the class"),
        ({"left": "23:59"}, "is after the class"),
        ({"joined": "ten"}, "is no time of day"),
        ({"joined": f"{at:%H:%M}", "left": f"{at:%H:%M}"}, "leaves before they came"),
    ):
        answer = post(client_in, "record_stay", meeting, person.id, why="x", **times)
        assert answer.status_code == 422
        assert says in answer.content.decode()
    assert post(client_in, "record_here", meeting, participant=stranger.id, here="yes", why="y").status_code == 200
    assert someone_knows(stranger) == {"band-row": 1, "heel-raise": 1}
    assert post(client_in, "record_here", meeting, participant=stranger.id, here="no", why="y").status_code == 200
    assert someone_knows(stranger) == {}
    differ(client_in, meeting, other, item="a", tap="effort:5", why="y")
    refused = post(client_in, "record_here", meeting, participant=other.id, here="no", why="y")
    assert "reset that first" in refused.content.decode()
    assert StayCorrection.objects.filter(field="here").count() == 2


def test_tingling_noted_by_mistake_is_no_longer_talked_over(client_in, meeting, group) -> None:
    report(client_in, meeting, *whole_class())
    person = group.participants.first()
    differ(client_in, meeting, person, item="a", tap="tingling:yes")
    differ(client_in, meeting, person, item="a", tap="tingling:no")
    assert HealthEvent.objects.get().ended_at is not None
    person.refresh_from_db()
    assert "ingling" not in person_of(person).talk_first


def test_marks_of_the_teaching_screen_are_in_the_record_once(client_in, meeting, group) -> None:
    person, other = group.participants.all()[:2]
    noted = {"item": "a", "participant": str(person.id)}
    hurt = event("noted", 60, mark="pain", place="left knee", text="Pain: left knee", **noted)
    tingling = event("noted", 100, mark="tingling", text="Tingling", **noted)
    stopped = event("noted", 250, item="c", participant=str(other.id), mark="stopped", text="Stopped")
    for _ in range(2):
        report(client_in, meeting, hurt, tingling, stopped)
    report(client_in, meeting, *whole_class())
    row = Difference.objects.get()
    assert (row.pain_where, row.tingling, row.item) == ("left knee", True, "a")
    assert HealthEvent.objects.count() == 1
    rows = {one.participant.id: one for one in people_records(what_happened(meeting))}
    states = {person_id: [done.state.value for done in one.done] for person_id, one in rows.items()}
    assert states[person.id] == ["partly done", "not done", "partly done"]
    assert states[other.id] == ["done", "not done", "not done"]
    seconds = {person_id: one.done[0].seconds for person_id, one in rows.items()}
    assert (seconds[person.id], seconds[other.id]) == (30, 120)
    assert rows[other.id].done[2].seconds == 0
    differ(client_in, meeting, person, item="a", tap="tingling:no")
    report(client_in, meeting, tingling)
    assert not Difference.objects.get().tingling
    assert report(client_in, meeting, event("noted", mark="sleepy")).json()["refused"][0]["why"].startswith("mark")


def test_the_record_tells_what_a_difference_between_sides_is(client_in, meeting, group) -> None:
    report(client_in, meeting, *whole_class())
    person = group.participants.first()
    address = reverse("classes:record_person", args=[meeting.id, person.id])
    page = client_in.get(f"{address}?item=a", headers={"HX-Request": "true"}).content.decode()
    assert "in this exercise usually a fault" in page
