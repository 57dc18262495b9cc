"""Plans as they stand in a list: each with its time for its group and its own small line of planks."""

from collections.abc import Sequence
from dataclasses import dataclass

from fairbench.core.clock import minutes_and_seconds
from fairbench.core.people.person import Group as CoreGroup
from fairbench.core.plan.timeline import compile_timeline

from .adapter import core_groups, core_plan, shelf
from .bench.drawing import Drawing, draw
from .models import Plan, PlanRevision


@dataclass(frozen=True, slots=True)
class Entry:
    plan: Plan
    length: int
    items: int
    total: str
    drawing: Drawing


def plan_entries(plans: Sequence[Plan]) -> list[Entry]:
    """One entry for each plan, in two queries however many they are."""
    heads = {
        (revision.plan_id, revision.number): revision.document
        for revision in PlanRevision.objects.filter(plan__in=plans)
        .filter(number__in={plan.head for plan in plans})
        .only("plan_id", "number", "document")
    }
    groups = core_groups(plan.group for plan in plans if plan.group)
    entries = []
    for plan in plans:
        value = core_plan(heads[plan.id, plan.head])
        group = groups[plan.group_id] if plan.group_id else CoreGroup()
        timeline = compile_timeline(value, group, shelf())
        entries.append(
            Entry(plan, value.length_min, len(timeline.items), minutes_and_seconds(timeline.total), draw(timeline, ()))
        )
    return entries
