"""Rows into core values: the one place where a plan's rows and its group's rows are read."""

from collections import Counter
from collections.abc import Iterable
from typing import Any
from uuid import UUID

from fairbench.core.exercises import Shelf
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.plan_doc import plan_value
from fairbench.core.people import Group as CoreGroup
from fairbench.core.people import Person
from fairbench.core.plans import Plan as CorePlan
from fairbench.web.classes.models import Meeting
from fairbench.web.people.models import Group, Listing, Participant

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


def core_groups(groups: Iterable[Group]) -> dict[UUID, CoreGroup]:
    """Several groups by id, in two queries however many they are."""
    ids = {group.id for group in groups}
    people: dict[UUID, list[Person]] = {group_id: [] for group_id in ids}
    for listing in Listing.objects.filter(group__in=ids).select_related("participant"):
        people[listing.group_id].append(person_of(listing.participant))
    taught: dict[UUID, Counter[str]] = {group_id: Counter() for group_id in ids}
    meetings = Meeting.objects.filter(group__in=ids, ended_at__isnull=False).order_by("-held_on")
    for group_id, exercises in meetings.values_list("group_id", "exercises")[: REMEMBERED_MEETINGS * len(ids)]:
        taught[group_id].update(set(exercises))
    return {group_id: CoreGroup(tuple(people[group_id]), dict(taught[group_id])) for group_id in ids}


def taught_to(group: Group) -> dict[str, int]:
    """In how many past meetings each exercise was taught to a group."""
    meetings = Meeting.objects.filter(group=group, ended_at__isnull=False).order_by("-held_on")
    taught = Counter[str]()
    for exercises in meetings.values_list("exercises", flat=True)[:REMEMBERED_MEETINGS]:
        taught.update(set(exercises))
    return dict(taught)
