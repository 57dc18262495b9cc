"""iCalendar: the classes of terms out, with what is off and what is on another day; closed days in."""

import datetime
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from itertools import islice
from zoneinfo import ZoneInfo

import recurring_ical_events
from icalendar import Calendar, Event, vRecur

from ..errors import InputError
from ..terms.days import days_of
from ..terms.term import Slot, SlotState, Term

LARGEST_ICS = 1024 * 1024
MOST_EVENTS = 2000
MOST_DAYS = 400
"""Closed days of one file; of an event that goes on for longer the rest is not taken."""
LONGEST_CLOSED = 60
PRODUCT = "-//Fair Bench//classes//EN"


class CalendarError(InputError):
    """A calendar file cannot be used; the message says why."""


@dataclass(frozen=True, slots=True)
class Series:
    """The classes of a term as a calendar has them. ``uid`` stays the same for as long as the term is there,
    ``edition`` rises with every change, ``changed`` is when the last one was. ``covered`` are the classes, by id,
    that another teaches than whose calendar it is; with ``only``, these classes alone are in it, each by itself."""

    uid: str
    title: str
    place: str
    term: Term
    edition: int
    changed: datetime.datetime
    covered: frozenset[str] = frozenset()
    only: frozenset[str] = frozenset()

    def title_of(self, slot: Slot) -> str:
        """What a class is called."""
        return f"{self.title}, covered" if slot.id in self.covered else self.title


@dataclass(frozen=True, slots=True)
class ClosedDay:
    """A day on which nothing takes place, and why."""

    day: datetime.date
    name: str


def calendar_of(series: Iterable[Series], zone: ZoneInfo, name: str) -> bytes:
    """A calendar with the classes of some terms: the rule, with exceptions for closed days, and a line of its own for
    each class that is off or on another day. Times are those of the clock in ``zone``, also when it changes."""
    calendar = Calendar()
    calendar.add("prodid", PRODUCT)
    calendar.add("version", "2.0")
    calendar.add("method", "PUBLISH")
    calendar.add("x-wr-calname", name)
    calendar.add("x-wr-timezone", str(zone))
    told = list(series)
    for one in told:
        for event in _events(one, zone):
            calendar.add_component(event)
    if told:  # with the changes of the clock of these years alone, which every reader understands
        first = min(one.term.starts_on for one in told).year - 1
        last = max(slot.day for one in told for slot in one.term.slots).year + 2
        calendar.add_missing_timezones(datetime.date(first, 1, 1), datetime.date(last, 1, 1))
    written: bytes = calendar.to_ical()
    return written


def _events(series: Series, zone: ZoneInfo) -> Iterator[Event]:
    term = series.term
    if series.only:
        yield from (_alone(series, slot, zone) for slot in term.slots if slot.id in series.only)
        return
    days = days_of(term.starts_on, term.weeks, term.rule)
    of_rule = {_planned_on(slot): slot for slot in term.slots if _planned_on(slot) in days}
    main = _event(series, days[0], zone, series.title)
    main.add("rrule", _counted_rule(term.rule, len(days)))
    for day in days:
        if day not in of_rule:
            main.add("exdate", _moment(term, day, zone))
    yield main
    for day, slot in of_rule.items():
        if slot.day != day or not slot.held or slot.id in series.covered:
            yield _exception(series, slot, day, zone)
    yield from (_alone(series, slot, zone) for slot in term.slots if _planned_on(slot) not in days and slot.held)


def _planned_on(slot: Slot) -> datetime.date:
    """The day that a class has by the rule."""
    return slot.was or slot.day


def _counted_rule(rule: str, number: int) -> vRecur:
    """A rule that ends after so many times."""
    counted: vRecur = vRecur.from_ical(rule)
    for name in ("COUNT", "UNTIL"):
        counted.pop(name, None)
    counted["COUNT"] = number
    return counted


def _alone(series: Series, slot: Slot, zone: ZoneInfo) -> Event:
    """One class by itself."""
    event = _event(series, slot.day, zone, series.title_of(slot))
    event["uid"] = f"{series.uid}-{slot.id}"
    if slot.state is SlotState.OFF:
        event["status"] = "CANCELLED"
    return event


def _exception(series: Series, slot: Slot, day: datetime.date, zone: ZoneInfo) -> Event:
    """One class that is not as the rule has it: cancelled, or on another day."""
    event = _event(series, slot.day, zone, series.title_of(slot))
    event.add("recurrence-id", _moment(series.term, day, zone))
    if slot.state is SlotState.OFF:
        event["status"] = "CANCELLED"
    return event


def _event(series: Series, day: datetime.date, zone: ZoneInfo, title: str) -> Event:
    event = Event()
    event.add("uid", series.uid)
    event.add("dtstamp", series.changed)
    event.add("last-modified", series.changed)
    event.add("sequence", series.edition)
    event.add("summary", title)
    if series.place:
        event.add("location", series.place)
    event.add("status", "CONFIRMED")
    begins = _moment(series.term, day, zone)
    event.add("dtstart", begins)
    event.add("duration", datetime.timedelta(minutes=series.term.minutes))
    return event


def _moment(term: Term, day: datetime.date, zone: ZoneInfo) -> datetime.datetime:
    return datetime.datetime.combine(day, term.at, zone)


def read_closed_days(data: bytes, since: datetime.date, until: datetime.date) -> tuple[ClosedDay, ...]:
    """The days of a calendar between two days: those of events that last whole days, with all that recurs. Raises
    :class:`CalendarError` for a file that is too large, is no calendar, or has a rule that cannot be read."""
    if len(data) > LARGEST_ICS:
        raise CalendarError(f"is over {LARGEST_ICS // 1024} kB; export a calendar of closed days alone", "file")
    calendar = _calendar(data)
    number = len(calendar.walk("VEVENT"))
    if number > MOST_EVENTS:
        raise CalendarError(f"has {number} events; at most {MOST_EVENTS}", "file")
    days = dict(islice(_days(_occurrences(calendar, since, until), since, until), MOST_DAYS))
    if not days:
        raise CalendarError(f"has no event of a whole day from {since:%-d %B %Y} on", "file")
    return tuple(ClosedDay(day, name) for day, name in sorted(days.items()))


# The libraries tell a file that is none by any of the errors below. Nothing of ours is called where they are caught, so
# that no fault of ours is told as one of the file.


def _calendar(data: bytes) -> Calendar:
    try:
        return Calendar.from_ical(data)
    except (ValueError, IndexError, KeyError, TypeError) as error:
        raise CalendarError(f"is no iCalendar file: {_short(error)}", "file") from None


@dataclass(frozen=True, slots=True)
class _Occurrence:
    """When an event begins and ends once, whether it is called off, and what it is called."""

    begins: datetime.date
    ends: datetime.date
    status: str
    summary: str


def _occurrences(calendar: Calendar, since: datetime.date, until: datetime.date) -> list[_Occurrence]:
    try:
        return [
            _Occurrence(event.start, event.end, str(event.get("STATUS", "")), str(event.get("SUMMARY", "closed")))
            for event in recurring_ical_events.of(calendar, skip_bad_series=False).between(since, until)
        ]
    except (ValueError, TypeError, AttributeError, KeyError, recurring_ical_events.InvalidCalendar) as error:
        raise CalendarError(f"has a rule or a day that cannot be read: {_short(error)}", "file") from None


def _days(
    found: Iterable[_Occurrence], since: datetime.date, until: datetime.date
) -> Iterator[tuple[datetime.date, str]]:
    for event in found:
        if event.status.upper() == "CANCELLED" or isinstance(event.begins, datetime.datetime):
            continue  # what has a time of day closes no day
        for number in range(min((event.ends - event.begins).days or 1, LONGEST_CLOSED)):
            day = event.begins + datetime.timedelta(days=number)
            if since <= day <= until:
                yield day, event.summary[:80]


def _short(error: Exception) -> str:
    return " ".join(str(error).split())[:120] or type(error).__name__
