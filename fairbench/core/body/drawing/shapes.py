"""The few kinds of shape a figure is made of, in the plane of a view: right and up, in stature."""

from dataclasses import dataclass
from enum import StrEnum
from math import atan2, cos, pi, sin, sqrt

from ..statics.outline import Point


class Role(StrEnum):
    """What a shape is, so that whoever draws it can choose how it looks."""

    TOP = "top"
    LEGS = "legs"
    FAR_TOP = "far-top"
    FAR_LEGS = "far-legs"
    WORKING = "working"
    SKIN = "skin"
    FAR_SKIN = "far-skin"
    HAIR = "hair"
    SHOE = "shoe"
    FAR_SHOE = "far-shoe"
    EYE = "eye"
    PROP = "prop"
    PROP_LINE = "prop-line"
    SURFACE = "surface"
    SURFACE_TOP = "surface-top"
    SURFACE_LINE = "surface-line"
    GROUND = "ground"
    GHOST = "ghost"
    PATH = "path"


@dataclass(frozen=True, slots=True)
class Capsule:
    """A limb: two round ends of different size and the straight sides between."""

    a: Point
    b: Point
    ra: float
    rb: float

    def box(self) -> tuple[float, float, float, float]:
        """Left, bottom, right and top, in statures."""
        r = max(self.ra, self.rb)
        return (
            min(self.a[0], self.b[0]) - r,
            min(self.a[1], self.b[1]) - r,
            max(self.a[0], self.b[0]) + r,
            max(self.a[1], self.b[1]) + r,
        )

    def tangents(self) -> tuple[Point, Point, Point, Point]:
        """Where the sides leave the ends: a's left and right, b's right and left, seen from a to b."""
        dx, dy = self.b[0] - self.a[0], self.b[1] - self.a[1]
        far = sqrt(dx * dx + dy * dy)
        along = atan2(dy, dx) if far > 1e-9 else 0.0
        lean = max(-0.999, min(0.999, (self.ra - self.rb) / far)) if far > 1e-9 else 0.0
        open_ = atan2(sqrt(1 - lean * lean), lean)
        left, right = along + open_, along - open_

        def on(centre: Point, radius: float, angle: float) -> Point:
            return (centre[0] + radius * cos(angle), centre[1] + radius * sin(angle))

        return (
            on(self.a, self.ra, left),
            on(self.a, self.ra, right),
            on(self.b, self.rb, right),
            on(self.b, self.rb, left),
        )


@dataclass(frozen=True, slots=True)
class Polygon:
    """A closed outline; ``smooth`` if its corners are to be rounded into one curve."""

    points: tuple[Point, ...]
    smooth: bool = False

    def box(self) -> tuple[float, float, float, float]:
        """Left, bottom, right and top, in statures."""
        xs, ys = [p[0] for p in self.points], [p[1] for p in self.points]
        return min(xs), min(ys), max(xs), max(ys)


@dataclass(frozen=True, slots=True)
class Line:
    """An open line of some width."""

    points: tuple[Point, ...]
    width: float
    dashed: bool = False
    arrow: bool = False

    def box(self) -> tuple[float, float, float, float]:
        """Left, bottom, right and top, in statures."""
        xs, ys = [p[0] for p in self.points], [p[1] for p in self.points]
        half = self.width / 2
        return min(xs) - half, min(ys) - half, max(xs) + half, max(ys) + half


Piece = Capsule | Polygon | Line


@dataclass(frozen=True, slots=True)
class Shape:
    """Pieces drawn as one, in one colour; ``near`` is how close to the viewer, for the order.

    ``gap`` asks for a thin line in the paper's colour around it, where it passes before another.
    """

    role: Role
    part: str
    pieces: tuple[Piece, ...]
    near: float
    gap: bool = True


@dataclass(frozen=True, slots=True)
class Drawing:
    """Shapes from the farthest to the nearest, and the box they fill: left, bottom, right, top."""

    shapes: tuple[Shape, ...]

    def box(self) -> tuple[float, float, float, float]:
        """Left, bottom, right and top, in statures."""
        boxes = [piece.box() for shape in self.shapes for piece in shape.pieces if shape.role is not Role.GHOST]
        return min(b[0] for b in boxes), min(b[1] for b in boxes), max(b[2] for b in boxes), max(b[3] for b in boxes)


def circle(centre: Point, radius: float) -> Capsule:
    """A disc, as a capsule of no length; in statures."""
    return Capsule(centre, centre, radius, radius)


def ring(centre: Point, radius: float, sides: int = 24) -> tuple[Point, ...]:
    """Points around a circle, in statures."""
    return tuple(
        (centre[0] + radius * cos(2 * pi * k / sides), centre[1] + radius * sin(2 * pi * k / sides))
        for k in range(sides)
    )
