"""A group's people as core values, made anew only of rows that changed: an edit on the bench changes no person."""

import datetime
from uuid import UUID

from django.db.models import TextField
from django.db.models.expressions import RawSQL
from django.utils import timezone

from fairbench.core.kept import Kept, shared
from fairbench.core.people.person import Person

from .health_summary import person_of
from .models import Group, Participant

_State = tuple[UUID, str, datetime.date]
_people: Kept[_State, Person] = shared(1024, of_rows=True)
_read: Kept[UUID, bool] = shared(1024, of_rows=True)
"""Groups whose people were read."""


def people_of(group: Group) -> tuple[Person, ...]:
    """Everybody of a group by name. One query says in which state each row is, a second reads what is not known; of a
    group that was never read, one query reads everything."""
    day = timezone.localdate()
    if _read.get(group.id) is None:
        return _first_read(group, day)
    states = [(found, state, day) for found, state in _states(group)]
    known = {state: person for state in states if (person := _people.get(state)) is not None}
    unknown = [state[0] for state in states if state not in known]
    if unknown:
        rows = Participant.objects.filter(id__in=unknown)
        read = {participant.id: person_of(participant, today=day) for participant in rows}
        # A row that was changed between the two queries is kept under a state that is over, and never found again.
        for state in states:
            if state[0] in read:
                _people.put(state, read[state[0]])
                known[state] = read[state[0]]
    return tuple(known[state] for state in states if state in known)


def _first_read(group: Group, day: datetime.date) -> tuple[Person, ...]:
    rows = list(Participant.objects.filter(groups=group).annotate(written=_written()))
    people = tuple(person_of(row, today=day) for row in rows)
    for row, person in zip(rows, people, strict=True):
        _people.put((row.id, row.written, day), person)
    _read.put(group.id, True)
    return people


def _written() -> RawSQL:
    return RawSQL("people_participant.ctid::text || ' ' || people_participant.xmin::text", (), TextField())


def _states(group: Group) -> list[tuple[UUID, str]]:
    """Each row's id, and where and by which transaction the database wrote it, which no other state of it shares."""
    return list(group.participants.annotate(written=_written()).values_list("id", "written"))
