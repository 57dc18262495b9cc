"""What a person can do with the dose of an exercise of a plan: how much, how, against what, how hard."""

from collections.abc import Callable
from dataclasses import replace
from uuid import UUID

from pydantic import Field

from fairbench.core.dose import edit as dose_edit
from fairbench.core.dose.dose import Dose
from fairbench.core.dose.ranges import says_range
from fairbench.core.dose.stages import LONGEST_TEXT
from fairbench.core.dose.work import MOST_PARTS
from fairbench.core.plan import plan as plans
from fairbench.web.accounts.actor import Actor
from fairbench.web.people.models import Group
from fairbench.web.plans.adapter import range_start, shelf
from fairbench.web.site.inputs import OneLine, Whole, whole_or_number

from .edit import Done, EditInput, SwitchInput, change_item, edit, edit_item

_MOST_STEPS = 10


def _dose(
    actor: Actor, plan_id: UUID, given: EditInput, change: Callable[[Dose], Dose], message: str = "Changed the dose of"
) -> Done:
    def on_plan(plan: plans.Plan) -> plans.Plan:
        item = plan.item(given.item)
        dose = item.dose or shelf().exercise(item.exercise).version(item.version).dose
        return plans.change(plan, replace(item, dose=change(dose)))

    return edit_item(actor, plan_id, given, on_plan, f"{message} {given.name}.")


class FieldInput(EditInput):
    """A figure of the dose by its path, or the ends that it is picked within."""

    field: str = Field(max_length=60)
    value: str = Field(max_length=40)

    @property
    def figure(self) -> float | int:
        """The figure. Raises :class:`InputError` where none was written."""
        return whole_or_number(self.value, self.field)


@edit("field", FieldInput)
def set_field(actor: Actor, plan_id: UUID, given: FieldInput) -> Done:
    """One field of the dose, or the rest after it."""
    if given.field == "rest_after":
        rest = float(given.figure)
        return change_item(actor, plan_id, given, lambda item: replace(item, rest_after=rest), "Changed")
    if says_range(given.value):
        start = range_start(actor, Group.objects.filter(plans=plan_id).first())
        return _dose(actor, plan_id, given, lambda dose: dose_edit.set_range(dose, given.field, given.value, start))
    figure = given.figure
    return _dose(actor, plan_id, given, lambda dose: dose_edit.set_field(dose, given.field, figure))


class NudgeInput(EditInput):
    """How many steps up or down."""

    steps: Whole = Field(ge=-_MOST_STEPS, le=_MOST_STEPS)


@edit("nudge", NudgeInput)
def nudge(actor: Actor, plan_id: UUID, given: NudgeInput) -> Done:
    """More or less of it, by steps of its main field."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.nudge(dose, given.steps))


class ValueInput(EditInput):
    """One of a list."""

    value: str = Field(default="", max_length=60)


@edit("kind", ValueInput)
def kind(actor: Actor, plan_id: UUID, given: ValueInput) -> Done:
    """Another kind of dose, at its starting figures."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.take_kind(dose, given.value))


@edit("sides", ValueInput)
def sides(actor: Actor, plan_id: UUID, given: ValueInput) -> Done:
    """The dose shared otherwise between sides and directions; where the version cannot be done so, with the version of
    the exercise that can. Refused where none can."""

    def on_plan(plan: plans.Plan) -> plans.Plan:
        item = plan.item(given.item)
        exercise = shelf().exercise(item.exercise)
        version = exercise.version(item.version)
        dose = dose_edit.take_sides(item.dose or version.dose, given.value)
        other = exercise.done_with(version, dose.sides)
        if other is None:
            version.check_sides(dose.sides)
        if other is None or other is version:
            return plans.change(plan, replace(item, dose=dose))
        dose = dose_edit.take_sides(other.dose, given.value)
        return plans.change(plan, replace(item, version=other.id, dose=None if dose == other.dose else dose))

    return edit_item(actor, plan_id, given, on_plan, f"Changed the dose of {given.name}.")


class PartInput(EditInput):
    """A part of a sequence by its number, from 0."""

    part: Whole = Field(ge=0, le=MOST_PARTS)


@edit("add_part", ValueInput)
def add_part(actor: Actor, plan_id: UUID, given: ValueInput) -> Done:
    """A further part of a sequence, at the end."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.add_part(dose, given.value))


@edit("remove_part", PartInput)
def remove_part(actor: Actor, plan_id: UUID, given: PartInput) -> Done:
    """A sequence without one of its parts."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.remove_part(dose, given.part))


@edit("part_earlier", PartInput)
def part_earlier(actor: Actor, plan_id: UUID, given: PartInput) -> Done:
    """A part one place earlier."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.part_earlier(dose, given.part))


@edit("share", ValueInput)
def share(actor: Actor, plan_id: UUID, given: ValueInput) -> Done:
    """Breaths and the clock for each side or in all."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.take_share(dose, given.value))


class SaidInput(EditInput):
    """Something written as one says it."""

    value: OneLine = Field(default="", max_length=LONGEST_TEXT)


@edit("stages", SaidInput)
def stages(actor: Actor, plan_id: UUID, given: SaidInput) -> Done:
    """The stages of a press, as they are said."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.take_stages(dose, given.value))


@edit("load", SaidInput)
def load(actor: Actor, plan_id: UUID, given: SaidInput) -> Done:
    """What is worked against, as it is said."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.take_load(dose, given.value))


@edit("effort", SaidInput)
def effort(actor: Actor, plan_id: UUID, given: SaidInput) -> Done:
    """How hard, as it is said."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.take_effort(dose, given.value))


@edit("first", ValueInput)
def first(actor: Actor, plan_id: UUID, given: ValueInput) -> Done:
    """Which side begins, or is the only one."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.take_first(dose, given.value))


@edit("rest_how", ValueInput)
def rest_how(actor: Actor, plan_id: UUID, given: ValueInput) -> Done:
    """How one rests between sets."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.take_rest_how(dose, given.value))


@edit("ending", ValueInput)
def ending(actor: Actor, plan_id: UUID, given: ValueInput) -> Done:
    """What ends a set."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.take_ending(dose, given.value))


@edit("music", SwitchInput)
def music(actor: Actor, plan_id: UUID, given: SwitchInput) -> Done:
    """To a beat, or to none."""
    return _dose(actor, plan_id, given, lambda dose: dose_edit.to_music(dose, given.value == "on"))


@edit("usual", EditInput)
def usual(actor: Actor, plan_id: UUID, given: EditInput) -> Done:
    """The version's usual dose again."""
    return change_item(actor, plan_id, given, lambda item: replace(item, dose=None), "Usual dose again for")
