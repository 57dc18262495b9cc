"""What a person can do with the lines of a plan: water, a pause to talk, something to notice, a check."""

from dataclasses import replace
from typing import Any, Literal
from uuid import UUID

from pydantic import Field

from fairbench.core.errors import PlanError
from fairbench.core.plan import line_verbs
from fairbench.core.plan.lines import LINE_WORDS_LIMIT, CheckKind, Line, LineKind, Scale
from fairbench.core.plan.plan import Plan
from fairbench.web.accounts.actor import Actor
from fairbench.web.plans import actions
from fairbench.web.plans.actions import Touches
from fairbench.web.site.inputs import ItemId, OneLine, whole_or_number

from .edit import Done, EditInput, edit


class AddLineInput(EditInput):
    """What kind of line, and before which item; none for the end of the class."""

    value: LineKind
    before: ItemId = ""


@edit("add_line", AddLineInput)
def add_line(actor: Actor, plan_id: UUID, given: AddLineInput) -> Done:
    """A further line at a place."""
    line = Line(actions.new_id(), given.value, given.before, given.value.usual_seconds)
    return _edit(actor, plan_id, given, lambda plan: line_verbs.add_line(plan, line), f"Added {given.value.words}.")


class LineInput(EditInput):
    """A line by its id."""

    line: ItemId


class LineFieldInput(LineInput):
    """One thing about it."""

    field: Literal["seconds", "words", "check", "scale"]
    value: OneLine = Field(default="", max_length=LINE_WORDS_LIMIT)


@edit("line", LineFieldInput)
def line(actor: Actor, plan_id: UUID, given: LineFieldInput) -> Done:
    """Its seconds or its words; of a check what it goes by and how it is answered."""
    value = _value(given)

    def change(plan: Plan) -> Plan:
        now = line_verbs.line_of(plan, given.line)
        return line_verbs.change_line(plan, replace(now, **{given.field: value}))

    return _edit(actor, plan_id, given, change, "Changed the line.")


@edit("remove_line", LineInput)
def remove_line(actor: Actor, plan_id: UUID, given: LineInput) -> Done:
    """The line goes."""
    return _edit(actor, plan_id, given, lambda plan: line_verbs.remove_line(plan, given.line), "Removed the line.")


def _value(given: LineFieldInput) -> Any:
    if given.field == "seconds":
        return whole_or_number(given.value, given.field)
    if given.field == "words":
        return given.value
    kinds: dict[str, type[CheckKind | Scale]] = {"check": CheckKind, "scale": Scale}
    if given.value not in list(kinds[given.field]):
        raise PlanError("that is none of the choices", given.field)
    return kinds[given.field](given.value)


def _edit(actor: Actor, plan_id: UUID, given: EditInput, change: actions.Change, message: str) -> Done:
    edited = actions.edit(actor, plan_id, given.seen, change, message, Touches(detail="lines"))
    return Done(edited, message, given.chosen)
