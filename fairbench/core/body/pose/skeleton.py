"""From angles to points: the forward way through the skeleton."""

from dataclasses import dataclass, field
from math import cos, radians, sin

from ...sides import Side
from . import segments as s
from .joints import Angles
from .vectors import IDENTITY, ZERO, Matrix, Vector, about_x, about_y, about_z, add, apply, mirrored, times


@dataclass(slots=True)
class Body:
    """Where every joint is, and how every segment is turned.

    ``points`` and ``frames`` are by name: ``left_knee``, ``right_thigh``, ``thorax``.
    """

    angles: dict[str, float]
    points: dict[str, Vector] = field(default_factory=dict)
    frames: dict[str, Matrix] = field(default_factory=dict)

    def at(self, frame: str, origin: str, offset: Vector) -> Vector:
        """A point fixed to a segment, ``offset`` from ``origin`` in the segment's own axes."""
        return add(self.points[origin], apply(self.frames[frame], offset))


def turn(flex: float, side: float, rotate: float) -> Matrix:
    """``Ry(flex) Rx(side) Rz(rotate)`` in one go."""
    sy, cy = sin(radians(flex)), cos(radians(flex))
    sx, cx = sin(radians(side)), cos(radians(side))
    sz, cz = sin(radians(rotate)), cos(radians(rotate))
    return (
        (cy * cz + sy * sx * sz, -cy * sz + sy * sx * cz, sy * cx),
        (cx * sz, cx * cz, -sx),
        (-sy * cz + cy * sx * sz, sy * sz + cy * sx * cz, cy * cx),
    )


def stand_up(angles: Angles, origin: Vector = ZERO, frame: Matrix = IDENTITY) -> Body:
    """The whole body with its pelvis at ``origin``, turned as ``frame``."""
    body = Body(dict(angles))
    trunk(body, origin, frame)
    for side in Side:
        arm(body, side)
        leg(body, side)
    return body


def trunk(body: Body, origin: Vector, frame: Matrix) -> None:
    """Pelvis, spine, head, and the places where the limbs begin."""
    get, points, frames = body.angles.get, body.points, body.frames
    points["hips"], frames["pelvis"] = origin, frame
    lumbar = turn(get("lumbar_flex", 0) / 2, -get("lumbar_side", 0) / 2, get("lumbar_turn", 0) / 2)
    thoracic = turn(get("thoracic_flex", 0) / 2, -get("thoracic_side", 0) / 2, get("thoracic_turn", 0) / 2)
    here, at = frame, origin
    height = 0.0
    for name, joint, rotation in (
        ("low", s.LOW_JOINT, lumbar),
        ("waist", s.WAIST_JOINT, lumbar),
        ("mid", s.MID_JOINT, thoracic),
        ("high", s.HIGH_JOINT, thoracic),
    ):
        at = add(at, apply(here, (0.0, 0.0, joint - height)))
        here, height = times(here, rotation), joint
        points[name], frames[name] = at, here
    frames["thorax"] = here
    points["chest"] = add(at, apply(here, (0.0, 0.0, s.HIP_TO_SHOULDER - height)))
    points["neck"] = add(at, apply(here, (0.0, 0.0, s.NECK_JOINT - height)))
    head = times(here, turn(get("neck_flex", 0), -get("neck_side", 0), get("neck_turn", 0)))
    frames["head"] = head
    points["head"] = add(points["neck"], apply(head, (0.0, 0.0, s.HEAD_CENTRE)))
    points["nose"] = add(points["head"], apply(head, (0.07, 0.0, -0.014)))
    for side, sign in ((Side.LEFT, 1.0), (Side.RIGHT, -1.0)):
        lift, draw = get(f"{side}_blade_lift", 0), get(f"{side}_blade_draw", 0)
        points[f"{side}_shoulder"] = add(
            points["chest"], apply(here, (draw * 0.001, sign * s.HALF_SHOULDERS, lift * 0.0009))
        )
        points[f"{side}_hip"] = add(origin, apply(frame, (0.0, sign * s.HALF_HIPS, 0.0)))


def arm(body: Body, side: Side) -> None:
    """One arm, from the shoulder that :func:`trunk` placed."""
    get, points, frames = body.angles.get, body.points, body.frames
    p = f"{side}_"
    upper = turn(-get(p + "shoulder_flex", 0), get(p + "shoulder_abduct", 0), get(p + "shoulder_rotate", 0))
    fore = times(about_y(-get(p + "elbow_flex", 0)), about_z(get(p + "forearm_turn", 0)))
    hand = about_x(-get(p + "wrist_flex", 0))
    if side is Side.RIGHT:
        upper, fore, hand = mirrored(upper), mirrored(fore), mirrored(hand)
    frames[p + "upper_arm"] = upper = times(frames["thorax"], upper)
    frames[p + "forearm"] = fore = times(upper, fore)
    frames[p + "hand"] = hand = times(fore, hand)
    points[p + "elbow"] = add(points[p + "shoulder"], apply(upper, (0.0, 0.0, -s.UPPER_ARM)))
    points[p + "wrist"] = add(points[p + "elbow"], apply(fore, (0.0, 0.0, -s.FOREARM)))
    points[p + "palm"] = add(points[p + "wrist"], apply(hand, (0.0, 0.0, -s.HAND * 0.5)))
    points[p + "fingers"] = add(points[p + "wrist"], apply(hand, (0.0, 0.0, -s.HAND)))


def leg(body: Body, side: Side) -> None:
    """One leg, from the hip that :func:`trunk` placed."""
    get, points, frames = body.angles.get, body.points, body.frames
    p = f"{side}_"
    thigh = turn(-get(p + "hip_flex", 0), get(p + "hip_abduct", 0), get(p + "hip_rotate", 0))
    if side is Side.RIGHT:
        thigh = mirrored(thigh)
    frames[p + "thigh"] = thigh = times(frames["pelvis"], thigh)
    frames[p + "shank"] = shank = times(thigh, about_y(get(p + "knee_flex", 0)))
    frames[p + "foot"] = foot = times(shank, about_y(-get(p + "ankle_flex", 0)))
    points[p + "knee"] = add(points[p + "hip"], apply(thigh, (0.0, 0.0, -s.THIGH)))
    points[p + "ankle"] = ankle = add(points[p + "knee"], apply(shank, (0.0, 0.0, -s.SHANK)))
    points[p + "heel"] = add(ankle, apply(foot, (-s.HEEL, 0.0, -s.ANKLE_HEIGHT)))
    points[p + "ball"] = add(ankle, apply(foot, (s.BALL, 0.0, -s.ANKLE_HEIGHT)))
    lay_toes(body, side, foot)


def lay_toes(body: Body, side: Side, frame: Matrix) -> None:
    """Turn the toes, which begin at the ball of the foot, as ``frame``."""
    p = f"{side}_"
    body.frames[p + "toes"] = frame
    body.points[p + "toe"] = add(body.points[p + "ball"], apply(frame, (s.FOOT - s.HEEL - s.BALL, 0.0, 0.0)))
