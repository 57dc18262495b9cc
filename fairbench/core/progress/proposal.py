"""What is proposed for the next time, and why."""

from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction

from .amount import Amount, Variable

ASKS_OVER = Fraction(12, 100)
"""A step that is done and over this part of what was done is asked about first."""


class Kind(StrEnum):
    """Which way it goes."""

    UP = "up"
    SAME = "same"
    BACK = "back"
    AGAIN = "again"
    NONE = "none"

    @property
    def words(self) -> str:
        """As it is shown."""
        return _WORDS[self]


_WORDS = {
    Kind.UP: "more",
    Kind.SAME: "the same",
    Kind.BACK: "less",
    Kind.AGAIN: "begins again",
    Kind.NONE: "nothing suits",
}


@dataclass(frozen=True, slots=True)
class Proposal:
    """``amount`` is what is done the next time, ``carried`` the exact number that it follows. ``part`` is by how much
    the done figure rises, ``asks`` whether the instructor is asked first, and ``screening`` whether the screening is to
    be asked again."""

    kind: Kind
    amount: Amount
    carried: Fraction
    because: str
    variable: Variable | None = None
    part: Fraction = Fraction(0)
    asks: bool = False
    screening: bool = False
    new_version: bool = False

    @property
    def step_words(self) -> str:
        """``+12.5 %, carried 9.68``; empty where nothing rises."""
        if self.kind is not Kind.UP or not self.part:
            return ""
        return f"{'+' if self.part > 0 else '−'}{abs(float(self.part)) * 100:.3g} %"


def carried_words(carried: Fraction) -> str:
    """The exact number as one writes it, with two places at most."""
    return f"{float(carried):.2f}".rstrip("0").rstrip(".")
