"""What somebody needs of a chair, and what they have at home; each from a small form on their page."""

from collections.abc import Callable
from uuid import UUID

from django.contrib import messages
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.web.accounts.actor import Actor, actor_of
from fairbench.web.exercises.shelf import practice_shelf
from fairbench.web.people import things_actions
from fairbench.web.people.health_summary import chair_of
from fairbench.web.people.inputs import ChairInput, OwnThingInput
from fairbench.web.people.models import Participant
from fairbench.web.site.find import find


@require_POST
def chair(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """Arms, height, feet and wall."""

    def change(actor: Actor) -> str:
        person = things_actions.save_chair(actor, participant_id, ChairInput.read(request.POST))
        return f"Saved: {chair_of(person).words or 'any chair will do'}."

    return _changed(request, participant_id, change)


@require_POST
def own_thing(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """Something at home is added, or with ``remove`` it goes."""

    def change(actor: Actor) -> str:
        given = OwnThingInput.read(request.POST)
        name = practice_shelf().props[given.prop].name if given.prop in practice_shelf().props else given.prop
        if request.POST.get("remove") == "yes":
            things_actions.remove_own_thing(actor, participant_id, given.prop)
            return f"Removed: {name}."
        things_actions.add_own_thing(actor, participant_id, given)
        return f"Saved: {name}."

    return _changed(request, participant_id, change)


def _changed(request: HttpRequest, participant_id: UUID, change: Callable[[Actor], str]) -> HttpResponse:
    """Make a change and go back to the page; a refused one says why, and nothing of it is saved."""
    find(Participant, participant_id)
    try:
        messages.success(request, change(actor_of(request)))
    except InputError as error:
        messages.error(request, f"Not saved: {error}.")
    return redirect("people:participant", participant_id)
