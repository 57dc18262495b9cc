"""Record by exception: everyone did what the class did, but for what is tapped here. Each tap is saved at once."""

from collections.abc import Callable
from typing import Any
from uuid import UUID

from django.contrib import messages
from django.http import Http404, HttpResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.exercises.side_difference import side_difference
from fairbench.core.teaching.planned import Planned, PlannedItem, labels_of
from fairbench.web.accounts.actor import actor_of
from fairbench.web.classes import record_actions as actions
from fairbench.web.classes.day_notes import PLACES_IN_WORDS
from fairbench.web.classes.devices import still_to_come
from fairbench.web.classes.happened import Happened, what_happened
from fairbench.web.classes.models import Meeting
from fairbench.web.classes.record_inputs import DifferenceInput, HereCorrection, StayInput, ToldInput
from fairbench.web.classes.record_view import PersonRecord, class_items, people_records
from fairbench.web.classes.record_words import done_words
from fairbench.web.people.models import Participant
from fairbench.web.plans.adapter import shelf
from fairbench.web.site.find import Request, find
from fairbench.web.site.paging import find_page

WHYS = ("Remembered later", "Told afterwards", "Wrong person", "Wrong exercise")
"""Reasons for which a saved record is put right, chosen with one tap."""
_PLAIN = ("why", "here")
"""Places whose error says by itself what is missing."""
_TICKS = ("skipped", "lost_form", "teach_again", "tingling", "sore_after")


def record(request: Request, meeting_id: UUID) -> HttpResponse:
    """Everyone who came, and what differed."""
    meeting = find(Meeting, meeting_id, "group")
    if meeting.state in (Meeting.State.ARRIVALS, Meeting.State.TEACHING):
        return redirect("classes:teach", meeting.id)
    return render(request, "classes/record.html", _page(meeting))


def person(request: Request, meeting_id: UUID, participant_id: UUID) -> HttpResponse:
    """One person opened (GET), or something that differed for them (POST)."""
    wrong: dict[str, str] = {}
    if request.method == "POST":
        item = request.POST.get("item", "")
        wrong = _try(lambda: _change(request, meeting_id, participant_id, item))
    else:
        item = request.GET.get("item", "")
    return _answer(request, meeting_id, participant_id, item, wrong)


@require_POST
def stay(request: Request, meeting_id: UUID, participant_id: UUID) -> HttpResponse:
    """When somebody came and left."""
    fields = {**request.POST.dict(), "participant": participant_id, "why": _why(request)}
    wrong = _try(lambda: actions.correct_stay(actor_of(request), meeting_id, StayInput.read(fields)))
    return _answer(request, meeting_id, participant_id, "", wrong)


@require_POST
def here(request: Request, meeting_id: UUID) -> HttpResponse:
    """Somebody was there after all, or was not."""
    find(Participant, request.POST.get("participant", ""))
    fields = {**request.POST.dict(), "why": _why(request)}
    wrong = _try(lambda: actions.correct_here(actor_of(request), meeting_id, HereCorrection.read(fields)))
    return _all(request, meeting_id, wrong)


@require_POST
def item(request: Request, meeting_id: UUID) -> HttpResponse:
    """The class did an item, or did not."""
    fields = {**request.POST.dict(), "why": _why(request)}
    wrong = _try(lambda: actions.tell_item(actor_of(request), meeting_id, ToldInput.read(fields)))
    return _all(request, meeting_id, wrong)


def others(request: Request, meeting_id: UUID) -> HttpResponse:
    """Who else may have been there, narrowed by name as one types."""
    meeting = find(Meeting, meeting_id, "group")
    return render(request, "classes/_record_others.html", {"meeting": meeting, "found": _others(request, meeting)})


@require_POST
def save(request: Request, meeting_id: UUID) -> HttpResponse:
    """Save the record of the class."""
    meeting = find(Meeting, meeting_id)
    actions.record(actor_of(request), meeting.id)
    messages.success(request, "The class is recorded.")
    return redirect("classes:meeting", meeting.id)


def _try(change: Callable[[], object]) -> dict[str, str]:
    """What was wrong with a change, by field; who or what is not of this class is not found."""
    try:
        change()
    except (actions.NotThereError, Meeting.DoesNotExist, Participant.DoesNotExist):
        raise Http404 from None
    except InputError as error:
        words = error.message if error.place in _PLAIN else str(error).replace("_", " ")
        return {error.place or "note": words}
    return {}


def _why(request: Request) -> str:
    return request.POST.get("why_words", "").strip() or request.POST.get("why", "")


def _change(request: Request, meeting_id: UUID, participant_id: UUID, item: str) -> None:
    """What is typed in the form, and what was tapped in it: ``tap`` is a field and its new value."""
    fields = request.POST
    why = _why(request)
    if fields.get("back_to_plan") == "yes":
        reset = DifferenceInput.read({"participant": participant_id, "item": item, "why": why})
        actions.differ(actor_of(request), meeting_id, reset)
        return
    names = [name for name in DifferenceInput.model_fields if name not in ("participant", "item", "why")]
    changed: dict[str, Any] = {name: fields[name] for name in names if name in fields and name not in _TICKS}
    changed |= {name: fields[name] in ("on", "yes") for name in _TICKS if name in fields}
    tapped, colon, value = fields.get("tap", "").partition(":")
    if colon and tapped in names:
        changed[tapped] = value == "yes" if tapped in _TICKS else value
    actions.change(actor_of(request), meeting_id, participant_id, item, {**changed, "why": why})


def _answer(request: Request, meeting_id: UUID, participant_id: UUID, item: str, wrong: dict[str, str]) -> HttpResponse:
    """The person opened at an item, or closed where a tap was all: their part of the page, or all of it."""
    meeting = find(Meeting, meeting_id, "group")
    context = _context(what_happened(meeting)) if request.htmx else _page(meeting)
    opened = bool(wrong) or request.POST.get("then") != "closed"
    found = next((p for p in context["people"] if p.participant.id == participant_id), None)
    if found is None:
        raise Http404
    current = next((line.row for line in found.lines if line.row.item == item), None)
    chosen = context["planned"].item(item)
    context |= {
        "person": found,
        "opened_person": participant_id if opened else None,
        "opened": opened,
        "wrong": wrong,
        "given": {**_shown(current), **(request.POST.dict() if wrong else {})},
        "chosen_item": chosen,
        "side_meaning": _side_meaning(chosen),
    }
    status = 422 if wrong else 200
    template = "classes/_record_person.html" if request.htmx else "classes/record.html"
    return render(request, template, context, status=status)


def _shown(current: object | None) -> dict[str, Any]:
    names = [name for name in DifferenceInput.model_fields if name not in ("participant", "why")]
    return {name: getattr(current, name) for name in names} if current else {}


def _side_meaning(chosen: PlannedItem | None) -> str:
    """What a difference between the sides is in this exercise, where it is still on the shelf."""
    known = shelf()
    if chosen is None or chosen.exercise not in known.exercises:
        return ""
    exercise = known.exercise(chosen.exercise)
    version = next((version for version in exercise.versions if version.id == chosen.version), None)
    meaning = side_difference(exercise, version) if version else None
    return meaning.value if meaning else ""


def _all(request: Request, meeting_id: UUID, wrong: dict[str, str]) -> HttpResponse:
    meeting = find(Meeting, meeting_id, "group")
    context = _page(meeting) | {"class_wrong": wrong}
    template = "classes/_record_all.html" if request.htmx else "classes/record.html"
    return render(request, template, context, status=422 if wrong else 200)


def _page(meeting: Meeting) -> dict[str, Any]:
    happened = what_happened(meeting)
    return _context(happened) | {
        "class_done": done_words(happened.done),
        "class_items": class_items(happened),
        "still_to_come": still_to_come(meeting),
    }


def _others(request: Request, meeting: Meeting) -> Any:
    came = meeting.attendances.values("participant")
    return find_page(request, Participant.objects.filter(erased_at=None).exclude(id__in=came), "call_name")


def _context(happened: Happened) -> dict[str, Any]:
    planned: Planned = happened.planned
    people: list[PersonRecord] = people_records(happened)
    names = labels_of(planned)
    return {
        "side_differences": ("finding", "target", "fault"),
        "places": PLACES_IN_WORDS,
        "scale": range(11),
        "whys": WHYS,
        "meeting": happened.meeting,
        "to_record": reverse("classes:record", args=[happened.meeting.id]),
        "planned": planned,
        "people": people,
        "items": [(item, names[item.id]) for item in planned.items],
        "recorded": happened.meeting.state == Meeting.State.RECORDED,
    }
