"""The classes of somebody as a calendar."""

import datetime
from zoneinfo import ZoneInfo

from django.utils import timezone

from fairbench.core.formats.calendar_ics import Series, calendar_of
from fairbench.core.terms.term import Term as CoreTerm
from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.accounts.models import User

from .covers import covered_by, who_covers
from .models import Term
from .term_rows import values_of

_SHOWN_AFTER = datetime.timedelta(days=90)
"""So long after it ended a term stays in a calendar."""


def calendar_for(user: User) -> bytes:
    """The terms that somebody teaches, with what of them another covers, and the classes that they cover; the group and
    the room, and of nobody in it the name. Whoever is there only to cover has no terms of their own any more."""
    since = timezone.localdate() - _SHOWN_AFTER
    rows = Term.objects.filter(teacher=user, archived=False, ends_on__gte=since)
    own = list(rows.select_related("group", "group__room", "room")) if Actor(user).may(Permission.LOOK) else []
    covers = who_covers(own)
    series = [
        _series(term, value, covered=frozenset(slot for of_term, slot in covers if of_term == term.id))
        for term, value in values_of(own)
    ]
    series += [_series(one.term, one.value, only=frozenset({one.slot.id})) for one in covered_by(user)]
    return calendar_of(series, ZoneInfo(timezone.get_current_timezone_name()), f"Classes, {user.name}")


def _series(
    term: Term, value: CoreTerm, covered: frozenset[str] = frozenset(), only: frozenset[str] = frozenset()
) -> Series:
    room = term.room or term.group.room
    return Series(
        f"{term.id}@fair-bench.invalid",
        term.group.name,
        room.name if room else term.group.place,
        value,
        term.newest,
        term.changed_at.astimezone(datetime.UTC),
        covered,
        only,
    )
