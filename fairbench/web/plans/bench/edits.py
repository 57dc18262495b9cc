"""What a person can do with the exercises of a plan on the bench, and going back and forth."""

import datetime
from dataclasses import replace
from uuid import UUID

from django.utils import timezone
from pydantic import Field

from fairbench.core.errors import PlanError
from fairbench.core.fit.base_versions import best_bases, with_bases
from fairbench.core.fit.meanwhile import meanwhile_of
from fairbench.core.plan import plan as plans
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.item import Item
from fairbench.web.accounts.actor import Actor
from fairbench.web.people import health_actions
from fairbench.web.people.health_inputs import OverrideInput
from fairbench.web.people.models import Participant
from fairbench.web.plans import actions
from fairbench.web.plans.actions import Touches
from fairbench.web.plans.adapter import core_group, shelf
from fairbench.web.plans.models import WITH_ROOM, Plan
from fairbench.web.plans.surroundings import room_of, surroundings
from fairbench.web.site.find import find
from fairbench.web.site.inputs import Lines, OneLine, OptionalWhole, Slug, Whole

from . import block_edits, bracket_edits, dose_edits, finding_edits, line_edits, plan_edits, several_edits
from .doses_proposed import with_a_dose
from .edit import EDITS, Done, EditInput, SwitchInput, change_item, edit, edit_item, unchanged

__all__ = [
    "EDITS",
    "block_edits",
    "bracket_edits",
    "dose_edits",
    "finding_edits",
    "line_edits",
    "plan_edits",
    "several_edits",
]

GIVEN_FOR = datetime.timedelta(days=7)


# Items: putting them down, moving them, taking them away.


class AddInput(EditInput):
    """``block`` and ``place`` are where a drag dropped it; without them it goes after what is chosen."""

    version: Slug = ""
    block: OptionalWhole = None
    place: OptionalWhole = None


@edit("add", AddInput)
def add(actor: Actor, plan_id: UUID, given: AddInput) -> Done:
    """An exercise of the shelf, after what is chosen where it belongs there, else at the end of its block."""
    exercise = shelf().exercise(given.exercise)
    version = exercise.version(given.version or exercise.base)
    item = Item(actions.new_id(), exercise.id, version.id)

    def change(plan: plans.Plan) -> plans.Plan:
        if given.block is not None:
            return plans.add(plan, item, given.block, given.place)
        there = any(i.id == given.chosen for i in plan.items())
        after = given.chosen if there else None
        return plans.add_where_it_belongs(plan, item, shelf(), after)

    message = f"Added {exercise.name}."
    return with_a_dose(actor, plan_id, given, change, message, item.id, touches=None)


@edit("remove", EditInput)
def remove(actor: Actor, plan_id: UUID, given: EditInput) -> Done:
    """The item goes; what stood beside it is chosen then."""
    beside: list[str] = []

    def change(plan: plans.Plan) -> plans.Plan:
        ids = [i.id for i in plan.items()]
        at = ids.index(plan.item(given.item).id)
        beside[:] = ids[at + 1 : at + 2] or ids[max(0, at - 1) : at]
        return plans.remove(plan, given.item)

    done = edit_item(actor, plan_id, given, change, f"Removed {given.name}.")
    return replace(done, chosen=beside[0] if beside else "")


@edit("copy", EditInput)
def copy(actor: Actor, plan_id: UUID, given: EditInput) -> Done:
    """The same item once more, right after it."""
    new_id = actions.new_id()
    done = edit_item(
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
    return edit_item(actor, plan_id, given, change, f"Moved {given.name}{message}.", touches=False)


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


@edit("lock", SwitchInput)
def lock(actor: Actor, plan_id: UUID, given: SwitchInput) -> Done:
    """The item is left as it is by every suggested change and by shortening, or no longer."""
    on = given.value == "on"
    return change_item(
        actor, plan_id, given, lambda item: replace(item, locked=on), "Locked" if on else "No longer locked:"
    )


# What is done: version, another exercise, the fairest versions.


class VersionInput(EditInput):
    version: Slug


@edit("version", VersionInput)
def version(actor: Actor, plan_id: UUID, given: VersionInput) -> Done:
    """Another version of the item's exercise, at its usual dose."""
    message = f"Changed the version of {given.name}."
    return with_a_dose(
        actor,
        plan_id,
        given,
        lambda plan: plans.take_version(plan, given.item, given.version, shelf()),
        message,
        given.item,
        touches=Touches(item=given.item),
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
        return plans.take_swap(plan, given.item, exercise.id, version.id, shelf())

    touches = Touches(item=given.item)
    return with_a_dose(actor, plan_id, given, change, f"Swapped for {exercise.name}.", given.item, touches=touches)


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
    return unchanged(Plan.objects.select_related(*WITH_ROOM).get(id=plan_id), message, given)


@edit("bases", EditInput)
def bases(actor: Actor, plan_id: UUID, given: EditInput) -> Done:
    """The fairest base versions for the whole plan, worked out anew for the plan as it is now."""
    row = Plan.objects.select_related(*WITH_ROOM).get(id=plan_id)
    group, around = core_group(row.group), surroundings(room_of(row))
    changed: list[int] = []

    def change(plan: plans.Plan) -> plans.Plan:
        timeline = compile_timeline(plan, group, around.shelf)
        proposal = best_bases(timeline, group.people, around.shelf, around.conditions)
        changed[:] = [len(proposal.changes)]
        return with_bases(plan, proposal.changes, around.shelf)

    done = edit_item(actor, plan_id, given, change, "Took the fairest versions.", touches=False)
    return replace(done, message=f"Took the fairest versions: {changed[0]} changed.", chosen="")


class StandInInput(EditInput):
    """A prop and how many take what a household has instead; 0 for nobody."""

    prop: Slug
    value: Whole


@edit("stand_in", StandInInput)
def stand_in(actor: Actor, plan_id: UUID, given: StandInInput) -> Done:
    """Some take what a household has in the place of a thing that there is too little of."""
    prop = shelf().props.get(given.prop)
    if prop is None or not prop.substitute:
        raise PlanError("nothing stands in for that", "prop")
    message = f"{given.value} take {prop.substitute.partition('; ')[0]} in {given.name}."
    return edit_item(
        actor, plan_id, given, lambda plan: plans.take_stand_in(plan, given.item, given.prop, given.value), message
    )


# What stands at an item.


class NoteInput(EditInput):
    value: Lines = ""


@edit("note", NoteInput)
def note(actor: Actor, plan_id: UUID, given: NoteInput) -> Done:
    """What the instructor wants to remember at the item."""
    return change_item(actor, plan_id, given, lambda item: replace(item, note=given.value), "Saved the note at")


@edit("extra", SwitchInput)
def extra(actor: Actor, plan_id: UUID, given: SwitchInput) -> Done:
    """Whether it is skipped first when time runs out."""
    return change_item(actor, plan_id, given, lambda item: replace(item, extra=given.value == "on"), "Marked")


class StepsInput(EditInput):
    """The steps of a repetition, with commas between."""

    value: OneLine = Field(default="", max_length=300)


@edit("steps", StepsInput)
def steps(actor: Actor, plan_id: UUID, given: StepsInput) -> Done:
    """What a repetition goes through, said in this order."""
    ordered = tuple(step.strip() for step in given.value.split(",") if step.strip())
    return change_item(actor, plan_id, given, lambda item: replace(item, steps=ordered), "Changed the steps of")


@edit("optional", SwitchInput)
def optional(actor: Actor, plan_id: UUID, given: SwitchInput) -> Done:
    """Whether it is offered, so that who likes watches."""
    return change_item(actor, plan_id, given, lambda item: replace(item, optional=given.value == "on"), "Marked")


class MeanwhileInput(EditInput):
    """An exercise and a version of it; none for those who just watch."""

    value: str = Field(default="", max_length=130)


@edit("meanwhile", MeanwhileInput)
def meanwhile(actor: Actor, plan_id: UUID, given: MeanwhileInput) -> Done:
    """What those do who leave an optional item to the others."""

    def change(item: Item) -> Item:
        changed = replace(item, meanwhile=given.value)
        meanwhile_of(changed, shelf())
        return changed

    return change_item(actor, plan_id, given, change, "Changed what is done meanwhile at")


class BesideInput(EditInput):
    """A version of the item's exercise; none to show one alone."""

    value: Slug = ""


@edit("beside", BesideInput)
def beside(actor: Actor, plan_id: UUID, given: BesideInput) -> Done:
    """A second version, shown beside the first."""

    def change(item: Item) -> Item:
        if given.value:
            shelf().exercise(item.exercise).version(given.value)
        return replace(item, beside=given.value)

    return change_item(actor, plan_id, given, change, "Changed what stands beside")


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
