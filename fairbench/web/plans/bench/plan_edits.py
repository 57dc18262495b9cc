"""What a person can do with a plan's own details: its name, length, purpose, whom it is for, and its findings."""

from collections.abc import Mapping
from dataclasses import replace
from typing import Annotated, Any
from uuid import UUID

from pydantic import BeforeValidator, Field

from fairbench.core.checks.tried_fixes import without_extras
from fairbench.core.errors import InputError, PlanError
from fairbench.core.plan import plan as plans
from fairbench.core.plan import points
from fairbench.core.plan.item import NOTE_LIMIT
from fairbench.core.plan.purpose import Purpose
from fairbench.core.positions import Position
from fairbench.core.sides import Side
from fairbench.core.things.setups import fewer_changes
from fairbench.web.accounts.actor import Actor
from fairbench.web.people.models import Group
from fairbench.web.plans import actions
from fairbench.web.plans.actions import Touches
from fairbench.web.plans.adapter import core_group, shelf
from fairbench.web.plans.models import WITH_ROOM, Plan
from fairbench.web.plans.surroundings import room_of, surroundings
from fairbench.web.rooms.models import Room
from fairbench.web.site.inputs import Input, Lines, OneLine, OptionalId, Ticked, Whole

from .edit import Done, EditInput, edit, unchanged


class NameInput(Input):
    """A plan's name."""

    value: OneLine


class MinutesInput(Input):
    """A number of minutes."""

    value: Whole


class LeadInput(Input):
    """The side that goes first."""

    value: Side


class StartInput(Input):
    """Where everyone starts."""

    value: Position


class EndInput(Input):
    """Empty where everyone ends as they start."""

    value: Annotated[Position | None, BeforeValidator(lambda value: value or None)] = None


class LaidOutInput(Input):
    """Whether things are laid out beforehand."""

    value: Ticked = False


class NoteInput(Input):
    """What the instructor writes to themselves."""

    value: Lines = ""


class PurposeInput(Input):
    """What the class is for."""

    value: Purpose


_Setting = NoteInput | NameInput | MinutesInput | LeadInput | StartInput | EndInput | PurposeInput | LaidOutInput
_SETTINGS: Mapping[str, type[_Setting]] = {
    "name": NameInput,
    "length_min": MinutesInput,
    "water_every_min": MinutesInput,
    "lead": LeadInput,
    "start": StartInput,
    "end": EndInput,
    "purpose": PurposeInput,
    "laid_out": LaidOutInput,
    "note": NoteInput,
}


class SettingsInput(EditInput):
    """One of the plan's own details."""

    field: str = Field(max_length=60)
    value: str = Field(default="", max_length=NOTE_LIMIT * 2)


@edit("settings", SettingsInput)
def settings(actor: Actor, plan_id: UUID, given: SettingsInput) -> Done:
    """One of the plan's own details: name, length, leading side, water, where everyone starts and ends."""
    if given.field not in _SETTINGS:
        raise PlanError("a plan has no such detail", given.field)
    try:
        value: Any = _SETTINGS[given.field].read({"value": given.value}).value
    except InputError as error:
        raise PlanError(error.message, given.field) from None
    detail: dict[str, Any] = {given.field: value}
    message = "Changed the plan."
    edited = actions.edit(
        actor, plan_id, given.seen, lambda plan: replace(plan, **detail), message, Touches(detail=given.field)
    )
    return Done(edited, message, given.chosen)


# Points and extras.


@edit("fit_points", EditInput)
def fit_points(actor: Actor, plan_id: UUID, given: EditInput) -> Done:
    """Every figure that has a range as far up as the booked time allows."""
    group = core_group(Plan.objects.select_related(*WITH_ROOM).get(id=plan_id).group)
    message = "Picked the ranges to fit the time."
    edited = actions.edit(actor, plan_id, given.seen, lambda plan: points.fit_points(plan, group, shelf()), message)
    return Done(edited, message, given.chosen)


@edit("leave_out_extras", EditInput)
def leave_out_extras(actor: Actor, plan_id: UUID, given: EditInput) -> Done:
    """What is marked to be skipped first goes."""
    message = "Left out what is extra."
    return Done(actions.edit(actor, plan_id, given.seen, without_extras, message), message, "")


class RoomInput(EditInput):
    """Empty for the room in which the group meets."""

    value: OptionalId = None


@edit("room", RoomInput)
def room(actor: Actor, plan_id: UUID, given: RoomInput) -> Done:
    """Where the plan is taught. Not a revision: it changes what can be done there, not the plan."""
    found = Room.objects.filter(id=given.value).first() if given.value else None
    if given.value and found is None:
        raise PlanError("there is no such room; it may have been removed", "room")
    plan = actions.choose_room(actor, plan_id, found)
    there = room_of(plan)
    return unchanged(plan, f"In {there.name}." if there else "In no room in particular.", given)


@edit("fewer_set_ups", EditInput)
def fewer_set_ups(actor: Actor, plan_id: UUID, given: EditInput) -> Done:
    """The order with the fewest set-ups, for the plan as it is now."""
    row = Plan.objects.select_related(*WITH_ROOM).get(id=plan_id)
    group, around = core_group(row.group), surroundings(room_of(row))
    said: list[str] = []

    def change(plan: plans.Plan) -> plans.Plan:
        found = fewer_changes(plan, around.shelf, group)
        said[:] = [found.words if found else "No order within the blocks has fewer set-ups"]
        return found.plan if found else plan

    edited = actions.edit(actor, plan_id, given.seen, change, "Reordered for fewer set-ups.")
    return Done(edited, f"{said[0]}.", given.chosen)


class GroupInput(EditInput):
    """``was`` is the group that the window shows."""

    value: OptionalId = None
    was: OptionalId = None


@edit("group", GroupInput)
def group(actor: Actor, plan_id: UUID, given: GroupInput) -> Done:
    """Whom the plan is for. Not a revision: it changes how long things take, not what they are."""
    found = Group.objects.filter(id=given.value).first() if given.value else None
    if given.value and found is None:
        raise PlanError("there is no such group; it may have been removed", "group")
    plan = actions.choose_group(actor, plan_id, found, given.was)
    return unchanged(plan, f"For {found.name}." if found else "For no group in particular.", given)
