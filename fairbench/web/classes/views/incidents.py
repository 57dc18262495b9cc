"""What went wrong in class: the list for owners, and the note of each, to be added to and printed."""

from dataclasses import dataclass
from datetime import datetime, timedelta
from uuid import UUID

from django.core.exceptions import PermissionDenied
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST

from fairbench.core.clock import minutes_and_seconds
from fairbench.core.errors import InputError
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.classes import incident_actions
from fairbench.web.classes.models import Incident
from fairbench.web.classes.record_inputs import LineInput
from fairbench.web.site.find import find
from fairbench.web.site.paging import find_page

LATER = timedelta(minutes=30)
"""A line that is written so long after its moment says when it was."""


@dataclass(frozen=True, slots=True)
class Line:
    """A line of the note: when, how long after the beginning, what, who wrote it, and when if that was later."""

    at: datetime
    after: str
    text: str
    who: str
    later: datetime | None


def incidents(request: HttpRequest) -> HttpResponse:
    """All incidents of the practice, the newest first."""
    actor_of(request).require(Permission.INCIDENTS)
    rows = Incident.objects.select_related("participant", "seen_by").order_by("-at")
    found = find_page(request, rows, "participant__call_name")
    return render(request, "classes/incidents.html", {"found": found, "incidents": found.page.object_list})


def incident(request: HttpRequest, incident_id: UUID) -> HttpResponse:
    """The note of one incident (GET), or a line more (POST)."""
    found = _readable(request, incident_id)
    wrong: dict[str, str] = {}
    if request.method == "POST":
        try:
            incident_actions.add_line(actor_of(request), found.id, LineInput.read(request.POST))
        except InputError as error:
            wrong = {error.place: str(error)}
        else:
            return redirect("classes:incident", found.id)
    context = {"incident": found, "lines": _lines(found), "wrong": wrong, "given": request.POST if wrong else {}}
    return render(request, "classes/incident.html", context, status=422 if wrong else 200)


@require_POST
def seen(request: HttpRequest, incident_id: UUID) -> HttpResponse:
    """An owner has seen it."""
    found = _readable(request, incident_id)
    incident_actions.see(actor_of(request), found.id)
    return redirect("classes:incident", found.id)


def _readable(request: HttpRequest, incident_id: UUID) -> Incident:
    found = find(Incident, incident_id, "meeting__group", "participant", "user", "seen_by")
    if not incident_actions.may_read(actor_of(request), found):
        raise PermissionDenied("An incident is read by owners, and by who wrote it or taught the class.")
    return found


def _lines(found: Incident) -> list[Line]:
    first = Line(found.at, "0:00", found.what or f"{found.sign_name}: the time line was started.", _who(found), None)
    return [
        first,
        *(
            Line(
                row.at,
                minutes_and_seconds(max(0.0, (row.at - found.at).total_seconds())),
                row.text,
                _who(row),
                row.written_at if row.written_at - row.at > LATER else None,
            )
            for row in found.lines.select_related("user")
        ),
    ]


def _who(row: object) -> str:
    user = getattr(row, "user", None)
    return user.name if user else "someone who left"
