"""What an edit of a plan is: a checked input in, a change out, under a name in the address."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any, Generic, Literal, TypeVar
from uuid import UUID

from pydantic import Field

from fairbench.core.plan import plan as plans
from fairbench.core.plan.item import Item
from fairbench.web.accounts.actor import Actor
from fairbench.web.plans import actions
from fairbench.web.plans.actions import Edited, Touches
from fairbench.web.plans.adapter import core_plan, shelf
from fairbench.web.plans.models import Plan, PlanRevision
from fairbench.web.site.inputs import Input, ItemId, Slug, Whole


@dataclass(frozen=True, slots=True)
class Done:
    """An edit, what to say about it, and which item is chosen then."""

    edited: Edited
    message: str
    chosen: str
    can_redo: bool = False


class EditInput(Input):
    """``seen`` is the state of the plan that the window shows, ``chosen`` the item that is open in it; ``item`` is
    what is changed, ``exercise`` what it is, so that the change can be told."""

    seen: Whole = Field(ge=0, le=999_999_999)
    chosen: ItemId = ""
    item: ItemId = ""
    exercise: Slug = ""

    @property
    def name(self) -> str:
        """The exercise's name, for telling."""
        found = shelf().exercises.get(self.exercise)
        return found.name if found else "The item"


Given = TypeVar("Given", bound=EditInput)


@dataclass(frozen=True, slots=True)
class Edit(Generic[Given]):
    """One edit: what it takes and what it does."""

    takes: type[Given]
    does: Callable[[Actor, UUID, Given], Done]

    def __call__(self, actor: Actor, plan_id: UUID, fields: Mapping[str, str]) -> Done:
        """Read the fields and do it. Raises :class:`InputError` naming the field, or what the plan does not allow."""
        return self.does(actor, plan_id, self.takes.read(fields))


EDITS: dict[str, Edit[Any]] = {}
"""Every edit by its name in the address."""


def edit(
    name: str, takes: type[Given]
) -> Callable[[Callable[[Actor, UUID, Given], Done]], Callable[[Actor, UUID, Given], Done]]:
    """Register an edit under a name, with its input."""

    def register(does: Callable[[Actor, UUID, Given], Done]) -> Callable[[Actor, UUID, Given], Done]:
        EDITS[name] = Edit(takes, does)
        return does

    return register


class SwitchInput(EditInput):
    """Something that is on or, where the box is left empty, off."""

    value: Literal["on", ""] = ""


def edit_item(
    actor: Actor, plan_id: UUID, given: EditInput, change: actions.Change, message: str, *, touches: bool = True
) -> Done:
    """Change the plan; it is refused where another window changed the same item, unless nothing is touched."""
    what = Touches(item=given.item) if touches else None
    return Done(actions.edit(actor, plan_id, given.seen, change, message, what), message, given.item)


def change_item(actor: Actor, plan_id: UUID, given: EditInput, change: Callable[[Item], Item], message: str) -> Done:
    """Put an item in the place of the one with its id."""
    return edit_item(
        actor,
        plan_id,
        given,
        lambda plan: plans.change(plan, change(plan.item(given.item))),
        f"{message} {given.name}.",
    )


def unchanged(plan: Plan, message: str, given: EditInput) -> Done:
    """Something about the plan's people changed, and no revision of it came of that."""
    document = PlanRevision.objects.get(plan=plan, number=plan.head).document
    can_redo = bool(actions.newer_state(plan))
    return Done(Edited(plan, core_plan(document)), message, given.chosen, can_redo)
