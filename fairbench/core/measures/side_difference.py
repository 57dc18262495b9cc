"""Left against right: the difference as a part of the larger."""

from dataclasses import dataclass

from ..exercises.side_difference import SideDifference
from ..sides import Side
from .test import Better, Test


@dataclass(frozen=True, slots=True)
class Apart:
    """How far two sides are apart: ``part`` of the larger, from 0 to 1, and which side does less well; None where they
    are alike. ``within_noise`` says that the test itself varies as much."""

    part: float
    weaker: Side | None
    within_noise: bool
    means: SideDifference | None = None

    @property
    def words(self) -> str:
        """``12 % apart, the left does less``."""
        if self.weaker is None:
            return "alike on both sides"
        said = f"{self.part:.0%} apart, the {self.weaker.value} does less"
        return f"{said}; the test itself varies as much" if self.within_noise else said


def apart(test: Test, left: float, right: float, means: SideDifference | None = None) -> Apart:
    """|left - right| divided by the larger of the two, taken without their signs. ``means`` says whether a difference
    is a finding, a target or a fault."""
    larger = max(abs(left), abs(right))
    part = abs(left - right) / larger if larger else 0.0
    weaker = None
    if left != right:
        weaker = Side.LEFT if (left < right) is (test.better is Better.MORE) else Side.RIGHT
    return Apart(min(part, 1.0), weaker, round(abs(left - right), 6) < test.noise, means)
