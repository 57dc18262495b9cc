"""The dose that an item is put on the bench with: from the style, the class's aim, the group and the time left."""

from dataclasses import replace
from uuid import UUID

from fairbench.core.plan import plan as plans
from fairbench.core.plan.dose_that_fits import dose_that_fits
from fairbench.web.accounts.actor import Actor
from fairbench.web.plans import actions
from fairbench.web.plans.adapter import core_group, shelf
from fairbench.web.plans.house_style import with_proposed
from fairbench.web.plans.models import Plan

from .edit import Done, EditInput


def with_a_dose(
    actor: Actor,
    plan_id: UUID,
    given: EditInput,
    change: actions.Change,
    message: str,
    item: str,
    *,
    touches: actions.Touches | None,
) -> Done:
    """Make a change after which an item has its usual dose, and propose one for it. Where that is less than usual, the
    bench says why; the usual one is a press away."""
    group = core_group(Plan.objects.select_related("group").get(id=plan_id).group)
    because: list[str] = []

    def dosed(plan: plans.Plan) -> plans.Plan:
        fitting = dose_that_fits(with_proposed(change(plan), item), item, group, shelf())
        because[:] = fitting.because
        return fitting.plan

    edited = actions.edit(actor, plan_id, given.seen, dosed, message, touches)
    if because:
        said = f"The dose is {', and '.join(because)}."
        edited = replace(edited, notice=f"{edited.notice} {said}".strip())
    return Done(edited, message, item)
