"""Changes to somebody's health record, each from a small form on their page."""

from collections.abc import Callable
from uuid import UUID

from django.contrib import messages
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.utils import timezone
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.conditions import ConditionError
from fairbench.web.accounts.actor import Actor, Permission, actor_of
from fairbench.web.people import health_actions
from fairbench.web.people.health_actions import read_day, read_declared
from fairbench.web.people.models import Condition, HealthEvent, Participant
from fairbench.web.site.find import find


def options(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """The side, severity and stage that a condition can be declared with."""
    find(Participant, participant_id)
    actor_of(request).require(Permission.HEALTH)
    try:
        chosen = load_conditions().condition(request.GET.get("condition", ""))
    except ConditionError:
        raise Http404 from None
    return render(request, "people/_options.html", {"chosen": chosen})


@require_POST
def declare(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    def change(actor: Actor) -> str:
        declared = read_declared(request.POST)
        until = read_day(request.POST.get("until", ""), "until")
        health_actions.declare(actor, participant_id, declared, until, request.POST.get("note", ""))
        return f"Added: {load_conditions().words(declared)}."

    return _changed(request, participant_id, change)


@require_POST
def end(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    def change(actor: Actor) -> str:
        try:
            health_actions.end_row(actor, participant_id, UUID(request.POST.get("row", "")))
        except (ValueError, Condition.DoesNotExist):
            raise Http404 from None
        return "Ended from today. It stays on record."

    return _changed(request, participant_id, change)


@require_POST
def event(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    def change(actor: Actor) -> str:
        kind = request.POST.get("kind", "")
        day = read_day(request.POST.get("happened_on", ""), "happened_on") or timezone.localdate()
        health_actions.note_event(actor, participant_id, kind, day, request.POST.get("note", ""))
        return f"Noted: {HealthEvent.Kind(kind).value}. The screening is to be asked again."

    return _changed(request, participant_id, change)


@require_POST
def clear(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    def change(actor: Actor) -> str:
        fields = request.POST
        until = read_day(fields.get("until", ""), "until")
        row = health_actions.clear(
            actor,
            participant_id,
            fields.get("condition", ""),
            fields.get("who", ""),
            fields.get("said", ""),
            until,
            fields.get("letter", ""),
        )
        return f"Kept what {row.who} said."

    return _changed(request, participant_id, change)


def _changed(request: HttpRequest, participant_id: UUID, change: Callable[[Actor], str]) -> HttpResponse:
    """Make a change and go back to the page; a refused one says why, and nothing was kept of it."""
    find(Participant, participant_id)
    try:
        messages.success(request, change(actor_of(request)))
    except InputError as error:
        messages.error(request, f"Not kept: {error.message}.")
    return redirect("people:participant", participant_id)
