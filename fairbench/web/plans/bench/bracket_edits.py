"""What a person can do with the brackets of a plan: put items into one, change it, take it away."""

from dataclasses import replace
from typing import Any, Literal
from uuid import UUID

from pydantic import Field

from fairbench.core.errors import PlanError
from fairbench.core.plan import bracket_verbs
from fairbench.core.plan.brackets import DEFAULT_SECONDS, BracketKind
from fairbench.core.plan.plan import MAX_ITEMS, Plan
from fairbench.core.sides import First
from fairbench.core.things.tried_fixes import take_turns
from fairbench.web.accounts.actor import Actor
from fairbench.web.plans import actions
from fairbench.web.plans.actions import Touches
from fairbench.web.plans.adapter import shelf
from fairbench.web.site.inputs import Figure, ItemId, OneLine, Whole

from .edit import Done, EditInput, edit, edit_item

FIRST_COUNT = 2
"""So many items a new bracket holds: the chosen one and the next, where there is one."""


class PutInput(EditInput):
    """Which kind of bracket the item begins, over how many items; of stations, how long each lasts."""

    value: BracketKind
    count: int = Field(default=FIRST_COUNT, ge=1, le=MAX_ITEMS)
    seconds: Figure = DEFAULT_SECONDS


@edit("bracket", PutInput)
def bracket(actor: Actor, plan_id: UUID, given: PutInput) -> Done:
    """A bracket over the item and those after it in its block."""

    def change(plan: Plan) -> Plan:
        block, place, _ = plan.find(given.item)
        there = len(plan.blocks[block].items) - place
        count = min(given.count, there)
        return bracket_verbs.put_in_bracket(plan, given.item, actions.new_id(), given.value, count, given.seconds)

    return edit_item(actor, plan_id, given, change, f"A bracket from {given.name} on.")


class TurnsInput(EditInput):
    """How many sets each of a pair does."""

    value: Whole = Field(ge=1)


@edit("turns", TurnsInput)
def turns(actor: Actor, plan_id: UUID, given: TurnsInput) -> Done:
    """In pairs that take turns, with so many sets for each."""

    def change(plan: Plan) -> Plan:
        return take_turns(plan, given.item, actions.new_id(), given.value, shelf())

    return edit_item(actor, plan_id, given, change, f"In pairs, taking turns, {given.value} sets: {given.name}.")


class BracketInput(EditInput):
    """A bracket by its id."""

    bracket: ItemId


class ResizeInput(BracketInput):
    """How many items it holds."""

    value: Whole = Field(ge=1, le=MAX_ITEMS)


@edit("bracket_count", ResizeInput)
def bracket_count(actor: Actor, plan_id: UUID, given: ResizeInput) -> Done:
    """The bracket over so many items from its first on."""
    return _edit(
        actor,
        plan_id,
        given,
        lambda plan: bracket_verbs.resize_bracket(plan, given.bracket, given.value),
        "Changed the bracket.",
    )


class BracketFieldInput(BracketInput):
    """One of its figures."""

    field: Literal["rounds", "rest", "seconds"]
    value: Figure


@edit("bracket_field", BracketFieldInput)
def bracket_field(actor: Actor, plan_id: UUID, given: BracketFieldInput) -> Done:
    """How many rounds, or the seconds of a rest or a station."""
    if given.field == "rounds" and given.value != int(given.value):
        raise PlanError("rounds are a whole number", "rounds")
    value = int(given.value) if given.field == "rounds" else float(given.value)
    return _change(actor, plan_id, given, {given.field: value})


class BracketFirstInput(BracketInput):
    """Which side begins."""

    value: First


@edit("bracket_first", BracketFirstInput)
def bracket_first(actor: Actor, plan_id: UUID, given: BracketFirstInput) -> Done:
    """Which side begins in a bracket that goes by side."""
    return _change(actor, plan_id, given, {"first": given.value})


class BracketNameInput(BracketInput):
    """What it is called."""

    value: OneLine = Field(default="", max_length=40)


@edit("bracket_name", BracketNameInput)
def bracket_name(actor: Actor, plan_id: UUID, given: BracketNameInput) -> Done:
    """A name of its own."""
    return _change(actor, plan_id, given, {"name": given.value})


class RoundNamesInput(BracketInput):
    """What the rounds are called, with commas between."""

    value: OneLine = Field(default="", max_length=400)


@edit("bracket_round_names", RoundNamesInput)
def bracket_round_names(actor: Actor, plan_id: UUID, given: RoundNamesInput) -> Done:
    """Names of the rounds, in order."""
    names = tuple(name.strip() for name in given.value.split(",") if name.strip())
    return _change(actor, plan_id, given, {"round_names": names})


@edit("bracket_remove", BracketInput)
def bracket_remove(actor: Actor, plan_id: UUID, given: BracketInput) -> Done:
    """The bracket goes, its items stay."""
    return _edit(
        actor, plan_id, given, lambda plan: bracket_verbs.remove_bracket(plan, given.bracket), "Removed the bracket."
    )


def _change(actor: Actor, plan_id: UUID, given: BracketInput, change: dict[str, Any]) -> Done:
    def on_plan(plan: Plan) -> Plan:
        now = bracket_verbs.bracket_of(plan, given.bracket)
        return bracket_verbs.change_bracket(plan, replace(now, **change))

    return _edit(actor, plan_id, given, on_plan, "Changed the bracket.")


def _edit(actor: Actor, plan_id: UUID, given: BracketInput, change: actions.Change, message: str) -> Done:
    edited = actions.edit(actor, plan_id, given.seen, change, message, Touches(detail="brackets"))
    return Done(edited, message, given.chosen)
