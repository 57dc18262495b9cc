"""The person: one calm figure made of a trunk, a head and four tapered limbs."""

from collections.abc import Iterator
from itertools import pairwise
from math import cos, pi, sin

from ...sides import Side
from ..pose import segments as s
from ..pose.skeleton import Body
from ..pose.vectors import Vector, add, apply
from ..statics.outline import Point, hull
from .looks import USUAL, Looks
from .shapes import Capsule, Piece, Polygon, Role, Shape, circle
from .view import Eye

_LEVELS: tuple[tuple[str, str, Vector, float, float], ...] = (
    ("hips", "pelvis", (-0.004, 0.0, -0.03), 0.104, 0.066),
    ("hips", "pelvis", (-0.006, 0.0, 0.03), 0.102, 0.068),
    ("low", "low", (0.002, 0.0, 0.03), 0.088, 0.059),
    ("waist", "waist", (0.004, 0.0, 0.02), 0.083, 0.057),
    ("mid", "mid", (0.004, 0.0, 0.02), 0.092, 0.06),
    ("high", "thorax", (0.006, 0.0, 0.0), 0.106, 0.064),
    ("chest", "thorax", (0.002, 0.0, -0.025), 0.118, 0.06),
    ("chest", "thorax", (-0.004, 0.0, 0.012), 0.098, 0.045),
    ("chest", "thorax", (-0.006, 0.0, 0.03), 0.05, 0.034),
)
"""Cross-sections of the trunk: from which point, in which frame, how far off, half width and half depth."""
_SIDES = 12
_RADII = {"shoulder": 0.037, "elbow": 0.029, "wrist": 0.021, "hip": 0.058, "knee": 0.041, "ankle": 0.027}


def figure(body: Body, eye: Eye, working: frozenset[str], looks: Looks = USUAL) -> Iterator[Shape]:
    """The shapes of a body, each with how near it is. ``working`` names limbs: ``right_arm``, ``left_leg``."""
    middle = eye.near(body.points["mid"])
    near_side = Side.LEFT if eye.toward[1] > 0 else Side.RIGHT
    frontal = abs(eye.toward[1]) < 0.3
    yield _trunk(body, eye, middle, "trunk" in working, looks.build.trunk)
    yield from _head(body, eye, middle, "head" in working, looks.glasses)
    for side in Side:
        far = side is not near_side and not frontal
        yield from _arm(body, eye, side, far, f"{side}_arm" in working, looks.build.limbs)
        yield from _leg(body, eye, side, far, f"{side}_leg" in working, looks.build.limbs)


def _trunk(body: Body, eye: Eye, middle: float, works: bool, width: float) -> Shape:
    rings = []
    for origin, frame, offset, wide, deep in _LEVELS:
        centre = body.at(frame, origin, offset)
        rings.append(_ellipse(eye, centre, body.frames[frame], wide * width, deep * width))
    pieces: list[Piece] = [Polygon(hull([*a, *b])) for a, b in pairwise(rings)]
    return Shape(Role.WORKING if works else Role.TOP, "trunk", tuple(pieces), middle + 0.012)


def _ellipse(eye: Eye, centre: Vector, frame: tuple[Vector, Vector, Vector], wide: float, deep: float) -> list[Point]:
    cx, cy = eye.see(centre)
    ax, ay = eye.see((frame[0][0] * deep, frame[1][0] * deep, frame[2][0] * deep))
    bx, by = eye.see((frame[0][1] * wide, frame[1][1] * wide, frame[2][1] * wide))
    return [(cx + c * ax + k * bx, cy + c * ay + k * by) for c, k in _UNIT]


_UNIT = [(cos(2 * pi * k / _SIDES), sin(2 * pi * k / _SIDES)) for k in range(_SIDES)]


def _head(body: Body, eye: Eye, middle: float, works: bool, glasses: bool) -> Iterator[Shape]:
    def at(x: float, y: float, z: float) -> Vector:
        return body.at("head", "head", (x, y, z))

    centre = at(0, 0, 0)
    near = max(eye.near(centre), middle) + 0.014
    neck = Capsule(eye.see(body.points["neck"]), eye.see(at(0.0, 0, -0.04)), 0.031, 0.028)
    yield Shape(Role.WORKING if works else Role.SKIN, "neck", (neck,), middle + 0.011, gap=False)
    facing = eye.near(apply(body.frames["head"], (1.0, 0.0, 0.0)))
    hair = (circle(eye.see(at(-0.006, 0, 0.008)), 0.0605), circle(eye.see(at(-0.058, 0, 0.022)), 0.024))
    face: tuple[Piece, ...] = (
        Capsule(eye.see(at(0.012, 0, -0.004)), eye.see(at(0.016, 0, -0.026)), 0.049, 0.038),
        circle(eye.see(at(0.066, 0, -0.014)), 0.0105),
    )
    order = [(Role.HAIR, "hair", hair, True), (Role.SKIN, "face", face, False)]
    if facing < -0.25:
        order = [(Role.SKIN, "face", face, True), (Role.HAIR, "hair", hair, False)]
    for step, (role, part, pieces, gap) in enumerate(order):
        yield Shape(role, part, pieces, near + step * 0.0005, gap)
    eyes = [(y, at(0.05, y, 0.004)) for y in (-0.022, 0.022)]
    shown = tuple(circle(eye.see(where), 0.0062) for y, where in eyes if eye.near(where) - eye.near(centre) > 0.012)
    if shown:
        yield Shape(Role.EYE, "eyes", shown, near + 0.002, gap=False)
        if glasses:
            seen = [(y, where) for y, where in eyes if eye.near(where) - eye.near(centre) > 0.012]
            rims: list[Piece] = [circle(eye.see(where), _RIM) for _, where in seen]
            rims += [Capsule(eye.see(where), eye.see(at(-0.02, y * 2.4, 0.006)), 0.0026, 0.0026) for y, where in seen]
            if len(seen) == 2:
                rims.append(Capsule(eye.see(seen[0][1]), eye.see(seen[1][1]), 0.0026, 0.0026))
            lenses = tuple(circle(eye.see(where), _RIM - 0.0035) for _, where in seen)
            yield Shape(Role.EYE, "glasses", tuple(rims), near + 0.0014, gap=False)
            yield Shape(Role.SKIN, "lenses", lenses, near + 0.0017, gap=False)


_RIM = 0.0158
"""Half the width of a lens with its rim, in statures."""


def _arm(body: Body, eye: Eye, side: Side, far: bool, works: bool, thick: float) -> Iterator[Shape]:
    p = f"{side}_"
    points = body.points
    shoulder, elbow, wrist = (eye.see(points[p + name]) for name in ("shoulder", "elbow", "wrist"))
    sleeve = (
        Capsule(shoulder, elbow, _RADII["shoulder"] * thick, _RADII["elbow"] * thick),
        Capsule(elbow, wrist, _RADII["elbow"] * thick, _RADII["wrist"]),
    )
    near = sum(eye.near(points[p + name]) for name in ("elbow", "wrist", "fingers")) / 3 + 0.02
    shoulder_near = eye.near(points[p + "shoulder"])
    near = max(near, shoulder_near) if shoulder_near > eye.near(points["chest"]) + 0.05 else near
    role = Role.WORKING if works else Role.FAR_TOP if far else Role.TOP
    yield Shape(role, p + "arm", sleeve, near)
    palm = add(points[p + "wrist"], apply(body.frames[p + "hand"], (0.0, 0.0, -0.058)))
    thumb = body.at(p + "hand", p + "wrist", (0.026, 0.0, -0.045))
    root = body.at(p + "hand", p + "wrist", (0.008, 0.0, -0.025))
    hand = (
        Capsule(wrist, eye.see(palm), 0.02, 0.0245),
        Capsule(eye.see(palm), eye.see(points[p + "fingers"]), 0.0245, 0.012),
        Capsule(eye.see(root), eye.see(thumb), 0.011, 0.009),
    )
    yield Shape(Role.FAR_SKIN if far else Role.SKIN, p + "hand", hand, near + 0.001, gap=False)


def _leg(body: Body, eye: Eye, side: Side, far: bool, works: bool, thick: float) -> Iterator[Shape]:
    p = f"{side}_"
    points = body.points
    hip, knee, ankle = (eye.see(points[p + name]) for name in ("hip", "knee", "ankle"))
    inner = body.at(p + "thigh", p + "hip", (0.0, -0.018 if side is Side.LEFT else 0.018, 0.0))
    trouser = (
        Capsule(eye.see(inner), knee, _RADII["hip"] * thick, _RADII["knee"] * thick),
        Capsule(knee, ankle, _RADII["knee"] * thick, _RADII["ankle"]),
        circle(hip, 0.05 * thick),
    )
    near = sum(eye.near(points[p + name]) for name in ("hip", "knee", "ankle")) / 3
    role = Role.WORKING if works else Role.FAR_LEGS if far else Role.LEGS
    yield Shape(role, p + "leg", trouser, near)
    sole = body.at(p + "foot", p + "ankle", (-0.012, 0.0, -s.ANKLE_HEIGHT + 0.022))
    ball = body.at(p + "toes", p + "ball", (0.0, 0.0, 0.0175))
    front = body.at(p + "toes", p + "toe", (-0.018, 0.0, 0.0165))
    shoe = (
        Capsule(eye.see(sole), eye.see(ball), 0.022, 0.0175),
        Capsule(eye.see(ball), eye.see(front), 0.0175, 0.0165),
        Capsule(eye.see(points[p + "ankle"]), eye.see(sole), 0.022, 0.022),
        Capsule(ankle, eye.see(ball), 0.022, 0.0165),
    )
    yield Shape(Role.FAR_SHOE if far else Role.SHOE, p + "foot", shoe, near + 0.001, gap=False)
