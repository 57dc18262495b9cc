"""The room that a plan is taught in, as the fit and the checks take it."""

from dataclasses import dataclass

from fairbench.core.exercises.shelf import Shelf
from fairbench.core.fit.in_room import conditions_in, shelf_in
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.conditions import Conditions
from fairbench.core.rooms.room import Room as CoreRoom
from fairbench.core.rooms.store import Store
from fairbench.web.people.models import Group
from fairbench.web.rooms.adapter import at_hand, core_room
from fairbench.web.rooms.models import Room

from .house_style import OwnAnswers, shelf_of
from .models import Plan


@dataclass(frozen=True, slots=True)
class Surroundings:
    """The shelf and the conditions with a room in them. Without a room nothing is ruled out for want of it; without a
    ``store`` nothing was ever counted."""

    shelf: Shelf
    conditions: Conditions
    room: CoreRoom | None = None
    store: Store | None = None


def room_of(plan: Plan) -> Room | None:
    """Where a plan is taught: the room that it names itself, else the one in which its group meets."""
    return plan.room or (plan.group.room if plan.group else None)


def surroundings(room: Room | None, own: OwnAnswers = ()) -> Surroundings:
    """The shelf and the conditions in a room, without what is kept in it. ``own`` is the style of a plan."""
    shelf, conditions = shelf_of(own), load_conditions()
    if room is None:
        return Surroundings(shelf, conditions)
    value = core_room(room)
    return Surroundings(shelf_in(shelf, value), conditions_in(conditions, value), value)


def with_store(room: Room | None, people: int, own: OwnAnswers = ()) -> Surroundings:
    """The same with what so many people find in the room and in the practice's own cupboard."""
    around = surroundings(room, own)
    return Surroundings(around.shelf, around.conditions, around.room, at_hand(room, people))


def of_group(group: Group | None) -> Surroundings:
    """The room in which a group meets."""
    return surroundings(group.room if group else None)
