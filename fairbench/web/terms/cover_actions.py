"""Somebody covers a class: given, taken back, begun."""

from uuid import UUID

from django.db import transaction

from fairbench.core.errors import InputError
from fairbench.core.terms.term import SlotState
from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.accounts.models import User
from fairbench.web.classes import actions as class_actions
from fairbench.web.classes.models import Meeting
from fairbench.web.plans.adapter import core_plan
from fairbench.web.plans.models import WITH_ROOM, Plan, PlanRevision

from .covers import Covered, covered_by
from .models import Cover, Term
from .term_rows import value_of


@transaction.atomic
def give_cover(actor: Actor, term_id: UUID, slot_id: str, user_id: int | None) -> Cover | None:
    """A member teaches one class in its teacher's place; without a member, its teacher does again. Raises
    :class:`InputError` for a class that is over or off, and for somebody who cannot cover it."""
    actor.require(Permission.PLANS)
    actor.require(Permission.HEALTH)  # it opens what is known of a group to somebody
    term = Term.objects.select_for_update(of=("self",)).select_related("group").get(id=term_id)
    slot = value_of(term).slot(slot_id)
    if slot.state is not SlotState.PLANNED:
        raise InputError(f"the class of {slot.day:%-d %B} is {'over' if slot.held else 'off'}", "slot")
    term.save(update_fields=["changed_at"])  # calendars look at it
    before = Cover.objects.filter(term=term, slot=slot.id).select_related("user").first()
    old = {"class": slot.day, "member": before.user.email} if before else None
    if before:
        before.delete()
    if user_id is None:
        actor.audit("cover.take_back", term.id, old, None)
        return None
    user = User.objects.filter(id=user_id, practice=actor.practice, is_active=True).first()
    if user is None:
        raise InputError("choose a member who may sign in", "user")
    if user.id == term.teacher_id:
        raise InputError(f"{user.name} teaches this term already", "user")
    cover = Cover.objects.create(practice=actor.practice, term=term, slot=slot.id, user=user)
    actor.audit("cover.give", term.id, old, {"class": slot.day, "member": user.email})
    return cover


@transaction.atomic
def begin_covered(actor: Actor, cover_id: UUID) -> Meeting:
    """Open the class that one covers, on its day; where it is open already, that one. Raises
    Cover.DoesNotExist for another's, :class:`InputError` on another day or without a plan."""
    actor.require(Permission.CLASSES)
    Cover.objects.select_for_update().get(id=cover_id, user=actor.user)
    covered = next((one for one in covered_by(actor.user) if one.cover.id == cover_id), None)
    if covered is None or not covered.is_open:
        raise InputError("this class is over, or does not take place", "class")
    if not covered.is_today:
        raise InputError(f"this class is on {covered.slot.day:%A %-d %B}; it can be begun on that day", "class")
    return covered.meeting or _opened(actor, covered)


def _opened(actor: Actor, covered: Covered) -> Meeting:
    plan = Plan.objects.select_related(*WITH_ROOM).filter(id=covered.slot.plan).first() if covered.slot.plan else None
    value = core_plan(PlanRevision.objects.get(plan=plan, number=plan.head).document) if plan else None
    if plan is None or value is None or not any(value.items()):
        raise InputError("this class has no plan yet; ask whoever gave it to you", "class")
    return class_actions.open_meeting(actor, covered.term.group, plan, value)
