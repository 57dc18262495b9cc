"""The calendar of classes, read by two parsers: over a change of the clock, with a class that is off and one on another
day; and closed days read from a file."""

import datetime
import io
from dataclasses import replace
from zoneinfo import ZoneInfo

import dateutil.tz
import icalendar
import pytest
import recurring_ical_events
import vobject

from fairbench.core.formats.calendar_ics import CalendarError, Series, calendar_of, read_closed_days
from fairbench.core.terms.missed import How, miss
from fairbench.core.terms.term import Term
from tests.core.terms.made import MONDAY, term

ZONE = ZoneInfo("Europe/London")
CHANGED = datetime.datetime(2026, 9, 1, 12, tzinfo=datetime.UTC)
CLOCKS_GO_BACK = datetime.date(2026, 10, 25)


def week(number: int) -> datetime.date:
    return MONDAY + datetime.timedelta(weeks=number - 1)


def autumn() -> Term:
    """Ten weeks over the end of summer time: week 3 closed, week 5 off, week 6 on a Wednesday."""
    made = term(10, closed=(week(3),))
    made = miss(made, "4", How.DROP, "snow").after  # the class of week 5
    return miss(made, "5", How.MOVE, "the hall is let", to=week(6) + datetime.timedelta(days=2)).after


def series(made: Term) -> Series:
    return Series("autumn@fair-bench.invalid", "Monday Chairs", "The Signal Room", made, 3, CHANGED)


def expected(made: Term) -> list[datetime.datetime]:
    return [datetime.datetime.combine(slot.day, made.at, ZONE) for slot in made.held]


def test_the_first_parser_reads_every_class() -> None:
    made = autumn()
    calendar = icalendar.Calendar.from_ical(calendar_of([series(made)], ZONE, "Orla"))
    events = recurring_ical_events.of(calendar).between(MONDAY, week(14))
    held = [event for event in events if str(event.get("STATUS")) != "CANCELLED"]
    assert sorted(event.start for event in held) == expected(made)
    assert len(held) == 8
    before = [event for event in held if event.start.date() < CLOCKS_GO_BACK]
    after = [event for event in held if event.start.date() > CLOCKS_GO_BACK]
    assert {event.start.astimezone(datetime.UTC).hour for event in before} == {9}
    assert {event.start.astimezone(datetime.UTC).hour for event in after} == {10}
    off = [event for event in calendar.walk("VEVENT") if str(event.get("STATUS")) == "CANCELLED"]
    assert [event["RECURRENCE-ID"].dt.date() for event in off] == [week(5)]
    assert {str(event["UID"]) for event in calendar.walk("VEVENT")} == {"autumn@fair-bench.invalid"}
    assert all(int(event["SEQUENCE"]) == 3 for event in calendar.walk("VEVENT"))


def test_the_second_parser_reads_the_same() -> None:
    """By the clock of the zone that the calendar itself brings along, as dateutil reads it."""
    made = autumn()
    text = calendar_of([series(made)], ZONE, "Orla").decode()
    clock = dateutil.tz.tzical(io.StringIO(text)).get()
    read = vobject.readOne(text)
    mains = [event for event in read.vevent_list if not hasattr(event, "recurrence_id")]
    assert len(mains) == 1
    begins = {_by(clock, one) for one in mains[0].getrruleset(addRDate=False)}
    for event in read.vevent_list:
        if hasattr(event, "recurrence_id"):
            begins.discard(_by(clock, event.recurrence_id.value))
            if event.status.value != "CANCELLED":
                begins.add(_by(clock, event.dtstart.value))
    assert begins == {one.astimezone(datetime.UTC) for one in expected(made)}


def _by(clock: datetime.tzinfo, moment: datetime.datetime) -> datetime.datetime:
    return moment.replace(tzinfo=clock).astimezone(datetime.UTC)


def test_what_another_covers_says_so_and_stands_in_their_calendar_alone() -> None:
    made = autumn()
    own = icalendar.Calendar.from_ical(
        calendar_of([replace(series(made), covered=frozenset({"1", "5"}))], ZONE, "Orla")
    )
    events = recurring_ical_events.of(own).between(MONDAY, week(14))
    names = {event.start.date(): str(event["SUMMARY"]) for event in events if str(event["STATUS"]) != "CANCELLED"}
    assert len(names) == 8
    moved = week(6) + datetime.timedelta(days=2)
    assert {day for day, name in names.items() if name == "Monday Chairs, covered"} == {made.slot("1").day, moved}
    for only, days, status in (("5", {moved}, "CONFIRMED"), ("4", {week(5)}, "CANCELLED")):
        data = calendar_of([replace(series(made), only=frozenset({only}))], ZONE, "Aled")
        found = icalendar.Calendar.from_ical(data).walk("VEVENT")
        assert {event["DTSTART"].dt.date() for event in found} == days
        assert [str(event["STATUS"]) for event in found] == [status]
        assert [str(event["SUMMARY"]) for event in found] == ["Monday Chairs"]


def test_a_feed_without_a_class_is_a_calendar_all_the_same() -> None:
    assert icalendar.Calendar.from_ical(calendar_of([], ZONE, "Orla")).walk("VEVENT") == []


def ics(*events: str) -> bytes:
    body = "".join(
        f"BEGIN:VEVENT\r\nUID:{number}\r\nDTSTAMP:20260101T000000Z\r\n{event}\r\nEND:VEVENT\r\n"
        for number, event in enumerate(events)
    )
    return f"BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//made//up//EN\r\n{body}END:VCALENDAR\r\n".encode()


def test_closed_days_come_from_whole_days_and_what_recurs() -> None:
    data = ics(
        "DTSTART;VALUE=DATE:20261019\r\nDTEND;VALUE=DATE:20261022\r\nSUMMARY:Autumn break",
        "DTSTART;VALUE=DATE:20201224\r\nRRULE:FREQ=YEARLY\r\nSUMMARY:The eve",
        "DTSTART:20261020T090000Z\r\nDTEND:20261020T100000Z\r\nSUMMARY:Dentist",
        "DTSTART;VALUE=DATE:20261111\r\nSTATUS:CANCELLED\r\nSUMMARY:Not after all",
    )
    found = read_closed_days(data, datetime.date(2026, 9, 1), datetime.date(2027, 12, 31))
    assert [(one.day.isoformat(), one.name) for one in found] == [
        ("2026-10-19", "Autumn break"),
        ("2026-10-20", "Autumn break"),
        ("2026-10-21", "Autumn break"),
        ("2026-12-24", "The eve"),
        ("2027-12-24", "The eve"),
    ]


@pytest.mark.parametrize(
    ("data", "says"),
    [
        (b"x" * (5 * 1024 * 1024), "over 1024 kB"),
        (b"\xff\xfe nonsense", "no iCalendar file"),
        (b"BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nEND:VCALENDAR", "no"),
        (ics("DTSTART;VALUE=DATE:20261019\r\nRRULE:FREQ=SOMETIMES"), "cannot be read|no iCalendar"),
        (ics("DTSTART;VALUE=DATE:20269919\r\nSUMMARY:Never"), "cannot be read|no iCalendar|no event"),
        (ics("DTSTART:20261020T090000Z\r\nSUMMARY:Dentist"), "no event of a whole day"),
    ],
)
def test_a_file_that_cannot_be_used_says_why(data: bytes, says: str) -> None:
    with pytest.raises(CalendarError, match=says):
        read_closed_days(data, datetime.date(2026, 9, 1), datetime.date(2027, 12, 31))


def test_a_term_of_two_classes_a_week_is_read_too() -> None:
    made = replace(term(8, "FREQ=WEEKLY;BYDAY=MO,TH"))
    calendar = icalendar.Calendar.from_ical(calendar_of([series(made)], ZONE, "Orla"))
    assert len(recurring_ical_events.of(calendar).between(MONDAY, week(14))) == 16
