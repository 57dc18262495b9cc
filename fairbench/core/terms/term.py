"""A term: the classes of a group over 6 to 14 weeks, and what each is to bring."""

import datetime
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace
from enum import StrEnum

from ..errors import InputError

FEWEST_WEEKS, MOST_WEEKS = 6, 14
MOST_A_WEEK = 2
MOST_NAMED = 14
"""Exercises that are named for one class; the draft adds what a class needs besides."""
NAME_LIMIT, THEME_LIMIT = 80, 60


class TermError(InputError):
    """A term cannot be like this; the message says why."""


class SlotState(StrEnum):
    """Whether a class is still to come, was taught, or is off."""

    PLANNED = "planned"
    TAUGHT = "taught"
    OFF = "off"


class Mark(StrEnum):
    """What an exercise is in a class of a term."""

    NEW = "new"
    PRACTISED = "practised"
    DROPPED = "dropped"


@dataclass(frozen=True, slots=True)
class Slot:
    """One class of a term. ``new`` are exercises that are introduced, ``practised`` those that come back, ``dropped``
    those that are left out from then on. An ``easier`` class has fewer sets and leaves everybody's state alone; with
    ``tests`` something is measured. ``was`` is the day that it was first planned for, where that is another; ``why``
    says why it is off or on another day. ``plan`` is the id of its plan, "" while there is none."""

    id: str
    day: datetime.date
    theme: str = ""
    new: tuple[str, ...] = ()
    practised: tuple[str, ...] = ()
    dropped: tuple[str, ...] = ()
    easier: bool = False
    tests: bool = False
    state: SlotState = SlotState.PLANNED
    was: datetime.date | None = None
    why: str = ""
    plan: str = ""

    def __post_init__(self) -> None:
        named = (*self.new, *self.practised)
        if len(set(named)) < len(named):
            raise TermError("an exercise is new or comes back in a class, and once", "practised")
        if len(named) > MOST_NAMED:
            raise TermError(f"at most {MOST_NAMED} exercises are named for one class, not {len(named)}", "practised")
        if len(self.theme) > THEME_LIMIT:
            raise TermError(f"a theme has at most {THEME_LIMIT} characters", "theme")

    @property
    def named(self) -> tuple[str, ...]:
        """What is in it: the new things first."""
        return (*self.new, *self.practised)

    @property
    def held(self) -> bool:
        """Whether it takes place."""
        return self.state is not SlotState.OFF

    def mark(self, exercise: str) -> Mark | None:
        """What an exercise is in it."""
        if exercise in self.new:
            return Mark.NEW
        if exercise in self.practised:
            return Mark.PRACTISED
        return Mark.DROPPED if exercise in self.dropped else None

    def with_mark(self, exercise: str, mark: Mark | None) -> "Slot":
        """The same with an exercise as something else, or not in it at all."""

        def without(ids: tuple[str, ...]) -> tuple[str, ...]:
            return tuple(one for one in ids if one != exercise)

        new, practised, dropped = without(self.new), without(self.practised), without(self.dropped)
        if mark is Mark.NEW:
            new = (*new, exercise)
        elif mark is Mark.PRACTISED:
            practised = (*practised, exercise)
        elif mark is Mark.DROPPED:
            dropped = (*dropped, exercise)
        return replace(self, new=new, practised=practised, dropped=dropped)


@dataclass(frozen=True, slots=True)
class Term:
    """The classes of a group over some weeks, by day. ``aim`` is what the term is for, in words; ``closed`` are days on
    which nothing takes place; ``rule`` is how they recur, as an RRULE, ``at`` when they begin, ``minutes`` how long
    they last."""

    name: str
    starts_on: datetime.date
    weeks: int
    slots: tuple[Slot, ...]
    aim: str = ""
    rule: str = "FREQ=WEEKLY"
    at: datetime.time = datetime.time(10, 0)
    minutes: int = 45
    closed: frozenset[datetime.date] = frozenset()

    def __post_init__(self) -> None:
        if not self.name.strip() or len(self.name) > NAME_LIMIT:
            raise TermError(f"a term needs a name of at most {NAME_LIMIT} characters", "name")
        check_weeks(self.weeks)
        if not 5 <= self.minutes <= 180:
            raise TermError(f"a class lasts 5 to 180 minutes, not {self.minutes}", "minutes")
        if len({slot.id for slot in self.slots}) < len(self.slots):
            raise TermError("two classes have the same id", "slots")
        if len({slot.day for slot in self.slots if slot.held}) < sum(slot.held for slot in self.slots):
            raise TermError("two classes are on one day", "slots")
        if list(self.slots) != sorted(self.slots, key=lambda one: (one.day, one.id)):
            raise TermError("the classes go by their days", "slots")
        for slot in self.slots:
            if slot.held and slot.state is SlotState.PLANNED and slot.day in self.closed:
                raise TermError(f"{slot.day:%-d %B %Y} is closed", f"slots[{slot.id}].day")

    @property
    def held(self) -> tuple[Slot, ...]:
        """The classes that take place."""
        return tuple(slot for slot in self.slots if slot.held)

    @property
    def ahead(self) -> tuple[Slot, ...]:
        """The classes that are still to come."""
        return tuple(slot for slot in self.slots if slot.state is SlotState.PLANNED)

    def week(self, slot: Slot) -> int:
        """In which week of the term a class is, from 1."""
        monday = self.starts_on - datetime.timedelta(days=self.starts_on.weekday())
        return (slot.day - monday).days // 7 + 1

    def slot(self, slot_id: str) -> Slot:
        """The class of an id. Raises :class:`TermError`."""
        for slot in self.slots:
            if slot.id == slot_id:
                return slot
        raise TermError("that class is not in this term", "slot")

    def with_slot(self, changed: Slot) -> "Term":
        """The same with one class changed, in the order of the days."""
        return self.with_slots((changed,))

    def with_slots(self, changed: Iterable[Slot]) -> "Term":
        """The same with some classes changed."""
        by_id = {slot.id: slot for slot in changed}
        slots = (by_id.get(slot.id, slot) for slot in self.slots)
        return replace(self, slots=tuple(sorted(slots, key=lambda one: (one.day, one.id))))

    def exercises(self) -> tuple[str, ...]:
        """Every exercise that is named anywhere, in the order in which it first comes."""
        return tuple(dict.fromkeys(self._named()))

    def _named(self) -> Iterator[str]:
        for slot in self.slots:
            yield from slot.named


def check_weeks(weeks: int) -> None:
    """Raises :class:`TermError` for a length that no term has."""
    if not FEWEST_WEEKS <= weeks <= MOST_WEEKS:
        raise TermError(f"a term has {FEWEST_WEEKS} to {MOST_WEEKS} weeks, not {weeks}", "weeks")
