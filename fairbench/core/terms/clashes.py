"""Where two classes want the same teacher or the same room at the same time, and where a class is on a closed day."""

import datetime
from collections.abc import Collection, Iterable, Iterator
from dataclasses import dataclass

from .term import Slot, SlotState, Term


@dataclass(frozen=True, slots=True)
class Booked:
    """A term with who teaches it and where, by id and by name; "" where it is not known. ``covered`` are the classes,
    by id, that somebody else teaches."""

    name: str
    term: Term
    teacher: str = ""
    teacher_name: str = ""
    covered: frozenset[str] = frozenset()
    room: str = ""
    room_name: str = ""


@dataclass(frozen=True, slots=True)
class Clash:
    """A class that cannot be held as it is, and why."""

    slot: Slot
    says: str


def clashes(mine: Booked, others: Iterable[Booked], closed: Collection[datetime.date] = ()) -> tuple[Clash, ...]:
    """What is wrong with the classes of a term that are still to come."""
    return tuple(_clashes(mine, tuple(others), frozenset(closed)))


def _clashes(mine: Booked, others: tuple[Booked, ...], closed: frozenset[datetime.date]) -> Iterator[Clash]:
    for slot in mine.term.ahead:
        if slot.day in closed:
            yield Clash(slot, f"{slot.day:%-d %B} is a closed day.")
        for other in others:
            met = next((one for one in other.term.held if one.day == slot.day), None)
            if met is not None and met.state is not SlotState.OFF and _overlap(mine.term, other.term):
                yield from _at_once(mine, slot, other, met)


def _at_once(mine: Booked, slot: Slot, other: Booked, met: Slot) -> Iterator[Clash]:
    """What two classes at one time both want: who teaches, and the room."""
    if mine.teacher and mine.teacher == other.teacher and not _covered(mine, slot) and not _covered(other, met):
        who = mine.teacher_name or "the teacher"
        yield Clash(slot, f"{slot.day:%-d %B}: {who} teaches {other.name} at the same time.")
    if mine.room and mine.room == other.room:
        yield Clash(slot, f"{slot.day:%-d %B}: {other.name} has {mine.room_name or 'the room'} then.")


def _covered(booked: Booked, slot: Slot) -> bool:
    return slot.id in booked.covered


def _overlap(one: Term, other: Term) -> bool:
    begins, begins_other = _minute(one.at), _minute(other.at)
    return begins < begins_other + other.minutes and begins_other < begins + one.minutes


def _minute(at: datetime.time) -> int:
    return at.hour * 60 + at.minute
