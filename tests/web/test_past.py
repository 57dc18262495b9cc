"""A class that was not taught from the screen: by plan, by what was done, and from files."""

import datetime
import json

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.urls import reverse
from django.utils import timezone

from fairbench.core.formats.class_csv import COLUMNS
from fairbench.web.classes.class_file import class_document, class_rows
from fairbench.web.classes.models import Attendance, Difference, ItemTold, Meeting, StayCorrection, TeachEvent
from fairbench.web.people.models import Group, HealthEvent, Participant

from .a_class import differ, event, report, save_record, whole_class

pytestmark = [pytest.mark.dated, pytest.mark.django_db]
YESTERDAY = (timezone.localdate() - datetime.timedelta(days=1)).isoformat()


def past(client, group, **fields):
    people = [str(person.id) for person in group.participants.all()]
    given = {"group": group.id, "held_on": YESTERDAY, "began": "10:00", "minutes": "45", "people": people, **fields}
    return client.post(reverse("classes:past"), given)


def test_a_class_from_paper_is_recorded_by_plan(client_in, plan, group) -> None:
    assert past(client_in, group, by="plan", plan=plan.id, cover="Ansel Voss").status_code == 302
    meeting = Meeting.objects.get()
    assert (meeting.source, meeting.state, meeting.teacher, meeting.cover) == ("paper", "taught", None, "Ansel Voss")
    group.refresh_from_db()
    assert group.taught == {"band-row": 1, "bridge": 1, "heel-raise": 1}
    page = client_in.get(reverse("classes:record", args=[meeting.id])).content.decode()
    assert "Everything, as planned." in page
    client_in.post(reverse("classes:record_item", args=[meeting.id]), {"item": "b", "done": "no"})
    save_record(client_in, meeting)
    history = client_in.get(reverse("classes:meeting", args=[meeting.id])).content.decode()
    assert "taught by Ansel Voss, a cover teacher" in history
    assert "took 45:00" in history
    assert "not taught from the screen" in history
    group.refresh_from_db()
    assert group.taught == {"band-row": 1, "heel-raise": 1}


def test_a_class_without_a_plan_is_recorded_by_what_was_done(client_in, group) -> None:
    chosen = ["seated-march/knee-lift", "one-leg-stand/", "seated-march/"]
    assert past(client_in, group, by="items", items=chosen).status_code == 302
    meeting = Meeting.objects.get()
    assert [item["exercise"] for item in meeting.planned["items"]] == ["seated-march", "one-leg-stand", "seated-march"]
    assert meeting.planned["items"][0]["version"] == "knee-lift"
    assert meeting.plan is None
    assert "Class without a plan" in client_in.get(reverse("classes:list")).content.decode()


@pytest.mark.parametrize(
    ("fields", "says"),
    [
        ({"by": "items", "items": []}, "choose a plan, or what was done"),
        ({"by": "items", "items": ["no-such/x"]}, "there is no exercise"),
        ({"by": "items", "items": ["bridge/no-such"]}, "no-such"),
        ({"by": "items", "items": ["bridge/"], "people": []}, "tick who came"),
        ({"by": "items", "items": ["bridge/"], "held_on": "2100-01-01"}, "not over yet"),
        ({"by": "items", "items": ["bridge/"], "held_on": "yesterday"}, "is no day"),
        ({"by": "items", "items": ["bridge/"], "began": ""}, "needs a time of day"),
        ({"by": "items", "items": ["bridge/"], "minutes": "900"}, "goes from 5 to 180"),
    ],
)
def test_what_cannot_have_been_is_said_and_what_was_given_stays(client_in, group, fields, says) -> None:
    answer = past(client_in, group, **fields)
    assert answer.status_code == 422
    assert says in answer.content.decode()
    assert Meeting.objects.count() == 0


def test_a_class_is_not_recorded_twice(client_in, group) -> None:
    for status in (302, 422):
        assert past(client_in, group, by="items", items=["bridge/"]).status_code == status
    assert Meeting.objects.count() == 1


def test_exercises_are_found_chosen_and_removed(client_in) -> None:
    assert "Bridge" in client_in.get(reverse("classes:past_exercises"), {"q": "bridge"}).content.decode()
    address = reverse("classes:past_items")
    chosen = client_in.get(address, {"items": ["bridge/full-bridge"], "add": "heel-raise"}).content.decode()
    assert chosen.index("1. Bridge") < chosen.index("2. Heel raise")
    less = client_in.get(address, {"items": ["bridge/full-bridge", "heel-raise/"], "without": "0"}).content.decode()
    assert "1. Heel raise" in less
    assert "Bridge" not in less


@pytest.fixture
def taught(client_in, meeting, group):
    """A recorded class in which much differed."""
    early, late, hurt = group.participants.all()
    moved = [event("left", 150, participant=str(early.id)), event("joined", 250, participant=str(late.id))]
    noted = event(
        "noted", 60, participant=str(hurt.id), item="a", mark="pain", place="left knee", text="Pain: left knee"
    )
    report(client_in, meeting, *whole_class(), noted, *moved)
    differ(client_in, meeting, hurt, item="c", tap="tingling:yes", effort="7", note='=2+2, "so" she said;\nsmiling')
    differ(client_in, meeting, early, item="", tap="effort:5")
    client_in.post(reverse("classes:record_item", args=[meeting.id]), {"item": "b", "done": "yes"})
    save_record(client_in, meeting)
    meeting.refresh_from_db()
    return meeting


def without_record(meeting) -> None:
    """As if the class had never been recorded here."""
    for rows in (Attendance, Difference, ItemTold, TeachEvent, StayCorrection):
        rows.objects.filter(meeting=meeting).delete()
    meeting.devices.all().delete()
    HealthEvent.objects.all().delete()
    meeting.delete()


def bring(client, data: bytes, name: str = "class.json"):
    return client.post(reverse("classes:import"), {"file": SimpleUploadedFile(name, data)})


def test_a_class_goes_out_as_json_and_comes_back_the_same(client_in, taught) -> None:
    answer = client_in.get(reverse("classes:export", args=[taught.id, "json"]))
    assert "attachment" in answer["Content-Disposition"]
    before = class_document(taught).model_dump()
    assert "on record already" in bring(client_in, answer.content).content.decode()
    without_record(taught)
    assert bring(client_in, answer.content).status_code == 302
    again = Meeting.objects.get()
    after = class_document(again).model_dump()
    del before["id"], after["id"]
    assert after == before
    assert HealthEvent.objects.get().kind == HealthEvent.Kind.TINGLING
    assert again.state == Meeting.State.RECORDED
    assert client_in.get(reverse("classes:meeting", args=[again.id])).status_code == 200


def test_a_class_goes_out_as_a_table_and_comes_back_with_what_a_table_holds(client_in, taught) -> None:
    table = client_in.get(reverse("classes:export", args=[taught.id, "csv"])).content
    assert table.decode().splitlines()[0] == ",".join(COLUMNS)
    assert "'=2+2" in table.decode()
    told = ("person", "item", "exercise_id", "version_id", "effort", "pain_where", "tingling", "not_done", "note")
    before = [{name: row.get(name) for name in told} for row in class_rows(taught)]
    began = taught.started_at
    Meeting.objects.filter(id=taught.id).update(started_at=began - datetime.timedelta(days=1))
    table = client_in.get(reverse("classes:export", args=[taught.id, "csv"])).content
    rows = table.decode().replace(f"{taught.held_on}", YESTERDAY)
    ended = timezone.localtime(taught.ended_at)
    rows = rows.replace(f",{ended:%H:%M},", ",10:45,").replace(
        f"{YESTERDAY},{timezone.localtime(began):%H:%M}", f"{YESTERDAY},09:55"
    )
    without_record(taught)
    answer = bring(client_in, rows.encode(), "class.csv")
    assert answer.status_code == 302, answer.content.decode()
    again = Meeting.objects.get()
    assert again.source == Meeting.Source.PAPER
    after = [{name: row.get(name) for name in told} for row in class_rows(again)]
    for row in (*before, *after):
        for name in ("effort", "tingling", "not_done", "pain_where", "note"):
            row[name] = row[name] or ""
    assert after == before


def test_what_a_file_says_wrong_is_named_and_nothing_is_kept(client_in, taught) -> None:
    whole = json.loads(client_in.get(reverse("classes:export", args=[taught.id, "json"])).content)
    without_record(taught)
    for change, says in (
        ({"group": {"name": "Nobody's group"}}, "there is no group"),
        ({"people": [{"name": "Nobody Here"}], "events": []}, "nobody here is called 'Nobody Here'"),
        ({"told": [{"item": "zz", "done": True}]}, "told[0].item"),
        ({"planned": {"items": [], "total": 1e300}}, "planned.total"),
        ({"events": [{"kind": "began", "at": "2026-11-02T10:00:00"}]}, "events[0].at"),
        ({"format": "other"}, "format"),
        ({"held_on": 3}, "held_on"),
    ):
        answer = bring(client_in, json.dumps({**whole, **change}).encode())
        assert answer.status_code == 422, change
        assert says.lower() in answer.content.decode().replace("&#x27;", "'").lower(), says
    for data, says in ((b"{", "not JSON"), (b"a,b\n1,2", "the column date is missing"), (b"", "no rows")):
        assert says in bring(client_in, data, "x.csv").content.decode()
    assert Meeting.objects.count() == 0
    assert (Group.objects.count(), Participant.objects.count()) == (1, 3)
