"""Whether something changed: a difference within what a test varies by itself is none."""

from collections.abc import Sequence
from dataclasses import dataclass
from enum import StrEnum

from .test import Better, Test

FEWEST = 3
"""Through fewer points no line is drawn."""


class Change(StrEnum):
    """What became of a figure."""

    BETTER = "better"
    SAME = "no change"
    WORSE = "worse"


@dataclass(frozen=True, slots=True)
class Changed:
    """From one figure to another, with what is said of it."""

    change: Change
    by: float
    says: str


def change_of(test: Test, before: float, after: float) -> Changed:
    """Compare two results. Less than the noise is no change."""
    by = round(after - before, 6)
    figure = f"{abs(by):.1f}".rstrip("0").rstrip(".")
    if not by or abs(by) < test.noise:
        same = "The same figure." if not by else f"{figure} apart, less than the test varies by itself"
        noise = "" if not by else f" ({test.noise:g} {test.unit})."
        return Changed(Change.SAME, by, f"No change. {same}{noise}")
    improved = (by > 0) is (test.better is Better.MORE)
    word = "more" if by > 0 else "less"
    change = Change.BETTER if improved else Change.WORSE
    return Changed(change, by, f"{change.value.capitalize()}: {figure} {test.unit} {word}.")


@dataclass(frozen=True, slots=True)
class Trend:
    """A line through results: so much a month, from days of the first. ``change`` is what it comes to over the whole
    time, beside the noise."""

    per_month: float
    start: float
    change: Change


def trend_of(test: Test, points: Sequence[tuple[float, float]]) -> Trend | None:
    """The straight line nearest to points of (days, result); None through fewer than three, or on one day."""
    if len(points) < FEWEST:
        return None
    mean_x = sum(x for x, _ in points) / len(points)
    mean_y = sum(y for _, y in points) / len(points)
    spread = sum((x - mean_x) ** 2 for x, _ in points)
    if not spread:
        return None
    slope = sum((x - mean_x) * (y - mean_y) for x, y in points) / spread
    first, last = min(x for x, _ in points), max(x for x, _ in points)
    change = change_of(test, 0.0, slope * (last - first)).change
    return Trend(slope * 365.25 / 12, mean_y + slope * (first - mean_x), change)
