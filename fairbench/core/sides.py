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

    @property
    def passes(self) -> int:
        """How often the work is gone through in one set."""
        return _PASSES[self]

    @property
    def words(self) -> str:
        """As it is shown."""
        return self.value.replace("_", " ")


_PASSES = {
    Sides.TOGETHER: 1,
    Sides.ALTERNATING: 1,
    Sides.EACH_SIDE: 2,
    Sides.EACH_DIRECTION: 2,
    Sides.EACH_SIDE_AND_DIRECTION: 4,
}


def passes_of(sides: Sides, lead: Side) -> tuple[tuple[Side | None, int], ...]:
    """The passes of one set in order, as (side, direction).

    ``side`` is None where both work at once or take turns. ``direction`` is 0 where the exercise
    has only one, else 1 for the way it is first shown and 2 for the way back.
    """
    if sides is Sides.EACH_SIDE:
        return ((lead, 0), (lead.other, 0))
    if sides is Sides.EACH_DIRECTION:
        return ((None, 1), (None, 2))
    if sides is Sides.EACH_SIDE_AND_DIRECTION:
        return ((lead, 1), (lead, 2), (lead.other, 1), (lead.other, 2))
    return ((None, 0),)
