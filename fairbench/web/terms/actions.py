"""Everything that changes a term: one verb each, each a new revision; and closed days and calendars."""

from collections.abc import Callable, Iterable
from dataclasses import replace
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from fairbench.core.errors import InputError
from fairbench.core.formats.calendar_ics import ClosedDay as ClosedDayValue
from fairbench.core.formats.session_templates_doc import load_session_templates
from fairbench.core.formats.term_doc import term_document, term_value
from fairbench.core.terms.curve import with_curve
from fairbench.core.terms.days import rule_of, slots_of
from fairbench.core.terms.missed import How, Missed, miss
from fairbench.core.terms.spread import NotPlaced, is_hard, spread, wish_of
from fairbench.core.terms.term import Mark, Slot, SlotState, TermError
from fairbench.core.terms.term import Term as CoreTerm
from fairbench.core.terms.week_draft import draft_of
from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.people.models import Goal, Group
from fairbench.web.plans import actions as plan_actions
from fairbench.web.plans.adapter import core_group, shelf
from fairbench.web.plans.models import Plan

from .inputs import ClosedDayInput, MarkInput, MissInput, MoveInput, SlotInput, TermInput
from .models import CalendarFeed, ClosedDay, Term, TermRevision
from .term_rows import value_of

USUAL_TEMPLATE = "all-seated"
MOST_CLOSED = 1000


@transaction.atomic
def build(actor: Actor, given: TermInput) -> tuple[Term, tuple[NotPlaced, ...]]:
    """A term with its classes on the days that are open, and its exercises spread over them. Raises
    :class:`InputError` for a length, rule or exercise that cannot be."""
    actor.require(Permission.PLANS)
    group = Group.objects.filter(id=given.group).first()
    if group is None:
        raise InputError("choose a group", "group")
    template = given.template or USUAL_TEMPLATE
    if template not in load_session_templates():
        raise InputError(f"there is no template '{template}'", "template")
    rule = given.rule or rule_of(given.weekdays or (given.starts_on.weekday(),))
    closed = frozenset(ClosedDay.objects.values_list("day", flat=True))
    slots = slots_of(given.starts_on, given.weeks, rule, closed)
    inside = frozenset(day for day in closed if given.starts_on <= day <= slots[-1].day)
    value = CoreTerm(given.name, given.starts_on, given.weeks, slots, given.aim, rule, given.at, given.minutes, inside)
    stock = shelf()
    wanted = _wanted(group)
    wishes = [
        wish_of(stock.exercise(name), name in wanted, bool(group.taught.get(name)))
        for name in dict.fromkeys(given.exercises)
    ]
    made = spread(with_curve(value), wishes)
    term = Term.objects.create(
        practice=actor.practice,
        group=group,
        name=given.name,
        teacher=actor.user,
        template=template,
        starts_on=given.starts_on,
        ends_on=slots[-1].day,
    )
    _keep(actor, term, 1, None, made.term, f"Built: {len(slots)} classes, {len(wishes)} exercises")
    actor.audit("term.build", term.id, None, {"state": 1, "name": given.name})
    return term, made.not_placed


def _wanted(group: Group) -> set[str]:
    """The exercises that serve what somebody of a group wants to be able to do."""
    rows = Goal.objects.filter(participant__groups=group, ended_at=None).values_list("exercises", flat=True)
    return {name for names in rows for name in names}


def spread_again(actor: Actor, term_id: UUID, exercises: Iterable[str]) -> tuple[NotPlaced, ...]:
    """What is still to come spread anew over the classes that have no plan yet, with what was named before and what is
    added."""
    left: list[NotPlaced] = []

    def change(value: CoreTerm, term: Term) -> tuple[CoreTerm, str]:
        stock, wanted = shelf(), _wanted(term.group)
        names = tuple(dict.fromkeys((*value.exercises(), *exercises)))
        taught = term.group.taught
        wishes = [
            wish_of(stock.exercise(name), name in wanted, bool(taught.get(name)))
            for name in names
            if name in stock.exercises
        ]
        made = spread(value, wishes)
        left.extend(made.not_placed)
        return made.term, f"Spread anew: {len(wishes)} exercises"

    _change(actor, term_id, change)
    return tuple(left)


def mark(actor: Actor, term_id: UUID, given: MarkInput) -> Term:
    """An exercise is new in a class, comes back, is dropped, or is not in it."""

    def change(value: CoreTerm, _: Term) -> tuple[CoreTerm, str]:
        name = shelf().exercise(given.exercise).name
        slot = _open(value, given.slot)
        chosen = Mark(given.mark) if given.mark else None
        words = chosen.value if chosen else "taken out"
        return value.with_slot(slot.with_mark(given.exercise, chosen)), f"{name}, {slot.day:%-d %b}: {words}"

    return _change(actor, term_id, change)


def move(actor: Actor, term_id: UUID, given: MoveInput) -> Term:
    """An exercise goes from one class to another, as what it was."""

    def change(value: CoreTerm, _: Term) -> tuple[CoreTerm, str]:
        name = shelf().exercise(given.exercise).name
        slot, to = _open(value, given.slot), _open(value, given.to)
        was = slot.mark(given.exercise)
        if was is None:
            raise TermError(f"{name} is not in the class of {slot.day:%-d %B}", "exercise")
        if slot.id == to.id:
            return value, ""
        changed = (slot.with_mark(given.exercise, None), to.with_mark(given.exercise, was))
        return value.with_slots(changed), f"{name}: {slot.day:%-d %b} → {to.day:%-d %b}"

    return _change(actor, term_id, change)


def set_slot(actor: Actor, term_id: UUID, given: SlotInput) -> Term:
    """The theme of a class, whether it is easier, whether something is measured in it."""

    def change(value: CoreTerm, _: Term) -> tuple[CoreTerm, str]:
        slot = value.slot(given.slot)
        changed = replace(slot, theme=given.theme, easier=given.easier, tests=given.tests)
        return value.with_slot(changed), f"{slot.day:%-d %b}: {given.theme or 'details'}"

    return _change(actor, term_id, change)


def miss_class(actor: Actor, term_id: UUID, given: MissInput) -> Missed:
    """A class is off: on another day, put together with the next, or dropped. Raises :class:`TermError`."""
    made: list[Missed] = []

    def change(value: CoreTerm, _: Term) -> tuple[CoreTerm, str]:
        hard = frozenset(name for name in value.exercises() if name in shelf().exercises and _hard(name))
        found = miss(value, given.slot, How(given.how), given.why, hard, given.to)
        made.append(found)
        return found.after, " ".join(found.says)

    _change(actor, term_id, change)
    return made[0]


def _hard(name: str) -> bool:
    return is_hard(shelf().exercise(name))


@transaction.atomic
def undo(actor: Actor, term_id: UUID) -> str:
    """Take the last change back; what it was. Raises :class:`TermError` where there is none."""
    term = _term(actor, term_id)
    now = TermRevision.objects.get(term=term, number=term.head)
    if now.parent is None:
        raise TermError("there is nothing to take back", "term")
    before, term.head = term.head, now.parent
    term.save(update_fields=["head", "changed_at"])
    actor.audit("term.undo", term.id, {"state": before}, {"state": term.head})
    return now.summary


@transaction.atomic
def draft_next(actor: Actor, term_id: UUID) -> tuple[Plan | None, int]:
    """Draft the next class that has no plan; it, and how many are left. Plans that are there are kept."""
    term = _term(actor, term_id)
    value = value_of(term)
    wanting = [slot for slot in value.ahead if not slot.plan]
    if not wanting:
        return None, 0
    slot = wanting[0]
    plan = _drafted(actor, term, value, slot)
    kept = _stored(term)
    changed = kept.with_slot(replace(kept.slot(slot.id), plan=str(plan.id)))
    _next(actor, term, changed, f"Drafted: {slot.day:%-d %b}")
    return plan, len(wanting) - 1


def _drafted(actor: Actor, term: Term, value: CoreTerm, slot: Slot) -> Plan:
    template = load_session_templates().get(term.template) or load_session_templates()[USUAL_TEMPLATE]
    group = core_group(term.group)
    before = {name for one in value.held if one.day < slot.day for name in one.named}
    made = draft_of(value, slot, template, group, shelf(), plan_actions.new_id, before)
    return plan_actions.create(actor, made, term.group, f"Drafted for week {value.week(slot)} of {term.name}"[:200])


@transaction.atomic
def archive(actor: Actor, term_id: UUID, away: bool) -> Term:
    """Archive a term, or restore it."""
    term = _term(actor, term_id)
    before, term.archived = term.archived, away
    term.save(update_fields=["archived"])
    actor.audit("term.archive" if away else "term.restore", term.id, {"archived": before}, {"archived": away})
    return term


@transaction.atomic
def close_day(actor: Actor, given: ClosedDayInput) -> None:
    """Nothing takes place on a day. Terms that are there keep their classes; the board names the clash."""
    actor.require(Permission.PLANS)
    _close(actor, (ClosedDayValue(given.day, given.name),))


@transaction.atomic
def import_closed_days(actor: Actor, days: Iterable[ClosedDayValue]) -> int:
    """The closed days of a file; how many are new."""
    actor.require(Permission.PLANS)
    return _close(actor, days)


def _close(actor: Actor, days: Iterable[ClosedDayValue]) -> int:
    known = set(ClosedDay.objects.values_list("day", flat=True))
    new = {one.day: one.name for one in days if one.day not in known}
    if len(known) + len(new) > MOST_CLOSED:
        raise InputError(f"at most {MOST_CLOSED} closed days are kept; remove old ones first", "file")
    ClosedDay.objects.bulk_create(ClosedDay(practice=actor.practice, day=day, name=name) for day, name in new.items())
    actor.audit("calendar.close", actor.practice.id, None, {"days": len(new)})
    return len(new)


@transaction.atomic
def open_day(actor: Actor, day_id: UUID) -> None:
    """A closed day is open again."""
    actor.require(Permission.PLANS)
    found = ClosedDay.objects.select_for_update().get(id=day_id)
    actor.audit("calendar.open", actor.practice.id, {"day": found.day}, None)
    found.delete()


@transaction.atomic
def renew_feed(actor: Actor) -> CalendarFeed:
    """A private address for one's own calendar; the one before shows nothing any more."""
    withdraw_feed(actor)
    feed = CalendarFeed.objects.create(practice=actor.practice, user=actor.user)
    actor.audit("calendar.feed", actor.practice.id, None, {"feed": feed.id})
    return feed


@transaction.atomic
def withdraw_feed(actor: Actor) -> None:
    """Nothing is at one's own address any more."""
    actor.require(Permission.CLASSES)
    feed = CalendarFeed.objects.filter(user=actor.user, withdrawn_at=None).first()
    if feed is None:
        return
    CalendarFeed.objects.filter(user=actor.user, withdrawn_at=None).update(withdrawn_at=timezone.now())
    actor.audit("calendar.withdraw", actor.practice.id, {"feed": feed.id}, None)


def _term(actor: Actor, term_id: UUID) -> Term:
    actor.require(Permission.PLANS)
    return Term.objects.select_for_update(of=("self",)).select_related("group", "group__room").get(id=term_id)


def _stored(term: Term) -> CoreTerm:
    """The term as it is kept, without what was taught since."""
    return term_value(TermRevision.objects.get(term=term, number=term.head).document)


def _open(value: CoreTerm, slot_id: str) -> Slot:
    slot = value.slot(slot_id)
    if not slot.held:
        raise TermError(f"the class of {slot.day:%-d %B} is off", "slot")
    if slot.state is SlotState.TAUGHT:
        raise TermError(f"the class of {slot.day:%-d %B} was taught; it stays as it was", "slot")
    return slot


@transaction.atomic
def _change(actor: Actor, term_id: UUID, change: Callable[[CoreTerm, Term], tuple[CoreTerm, str]]) -> Term:
    """One change as a further revision, of the term with what was taught; what was taught is not written down."""
    term = _term(actor, term_id)
    value = value_of(term)
    changed, summary = change(value, term)
    if changed == value:
        return term
    taught = {slot.id for slot in value.slots if slot.state is SlotState.TAUGHT}
    stored = _stored(term)
    kept = changed.with_slots(
        replace(slot, state=stored.slot(slot.id).state) for slot in changed.slots if slot.id in taught
    )
    _next(actor, term, kept, summary)
    return term


def _next(actor: Actor, term: Term, value: CoreTerm, summary: str) -> None:
    number = term.newest + 1
    _keep(actor, term, number, term.head, value, summary)
    before = term.head
    term.head = term.newest = number
    term.ends_on = max(slot.day for slot in value.slots)
    term.save(update_fields=["head", "newest", "ends_on", "changed_at"])
    actor.audit("term.change", term.id, {"state": before}, {"state": number})


def _keep(actor: Actor, term: Term, number: int, parent: int | None, value: CoreTerm, summary: str) -> None:
    TermRevision.objects.create(
        practice=actor.practice,
        term=term,
        number=number,
        parent=parent,
        document=term_document(value),
        summary=summary[:300],
        user=actor.user,
    )
