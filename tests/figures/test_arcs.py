"""Arcs as curves: the same circle, the same ends, the way round that was asked for."""

import math
import re

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.figures.arcs import as_curves
from fairbench.figures.palette import palette
from fairbench.figures.still import still_svg

Point = tuple[float, float]


def path(d: str) -> str:
    found = re.search(' d="([^"]*)"', as_curves(f'<svg><path d="{d}"/></svg>'))
    assert found
    return found[1]


def curves(d: str) -> list[tuple[Point, Point, Point]]:
    made = []
    for words in re.findall("C([^A-Z]*)", d):
        n = [float(one) for one in words.split()]
        made.append(((n[0], n[1]), (n[2], n[3]), (n[4], n[5])))
    return made


def along(begin: Point, d: str) -> list[Point]:
    """Points of the curves, a tenth of each apart."""
    points, at = [begin], begin
    for one, two, end in curves(d):
        for tenth in range(1, 11):
            t = tenth / 10
            weights = ((1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t**2 * (1 - t), t**3)
            corners = (at, one, two, end)
            points.append(tuple(sum(w * c[i] for w, c in zip(weights, corners, strict=True)) for i in (0, 1)))
        at = end
    return points


def test_half_a_circle_is_one_curve() -> None:
    assert path("M0 0A50 50 0 0 1 100 0") == "M0 0C0 -66.7 100 -66.7 100 0"
    assert path("M0 0A50 50 0 0 0 100 0Z") == "M0 0C0 66.7 100 66.7 100 0Z"


def test_what_is_no_arc_stays_as_it_is() -> None:
    assert path("M1 2L3 4H9V8Q1 2 3 4C1 2 3 4 5 6Z") == "M1 2L3 4H9V8Q1 2 3 4C1 2 3 4 5 6Z"
    assert path("M1 2H9A0 0 0 0 1 5 5") == "M1 2H9L5 5"


def test_an_ellipse_is_refused() -> None:
    with pytest.raises(ValueError, match="ellipse"):
        path("M0 0A50 40 0 0 1 100 0")


@given(st.integers(20, 200), st.floats(0, 6.28), st.floats(0.2, 6.0), st.booleans())
def test_every_point_is_on_the_circle_and_on_the_side_that_was_asked_for(
    radius: int, first: float, turn: float, sweep: bool
) -> None:
    angle = turn if sweep else -turn
    begin = (round(radius * math.cos(first), 3), round(radius * math.sin(first), 3))
    end = (round(radius * math.cos(first + angle), 3), round(radius * math.sin(first + angle), 3))
    large = int(turn > math.pi)
    arc = f"A{radius} {radius} 0 {large} {int(sweep)} {end[0]:.3f} {end[1]:.3f}"
    d = path(f"M{begin[0]:.3f} {begin[1]:.3f}{arc}")
    points = along(begin, d)
    if abs(turn - math.pi) > 0.05:  # where it is half a circle the middle may be on either side of it
        assert all(abs(math.hypot(*one) - radius) < 0.02 * radius + 0.6 for one in points)
        middle = first + angle / 2
        beside = min(math.dist(one, (radius * math.cos(middle), radius * math.sin(middle))) for one in points)
        assert beside < 0.2 * radius
    assert math.dist(points[-1], end) < 0.2


def test_no_figure_of_the_shelf_has_an_arc_left() -> None:
    inks = palette("print")
    for exercise in load_shelf():
        version = exercise.version(exercise.base)
        drawn = as_curves(still_svg(version.movement, inks, exercise.name, "start", square=False))
        assert not any("A" in d for d in re.findall(' d="([^"]*)"', drawn)), exercise.id
