"""Changes to somebody's health record, each from a small form on their page."""

from collections.abc import Callable
from uuid import UUID

from django.contrib import messages
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.conditions import ConditionError
from fairbench.web.accounts.actor import Actor, Permission, actor_of
from fairbench.web.people import health_actions
from fairbench.web.people.health_inputs import AdviceInput, DeclareInput, EventInput
from fairbench.web.people.models import Condition, Participant
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
    """A condition or need is added."""

    def change(actor: Actor) -> str:
        given = DeclareInput.read(request.POST)
        health_actions.declare(actor, participant_id, given)
        return f"Added: {load_conditions().words(given.value())}."

    return _changed(request, participant_id, change)


@require_POST
def end(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """Something is no longer so."""

    def change(actor: Actor) -> str:
        try:
            health_actions.end_row(actor, participant_id, UUID(request.POST.get("row", "")))
        except (ValueError, Condition.DoesNotExist):
            raise Http404 from None
        return "Ended from today. It stays in the history."

    return _changed(request, participant_id, change)


@require_POST
def event(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """Something happened that ends the screening."""

    def change(actor: Actor) -> str:
        row = health_actions.note_event(actor, participant_id, EventInput.read(request.POST))
        return f"Saved: {row.kind}. The screening is to be asked again."

    return _changed(request, participant_id, change)


@require_POST
def clear(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """A clinician's advice."""

    def change(actor: Actor) -> str:
        row = health_actions.clear(actor, participant_id, AdviceInput.read(request.POST))
        return f"Saved what {row.who} said."

    return _changed(request, participant_id, change)


def _changed(request: HttpRequest, participant_id: UUID, change: Callable[[Actor], str]) -> HttpResponse:
    """Make a change and go back to the page; a refused one says why, and nothing of it is saved."""
    find(Participant, participant_id)
    try:
        messages.success(request, change(actor_of(request)))
    except InputError as error:
        messages.error(request, f"Not saved: {error}.")
    return redirect("people:participant", participant_id)
