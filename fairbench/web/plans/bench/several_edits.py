"""What a person can do with several exercises at once, and with a block of another plan."""

from collections.abc import Sequence
from dataclasses import replace
from enum import StrEnum
from functools import reduce
from typing import Annotated
from uuid import UUID

from pydantic import Field

from fairbench.core.counted import how_many
from fairbench.core.errors import PlanError
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.plan import plan as plans
from fairbench.web.accounts.actor import Actor
from fairbench.web.plans import actions
from fairbench.web.plans.adapter import core_plan
from fairbench.web.plans.models import Plan, PlanRevision
from fairbench.web.site.find import find
from fairbench.web.site.inputs import OptionalNumber, OptionalWhole

from .edit import Done, EditInput, edit


class What(StrEnum):
    """What is done with all of them."""

    MOVE = "move"
    COPY = "copy"
    REMOVE = "remove"
    REST = "rest"
    LOCK = "lock"


_SAID = {
    What.MOVE: "Moved",
    What.COPY: "Copied",
    What.REMOVE: "Removed",
    What.REST: "Changed the rest after",
    What.LOCK: "Locked",
}


class SeveralInput(EditInput):
    """The items by their ids with spaces between; ``block`` is where they are moved to, ``rest`` in seconds."""

    items: Annotated[str, Field(max_length=4000, pattern=r"^[A-Za-z0-9_. -]*$")]
    what: What
    block: OptionalWhole = None
    rest: OptionalNumber = None


@edit("several", SeveralInput)
def several(actor: Actor, plan_id: UUID, given: SeveralInput) -> Done:
    """One change of several items; all of them or none. Raises :class:`PlanError` where none is chosen, or one is
    gone."""
    chosen = given.items.split()
    if not chosen:
        raise PlanError("choose some exercises first", "items")

    def change(plan: plans.Plan) -> plans.Plan:
        known = {item.id for item in plan.items()}
        if not set(chosen) <= known:
            raise PlanError("one of them is no longer in the plan", "items")
        in_order = [item.id for item in plan.items() if item.id in chosen]
        return _changed(plan, in_order, given)

    number = len(chosen)
    message = f"{_SAID[given.what]} {how_many(number, 'exercise')}."
    edited = actions.edit(actor, plan_id, given.seen, change, message)
    there = {item.id for item in edited.value.items()}
    return Done(edited, message, given.chosen if given.chosen in there else "")


def _changed(plan: plans.Plan, items: Sequence[str], given: SeveralInput) -> plans.Plan:
    if given.what is What.REMOVE:
        return reduce(plans.remove, items, plan)
    if given.what is What.COPY:
        return reduce(lambda made, item: plans.duplicate(made, item, actions.new_id()), items, plan)
    if given.what is What.MOVE:
        block = given.block
        if block is None or not 0 <= block < len(plan.blocks):
            raise PlanError("choose the block they go to", "block")
        return reduce(lambda made, item: plans.move(made, item, block, len(made.blocks[block].items)), items, plan)
    if given.what is What.REST:
        rest = given.rest
        if rest is None:
            raise PlanError("say how many seconds", "rest")
        return reduce(lambda made, item: plans.change(made, replace(made.item(item), rest_after=rest)), items, plan)
    return reduce(lambda made, item: plans.change(made, replace(made.item(item), locked=True)), items, plan)


class CopyBlockInput(EditInput):
    """A block of another plan: which plan, and the kind of the block."""

    other: UUID
    kind: BlockKind


@edit("copy_block", CopyBlockInput)
def copy_block(actor: Actor, plan_id: UUID, given: CopyBlockInput) -> Done:
    """What another plan has in its blocks of a kind, at the end of the last of that kind here. Raises
    :class:`PlanError` where it has nothing there."""
    other = find(Plan, given.other)
    value = core_plan(PlanRevision.objects.get(plan=other, number=other.head).document)
    brought = [item for block in value.blocks if block.kind is given.kind for item in block.items]
    if not brought:
        raise PlanError(f"{other.name} has nothing in its {given.kind.words}", "other")

    def change(plan: plans.Plan) -> plans.Plan:
        numbers = [number for number, block in enumerate(plan.blocks) if block.kind is given.kind]
        if not numbers:
            plan = plans.add_block(plan, given.kind, len(plan.blocks))
            numbers = [len(plan.blocks) - 1]
        for item in brought:
            plan = plans.add(plan, replace(item, id=actions.new_id(), bracket=""), numbers[-1])
        return plan

    message = f"Copied {given.kind.words} from {other.name}."
    return Done(actions.edit(actor, plan_id, given.seen, change, message[:200]), message, given.chosen)
