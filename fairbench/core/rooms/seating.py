"""One chair for each: what everybody needs of a chair against the chairs there are, as an exact assignment."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from .room import Chair, Room


@dataclass(frozen=True, slots=True)
class ChairNeed:
    """What somebody needs of their chair. ``arms`` to get up by, or ``no_arms`` because an exercise swings past them
    ; seat heights in centimetres, None where any will do; ``still`` that it has no wheels, which a class always asks.
    ``because`` is the reason, as it is told."""

    person: str
    arms: bool = False
    no_arms: bool = False
    lowest_cm: float | None = None
    highest_cm: float | None = None
    still: bool = True
    because: str = ""

    def suits(self, chair: Chair) -> bool:
        """Whether a kind of chair serves them."""
        return not self.against(chair)

    def against(self, chair: Chair) -> str:
        """What speaks against a kind of chair; nothing where it serves."""
        if self.arms and not chair.arms:
            return "has no arms"
        if self.no_arms and chair.arms:
            return "has arms in the way"
        if self.lowest_cm is not None and chair.seat_cm < self.lowest_cm:
            return f"is {chair.seat_cm:g} cm high, under {self.lowest_cm:g} cm"
        if self.highest_cm is not None and chair.seat_cm > self.highest_cm:
            return f"is {chair.seat_cm:g} cm high, over {self.highest_cm:g} cm"
        if self.still and chair.wheels:
            return "has wheels"
        return ""


@dataclass(frozen=True, slots=True)
class Seating:
    """Who sits on which kind of chair, and who has none, each once."""

    chairs: tuple[tuple[str, Chair], ...]
    without: tuple[ChairNeed, ...]

    def chair_of(self, person: str) -> Chair | None:
        """The chair of a person; None where none is left that serves."""
        return next((chair for who, chair in self.chairs if who == person), None)


def seat(needs: Iterable[ChairNeed], room: Room) -> Seating:
    """As many people as possible on a chair that serves them: augmenting paths over kinds of chair, which is exact.
    Nobody who can sit is left standing, whoever comes first."""
    wanted = list(needs)
    kinds = [chair for chair in room.chairs if chair.count]
    taken: list[list[int]] = [[] for _ in kinds]
    for number in range(len(wanted)):
        _place(number, wanted, kinds, taken, set())
    found = {who: kinds[kind] for kind, sitting in enumerate(taken) for who in sitting}
    chairs = tuple((need.person, found[number]) for number, need in enumerate(wanted) if number in found)
    return Seating(chairs, tuple(need for number, need in enumerate(wanted) if number not in found))


def _place(
    who: int, wanted: Sequence[ChairNeed], kinds: Sequence[Chair], taken: list[list[int]], tried: set[int]
) -> bool:
    """Seat one more; those who sit may move to another kind that serves them too."""
    for kind, chair in enumerate(kinds):
        if kind in tried or not wanted[who].suits(chair):
            continue
        tried.add(kind)
        if len(taken[kind]) < chair.count:
            taken[kind].append(who)
            return True
        for sitting in list(taken[kind]):
            if _place(sitting, wanted, kinds, taken, tried):
                taken[kind].remove(sitting)
                taken[kind].append(who)
                return True
    return False
