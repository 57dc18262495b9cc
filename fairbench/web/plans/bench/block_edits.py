"""What a person can do with the blocks of a plan: add one, name it, leave it out."""

import re
from typing import Annotated
from uuid import UUID

from pydantic import Field

from fairbench.core.errors import PlanError
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.plan import plan as plans
from fairbench.core.plan.to_music import block_to_music, block_to_track
from fairbench.web.accounts.actor import Actor
from fairbench.web.plans import actions
from fairbench.web.plans.adapter import core_group, shelf
from fairbench.web.plans.models import Plan
from fairbench.web.site.inputs import OneLine, Ticked, Whole

from .edit import Done, EditInput, edit

_LENGTH = re.compile(r"(?:(\d{1,2}):)?(\d{1,4})\Z")


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


class MusicInput(BlockInput):
    """The beat of a block, and whether its sets end on the phrase."""

    beats: Whole
    phrase: Ticked = False


@edit("block_music", MusicInput)
def block_music(actor: Actor, plan_id: UUID, given: MusicInput) -> Done:
    """All that counts repetitions in a block goes to a beat."""
    return _edit(
        actor,
        plan_id,
        given,
        lambda plan: block_to_music(plan, given.block, given.beats, shelf(), given.phrase),
        f"A block goes to music, {given.beats} beats a minute.",
    )


class TrackInput(BlockInput):
    """How long a track is: ``3:40``, or seconds."""

    length: Annotated[str, Field(max_length=8)]


@edit("block_track", TrackInput)
def block_track(actor: Actor, plan_id: UUID, given: TrackInput) -> Done:
    """A block becomes as long as a track. Raises :class:`PlanError` for a length that is none, and where the block
    cannot be so short."""
    seconds = _seconds(given.length)
    group = core_group(Plan.objects.select_related("group").get(id=plan_id).group)

    def change(plan: plans.Plan) -> plans.Plan:
        made = block_to_track(plan, given.block, seconds, group, shelf())
        if not made.fits:
            raise PlanError("it cannot be so short, even with the least of everything", "length")
        return made.plan

    return _edit(actor, plan_id, given, change, f"A block is as long as its track, {given.length.strip()}.")


def _seconds(text: str) -> float:
    found = _LENGTH.match(text.strip())
    if found is None:
        raise PlanError("write the length of the track as 3:40", "length")
    return int(found[1] or 0) * 60.0 + int(found[2])


def _edit(actor: Actor, plan_id: UUID, given: EditInput, change: actions.Change, message: str) -> Done:
    edited = actions.edit(actor, plan_id, given.seen, change, message, actions.Touches(detail="outline"))
    return Done(edited, message, given.chosen)
