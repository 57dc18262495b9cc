"""What a person can do with what the checks found: take a suggestion, put it aside with a reason, show it again."""

from collections.abc import Callable
from dataclasses import replace
from enum import StrEnum
from uuid import UUID

from pydantic import Field

from fairbench.core.checks.findings import KEY_LIMIT
from fairbench.core.checks.rules import RULES
from fairbench.core.errors import PlanError
from fairbench.core.plan import plan as plans
from fairbench.core.plan.plan_edits import LARGEST, apply_all, read_edits
from fairbench.web.accounts.actor import Actor
from fairbench.web.plans import actions
from fairbench.web.plans.adapter import shelf
from fairbench.web.plans.models import WITH_ROOM, Plan
from fairbench.web.site.inputs import OneLine, OptionalId, Slug

from .edit import Done, EditInput, edit, unchanged


class FixInput(EditInput):
    """The edits of a suggested change as they were tried, and what to say of them."""

    edits: str = Field(max_length=LARGEST)
    words: OneLine = Field(default="", max_length=200)


@edit("fix", FixInput)
def fix(actor: Actor, plan_id: UUID, given: FixInput) -> Done:
    """A suggested change is applied as it was tried: all of its edits or none."""
    edits = read_edits(given.edits)

    def change(plan: plans.Plan) -> plans.Plan:
        return apply_all(edits, plan, shelf(), actions.new_id)

    message = f"{given.words}." if given.words else "Changed the plan."
    edited = actions.edit(actor, plan_id, given.seen, change, message)
    there = {item.id for item in edited.value.items()}
    return Done(edited, message, given.chosen if given.chosen in there else "")


class Scope(StrEnum):
    """For which plans a finding is put aside."""

    PLAN = "plan"
    GROUP = "group"
    ALWAYS = "always"


class AsideInput(EditInput):
    """A finding by its key and its rule, and why it is put aside."""

    value: OneLine = Field(max_length=KEY_LIMIT)
    rule: Slug = ""
    scope: Scope = Scope.PLAN
    reason: OneLine = Field(default="", max_length=200)


@edit("put_aside", AsideInput)
def put_aside(actor: Actor, plan_id: UUID, given: AsideInput) -> Done:
    """A finding is put aside for this plan; or its rule for every plan of the group, or for all plans. Raises
    :class:`PlanError` where it is for more than this plan and no reason is said."""
    if given.scope is Scope.PLAN:
        return _changed(actor, plan_id, given, lambda plan: _with(plan, given.value, given.reason), "Put aside.")
    if given.rule not in RULES:
        raise PlanError(f"there is no rule '{given.rule}'", "rule")
    if not given.reason:
        raise PlanError("say why it is put aside for more than this plan", "reason")
    row = Plan.objects.select_related(*WITH_ROOM).get(id=plan_id)
    if given.scope is Scope.GROUP and row.group is None:
        raise PlanError("this plan is for no group yet", "scope")
    actions.put_aside(actor, given.rule, row.group if given.scope is Scope.GROUP else None, given.reason)
    return unchanged(row, "Put aside.", given)


def _with(plan: plans.Plan, key: str, reason: str) -> plans.Plan:
    because = {**dict(plan.because), key: reason} if reason else dict(plan.because)
    return replace(plan, put_aside=plan.put_aside | {key}, because=tuple(sorted(because.items())))


@edit("show_all_again", EditInput)
def show_all_again(actor: Actor, plan_id: UUID, given: EditInput) -> Done:
    """All findings that were put aside in this plan are shown again."""
    return _changed(
        actor,
        plan_id,
        given,
        lambda plan: replace(plan, put_aside=frozenset(), because=()),
        "All findings are shown again.",
    )


class ShowAgainInput(EditInput):
    """What was put aside for a group or always."""

    value: OptionalId = None


@edit("show_again", ShowAgainInput)
def show_again(actor: Actor, plan_id: UUID, given: ShowAgainInput) -> Done:
    """A rule that was put aside for a group or always is shown again."""
    if given.value is not None:
        actions.show_again(actor, given.value)
    return unchanged(Plan.objects.select_related(*WITH_ROOM).get(id=plan_id), "It is shown again.", given)


def _changed(
    actor: Actor, plan_id: UUID, given: EditInput, change: Callable[[plans.Plan], plans.Plan], message: str
) -> Done:
    edited = actions.edit(actor, plan_id, given.seen, change, message)
    return Done(edited, message, given.chosen)
