"""Terms on the web: built, changed, missed and taken back, drafted; register, places, cover, calendar, the day."""

import csv
import datetime
import io
import re

import icalendar
import pytest
import recurring_ical_events
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from django.urls import reverse
from django.utils import timezone
from django_scopes import scope

from fairbench.core.terms.term import SlotState
from fairbench.web.accounts.models import Practice, Role, User
from fairbench.web.people.models import Group, Listing, Participant, PersonLetter, Waiting
from fairbench.web.plans.models import Plan
from fairbench.web.terms.models import CalendarFeed, ClosedDay, Term, TermRevision
from fairbench.web.terms.term_rows import document_of, value_of
from tests.factories import UserFactory

pytestmark = [pytest.mark.dated, pytest.mark.django_db]


@pytest.fixture
def signed_in(demo):
    client = Client()
    client.force_login(User.objects.get(email="orla@kittiwake.example"))
    with scope(practice=Practice.objects.get()):
        yield client


def term(name: str = "Autumn, out of the chair") -> Term:
    return Term.objects.get(name=name)


def post(client, name: str, on: Term, **given):
    return client.post(reverse(f"terms:{name}", args=[on.id]), given)


def board(client, on: Term) -> str:
    return " ".join(client.get(reverse("terms:board", args=[on.id])).content.decode().split())


def test_the_demo_is_in_week_six_with_a_monday_missed(signed_in) -> None:
    value = value_of(term())
    assert value.weeks == 10
    assert sum(slot.state is SlotState.TAUGHT for slot in value.slots) == 6
    assert [slot.why for slot in value.slots if slot.was] == ["snow"]
    text = board(signed_in, term())
    for words in ("Step up", "Effort", "moved", "taught", "How often it comes", "well known"):
        assert words in text
    assert Term.objects.count() == 2


def test_a_term_is_built_from_the_form(signed_in) -> None:
    group = Group.objects.get(name="Monday Chairs")
    monday = timezone.localdate() + datetime.timedelta(weeks=40, days=-timezone.localdate().weekday())
    let = monday + datetime.timedelta(weeks=2)
    ClosedDay.objects.create(practice=group.practice, day=let, name="let")
    given = {
        "name": "Spring",
        "group": str(group.id),
        "starts_on": monday.isoformat(),
        "weeks": "8",
        "weekdays": ["0", "3"],
        "at": "09:30",
        "minutes": "45",
        "aim": "Stairs",
        "template": "all-seated",
        "exercises": ["step-up", "one-leg-stand", "band-row"],
    }
    answer = signed_in.post(reverse("terms:new_term"), given, follow=True)
    assert "The term is built" in answer.content.decode()
    value = value_of(term("Spring"))
    assert len(value.slots) == 15
    assert let not in {slot.day for slot in value.slots}
    assert value.closed == {let}
    assert {"step-up", "one-leg-stand", "band-row"} <= set(value.exercises())
    assert value.slots[0].tests
    assert value.slots[-1].tests


@pytest.mark.parametrize(
    ("changed", "says"),
    [
        ({"weeks": "0"}, "a term has 6 to 14 weeks, not 0"),
        ({"weeks": "400"}, "a term has 6 to 14 weeks, not 400"),
        ({"group": "00000000-0000-4000-8000-000000000000"}, "choose a group"),
        ({"rule": "FREQ=SOMETIMES"}, "cannot be read"),
        ({"starts_on": "yesterday"}, "starts_on"),
        ({"exercises": ["nonsense"]}, "nonsense"),
        ({"minutes": "900"}, "5 to 180 minutes"),
        ({"weekdays": ["1", "2", "3"]}, "one class a week, or 2"),
    ],
)
def test_a_term_that_cannot_be_says_why(signed_in, changed, says: str) -> None:
    given = {
        "name": "Spring",
        "group": str(Group.objects.get(name="Monday Chairs").id),
        "starts_on": "2027-02-01",
        "weeks": "8",
        "at": "09:30",
        "minutes": "45",
        **changed,
    }
    answer = signed_in.post(reverse("terms:new_term"), given)
    assert answer.status_code == 422
    assert says in answer.content.decode()
    assert Term.objects.count() == 2


def test_a_cell_is_changed_moved_and_taken_back(signed_in) -> None:
    on = term()
    before = document_of(on)
    slot, other = value_of(on).ahead[:2]
    post(signed_in, "change_term", on, what="mark", slot=slot.id, exercise="chin-glide", mark="new")
    on.refresh_from_db()
    assert "chin-glide" in value_of(on).slot(slot.id).new
    post(signed_in, "change_term", on, what="move", slot=slot.id, to=other.id, exercise="chin-glide")
    on.refresh_from_db()
    assert "chin-glide" in value_of(on).slot(other.id).new
    assert "chin-glide" not in value_of(on).slot(slot.id).named
    for _ in range(2):
        post(signed_in, "undo_term", on)
    on.refresh_from_db()
    assert document_of(on) == before
    assert TermRevision.objects.filter(term=on).count() == 4


def test_what_was_taught_stays_as_it_was(signed_in) -> None:
    on = term()
    taught = value_of(on).slots[0]
    answer = post(signed_in, "change_term", on, what="mark", slot=taught.id, exercise="chin-glide", mark="new")
    assert answer.status_code == 422
    assert "was taught; it stays as it was" in answer.content.decode()
    answer = post(signed_in, "miss_class", on, slot=taught.id, how="drop", why="snow")
    assert "was taught already" in answer.content.decode()


@pytest.mark.parametrize("how", ["move", "merge", "drop"])
def test_a_missed_class_says_what_it_does_and_is_taken_back_exactly(signed_in, how: str) -> None:
    on = term()
    before = document_of(on)
    slot = value_of(on).ahead[0]
    to = (slot.day + datetime.timedelta(days=2)).isoformat()
    answer = post(signed_in, "miss_class", on, slot=slot.id, how=how, why="snow", to=to)
    text = answer.content.decode()
    assert f"The class of {slot.day:%-d %B}" in text
    assert "Bronwen Sayle" in text
    assert "Goes on where they are" in text
    on.refresh_from_db()
    changed = value_of(on).slot(slot.id)
    assert (changed.state is SlotState.OFF) == (how != "move")
    assert changed.why == "snow"
    told = signed_in.post(reverse("terms:tell", args=[on.id, slot.id]), {"about": "off"}, follow=True)
    assert "letters written" in told.content.decode()
    letters = PersonLetter.objects.filter(kind="off")
    assert letters.count() == 10
    assert (f"Instead we meet on {slot.day + datetime.timedelta(days=2):%A}" in letters[0].body) == (how == "move")
    post(signed_in, "undo_term", on)
    on.refresh_from_db()
    assert document_of(on) == before
    again = signed_in.post(reverse("terms:tell", args=[on.id, slot.id]), {"about": "off"}, follow=True)
    assert "takes place as planned" in again.content.decode()


def test_a_class_does_not_move_onto_another(signed_in) -> None:
    on = term()
    slot, other = value_of(on).ahead[:2]
    answer = post(signed_in, "miss_class", on, slot=slot.id, how="move", why="snow", to=other.day.isoformat())
    assert answer.status_code == 422
    assert "there is a class already" in answer.content.decode()
    answer = post(signed_in, "miss_class", on, slot=slot.id, how="merge", why="")
    assert "say why" in answer.content.decode()


def test_all_classes_are_drafted_and_plans_that_are_there_are_kept(signed_in) -> None:
    on = term()
    kept = {slot.id: slot.plan for slot in value_of(on).slots if slot.plan}
    left = sum(not slot.plan for slot in value_of(on).ahead)
    said = ""
    for done in range(left):
        said = post(signed_in, "draft_term", on, done=str(done)).content.decode()
    assert f"{left} of {left} classes drafted" in said
    on.refresh_from_db()
    value = value_of(on)
    assert all(slot.plan for slot in value.ahead)
    assert all(value.slot(key).plan == plan for key, plan in kept.items())
    drafted = Plan.objects.filter(name__startswith="Autumn, out of the chair, Week")
    assert drafted.count() == left
    spread = post(signed_in, "change_term", on, what="spread", exercises=["chin-glide"])
    assert "No room for: " in spread.content.decode()


def test_the_register_counts_and_names_who_stopped(signed_in) -> None:
    on = term()
    text = " ".join(signed_in.get(reverse("terms:register", args=[on.id])).content.decode().split())
    assert "Waiting" in text
    assert "next in line" not in text, "all ten places are taken"
    rows = list(csv.reader(io.StringIO(signed_in.get(reverse("terms:register_csv", args=[on.id])).content.decode())))
    assert rows[0][:2] == ["person", "kind"]
    assert len(rows[0]) == 2 + 6 + 2
    assert {row[0] for row in rows[1:]} == set(on.group.participants.values_list("call_name", flat=True))
    for row in rows[1:]:
        assert int(row[-2]) == row.count("yes")


def test_whoever_waits_gets_the_next_place(signed_in) -> None:
    group = Group.objects.get(name="Monday Chairs")
    first = Waiting.objects.filter(group=group).first()
    address = reverse("terms:leave_waiting", args=[first.id])
    full = signed_in.post(address, {"place": "yes"}, follow=True)
    assert "all 10 places of Monday Chairs are taken" in full.content.decode()
    signed_in.post(reverse("terms:places", args=[group.id]), {"places": "11"})
    signed_in.post(address, {"place": "yes"})
    assert Listing.objects.get(group=group, participant=first.participant).kind == Listing.Kind.TRIAL
    assert not Waiting.objects.filter(id=first.id).exists()
    for wrong in ("0", "900", "many"):
        answer = signed_in.post(reverse("terms:places", args=[group.id]), {"places": wrong}, follow=True)
        assert "Not saved" in answer.content.decode()
    person = Participant.objects.get(call_name="Tomasz Wilk")
    there = signed_in.post(reverse("terms:places", args=[group.id]), {"participant": str(person.id)}, follow=True)
    assert "is in this group already" in there.content.decode()


def test_a_cover_teacher_finds_all_of_it_on_one_sheet(signed_in) -> None:
    on = term()
    slot = next(one for one in value_of(on).ahead if one.plan)
    text = signed_in.get(reverse("terms:cover", args=[on.id, slot.id])).content.decode()
    for words in ("Who comes", "Inhaler in his left pocket", "Talk first", "The class", "Seated row", "Stop at once"):
        assert words in text
    assert signed_in.get(reverse("terms:cover", args=[on.id, "no-such"])).status_code == 404


def test_the_feed_is_private_and_can_be_renewed(signed_in) -> None:
    signed_in.post(reverse("terms:feed_address"))
    first = CalendarFeed.objects.get(withdrawn_at=None)
    answer = Client().get(reverse("terms:feed", args=[first.key]))
    assert answer["Content-Type"].startswith("text/calendar")
    calendar = icalendar.Calendar.from_ical(answer.content)
    value = value_of(term())
    events = recurring_ical_events.of(calendar).between(value.starts_on, value.slots[-1].day + datetime.timedelta(1))
    days = {event.start.date() for event in events if str(event["SUMMARY"]) == "Monday Chairs"}
    assert days == {slot.day for slot in value.held}
    for name in Participant.objects.values_list("call_name", flat=True):
        assert name not in answer.content.decode()
    signed_in.post(reverse("terms:feed_address"))
    assert Client().get(reverse("terms:feed", args=[first.key])).status_code == 410
    second = CalendarFeed.objects.get(withdrawn_at=None)
    assert Client().get(reverse("terms:feed", args=[second.key])).status_code == 200
    signed_in.post(reverse("terms:feed_address"), {"withdraw": "yes"})
    gone = Client().get(reverse("terms:feed", args=[second.key]))
    assert gone.status_code == 410
    assert "withdrawn" in gone.content.decode()


def test_a_cancellation_is_in_the_feed(signed_in) -> None:
    on = term()
    slot = value_of(on).ahead[1]
    post(signed_in, "miss_class", on, slot=slot.id, how="drop", why="ill")
    calendar = icalendar.Calendar.from_ical(signed_in.get(reverse("terms:calendar_file")).content)
    off = [event for event in calendar.walk("VEVENT") if str(event["STATUS"]) == "CANCELLED"]
    assert [event["RECURRENCE-ID"].dt.date() for event in off] == [slot.day]


def test_the_practice_lives_by_its_own_clock(signed_in) -> None:
    answer = signed_in.post(reverse("terms:calendar"), {"zone": "Europe/Lisbon"}, follow=True)
    assert "Saved." in answer.content.decode()
    assert Practice.objects.get().time_zone == "Europe/Lisbon"
    assert b"Europe/Lisbon" in signed_in.get(reverse("terms:calendar_file")).content
    wrong = signed_in.post(reverse("terms:calendar"), {"zone": "Nowhere/Special"}, follow=True)
    assert "there is no time zone" in wrong.content.decode()
    assert Practice.objects.get().time_zone == "Europe/Lisbon"


def ics(body: str) -> SimpleUploadedFile:
    head = "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//x//y//EN\r\nBEGIN:VEVENT\r\nUID:1\r\n"
    text = f"{head}{body}\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
    return SimpleUploadedFile("closed.ics", text.encode(), content_type="text/calendar")


def test_closed_days_come_from_a_file_and_a_clash_is_named(signed_in) -> None:
    slot = value_of(term()).ahead[0]
    before = ClosedDay.objects.count()
    file = ics(f"DTSTART;VALUE=DATE:{slot.day:%Y%m%d}\r\nSUMMARY:The hall is let")
    answer = signed_in.post(reverse("terms:close_days"), {"file": file}, follow=True)
    assert "1 closed days are new" in answer.content.decode()
    assert ClosedDay.objects.count() == before + 1
    assert f"{slot.day:%-d %B} is a closed day." in board(signed_in, term())
    for wrong, says in (
        (SimpleUploadedFile("x.ics", b"x" * (5 * 1024 * 1024)), "over 1024 kB"),
        (SimpleUploadedFile("x.ics", b"nonsense"), "Not saved"),
        (ics("DTSTART;VALUE=DATE:20270101\r\nRRULE:FREQ=SOMETIMES"), "Not saved"),
    ):
        answer = signed_in.post(reverse("terms:close_days"), {"file": wrong}, follow=True)
        assert says in answer.content.decode()
        assert ClosedDay.objects.count() == before + 1
    day = ClosedDay.objects.get(day=slot.day)
    signed_in.post(reverse("terms:open_day", args=[day.id]))
    assert ClosedDay.objects.count() == before


def test_two_terms_at_one_time_clash(signed_in) -> None:
    on = term()
    other = Group.objects.get(name="Thursday Mats")
    given = {
        "name": "Beside it",
        "group": str(other.id),
        "starts_on": value_of(on).ahead[0].day.isoformat(),
        "weeks": "6",
        "at": "10:30",
        "minutes": "45",
    }
    signed_in.post(reverse("terms:new_term"), given)
    assert "Orla Brandt teaches Thursday Mats at the same time" in board(signed_in, on)


def test_the_working_day_has_the_next_class_and_what_waits(signed_in) -> None:
    text = " ".join(signed_in.get(reverse("terms:working_day")).content.decode().split())
    slot = next(one for one in value_of(term()).ahead if one.day >= timezone.localdate())
    assert f"Monday Chairs</a>, {slot.day:%A %-d %B}, 10:00" in text
    for words in ("To bring", "To set out", "Inhaler in his left pocket", "Talk first.", "letter", "The week ahead"):
        assert words in text
    assert "Cosmo Idris" in text


def test_boards_ask_little_of_the_database(signed_in, django_assert_max_num_queries) -> None:
    board(signed_in, term())
    with django_assert_max_num_queries(12):
        board(signed_in, term())
    with django_assert_max_num_queries(16):
        signed_in.get(reverse("terms:working_day"))
    with django_assert_max_num_queries(10):
        signed_in.get(reverse("terms:register", args=[term().id]))


def test_an_assistant_looks_and_changes_nothing(signed_in) -> None:
    client = Client()
    client.force_login(UserFactory(practice=Practice.objects.get(), role=Role.ASSISTANT))
    on = term()
    assert client.get(reverse("terms:board", args=[on.id])).status_code == 200
    before = TermRevision.objects.count()
    for name, given in (
        ("change_term", {"what": "mark", "slot": "8", "exercise": "chin-glide", "mark": "new"}),
        ("miss_class", {"slot": "8", "how": "drop", "why": "snow"}),
        ("undo_term", {}),
        ("draft_term", {}),
    ):
        assert client.post(reverse(f"terms:{name}", args=[on.id]), given).status_code == 403
    assert TermRevision.objects.count() == before
    assert not re.search("Draft them all", client.get(reverse("terms:board", args=[on.id])).content.decode())
