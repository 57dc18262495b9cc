"""Today: what is under way, what waits to be recorded, and each group with its plans and last class."""

from dataclasses import dataclass, field
from uuid import UUID

from django.db.models import Count, F, Max, Q, Window
from django.db.models.fields.json import KT
from django.db.models.functions import RowNumber
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.urls import reverse
from django.utils import timezone

from fairbench.web.classes.models import Meeting
from fairbench.web.classes.remembered import with_names
from fairbench.web.people.models import Group
from fairbench.web.plans.plan_list import Entry, current_revisions, entries_of

PLANS_SHOWN = 3
"""Plans of each group that are shown at once; a link leads to the others."""


@dataclass(slots=True)
class GroupToday:
    """A group, the plans last changed for it, and what to remember from its last class."""

    id: UUID
    name: str
    place: str
    size: int
    entries: list[Entry] = field(default_factory=list)
    last: Meeting | None = None
    remember: list[tuple[str, str]] = field(default_factory=list)
    more: bool = False
    """Whether it has more plans than are shown."""


def today(request: HttpRequest) -> HttpResponse:
    """The page an instructor begins with: four queries however many groups, plans and classes there are."""
    groups, loose = _groups_and_plans()
    under_way, last = _meetings()
    names = {group.id: group.name for group in groups}
    remember = with_names(last.values())
    for group in groups:
        group.last = last.get(group.id)
        group.remember = remember[group.last.id] if group.last else []
    context = {
        "date": timezone.localdate(),
        "open": [(meeting, names[meeting.group_id]) for meeting in under_way],
        "groups": groups,
        "loose": loose,
        "steps": _first_steps(groups, loose, bool(under_way or last)),
    }
    return render(request, "classes/today.html", context)


def _first_steps(groups: list[GroupToday], loose: list[Entry], taught: bool) -> list[tuple[str, str, str, bool]]:
    """What somebody does first: people, a plan, a class; each with where it is done and whether it is. Nothing once all
    three are."""
    people = any(group.size for group in groups)
    planned = bool(loose) or any(group.entries for group in groups)
    group = groups[0].id if groups else None
    to_people = reverse("people:group", args=[group]) if group else reverse("people:new_group")
    steps = [
        ("People", "Make a group and add the people who come.", to_people, people),
        ("A plan", "Draft one for the group and look at who does what otherwise.", reverse("plans:new"), planned),
        ("A class", "Press Teach at a plan: tap who is here, then begin.", reverse("plans:list"), taught),
    ]
    return [] if people and planned and taught else steps


def _groups_and_plans() -> tuple[list[GroupToday], list[Entry]]:
    """Every group with the plans last changed for it, and plans that are for no group."""
    sized = Group.objects.values("id", "name", "place").annotate(size=Count("listings"), pace=Max("participants__pace"))
    rows = list(sized.order_by("name"))
    groups = {row["id"]: GroupToday(row["id"], row["name"], row["place"], row["size"]) for row in rows}
    paces = {row["id"]: float(row["pace"] or 1) for row in rows}
    rank = Window(RowNumber(), partition_by=F("plan__group"), order_by=F("plan__changed_at").desc())
    ranked = list(current_revisions().annotate(rank=rank).filter(rank__lte=PLANS_SHOWN + 1))
    for row in ranked:
        if row["rank"] > PLANS_SHOWN and row["plan__group_id"]:
            groups[row["plan__group_id"]].more = True
    loose: list[Entry] = []
    for entry in entries_of([row for row in ranked if row["rank"] <= PLANS_SHOWN], paces):
        (groups[entry.group_id].entries if entry.group_id else loose).append(entry)
    return list(groups.values()), loose


def _meetings() -> tuple[list[Meeting], dict[UUID, Meeting]]:
    """Classes being taught or waiting to be recorded, and the last one of each group that is recorded."""
    recorded = Meeting.objects.filter(state=Meeting.State.RECORDED)
    newest = recorded.order_by("group_id", "-held_on", "-started_at").distinct("group_id").values("id")
    wanted = Meeting.objects.filter(~Q(state=Meeting.State.RECORDED) | Q(id__in=newest))
    rows = list(wanted.annotate(plan_name=KT("plan_document__name")).only("state", "held_on", "group_id", "remembered"))
    under_way: list[Meeting] = [row for row in rows if row.state != Meeting.State.RECORDED]
    return under_way, {row.group_id: row for row in rows if row.state == Meeting.State.RECORDED}
