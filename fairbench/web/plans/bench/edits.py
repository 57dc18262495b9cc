"""What a person can do with the exercises of a plan on the bench, and with the plan's own details."""

import datetime
from collections.abc import Callable, Mapping
from dataclasses import replace
from typing import Any, Literal
from uuid import UUID

from django.utils import timezone
from pydantic import Field

from fairbench.core.dose import edit as dose_edit
from fairbench.core.dose.dose import MOST_PARTS, Dose
from fairbench.core.dose.stages import LONGEST_TEXT
from fairbench.core.errors import InputError, PlanError
from fairbench.core.fit.base_versions import best_bases, with_bases
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.plan import plan as plans
from fairbench.core.plan.plan import Item
from fairbench.core.plan.timeline import compile_timeline
from fairbench.core.positions import Position
from fairbench.core.sides import Side
from fairbench.web.accounts.actor import Actor
from fairbench.web.people import health_actions
from fairbench.web.people.health_inputs import OverrideInput
from fairbench.web.people.models import Group, Participant
from fairbench.web.plans import actions
from fairbench.web.plans.actions import Edited, Touches
from fairbench.web.plans.adapter import core_group, core_plan, shelf
from fairbench.web.plans.models import Plan, PlanRevision
from fairbench.web.site.find import find
from fairbench.web.site.inputs import Figure, Input, Lines, OneLine, OptionalId, Slug, Whole

from . import block_edits
from .edit import EDITS, Done, EditInput, edit

__all__ = ["EDITS", "block_edits"]

GIVEN_FOR = datetime.timedelta(days=7)
_MOST_STEPS = 10


def _edit(
    actor: Actor, plan_id: UUID, given: EditInput, change: actions.Change, message: str, *, touches: bool = True
) -> Done:
    what = Touches(item=given.item) if touches else None
    return Done(actions.edit(actor, plan_id, given.seen, change, message, what), message, given.item)


# Items: putting them down, moving them, taking them away.


class AddInput(EditInput):
    version: Slug = ""


@edit("add", AddInput)
def add(actor: Actor, plan_id: UUID, given: AddInput) -> Done:
    """An exercise of the shelf, after what is chosen where it belongs there, else at the end of its block."""
    exercise = shelf().exercise(given.exercise)
    version = exercise.version(given.version or exercise.base)
    item = Item(actions.new_id(), exercise.id, version.id)

    def change(plan: plans.Plan) -> plans.Plan:
        there = any(i.id == given.chosen for i in plan.items())
        return plans.add_where_it_belongs(plan, item, shelf(), given.chosen if there else None)

    message = f"Added {exercise.name}."
    return Done(actions.edit(actor, plan_id, given.seen, change, message), message, item.id)


@edit("remove", EditInput)
def remove(actor: Actor, plan_id: UUID, given: EditInput) -> Done:
    """The item goes; what stood beside it is chosen then."""
    beside: list[str] = []

    def change(plan: plans.Plan) -> plans.Plan:
        ids = [i.id for i in plan.items()]
        at = ids.index(plan.item(given.item).id)
        beside[:] = ids[at + 1 : at + 2] or ids[max(0, at - 1) : at]
        return plans.remove(plan, given.item)

    done = _edit(actor, plan_id, given, change, f"Removed {given.name}.")
    return replace(done, chosen=beside[0] if beside else "")


@edit("copy", EditInput)
def copy(actor: Actor, plan_id: UUID, given: EditInput) -> Done:
    """The same item once more, right after it."""
    new_id = actions.new_id()
    done = _edit(
        actor,
        plan_id,
        given,
        lambda plan: plans.duplicate(plan, given.item, new_id),
        f"Copied {given.name}.",
        touches=False,
    )
    return replace(done, chosen=new_id)


def _place(actor: Actor, plan_id: UUID, given: EditInput, change: actions.Change, message: str) -> Done:
    """A move: it can always be made, so it touches nothing that others may have changed."""
    return _edit(actor, plan_id, given, change, f"Moved {given.name}{message}.", touches=False)


class MoveInput(EditInput):
    block: Whole = Field(ge=0, le=plans.MAX_ITEMS)
    place: Whole = Field(ge=0, le=plans.MAX_ITEMS)


@edit("move", MoveInput)
def move(actor: Actor, plan_id: UUID, given: MoveInput) -> Done:
    """The item to a place in a block, while the blocks are those that the window shows."""
    message = f"Moved {given.name}."
    edited = actions.edit(
        actor,
        plan_id,
        given.seen,
        lambda plan: plans.move(plan, given.item, given.block, given.place),
        message,
        Touches(detail="outline"),
    )
    return Done(edited, message, given.item)


@edit("earlier", EditInput)
def earlier(actor: Actor, plan_id: UUID, given: EditInput) -> Done:
    """The item one place earlier."""
    return _place(actor, plan_id, given, lambda plan: plans.step_earlier(plan, given.item), " earlier")


@edit("later", EditInput)
def later(actor: Actor, plan_id: UUID, given: EditInput) -> Done:
    """The item one place later."""
    return _place(actor, plan_id, given, lambda plan: plans.step_later(plan, given.item), " later")


# What is done: version, another exercise, the fairest versions.


class VersionInput(EditInput):
    version: Slug


@edit("version", VersionInput)
def version(actor: Actor, plan_id: UUID, given: VersionInput) -> Done:
    """Another version of the item's exercise, at its usual dose."""
    return _edit(
        actor,
        plan_id,
        given,
        lambda plan: plans.take_version(plan, given.item, given.version, shelf()),
        f"Changed the version of {given.name}.",
    )


class SwapInput(EditInput):
    to: Slug
    version: Slug = ""


@edit("swap", SwapInput)
def swap(actor: Actor, plan_id: UUID, given: SwapInput) -> Done:
    """Another exercise in an item's place, for everybody, at its usual dose."""
    exercise = shelf().exercise(given.to)
    version = exercise.version(given.version or exercise.base)

    def change(plan: plans.Plan) -> plans.Plan:
        item = plan.item(given.item)
        return plans.change(plan, replace(item, exercise=exercise.id, version=version.id, dose=None))

    return _edit(actor, plan_id, given, change, f"Swapped for {exercise.name}.")


class GiveInput(EditInput):
    person: UUID
    instead: Slug
    version: Slug


@edit("give", GiveInput)
def give(actor: Actor, plan_id: UUID, given: GiveInput) -> Done:
    """Another exercise for one person, for a week, so that their next class is within it. The plan stays as it is."""
    exercise, instead = shelf().exercise(given.exercise), shelf().exercise(given.instead)
    version = instead.version(given.version)
    person = find(Participant, given.person)
    until = timezone.localdate() + GIVEN_FOR
    health_actions.override(
        actor,
        person.id,
        OverrideInput(
            exercise=exercise.id,
            version=version.id,
            instead=instead.id,
            reason=f"nothing of {exercise.name} suits just now",
            until=until,
        ),
    )
    message = f"{person.call_name}: {instead.name}, {version.name}, until {until:%-d %B}."
    return _unchanged(Plan.objects.select_related("group").get(id=plan_id), message, given)


@edit("bases", EditInput)
def bases(actor: Actor, plan_id: UUID, given: EditInput) -> Done:
    """The fairest base versions for the whole plan, worked out anew for the plan as it is now."""
    group = core_group(Plan.objects.select_related("group").get(id=plan_id).group)
    changed: list[int] = []

    def change(plan: plans.Plan) -> plans.Plan:
        proposal = best_bases(compile_timeline(plan, group, shelf()), group.people, shelf(), load_conditions())
        changed[:] = [len(proposal.changes)]
        return with_bases(plan, proposal.changes)

    done = _edit(actor, plan_id, given, change, "Took the fairest versions.", touches=False)
    return replace(done, message=f"Took the fairest versions: {changed[0]} changed.", chosen="")


# How much of it: the dose.


def _dose(
    actor: Actor, plan_id: UUID, given: EditInput, change: Callable[[Dose], Dose], message: str = "Changed the dose of"
) -> Done:
    def on_plan(plan: plans.Plan) -> plans.Plan:
        item = plan.item(given.item)
        dose = item.dose or shelf().exercise(item.exercise).version(item.version).dose
        return plans.change(plan, replace(item, dose=change(dose)))

    return _edit(actor, plan_id, given, on_plan, f"{message} {given.name}.")


class FieldInput(EditInput):
    field: str = Field(max_length=60)
    value: Figure


@edit("field", FieldInput)
def set_field(actor: Actor, plan_id: UUID, given: FieldInput) -> Done:
    """One field of the dose, or the rest after it."""
    if given.field == "rest_after":
        return _on_item(actor, plan_id, given, lambda item: replace(item, rest_after=float(given.value)), "Changed")
    return _dose(actor, plan_id, given, lambda dose: dose_edit.set_field(dose, given.field, given.value))


class NudgeInput(EditInput):
    steps: Whole = Field(ge=-_MOST_STEPS, le=_MOST_STEPS)


@edit("nudge", NudgeInput)
def nudge(actor: Actor, plan_id: UUID, given: NudgeInput) -> Done:
    """More or less of it, by steps of its main field."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.nudge(dose, given.steps))


class ValueInput(EditInput):
    value: str = Field(default="", max_length=60)


@edit("kind", ValueInput)
def kind(actor: Actor, plan_id: UUID, given: ValueInput) -> Done:
    """Another kind of dose, at its starting figures."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.take_kind(dose, given.value))


@edit("sides", ValueInput)
def sides(actor: Actor, plan_id: UUID, given: ValueInput) -> Done:
    """The dose shared otherwise between sides and directions; where the version cannot be done so, with the version of
    the exercise that can. Refused where none can."""

    def on_plan(plan: plans.Plan) -> plans.Plan:
        item = plan.item(given.item)
        exercise = shelf().exercise(item.exercise)
        version = exercise.version(item.version)
        dose = dose_edit.take_sides(item.dose or version.dose, given.value)
        other = exercise.done_with(version, dose.sides)
        if other is None:
            version.check_sides(dose.sides)
        if other is None or other is version:
            return plans.change(plan, replace(item, dose=dose))
        dose = dose_edit.take_sides(other.dose, given.value)
        return plans.change(plan, replace(item, version=other.id, dose=None if dose == other.dose else dose))

    return _edit(actor, plan_id, given, on_plan, f"Changed the dose of {given.name}.")


class PartInput(EditInput):
    """A part of a sequence by its number, from 0."""

    part: Whole = Field(ge=0, le=MOST_PARTS)


@edit("add_part", ValueInput)
def add_part(actor: Actor, plan_id: UUID, given: ValueInput) -> Done:
    """A further part of a sequence, at the end."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.add_part(dose, given.value))


@edit("remove_part", PartInput)
def remove_part(actor: Actor, plan_id: UUID, given: PartInput) -> Done:
    """A sequence without one of its parts."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.remove_part(dose, given.part))


@edit("part_earlier", PartInput)
def part_earlier(actor: Actor, plan_id: UUID, given: PartInput) -> Done:
    """A part one place earlier."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.part_earlier(dose, given.part))


@edit("share", ValueInput)
def share(actor: Actor, plan_id: UUID, given: ValueInput) -> Done:
    """Breaths and the clock for each side or in all."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.take_share(dose, given.value))


class SaidInput(EditInput):
    """Something written as one says it."""

    value: OneLine = Field(default="", max_length=LONGEST_TEXT)


@edit("stages", SaidInput)
def stages(actor: Actor, plan_id: UUID, given: SaidInput) -> Done:
    """The stages of a press, as they are said."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.take_stages(dose, given.value))


@edit("load", SaidInput)
def load(actor: Actor, plan_id: UUID, given: SaidInput) -> Done:
    """What is worked against, as it is said."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.take_load(dose, given.value))


@edit("effort", SaidInput)
def effort(actor: Actor, plan_id: UUID, given: SaidInput) -> Done:
    """How hard, as it is said."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.take_effort(dose, given.value))


@edit("ending", ValueInput)
def ending(actor: Actor, plan_id: UUID, given: ValueInput) -> Done:
    """What ends a set."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.take_ending(dose, given.value))


class SwitchInput(EditInput):
    """Something that is on or, where the box is left empty, off."""

    value: Literal["on", ""] = ""


@edit("music", SwitchInput)
def music(actor: Actor, plan_id: UUID, given: SwitchInput) -> Done:
    """To a beat, or to none."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.to_music(dose, given.value == "on"))


@edit("usual", EditInput)
def usual(actor: Actor, plan_id: UUID, given: EditInput) -> Done:
    """The version's usual dose again."""
    return _on_item(actor, plan_id, given, lambda item: replace(item, dose=None), "Usual dose again for")


def _on_item(actor: Actor, plan_id: UUID, given: EditInput, change: Callable[[Item], Item], message: str) -> Done:
    return _edit(
        actor,
        plan_id,
        given,
        lambda plan: plans.change(plan, change(plan.item(given.item))),
        f"{message} {given.name}.",
    )


class NoteInput(EditInput):
    value: Lines = ""


@edit("note", NoteInput)
def note(actor: Actor, plan_id: UUID, given: NoteInput) -> Done:
    """What the instructor wants to remember at the item."""
    return _on_item(actor, plan_id, given, lambda item: replace(item, note=given.value), "Saved the note at")


@edit("extra", SwitchInput)
def extra(actor: Actor, plan_id: UUID, given: SwitchInput) -> Done:
    """Whether it is skipped first when time runs out."""
    return _on_item(actor, plan_id, given, lambda item: replace(item, extra=given.value == "on"), "Marked")


# The plan's own details.


class NameInput(Input):
    value: OneLine


class MinutesInput(Input):
    value: Whole


class LeadInput(Input):
    value: Side


class StartInput(Input):
    value: Position


_SETTINGS: Mapping[str, type[NameInput | MinutesInput | LeadInput | StartInput]] = {
    "name": NameInput,
    "length_min": MinutesInput,
    "water_every_min": MinutesInput,
    "lead": LeadInput,
    "start": StartInput,
}


class SettingsInput(EditInput):
    field: str = Field(max_length=60)
    value: str = Field(default="", max_length=plans.NAME_LIMIT * 2)


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
    return _unchanged(plan, f"For {found.name}." if found else "For no group in particular.", given)


def _unchanged(plan: Plan, message: str, given: EditInput) -> Done:
    """Something about the plan's people changed, and no revision of it came of that."""
    document = PlanRevision.objects.get(plan=plan, number=plan.head).document
    can_redo = bool(actions.newer_state(plan))
    return Done(Edited(plan, core_plan(document)), message, given.chosen, can_redo)


# Back and forth.


@edit("undo", EditInput)
def undo(actor: Actor, plan_id: UUID, given: EditInput) -> Done:
    """The state before the newest change."""
    edited = actions.undo(actor, plan_id, given.seen)
    return Done(edited, "Undone.", given.chosen, can_redo=True)


@edit("redo", EditInput)
def redo(actor: Actor, plan_id: UUID, given: EditInput) -> Done:
    """Forward again to the newest state that came from this one."""
    edited = actions.redo(actor, plan_id, given.seen)
    return Done(edited, "Done again.", given.chosen, bool(actions.newer_state(edited.plan)))
