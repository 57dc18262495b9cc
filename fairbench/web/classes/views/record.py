"""Record by exception: everyone did as planned, but for what is written here."""

from typing import Any
from uuid import UUID

from django.contrib import messages
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.teaching.done import done_of
from fairbench.web.accounts.actor import actor_of
from fairbench.web.classes import actions
from fairbench.web.classes.devices import still_to_come
from fairbench.web.classes.inputs import DifferenceInput
from fairbench.web.classes.meeting import log_of, planned_for
from fairbench.web.classes.models import Meeting
from fairbench.web.classes.record_view import PersonRecord, class_parts, done_words, people_records, row_of
from fairbench.web.site.find import Request, find


def record(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """Everyone who came, and what differed."""
    meeting = find(Meeting, meeting_id, "group")
    if meeting.state in (Meeting.State.ARRIVALS, Meeting.State.TEACHING):
        return redirect("classes:teach", meeting.id)
    return render(request, "classes/record.html", {**_context(meeting), "still_to_come": still_to_come(meeting)})


def person(request: Request, meeting_id: UUID, participant_id: UUID) -> HttpResponse:
    """One person opened (GET), or something that differed for them (POST)."""
    wrong: dict[str, str] = {}
    meeting = None
    if request.method == "POST":
        try:
            meeting = actions.differ(actor_of(request), meeting_id, _difference(participant_id, request)).meeting
        except (actions.NotThereError, Meeting.DoesNotExist):
            raise Http404 from None
        except InputError as error:
            wrong = {error.place or "note": str(error).replace("_", " ")}
    context = _context(meeting or find(Meeting, meeting_id, "group"))
    if not any(p.participant.id == participant_id for p in context["people"]):
        raise Http404
    found = next(p for p in context["people"] if p.participant.id == participant_id)
    item = request.POST.get("item", "") if wrong else request.GET.get("item", "")
    current = next((line.row for line in found.lines if line.row.item == item), None)
    context |= {
        "person": found,
        "wrong": wrong,
        "given": request.POST if wrong else current or {},
        "chosen_item": context["planned"].item(item),
        "opened": True,
    }
    template = "classes/_record_person.html" if request.htmx else "classes/record.html"
    return render(request, template, context, status=422 if wrong else 200)


@require_POST
def save(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """Save the record of the class."""
    meeting = find(Meeting, meeting_id)
    actions.record(actor_of(request), meeting.id)
    messages.success(request, "The class is recorded.")
    return redirect("classes:meeting", meeting.id)


def _context(meeting: Meeting) -> dict[str, Any]:
    planned = planned_for(meeting)
    events = list(meeting.events.all())
    people: list[PersonRecord] = people_records(meeting, planned, events)
    done = done_of(planned, log_of(events))
    return {
        "class_done": done_words(done),
        "class_parts": class_parts(planned, done),
        "side_differences": ("finding", "target", "fault"),
        "meeting": meeting,
        "planned": planned,
        "people": people,
        "items": planned.items,
        "recorded": meeting.state == Meeting.State.RECORDED,
        "differing": sum(bool(p.current) for p in people),
        "plank_row": row_of(planned),
    }


def _difference(participant_id: UUID, request: HttpRequest) -> DifferenceInput:
    """What the form says. Reset to plan, it says nothing; else :class:`RecordError` asks for something."""
    fields = request.POST
    if fields.get("back_to_plan") == "yes":
        return DifferenceInput.read({"participant": participant_id, "item": fields.get("item", "")})
    ticked = {name: fields.get(name) == "on" for name in ("skipped", "lost_form", "teach_again", "tingling")}
    given = DifferenceInput.read({**fields.dict(), **ticked, "participant": participant_id})
    if given.is_nothing:
        raise actions.RecordError("say what changed: a version, a count, not done, effort, pain or a note", "note")
    return given
