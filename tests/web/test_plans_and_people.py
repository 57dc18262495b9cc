"""Lists, new plans, files in and out, paper, people, the demo."""

import datetime
import io
import json
import re

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.core.management import CommandError, call_command
from django.urls import reverse
from django.utils import timezone
from django_scopes import scope

from fairbench.web.accounts.models import Practice, User
from fairbench.web.classes.models import Difference, Meeting, TeachEvent
from fairbench.web.demo import account as demo_login
from fairbench.web.people.models import Group, Listing, Participant, PastListing
from fairbench.web.plans import actions as plan_actions
from fairbench.web.plans.models import Plan
from tests.factories import make_group
from tests.reading import words

from .conftest import core_plan

pytestmark = pytest.mark.django_db


def new_plan(client, **fields):
    return client.post(reverse("plans:new"), {"name": "Fresh", "length": "45", "group": "", "template": "", **fields})


def test_a_new_plan_blank_or_from_a_shape(client_in, group) -> None:
    assert new_plan(client_in, group=str(group.id)).status_code == 302
    blank = Plan.objects.get()
    assert blank.group == group
    assert "Nothing on the bench yet" in client_in.get(reverse("plans:bench", args=[blank.id])).content.decode()
    new_plan(client_in, name="Drafted", template="chair-rail-mat")
    page = client_in.get(reverse("plans:bench", args=[Plan.objects.get(name="Drafted").id])).content.decode()
    assert page.count('class="plank"') >= 12


@pytest.mark.parametrize(
    ("fields", "says"),
    [
        ({"name": "  "}, "a plan needs a name"),
        ({"length": "0"}, "must be 5 to 180"),
        ({"length": "ten"}, "must be 5 to 180"),
        ({"length": "9999999"}, "must be 5 to 180"),
        ({"template": "banana"}, "there is no template"),
        ({"name": "x" * 130}, "at most 120 characters"),
    ],
)
def test_a_new_plan_that_cannot_be_keeps_what_was_typed(client_in, fields, says) -> None:
    answer = new_plan(client_in, **{"name": "Typed", **fields})
    assert answer.status_code == 422
    assert says in answer.content.decode()
    assert Plan.objects.count() == 0
    assert fields.get("name", "Typed").strip() in answer.content.decode()


def test_copy_archive_and_restore(client_in, plan) -> None:
    client_in.post(reverse("plans:copy", args=[plan.id]))
    assert Plan.objects.filter(name="Test plan (copy)").exists()
    client_in.post(reverse("plans:archive", args=[plan.id]))
    assert "Restore Test plan" in client_in.get(reverse("plans:list")).content.decode()
    client_in.post(reverse("plans:archive", args=[plan.id]), {"away": "no"})
    assert "Restore Test plan" not in client_in.get(reverse("plans:list")).content.decode()


def upload(client, data: bytes):
    return client.post(reverse("plans:import"), {"file": SimpleUploadedFile("plan.json", data)})


def test_a_plan_goes_out_and_comes_back(client_in, plan) -> None:
    out = client_in.get(reverse("plans:json", args=[plan.id]))
    assert out["Content-Disposition"] == 'attachment; filename="test-plan.json"'
    assert upload(client_in, out.content).status_code == 302
    again = client_in.get(reverse("plans:json", args=[Plan.objects.order_by("changed_at").last().id]))
    assert json.loads(again.content) == json.loads(out.content)


@pytest.mark.parametrize(
    ("change", "says"),
    [
        (lambda t: t.replace("band-row", "kite-row"), "blocks[1].items[0].exercise"),
        (lambda t: t.replace('"length_min": 45', '"length_min": 0'), "length_min"),
        (lambda _: "not json", "line 1, column 1"),
        (lambda _: " " * 5_000_000, "The file is 5.0 MB"),
        (lambda _: "", "not JSON"),
    ],
)
def test_a_bad_file_is_named_and_nothing_is_kept(client_in, plan, change, says) -> None:
    text = client_in.get(reverse("plans:json", args=[plan.id])).content.decode()
    answer = upload(client_in, change(text).encode())
    assert answer.status_code == 422
    assert says in answer.content.decode()
    assert Plan.objects.count() == 1


def test_paper(client_in, plan) -> None:
    sheet = client_in.get(reverse("plans:cue_sheet", args=[plan.id])).content.decode()
    assert "10 repetitions · 2 sets · 20 in all" in sheet
    assert "Draw your elbows back along your ribs." in sheet
    assert "Hold your chair and lower one knee to the mat." in sheet
    pack = client_in.get(reverse("plans:pack_list", args=[plan.id])).content.decode()
    assert "4 resistance band" in words(pack)
    assert "1 rail or worktop" in words(pack)


def test_the_shelf_is_found_by_words(client_in, plan) -> None:
    assert "Seated row" in client_in.get("/shelf/?q=row+band").content.decode()
    assert "Remove one word or one filter" in client_in.get("/shelf/?q=zeppelin").content.decode()
    drawer = client_in.get(reverse("plans:shelf", args=[plan.id]) + "?q=bridge").content.decode()
    assert 'data-add-exercise="bridge"' in drawer
    page = client_in.get("/shelf/bottle-curl/").content.decode()
    assert "weight in your working hand" in page
    assert "{side}" not in page
    assert client_in.get("/shelf/kite-flying/").status_code == 404


def test_people_and_lists(client_in, group) -> None:
    year = timezone.localdate().year
    answer = client_in.post(
        f"/people/new/?group={group.id}", {"call_name": "דליה <b>", "pace": "1.5", "birth_year": year - 80}
    )
    assert answer["Location"] == reverse("people:group", args=[group.id])
    person = Participant.objects.get(call_name="דליה <b>")
    page = client_in.get(answer["Location"]).content.decode()
    assert "<bdi>דליה &lt;b&gt;</bdi>" in page
    assert "pace 1.5" in page
    client_in.post(reverse("people:remove_from_group", args=[group.id]), {"participant": person.id})
    assert not Listing.objects.filter(participant=person).exists()
    for _ in range(2):
        client_in.post(reverse("people:add_to_group", args=[group.id]), {"participant": person.id})
    assert Listing.objects.filter(participant=person).count() == 1
    assert client_in.get(reverse("people:participant", args=[person.id])).status_code == 200
    client_in.post(reverse("people:new_group"), {"name": "Monday Chairs", "place": ""})
    assert Group.objects.filter(name="Monday Chairs").exists()


def test_groups_stand_in_the_order_of_their_names(client_in, actor) -> None:
    names = ["Thursday Mats", "Monday Chairs", "Wall and rail", "Early risers"]
    for name in names:
        make_group(actor.practice, 1, name)
    page = client_in.get("/people/").content.decode()
    assert [page.index(name) for name in sorted(names)] == sorted(page.index(name) for name in names)


def test_who_leaves_is_remembered_and_can_come_back(client_in, group) -> None:
    person = group.participants.first()
    begun = timezone.localdate() - datetime.timedelta(days=90)
    Listing.objects.filter(participant=person).update(since=begun, kind=Listing.Kind.TRIAL)
    here, page = {"participant": person.id}, reverse("people:group", args=[group.id])
    assert 'id="left"' not in client_in.get(page).content.decode()
    for _ in range(2):  # taken off twice, from two windows: left once
        client_in.post(reverse("people:remove_from_group", args=[group.id]), here)
    (gone,) = PastListing.objects.all()
    assert (gone.since, gone.until, gone.kind) == (begun, timezone.localdate(), "trial")
    shown = client_in.get(page).content.decode()
    assert f'aria-label="Add to group again: {person.call_name}"' in shown
    days = f"{begun:%-d %b %Y} to {timezone.localdate():%-d %b %Y}"
    assert days in shown
    past = reverse("people:history", args=[person.id])
    assert days in client_in.get(past).content.decode()

    client_in.post(reverse("people:add_to_group", args=[group.id]), {**here, "kind": "trial"})
    assert Listing.objects.get(participant=person).since == timezone.localdate()
    assert 'id="left"' not in client_in.get(page).content.decode()
    facts = client_in.get(reverse("people:participant", args=[person.id])).content.decode()
    assert f"since {timezone.localdate():%-d %b %Y} · trial" in words(facts)
    assert days in client_in.get(past).content.decode()


@pytest.mark.parametrize(
    ("fields", "says"),
    [
        ({"call_name": ""}, "required"),
        ({"pace": "0.5"}, "Pace is from 1 to 3."),
        ({"pace": "9"}, "Pace is from 1 to 3."),
        ({"birth_year": "1700"}, "A birth year from"),
        ({"call_name": "a\x00b"}, "Null characters"),
    ],
)
def test_a_person_that_cannot_be(client_in, fields, says) -> None:
    answer = client_in.post("/people/new/", {"call_name": "A", "pace": "1", "birth_year": "", **fields})
    assert answer.status_code == 200
    assert says in answer.content.decode()
    assert Participant.objects.count() == 0


def test_the_demo_is_whole_and_the_same_every_time(demo, client) -> None:
    practice = Practice.objects.get(name="Kittiwake Hall")
    with scope(practice=practice):
        sizes = {group.name: group.participants.count() for group in Group.objects.all()}
        assert sizes == {"Monday Chairs": 10, "Thursday Mats": 9}
        assert sorted(Plan.objects.values_list("name", flat=True)) == [
            "Bones and balance",
            "Open chest, strong legs",
            "Short and steady",
            "Up once, down once",
        ]
        meetings = list(Meeting.objects.all())
        assert len(meetings) == 24
        assert sum(meeting.source == Meeting.Source.SCREEN for meeting in meetings) == 6
        for meeting in meetings:
            assert meeting.state == Meeting.State.RECORDED
            assert timezone.localdate() - datetime.timedelta(weeks=13) <= meeting.held_on < timezone.localdate()
            assert meeting.attendances.count() >= 4
            assert meeting.differences.exists()
        assert TeachEvent.objects.filter(kind="noted").count() == 6
        assert Difference.objects.filter(pain__isnull=False).exists()
    client.force_login(User.objects.get(email=demo_login.EMAIL))
    page = client.get("/plans/").content.decode()
    for name in ("Open chest, strong legs", "Up once, down once"):
        assert name in page
    for plan_id in Plan.objects.model._base_manager.values_list("id", flat=True):
        bench = client.get(reverse("plans:bench", args=[plan_id])).content.decode()
        total = bench.split('id="end-time">')[1].split(" of ")[0].strip()
        assert total in page
        if "<title>Bones and balance" in bench:
            assert set(re.findall(r'class="cell (\w+)', bench)) == {"eased", "swapped", "waits", "talk_first"}
            assert "Least included: Aurelio Finch, 82%" in bench
    assert Participant.objects.model._base_manager.count() == 18


def test_the_demo_is_loaded_into_an_empty_database_only(demo) -> None:
    call_command("load_demo", "--if-empty")
    assert Practice.objects.count() == 1
    with pytest.raises(CommandError, match="nothing was changed"):
        call_command("load_demo")


def test_opening_a_practice_of_ones_own(db, monkeypatch) -> None:
    monkeypatch.setattr("sys.stdin", io.StringIO("a-password-of-length\n"))
    call_command("open_practice", "Signal Room", "nerys@signal.example", "Nerys Quill")
    assert User.objects.get().practice.name == "Signal Room"
    monkeypatch.setattr("sys.stdin", io.StringIO("short\n"))
    with pytest.raises(CommandError, match="too short"):
        call_command("open_practice", "Other", "other@signal.example", "Other")


def test_wrong_addresses_and_broken_pages_say_what_was_kept(client_in, monkeypatch) -> None:
    page = client_in.get("/plans/00000000-0000-0000-0000-000000000000/")
    assert page.status_code == 404
    assert "Everything you saved is still there" in page.content.decode()
    client_in.raise_request_exception = False
    monkeypatch.setattr("fairbench.web.shelf.views.shelf.practice_shelf", lambda: 1 / 0)
    broken = client_in.get("/shelf/")
    assert broken.status_code == 500
    assert "Everything saved before this is kept" in broken.content.decode()


def test_one_of_something_is_never_told_as_many(client_in, actor) -> None:
    group = make_group(actor.practice, 1)
    plan = plan_actions.create(actor, core_plan("band-row"), group, "Made for a test")
    pages = ["/", "/plans/", "/people/", f"/people/groups/{group.id}/", f"/plans/{plan.id}/", "/shelf/?q=seated+row"]
    papers = [f"/plans/{plan.id}/cue-sheet/", f"/plans/{plan.id}/pack-list/", "/shelf/sheet/?q=seated+row"]
    for page in (*pages, *papers):
        answer = client_in.get(page)
        assert answer.status_code == 200, page
        assert not re.search(
            r"\b1 (items|people|exercises|versions|plans|classes|cautions)\b", words(answer.content.decode())
        ), page


def test_control_characters_in_the_name_of_a_new_plan_are_left_out(client_in, group) -> None:
    answer = client_in.post("/plans/new/", {"name": "Harbour\x00\x1b hour", "length": "45", "group": str(group.id)})
    assert answer.status_code == 302
    with scope(practice=group.practice):
        assert Plan.objects.get().name == "Harbour hour"
