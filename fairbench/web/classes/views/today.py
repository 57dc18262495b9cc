"""Today: what is under way, what waits to be recorded, and each group with its plans and last class."""

from dataclasses import dataclass, field
from typing import Any
from uuid import UUID

from django.contrib.postgres.expressions import ArraySubquery
from django.db.models import Count, F, Max, OuterRef, Q, Window
from django.db.models.fields.json import KT
from django.db.models.functions import JSONObject, RowNumber
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.utils import timezone

from fairbench.web.classes.models import Difference, Meeting, TeachEvent
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
    plans: int = 0
    entries: list[Entry] = field(default_factory=list)
    last: Meeting | None = None
    remember: list[tuple[str, str]] = field(default_factory=list)

    @property
    def more(self) -> bool:
        """Whether it has more plans than are shown."""
        return self.plans > len(self.entries)


def today(request: HttpRequest) -> HttpResponse:
    """The page an instructor begins with: three queries however many groups, plans and classes there are."""
    groups, loose = _groups_and_plans()
    under_way, last = _meetings()
    names = {group.id: group.name for group in groups}
    for group in groups:
        group.last = last.get(group.id)
        group.remember = _to_remember(group.last) if group.last else []
    context = {
        "date": timezone.localdate(),
        "open": [(meeting, names[meeting.group_id]) for meeting in under_way],
        "groups": groups,
        "loose": loose,
    }
    return render(request, "classes/today.html", context)


def _groups_and_plans() -> tuple[list[GroupToday], list[Entry]]:
    """Every group with the plans last changed for it, and plans that are for no group."""
    sized = Group.objects.values("id", "name", "place").annotate(size=Count("listings"), pace=Max("participants__pace"))
    rows = list(sized.order_by("name"))
    groups = {row["id"]: GroupToday(row["id"], row["name"], row["place"], row["size"]) for row in rows}
    paces = {row["id"]: float(row["pace"] or 1) for row in rows}
    ranked = current_revisions().annotate(
        rank=Window(RowNumber(), partition_by=F("plan__group"), order_by=F("plan__changed_at").desc()),
        of_group=Window(Count("id"), partition_by=F("plan__group")),
    )
    shown = list(ranked.filter(rank__lte=PLANS_SHOWN))
    loose = []
    for row, entry in zip(shown, entries_of(shown, paces), strict=True):
        if entry.group_id is None:
            loose.append(entry)
        else:
            groups[entry.group_id].entries.append(entry)
            groups[entry.group_id].plans = row["of_group"]
    return list(groups.values()), loose


def _meetings() -> tuple[list[Meeting], dict[UUID, Meeting]]:
    """Classes being taught or waiting to be recorded, and the last one of each group that is recorded; each with what
    was noted of whom in it, and where it hurt whom."""
    recorded = Meeting.objects.filter(state=Meeting.State.RECORDED)
    newest = recorded.order_by("group_id", "-held_on", "-started_at").distinct("group_id").values("id")
    wanted = Meeting.objects.filter(~Q(state=Meeting.State.RECORDED) | Q(id__in=newest))
    of_it = {"meeting": OuterRef("pk"), "participant__isnull": False}
    notes = TeachEvent.objects.filter(**of_it, kind="noted").values_list(
        JSONObject(who="participant__call_name", text="text")
    )
    pains = Difference.objects.filter(**of_it, current=True, pain__gt=0).values_list(
        JSONObject(who="participant__call_name", pain="pain", where="pain_where")
    )
    rows = list(
        wanted.annotate(
            plan_name=KT("plan_document__name"), notes=ArraySubquery(notes), pains=ArraySubquery(pains)
        ).only("state", "held_on", "group_id")
    )
    under_way: list[Meeting] = [row for row in rows if row.state != Meeting.State.RECORDED]
    return under_way, {row.group_id: row for row in rows if row.state == Meeting.State.RECORDED}


def _to_remember(last: Any) -> list[tuple[str, str]]:
    """Whom to ask what since a class."""
    remember = [(note["who"], note["text"]) for note in last.notes]
    for pain in last.pains:
        place = f" in the {pain['where']}" if pain["where"] else ""
        remember.append((pain["who"], f"Pain {pain['pain']} of 10{place}. Ask how it was the day after."))
    return remember
