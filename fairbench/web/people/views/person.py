"""One person on one screen, and the facts that can be changed."""

from uuid import UUID

from django.contrib import messages
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render

from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.people import actions
from fairbench.web.people.forms import ParticipantForm
from fairbench.web.people.models import Group, Participant
from fairbench.web.people.person_page import person_page
from fairbench.web.site.find import find


def person(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """What to remember, cautions with reasons, needs, screening, goals, history. Seeing it is on record."""
    found = find(Participant, participant_id)
    actor = actor_of(request)
    actions.log_view(actor, found)
    return render(
        request, "people/person.html", {"page": person_page(found, actor.may(Permission.HEALTH)), "participant": found}
    )


def edit_participant(request: HttpRequest, participant_id: UUID | None = None) -> HttpResponse:
    """A new participant, or the facts of one. ``?group=`` lists a new one there."""
    found = find(Participant, participant_id) if participant_id else Participant()
    actor = actor_of(request)
    actor.require(Permission.PEOPLE)
    form = ParticipantForm(request.POST or None, instance=found)
    wanted = request.GET.get("group", "")
    into = find(Group, wanted) if wanted else None
    if request.method == "POST" and form.is_valid():
        saved = actions.save_participant(actor, form.instance)
        messages.success(request, f"{saved.call_name} is saved.")
        if into:
            actions.add_to_group(actor, into.id, saved.id)
            return redirect("people:group", into.id)
        return redirect("people:participant", saved.id)
    participant = found if participant_id else None
    return render(request, "people/edit_participant.html", {"form": form, "participant": participant, "into": into})
