"""Everything that changes a plan: one verb each, each a new revision, nothing overwritten."""

import uuid
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from uuid import UUID

from django.db import transaction

from fairbench.core.dose.ranges import RangeStart
from fairbench.core.errors import PlanError
from fairbench.core.formats.plan_doc import plan_document, read_plan_file
from fairbench.core.formats.ready_classes_doc import load_ready_classes
from fairbench.core.formats.session_templates_doc import load_session_templates
from fairbench.core.plan import plan as core
from fairbench.core.plan.points import start_points
from fairbench.core.plan.session_templates import draft
from fairbench.core.style.style import Style
from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.exercises import actions as exercise_actions
from fairbench.web.exercises.brought import Answer
from fairbench.web.people.models import Group
from fairbench.web.rooms.models import Room

from .adapter import core_group, core_plan, range_start, shelf
from .models import WITH_ROOM, Plan, PlanRevision, PutAside
from .starts import PAST_CLASS, plan_of_class

DETAILS = {
    "name": "name",
    "length_min": "length",
    "lead": "leading side",
    "water_every_min": "pauses for water",
    "start": "position to start in",
    "end": "position to end in",
    "purpose": "purpose",
    "brackets": "brackets",
    "lines": "lines of water, talk and checks",
    "put_aside": "findings put aside",
    "outline": "list of blocks",
    "laid_out": "way of having things ready",
    "style": "style",
    "note": "note",
}
"""The plan's own details, by the words for them."""

Change = Callable[[core.Plan], core.Plan]


class EditedElsewhereError(Exception):
    """Another window changed the same thing first. Nothing was applied; the message says what."""


@dataclass(frozen=True, slots=True)
class Touches:
    """What an edit changes: an item by its id, or one of the plan's own :data:`DETAILS`."""

    item: str = ""
    detail: str = ""


@dataclass(frozen=True, slots=True)
class Edited:
    """A plan after a change: its row, its value, and a word when others' changes came along."""

    plan: Plan
    value: core.Plan
    notice: str = ""


def new_id() -> str:
    """An id for an item."""
    return uuid.uuid4().hex[:12]


@transaction.atomic
def create(actor: Actor, value: core.Plan, group: Group | None, summary: str) -> Plan:
    """Keep a new plan."""
    actor.require(Permission.PLANS)
    plan = Plan.objects.create(practice=actor.practice, name=value.name, group=group, head=1)
    _keep(actor, plan, 1, None, value, summary)
    actor.audit("plan.create", plan.id, None, {"state": 1, "name": value.name})
    return plan


def create_from_template(actor: Actor, name: str, length_min: int, group: Group | None, template_id: str) -> Plan:
    """A new plan, blank, from a ready class or a past one of the group, or drafted from a template. Raises
    :class:`PlanError` for a bad field."""
    value = core.Plan(name.strip(), length_min)
    if template_id.startswith(PAST_CLASS):
        past = plan_of_class(group, template_id)
        again = replace(past, name=value.name, length_min=value.length_min)
        return create(actor, again, group, f"Started from {past.name}, as it was taught"[:200])
    ready = load_ready_classes().get(template_id)
    if ready is not None:
        value = replace(ready.plan, name=value.name, length_min=value.length_min)
        start = range_start(actor, group)
        value = value if start is RangeStart.MIDDLE else start_points(value, start)
        return create(actor, value, group, f"Started from {ready.plan.name}")
    if template_id:
        templates = load_session_templates()
        if template_id not in templates:
            raise PlanError(f"there is no template '{template_id}'", "template")
        value = draft(templates[template_id], value, core_group(group), shelf(), new_id)
        return create(actor, value, group, f"Drafted from the template {templates[template_id].name}")
    return create(actor, value, group, "Started blank")


@transaction.atomic
def import_plan(actor: Actor, data: bytes, answers: Mapping[str, Answer] | None = None) -> Plan:
    """A new plan from a JSON file, with the exercises that it brings along as the practice's own. ``answers`` say by
    the id in the file what to do with one that we have otherwise. Raises
    :class:`~fairbench.web.exercises.brought.ExercisesDifferError` where that is not said, and :class:`InputError` with
    the place in the file; nothing is kept then."""
    actor.require(Permission.PLANS)
    file = read_plan_file(data, shelf())
    used = file.plan.exercises()
    brought = {exercise_id: document for exercise_id, document in file.brought.items() if exercise_id in used}
    ours = exercise_actions.bring_in(actor, brought, answers or {}) if brought else {}
    return create(actor, _with_ours(file.plan, ours), None, "Imported from a file")


def _with_ours(value: core.Plan, ours: Mapping[str, str]) -> core.Plan:
    """A plan with exercises of a file under the ids that they have here. Raises :class:`PlanError` where ours was
    chosen and has not the version."""
    known = shelf()
    for item in value.items():
        other, _, version = item.meanwhile.partition("/")
        meanwhile = f"{ours[other]}/{version}" if other in ours else item.meanwhile
        exercise = ours.get(item.exercise, item.exercise)
        done = ((exercise, item.version), (exercise, item.beside), (ours.get(other, ""), version))
        for exercise_id, version_id in done:
            if exercise_id in ours.values() and version_id:
                known.exercise(exercise_id).version(version_id)
        if (exercise, meanwhile) != (item.exercise, item.meanwhile):
            value = core.change(value, replace(item, exercise=exercise, meanwhile=meanwhile))
    return value


def copy(actor: Actor, plan_id: UUID) -> Plan:
    """A new plan that starts as this one stands."""
    plan = Plan.objects.select_related(*WITH_ROOM).get(id=plan_id)
    value = core_plan(_revision(plan, plan.head).document)
    name = f"{value.name[: core.NAME_LIMIT - 7]} (copy)"
    return create(actor, replace(value, name=name), plan.group, f"Copied from {plan.name}"[:200])


@transaction.atomic
def archive(actor: Actor, plan_id: UUID, away: bool) -> Plan:
    """Take a plan off the list, or bring it back. Nothing in it changes."""
    actor.require(Permission.PLANS)
    plan = Plan.objects.select_for_update().get(id=plan_id)
    before, plan.archived = plan.archived, away
    plan.save(update_fields=["archived"])
    actor.audit("plan.archive" if away else "plan.restore", plan.id, {"archived": before}, {"archived": away})
    return plan


@transaction.atomic
def choose_group(actor: Actor, plan_id: UUID, group: Group | None, was: UUID | None) -> Plan:
    """Say whom a plan is for. ``was`` is the group it was for when the person looked; raises
    :class:`EditedElsewhereError` when another window has chosen one since."""
    actor.require(Permission.PLANS)
    plan = Plan.objects.select_for_update(of=("self",)).select_related("room").get(id=plan_id)
    if plan.group_id != was:
        raise EditedElsewhereError(
            "Another group was chosen for this plan in another window. It is shown as it stands now and your choice "
            "was not applied; choose again if you still want it."
        )
    plan.group = group
    plan.save(update_fields=["group", "changed_at"])
    actor.audit("plan.choose_group", plan.id, {"group": was}, {"group": plan.group_id})
    return plan


@transaction.atomic
def choose_room(actor: Actor, plan_id: UUID, room: Room | None) -> Plan:
    """Say where a plan is taught; without a room, where its group meets."""
    actor.require(Permission.PLANS)
    plan = Plan.objects.select_for_update(of=("self",)).select_related(*WITH_ROOM).get(id=plan_id)
    old, plan.room = plan.room_id, room
    plan.save(update_fields=["room", "changed_at"])
    actor.audit("plan.choose_room", plan.id, {"room": old}, {"room": plan.room_id})
    return plan


@transaction.atomic
def edit(
    actor: Actor, plan_id: UUID, seen: int, change: Change, summary: str, touches: Touches | None = None
) -> Edited:
    """Apply ``change`` to the plan as it stands now and keep the result as a new revision.

    ``seen`` is the revision that the person was looking at. When others have changed the plan since,
    the change still applies, unless it touches what they changed too (``touches``, None for an addition or
    a move, which can always be made): then
    :class:`EditedElsewhereError` is raised and nothing is applied. Raises :class:`InputError` when
    the change itself is not possible.
    """
    actor.require(Permission.PLANS)
    plan = Plan.objects.select_for_update(of=("self",)).select_related(*WITH_ROOM).get(id=plan_id)
    now = core_plan(_revision(plan, plan.head).document)
    notice = ""
    if seen != plan.head:
        before = core_plan(_revision(plan, seen).document)
        _refuse_if_touched(before, now, touches)
        notice = "This plan was also changed in another window. Both changes are here."
    value = change(now)
    if value == now:
        return Edited(plan, now, notice)
    number = plan.newest + 1
    _keep(actor, plan, number, plan.head, value, summary)
    head, plan.head, plan.newest, plan.name = plan.head, number, number, value.name
    plan.save(update_fields=["head", "newest", "name", "changed_at"])
    actor.audit("plan.edit", plan.id, {"state": head}, {"state": number})
    return Edited(plan, value, notice)


@transaction.atomic
def set_style(actor: Actor, style: Style) -> None:
    """The practice's answers where practitioners differ. No plan changes by it: it is proposed for what is put on the
    bench from now on, and said from now on."""
    actor.require(Permission.PLANS)
    before = actor.practice.style
    actor.practice.style = dict(style.chosen)
    actor.practice.save(update_fields=["style"])
    actor.audit("practice.style", actor.practice.id, {"style": before}, {"style": actor.practice.style})


@transaction.atomic
def put_aside(actor: Actor, rule: str, group: Group | None, reason: str) -> PutAside:
    """A rule of the checks is not told any more, for a group or for all plans. Said again, the reason is renewed."""
    actor.require(Permission.PLANS)
    before = PutAside.objects.filter(rule=rule, group=group).values_list("reason", flat=True).first()
    row, _ = PutAside.objects.update_or_create(
        practice=actor.practice, rule=rule, group=group, defaults={"reason": reason, "user": actor.user}
    )
    told = {"rule": rule, "group": group and group.id}
    actor.audit("rule.put_aside", row.id, None if before is None else {"reason": before}, {**told, "reason": reason})
    return row


@transaction.atomic
def show_again(actor: Actor, row_id: UUID) -> None:
    """A rule that was put aside is shown again; nothing happens where it is already."""
    actor.require(Permission.PLANS)
    row = PutAside.objects.filter(id=row_id).first()
    if row is not None:
        # On record under the name that it always had there.
        actor.audit("rule.tell_again", row_id, {"rule": row.rule, "group": row.group_id, "reason": row.reason}, None)
        row.delete()


def undo(actor: Actor, plan_id: UUID, seen: int) -> Edited:
    """Go back to the state before the newest change; at the very first, stay."""
    return _go(actor, plan_id, seen, lambda plan: _revision(plan, plan.head).parent, "plan.undo")


@transaction.atomic
def go_back(actor: Actor, plan_id: UUID, number: int) -> Edited:
    """The plan as it stood in a state, kept as a new one. Raises :class:`PlanError` for a state that there never
    was."""
    plan = Plan.objects.get(id=plan_id)
    then = core_plan(_revision(plan, number).document)
    return edit(actor, plan_id, plan.head, lambda _: then, f"Back to state {number}.")


def redo(actor: Actor, plan_id: UUID, seen: int) -> Edited:
    """Go forward again to the newest state that came from this one, if there is one."""
    return _go(actor, plan_id, seen, newer_state, "plan.redo")


def newer_state(plan: Plan) -> int | None:
    """The number of the revision that redo would go to."""
    if plan.head == plan.newest:  # what came from a state is newer than it
        return None
    return plan.revisions.filter(parent=plan.head).order_by("-number").values_list("number", flat=True).first()


@transaction.atomic
def _go(actor: Actor, plan_id: UUID, seen: int, where: Callable[[Plan], int | None], verb: str) -> Edited:
    actor.require(Permission.PLANS)
    plan = Plan.objects.select_for_update(of=("self",)).select_related(*WITH_ROOM).get(id=plan_id)
    if seen != plan.head:
        raise EditedElsewhereError(
            "This plan was changed in another window, so there is something newer to undo first. "
            "It is shown now; nothing was undone."
        )
    target = where(plan)
    if target is not None:
        before, plan.head = plan.head, target
        plan.name = _revision(plan, target).document["name"]
        plan.save(update_fields=["head", "name", "changed_at"])
        actor.audit(verb, plan.id, {"state": before}, {"state": target})
    return Edited(plan, core_plan(_revision(plan, plan.head).document))


def _refuse_if_touched(before: core.Plan, now: core.Plan, touches: Touches | None) -> None:
    if touches is None:
        return
    if touches.detail:
        if getattr(before, touches.detail) != getattr(now, touches.detail):
            raise EditedElsewhereError(
                f"The plan's {DETAILS[touches.detail]} was changed in another window. "
                "The plan is shown as it stands now; make your change again if you still want it."
            )
        return
    there_before = next((item for item in before.items() if item.id == touches.item), None)
    there_now = next((item for item in now.items() if item.id == touches.item), None)
    if there_now is None:
        raise EditedElsewhereError("That item was removed in another window. The plan is shown as it stands now.")
    if there_before != there_now:
        raise EditedElsewhereError(
            f"{shelf().exercise(there_now.exercise).name} was changed in another window first. "
            "It is shown as it stands now and your change was not applied; make it again if you still want it."
        )


def _revision(plan: Plan, number: int) -> PlanRevision:
    revision = PlanRevision.objects.filter(plan=plan, number=number).first()
    if revision is None:
        raise PlanError(f"this plan never had a state {number}", "seen")
    return revision


def log_export(actor: Actor, plan: Plan) -> None:
    """A plan was exported. It is written down."""
    actor.audit("plan.export", plan.id)


def _keep(actor: Actor, plan: Plan, number: int, parent: int | None, value: core.Plan, summary: str) -> None:
    PlanRevision.objects.create(
        practice=actor.practice,
        plan=plan,
        number=number,
        parent=parent,
        document=plan_document(value),
        summary=summary[:200],
        user=actor.user,
    )
