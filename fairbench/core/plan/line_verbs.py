"""The verbs that change the lines of a plan; each returns a new plan."""

from dataclasses import replace

from ..errors import PlanError
from .lines import Line
from .plan import Plan


def line_of(plan: Plan, line_id: str) -> Line:
    """The line of an id. Raises :class:`PlanError` when it is gone."""
    for line in plan.lines:
        if line.id == line_id:
            return line
    raise PlanError("that line is no longer in the plan", "line")


def lines_before(plan: Plan, item_id: str) -> tuple[Line, ...]:
    """The lines that stand before an item, or at the end where ``item_id`` is empty."""
    return tuple(line for line in plan.lines if line.before == item_id)


def add_line(plan: Plan, line: Line) -> Plan:
    """A further line, after those that stand at its place already."""
    return replace(plan, lines=(*plan.lines, line))


def change_line(plan: Plan, line: Line) -> Plan:
    """The plan with ``line`` in the place of the one with its id."""
    line_of(plan, line.id)
    return replace(plan, lines=tuple(line if one.id == line.id else one for one in plan.lines))


def remove_line(plan: Plan, line_id: str) -> Plan:
    """The plan without a line."""
    line_of(plan, line_id)
    return replace(plan, lines=tuple(line for line in plan.lines if line.id != line_id))
