"""A class over HTTP: arrivals, the score, what the device reports, and where its pages lead."""

import datetime
import json
import uuid

import pytest
from django.db import IntegrityError, transaction
from django.urls import reverse
from django.utils import timezone

from fairbench.web.accounts.models import AuditEntry
from fairbench.web.classes import actions, record_actions
from fairbench.web.classes.inputs import HereInput
from fairbench.web.classes.models import Attendance, Meeting, TeachEvent

from .a_class import START, differ, event, report, whole_class
from .conftest import core_plan

pytestmark = pytest.mark.django_db


def test_a_tap_and_a_tap_back(client_in, plan, group) -> None:
    client_in.post(reverse("classes:open"), {"plan": plan.id})
    meeting = Meeting.objects.get()
    person = group.participants.first()
    address = reverse("classes:here", args=[meeting.id])
    for _ in range(2):
        assert "1 here of 3" in client_in.post(address, {"participant": person.id, "here": "yes"}).content.decode()
    assert Attendance.objects.count() == 1
    assert "0 here of 3" in client_in.post(address, {"participant": person.id, "here": "no"}).content.decode()
    assert (
        client_in.post(reverse("classes:begin", args=[meeting.id]), follow=True)
        .redirect_chain[-1][0]
        .endswith("/arrivals/")
    )


def test_a_plan_for_nobody_or_with_nothing_is_not_taught(client_in, plan, actor) -> None:
    client_in.post(reverse("plans:do", args=[plan.id, "group"]), {"seen": 1, "value": "", "was": plan.group_id})
    page = client_in.post(reverse("classes:open"), {"plan": plan.id}, follow=True).content.decode()
    assert "for no group yet" in page
    assert Meeting.objects.count() == 0


def test_the_page_holds_the_whole_class(client_in, meeting, group) -> None:
    page = client_in.get(reverse("classes:teach", args=[meeting.id])).content.decode()
    start = page.index('<script id="score" type="application/json">')
    score = json.loads(page[page.index(">", start) + 1 : page.index("</script>", start)])
    assert [item["exercise"] for item in score["items"]] == ["band-row", "bridge", "heel-raise"]
    assert score["steps"][-1]["start"] + score["steps"][-1]["seconds"] == score["total"]
    assert {version["id"] for version in score["items"][0]["others"]} == {"no-band", "one-arm"}
    one_arm = next(v for v in score["items"][0]["others"] if v["id"] == "one-arm")
    assert one_arm["do"]["left"][0] == "Draw your left elbow back; keep the right arm still."
    assert len(score["people"]) == 3
    assert one_arm["steps"][0]["kind"] == "fetch"


def test_what_a_device_reports_twice_is_stored_once(client_in, meeting, group) -> None:
    noted = event("noted", 50, item="a", participant=str(group.participants.first().id), text="Elbow free 🎈")
    for _ in range(3):
        answer = report(client_in, meeting, noted)
        assert answer.json()["kept"] == [noted["id"]]
    assert TeachEvent.objects.count() == 1


def test_the_end_closes_the_class_and_the_group_has_learnt(client_in, meeting, group) -> None:
    assert report(client_in, meeting, *whole_class()).status_code == 200
    meeting.refresh_from_db()
    assert meeting.state == Meeting.State.TAUGHT
    assert meeting.exercises == ["band-row", "heel-raise"]
    group.refresh_from_db()
    assert group.taught == {"band-row": 1, "heel-raise": 1}
    here = {attendance.participant.call_name: attendance.participant.taught for attendance in meeting.attendances.all()}
    assert here
    assert all(taught == group.taught for taught in here.values())
    late = event("noted", 390, item="c", participant=str(group.participants.first().id), text="late but kept")
    assert report(client_in, meeting, late).json()["kept"] == [late["id"]]


@pytest.mark.parametrize(
    ("body", "says"),
    [
        (b"{", "needs JSON"),
        (b"[]", "needs JSON"),
        (b"[" * 100_000, "needs JSON"),
        (b'{"events": 3}', "events"),
        (b'{"events": [], "waiting": -1}', "waiting"),
        (b'{"events": [], "device": "me"}', "device"),
        (json.dumps({"events": [event("began")] * 501}).encode(), "at most 500"),
        (b'{"events": [], "player": "' + b"x" * 3_000_000 + b'"}', "larger than"),
    ],
)
def test_a_report_that_cannot_be_read_is_named_and_nothing_is_kept(client_in, meeting, body, says) -> None:
    answer = client_in.post(reverse("classes:events", args=[meeting.id]), body, content_type="application/json")
    assert answer.status_code == 400
    assert says in answer.json()["error"]
    assert TeachEvent.objects.count() == 0


@pytest.mark.parametrize(
    ("bad", "says"),
    [
        (3, "should be an object"),
        (event("danced"), "kind"),
        ({**event("began"), "kind": ["began"]}, "kind"),
        ({**event("began"), "kind": {"a": 1}}, "kind"),
        ({**event("began"), "id": "x"}, "id"),
        ({**event("began"), "at": "yesterday"}, "at"),
        ({**event("began"), "at": "2026-13-45T99:00:00Z"}, "at"),
        ({**event("began"), "at": "0001-01-01T00:00:00+14:00"}, "at"),
        ({**event("began"), "at": "9999-12-31T23:59:59-14:00"}, "at"),
        (event("began", 400_000), "at: is not within the days of this class"),
        (event("began", -400_000), "at: is not within the days of this class"),
        (event("noted", text="x" * 2001), "text"),
        (event("noted", text="a\x00"), "text"),
        (event("noted", text="\ud83d"), "text"),
        (event("item", item=7), "item"),
        (event("worked", side="\ud83d"), "side"),
        (event("noted", mark="\ud83d"), "mark"),
        (event("item", item="\ud83d"), "item"),
        (event("rested", number=10**9), "number"),
        (event("rested", number=float("nan")), "number"),
        (event("noted", participant="me"), "participant"),
    ],
)
def test_one_event_that_can_never_be_taken_holds_up_no_other(client_in, meeting, bad, says) -> None:
    before, after = event("began"), event("item", 3, item="a")
    answer = report(client_in, meeting, before, bad, after)
    assert answer.status_code == 200
    assert answer.json()["kept"] == [before["id"], after["id"]]
    (refused,) = answer.json()["refused"]
    assert refused["number"] == 1
    assert says in refused["why"]
    for page in ("/", "/classes/", reverse("classes:teach", args=[meeting.id])):
        assert client_in.get(page).status_code == 200


def test_an_id_that_another_class_has_is_refused_and_not_waited_for(client_in, meeting, actor, group, plan) -> None:
    noted = event("began")
    report(client_in, meeting, noted)
    other = actions.open_meeting(actor, group, plan, core_plan("bridge"))
    answer = report(client_in, other, noted).json()
    assert answer["kept"] == []
    assert answer["refused"] == [{"number": 0, "why": "its id is another's"}]


def test_a_device_whose_clock_is_wrong_by_years_loses_nothing(client_in, meeting) -> None:
    years = datetime.timedelta(days=5 * 365)
    began = {**event("began"), "at": (timezone.now() - years).isoformat()}
    body = {"events": [began], "sent_at": (timezone.now() - years + datetime.timedelta(seconds=30)).isoformat()}
    address = reverse("classes:events", args=[meeting.id])
    answer = client_in.post(address, json.dumps(body), content_type="application/json")
    assert answer.json()["kept"] == [began["id"]]
    assert abs(TeachEvent.objects.get().at - timezone.now()) < datetime.timedelta(minutes=2)


def test_the_database_keeps_no_time_that_cannot_be_read(actor, meeting) -> None:
    for year in (1, 1999, 2200, 9999):
        at = datetime.datetime(year, 1, 2, tzinfo=datetime.UTC)
        with pytest.raises(IntegrityError), transaction.atomic():
            TeachEvent.objects.create(practice=actor.practice, meeting=meeting, kind="began", at=at)
        with pytest.raises(IntegrityError), transaction.atomic():
            Meeting.objects.filter(id=meeting.id).update(ended_at=at)


def send(client, meeting, device, *events: dict, **also):
    body = {"events": events, "device": str(device), **also}
    address = reverse("classes:events", args=[meeting.id])
    return client.post(address, json.dumps(body), content_type="application/json").json()


def test_one_device_leads_and_another_may_take_over(client_in, meeting) -> None:
    first, second = uuid.UUID(int=71), uuid.UUID(int=72)
    assert send(client_in, meeting, first, event("began"), player={"index": 3, "at": 2.5})["leads"]
    assert not send(client_in, meeting, second, player={"index": 0, "at": 0})["leads"]
    told = client_in.get(reverse("classes:device", args=[meeting.id])).json()
    assert told["state"] == "teaching"
    assert (told["player"]["index"], told["player"]["at"]) == (3, 2.5)
    taken = client_in.post(reverse("classes:lead", args=[meeting.id]), {"device": str(second)})
    assert taken.json()["leads"]
    assert not send(client_in, meeting, first, player={"index": 4})["leads"]
    assert send(client_in, meeting, second, player={"index": 5})["leads"]
    assert client_in.get(reverse("classes:device", args=[meeting.id])).json()["player"]["index"] == 5


def test_notes_that_come_after_the_record_are_worked_in(client_in, meeting, group) -> None:
    device, person = uuid.UUID(int=73), group.participants.first()
    send(client_in, meeting, device, *whole_class()[:4], waiting=3)
    client_in.post(reverse("classes:end", args=[meeting.id]))
    meeting.refresh_from_db()
    assert meeting.exercises == ["band-row"]
    record = reverse("classes:record", args=[meeting.id])
    assert "Notes from a device are still to come" in client_in.get(record).content.decode()
    client_in.post(reverse("classes:record_save", args=[meeting.id]))
    closed = reverse("classes:meeting", args=[meeting.id])
    assert (
        "Notes from a device are still to come"
        in client_in.get(reverse("classes:meeting", args=[meeting.id])).content.decode()
    )
    rest = whole_class()[4:]
    noted = event("noted", 390, item="c", participant=str(person.id), text="came late")
    assert len(send(client_in, meeting, device, *rest, noted)["kept"]) == 5
    meeting.refresh_from_db()
    group.refresh_from_db()
    assert meeting.exercises == ["band-row", "heel-raise"]
    assert group.taught == {"band-row": 1, "heel-raise": 1}
    assert meeting.ended_at == START + datetime.timedelta(seconds=400)
    page = client_in.get(closed).content.decode()
    assert "came late" in page
    assert "still to come" not in page
    assert "came late" in client_in.get("/").content.decode()


def test_notes_thrown_away_on_a_device_are_on_record(client_in, meeting, actor) -> None:
    address = reverse("classes:discard", args=[meeting.id])
    assert client_in.post(address, {"number": "3"}).status_code == 204
    assert AuditEntry.objects.get(verb="meeting.discard_notes").new == {"number": 3}
    assert client_in.post(address, {"number": "0"}).status_code == 400


def test_a_meeting_keeps_the_plan_of_the_day(client_in, meeting, plan) -> None:
    before = client_in.get(reverse("classes:teach", args=[meeting.id])).content.decode()
    client_in.post(reverse("plans:do", args=[plan.id, "remove"]), {"seen": 1, "item": "a"})
    after = client_in.get(reverse("classes:teach", args=[meeting.id])).content.decode()
    assert "Seated row" in before
    assert "Seated row" in after


def test_pages_lead_to_where_a_class_is(client_in, meeting) -> None:
    def lands(name: str) -> str:
        return client_in.get(reverse(f"classes:{name}", args=[meeting.id]), follow=True).request["PATH_INFO"]

    assert lands("meeting").endswith("/teach/")
    assert lands("record").endswith("/teach/")
    client_in.post(reverse("classes:end", args=[meeting.id]))
    assert lands("teach").endswith("/record/")
    client_in.post(reverse("classes:record_save", args=[meeting.id]))
    assert lands("arrivals").endswith(f"{meeting.id}/")


def test_today_remembers_the_last_class(client_in, meeting, group, django_assert_max_num_queries) -> None:
    person = group.participants.first()
    report(client_in, meeting, *whole_class(), event("noted", 50, participant=str(person.id), text="Elbow free"))
    differ(client_in, meeting, person, pain="2", pain_where="left knee")
    assert "Elbow free" not in client_in.get("/").content.decode()
    client_in.post(reverse("classes:record_save", args=[meeting.id]))
    client_in.get("/")  # takes the message of the last page with it
    with django_assert_max_num_queries(12):
        page = client_in.get("/").content.decode()
    assert "Elbow free" in page
    assert "Pain 2 of 10 in the left knee. Ask how it was the day after." in page


def test_today_remembers_the_newest_class_of_a_group(client_in, meeting, group, actor, plan) -> None:
    person = group.participants.first()
    report(client_in, meeting, *whole_class(), event("noted", 50, participant=str(person.id), text="Elbow free"))
    client_in.post(reverse("classes:record_save", args=[meeting.id]))
    Meeting.objects.update(held_on=timezone.localdate() - datetime.timedelta(days=7))
    later = actions.open_meeting(actor, group, plan, core_plan("bridge"))
    actions.set_here(actor, later.id, HereInput(participant=person.id, here="yes"))
    actions.begin_teaching(actor, later.id)
    report(client_in, later, event("noted", 5, participant=str(person.id), text="Knee stiff"))
    actions.end_teaching(actor, later.id)
    record_actions.record(actor, later.id)
    page = client_in.get("/").content.decode()
    assert "Knee stiff" in page
    assert "Elbow free" not in page


def test_today_shows_what_waits(client_in, meeting) -> None:
    assert "being taught" in client_in.get("/").content.decode()
    report(client_in, meeting, *whole_class())
    assert "waits to be recorded" in client_in.get("/").content.decode()
    assert timezone.localdate() == meeting.held_on


def test_bench_teaching_and_class_page_tell_the_same_time(client_in, meeting, plan, group) -> None:
    began = client_in.get(reverse("classes:teach", args=[meeting.id])).content.decode()
    start = began.index('<script id="score"')
    total = json.loads(began[began.index(">", start) + 1 : began.index("</script>", start)])["total"]
    told = f"{int(total) // 60}:{int(total) % 60:02}"
    assert told in client_in.get(reverse("plans:bench", args=[plan.id])).content.decode()
    report(client_in, meeting, *whole_class())
    client_in.post(reverse("classes:record_save", args=[meeting.id]))
    page = client_in.get(reverse("classes:meeting", args=[meeting.id])).content.decode()
    assert f"took 6:40, planned {told}" in page
