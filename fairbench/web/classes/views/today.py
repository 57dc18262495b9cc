"""Today: what is under way, what waits to be recorded, and each group with its plans and last class."""

from dataclasses import dataclass, field

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.utils import timezone

from fairbench.web.classes.models import Difference, Meeting, TeachEvent
from fairbench.web.people.models import Group
from fairbench.web.plans.entries import Entry, plan_entries
from fairbench.web.plans.models import Plan


@dataclass(slots=True)
class GroupToday:
    """A group, the plans ready for it, and what to remember from its last class."""

    group: Group
    size: int
    entries: list[Entry]
    last: Meeting | None = None
    remember: list[tuple[str, str]] = field(default_factory=list)


def today(request: HttpRequest) -> HttpResponse:
    open_states = [Meeting.State.ARRIVALS, Meeting.State.TEACHING, Meeting.State.TAUGHT]
    entries = plan_entries(list(Plan.objects.filter(archived=False).select_related("group")))
    return render(
        request,
        "classes/today.html",
        {
            "date": timezone.localdate(),
            "open": Meeting.objects.filter(state__in=open_states).select_related("group"),
            "groups": _groups(entries),
            "loose": [entry.plan for entry in entries if entry.plan.group is None],
        },
    )


def _groups(entries: list[Entry]) -> list[GroupToday]:
    """Every group, in five queries however many they are."""
    groups = [
        GroupToday(group, len(group.listings.all()), [entry for entry in entries if entry.plan.group_id == group.id])
        for group in Group.objects.prefetch_related("listings")
    ]
    recorded = Meeting.objects.filter(state=Meeting.State.RECORDED)
    last = {m.group_id: m for m in recorded.order_by("group_id", "-held_on", "-started_at").distinct("group_id")}
    by_meeting: dict[object, list[tuple[str, str]]] = {meeting.id: [] for meeting in last.values()}
    for event in TeachEvent.objects.filter(meeting__in=last.values(), kind="noted").select_related("participant"):
        if event.participant:
            by_meeting[event.meeting_id].append((event.participant.call_name, event.text))
    pains = Difference.objects.filter(meeting__in=last.values(), current=True, pain__gt=0)
    for row in pains.select_related("participant"):
        where = f" in the {row.pain_where}" if row.pain_where else ""
        by_meeting[row.meeting_id].append(
            (row.participant.call_name, f"Pain {row.pain} of 10{where}. Ask how it was the day after.")
        )
    for today in groups:
        today.last = last.get(today.group.id)
        today.remember = by_meeting[today.last.id] if today.last else []
    return groups
