"""What is kept in a cupboard or at somebody's home: each prop by size and number."""

from collections.abc import Iterable
from dataclasses import dataclass

from ..errors import InputError
from ..loads.bottle import LoadError
from ..loads.units import read_mass
from .room import Room

SIZE_LIMIT = 24
MOST_OF_A_KIND = 999
MOST_LINES = 300


class StoreError(InputError):
    """A line of a store that cannot be."""


@dataclass(frozen=True, slots=True)
class Stock:
    """So many of a prop in a size. ``size`` is what the practice calls it (``light``, ``1 kg``, ``18 cm``, ``full``),
    empty where there is one kind; ``kg`` the mass of a weight, ``free_cm`` and ``newtons`` the free length of a band
    and its force at double length; None where not known."""

    prop: str
    count: int
    size: str = ""
    kg: float | None = None
    free_cm: float | None = None
    newtons: float | None = None

    def __post_init__(self) -> None:
        if isinstance(self.count, bool) or not isinstance(self.count, int) or not 0 <= self.count <= MOST_OF_A_KIND:
            raise StoreError(f"must be a whole number from 0 to {MOST_OF_A_KIND}, not {self.count!r}", "count")
        if len(self.size) > SIZE_LIMIT:
            raise StoreError(f"has at most {SIZE_LIMIT} characters, not {len(self.size)}", "size")
        for field, high, unit in (("kg", 50, "kg"), ("free_cm", 1000, "cm"), ("newtons", 500, "N")):
            value = getattr(self, field)
            if value is not None and not 0 < value <= high:
                raise StoreError(f"must be over 0 and at most {high} {unit}, not {value:g}", field)

    def is_of(self, size: str) -> bool:
        """Whether it is the size that is asked: called so, in any letters, or of that mass."""
        if self.size.casefold() == size.casefold():
            return True
        asked, own = _kg_of(size), self.kg if self.kg is not None else _kg_of(self.size)
        return asked is not None and own is not None and abs(asked - own) < _SAME_KG

    @property
    def key(self) -> tuple[str, str]:
        """Prop and size: what makes it one line of a store."""
        return self.prop, self.size


_SAME_KG = 0.005
"""Kilograms by which two weights may differ to be of one size."""


def _kg_of(size: str) -> float | None:
    """The mass that a size names with its unit, such as ``500 g``; None where it names none."""
    if not size or size[-1].isdigit():
        return None
    try:
        return read_mass(size)
    except LoadError:
        return None


@dataclass(frozen=True, slots=True)
class Store:
    """The lines of a store, each prop and size once."""

    lines: tuple[Stock, ...] = ()

    def __post_init__(self) -> None:
        if len(self.lines) > MOST_LINES:
            raise StoreError(f"has at most {MOST_LINES} lines, not {len(self.lines)}", "lines")
        seen: set[tuple[str, str]] = set()
        for number, line in enumerate(self.lines):
            if line.key in seen:
                words = f"{line.prop}, {line.size}" if line.size else line.prop
                raise StoreError(f"{words} is there twice", f"lines[{number}]")
            seen.add(line.key)

    def count(self, prop: str, size: str = "") -> int:
        """How many there are of a prop: of a size, or of every size where none is asked. ``0.5 kg`` is found by its
        mass under whatever it is called."""
        return sum(line.count for line in self.lines if line.prop == prop and (not size or line.is_of(size)))

    def knows(self, prop: str) -> bool:
        """Whether the store has a line for it, were it for none."""
        return any(line.prop == prop for line in self.lines)

    def sizes(self, prop: str) -> tuple[Stock, ...]:
        """The lines of a prop, lightest first."""
        return tuple(sorted((line for line in self.lines if line.prop == prop), key=_weight_first))


SECOND_CHAIR, STEP = "second-chair", "step"


def standing_things(room: Room, people: int) -> Store:
    """What stands in a room and is taken for an exercise: the chairs on which nobody of so many sits, to hold on to or
    to put a foot on, and its fixed steps."""
    spare = min(MOST_OF_A_KIND, max(0, room.seats - people))
    return Store((Stock(SECOND_CHAIR, spare), Stock(STEP, room.steps)))


def together(stores: Iterable[Store]) -> Store:
    """What is in all of them: the same prop and size is counted together, with the facts of the first that has them."""
    found: dict[tuple[str, str], Stock] = {}
    for store in stores:
        for line in store.lines:
            before = found.get(line.key)
            if before is None:
                found[line.key] = line
                continue
            found[line.key] = Stock(
                line.prop,
                min(MOST_OF_A_KIND, before.count + line.count),
                line.size,
                before.kg if before.kg is not None else line.kg,
                before.free_cm if before.free_cm is not None else line.free_cm,
                before.newtons if before.newtons is not None else line.newtons,
            )
    return Store(tuple(found.values()))


def _weight_first(line: Stock) -> tuple[bool, float, str]:
    known = line.kg if line.kg is not None else line.newtons
    return known is None, known or 0.0, line.size
