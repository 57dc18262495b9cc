"""Face up between hands and feet: the reverse table, from sitting on the floor with the hands behind."""

from dataclasses import replace
from math import sqrt

from ...sides import Side
from ..pose import segments as s
from ..pose.joints import PoseError
from ..pose.pose import Pose
from ..pose.reach import bent_reach
from ..pose.skeleton import stand_up, turn
from ..pose.vectors import add
from .holding import Anchors, Contact, Solved
from .placing import GROUNDED, LYING, brace_hand, finish, foot_spot, knee_pole, plant_foot, shifted, sign_of
from .touches import touch

UNDER = "floor-under"
"""The hands stand on the floor under the shoulders."""
_BENT = 90.0


def place(
    pose: Pose, angles: dict[str, float], hands: dict[Side, str], feet: dict[Side, str], anchors: Anchors
) -> Solved:
    """Lean the trunk back as the pose has it, over arms as bent as it has them; that is how high the pelvis comes."""
    frame = turn(angles["lean"], 0.0, 0.0)
    body = stand_up(angles, (0.0, 0.0, 0.0), frame)
    bearing = [side for side in Side if hands[side] == UNDER]
    ahead = {side: angles[f"{side}_hand_forward"] / 100 for side in bearing}
    arms = min(
        sqrt(bent_reach(s.UPPER_ARM, s.FOREARM, angles[f"{side}_elbow_flex"]) ** 2 - ahead[side] ** 2)
        for side in bearing
    )
    shoulders = min(body.points[f"{side}_shoulder"][2] for side in bearing)
    lowest = s.SEAT_DEPTH - body.points["hips"][2]
    shifted(body, (0.0, 0.0, max(lowest, arms + s.PALM_DEPTH - shoulders)))
    contacts: list[Contact] = []
    hip = body.points["hips"]
    for side in Side:
        if feet[side] not in GROUNDED and feet[side] not in LYING:
            continue
        bent = pose.angles.get(f"{side}_knee_flex", _BENT)
        out = s.THIGH if bent > _BENT / 2 else bent_reach(s.THIGH, s.SHANK, max(bent, 5.0)) * 0.95
        spot = foot_spot(angles, side, feet[side], hip[0] + out, sign_of(side) * s.HALF_HIPS, anchors, True)
        contacts.append(plant_foot(body, side, feet[side], spot, knee_pole(angles, side, (0.3, 0.0, 1.0))))
    if not contacts:
        raise PoseError("neither foot stands on anything", "feet")
    for side in bearing:
        where = touch(body, side, UNDER, 0.0)
        contacts.append(brace_hand(body, side, UNDER, replace(where, point=add(where.point, (ahead[side], 0.0, 0.0)))))
    return finish(pose, body, hands, feet, contacts, anchors, 0.0)
