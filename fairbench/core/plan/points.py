"""Points within the ranges of a plan: all at one share of the way, or as far up as the booked time allows."""

from dataclasses import replace

from ..dose.edit import at_share, at_start
from ..dose.ranges import RangeStart
from ..exercises.shelf import Shelf
from ..people.person import Group
from .compile import compile_timeline
from .item import Item
from .plan import Plan, with_blocks

STEPS = 20
"""In so many steps from the least to the most."""


def pick_points(plan: Plan, share: float) -> Plan:
    """The plan with every figure that has a range picked at a share of the way between its ends, 0 to 1."""
    blocks = tuple(replace(block, items=tuple(_picked(item, share) for item in block.items)) for block in plan.blocks)
    return with_blocks(plan, blocks)


def start_points(plan: Plan, start: RangeStart) -> Plan:
    """The plan with every figure that has a range where it is picked first: what a group that begins a ready class
    gets."""
    blocks = tuple(
        replace(
            block,
            items=tuple(
                item if item.dose is None else replace(item, dose=at_start(item.dose, start)) for item in block.items
            ),
        )
        for block in plan.blocks
    )
    return with_blocks(plan, blocks)


def has_ranges(plan: Plan) -> bool:
    """Whether there is anything to pick."""
    return any(item.dose is not None and item.dose.ranges for item in plan.items())


def fit_points(plan: Plan, group: Group, shelf: Shelf) -> Plan:
    """The plan with its points as far up, evenly, as it ends in time; at the least where it is over even so."""
    for step in range(STEPS, 0, -1):
        picked = pick_points(plan, step / STEPS)
        if compile_timeline(picked, group, shelf).over <= 0:
            return picked
    return pick_points(plan, 0.0)


def _picked(item: Item, share: float) -> Item:
    return item if item.dose is None or item.locked else replace(item, dose=at_share(item.dose, share))
