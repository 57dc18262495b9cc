"""What somebody needs of a chair, and what they have at home: one verb each."""

from uuid import UUID

from django.db import transaction

from fairbench.core.errors import InputError
from fairbench.core.loads.units import read_length
from fairbench.core.people.budgets import LONGEST, Budget, OwnBudget
from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.exercises.shelf import practice_shelf

from .inputs import BudgetsInput, ChairInput, OwnThingInput
from .models import OwnThing, Participant

LOWEST_SEAT, HIGHEST_SEAT = 20, 90
MOST_THINGS = 40
_FIELDS = ("chair_arms", "seat_from_cm", "seat_to_cm", "feet_raised", "chair_at_wall")


@transaction.atomic
def save_chair(actor: Actor, participant_id: UUID, given: ChairInput) -> Participant:
    """What somebody needs of a chair, from now on. Raises :class:`InputError` for a seat that no chair has."""
    actor.require(Permission.PEOPLE)
    person = Participant.objects.select_for_update().get(id=participant_id, erased_at=None)
    low, high = _seat(given.seat_from, "lowest seat"), _seat(given.seat_to, "highest seat")
    if low is not None and high is not None and low > high:
        raise InputError(f"the lowest seat, {low} cm, is over the highest, {high} cm", "seat")
    old = {field: getattr(person, field) for field in _FIELDS}
    person.chair_arms, person.seat_from_cm, person.seat_to_cm = given.chair_arms, low, high
    person.feet_raised, person.chair_at_wall = given.feet_raised, given.chair_at_wall
    person.save(update_fields=_FIELDS)
    actor.audit("participant.chair", person.id, old, {field: getattr(person, field) for field in _FIELDS})
    return person


@transaction.atomic
def save_budgets(actor: Actor, participant_id: UUID, given: BudgetsInput) -> Participant:
    """The minutes that somebody has for what tires them, from now on. Raises :class:`InputError` for what are no
    minutes."""
    actor.require(Permission.PEOPLE)
    person = Participant.objects.select_for_update().get(id=participant_id, erased_at=None)
    old, new = person.budgets, {}
    for kind in Budget:
        minutes = _minutes(getattr(given, kind.value), kind)
        if minutes is not None:
            new[kind.value] = minutes
    person.budgets = new
    person.save(update_fields=["budgets"])
    actor.audit("participant.budgets", person.id, {"budgets": old}, {"budgets": new})
    return person


def _minutes(text: str, kind: Budget) -> float | None:
    said = text.strip().replace(",", ".")
    if not said:
        return None
    try:
        return OwnBudget(kind, float(said)).minutes
    except (ValueError, InputError):
        raise InputError(f"0 to {LONGEST:g} minutes, not “{text.strip()}”", kind.words) from None


def _seat(text: str, field: str) -> int | None:
    if not text.strip():
        return None
    cm = round(read_length(text, field))
    if not LOWEST_SEAT <= cm <= HIGHEST_SEAT:
        raise InputError(f"must be {LOWEST_SEAT} to {HIGHEST_SEAT} cm, not {cm}", field)
    return cm


@transaction.atomic
def add_own_thing(actor: Actor, participant_id: UUID, given: OwnThingInput) -> OwnThing:
    """Something that somebody has at home; said again, it takes the place of what was said before."""
    actor.require(Permission.PEOPLE)
    person = Participant.objects.select_for_update().get(id=participant_id, erased_at=None)
    if given.prop not in practice_shelf().props:
        raise InputError(f"there is no prop '{given.prop}'", "prop")
    if person.own_things.exclude(prop=given.prop).count() >= MOST_THINGS:
        raise InputError(f"at most {MOST_THINGS} things are kept", "prop")
    thing, _ = OwnThing.objects.update_or_create(
        participant=person, prop=given.prop, defaults={"practice": actor.practice, "instead": given.instead}
    )
    actor.audit("participant.own_thing", person.id, None, {"prop": given.prop, "instead": given.instead})
    return thing


@transaction.atomic
def remove_own_thing(actor: Actor, participant_id: UUID, prop: str) -> None:
    """They have it no more."""
    actor.require(Permission.PEOPLE)
    person = Participant.objects.get(id=participant_id)
    thing = person.own_things.filter(prop=prop).first()
    if thing is not None:
        actor.audit("participant.own_thing", person.id, {"prop": thing.prop, "instead": thing.instead}, None)
        thing.delete()
