"""One person on one screen, and the facts that can be changed."""

from uuid import UUID

from django.contrib import messages
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.template.loader import render_to_string
from django.utils.html import format_html_join
from django.utils.safestring import SafeString

from fairbench.core.exercises.shelf import Shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.kept import kept
from fairbench.core.people.phone import number_in
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.exercises.shelf import practice_shelf
from fairbench.web.people import actions
from fairbench.web.people.forms import ParticipantForm
from fairbench.web.people.history import history_of
from fairbench.web.people.inputs import ParticipantDetails
from fairbench.web.people.models import Group, Participant
from fairbench.web.people.person_page import person_page
from fairbench.web.site.find import find, is_id

PACE_HINT = (
    "1 is an ordinary older adult, 2 takes twice as long, 3 is the most. A group moves at the pace of its slowest."
)


def person(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """What to remember, cautions with reasons, needs, screening, goals, history. Seeing it is on record."""
    found = find(Participant, participant_id)
    actor = actor_of(request)
    actions.log_view(actor, found)
    page = person_page(found, actor.may(Permission.HEALTH))
    context = {
        "page": page,
        "participant": found,
        "number": number_in(found.emergency),
        "condition_choices": _condition_choices(),
        "limits": load_conditions().limits,
        "exercise_choices": _exercise_choices(practice_shelf()),
        "prop_choices": _prop_choices(practice_shelf()),
    }
    return render(request, "people/person.html", context)


def history(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """What was noted, ended and done, by whom and when."""
    found = find(Participant, participant_id)
    actor_of(request).require(Permission.HEALTH)
    return render(request, "people/_history.html", {"entries": history_of(found)})


@kept(64)
def _exercise_choices(shelf: Shelf) -> SafeString:
    """Every exercise as an option; the same until a practice's own exercises change."""
    exercises = sorted(shelf, key=lambda exercise: exercise.name)
    return format_html_join("", '<option value="{}">{}</option>', ((one.id, one.name) for one in exercises))


@kept(64)
def _prop_choices(shelf: Shelf) -> SafeString:
    """What somebody can have at home, as options."""
    props = sorted((prop for prop in shelf.props.values() if not prop.shared), key=lambda prop: prop.name)
    return format_html_join("", '<option value="{}">{}</option>', ((one.id, one.name) for one in props))


@kept(1)
def _condition_choices() -> SafeString:
    """Everything that can be declared, as options; the same on every page."""
    return SafeString(render_to_string("people/_condition_choices.html", {"conditions": tuple(load_conditions())}))


def edit_participant(request: HttpRequest, participant_id: UUID | None = None) -> HttpResponse:
    """A new participant, or the facts of one. ``?group=`` lists a new one there."""
    found = find(Participant, participant_id) if participant_id else Participant()
    actor = actor_of(request)
    actor.require(Permission.PEOPLE)
    form = ParticipantForm(request.POST or None, instance=found)
    wanted = request.GET.get("group", "")
    into = find(Group, wanted) if wanted else None
    if request.method == "POST" and form.is_valid():
        details = ParticipantDetails.read(form.cleaned_data)
        saved = actions.save_participant(actor, details, participant_id, into.id if into else None)
        messages.success(request, f"{saved.call_name} is saved.")
        back = request.GET.get("back", "")
        if into and is_id(back):
            return redirect("classes:arrivals", back)
        if into:
            return redirect("people:group", into.id)
        return redirect("people:participant", saved.id)
    participant = found if participant_id else None
    return render(
        request,
        "people/edit_participant.html",
        {"form": form, "participant": participant, "into": into, "pace_hint": PACE_HINT},
    )
