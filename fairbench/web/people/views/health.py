"""Changes to somebody's health record, each from a small form on their page."""

from uuid import UUID

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from django.utils import timezone
from django.views.decorators.http import require_POST

from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.conditions import ConditionError
from fairbench.web.accounts.actor import Actor, Permission, actor_of
from fairbench.web.people import health_actions
from fairbench.web.people.health_inputs import (
    AdviceInput,
    DeclaredInput,
    DeclareInput,
    EventInput,
    LoadInput,
    SharingInput,
    SideInput,
)
from fairbench.web.people.models import Condition, Participant
from fairbench.web.people.person_page import load_words, sharing_words, side_words
from fairbench.web.people.views.changed import changed
from fairbench.web.site.find import find

LIMIT = "limit-"
"""How the fields of a limit begin, in the form of a clinician's advice."""


def options(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """What can be said of a condition, or of a limit that a clinician sets. Nothing chosen has nothing to say."""
    find(Participant, participant_id)
    actor_of(request).require(Permission.HEALTH)
    prefix = LIMIT if f"{LIMIT}condition" in request.GET else ""
    wanted = request.GET.get(f"{prefix}condition", "")
    try:
        chosen = load_conditions().condition(wanted) if wanted else None
    except ConditionError:
        raise Http404 from None
    place = "limit-options" if prefix else "options"
    return render(request, "people/_options.html", {"chosen": chosen, "prefix": prefix, "place": place})


@require_POST
def declare(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """A condition or need is added."""

    def change(actor: Actor) -> str:
        given = DeclareInput.read(request.POST)
        health_actions.declare(actor, participant_id, given)
        today = timezone.localdate()
        return f"Added: {load_conditions().words(load_conditions().as_of(given.value(today), today))}."

    return changed(request, participant_id, change)


@require_POST
def end(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """Something is no longer so."""

    def change(actor: Actor) -> str:
        try:
            health_actions.end_row(actor, participant_id, UUID(request.POST.get("row", "")))
        except (ValueError, Condition.DoesNotExist):
            raise Http404 from None
        return "Ended from today. It stays in the history."

    return changed(request, participant_id, change)


@require_POST
def event(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """Something happened that ends the screening."""

    def change(actor: Actor) -> str:
        row = health_actions.note_event(actor, participant_id, EventInput.read(request.POST))
        return f"Saved: {row.kind}. The screening is to be asked again."

    return changed(request, participant_id, change)


@require_POST
def side(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """Which side is weaker or affected."""

    def change(actor: Actor) -> str:
        row = health_actions.note_side(actor, participant_id, SideInput.read(request.POST))
        return f"Saved: {side_words(row.kind, row.side, row.exercise)}."

    return changed(request, participant_id, change)


@require_POST
def sharing(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """How they share work between their sides."""

    def change(actor: Actor) -> str:
        row = health_actions.note_sharing(actor, participant_id, SharingInput.read(request.POST))
        return f"Saved: {sharing_words(row.how, row.side, row.exercise)}."

    return changed(request, participant_id, change)


@require_POST
def load(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """What they work against in an exercise."""

    def change(actor: Actor) -> str:
        row = health_actions.note_load(actor, participant_id, LoadInput.read(request.POST))
        return f"Saved: {load_words(row.exercise, row.words)}."

    return changed(request, participant_id, change)


@require_POST
def clear(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """A clinician's advice."""

    def change(actor: Actor) -> str:
        row = health_actions.clear(actor, participant_id, _advice(request))
        return f"Saved what {row.who} said."

    return changed(request, participant_id, change)


def _advice(request: HttpRequest) -> AdviceInput:
    """The advice, with the limit it sets where one is chosen."""
    said = {name: value for name, value in request.POST.items() if not name.startswith(LIMIT)}
    limit = {name.removeprefix(LIMIT): value for name, value in request.POST.items() if name.startswith(LIMIT)}
    return AdviceInput.read({**said, "limit": DeclaredInput.read(limit) if limit.get("condition") else None})
