"""The classes of somebody as a calendar."""

import datetime
from zoneinfo import ZoneInfo

from django.utils import timezone

from fairbench.core.formats.calendar_ics import Series, calendar_of
from fairbench.web.accounts.models import User

from .models import Term
from .term_rows import values_of

_SHOWN_AFTER = datetime.timedelta(days=90)
"""So long after it ended a term stays in a calendar."""


def calendar_for(user: User) -> bytes:
    """The terms that somebody teaches: the group and the room, and nobody's name."""
    since = timezone.localdate() - _SHOWN_AFTER
    rows = Term.objects.filter(teacher=user, archived=False, ends_on__gte=since)
    series = []
    for term, value in values_of(list(rows.select_related("group", "group__room", "room"))):
        room = term.room or term.group.room
        series.append(
            Series(
                f"{term.id}@fair-bench.invalid",
                term.group.name,
                room.name if room else term.group.place,
                value,
                term.newest,
                term.changed_at.astimezone(datetime.UTC),
            )
        )
    return calendar_of(series, ZoneInfo(timezone.get_current_timezone_name()), f"Classes, {user.name}")
