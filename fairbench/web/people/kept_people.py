"""A group's people as core values, made anew only of rows that changed: an edit on the bench changes no person."""

import datetime
from collections import OrderedDict
from uuid import UUID

from django.db.models import TextField
from django.db.models.expressions import RawSQL
from django.utils import timezone

from fairbench.core.people.person import Person

from .health_summary import person_of
from .models import Group, Participant

_KEPT = 1024

_State = tuple[UUID, str, datetime.date]
_people: OrderedDict[_State, Person] = OrderedDict()
_read: OrderedDict[UUID, None] = OrderedDict()
"""Groups whose people were read."""


def people_of(group: Group) -> tuple[Person, ...]:
    """Everybody of a group by name. One query says in which state each row is, a second reads what is not known; of a
    group that was never read, one query reads everything."""
    day = timezone.localdate()
    if group.id not in _read:
        return _first_read(group, day)
    states = [(found, state, day) for found, state in _states(group)]
    unknown = [state[0] for state in states if state not in _people]
    if unknown:
        rows = Participant.objects.filter(id__in=unknown)
        read = {participant.id: person_of(participant, today=day) for participant in rows}
        # A row that was changed between the two queries is kept under a state that is over, and never found again.
        _people.update({state: read[state[0]] for state in states if state[0] in read})
    people = tuple(_people[state] for state in states if state in _people)
    while len(_people) > _KEPT:
        _people.popitem(last=False)
    return people


def _first_read(group: Group, day: datetime.date) -> tuple[Person, ...]:
    rows = list(Participant.objects.filter(groups=group).annotate(written=_written()))
    people = tuple(person_of(row, today=day) for row in rows)
    _people.update({(row.id, row.written, day): person for row, person in zip(rows, people, strict=True)})
    _read[group.id] = None
    while len(_read) > _KEPT:
        _read.popitem(last=False)
    return people


def _written() -> RawSQL:
    return RawSQL("people_participant.ctid::text || ' ' || people_participant.xmin::text", (), TextField())


def _states(group: Group) -> list[tuple[UUID, str]]:
    """Each row's id, and where and by which transaction the database wrote it, which no other state of it shares."""
    return list(group.participants.annotate(written=_written()).values_list("id", "written"))
