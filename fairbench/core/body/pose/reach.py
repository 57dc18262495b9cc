"""The backward way: the angles of an arm or leg that bring its end to a point."""

from math import acos, asin, atan2, cos, degrees, radians, sin, sqrt

from ...sides import Side
from . import segments as s
from .joints import PoseError
from .skeleton import Body, arm, lay_toes, leg
from .vectors import Vector, add, cross, distance, dot, scale, sub, unapply, unit

NEAR = 0.005
"""How far from its target, as a share of stature, an end may stay and still touch."""

_MOST_ROTATION = 112.0
_LEVELLING, _LIFTS = 4, 16
_ANKLE = (-85.0, 30.0)


def bent_reach(a: float, b: float, bend: float) -> float:
    """The distance from root to end of two bones ``a`` and ``b`` with the joint between bent by ``bend`` degrees."""
    return sqrt(a * a + b * b + 2 * a * b * cos(radians(bend)))


def _bend(a: float, b: float, far: float) -> float:
    inner = max(-1.0, min(1.0, (a * a + b * b - far * far) / (2 * a * b)))
    return 180 - degrees(acos(inner))


def _middle(root: Vector, target: Vector, a: float, b: float, pole: Vector) -> tuple[Vector, Vector]:
    """The joint between, bent toward ``pole``, and the end: the target or as near as the bones go."""
    far = max(1e-6, min(distance(root, target), a + b - 1e-9))
    far = max(far, abs(a - b) + 1e-9)
    along = unit(sub(target, root))
    side = sub(pole, scale(along, dot(pole, along)))
    side = unit(side) if dot(side, side) > 1e-10 else unit(cross(along, (0.13, 0.99, 0.05)))
    down = (a * a - b * b + far * far) / (2 * far)
    out = sqrt(max(0.0, a * a - down * down))
    joint = add(root, add(scale(along, down), scale(side, out)))
    return joint, add(root, scale(along, far))


def _ball_angles(local: Vector) -> tuple[float, float]:
    """Flexion and abduction that point a hanging bone along ``local`` (of a left limb)."""
    x, y, z = local
    if abs(x) < 1e-9 and abs(z) < 1e-9:
        return 0.0, 90.0 if y > 0 else -90.0
    flex = degrees(atan2(x, -z))
    if flex < -100:
        flex += 360
    return flex, degrees(asin(max(-1.0, min(1.0, y))))


def _left(v: Vector, side: Side) -> Vector:
    return v if side is Side.LEFT else (v[0], -v[1], v[2])


def reach_arm(body: Body, side: Side, target: Vector, pole: Vector) -> float:
    """Bring the wrist to ``target``, elbow toward ``pole``. Gives what is missing, in stature."""
    p = f"{side}_"
    root, frame = body.points[p + "shoulder"], body.frames["thorax"]
    elbow, end = _middle(root, target, s.UPPER_ARM, s.FOREARM, pole)
    upper = _left(unapply(frame, unit(sub(elbow, root))), side)
    flex, abduct = _ball_angles(upper)
    bend = _bend(s.UPPER_ARM, s.FOREARM, distance(root, end))
    body.angles |= {p + "shoulder_flex": flex, p + "shoulder_abduct": abduct, p + "elbow_flex": bend}
    if bend > 2:
        body.angles[p + "shoulder_rotate"] = 0.0
        arm(body, side)
        fore = _left(unapply(body.frames[p + "upper_arm"], unit(sub(end, elbow))), side)
        body.angles[p + "shoulder_rotate"] = degrees(atan2(fore[1], fore[0]))
        _name_it_near(body, p)
    arm(body, side)
    return distance(body.points[p + "wrist"], target)


def _name_it_near(body: Body, p: str) -> None:
    """Of the two names that every attitude of the upper arm has, take the one that no joint is twisted in."""
    rotate = body.angles[p + "shoulder_rotate"]
    if abs(rotate) > _MOST_ROTATION:
        body.angles |= {
            p + "shoulder_flex": _wrapped(body.angles[p + "shoulder_flex"] + 180),
            p + "shoulder_abduct": 180 - body.angles[p + "shoulder_abduct"],
            p + "shoulder_rotate": _wrapped(rotate + 180),
        }


def reach_leg(body: Body, side: Side, target: Vector, pole: Vector) -> float:
    """Bring the ankle to ``target``, knee toward ``pole``. Gives what is missing, in stature."""
    p = f"{side}_"
    knee, end = _middle(body.points[p + "hip"], target, s.THIGH, s.SHANK, pole)
    _set_leg(body, side, knee, end)
    return distance(body.points[p + "ankle"], target)


def _set_leg(body: Body, side: Side, knee: Vector, end: Vector) -> None:
    p = f"{side}_"
    root = body.points[p + "hip"]
    thigh = _left(unapply(body.frames["pelvis"], unit(sub(knee, root))), side)
    flex, abduct = _ball_angles(thigh)
    bend = _bend(s.THIGH, s.SHANK, distance(root, end))
    body.angles |= {p + "hip_flex": flex, p + "hip_abduct": abduct, p + "knee_flex": bend}
    if bend > 2:
        body.angles[p + "hip_rotate"] = 0.0
        leg(body, side)
        shank = _left(unapply(body.frames[p + "thigh"], unit(sub(end, knee))), side)
        body.angles[p + "hip_rotate"] = degrees(atan2(-shank[1], -shank[0]))
    leg(body, side)


def kneel_leg(body: Body, side: Side, knee: Vector, shank: Vector) -> float:
    """Put the knee at ``knee`` and lay the shank along ``shank``. Gives what is missing, in stature."""
    root = body.points[f"{side}_hip"]
    end = add(knee, scale(unit(shank), s.SHANK))
    reached = add(root, scale(unit(sub(knee, root)), s.THIGH))
    _set_leg(body, side, reached, end)
    return distance(body.points[f"{side}_knee"], knee)


def aim_hand(body: Body, side: Side, aim: Vector, palm: Vector) -> None:
    """Point the fingers along ``aim``, as far as forearm and wrist turn, the palm as near ``palm`` as may be."""
    p = f"{side}_"
    body.angles[p + "forearm_turn"] = body.angles[p + "wrist_flex"] = 0.0
    arm(body, side)
    fore = body.frames[p + "forearm"]
    x, y, z = _left(unapply(fore, unit(aim)), side)
    nx, ny, _ = _left(unapply(fore, unit(palm)), side)
    bend = degrees(acos(max(-1.0, min(1.0, -z))))
    by_palm = degrees(atan2(nx, -ny)) if nx * nx + ny * ny > 1e-6 else 0.0
    if bend < 12:
        turn_, flex = by_palm, 0.0
    else:
        turn_, flex = degrees(atan2(x, -y)), bend
        if abs(_wrapped(turn_ - by_palm)) > 90:
            turn_, flex = _wrapped(turn_ + 180), -bend
    body.angles[p + "forearm_turn"] = max(-90.0, min(90.0, _wrapped(turn_)))
    body.angles[p + "wrist_flex"] = max(-90.0, min(80.0, flex))
    arm(body, side)


def _wrapped(angle: float) -> float:
    return (angle + 180) % 360 - 180


def level_foot(body: Body, side: Side, pitch: float) -> None:
    """Set the ankle so that the sole stands on a level floor, or at ``pitch`` degrees to it, toes up positive."""
    p = f"{side}_"
    forward = body.frames[p + "shank"]
    axis = (forward[0][0], forward[1][0], 0.0)
    flat = unit(axis) if dot(axis, axis) > 1e-6 else (1.0, 0.0, 0.0)
    wanted = (flat[0] * cos(radians(pitch)), flat[1] * cos(radians(pitch)), sin(radians(pitch)))
    x, _, z = unapply(forward, wanted)
    body.angles[p + "ankle_flex"] = degrees(atan2(z, x))
    leg(body, side)
    for _ in range(_LEVELLING):
        tilt = (body.points[p + "ball"][2] - body.points[p + "heel"][2]) / (s.BALL + s.HEEL) - sin(radians(pitch))
        if abs(tilt) < 1e-4:
            break
        body.angles[p + "ankle_flex"] -= degrees(tilt)
        leg(body, side)
    if pitch < 0:
        left = unit(cross((0.0, 0.0, 1.0), flat))
        lay_toes(body, side, ((flat[0], left[0], 0.0), (flat[1], left[1], 0.0), (0.0, 0.0, 1.0)))


def clear_of_floor(body: Body, side: Side, pole: Vector) -> None:
    """Keep a foot that hangs free off the floor: by its ankle first, then by the whole leg."""
    p = f"{side}_"
    for _ in range(_LIFTS):
        toe, heel = body.points[p + "toe"][2], body.points[p + "heel"][2]
        if min(toe, heel) >= 0.0:
            return
        ahead = body.angles[p + "ankle_flex"] + (4.0 if toe < heel else -4.0)
        if _ANKLE[0] < ahead < _ANKLE[1]:
            body.angles[p + "ankle_flex"] = ahead
            leg(body, side)
        else:
            break
    for _ in range(_LEVELLING):
        low = min(body.points[p + name][2] for name in ("toe", "heel"))
        if low >= 0:
            return
        x, y, z = body.points[p + "ankle"]
        reach_leg(body, side, (x, y, z - low + 0.002), pole)


def missing(part: str, thing: str, gap: float, place: str) -> PoseError:
    """The error of a hand or foot that does not get there."""
    return PoseError(f"the {part} does not reach {thing}: {gap:.2f} of stature is missing", place)
