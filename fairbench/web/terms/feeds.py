"""The classes of somebody as a calendar."""

import datetime
from collections.abc import Sequence
from zoneinfo import ZoneInfo

from django.db.models import Q, QuerySet
from django.utils import timezone

from fairbench.core.formats.calendar_ics import Series, calendar_of
from fairbench.core.terms.term import Term as CoreTerm
from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.accounts.models import User

from .covers import SEEN_AFTER
from .models import Cover, Term
from .term_rows import values_of

_SHOWN_AFTER = datetime.timedelta(days=90)
"""So long after it ended a term stays in a calendar."""


def calendar_for(user: User) -> bytes:
    """The terms that somebody teaches, with what of them another covers, and the classes that they cover; the group and
    the room, and of nobody in it the name. Whoever is there only to cover has no terms of their own any more."""
    since = timezone.localdate() - _SHOWN_AFTER
    rows = Term.objects.filter(teacher=user, archived=False, ends_on__gte=since)
    own = list(rows.select_related("group", "group__room", "room")) if Actor(user).may(Permission.LOOK) else []
    covers = list(_covers(user, own))
    values = dict(values_of(list({term.id: term for term in (*own, *(one.term for one in covers))}.values())))
    series = [
        _series(term, values[term], covered=frozenset(one.slot for one in covers if one.term_id == term.id))
        for term in own
    ]
    series += [
        _series(one.term, values[one.term], only=frozenset({one.slot})) for one in covers if one.user_id == user.id
    ]
    return calendar_of(series, ZoneInfo(timezone.get_current_timezone_name()), f"Classes, {user.name}")


def _covers(user: User, own: Sequence[Term]) -> "QuerySet[Cover]":
    """Whatever somebody covers, and what another covers of their own terms."""
    since = timezone.localdate() - SEEN_AFTER
    theirs = Q(user=user, term__archived=False, term__ends_on__gte=since)
    rows = Cover.objects.filter(theirs | Q(term__in=own)) if own else Cover.objects.filter(theirs)
    return rows.select_related("term", "term__group", "term__group__room", "term__room")


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
