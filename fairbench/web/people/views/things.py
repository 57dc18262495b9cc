"""What somebody needs of a chair, and what they have at home; each from a small form on their page."""

from uuid import UUID

from django.http import HttpRequest, HttpResponse
from django.views.decorators.http import require_POST

from fairbench.web.accounts.actor import Actor
from fairbench.web.exercises.shelf import practice_shelf
from fairbench.web.people import things_actions
from fairbench.web.people.health_summary import budgets_of, chair_of
from fairbench.web.people.inputs import BudgetsInput, ChairInput, OwnThingInput
from fairbench.web.people.views.changed import changed


@require_POST
def chair(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """Arms, height, feet and wall."""

    def change(actor: Actor) -> str:
        person = things_actions.save_chair(actor, participant_id, ChairInput.read(request.POST))
        return f"Saved: {chair_of(person).words or 'any chair will do'}."

    return changed(request, participant_id, change)


@require_POST
def budgets(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """The minutes that they have for what tires them."""

    def change(actor: Actor) -> str:
        person = things_actions.save_budgets(actor, participant_id, BudgetsInput.read(request.POST))
        known = [f"{one.budget.words} {one.minutes:g} min" for one in budgets_of(person)]
        return f"Saved: {', '.join(known) or 'as is usual'}."

    return changed(request, participant_id, change)


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

    return changed(request, participant_id, change)
