"""Places that were chosen on the floor, when the floor has other places now."""

from collections.abc import Mapping, Sequence
from math import dist

from scipy.optimize import linear_sum_assignment

from .layout import Spot

Point = tuple[float, float]


def nearest_spots(pins: Mapping[str, Point], places: Sequence[Spot]) -> dict[str, int]:
    """For each pin the number of a place, no two the same, so that all of them together move least. Of more pins than
    places, those that would move furthest have none."""
    if not pins or not places:
        return {}
    who = list(pins)
    costs = [[dist(pins[one], (spot.x, spot.y)) for spot in places] for one in who]
    rows, columns = linear_sum_assignment(costs)
    return {who[row]: places[column].number for row, column in zip(rows, columns, strict=True)}
