"""Kneeling and half-kneeling: a pelvis above one knee or both, the trunk free."""

from math import radians, sin, sqrt

from ...positions import Position
from ...sides import Side
from ..pose import segments as s
from ..pose.pose import Pose
from ..pose.reach import kneel_leg
from ..pose.skeleton import Body, leg, stand_up, turn
from ..pose.vectors import Vector
from .holding import Anchors, Contact, Solved, root_height
from .placing import GROUNDED, finish, foot_spot, knee_pole, patch_round, plant_foot, sign_of

BACKWARD: Vector = (-1.0, 0.0, -0.02)
_STRIDE = 0.25


def place(
    pose: Pose, angles: dict[str, float], hands: dict[Side, str], feet: dict[Side, str], anchors: Anchors
) -> Solved:
    """Kneel upright. How far the thighs slope back is the bend of the kneeling knee."""
    ground = root_height(pose)
    frame = turn(angles["lean"], -angles["tip"], 0)
    knees = [side for side in Side if feet[side] == "knee"]
    body = stand_up(angles, over_knees(angles, knees, ground), frame)
    contacts = [kneel(body, side, ground) for side in knees]
    for side in Side:
        if feet[side] in GROUNDED:
            x = _STRIDE if pose.position is Position.HALF_KNEELING else 0.1
            spot = foot_spot(angles, side, feet[side], x, sign_of(side) * s.HALF_HIPS, anchors)
            contacts.append(plant_foot(body, side, feet[side], spot, knee_pole(angles, side, (1.0, 0.0, 0.6))))
    return finish(pose, body, hands, feet, contacts, anchors, 0.262)


def over_knees(angles: dict[str, float], knees: list[Side], ground: float) -> Vector:
    """The middle of the hips above the kneeling knees, on thighs that slope as the knees bend."""
    bends = [angles[f"{side}_knee_flex"] for side in knees] or [90.0]
    slope = radians(sum(bends) / len(bends) - 90)
    x = -s.THIGH * sin(slope) + angles["shift_forward"] / 100
    y = angles["shift_side"] / 100
    up = sqrt(max(1e-4, s.THIGH**2 - x * x - y * y))
    return (x, y, ground + s.KNEE_DEPTH + up)


def kneel(body: Body, side: Side, ground: float) -> Contact:
    """Set a knee down in its place, the shank along the floor behind it."""
    p = f"{side}_"
    out = body.angles[p + "foot_out"] / 100
    knee = (0.0, sign_of(side) * (s.HALF_HIPS + out), ground + s.KNEE_DEPTH)
    gap = kneel_leg(body, side, knee, BACKWARD)
    body.angles[p + "ankle_flex"] = -70.0
    leg(body, side)
    x, y, z = body.points[p + "knee"]
    behind = body.points[p + "ankle"]
    patch = (*patch_round((x, y, ground), 0.03), *patch_round((behind[0], behind[1], ground), 0.02))
    return Contact(p + "knee", "floor", (x, y, z - s.KNEE_DEPTH), gap, patch)
