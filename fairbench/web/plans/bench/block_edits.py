"""What a person can do with the blocks of a plan: add one, name it, leave it out."""

from uuid import UUID

from pydantic import Field

from fairbench.core.exercises.aim import BlockKind
from fairbench.core.plan import plan as plans
from fairbench.web.accounts.actor import Actor
from fairbench.web.plans import actions
from fairbench.web.site.inputs import OneLine, Whole

from .edit import Done, EditInput, edit


class AddBlockInput(EditInput):
    """``at`` is the number of the block before which it comes."""

    kind: BlockKind
    at: Whole = Field(ge=0, le=plans.MAX_BLOCKS)


class BlockInput(EditInput):
    """A block by its number."""

    block: Whole = Field(ge=0, le=plans.MAX_BLOCKS)


class BlockNameInput(BlockInput):
    """A block under a name of its own; empty for its usual one."""

    value: OneLine = ""


@edit("add_block", AddBlockInput)
def add_block(actor: Actor, plan_id: UUID, given: AddBlockInput) -> Done:
    """A further block; a kind may come again."""
    return _edit(actor, plan_id, given, lambda plan: plans.add_block(plan, given.kind, given.at), "Added a block.")


@edit("rename_block", BlockNameInput)
def rename_block(actor: Actor, plan_id: UUID, given: BlockNameInput) -> Done:
    """What the instructor calls a block."""
    return _edit(
        actor, plan_id, given, lambda plan: plans.rename_block(plan, given.block, given.value), "Renamed a block."
    )


@edit("remove_block", BlockInput)
def remove_block(actor: Actor, plan_id: UUID, given: BlockInput) -> Done:
    """An empty block is left out."""
    return _edit(actor, plan_id, given, lambda plan: plans.remove_block(plan, given.block), "Left out a block.")


def _edit(actor: Actor, plan_id: UUID, given: EditInput, change: actions.Change, message: str) -> Done:
    edited = actions.edit(actor, plan_id, given.seen, change, message, actions.Touches(detail="outline"))
    return Done(edited, message, given.chosen)
