"""A class of a term as a draft: what the week wants comes first in each part, and what is not yet known comes later."""

from collections.abc import Callable, Collection
from dataclasses import replace

from ..exercises.aim import BlockKind
from ..exercises.shelf import Shelf
from ..people.person import Group
from ..plan.plan import Plan, change
from ..plan.session_templates import SessionTemplate, TemplateBlock, draft
from .term import Slot, Term


def draft_of(
    term: Term,
    slot: Slot,
    template: SessionTemplate,
    group: Group,
    shelf: Shelf,
    new_id: Callable[[], str],
    taught: Collection[str] = (),
) -> Plan:
    """A plan for one class of a term. Its own exercises come first in their blocks, new ones at the rung where
    newcomers start; those that the term introduces later, or that were dropped, are left to later. An easier week has a
    set fewer of what is strengthened; nobody's own figures change by it. ``taught`` are exercises that the group
    knows."""
    known = {name for name in group.taught if group.taught[name]} | set(taught)
    before = {name for one in term.held if one.day <= slot.day for name in one.named}
    later = {name for one in term.held if one.day > slot.day for name in one.new} - before
    dropped = {name for one in term.slots if one.day <= slot.day for name in one.dropped}
    blocks = tuple(_block(block, slot, shelf, known, later | dropped) for block in template.blocks)
    title = f"Week {term.week(slot)}" + (f": {slot.theme}" if slot.theme else "")
    blank = Plan(f"{term.name[:60]}, {title}"[:120], term.minutes, note=slot.theme)
    made = draft(replace(template, blocks=blocks), blank, group, shelf, new_id)
    return _easier(made, shelf) if slot.easier else made


def _block(
    block: TemplateBlock, slot: Slot, shelf: Shelf, known: Collection[str], not_now: Collection[str]
) -> TemplateBlock:
    wished = []
    for name in slot.named:
        exercise = shelf.exercises.get(name)
        if exercise is None or exercise.block is not block.kind:
            continue
        version = exercise.newcomer if name in slot.new and exercise.newcomer else exercise.base
        wished.append((name, version))
    named = {name for name, _ in wished}
    usual = [one for one in block.candidates if one[0] not in named and one[0] not in not_now]
    # Of what nobody named, what the group knows comes first: a class brings no more new things than the term says.
    usual.sort(key=lambda one: one[0] not in known)
    return replace(block, candidates=(*wished, *usual))


def _easier(plan: Plan, shelf: Shelf) -> Plan:
    for block in plan.blocks:
        if block.kind is not BlockKind.STRENGTHEN:
            continue
        for item in block.items:
            dose = item.dose or shelf.exercise(item.exercise).version(item.version).dose
            if dose.sets > 1:
                plan = change(plan, replace(item, dose=replace(dose, sets=dose.sets - 1)))
    return plan
