"""What is introduced when, and when it comes back: next week, then two, then four weeks later. Never two hard new
things in one class."""

import datetime
from collections import Counter
from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import chain, repeat

from ..exercises.aim import BlockKind, Quality, Region
from ..exercises.exercise import Exercise
from .term import MOST_NAMED, Mark, Slot, SlotState, Term

_NEW, _PRACTISED, _DROPPED = Mark.NEW, Mark.PRACTISED, Mark.DROPPED

RETURNS = (1, 2, 4)
"""Weeks from one time to the next."""
MOST_NEW = 2
"""New things in one class."""


@dataclass(frozen=True, slots=True)
class Wish:
    """An exercise that a term is to bring. ``hard`` is one that newcomers begin lower on; ``wanted`` serves what
    somebody wants to be able to do; ``known`` was taught to the group before, and comes back without being
    introduced."""

    exercise: str
    region: Region
    quality: Quality
    block: BlockKind
    hard: bool = False
    wanted: bool = False
    known: bool = False


@dataclass(frozen=True, slots=True)
class NotPlaced:
    """An exercise that has no place in the term, and why."""

    exercise: str
    why: str


@dataclass(frozen=True, slots=True)
class Spread:
    """A term with everything in it that has a place."""

    term: Term
    not_placed: tuple[NotPlaced, ...]


def is_hard(exercise: Exercise) -> bool:
    """Whether newcomers begin lower than is usual."""
    return bool(exercise.newcomer) and exercise.rung(exercise.newcomer) < exercise.rung(exercise.base)


def wish_of(exercise: Exercise, wanted: bool = False, known: bool = False) -> Wish:
    """A wish for an exercise."""
    aim = exercise.aim
    return Wish(exercise.id, aim.region, aim.quality, exercise.block, is_hard(exercise), wanted, known)


def spread(term: Term, wishes: Sequence[Wish]) -> Spread:
    """The term with every wish introduced and brought back, as far as there is room. Classes that were taught, that are
    off, or that have a plan are left as they are; what is in them counts as there."""
    free = [slot for slot in term.slots if _is_free(slot)]
    slots = {slot.id: replace(slot, new=(), practised=(), dropped=slot.dropped) for slot in free}
    there = {name for slot in term.slots if not _is_free(slot) and slot.held for name in slot.named}
    order = [slot.id for slot in free]
    to_place = [wish for wish in wishes if wish.exercise not in there]
    for number, wish in enumerate(one for one in to_place if one.known):
        # Not all of them in the first class: each begins a class later than the one before.
        _come_back(wish, order, slots, number % min(RETURNS[-1], len(order)) if order else 0)
    left = _introduce([one for one in to_place if not one.known], order, slots)
    for name in (wish.exercise for wish in wishes if wish.exercise in there):
        _come_back_of(term, name, order, slots)
    _wanted_often(to_place, order, slots)
    not_placed = tuple(NotPlaced(wish.exercise, "no class has room for one more new thing") for wish in left)
    return Spread(term.with_slots(slots.values()), not_placed)


def _introduce(new: list[Wish], order: Sequence[str], slots: dict[str, Slot]) -> list[Wish]:
    """Put what is new into the classes, never two hard things into one; gives back what found no room. The last class
    has none, unless it is the only one."""
    covered: Counter[object] = Counter()
    for number, slot_id in enumerate(order[:-1] if len(order) > 1 else order):
        hard = False
        while len(slots[slot_id].new) < MOST_NEW:
            fits = [wish for wish in new if not (wish.hard and hard)]
            if not fits or is_full(slots[slot_id]):
                break
            wish = min(fits, key=lambda one: _last_in_line(one, covered))
            new.remove(wish)
            hard = hard or wish.hard
            covered.update((wish.region, wish.quality))
            slots[slot_id] = slots[slot_id].with_mark(wish.exercise, _NEW)
            _come_back(wish, order, slots, number + 1, slots[slot_id].day)
    return new


def _is_free(slot: Slot) -> bool:
    return slot.state is SlotState.PLANNED and not slot.plan


def is_full(slot: Slot) -> bool:
    """Whether no further exercise can be named for a class."""
    return len(slot.named) >= MOST_NAMED


def _last_in_line(wish: Wish, covered: Mapping[object, int]) -> tuple[bool, int, str]:
    """What somebody wants comes first, then what is least covered yet."""
    return (not wish.wanted, covered.get(wish.region, 0) + covered.get(wish.quality, 0), wish.exercise)


def _come_back(
    wish: Wish, order: Sequence[str], slots: dict[str, Slot], start: int, first: datetime.date | None = None
) -> None:
    """Put the returns of an exercise, from the class at ``start`` on. What is known comes back in that one already."""
    if not order:
        return
    if first is None:
        _return(wish.exercise, slots[order[start]].day, (0, *RETURNS), order[start:], slots)
    else:
        _return(wish.exercise, first, RETURNS, order[start:], slots)


def _come_back_of(term: Term, name: str, order: Sequence[str], slots: dict[str, Slot]) -> None:
    """The returns of what a class that stays as it is introduced, and no later class that stays drops."""
    fixed = [slot for slot in term.slots if not _is_free(slot) and slot.held]
    done = [slot.day for slot in fixed if name in slot.named]
    if not any(name in slot.dropped and slot.day >= max(done) for slot in fixed):
        _return(name, max(done), RETURNS[min(len(done) - 1, len(RETURNS)) :], order, slots)


def _return(name: str, day: datetime.date, gaps: Sequence[int], order: Sequence[str], slots: dict[str, Slot]) -> None:
    """Each time so many weeks after the time before, in the first class from then on that has room; after the last of
    ``gaps`` every four weeks. What a class of ``order`` drops does not come back from then on."""
    dropped = min((slots[one].day for one in order if name in slots[one].dropped), default=datetime.date.max)
    for gap in chain(gaps, repeat(RETURNS[-1])):
        due = day + datetime.timedelta(weeks=gap)
        open_ones = (one for one in order if slots[one].mark(name) is None and not is_full(slots[one]))
        place = next((one for one in open_ones if due <= slots[one].day < dropped), None)
        if place is None:
            return
        slots[place] = slots[place].with_mark(name, _PRACTISED)
        day = slots[place].day


def _wanted_often(wishes: Iterable[Wish], order: Sequence[str], slots: dict[str, Slot]) -> None:
    """What serves what somebody wants is in at least every second class from its first on, where there is room."""
    for wish in wishes:
        if not wish.wanted:
            continue
        since = 0
        begun = False
        for one in order:
            if slots[one].mark(wish.exercise) in (_NEW, _PRACTISED):
                begun, since = True, 0
            elif slots[one].mark(wish.exercise) is _DROPPED:
                break
            elif begun:
                since += 1
                if since >= 2 and not is_full(slots[one]):
                    slots[one] = slots[one].with_mark(wish.exercise, _PRACTISED)
                    since = 0


def due_in(term: Term, slot: Slot) -> Collection[str]:
    """What is due again in a class and is not in it: by when it was there before."""
    found = []
    for name in term.exercises():
        times = [one.day for one in term.held if one.day < slot.day and one.mark(name) in (_NEW, _PRACTISED)]
        if not times or slot.mark(name) is not None or _is_dropped(term, name, slot):
            continue
        gap = RETURNS[min(len(times), len(RETURNS)) - 1]
        if slot.day >= max(times) + datetime.timedelta(weeks=gap):
            found.append(name)
    return tuple(found)


def _is_dropped(term: Term, name: str, slot: Slot) -> bool:
    return any(name in one.dropped for one in term.slots if one.day <= slot.day)
