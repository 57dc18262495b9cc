"""Simple solids seen by an eye: boxes, bars, rollers and balls."""

from itertools import pairwise
from math import cos, radians, sin

from ..pose.vectors import Vector, add, cross, dot, lerp, scale, sub, unit
from ..statics.outline import hull
from .shapes import Capsule, Line, Piece, Polygon, Role, Shape, circle
from .view import Eye

Corner = tuple[float, float, float]


def box(eye: Eye, low: Corner, high: Corner, part: str, near: float | None = None) -> list[Shape]:
    """An upright box from its least to its greatest corner: its whole outline, and its top lighter."""
    xs, ys, zs = ((low[i], high[i]) for i in range(3))
    corners = [(x, y, z) for x in xs for y in ys for z in zs]
    closeness = near if near is not None else eye.near(lerp(low, high, 0.5))
    top = [(xs[0], ys[0], zs[1]), (xs[1], ys[0], zs[1]), (xs[1], ys[1], zs[1]), (xs[0], ys[1], zs[1])]
    outline = Shape(Role.SURFACE, part, (Polygon(hull([eye.see(c) for c in corners])),), closeness)
    lid = Shape(Role.SURFACE_TOP, part, (Polygon(hull([eye.see(c) for c in top])),), closeness + 0.0001, gap=False)
    return [outline, lid]


def bar(eye: Eye, points: list[Vector], width: float, role: Role, part: str, lift: float = 0.0) -> Shape:
    """A round bar or a line through some points; ``lift`` brings it nearer than it is."""
    near = sum(eye.near(p) for p in points) / len(points) + lift
    seen = [eye.see(p) for p in points]
    pieces: list[Piece] = [Capsule(a, b, width / 2, width / 2) for a, b in pairwise(seen)]
    return Shape(role, part, tuple(pieces), near, gap=role is Role.PROP)


def cord(eye: Eye, points: list[Vector], part: str, lift: float = 0.03, width: float = 0.013) -> Shape:
    """A band or a strap."""
    near = sum(eye.near(p) for p in points) / len(points) + lift
    return Shape(Role.PROP_LINE, part, (Line(tuple(eye.see(p) for p in points), width),), near, gap=False)


def ball(eye: Eye, centre: Vector, radius: float, part: str, lift: float = 0.0) -> Shape:
    """A ball as it is seen; ``lift`` brings it nearer, all in statures."""
    return Shape(Role.PROP, part, (circle(eye.see(centre), radius),), eye.near(centre) + lift)


def roller(
    eye: Eye, a: Vector, b: Vector, radius: float, part: str, lift: float = 0.0, half: bool = False
) -> list[Shape]:
    """A cylinder between two ends; a half one lies on its flat side."""
    axis = unit(sub(b, a))
    first = unit(cross(axis, (0.0, 0.0, 1.0))) if abs(axis[2]) < 0.9 else (1.0, 0.0, 0.0)
    second = cross(axis, first)
    if second[2] < 0:
        second = scale(second, -1)
    steps = range(0, 181, 15) if half else range(0, 360, 20)
    around = [add(scale(first, radius * cos(radians(k))), scale(second, radius * sin(radians(k)))) for k in steps]
    points = [eye.see(add(end, off)) for end in (a, b) for off in around]
    nearer = a if eye.near(a) > eye.near(b) else b
    near = eye.near(lerp(a, b, 0.5)) + lift
    shapes = [Shape(Role.PROP, part, (Polygon(hull(points)),), near)]
    if abs(dot(axis, eye.toward)) > 0.2:
        end = Polygon(hull([eye.see(add(nearer, off)) for off in around]))
        shapes.append(Shape(Role.PROP, part, (end,), near + 0.0002))
    return shapes


def cloth(eye: Eye, low: Corner, high: Corner, part: str, lift: float = 0.0) -> Shape:
    """A cushion or folded blanket: a box with its corners rounded."""
    corners = [(x, y, z) for x in (low[0], high[0]) for y in (low[1], high[1]) for z in (low[2], high[2])]
    return Shape(
        Role.PROP,
        part,
        (Polygon(hull([eye.see(c) for c in corners]), smooth=True),),
        eye.near(lerp(low, high, 0.5)) + lift,
    )
