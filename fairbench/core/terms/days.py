"""On which days the classes of a term are: a rule of recurrence, without the closed days."""

import datetime
from collections.abc import Collection

from dateutil.rrule import rrulestr

from .term import MOST_A_WEEK, MOST_WEEKS, Slot, TermError, check_weeks

WEEKDAYS = ("MO", "TU", "WE", "TH", "FR", "SA", "SU")
RULE_LIMIT = 120


def rule_of(weekdays: Collection[int]) -> str:
    """The RRULE of classes on some days of every week, 0 for Monday. Raises :class:`TermError`."""
    if not 1 <= len(weekdays) <= MOST_A_WEEK or any(not 0 <= day <= 6 for day in weekdays):
        raise TermError(f"a term has one class a week, or {MOST_A_WEEK}", "weekdays")
    return f"FREQ=WEEKLY;BYDAY={','.join(WEEKDAYS[day] for day in sorted(weekdays))}"


def days_of(starts_on: datetime.date, weeks: int, rule: str) -> tuple[datetime.date, ...]:
    """Every day of a rule in so many weeks, closed or not. Raises :class:`TermError` for a rule that cannot be read,
    that has no day there, or more than two a week."""
    check_weeks(weeks)
    if len(rule) > RULE_LIMIT or "\n" in rule:
        raise TermError(f"a rule is one line of at most {RULE_LIMIT} characters", "rule")
    monday = starts_on - datetime.timedelta(days=starts_on.weekday())
    ends = monday + datetime.timedelta(weeks=weeks) - datetime.timedelta(days=1)
    begins = datetime.datetime.combine(starts_on, datetime.time())
    found = _between(rule, begins, datetime.datetime.combine(ends, datetime.time()))
    days = tuple(dict.fromkeys(one.date() for one in found))
    if not days:
        raise TermError("this rule has no day in the term", "rule")
    if len(days) > MOST_A_WEEK * MOST_WEEKS or _most_a_week(days) > MOST_A_WEEK:
        raise TermError(f"a term has at most {MOST_A_WEEK} classes a week", "rule")
    return days


def _between(rule: str, begins: datetime.datetime, ends: datetime.datetime) -> list[datetime.datetime]:
    """The moments of a rule. The library tells a rule that is none by any of these errors; nothing of ours is called
    where they are caught."""
    try:
        return rrulestr(rule, dtstart=begins).between(begins, ends, inc=True)
    except (ValueError, TypeError, AttributeError) as error:
        raise TermError(f"this rule cannot be read: {error}", "rule") from None


def slots_of(
    starts_on: datetime.date, weeks: int, rule: str, closed: Collection[datetime.date] = ()
) -> tuple[Slot, ...]:
    """A class for every day of a rule that is not closed, with tests in the first and the last. Raises
    :class:`TermError` where fewer than two are left."""
    open_days = [day for day in days_of(starts_on, weeks, rule) if day not in closed]
    if len(open_days) < 2:
        raise TermError("hardly a day of the term is open", "closed")
    return tuple(Slot(str(number), day, tests=number in (1, len(open_days))) for number, day in enumerate(open_days, 1))


def _most_a_week(days: Collection[datetime.date]) -> int:
    weeks = [(day.toordinal() - 1) // 7 for day in days]
    return max(weeks.count(week) for week in set(weeks))
