"""Who usually comes to a group, and what was to be remembered of them, for the list at the door."""

from collections.abc import Iterable, Mapping
from uuid import UUID

from django.db.models import Case, Count, IntegerField, QuerySet, Value, When

from fairbench.web.people.models import Participant

from .models import Attendance, Meeting

LOOKED_BACK = 8
"""Classes of a group that are looked at."""
USUAL = 0.5
"""Who came to at least this part of them usually comes."""


def usually_come(meeting: Meeting) -> Mapping[UUID, float]:
    """To which part of the group's last classes each of those who came to any of them came."""
    ended = Meeting.objects.filter(group=meeting.group_id, ended_at__isnull=False).exclude(id=meeting.id)
    last = list(ended.order_by("-held_on", "-started_at").values_list("id", flat=True)[:LOOKED_BACK])
    came = Attendance.objects.filter(meeting__in=last).values("participant").annotate(classes=Count("id"))
    return {row["participant"]: row["classes"] / len(last) for row in came}


def is_usual(person: Participant, usual: Mapping[UUID, float]) -> bool:
    """Whether somebody usually comes."""
    return usual.get(person.id, 0.0) >= USUAL


def usual_first(people: Iterable[Participant], usual: Mapping[UUID, float]) -> list[Participant]:
    """Those who usually come before the others, each part by name, so that nobody moves about from week to week."""
    return sorted(people, key=lambda person: (not is_usual(person, usual), person.call_name))


def came_before_first(others: QuerySet[Participant], usual: Mapping[UUID, float]) -> QuerySet[Participant]:
    """Who else could come: first those who came to this group before."""
    before = Case(When(id__in=list(usual), then=Value(0)), default=Value(1), output_field=IntegerField())
    return others.annotate(before=before).order_by("before", "call_name")


def last_remembered(meeting: Meeting) -> dict[UUID, list[str]]:
    """What was to be asked or done with each of them after the group's last recorded class."""
    recorded = Meeting.objects.filter(group=meeting.group_id, state=Meeting.State.RECORDED).exclude(id=meeting.id)
    last = recorded.order_by("-held_on", "-started_at").only("remembered").first()
    words: dict[UUID, list[str]] = {}
    for row in last.remembered if last else []:
        words.setdefault(UUID(row["participant"]), []).append(row["words"])
    return words
