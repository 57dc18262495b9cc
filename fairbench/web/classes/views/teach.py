"""The counting screen, and what its device reports."""

from collections.abc import Sequence
from uuid import UUID

from django.contrib import messages
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.formats.stop_signs_doc import load_stop_signs
from fairbench.core.people.phone import number_in
from fairbench.core.plan.timeline import Timeline
from fairbench.core.teaching.chance import late_after
from fairbench.web.accounts.actor import actor_of
from fairbench.web.classes import actions
from fairbench.web.classes.chance import habits_of
from fairbench.web.classes.day_notes import PLACES_IN_WORDS, Somebody, cautions_of, people_today
from fairbench.web.classes.devices import leads, player_of
from fairbench.web.classes.differences import Differing
from fairbench.web.classes.inputs import DiscardInput, LeadInput
from fairbench.web.classes.meeting import group_of, timeline_of
from fairbench.web.classes.models import Meeting, TeachEvent
from fairbench.web.classes.reports import answer, read_report
from fairbench.web.classes.score import PersonData, ScoreData, score
from fairbench.web.plans.adapter import core_plan
from fairbench.web.plans.floor import small_floor
from fairbench.web.plans.surroundings import surroundings
from fairbench.web.site.find import find

INCIDENT_STEPS = (
    "Emergency number called",
    "Their person called",
    "Awake and talking",
    "Not answering",
    "Lying down",
    "Sat up",
    "Own medicine taken",
    "Sugar given",
    "Defibrillator here",
    "Help is here",
    "Taken by ambulance",
    "Fetched by family",
)
"""What an incident's time line needs most, noted with one tap."""
CATCH_UP = "Chair steady, both feet down. Stop and say so: chest pain, faint, breathless, sharp pain, new numbness."
"""For who comes late: chair, feet and stop signs in a breath; the screen adds what is being done."""


def _person(somebody: Somebody) -> PersonData:
    person = somebody.person
    return {
        "id": person.id,
        "name": person.name,
        "emergency": somebody.participant.emergency,
        "here": somebody.here,
        "remember": somebody.participant.remember,
        "cautions": cautions_of(person),
        "talkFirst": person.talk_first,
        "number": number_in(somebody.participant.emergency),
        "minding": {
            sign.id: list(said) for sign in load_stop_signs().values() if (said := sign.for_person(person.conditions))
        },
    }


def _score(meeting: Meeting, timeline: Timeline, people: Sequence[Somebody]) -> ScoreData:
    around = surroundings(meeting.room, timeline.plan.style)
    differing = Differing(timeline, [somebody.person for somebody in people], around.shelf, around.conditions)
    return score(timeline, group_of(meeting), around.shelf, differing, meeting.practice.counts_pairs)


def prepare(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """What the counting screen will need, worked out while people arrive: the addresses of its films, first shown
    first. What was worked out for it is kept by the functions that did."""
    meeting = find(Meeting, meeting_id, "group", "room")
    items = _score(meeting, timeline_of(meeting), people_today(meeting))["items"]
    first = [item["version"]["film"] for item in items]
    others = [other["film"] for item in items for other in item["others"]]
    return JsonResponse({"films": list(dict.fromkeys(first + others))})


def teach(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """Everything the class needs in one page, so that it plays on without a connection."""
    meeting = find(Meeting, meeting_id, "group", "room")
    if meeting.state == Meeting.State.ARRIVALS:
        return redirect("classes:arrivals", meeting.id)
    if meeting.state != Meeting.State.TEACHING:
        return redirect("classes:record", meeting.id)
    timeline = timeline_of(meeting)
    people = people_today(meeting)
    data = _score(meeting, timeline, people)
    data["meeting"] = str(meeting.id)
    data["player"] = player_of(meeting)
    data["people"] = [_person(somebody) for somebody in people]
    data["catchUp"] = CATCH_UP
    data["lateAfter"] = late_after(timeline, habits_of(meeting.teacher)) if meeting.teacher else {}
    data["mirrored"] = actor_of(request).user.calls_mirrored
    context = {
        "meeting": meeting,
        "floor": small_floor(
            meeting.group, meeting.room, core_plan(meeting.plan_document), [one.person for one in people]
        ),
        "score": data,
        "timeline": timeline,
        "marks": TeachEvent.Mark.choices,
        "places": PLACES_IN_WORDS,
        "stop_signs": load_stop_signs().values(),
        "incident_steps": INCIDENT_STEPS,
    }
    return render(request, "classes/teach.html", context)


def hall(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """The second screen, for the hall: figure, count and what comes next, and nothing about anybody."""
    meeting = find(Meeting, meeting_id, "group")
    if meeting.state != Meeting.State.TEACHING:
        return redirect("classes:meeting", meeting.id)
    timeline = timeline_of(meeting)
    data = _score(meeting, timeline, ())
    for item in data["items"]:
        item["note"] = ""
    data["meeting"] = str(meeting.id)
    data["player"] = player_of(meeting)
    data["people"] = []
    return render(request, "classes/hall.html", {"meeting": meeting, "score": data})


@require_POST
def events(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """What happened, as JSON from the device. Answers with what is kept, and with what never can be."""
    meeting = find(Meeting, meeting_id)
    try:
        report = read_report(request.body, meeting)
    except InputError as error:
        return JsonResponse({"error": str(error)}, status=400)
    meeting, kept, taken = actions.record_events(actor_of(request), meeting.id, report)
    device = report.device.device
    return JsonResponse(answer(report, kept, taken, meeting, leads(meeting, device)))


def device(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """Where the class is, for a device that keeps something of it or follows it."""
    meeting = find(Meeting, meeting_id)
    return JsonResponse({"state": meeting.state, "player": player_of(meeting)})


def on_this_device(request: HttpRequest) -> HttpResponse:
    """What the device still keeps of classes; the device knows, the server does not."""
    return render(request, "classes/device.html")


@require_POST
def lead(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """This device takes the class over."""
    meeting = find(Meeting, meeting_id)
    given = LeadInput.read(request.POST)
    actions.lead(actor_of(request), meeting.id, given.device)
    return JsonResponse({"leads": True, "player": player_of(meeting)})


@require_POST
def discard(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """Notes on a device were thrown away there; how many is put on record."""
    meeting = find(Meeting, meeting_id)
    actions.discard_notes(actor_of(request), meeting.id, DiscardInput.read(request.POST).number)
    return HttpResponse(status=204)


@require_POST
def reopen(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """The class was not over after all."""
    meeting = find(Meeting, meeting_id)
    try:
        actions.reopen(actor_of(request), meeting.id)
    except InputError as error:
        messages.error(request, f"Not reopened: {error.message}.")
        return redirect("classes:meeting", meeting.id)
    return redirect("classes:teach", meeting.id)


@require_POST
def end(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """End the class, and go on to its record."""
    meeting = find(Meeting, meeting_id)
    actions.end_teaching(actor_of(request), meeting.id)
    return redirect("classes:record", meeting.id)
