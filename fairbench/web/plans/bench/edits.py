"""What a person can do on the bench, by the name in the address: form fields in, an edit out."""

import datetime
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from uuid import UUID

from django.utils import timezone

from fairbench.core.dose import edit as dose_edit
from fairbench.core.dose.dose import Dose
from fairbench.core.errors import DoseError, PlanError
from fairbench.core.fit.base_versions import best_bases, with_bases
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.plan import plan as plans
from fairbench.core.plan.plan import Item
from fairbench.core.plan.timeline import compile_timeline
from fairbench.core.sides import Side
from fairbench.web.accounts.actor import Actor
from fairbench.web.people import health_actions
from fairbench.web.people.models import Group, Participant
from fairbench.web.site.find import find
from fairbench.web.site.text import clean_text

from .. import actions
from ..actions import Edited
from ..adapter import core_group, core_plan, shelf
from ..models import Plan, PlanRevision

Fields = Mapping[str, str]
GIVEN_FOR = datetime.timedelta(days=7)


@dataclass(frozen=True, slots=True)
class Done:
    """An edit, what to say about it, and which item is chosen then."""

    edited: Edited
    said: str
    chosen: str
    can_redo: bool = False


def _seen(fields: Fields) -> int:
    text = fields.get("seen", "")
    if not text.isascii() or not text.isdigit() or len(text) > 9:
        raise PlanError("the window did not say which state of the plan it shows; reload it", "seen")
    return int(text)


def _number(text: str, field: str) -> float | int:
    try:
        return int(text)
    except ValueError:
        pass
    try:
        return float(text.replace(",", "."))
    except ValueError:
        raise DoseError(f"needs a number, not '{text[:20]}'", field) from None


def _edit(
    actor: Actor, plan_id: UUID, fields: Fields, change: actions.Change, said: str, *, touches: bool = True
) -> Done:
    item = fields.get("item", "")
    edited = actions.edit(actor, plan_id, _seen(fields), change, said, item if touches else None)
    return Done(edited, said, item)


def _name(fields: Fields) -> str:
    exercise = fields.get("exercise", "")
    found = shelf().exercises.get(exercise)
    return found.name if found else "The item"


def add(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    exercise = shelf().exercise(fields.get("exercise", ""))
    version = exercise.version(fields.get("version") or exercise.base)
    item = Item(actions.new_id(), exercise.id, version.id)
    after = fields.get("chosen") or None

    def change(plan: plans.Plan) -> plans.Plan:
        there = after is not None and any(i.id == after for i in plan.items())
        return plans.add_where_it_belongs(plan, item, shelf(), after if there else None)

    said = f"Added {exercise.name}."
    return Done(actions.edit(actor, plan_id, _seen(fields), change, said), said, item.id)


def remove(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    item = fields.get("item", "")
    beside: list[str] = []

    def change(plan: plans.Plan) -> plans.Plan:
        ids = [i.id for i in plan.items()]
        at = ids.index(plan.item(item).id)
        beside[:] = ids[at + 1 : at + 2] or ids[max(0, at - 1) : at]
        return plans.remove(plan, item)

    done = _edit(actor, plan_id, fields, change, f"Took out {_name(fields)}.")
    return replace(done, chosen=beside[0] if beside else "")


def copy(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    new_id = actions.new_id()
    done = _edit(
        actor,
        plan_id,
        fields,
        lambda plan: plans.duplicate(plan, fields.get("item", ""), new_id),
        f"Copied {_name(fields)}.",
        touches=False,
    )
    return replace(done, chosen=new_id)


def _place(actor: Actor, plan_id: UUID, fields: Fields, change: actions.Change, said: str) -> Done:
    """A move: it can always be made, so it touches nothing that others may have changed."""
    return _edit(actor, plan_id, fields, change, f"Moved {_name(fields)}{said}.", touches=False)


def move(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    block, place = int(_number(fields.get("block", ""), "block")), int(_number(fields.get("place", ""), "place"))
    return _place(actor, plan_id, fields, lambda plan: plans.move(plan, fields.get("item", ""), block, place), "")


def earlier(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    return _place(actor, plan_id, fields, lambda plan: plans.step_earlier(plan, fields.get("item", "")), " earlier")


def later(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    return _place(actor, plan_id, fields, lambda plan: plans.step_later(plan, fields.get("item", "")), " later")


def version(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    return _edit(
        actor,
        plan_id,
        fields,
        lambda plan: plans.take_version(plan, fields.get("item", ""), fields.get("version", ""), shelf()),
        f"Changed the version of {_name(fields)}.",
    )


def swap(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    """Another exercise in an item's place, for everybody, at its usual dose."""
    exercise = shelf().exercise(fields.get("to", ""))
    version = exercise.version(fields.get("version") or exercise.base)

    def change(plan: plans.Plan) -> plans.Plan:
        item = plan.item(fields.get("item", ""))
        return plans.change(plan, replace(item, exercise=exercise.id, version=version.id, dose=None))

    return _edit(actor, plan_id, fields, change, f"Swapped for {exercise.name}.")


def give(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    """Another exercise for one person, for a week, so that their next class is within it. The plan stays as it is."""
    exercise, instead = shelf().exercise(fields.get("exercise", "")), shelf().exercise(fields.get("instead", ""))
    version = instead.version(fields.get("version", ""))
    person = find(Participant, fields.get("person", ""))
    until = timezone.localdate() + GIVEN_FOR
    reason = f"nothing of {exercise.name} suits just now"
    health_actions.override(actor, person.id, exercise.id, version.id, reason, until, instead.id)
    said = f"{person.call_name}: {instead.name}, {version.name}, until {until:%-d %B}."
    return _unchanged(Plan.objects.select_related("group").get(id=plan_id), said, fields)


def bases(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    """The fairest base versions for the whole plan, worked out anew for the plan as it is now."""
    group = core_group(Plan.objects.select_related("group").get(id=plan_id).group)
    changed: list[int] = []

    def change(plan: plans.Plan) -> plans.Plan:
        proposal = best_bases(compile_timeline(plan, group, shelf()), group.people, shelf(), load_conditions())
        changed[:] = [len(proposal.changes)]
        return with_bases(plan, proposal.changes)

    done = _edit(actor, plan_id, fields, change, "Took the fairest bases.", touches=False)
    return replace(done, said=f"Took the fairest bases: {changed[0]} changed.", chosen="")


def _dose(
    actor: Actor, plan_id: UUID, fields: Fields, change: Callable[[Dose], Dose], said: str = "Changed the dose of"
) -> Done:
    def on_plan(plan: plans.Plan) -> plans.Plan:
        item = plan.item(fields.get("item", ""))
        dose = item.dose or shelf().exercise(item.exercise).version(item.version).dose
        return plans.change(plan, replace(item, dose=change(dose)))

    return _edit(actor, plan_id, fields, on_plan, f"{said} {_name(fields)}.")


def figure(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    path = fields.get("figure", "")
    value = _number(fields.get("value", ""), path)
    if path == "rest_after":
        return _on_item(actor, plan_id, fields, lambda item: replace(item, rest_after=float(value)), "Changed")
    return _dose(actor, plan_id, fields, lambda dose: dose_edit.set_field(dose, path, value))


def nudge(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    steps = max(-10, min(10, int(_number(fields.get("steps", ""), "steps"))))
    return _dose(actor, plan_id, fields, lambda dose: dose_edit.nudge(dose, steps))


def kind(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    return _dose(actor, plan_id, fields, lambda dose: dose_edit.take_kind(dose, fields.get("value", "")))


def sides(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    return _dose(actor, plan_id, fields, lambda dose: dose_edit.take_sides(dose, fields.get("value", "")))


def ending(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    return _dose(actor, plan_id, fields, lambda dose: dose_edit.take_ending(dose, fields.get("value", "")))


def music(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    return _dose(actor, plan_id, fields, lambda dose: dose_edit.to_music(dose, fields.get("value") == "on"))


def usual(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    return _on_item(actor, plan_id, fields, lambda item: replace(item, dose=None), "Usual dose again for")


def _on_item(actor: Actor, plan_id: UUID, fields: Fields, change: Callable[[Item], Item], said: str) -> Done:
    return _edit(
        actor,
        plan_id,
        fields,
        lambda plan: plans.change(plan, change(plan.item(fields.get("item", "")))),
        f"{said} {_name(fields)}.",
    )


def note(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    text = clean_text(fields.get("value", ""))
    return _on_item(actor, plan_id, fields, lambda item: replace(item, note=text), "Noted at")


def extra(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    is_extra = fields.get("value") == "on"
    return _on_item(actor, plan_id, fields, lambda item: replace(item, extra=is_extra), "Marked")


def settings(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    """The plan's own facts: name, length, leading side, water."""
    name, value = fields.get("figure", ""), fields.get("value", "")

    def change(plan: plans.Plan) -> plans.Plan:
        match name:
            case "name":
                return replace(plan, name=clean_text(value).replace("\n", " ").strip())
            case "length_min":
                return replace(plan, length_min=_whole(value, name))
            case "water_every_min":
                return replace(plan, water_every_min=_whole(value, name))
            case "lead" if value in list(Side):
                return replace(plan, lead=Side(value))
        raise PlanError("a plan has no such fact", name)

    said = "Changed the plan."
    edited = actions.edit(actor, plan_id, _seen(fields), change, said, actions.SETTINGS)
    return Done(edited, said, fields.get("chosen", ""))


def group(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    """Whom the plan is for. Not a revision: it changes how long things take, not what they are."""
    wanted = fields.get("value", "")
    found = next((g for g in Group.objects.all() if str(g.id) == wanted), None)
    plan = actions.choose_group(actor, plan_id, found)
    return _unchanged(plan, f"For {found.name}." if found else "For no group in particular.", fields)


def _unchanged(plan: Plan, said: str, fields: Fields) -> Done:
    """Something about the plan's people changed, and no revision of it came of that."""
    document = PlanRevision.objects.get(plan=plan, number=plan.head).document
    can_redo = bool(actions.newer_state(plan))
    return Done(Edited(plan, core_plan(document)), said, fields.get("chosen", ""), can_redo)


def undo(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    edited = actions.undo(actor, plan_id, _seen(fields))
    return Done(edited, "Undone.", fields.get("chosen", ""), can_redo=True)


def redo(actor: Actor, plan_id: UUID, fields: Fields) -> Done:
    edited = actions.redo(actor, plan_id, _seen(fields))
    return Done(edited, "Done again.", fields.get("chosen", ""), bool(actions.newer_state(edited.plan)))


def _whole(text: str, field: str) -> int:
    number = _number(text, field)
    if not isinstance(number, int):
        raise PlanError(f"must be whole minutes, not {number:g}", field)
    return number


VERBS: dict[str, Callable[[Actor, UUID, Fields], Done]] = {
    "add": add,
    "remove": remove,
    "copy": copy,
    "move": move,
    "earlier": earlier,
    "later": later,
    "version": version,
    "swap": swap,
    "give": give,
    "bases": bases,
    "figure": figure,
    "nudge": nudge,
    "kind": kind,
    "sides": sides,
    "ending": ending,
    "music": music,
    "usual": usual,
    "note": note,
    "extra": extra,
    "settings": settings,
    "group": group,
    "undo": undo,
    "redo": redo,
}
