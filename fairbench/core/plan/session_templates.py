"""A first draft of a plan from a template: blocks with a share of the time, filled while they fit."""

from collections.abc import Callable
from dataclasses import dataclass, replace

from ..dose.work import Repetitions
from ..exercises.aim import BlockKind
from ..exercises.shelf import Shelf
from ..people.person import Group
from .compile import compile_timeline
from .plan import Block, Item, Plan, add, change

OVERSHOOT = 1.15
"""A block may pass its share by this factor before the next candidate is tried instead."""


@dataclass(frozen=True, slots=True)
class TemplateBlock:
    """A block's share of the booked length, and (exercise, version) candidates in order."""

    kind: BlockKind
    share: float
    candidates: tuple[tuple[str, str], ...]


@dataclass(frozen=True, slots=True)
class SessionTemplate:
    """A class to begin from: which exercises may stand in which block, and how the time is shared out."""

    id: str
    name: str
    says: str
    blocks: tuple[TemplateBlock, ...]


MOST_SETS = 3


def draft(template: SessionTemplate, plan: Plan, group: Group, shelf: Shelf, new_id: Callable[[], str]) -> Plan:
    """``plan`` with the blocks of ``template``, each filled with candidates in order while the block
    stays near its share and leaves the later ones theirs. A strengthening block that is still short
    gets further sets, one exercise at a time."""
    plan = replace(plan, blocks=tuple(Block(block.kind) for block in template.blocks))
    for number, block in enumerate(template.blocks):
        room = _Room(template, number, plan.length_min * 60)
        for exercise, version in block.candidates:
            tried = add(plan, Item(new_id(), exercise, version), number)
            if room.holds(tried, group, shelf):
                plan = tried
        if block.kind is BlockKind.STRENGTHEN:
            plan = _with_more_sets(plan, number, room, group, shelf)
    return plan


@dataclass(frozen=True, slots=True)
class _Room:
    """How much time one block may take, and how much the class up to its end."""

    template: SessionTemplate
    number: int
    length: float

    def holds(self, plan: Plan, group: Group, shelf: Shelf) -> bool:
        later = sum(block.share for block in self.template.blocks[self.number + 1 :])
        share = self.template.blocks[self.number].share * self.length * OVERSHOOT
        timeline = compile_timeline(plan, group, shelf)
        return timeline.total <= (1 - later) * self.length and timeline.block_seconds()[self.number] <= share


def _with_more_sets(plan: Plan, number: int, room: _Room, group: Group, shelf: Shelf) -> Plan:
    for item in plan.blocks[number].items:
        dose = item.dose or shelf.exercise(item.exercise).version(item.version).dose
        if isinstance(dose.work, Repetitions) and dose.sets < MOST_SETS:
            tried = change(plan, replace(item, dose=replace(dose, sets=dose.sets + 1)))
            if room.holds(tried, group, shelf):
                plan = tried
    return plan
