"""Sitting: the pelvis rests on a chair, a ball or the floor; the feet reach for the ground."""

from math import cos, radians, sin, sqrt

from ...positions import Position
from ...sides import Side
from ..pose import segments as s
from ..pose.pose import Pose
from ..pose.reach import bent_reach
from ..pose.skeleton import stand_up, turn
from ..pose.vectors import Vector
from .holding import Anchors, Contact, Solved, foot_height, under_height
from .placing import GROUNDED, LYING, finish, foot_spot, knee_pole, plant_foot, sign_of

_LEGS_ALONG = 0.484


def place(
    pose: Pose, angles: dict[str, float], hands: dict[Side, str], feet: dict[Side, str], anchors: Anchors
) -> Solved:
    """Sit the body down; thighs stay on the seat while the trunk leans."""
    floor = pose.position is Position.LONG_SITTING
    seat = under_height(pose.on) if floor else under_height(pose.on or "chair", under_height("chair"))
    origin = (angles["shift_forward"] / 100, 0.0, seat + s.SEAT_DEPTH)
    frame = turn(angles["lean"], -angles["tip"], 0)
    for side in Side:
        if feet[side] == "free" and f"{side}_hip_flex" not in pose.angles:
            angles[f"{side}_hip_flex"] = 90 + angles["lean"]
    body = stand_up(angles, origin, frame)
    hips = body.points["hips"]
    spread = 0.13 if angles["tip"] == 0 else 0.15
    seat_patch = tuple((hips[0] + dx, hips[1] + dy, seat) for dx in (-0.06, 0.1) for dy in (-spread, spread))
    low = hips[2] - s.SEAT_DEPTH
    contacts = [
        Contact(
            "seat", pose.on or ("floor" if floor else "chair"), (hips[0], hips[1], low), abs(low - seat), seat_patch
        )
    ]
    for side in Side:
        if feet[side] in GROUNDED or feet[side] in LYING:
            spot, pole = _spot(pose, angles, side, feet[side], anchors, floor, hips[2])
            contacts.append(plant_foot(body, side, feet[side], spot, pole))
    return finish(pose, body, hands, feet, contacts, anchors, seat)


def _spot(
    pose: Pose,
    angles: dict[str, float],
    side: Side,
    contact: str,
    anchors: Anchors,
    floor: bool,
    hips_height: float,
) -> tuple[Vector, Vector]:
    sign = sign_of(side)
    if floor:
        bent = pose.angles.get(f"{side}_knee_flex", 85.0 if contact in GROUNDED else 0.0)
        x = _LEGS_ALONG * cos(radians(bent / 2)) - (0.03 if contact in GROUNDED else 0.0)
        pole: Vector = (0.3, 0.0, 1.0)
    else:
        bent = pose.angles.get(f"{side}_knee_flex", 90.0)
        x = s.THIGH + s.SHANK * sin(radians(90 - bent)) * (0.92 if bent < 90 else 1.0)
        x = min(x, _as_far_as_it_goes(hips_height, bent, contact))
        pole = (0.8, 0.0, 1.0)
    anew = f"{side}_knee_flex" in pose.angles
    spot = foot_spot(angles, side, contact, x, sign * s.HALF_HIPS, anchors, anew)
    return spot, knee_pole(angles, side, pole)


def _as_far_as_it_goes(hips_height: float, bent: float, contact: str) -> float:
    """How far in front of the hips the ankle of a leg as straight as this comes down."""
    reach = bent_reach(s.THIGH, s.SHANK, max(bent, 5.0))
    drop = hips_height - foot_height(contact) - (s.HEEL_LYING if contact in LYING else s.ANKLE_HEIGHT + 0.012)
    return sqrt(max(0.01, reach**2 - drop**2)) - 0.006
