"""Standing: the feet stay, and the pelvis goes where it keeps the centre of mass over them."""

from math import sqrt

from ...sides import Side
from ..pose import segments as s
from ..pose.joints import PoseError
from ..pose.mass import centre_of_mass
from ..pose.pose import Pose
from ..pose.reach import bent_reach, reach_leg
from ..pose.skeleton import Body, leg, stand_up, turn
from ..pose.vectors import Vector
from .holding import Anchors, Contact, Solved, foot_height, root_height
from .placing import (
    GROUNDED,
    ankle_over,
    finish,
    foot_spot,
    knee_pole,
    patch_round,
    pitch_of,
    plant_foot,
    shifted,
    sign_of,
)

_ROUNDS = 5
_AT_BACK = frozenset({"wall-lean", "wall-sit", "ball-back"})
_MIDFOOT = 0.022
_FOOT_TOP = 0.026
"""From the ankle's middle to the top of a foot that lies on it, as a share of stature."""


def place(
    pose: Pose, angles: dict[str, float], hands: dict[Side, str], feet: dict[Side, str], anchors: Anchors
) -> Solved:
    """Stand the body on its bearing feet, balanced over them unless the pose moves the weight."""
    standing = [side for side in Side if feet[side] in GROUNDED]
    if not standing:
        raise PoseError("neither foot stands on anything", "feet")
    base = root_height(pose)
    spots = {}
    for side in standing:
        x, y, z = foot_spot(angles, side, feet[side], 0.0, sign_of(side) * s.HALF_HIPS * 0.9, anchors)
        spots[side] = (x, y, z if z else base)
    targets = {side: ankle_over(spots[side], pitch_of(angles, side, feet[side])) for side in standing}
    frame = turn(angles["lean"], -angles["tip"], 0)
    body = stand_up(angles, (0.0, 0.0, 0.0), frame)
    want = _over(standing, spots, feet, angles)
    contacts: list[Contact] = []
    centre = centre_of_mass(body)
    shifted(body, (want[0] - centre[0], want[1] - centre[1], 0.0))
    for _ in range(_ROUNDS):
        _lower(body, targets, angles)
        contacts = [_stand(body, side, feet[side], spots[side], angles) for side in standing]
        centre = centre_of_mass(body)
        off = (want[0] - centre[0], want[1] - centre[1], 0.0)
        if abs(off[0]) + abs(off[1]) < 0.001:
            break
        shifted(body, off)
    _lower(body, targets, angles)
    contacts = [_stand(body, side, feet[side], spots[side], angles) for side in standing]
    contacts += [_rest_behind(body, side) for side in Side if feet[side] == "chair-behind"]
    if pose.on in _AT_BACK:
        contacts.append(_back(body))
    return finish(pose, body, hands, feet, contacts, anchors, 0.262)


def _back(body: Body) -> Contact:
    """Leaning back on a wall, or a ball at the wall: it steadies, and carries nothing that is counted."""
    name = min(("hips", "chest"), key=lambda point: body.points[point][0])
    x, y, z = body.points[name]
    at = (x - s.BACK_DEPTH, y, z)
    return Contact("back", "wall", at, 0.0, tuple((at[0], y + dy, 0.0) for dy in (-0.1, 0.1)), bears=False)


def _rest_behind(body: Body, side: Side) -> Contact:
    """The top of a foot laid on the seat of a chair behind, the knee bent under the hip."""
    p = f"{side}_"
    x, y, _ = body.points[p + "ankle"]
    height = foot_height("chair-behind")
    gap = reach_leg(body, side, (x, y, height + _FOOT_TOP), (0.4, 0.0, -1.0))
    body.angles[p + "ankle_flex"] = -38.0
    leg(body, side)
    toe = body.points[p + "toe"]
    patch = (*patch_round((x, y, height), 0.03), *patch_round((toe[0], toe[1], height), 0.02))
    return Contact(p + "foot", "chair-behind", (x, y, height), gap, patch, bears=False)


def _over(standing: list[Side], spots: dict[Side, Vector], feet: dict[Side, str], angles: dict[str, float]) -> Vector:
    """The point of the ground the centre of mass should be over."""
    firm = [
        side for side in standing if feet[side] in ("flat", "toes", "step", "stool", "block", "half-roller", "cushion")
    ]
    of = firm or standing
    x = sum(spots[side][0] + _under(pitch_of(angles, side, feet[side])) for side in of) / len(of)
    y = sum(spots[side][1] for side in of) / len(of)
    return (x + angles["shift_forward"] / 100, y + angles["shift_side"] / 100, 0.0)


def _under(pitch: float) -> float:
    """How far in front of the ankle's place the weight is: the more the heel rises, the nearer the ball."""
    return _MIDFOOT + (s.BALL - _MIDFOOT) * max(0.0, min(1.0, -pitch / 32))


def _lower(body: Body, targets: dict[Side, Vector], angles: dict[str, float]) -> None:
    """Up or down until the straightest bearing leg is as bent as the pose has it."""
    heights = []
    for side, target in targets.items():
        hip = body.points[f"{side}_hip"]
        reach = bent_reach(s.THIGH, s.SHANK, max(2.0, angles[f"{side}_knee_flex"]))
        flat = (target[0] - hip[0]) ** 2 + (target[1] - hip[1]) ** 2
        heights.append(target[2] + sqrt(max(1e-4, reach * reach - flat)) - hip[2])
    shifted(body, (0.0, 0.0, min(heights)))


def _stand(body: Body, side: Side, contact: str, spot: Vector, angles: dict[str, float]) -> Contact:
    return plant_foot(body, side, contact, spot, knee_pole(angles, side, (1.0, 0.0, 0.0)))
