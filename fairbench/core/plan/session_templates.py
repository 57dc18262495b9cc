"""A first draft of a plan from a template: blocks with a share of the time, filled while they fit."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace

from ..dose.edit import nudge
from ..dose.work import Repetitions
from ..exercises.aim import BlockKind
from ..exercises.shelf import Shelf
from ..people.person import Group
from .compile import compile_timeline
from .item import Item
from .plan import Block, Plan, add, change, remove
from .shares import share_bounds
from .timeline import StepKind, Timeline

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


FOR_THE_FIRST = 60.0
"""Seconds that the first exercise of a block may take of the later ones, so that no block stays empty."""
MOST_SETS = 3
MOST_OVER_USUAL = 1.6
"""A draft asks for at most so many times the usual dose in one set. Our own assumption."""
MOST_LEFT_OVER = 300.0
"""Seconds of a class that may be left over."""


def draft(template: SessionTemplate, plan: Plan, group: Group, shelf: Shelf, new_id: Callable[[], str]) -> Plan:
    """``plan`` with the blocks of ``template``, each filled with candidates in order while the block
    stays near its share and leaves the later ones theirs. A strengthening block that is still short
    gets further sets, one exercise at a time. What is then short of its usual part of a class, or of the time that is
    booked, gets somewhat more of what is in it (:func:`_filled_up`), so that a draft passes our own checks."""
    plan = replace(plan, blocks=tuple(Block(block.kind) for block in template.blocks))
    for number, block in enumerate(template.blocks):
        room = _Room(template, number, plan.length_min * 60)
        for exercise, version in block.candidates:
            tried = add(plan, Item(new_id(), exercise, version), number)
            if room.holds(tried, group, shelf):
                plan = tried
        if block.kind is BlockKind.STRENGTHEN:
            plan = _with_more_sets(plan, number, room, group, shelf)
    return _filled_up(plan, group, shelf)


@dataclass(frozen=True, slots=True)
class _Room:
    """How much time one block may take, and how much the class up to its end."""

    template: SessionTemplate
    number: int
    length: float

    def holds(self, plan: Plan, group: Group, shelf: Shelf) -> bool:
        later = sum(block.share for block in self.template.blocks[self.number + 1 :])
        share = self.template.blocks[self.number].share * self.length * OVERSHOOT
        until = (1 - later) * self.length
        timeline = compile_timeline(plan, group, shelf)
        seconds = timeline.block_seconds()[self.number]
        if len(plan.blocks[self.number].items) == 1:  # a block is not left empty for want of a minute
            return timeline.total <= min(self.length, until + FOR_THE_FIRST)
        return timeline.total <= until and seconds <= share


def _filled_up(plan: Plan, group: Group, shelf: Shelf) -> Plan:
    """The plan with more of what is in a block that is under its usual part, a step at a time; and of any block while
    more than five minutes are left of the class, or a third of it is talk. No block goes over its usual part, nor the
    class over its time; where it would, a block that has more than its part gives its last exercise."""
    length = plan.length_min * 60.0
    bounds = [share_bounds(block.kind, length) for block in plan.blocks]

    def larger(plan: Plan, timeline: Timeline) -> Plan | None:
        seconds, parts = timeline.block_seconds(), timeline.parts()
        talks = 3 * (parts[StepKind.EXPLAIN] + parts[StepKind.TRANSFER]) > timeline.total
        wants_all = talks or length - timeline.total > MOST_LEFT_OVER
        short = _short(seconds, bounds)
        for number in (*short, *(range(len(bounds)) if wants_all else ())):
            for tried in _steps_up(plan, number, shelf):
                there = compile_timeline(tried, group, shelf)
                if there.total <= length and seconds[number] < there.block_seconds()[number] <= bounds[number][1]:
                    return tried
        return None

    while True:
        timeline = compile_timeline(plan, group, shelf)
        grown = larger(plan, timeline)
        if grown is None and _short(timeline.block_seconds(), bounds):
            for fewer in _giving_one(plan, timeline.block_seconds(), bounds):
                grown = larger(fewer, compile_timeline(fewer, group, shelf))
                if grown is not None:
                    break
        if grown is None:
            return plan
        plan = grown


def _short(seconds: Sequence[float], bounds: Sequence[tuple[float, float]]) -> list[int]:
    return [number for number, (low, _) in enumerate(bounds) if seconds[number] < low]


def _giving_one(plan: Plan, seconds: Sequence[float], bounds: Sequence[tuple[float, float]]) -> Iterator[Plan]:
    """The plan without the last exercise of a block that has more than its usual part, the richest block first."""
    rich = sorted(range(len(bounds)), key=lambda number: bounds[number][0] - seconds[number])
    for number in rich:
        if seconds[number] > bounds[number][0] and len(plan.blocks[number].items) > 1:
            yield remove(plan, plan.blocks[number].items[-1].id)


def _steps_up(plan: Plan, number: int, shelf: Shelf) -> Iterator[Plan]:
    """The plan with one item of a block a step larger: the one first that is least over its usual dose."""
    sized = []
    for item in plan.blocks[number].items:
        usual = shelf.exercise(item.exercise).version(item.version).dose
        dose = item.dose or usual
        sized.append((dose.time.work / usual.time.work, item, dose, usual))
    for over, item, dose, usual in sorted(sized, key=lambda one: one[0]):
        if over < MOST_OVER_USUAL:
            yield change(plan, replace(item, dose=nudge(dose, 1)))
        if dose.sets < MOST_SETS and usual.time.work:
            yield change(plan, replace(item, dose=replace(dose, sets=dose.sets + 1)))


def _with_more_sets(plan: Plan, number: int, room: _Room, group: Group, shelf: Shelf) -> Plan:
    for item in plan.blocks[number].items:
        dose = item.dose or shelf.exercise(item.exercise).version(item.version).dose
        if isinstance(dose.work, Repetitions) and dose.sets < MOST_SETS:
            tried = change(plan, replace(item, dose=replace(dose, sets=dose.sets + 1)))
            if room.holds(tried, group, shelf):
                plan = tried
    return plan
