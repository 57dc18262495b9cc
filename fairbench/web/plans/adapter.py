"""Rows into core values: the one place where a plan's rows and its group's rows are read."""

from typing import Any

from fairbench.core.dose.ranges import RangeStart
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.formats.plan_doc import plan_value
from fairbench.core.formats.successors_doc import load_successors
from fairbench.core.people.person import Group as CoreGroup
from fairbench.core.plan.plan import Plan as CorePlan
from fairbench.core.plan.readable import Readable, readable
from fairbench.web.accounts.actor import Actor
from fairbench.web.people.kept_people import people_of
from fairbench.web.people.models import Group

from .house_style import OwnAnswers, shelf_of


def shelf(own: OwnAnswers = ()) -> Shelf:
    """What this practice has to choose from, as its style says it, or a plan's ``own``."""
    return shelf_of(own)


def core_plan(document: Any) -> CorePlan:
    """The plan in a stored document, with every item on today's shelf."""
    return read_today(document).plan


def read_today(document: Any) -> Readable:
    """The plan in a stored document as it can be read today, and in words what is not as it was stored."""
    return readable(plan_value(document), shelf(), load_successors())


def range_start(actor: Actor, group: Group | None) -> RangeStart:
    """Where in a range a figure is picked first, for a group of a practice."""
    return RangeStart((group.ranges_from if group else "") or actor.practice.ranges_from)


def core_group(group: Group | None) -> CoreGroup:
    """A group's people and what they were taught, in one query or two; nobody when there is no group."""
    return CoreGroup() if group is None else CoreGroup(people_of(group), group.taught)
