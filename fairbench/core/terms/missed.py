"""A class that does not take place: held on another day, put together with the next, or dropped; and what that does."""

import datetime
from collections.abc import Iterable
from dataclasses import dataclass, replace
from enum import StrEnum

from ..counted import how_many
from .curve import effort
from .spread import MOST_NEW, is_full
from .term import Mark, Slot, SlotState, Term, TermError

FURTHEST = datetime.timedelta(weeks=2)
"""So far after the term's last day a class may be put."""
WHY_LIMIT = 80


class How(StrEnum):
    """What becomes of a class that is off."""

    MOVE = "move"
    MERGE = "merge"
    DROP = "drop"


@dataclass(frozen=True, slots=True)
class Missed:
    """The term before and after, and what changed, in words."""

    before: Term
    after: Term
    says: tuple[str, ...]

    @property
    def curve_before(self) -> tuple[tuple[Slot, float], ...]:
        """The effort as it was."""
        return effort(self.before)

    @property
    def curve_after(self) -> tuple[tuple[Slot, float], ...]:
        """The effort as it is now."""
        return effort(self.after)


def miss(
    term: Term, slot_id: str, how: How, why: str, hard: frozenset[str] = frozenset(), to: datetime.date | None = None
) -> Missed:
    """A class is off for a reason. ``to`` is the day that it moves to; ``hard`` are the exercises of which no two are
    introduced in one class. Raises :class:`TermError` for a class that is over, for a day that is closed, has a class
    or lies outside, and where nothing comes after to be put together with."""
    slot = term.slot(slot_id)
    if slot.state is not SlotState.PLANNED:
        raise TermError(f"the class of {slot.day:%-d %B} {'was taught' if slot.held else 'is off'} already", "slot")
    if not why.strip() or len(why) > WHY_LIMIT:
        raise TermError(f"say why, in at most {WHY_LIMIT} characters", "why")
    if how is How.MOVE:
        return _move(term, slot, why, to)
    off = replace(slot, state=SlotState.OFF, why=why, easier=False, tests=False)
    if how is How.DROP:
        return _drop(term, slot, off)
    return _merge(term, slot, off, hard)


def _move(term: Term, slot: Slot, why: str, to: datetime.date | None) -> Missed:
    if to is None:
        raise TermError("on which day instead?", "to")
    last = max(one.day for one in term.slots)
    if not term.starts_on <= to <= last + FURTHEST:
        raise TermError(f"{to:%-d %B %Y} is outside the term", "to")
    if to in term.closed:
        raise TermError(f"{to:%-d %B %Y} is closed", "to")
    if any(one.day == to and one.held for one in term.slots):
        raise TermError(f"on {to:%-d %B %Y} there is a class already", "to")
    moved = replace(slot, day=to, was=slot.was or slot.day, why=why)
    after = term.with_slot(moved)
    says = [f"The class of {slot.day:%-d %B} is on {to:%-d %B}, with all that was planned for it."]
    passed = [one for one in term.held if min(slot.day, to) < one.day < max(slot.day, to)]
    if passed:
        says.append(
            f"{len(passed)} {'class comes' if len(passed) == 1 else 'classes come'} in between: look at the order."
        )
    return Missed(term, after, tuple(says))


def _drop(term: Term, slot: Slot, off: Slot) -> Missed:
    """What was new in it is not introduced at all; its returns go too."""
    gone = set(slot.new)
    changed = [off]
    for one in term.slots:
        if one.state is SlotState.PLANNED and one.id != slot.id and one.day > slot.day and gone & set(one.practised):
            changed.append(replace(one, practised=tuple(name for name in one.practised if name not in gone)))
    after = _tests_at_both_ends(term.with_slots(changed), slot)
    says = [f"The class of {slot.day:%-d %B} is left out."]
    if gone:
        says.append(f"{len(gone)} new {'thing is' if len(gone) == 1 else 'things are'} not introduced this term.")
    if slot.practised:
        says.append(f"{len(slot.practised)} come back the next time that they are due.")
    return Missed(term, after, tuple(says))


def _merge(term: Term, slot: Slot, off: Slot, hard: frozenset[str]) -> Missed:
    """What was in it goes to the next classes that have room: new things first, never two hard ones in one class."""
    ahead = [one for one in term.slots if one.state is SlotState.PLANNED and one.day > slot.day]
    if not ahead:
        raise TermError("no class comes after it to be put together with; move or drop it", "how")
    slots = {one.id: one for one in ahead}
    order = [one.id for one in ahead]
    later: list[datetime.date] = []
    lost: list[str] = []
    for name in slot.new:
        place = _room_for_new(name, order, slots, hard)
        if place is None:
            lost.append(name)
            continue
        slots[place] = slots[place].with_mark(name, Mark.NEW)
        later.append(slots[place].day)
        _unpractised(name, order[: order.index(place)], slots)
    for name in lost:
        _unpractised(name, order, slots)
    moved = 0
    first = order[0]
    for name in slot.practised:
        if slots[first].mark(name) is None and not is_full(slots[first]):
            slots[first] = slots[first].with_mark(name, Mark.PRACTISED)
            moved += 1
    after = _tests_at_both_ends(term.with_slots((off, *slots.values())), slot)
    says = [f"The class of {slot.day:%-d %B} goes into the next ones."]
    if later:
        days = ", ".join(sorted({f"{day:%-d %B}" for day in later}))
        says.append(f"{how_many(len(later), 'new thing')} later: {days}.")
    if lost:
        says.append(f"{len(lost)} new have no place any more and are left out.")
    if moved:
        says.append(f"{moved} more to practise on {slots[first].day:%-d %B}.")
    return Missed(term, after, tuple(says))


def _unpractised(name: str, order: Iterable[str], slots: dict[str, Slot]) -> None:
    """Nothing is practised before it is introduced, nor where it is not introduced at all."""
    for one in order:
        if slots[one].mark(name) is Mark.PRACTISED:
            slots[one] = slots[one].with_mark(name, None)


def _room_for_new(name: str, order: list[str], slots: dict[str, Slot], hard: frozenset[str]) -> str | None:
    """The first class that can bring it as new; not the last one, after which it would not come back."""
    for one in order[:-1] if len(order) > 1 else order:
        slot = slots[one]
        two_hard = name in hard and any(other in hard for other in slot.new)
        room = not is_full(slot) or slot.mark(name) is Mark.PRACTISED
        if len(slot.new) < MOST_NEW and not two_hard and room:
            return one
    return None


def _tests_at_both_ends(term: Term, off: Slot) -> Term:
    """Where the class that is off had tests, the one that is now the first or the last has them."""
    if not off.tests or not term.held:
        return term
    ends = [term.held[0], term.held[-1]]
    return term.with_slots(replace(one, tests=True) for one in ends if one.state is SlotState.PLANNED and not one.tests)
