"""The counting screen, and what its device reports."""

import datetime
import json
from typing import Any
from uuid import UUID

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.utils.dateparse import parse_datetime
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.web.accounts.actor import actor_of
from fairbench.web.classes import actions
from fairbench.web.classes.day_notes import people_today
from fairbench.web.classes.differences import Different
from fairbench.web.classes.meeting import group_of, timeline_of
from fairbench.web.classes.models import Meeting
from fairbench.web.classes.score import score
from fairbench.web.plans.adapter import shelf
from fairbench.web.site.find import find

KINDS = {"began", "item", "skipped", "one_more", "rested", "swapped", "noted", "incident", "paused", "resumed", "ended"}
MOST_AT_ONCE = 500


def teach(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """Everything the class needs in one page, so that it plays on without a connection."""
    meeting = find(Meeting, meeting_id, "group")
    if meeting.state == Meeting.State.ARRIVALS:
        return redirect("classes:arrivals", meeting.id)
    if meeting.state != Meeting.State.TEACHING:
        return redirect("classes:record", meeting.id)
    here = [attendance.participant for attendance in meeting.attendances.select_related("participant")]
    timeline = timeline_of(meeting)
    different = Different(timeline, people_today(meeting), shelf(), load_conditions())
    data = score(timeline, group_of(meeting), shelf(), different)
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
    meeting = find(Meeting, meeting_id)
    actions.end_teaching(actor_of(request), meeting.id)
    return redirect("classes:record", meeting.id)


def _reported(body: bytes) -> list[actions.Reported]:
    try:
        rows = json.loads(body)["events"]
    except (ValueError, KeyError, TypeError, RecursionError):
        raise InputError("needs JSON with a list 'events'") from None
    if not isinstance(rows, list) or len(rows) > MOST_AT_ONCE:
        raise InputError(f"needs a list of at most {MOST_AT_ONCE}", "events")
    return [_report(row, f"events[{number}]") for number, row in enumerate(rows)]


def _report(row: Any, place: str) -> actions.Reported:
    if not isinstance(row, dict):
        raise InputError("must be an object", place)
    kind, item, text, number = row.get("kind"), row.get("item", ""), row.get("text", ""), row.get("number")
    if kind not in KINDS:
        raise InputError(f"must be one of {', '.join(sorted(KINDS))}", f"{place}.kind")
    if not isinstance(item, str) or len(item) > 64 or "\x00" in item:
        raise InputError("must be an item's id", f"{place}.item")
    if not isinstance(text, str) or len(text) > 2000 or "\x00" in text:
        raise InputError("must be text of at most 2000 characters", f"{place}.text")
    if number is not None and (isinstance(number, bool) or not isinstance(number, int) or abs(number) > 10_000):
        raise InputError("must be a whole number", f"{place}.number")
    person = row.get("participant")
    return actions.Reported(
        id=_uuid(row.get("id"), f"{place}.id"),
        kind=kind,
        item=item,
        at=_moment(row.get("at"), f"{place}.at"),
        participant=_uuid(person, f"{place}.participant") if person else None,
        text=text,
        number=number,
    )


def _uuid(value: Any, place: str) -> UUID:
    try:
        return UUID(str(value))
    except ValueError:
        raise InputError("must be a UUID", place) from None


def _moment(value: Any, place: str) -> datetime.datetime:
    try:
        moment = parse_datetime(value) if isinstance(value, str) else None
    except ValueError:
        moment = None
    if moment is None or moment.tzinfo is None:
        raise InputError("must be a time with its zone, such as 2026-01-31T10:00:00Z", place)
    return moment
