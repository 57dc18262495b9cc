"""Left, right, and the ways a dose can be shared between them."""

from enum import StrEnum


class Side(StrEnum):
    """The person's own left or right."""

    LEFT = "left"
    RIGHT = "right"

    @property
    def other(self) -> "Side":
        """The side opposite."""
        return Side.RIGHT if self is Side.LEFT else Side.LEFT


class Sides(StrEnum):
    """How the work of a dose is shared out."""

    TOGETHER = "together"
    ALTERNATING = "alternating"
    EACH_SIDE = "each_side"
    EACH_DIRECTION = "each_direction"
    EACH_SIDE_AND_DIRECTION = "each_side_and_direction"
    ONE_SIDE = "one_side"

    @property
    def passes(self) -> int:
        """How often the work is gone through in one set."""
        return _PASSES[self]

    @property
    def tell_sides(self) -> bool:
        """Whether one side works at a time, so that one of them goes first."""
        return self in _SIDED

    @property
    def words(self) -> str:
        """As it is shown."""
        return self.value.replace("_", " ")


_SIDED = frozenset({Sides.ALTERNATING, Sides.EACH_SIDE, Sides.EACH_SIDE_AND_DIRECTION, Sides.ONE_SIDE})
_PASSES = {
    Sides.TOGETHER: 1,
    Sides.ALTERNATING: 1,
    Sides.EACH_SIDE: 2,
    Sides.EACH_DIRECTION: 2,
    Sides.EACH_SIDE_AND_DIRECTION: 4,
    Sides.ONE_SIDE: 1,
}


class First(StrEnum):
    """Which side goes first, or is the only one: the plan's, a given one, or each person's own weaker or affected one,
    which may be left for one and right for another."""

    PLAN = "plan"
    LEFT = "left"
    RIGHT = "right"
    WEAKER = "weaker"
    AFFECTED = "affected"

    @property
    def is_personal(self) -> bool:
        """Whether it differs from person to person, so that nobody can be told left or right."""
        return self in (First.WEAKER, First.AFFECTED)

    def side(self, lead: Side) -> Side | None:
        """The side by name, where ``lead`` is the plan's; None where each person has their own."""
        if self.is_personal:
            return None
        return lead if self is First.PLAN else Side(self.value)


def turns_of(sides: Sides, first: First) -> tuple[str, str]:
    """What the two sides are called where each person has their own; nothing where left and right are named."""
    if not first.is_personal or not sides.tell_sides:
        return ("", "")
    return (f"{first.value} side", "other side")


def passes_of(sides: Sides, lead: Side | None) -> tuple[tuple[Side | None, int], ...]:
    """The passes of one set in order, as (side, direction).

    ``side`` is None where both work at once or take turns, and where ``lead`` is: each person begins with their own
    then. ``direction`` is 0 where the exercise has only one, else 1 for the way it is first shown and 2 for the way
    back.
    """
    other = lead.other if lead else None
    if sides is Sides.EACH_SIDE:
        return ((lead, 0), (other, 0))
    if sides is Sides.EACH_DIRECTION:
        return ((None, 1), (None, 2))
    if sides is Sides.EACH_SIDE_AND_DIRECTION:
        return ((lead, 1), (lead, 2), (other, 1), (other, 2))
    return ((lead, 0),) if sides is Sides.ONE_SIDE else ((None, 0),)
