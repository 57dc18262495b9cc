"""Everything that changes who stands where: one verb each. What is kept holds for the group and the room."""

from collections.abc import Mapping, Sequence
from typing import Any, Literal
from uuid import UUID

from django.db import transaction
from pydantic import Field

from fairbench.core.errors import InputError
from fairbench.core.people.person import Person
from fairbench.core.plan.plan import Plan as CorePlan
from fairbench.core.rooms.layout import Shape, Spot
from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.people.models import Group
from fairbench.web.rooms.models import Room
from fairbench.web.site.inputs import Input, Number, OptionalWhole

from .floor import Floor, floor_of
from .models import FloorPlaces


class ShapeInput(Input):
    """In rows, an arc, a circle or along the rail."""

    shape: Shape


class MoveInput(Input):
    """Somebody goes to the place that is nearest to a point of the floor, in metres."""

    person: UUID
    x: Number = Field(ge=-10, le=110)
    y: Number = Field(ge=-10, le=110)


class PinInput(Input):
    """Somebody's place stays as it is, or is free again."""

    person: UUID
    pin: Literal["on", "off"]


class HelperInput(Input):
    """Where the assistant stands, empty for nowhere."""

    place: OptionalWhole = None


@transaction.atomic
def choose_shape(actor: Actor, group: Group, room: Room, given: ShapeInput) -> None:
    """How they stand. Whoever was pinned goes to the place that is nearest to where they were."""
    kept = _locked(actor, group, room)
    old, kept.shape = kept.shape, given.shape.value
    _save(actor, kept, "floor.shape", {"shape": old}, {"shape": kept.shape})


@transaction.atomic
def move(actor: Actor, group: Group, room: Room, given: MoveInput, value: CorePlan, people: Sequence[Person]) -> None:
    """Somebody goes to another place and stays there; whoever was pinned to it takes theirs."""
    kept = _locked(actor, group, room)
    who = str(given.person)
    floor = floor_of(kept, value, people)
    spot = min(floor.spots, key=lambda one: (one.x - given.x) ** 2 + (one.y - given.y) ** 2)
    if floor.assistant_at == spot.number:
        raise InputError("that is the assistant's place", "place")
    before = _spot_of(floor, who)
    pins = dict(kept.pins)
    for line in floor.places:
        if line.number == spot.number and line.id != who and line.pinned:
            pins[line.id] = [before.x, before.y]
    pins[who] = [spot.x, spot.y]
    kept.pins = pins
    _save(actor, kept, "floor.move", {"place": before.number}, {"person": who, "place": spot.number})


@transaction.atomic
def pin(actor: Actor, group: Group, room: Room, given: PinInput, value: CorePlan, people: Sequence[Person]) -> None:
    """Somebody's place is kept, or is worked out again with the others'."""
    kept = _locked(actor, group, room)
    who = str(given.person)
    spot = _spot_of(floor_of(kept, value, people), who)
    pins = {person: at for person, at in kept.pins.items() if person != who}
    if given.pin == "on":
        pins[who] = [spot.x, spot.y]
    kept.pins = pins
    _save(actor, kept, "floor.pin", None, {"person": who, "pin": given.pin})


@transaction.atomic
def place_helper(
    actor: Actor,
    group: Group,
    room: Room,
    given: HelperInput,
    beside: Sequence[str],
    value: CorePlan,
    people: Sequence[Person],
) -> None:
    """Where the assistant stands, and who is to be beside them. The place must be there and the people on the list."""
    kept = _locked(actor, group, room)
    old = dict(kept.helper)
    if given.place is None:
        kept.helper = {}
    else:
        known = {person.id for person in people}
        floor = floor_of(kept, value, people)
        spot = next((one for one in floor.spots if one.number == given.place), None)
        if spot is None:
            raise InputError(f"there is no place {given.place}; they go from 1 to {len(floor.spots)}", "place")
        kept.pins = {who: at for who, at in kept.pins.items() if at != [spot.x, spot.y]}
        kept.helper = {"at": [spot.x, spot.y], "beside": [person for person in beside if person in known]}
    floor_of(kept, value, people)
    _save(actor, kept, "floor.helper", _told(old), _told(kept.helper))


def _told(helper: Mapping[str, Any]) -> dict[str, object]:
    """An assistant's place and how many are beside it; who they are is in no log."""
    return {"at": helper["at"], "beside": len(helper["beside"])} if helper else {}


def _locked(actor: Actor, group: Group, room: Room) -> FloorPlaces:
    actor.require(Permission.PLANS)
    Group.objects.select_for_update().get(id=group.id)
    kept, _ = FloorPlaces.objects.get_or_create(practice=actor.practice, group=group, room=room)
    kept.room = room
    return kept


def _spot_of(floor: Floor, who: str) -> Spot:
    if who not in floor.names:
        raise InputError("is nobody of this group", "person")
    return floor.standing.spot_of(who)


def _save(actor: Actor, kept: FloorPlaces, verb: str, old: dict[str, object] | None, new: dict[str, object]) -> None:
    kept.save()
    actor.audit(verb, kept.id, old, new)
