"""What stands in a room by itself: a chair, a wall, a rail."""

from collections.abc import Iterator

from ..pose.vectors import Vector
from ..support.touches import SEAT_HEIGHT
from .shapes import Role, Shape
from .solids import bar, box
from .view import Eye

BEHIND = -9.0
"""Nearness of what everything else passes before."""
THIN = 0.022


def chair(eye: Eye, back: float, y: float = 0.0, turned: float = 1.0) -> Iterator[Shape]:
    """A stable chair without arms; ``back`` is where its back stands, ``turned`` -1 if it faces the person."""
    wide, deep, seat = 0.135, 0.27, SEAT_HEIGHT
    front = back + turned * deep
    ends = sorted((back, front))
    for x in ends:
        for side in (-1, 1):
            leg = [(x + (0.012 if x == ends[0] else -0.012), y + side * (wide - 0.012), 0.0)]
            leg.append((leg[0][0], leg[0][1], seat))
            yield _moved(bar(eye, [*leg], THIN, Role.SURFACE_LINE, "chair"), -0.2)
    for side in (-1, 1):
        post: list[Vector] = [
            (back, y + side * (wide - 0.012), seat),
            (back - turned * 0.02, y + side * (wide - 0.012), 0.52),
        ]
        yield _moved(bar(eye, post, THIN, Role.SURFACE_LINE, "chair"), -0.19)
    rest = box(
        eye, (back - turned * 0.018 - 0.011, y - wide, 0.41), (back - turned * 0.018 + 0.011, y + wide, 0.53), "chair"
    )
    slab = box(eye, (ends[0], y - wide, seat - 0.028), (ends[1], y + wide, seat - 0.002), "chair")
    for shape in (*slab, *rest):
        yield _moved(shape, -0.18)


def _moved(shape: Shape, lift: float) -> Shape:
    return Shape(shape.role, shape.part, shape.pieces, shape.near + lift, shape.gap)


def wall(eye: Eye, x: float, back: bool = False) -> Iterator[Shape]:
    """A wall across the way. Seen from the front it would hide the person, so only its edge is drawn."""
    front = abs(eye.toward[0]) > 0.9
    low, high = (x - 0.03, -0.34, 0.0), (x, 0.34, 1.08)
    if not back:
        low, high = (x, -0.34, 0.0), (x + 0.03, 0.34, 1.08)
    shapes = box(eye, low, high, "wall", BEHIND + 0.5)
    if front and not back:
        yield Shape(Role.GHOST, "wall", shapes[0].pieces, 9.0, False)
    elif back or abs(eye.toward[1]) > 0.9:
        yield from shapes
    else:
        yield Shape(Role.SURFACE, "wall", shapes[0].pieces, BEHIND + 0.5)


def rail(eye: Eye, x: float, height: float) -> Iterator[Shape]:
    """A rail across the way, so far in front."""
    for y in (-0.3, 0.3):
        yield bar(eye, [(x, y, 0.0), (x, y, height)], THIN, Role.SURFACE_LINE, "rail", -0.5)
    yield bar(eye, [(x, -0.34, height), (x, 0.34, height)], 0.034, Role.SURFACE_LINE, "rail", -0.4)


def rail_along(eye: Eye, y: float, height: float) -> Iterator[Shape]:
    """A rail beside the person, along the way."""
    for x in (-0.2, 0.3):
        yield bar(eye, [(x, y, 0.0), (x, y, height)], THIN, Role.SURFACE_LINE, "rail", -0.5)
    yield bar(eye, [(-0.26, y, height), (0.36, y, height)], 0.034, Role.SURFACE_LINE, "rail", -0.4)
