"""A change from a small form on a person's page."""

from collections.abc import Callable
from uuid import UUID

from django.contrib import messages
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect

from fairbench.core.errors import InputError
from fairbench.web.accounts.actor import Actor, actor_of
from fairbench.web.people.models import Participant
from fairbench.web.site.find import find


def changed(request: HttpRequest, participant_id: UUID, change: Callable[[Actor], str]) -> HttpResponse:
    """Make a change and go back to the page; a refused one says why, and nothing of it is saved."""
    find(Participant, participant_id)
    try:
        messages.success(request, change(actor_of(request)))
    except InputError as error:
        messages.error(request, f"Not saved: {error}.")
    return redirect("people:participant", participant_id)
