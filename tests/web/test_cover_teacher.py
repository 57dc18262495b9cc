"""A cover teacher has the class that they were given, and nothing else of the practice."""

import datetime
import re

import icalendar
import pytest
from django.test import Client
from django.urls import reverse
from django.utils import timezone

from fairbench.web.accounts.actor import Actor
from fairbench.web.accounts.models import AuditEntry, Role
from fairbench.web.classes import actions as class_actions
from fairbench.web.classes.inputs import HereInput
from fairbench.web.classes.models import Attendance, Meeting, TeachEvent
from fairbench.web.people.models import Participant
from fairbench.web.plans.adapter import core_plan as stored
from fairbench.web.plans.models import PlanRevision
from fairbench.web.terms import actions as term_actions
from fairbench.web.terms import covers
from fairbench.web.terms.inputs import MissInput, TermInput
from fairbench.web.terms.models import CalendarFeed, Cover
from fairbench.web.terms.term_rows import value_of
from tests.factories import UserFactory, make_group

from .a_class import event, report
from .every_address import OPEN_TO_ALL

pytestmark = pytest.mark.django_db

SEES = OPEN_TO_ALL | {
    "password",
    "calls",
    "on_this_device",
    "figure",
    "film",
    "covering",
    "teach_covered",
    "today",
    "help",
}
"""What tells nothing about anybody."""
OF_THE_CLASS = {
    "arrivals", "begin", "cancel", "day_after", "device", "discard", "end", "events", "feelings", "hall", "here",
    "how_was_home", "lead", "meeting", "news", "news_back", "prepare", "record", "record_here", "record_item",
    "record_person", "record_save", "record_stay", "reopen", "teach", "where",
}  # fmt: skip


@pytest.fixture
def meeting(actor, plan, group):
    """A class of the same group that was yesterday, and is not the one that is covered."""
    value = stored(PlanRevision.objects.get(plan=plan, number=1).document)
    opened = class_actions.open_meeting(actor, group, plan, value)
    Meeting.objects.filter(id=opened.id).update(held_on=timezone.localdate() - datetime.timedelta(days=3))
    class_actions.set_here(actor, opened.id, HereInput(participant=group.participants.first().id, here="yes"))
    return opened


def a_term(group, at: str) -> TermInput:
    return TermInput.read(
        {"name": "Now", "group": str(group.id), "starts_on": str(timezone.localdate()), "weeks": "6", "at": at}
    )


@pytest.fixture
def term(actor, group):
    """A term whose first class is today, with a plan."""
    made, _ = term_actions.build(actor, a_term(group, "10:00"))
    term_actions.draft_next(actor, made.id)
    made.refresh_from_db()
    return made


@pytest.fixture
def teacher(user):
    return UserFactory(practice=user.practice, role=Role.COVER, name="Aled Marsh")


@pytest.fixture
def client(teacher):
    client = Client()
    client.force_login(teacher)
    return client


def give(client_in, term, user, slot: str = "1"):
    address = reverse("terms:give_cover", args=[term.id, slot])
    return client_in.post(address, {"user": user.id if user else ""}, follow=True).content.decode()


def slot_id(term) -> str:
    return value_of(term).slots[0].id


def text_of(answer) -> str:
    return " ".join(answer.content.decode().split())


def test_without_a_class_nothing_of_the_practice_is_open(client, addresses) -> None:
    walked = 0
    for address, name, _ in addresses:
        if name == "sign_out":
            continue
        for answer in (client.get(address), client.post(address)):
            assert (answer.status_code == 403) == (name not in SEES), (address, answer.status_code)
            walked += answer.status_code == 403
    assert walked > 300
    assert client.get("/")["Location"] == reverse("terms:covering")
    assert "no class for you to cover" in text_of(client.get("/", follow=True))
    assert "not open to a cover teacher" in text_of(client.get("/people/"))
    assert client.get("/no/such/page/").status_code == 404


def test_with_a_class_its_own_pages_are_open_and_no_others(client, client_in, actor, teacher, term, addresses) -> None:
    """Every address of another meeting of the same group stays closed."""
    give(client_in, term, teacher, slot_id(term))
    for address, name, _ in addresses:
        if name != "sign_out" and name not in SEES:
            assert client.get(address).status_code == 403, address
            assert client.post(address).status_code == 403, address
    other, _ = term_actions.build(actor, a_term(make_group(term.practice, 2), "12:00"))
    assert client.get(reverse("terms:cover", args=[other.id, slot_id(other)])).status_code == 403
    assert client.get(reverse("terms:cover", args=[term.id, value_of(term).slots[1].id])).status_code == 403
    assert client.get(reverse("terms:cover", args=[term.id, slot_id(term)])).status_code == 200
    page = text_of(client.get(reverse("terms:covering")))
    for words in ("Cover sheet", "Cue sheet", "To bring", "To set out", "in the place of Orla Brandt", "Teach"):
        assert words in page
    for link in re.findall(r'<a [^>]*href="(/[^"]*)"', page):
        assert client.get(link, follow=True).status_code == 200, link


def test_the_class_is_taught_to_its_record(client, client_in, teacher, term, group) -> None:
    give(client_in, term, teacher, slot_id(term))
    cover = Cover.objects.get()
    begun = client.post(reverse("terms:teach_covered", args=[cover.id]), follow=True)
    assert "Who is here?" in text_of(begun)
    made = Meeting.objects.get()
    assert (made.teacher, made.held_on, made.group) == (teacher, timezone.localdate(), group)
    client.post(reverse("terms:teach_covered", args=[cover.id]))
    assert Meeting.objects.count() == 1  # it goes on with the one that is open
    person = group.participants.first()
    assert "Someone who is not in this group" not in text_of(begun)
    assert (
        client.post(reverse("classes:here", args=[made.id]), {"participant": person.id, "here": "yes"}).status_code
        == 200
    )
    assert "Seated" in text_of(client.get(reverse("terms:cover", args=[term.id, slot_id(term)])))
    client.post(reverse("classes:begin", args=[made.id]))
    assert client.get(reverse("classes:teach", args=[made.id])).status_code == 200
    client.post(reverse("classes:end", args=[made.id]))
    record = text_of(client.get(reverse("classes:record", args=[made.id])))
    assert "Record the class" in record
    assert "Someone else was there" not in record
    done = text_of(client.post(reverse("classes:record_save", args=[made.id]), follow=True))
    assert "The class is recorded." in done
    assert "/people/groups/" not in done
    for name in OF_THE_CLASS - {"news_back"}:
        ids = (
            [made.id, person.id] if name in ("day_after", "how_was_home", "record_person", "record_stay") else [made.id]
        )
        room = {"day_after": "progress", "how_was_home": "handouts"}.get(name, "classes")
        assert client.get(reverse(f"{room}:{name}", args=ids)).status_code != 403, name


def test_nobody_from_elsewhere_is_named(client, client_in, teacher, term, group) -> None:
    give(client_in, term, teacher, slot_id(term))
    client.post(reverse("terms:teach_covered", args=[Cover.objects.get().id]))
    made = Meeting.objects.get()
    other = Participant.objects.create(practice=term.practice, call_name="Somebody Else")
    for field in (other.id, "not-an-id"):
        answer = client.post(reverse("classes:here", args=[made.id]), {"participant": field, "here": "yes"})
        assert answer.status_code == 403
    assert client.get(reverse("handouts:how_was_home", args=[made.id, other.id])).status_code == 403
    first = group.participants.first()
    client_in.post(reverse("classes:here", args=[made.id]), {"participant": first.id, "here": "yes"})
    client_in.post(reverse("classes:begin", args=[made.id]))
    told = report(client, made, event("joined", participant=str(other.id)), event("noted", participant=str(other.id)))
    assert told.status_code == 200
    assert not Attendance.objects.filter(participant=other).exists()
    assert not TeachEvent.objects.filter(participant=other).exists()
    assert report(client_in, made, event("joined", participant=str(other.id))).status_code == 200
    assert Attendance.objects.filter(participant=other).exists()
    client_in.post(reverse("classes:here", args=[made.id]), {"participant": other.id, "here": "yes"})
    assert client.get(reverse("handouts:how_was_home", args=[made.id, other.id])).status_code == 200  # a guest now


def test_it_closes_again(client, client_in, actor, teacher, term, monkeypatch) -> None:
    sheet = reverse("terms:cover", args=[term.id, slot_id(term)])
    give(client_in, term, teacher, slot_id(term))
    assert client.get(sheet).status_code == 200
    today = timezone.localdate()
    for days, status in ((1, 200), (2, 403)):
        monkeypatch.setattr(covers.timezone, "localdate", lambda days=days: today + datetime.timedelta(days=days))
        assert client.get(sheet).status_code == status
    monkeypatch.undo()
    assert "its own teacher has it" in give(client_in, term, None, slot_id(term))
    assert client.get(sheet).status_code == 403
    give(client_in, term, teacher, slot_id(term))
    term_actions.miss_class(actor, term.id, MissInput(slot=slot_id(term), how="drop", why="snow"))
    assert client.get(sheet).status_code == 403
    assert "It does not take place. Snow" in text_of(client.get(reverse("terms:covering")))
    verbs = AuditEntry.objects.filter(verb__startswith="cover.").order_by("at").values_list("verb", flat=True)
    assert list(verbs) == ["cover.give", "cover.take_back", "cover.give"]


def test_a_class_on_another_day_is_seen_and_not_begun(client, client_in, teacher, term) -> None:
    second = value_of(term).slots[1]
    give(client_in, term, teacher, second.id)
    answer = client.post(reverse("terms:teach_covered", args=[Cover.objects.get().id]), follow=True)
    assert f"this class is on {second.day:%A %-d %B}; it can be begun on that day" in text_of(answer)
    assert not Meeting.objects.exists()
    assert "It has no plan yet" in text_of(answer)


def test_who_cannot_cover_is_refused(client, client_in, user, teacher, term) -> None:
    first = slot_id(term)
    assert "Orla Brandt teaches this term already" in give(client_in, term, user, first)
    assert "choose a member who may sign in" in give(client_in, term, UserFactory(), first)
    address = reverse("terms:give_cover", args=[term.id, first])
    assert "choose a member" in client_in.post(address, {"user": "x" * 20}, follow=True).content.decode()
    assert client_in.post(reverse("terms:give_cover", args=[term.id, "none"]), {"user": ""}).status_code == 404
    for role in (Role.ASSISTANT, Role.COVER):
        other = Client()
        other.force_login(UserFactory(practice=user.practice, role=role))
        assert other.post(address, {"user": teacher.id}).status_code == 403
    assert not Cover.objects.exists()
    foreign = Cover.objects.create(
        practice=term.practice, term=term, slot=first, user=UserFactory(practice=user.practice)
    )
    assert client.post(reverse("terms:teach_covered", args=[foreign.id])).status_code == 404


def test_it_stands_on_the_board_on_today_and_in_both_calendars(client_in, user, teacher, term) -> None:
    first = slot_id(term)
    give(client_in, term, teacher, first)
    drawer = text_of(client_in.get(reverse("terms:slot", args=[term.id, first])))
    assert "Aled Marsh covers it." in drawer
    assert "Aled Marsh, cover teacher" in drawer
    assert "Aled Marsh covers it" in text_of(client_in.get(reverse("terms:working_day")))
    own = icalendar.Calendar.from_ical(client_in.get(reverse("terms:calendar_file")).content)
    covered = [one for one in own.walk("VEVENT") if str(one["SUMMARY"]).endswith(", covered")]
    assert [one["RECURRENCE-ID"].dt.date() for one in covered] == [timezone.localdate()]
    feed = CalendarFeed.objects.create(practice=term.practice, user=teacher)
    theirs = icalendar.Calendar.from_ical(Client().get(reverse("terms:feed", args=[feed.key])).content)
    assert [one["DTSTART"].dt.date() for one in theirs.walk("VEVENT")] == [timezone.localdate()]
    assert b"Aled" not in client_in.get(reverse("terms:calendar_file")).content


def test_a_clash_of_who_covers_is_said(client_in, actor, user, term) -> None:
    helper = UserFactory(practice=user.practice, role=Role.INSTRUCTOR, name="Emrys Holm")
    other, _ = term_actions.build(Actor(helper), a_term(make_group(user.practice, 2), "10:30"))
    said = give(client_in, term, helper, slot_id(term))
    assert f"Emrys Holm teaches {other.group.name} at the same time" in said
    # and a class that somebody else covers is no clash for its own teacher
    clashing, _ = term_actions.build(actor, a_term(make_group(user.practice, 2), "10:00"))
    board = text_of(client_in.get(reverse("terms:slot", args=[clashing.id, slot_id(clashing)])))
    assert "at the same time" not in board
    give(client_in, term, None, slot_id(term))
    board = text_of(client_in.get(reverse("terms:slot", args=[clashing.id, slot_id(clashing)])))
    assert f"Orla Brandt teaches {term.group.name} at the same time" in board
