"""Classes so far, and one of them: as a story on one time axis, and as tables; and as a file."""

from dataclasses import dataclass
from uuid import UUID

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render

from fairbench.core.teaching.done import Done, DoneState
from fairbench.core.teaching.log import Actual, actual_times
from fairbench.core.teaching.planned import labels_of
from fairbench.web.accounts.actor import actor_of
from fairbench.web.classes import incident_actions
from fairbench.web.classes.devices import still_to_come
from fairbench.web.classes.happened import what_happened
from fairbench.web.classes.meeting import keeps_parts, noted_of
from fairbench.web.classes.models import Meeting
from fairbench.web.classes.record_view import people_records
from fairbench.web.classes.record_words import part_words
from fairbench.web.classes.story import story_of
from fairbench.web.site.find import find
from fairbench.web.site.paging import find_page


@dataclass(frozen=True, slots=True)
class ClassRow:
    """An item in the table: its name, seconds planned and taken, what was done of it, and whether that was said by
    hand."""

    name: str
    planned: float
    took: float | None
    done: str
    by_hand: bool


def meetings(request: HttpRequest) -> HttpResponse:
    """All classes, the newest first, a page at a time."""
    found = find_page(request, Meeting.for_list(Meeting.objects.all()), "group__name", "plan_name")
    return render(request, "classes/list.html", {"found": found})


def meeting(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """One class as it went. One that is not over leads to where it is."""
    found = find(Meeting, meeting_id, "group", "teacher")
    if found.state == Meeting.State.ARRIVALS:
        return redirect("classes:arrivals", found.id)
    if found.state == Meeting.State.TEACHING:
        return redirect("classes:teach", found.id)
    if found.state == Meeting.State.TAUGHT:
        return redirect("classes:record", found.id)
    happened = what_happened(found)
    planned = happened.planned
    actuals = actual_times(planned, noted_of(happened.events))
    names = labels_of(planned)
    rows = [
        ClassRow(names[item.id], actual.planned, actual.actual, _done_words(actual, one), item.id in happened.told)
        for actual, item, one in zip(actuals, planned.items, happened.done, strict=True)
    ]
    people = people_records(happened)
    actor = actor_of(request)
    incidents = [
        incident
        for incident in found.incidents.select_related("participant", "user", "meeting")
        if incident_actions.may_read(actor, incident)
    ]
    return render(
        request,
        "classes/meeting.html",
        {
            "meeting": found,
            "people": people,
            "rows": rows,
            "story": story_of(happened, people, incidents),
            "planned_total": planned.total,
            "actual_total": happened.took,
            "parts_kept": keeps_parts(planned),
            "still_to_come": still_to_come(found),
            "incidents": incidents,
        },
    )


def _done_words(actual: Actual, done: Done) -> str:
    """What the class did of an item; of a class of before parts were kept, whether it was taught."""
    if done.state is DoneState.NOT_KEPT:
        return "not done" if actual.skipped or actual.actual is None else "as planned"
    return part_words(done) or "as planned"
