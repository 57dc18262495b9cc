"""Where a hand goes that rests on the body or on a thing: wrist, fingers, palm and elbow."""

from collections.abc import Mapping
from dataclasses import dataclass

from ...sides import Side
from ..pose import segments as s
from ..pose.joints import PoseError
from ..pose.skeleton import Body
from ..pose.vectors import Vector, add, apply

SEAT_HEIGHT = 0.262
RAIL_HEIGHT = 0.555
WORKTOP_HEIGHT = 0.53
CHAIR_BACK_HEIGHT = 0.51
TABLE_HEIGHT = 0.42
"""A table of 70 cm, which somebody who sits can slide their hands on."""
_STANDS = 0.45
"""Height of the pelvis of somebody who stands, for a stick of standing length."""
BAR_HEIGHT = 1.13
"""A bar or beam that a hand just reaches, the heels down."""


@dataclass(frozen=True, slots=True)
class Touch:
    """``point`` for the wrist; the way the fingers, the palm and the elbow go."""

    point: Vector
    aim: Vector
    palm: Vector
    elbow: Vector


@dataclass(frozen=True, slots=True)
class _OnBody:
    """A touch fixed to a segment, written for a left hand; ``limb`` is which side's limb, if one."""

    frame: str
    origin: str
    offset: Vector
    aim: Vector
    palm: Vector
    elbow: Vector
    limb: str = ""


_BACK_OUT: Vector = (-0.7, 0.6, -0.4)
_OUT: Vector = (-0.2, 1.0, -0.3)
_ON_BODY: Mapping[str, _OnBody] = {
    "thighs": _OnBody("thigh", "hip", (0.052, 0.0, -0.12), (0, 0, -1), (-1, 0, 0), _BACK_OUT, "own"),
    "lap": _OnBody("thigh", "hip", (0.07, -0.04, -0.06), (0, -1, -0.3), (-1, 0, 0), _OUT, "own"),
    "knees": _OnBody("thigh", "hip", (0.052, 0.0, -0.205), (0, 0, -1), (-1, 0, 0), _BACK_OUT, "own"),
    "hug-knee": _OnBody("shank", "knee", (0.05, -0.01, -0.06), (0, -1, 0.2), (-1, 0, 0), _OUT, "own"),
    "opposite-knee": _OnBody("thigh", "hip", (0.05, 0.03, -0.19), (0, 0.3, -1), (-1, 0, 0), _BACK_OUT, "other"),
    "opposite-thigh": _OnBody("thigh", "hip", (0.05, 0.02, -0.12), (0, 0.6, -0.8), (-1, 0, 0), _BACK_OUT, "other"),
    "behind-thigh": _OnBody("thigh", "hip", (-0.05, 0.01, -0.17), (0, -1, 0), (1, 0, 0), _OUT, "own"),
    "shins": _OnBody("shank", "knee", (0.045, 0.0, -0.1), (0, 0, -1), (-1, 0, 0), _OUT, "own"),
    "ankles": _OnBody("shank", "knee", (0.045, 0.0, -0.2), (0, 0, -1), (-1, 0, 0), _OUT, "own"),
    "feet": _OnBody("foot", "ankle", (0.09, 0.0, 0.0), (1, 0, -0.6), (-0.3, 0, -1), _OUT, "own"),
    "hips": _OnBody("pelvis", "hips", (-0.01, 0.14, 0.06), (1, -0.3, -0.4), (0, -1, 0), (-0.4, 1, 0)),
    "belly": _OnBody("low", "low", (0.09, 0.05, 0.035), (0, -1, 0), (-1, 0, 0), (-0.3, 1, -0.4)),
    "side-waist": _OnBody("low", "low", (0.03, 0.13, 0.04), (0.6, -1, 0), (0, -1, 0), (-0.6, 1, 0)),
    "ribs": _OnBody("mid", "mid", (0.085, 0.07, 0.0), (0.1, -1, 0), (-1, 0, 0), (-0.2, 1, -0.4)),
    "chest": _OnBody("thorax", "chest", (0.085, 0.04, -0.05), (0, -1, 0.5), (-1, 0, 0), (0, 1, -0.8)),
    "crossed": _OnBody("thorax", "chest", (0.095, -0.03, -0.055), (-0.1, -1, 0.6), (-1, 0, 0), (0.4, 0.6, -1)),
    "shoulders": _OnBody("thorax", "chest", (0.075, 0.145, 0.075), (-1, -0.1, -0.5), (0, 0, -1), (0.7, 1, -0.2)),
    "palms": _OnBody("thorax", "chest", (0.16, 0.014, -0.06), (0.5, 0, 1), (0, -1, 0), (-0.2, 1, -0.5)),
    "folded": _OnBody("thorax", "chest", (0.17, -0.05, -0.04), (0, -1, 0), (-1, 0, -0.3), (0.7, 0.6, 0.1)),
    "opposite-elbow": _OnBody("thorax", "chest", (0.15, -0.09, -0.07), (0, -1, 0), (-1, 0, 0), (0.5, 0.8, -0.2)),
    "hold": _OnBody("thorax", "chest", (0.17, 0.068, -0.07), (1, -0.15, 0), (0, -1, 0), (-0.1, 1, -0.35)),
    "hold-away": _OnBody("thorax", "chest", (0.28, 0.066, -0.03), (1, -0.1, 0), (0, -1, 0), (0, 1, -0.5)),
    "hold-low": _OnBody("thorax", "chest", (0.17, 0.066, -0.22), (1, -0.1, -0.5), (0, -1, 0), (-0.4, 1, 0)),
    "hold-up": _OnBody("thorax", "chest", (0.06, 0.07, 0.3), (0.1, -0.1, 1), (0, -1, 0), (0.2, 1, 0)),
    "behind-head": _OnBody("head", "head", (-0.05, 0.085, -0.02), (-0.35, -1, 0.1), (1, 0, 0), (0.5, 1, 0.05)),
    "brow": _OnBody("head", "head", (0.07, 0.095, 0.03), (0.1, -1, 0), (-1, 0, 0), (0.4, 1, 0)),
    "ears": _OnBody("head", "head", (0.02, 0.085, -0.06), (-0.2, -0.1, 1), (0, -1, 0), (0.6, 1, -0.3)),
    "cheek": _OnBody("head", "head", (0.05, 0.09, -0.09), (-0.1, -0.2, 1), (0, -1, 0), (0.7, 0.9, -0.4)),
    "chin": _OnBody("head", "head", (0.085, 0.05, -0.13), (-0.2, -0.4, 1), (-1, 0, 0), (0.6, 0.8, -0.6)),
    "low-back": _OnBody("low", "low", (-0.075, 0.06, 0.03), (0, -1, -0.3), (1, 0, 0), (-0.5, 1, 0)),
}


def touch(body: Body, side: Side, name: str, seat: float) -> Touch:
    """The touch called ``name``; ``seat`` is the height of what is sat on. Raises :class:`PoseError`."""
    if name in _ON_BODY:
        return _on_body(body, side, _ON_BODY[name])
    world = _in_room(body, side, seat).get(name)
    if world is None:
        raise PoseError(f"there is nothing called '{name}' to touch", f"{side}_arm")
    return world


def _on_body(body: Body, side: Side, spec: _OnBody) -> Touch:
    sign = 1.0 if side is Side.LEFT else -1.0
    limb = {"own": f"{side}_", "other": f"{side.other}_", "": ""}[spec.limb]
    frame = body.frames[limb + spec.frame]

    def turned(v: Vector, frame: tuple[Vector, Vector, Vector] = frame) -> Vector:
        return apply(frame, (v[0], v[1] * sign, v[2]))

    elbow = apply(body.frames["thorax"], (spec.elbow[0], spec.elbow[1] * sign, spec.elbow[2]))
    point = add(body.points[limb + spec.origin], turned(spec.offset))
    return Touch(point, turned(spec.aim), turned(spec.palm), elbow)


def _in_room(body: Body, side: Side, seat: float) -> dict[str, Touch]:
    """Things in the room, where they stand for this body. Those that carry weight are placed by the support."""
    sign = 1.0 if side is Side.LEFT else -1.0
    hips, head, chest = body.points["hips"], body.points["head"], body.points["chest"]
    down: Vector = (0.0, 0.0, -1.0)
    fore: Vector = (1.0, 0.0, 0.0)
    back_out: Vector = (-0.7, 0.5 * sign, -0.2)
    out: Vector = (0.0, sign, 0.0)
    flat = s.PALM_DEPTH

    def over(x: float, y: float, z: float, aim: Vector = fore, elbow: Vector = back_out) -> Touch:
        return Touch((x, y * sign, z), aim, down, elbow)

    away: Vector = (-1.0, 0.0, 0.0)
    along = (chest[0] - hips[0], chest[1] - hips[1])
    stick = 0.66 if hips[2] > _STANDS else 0.5
    return {
        "seat": over(hips[0] - 0.005, 0.155, seat + flat),
        "seat-behind": over(hips[0] - 0.09, 0.15, seat + flat, (-0.4, 0.7 * sign, 0), (-1, 0.4 * sign, 0)),
        "chair-back": over(0.18, 0.1, CHAIR_BACK_HEIGHT + flat),
        "table": over(hips[0] + 0.27, 0.12, TABLE_HEIGHT + flat),
        "bar": Touch((hips[0] + 0.03, 0.13 * sign, BAR_HEIGHT), (0.0, 0.0, 1.0), fore, (0.4, sign, 0.0)),
        "rail": over(0.19, 0.12, RAIL_HEIGHT + flat),
        "rail-side": over(0.04, 0.25, RAIL_HEIGHT + flat, fore, (-0.8, 0.6 * sign, 0)),
        "second-chair": over(hips[0] + 0.02, 0.3, SEAT_HEIGHT + flat, out),
        "second-back": over(hips[0] + 0.1, 0.27, CHAIR_BACK_HEIGHT + flat, fore, (-0.8, 0.6 * sign, 0)),
        "wall-side": Touch((0.05, sign * 0.36, 0.78), (0, 0, 1), out, (-0.3, 0.3 * sign, -1)),
        "wall-back": Touch((hips[0] - 0.06, sign * 0.3, 0.8), (0, 0, 1), away, (0, sign, -0.6)),
        "frame": Touch((0.06, sign * 0.31, 0.9), (0, 0, 1), (1, 0, 0), (-0.4, 0.5 * sign, -1)),
        "floor-beside": over(hips[0] - 0.02, 0.2, flat, (0.4, sign, 0)),
        "floor-behind": over(hips[0] - 0.17, 0.16, flat, (-0.6, 0.8 * sign, 0), (-1, 0.3 * sign, 0)),
        "floor-under": over(chest[0], 0.13, flat, (0.3, sign, 0), (-1, 0, 0)),
        "floor-across": over(chest[0] - along[0] * 0.15, 0.42, flat, (0, sign, 0), (-along[0], 0, 0.1)),
        "floor-long": over(chest[0] + 0.31, 0.19, flat, fore, (0, sign, 0.15)),
        "floor-front": Touch(
            (0.2, chest[1] * 0.8, flat), (0.3, 0.6 * (1 if chest[1] > 0 else -1), 0), down, (-0.2, 0, 1)
        ),
        "floor-ahead": over(head[0] + 0.1, 0.1, flat, fore, (0, sign, 0)),
        "under-brow": over(head[0] - 0.01, 0.075, 0.02, (0.25, -sign, 0), (0.1, sign, 0)),
        "roller-front": over(head[0] + 0.12, 0.12, 0.1, fore, (0, 0.6 * sign, 0.2)),
        "ball-front": over(hips[0] + 0.42, 0.07, 0.36, fore, (-0.4, sign, 0)),
        "stick-down": Touch((hips[0] + 0.27, sign * 0.03, stick), down, (0, -sign, 0), (-0.3, sign, -0.2)),
        "block": over(hips[0] + 0.3, 0.12, 0.075),
        "wall-high": Touch((hips[0] + 0.21, sign * 0.12, 1.02), (0, 0, 1), fore, (-0.3, 0.8 * sign, -0.5)),
    }
