"""Logs and what is due of them, kept while none of the rows behind them changes: one query says in which state they
are."""

import datetime
from collections.abc import Callable, Collection, Hashable, Mapping
from dataclasses import dataclass, field
from functools import partial
from typing import Any, TypeVar
from uuid import UUID

from django.db import connection

from fairbench.core.kept import Kept, kept, shared
from fairbench.core.people.person import Person
from fairbench.core.progress.schools import School
from fairbench.core.rooms.store import Store
from fairbench.web.classes.models import Attendance, Difference, Meeting, TeachEvent
from fairbench.web.people.models import HomeReport, HomeSheet, Listing, NotedLoad
from fairbench.web.plans.adapter import shelf

from .log_rows import PersonLog, logs_of
from .steps import Step, in_order, school_now, steps_of

_WAYS = 12
"""So much of what was made of a log is kept."""


Made = TypeVar("Made")


@dataclass(frozen=True, slots=True, eq=False)
class KeptLog:
    """The log of one person, with what was worked out of it, by everything else that it follows from."""

    log: PersonLog
    made: Kept[Hashable, Any] = field(default_factory=lambda: Kept(_WAYS))

    def once(self, key: Hashable, make: Callable[[PersonLog], Made]) -> Made:
        """What is made of the log, made once for each ``key``: the name of what it is, and all that it goes by."""
        made: Made = self.made.once(key, lambda: make(self.log))
        return made


_kept: Kept[UUID, tuple[Hashable, KeptLog]] = shared(400, of_rows=True)
"""Of each person the log that was read last, with all that it follows from."""


def kept_logs(people: Mapping[UUID, Person], since: datetime.date) -> dict[UUID, KeptLog]:
    """The logs of some people from a day on: one query, and nine more for all those whose rows changed since they were
    read last."""
    states, stock = _states(people, since), shelf()
    found: dict[UUID, KeptLog] = {}
    follows = {one: (states.get(one), person, since, stock) for one, person in people.items()}
    for one, key in follows.items():
        known = _kept.get(one)
        if known is not None and known[0] == key:
            found[one] = known[1]
    unknown = {one: person for one, person in people.items() if one not in found}
    if unknown:
        found |= {one: KeptLog(log) for one, log in logs_of(unknown, since).items()}
    for one in people:
        _kept.put(one, (follows[one], found[one]))
    return {one: found[one] for one in people}


def due_of(
    people: Mapping[UUID, Person],
    kept: Mapping[UUID, KeptLog],
    day: datetime.date,
    store: Store | None = None,
    school: School | None = None,
    only: Collection[str] | None = None,
) -> list[Step]:
    """What :func:`steps_of` says, worked out once for each person while nothing that it follows from changes."""
    way = school or school_now()
    key = ("steps", day, store, way.id, None if only is None else frozenset(only))
    found: list[Step] = []
    for one, person in people.items():
        found += kept[one].once(key, partial(_steps, one, person, day, store, way, only))
    return in_order(found)


def _steps(
    one: UUID,
    person: Person,
    day: datetime.date,
    store: Store | None,
    way: School,
    only: Collection[str] | None,
    log: PersonLog,
) -> list[Step]:
    return steps_of({one: person}, {one: log}, day, store, way, only)


@kept(1)
def _query() -> str:
    """The state of every row that a log is read from, in one figure for each person: where and by which transaction
    the database wrote it, which no other state of a row shares."""
    of = {
        "came": Attendance._meta.db_table,
        "met": Meeting._meta.db_table,
        "listed": Listing._meta.db_table,
        "differed": Difference._meta.db_table,
        "told": TeachEvent._meta.db_table,
        "noted": NotedLoad._meta.db_table,
        "at_home": HomeReport._meta.db_table,
        "sheets": HomeSheet._meta.db_table,
    }
    written = "hashtextextended('{0}' || {0}.ctid::text || ' ' || {0}.xmin::text, 0)"
    rows = "SELECT {0}.participant_id AS person, " + written + " AS written FROM {1} AS {0}"
    theirs = " WHERE {0}.participant_id = ANY(%(people)s)"
    own = ("came", "listed", "differed", "noted", "at_home", "sheets")
    parts = [(rows + theirs).format(name, of[name]) for name in own]
    parts.append((rows + theirs + " AND {0}.mark <> ''").format("told", of["told"]))
    meetings = "SELECT {0}.participant_id AS person, " + written.replace("{0}", "met") + " AS written FROM {1} AS {0}"
    joined = " JOIN {2} AS met ON {3} WHERE {0}.participant_id = ANY(%(people)s) AND met.held_on >= %(since)s"
    parts += [
        (meetings + joined).format("came", of["came"], of["met"], "met.id = came.meeting_id"),
        (meetings + joined).format("listed", of["listed"], of["met"], "met.group_id = listed.group_id"),
    ]
    read = " UNION ALL ".join(parts)
    return f"SELECT person, bit_xor(written), sum(written), count(*) FROM ({read}) AS read GROUP BY person"


def _states(people: Collection[UUID], since: datetime.date) -> dict[UUID, tuple[object, ...]]:
    with connection.cursor() as cursor:
        cursor.execute(_query(), {"people": list(people), "since": since})
        return {row[0]: tuple(row[1:]) for row in cursor.fetchall()}
