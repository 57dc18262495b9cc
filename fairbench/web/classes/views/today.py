"""Today: what is under way, what waits to be recorded, and each group with its plans and last class."""

from dataclasses import dataclass, field
from uuid import UUID

from django.db.models import Count, F, Window
from django.db.models.functions import RowNumber
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.utils import timezone

from fairbench.web.classes.models import Difference, Meeting, TeachEvent
from fairbench.web.people.models import Group
from fairbench.web.plans.models import Plan
from fairbench.web.plans.plan_list import Entry, current_revisions, entries_of

PLANS_SHOWN = 3
"""Plans of each group that are shown at once; a link leads to the others."""
LOOSE_SHOWN = 6


@dataclass(slots=True)
class GroupToday:
    """A group, the plans last changed for it, and what to remember from its last class."""

    group: Group
    size: int
    plans: int
    entries: list[Entry] = field(default_factory=list)
    last: Meeting | None = None
    remember: list[tuple[str, str]] = field(default_factory=list)

    @property
    def more(self) -> bool:
        """Whether it has more plans than are shown."""
        return self.plans > len(self.entries)


def today(request: HttpRequest) -> HttpResponse:
    """The page an instructor begins with."""
    open_states = [Meeting.State.ARRIVALS, Meeting.State.TEACHING, Meeting.State.TAUGHT]
    return render(
        request,
        "classes/today.html",
        {
            "date": timezone.localdate(),
            "open": Meeting.for_list(Meeting.objects.filter(state__in=open_states)),
            "groups": _groups(),
            "loose": Plan.objects.filter(archived=False, group=None)[:LOOSE_SHOWN],
        },
    )


def _groups() -> list[GroupToday]:
    """Every group, in seven queries however many they are and however many plans and classes they have."""
    sized = Group.objects.annotate(size=Count("listings", distinct=True)).order_by("name")
    groups = {group.id: GroupToday(group, group.size, 0) for group in sized}
    ranked = current_revisions().annotate(
        rank=Window(RowNumber(), partition_by=F("plan__group"), order_by=F("plan__changed_at").desc()),
        of_group=Window(Count("id"), partition_by=F("plan__group")),
    )
    shown = list(ranked.filter(plan__group__isnull=False, rank__lte=PLANS_SHOWN))
    for revision, entry in zip(shown, entries_of(shown), strict=True):
        assert entry.plan.group_id is not None
        today = groups[entry.plan.group_id]
        today.entries.append(entry)
        today.plans = revision.of_group
    last = _last_meetings()
    remember = _to_remember(last)
    for today in groups.values():
        today.last = last.get(today.group.id)
        today.remember = remember[today.last.id] if today.last else []
    return list(groups.values())


def _last_meetings() -> dict[UUID, Meeting]:
    """The last class of each group that is recorded."""
    recorded = Meeting.objects.filter(state=Meeting.State.RECORDED).defer("plan_document")
    return {m.group_id: m for m in recorded.order_by("group_id", "-held_on", "-started_at").distinct("group_id")}


def _to_remember(last: dict[UUID, Meeting]) -> dict[UUID, list[tuple[str, str]]]:
    """By meeting, whom to ask what: notes and pains of it."""
    by_meeting: dict[UUID, list[tuple[str, str]]] = {meeting.id: [] for meeting in last.values()}
    for event in TeachEvent.objects.filter(meeting__in=last.values(), kind="noted").select_related("participant"):
        if event.participant:
            by_meeting[event.meeting_id].append((event.participant.call_name, event.text))
    pains = Difference.objects.filter(meeting__in=last.values(), current=True, pain__gt=0)
    for row in pains.select_related("participant"):
        where = f" in the {row.pain_where}" if row.pain_where else ""
        by_meeting[row.meeting_id].append(
            (row.participant.call_name, f"Pain {row.pain} of 10{where}. Ask how it was the day after.")
        )
    return by_meeting
