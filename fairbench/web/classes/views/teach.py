"""The counting screen, and what its device reports."""

import json
from uuid import UUID

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.web.accounts.actor import actor_of
from fairbench.web.classes import actions
from fairbench.web.classes.day_notes import people_today
from fairbench.web.classes.differences import Differing
from fairbench.web.classes.inputs import EventsInput, TeachEventInput
from fairbench.web.classes.meeting import group_of, timeline_of
from fairbench.web.classes.models import Meeting
from fairbench.web.classes.score import score
from fairbench.web.plans.adapter import shelf
from fairbench.web.site.find import find


def teach(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """Everything the class needs in one page, so that it plays on without a connection."""
    meeting = find(Meeting, meeting_id, "group")
    if meeting.state == Meeting.State.ARRIVALS:
        return redirect("classes:arrivals", meeting.id)
    if meeting.state != Meeting.State.TEACHING:
        return redirect("classes:record", meeting.id)
    here = [attendance.participant for attendance in meeting.attendances.select_related("participant")]
    timeline = timeline_of(meeting)
    differing = Differing(timeline, people_today(meeting), shelf(), load_conditions())
    data = score(timeline, group_of(meeting), shelf(), differing)
    data["meeting"] = str(meeting.id)
    data["people"] = [
        {
            "id": str(person.id),
            "name": person.call_name,
            "emergency": person.emergency,
        }
        for person in here
    ]
    return render(request, "classes/teach.html", {"meeting": meeting, "score": data, "timeline": timeline})


@require_POST
def events(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """What happened, as JSON from the device. Answers with the ids that are kept."""
    meeting = find(Meeting, meeting_id)
    try:
        reported = _reported(request.body)
    except InputError as error:
        return JsonResponse({"error": str(error)}, status=400)
    kept = actions.record_events(actor_of(request), meeting.id, reported)
    return JsonResponse({"kept": [str(event_id) for event_id in kept]})


@require_POST
def end(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """End the class, and go on to its record."""
    meeting = find(Meeting, meeting_id)
    actions.end_teaching(actor_of(request), meeting.id)
    return redirect("classes:record", meeting.id)


def _reported(body: bytes) -> tuple[TeachEventInput, ...]:
    """The events in a report. Raises :class:`InputError` with the place of what is wrong in it."""
    try:
        data = json.loads(body)
    except (ValueError, RecursionError):
        raise InputError("needs JSON with a list 'events'") from None
    if not isinstance(data, dict):
        raise InputError("needs JSON with a list 'events'")
    return EventsInput.read(data).events
