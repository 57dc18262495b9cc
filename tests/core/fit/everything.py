"""Every way in which a condition can be declared, and every version as the base of an item."""

from collections.abc import Iterator
from itertools import product

from fairbench.core.exercises.shelf import Shelf
from fairbench.core.fit.fit import fit_item
from fairbench.core.fit.verdict import Verdict
from fairbench.core.people.conditions import Condition, Conditions, Declared
from fairbench.core.people.person import Group, Person
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.plan.timeline import ItemTime
from fairbench.core.sides import Side


def ways_to_declare(condition: Condition) -> Iterator[Declared]:
    """Each option and none said; on the left, and on both sides."""
    sides = (None, Side.LEFT) if condition.sided else (None,)
    for side, severity, stage in product(sides, ("", *condition.severities), ("", *condition.stages)):
        yield Declared(condition.id, side, severity, stage)


def every_item(shelf: Shelf) -> list[ItemTime]:
    """Every version as the only item of a plan."""
    items = []
    for exercise in shelf:
        for version in exercise.versions:
            block = Block(exercise.block, (Item("i", exercise.id, version.id),))
            items += compile_timeline(Plan("One", 45, (block,)), Group(), shelf).items
    return items


def verdicts(
    declared: tuple[Declared, ...], items: list[ItemTime], shelf: Shelf, conditions: Conditions
) -> list[Verdict]:
    """What somebody with these conditions does of everything, each item as if it were the only one."""
    person = Person("p", "P", conditions=declared)
    return [fit_item(person, time, shelf, conditions, frozenset({time.exercise.id})) for time in items]
