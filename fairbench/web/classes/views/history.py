"""Classes so far, and one of them: who came, what differed, planned against actual time."""

from uuid import UUID

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render

from fairbench.core.teaching.done import DoneState, done_of
from fairbench.core.teaching.log import actual_times, taken
from fairbench.web.classes.devices import still_to_come
from fairbench.web.classes.meeting import keeps_parts, log_of, noted_of, planned_for
from fairbench.web.classes.models import Meeting
from fairbench.web.classes.record_view import part_words, people_records
from fairbench.web.site.find import find
from fairbench.web.site.paging import find_page


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
    events = list(found.events.all())
    planned = planned_for(found)
    actuals = actual_times(planned, noted_of(events))
    done = done_of(planned, log_of(events))
    longest = max((max(a.planned, a.actual or 0) for a in actuals), default=1)
    rows = [
        {
            "actual": actual,
            "item": item,
            "part": part_words(one) if one.state in (DoneState.PARTLY, DoneState.NOT_DONE) else "",
            "planned_width": round(100 * actual.planned / longest, 1),
            "actual_width": round(100 * (actual.actual or 0) / longest, 1),
        }
        for actual, item, one in zip(actuals, planned.items, done, strict=True)
    ]
    took = taken(noted_of(events)) or sum(a.actual for a in actuals if a.actual is not None)
    return render(
        request,
        "classes/meeting.html",
        {
            "meeting": found,
            "people": people_records(found, planned, events),
            "rows": rows,
            "planned_total": planned.total,
            "actual_total": took,
            "parts_kept": keeps_parts(planned),
            "still_to_come": still_to_come(found),
            "incidents": found.incidents.select_related("participant", "user"),
        },
    )
