"""Rows into core values: the one place where a plan's rows and its group's rows are read."""

from collections import Counter
from typing import Any

from fairbench.core.exercises import Shelf
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.plan_doc import plan_value
from fairbench.core.people import Group as CoreGroup
from fairbench.core.people import Person
from fairbench.core.plans import Plan as CorePlan
from fairbench.web.classes.models import Meeting
from fairbench.web.people.models import Group, Participant

REMEMBERED_MEETINGS = 60
"""How many past meetings count for what a group knows."""


def shelf() -> Shelf:
    return load_shelf()


def core_plan(document: Any) -> CorePlan:
    """The plan in a stored document. It was checked when it was stored."""
    return plan_value(document)


def person_of(participant: Participant) -> Person:
    return Person(str(participant.id), participant.call_name, float(participant.pace))


def core_group(group: Group | None) -> CoreGroup:
    """A group's people and what they were taught, in two queries; nobody when there is no group."""
    if group is None:
        return CoreGroup()
    people = tuple(person_of(participant) for participant in group.participants.all())
    return CoreGroup(people, taught_to(group))


def taught_to(group: Group) -> dict[str, int]:
    """In how many past meetings each exercise was taught to a group."""
    meetings = Meeting.objects.filter(group=group, ended_at__isnull=False).order_by("-held_on")
    taught = Counter[str]()
    for exercises in meetings.values_list("exercises", flat=True)[:REMEMBERED_MEETINGS]:
        taught.update(set(exercises))
    return dict(taught)
