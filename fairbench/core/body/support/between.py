"""From one pose to the next, along the joint angles, what rests staying where it rests."""

from collections.abc import Iterable
from dataclasses import replace

from ...sides import Side
from ..pose.holds import BODY_TOUCHES
from ..pose.joints import LIMB, PLACES, TRUNK, PoseError
from ..pose.pose import Pose
from ..pose.reach import clear_of_floor, level_foot, reach_arm, reach_leg
from ..pose.skeleton import Body, arm, stand_up
from ..pose.vectors import Matrix, Vector, cross, distance, lerp, sub, unit
from .holding import Anchors, Contact, Solved
from .placing import GROUNDED, pitch_of
from .solve import solve
from .touches import touch

_ARM = tuple(name for name in LIMB if name.startswith(("shoulder", "elbow", "forearm", "wrist", "blade")))
_LEG = tuple(name for name in LIMB if name.startswith(("hip", "knee", "ankle", "foot")))
_KEPT_ARM = ("elbow_flex", "blade_lift", "blade_draw")
_KEPT_LEG = ("knee_flex", "hip_flex", "hip_abduct")


def solve_all(poses: Iterable[tuple[str, Pose]], stiff: bool = False) -> tuple[Solved, ...]:
    """Every named pose of a movement; what rests in the first stays there in the others.

    Raises :class:`PoseError` with the pose's name as its place.
    """
    solved: list[Solved] = []
    anchors: Anchors | None = None
    for name, pose in poses:
        try:
            result = solve(pose, anchors, stiff)
        except PoseError as error:
            raise error.within(name) from None
        solved.append(result)
        anchors = _kept(result, anchors)
    return tuple(solved)


def _kept(result: Solved, before: Anchors | None) -> Anchors:
    """What the next pose finds in place. Another position starts anew, except for the feet."""
    if before is None or before.position is result.pose.position:
        return result.anchors
    return Anchors(dict(result.anchors.feet), position=result.pose.position)


def between(a: Solved, b: Solved, t: float) -> Solved:
    """The pose a share ``t`` of the way from ``a`` to ``b``, for showing; at 0 and 1 those themselves.

    Joint angles run evenly. A hand or foot that rests on the same thing in both stays on it. In a moment in which
    an arm that stays where it rests would turn past its joint, it is carried past that moment.
    """
    try:
        return reached(a, b, t)
    except PoseError:
        return _carried(a, b, t)


def reached(a: Solved, b: Solved, t: float) -> Solved:
    """As :func:`between`, but a moment that no body gets through raises :class:`PoseError`."""
    if t <= 0:
        return a
    if t >= 1:
        return b
    if a.pose.position is b.pose.position and a.pose.on == b.pose.on and _stand_alike(a, b):
        return _held(a, b, t)
    return _carried(a, b, t)


def _stand_alike(a: Solved, b: Solved) -> bool:
    """Whether the same feet and knees, and the same bearing hands, hold the body up in both."""

    def ground(solved: Solved) -> list[object]:
        return [solved.feet[side] if solved.feet[side] not in ("flat", "toes", "heel") else "sole" for side in Side]

    bearing = [{_limb_or_trunk(c.part) for c in solved.contacts if c.bears} for solved in (a, b)]
    return ground(a) == ground(b) and bearing[0] == bearing[1]


def _limb_or_trunk(part: str) -> str:
    """The back rolls over what it lies on: whichever part of it rests, it is the trunk that does."""
    return part if part.startswith(("left_", "right_")) else "trunk"


def _mix(a: Solved, b: Solved, name: str, t: float) -> float:
    start, end = (solved.pose.angles.get(name, solved.angles.get(name, 0.0)) for solved in (a, b))
    return start + (end - start) * t


def _held(a: Solved, b: Solved, t: float) -> Solved:
    """Same support at both ends: the support is worked out anew for the angles in between."""
    angles = {name: _mix(a, b, name, t) for name in TRUNK if _either(a, b, name)}
    for side in Side:
        angles |= _arm_angles(a, b, side, t)
        angles |= _leg_angles(a, b, side, t)
        angles |= {name: _mix(a, b, name, t) for name in _of(side, PLACES) if _either(a, b, name)}
    left, right = (a.hands[side] if a.hands[side] == b.hands[side] else "free" for side in Side)
    left_foot, right_foot = ("flat" if a.feet[side] != b.feet[side] else a.feet[side] for side in Side)
    pose = replace(a.pose, angles=angles, hands=(left, right), feet=(left_foot, right_foot))
    return solve(pose, b.anchors if a.pose.position is b.pose.position else a.anchors)


def _of(side: Side, joints: Iterable[str]) -> list[str]:
    return [f"{side}_{joint}" for joint in joints]


def _arm_angles(a: Solved, b: Solved, side: Side, t: float) -> dict[str, float]:
    """All angles of an arm that goes by itself; of one that stays on something, those that are asked for."""
    if a.hands[side] != b.hands[side] or a.hands[side] == "free":
        return {name: _mix(a, b, name, t) for name in _of(side, _ARM)}
    return {name: _mix(a, b, name, t) for name in _of(side, _KEPT_ARM) if _either(a, b, name)}


def _leg_angles(a: Solved, b: Solved, side: Side, t: float) -> dict[str, float]:
    """All angles of a free leg; of one that stands, those that are asked for, and how the foot is tipped."""
    if a.feet[side] == "free":
        angles = {name: _mix(a, b, name, t) for name in _of(side, _LEG)}
    else:
        angles = {name: _mix(a, b, name, t) for name in _of(side, _KEPT_LEG) if _either(a, b, name)}
    start, end = (pitch_of(solved.angles, side, solved.feet[side]) for solved in (a, b))
    if start or end:
        angles[f"{side}_foot_pitch"] = start + (end - start) * t or 1e-6
    return angles


def _either(a: Solved, b: Solved, name: str) -> bool:
    return name in a.pose.angles or name in b.pose.angles


def _carried(a: Solved, b: Solved, t: float) -> Solved:
    """Support changes on the way: the pelvis is carried from one pose to the other, and what both have stays."""
    angles = {name: a.angles[name] + (b.angles[name] - a.angles[name]) * t for name in a.angles}
    origin = lerp(a.points["hips"], b.points["hips"], t)
    body = stand_up(angles, origin, _turned(a.body.frames["pelvis"], b.body.frames["pelvis"], t))
    contacts: list[Contact] = []
    for side in Side:
        contacts += _keep_foot(body, a, b, side, t)
    for side in Side:
        contacts += _keep_hand(body, a, b, side, t)
    both = {c.part for c in a.contacts} & {c.part for c in b.contacts}
    contacts += [c for c in a.contacts if c.part in both and not c.part.endswith(("foot", "hand"))]
    hands = {side: a.hands[side] if a.hands[side] == b.hands[side] else "free" for side in Side}
    feet = {side: a.feet[side] if a.feet[side] == b.feet[side] else "free" for side in Side}
    return Solved(replace(a.pose, angles=angles), body, hands, feet, tuple(contacts), a.anchors, a.seat)


def _turned(a: Matrix, b: Matrix, t: float) -> Matrix:
    """Between two frames: forward and up mixed, then squared up again."""

    def column(m: Matrix, i: int) -> Vector:
        return (m[0][i], m[1][i], m[2][i])

    forward = unit(lerp(column(a, 0), column(b, 0), t))
    left = unit(cross(lerp(column(a, 2), column(b, 2), t), forward))
    up = cross(forward, left)
    return ((forward[0], left[0], up[0]), (forward[1], left[1], up[1]), (forward[2], left[2], up[2]))


def _keep_foot(body: Body, a: Solved, b: Solved, side: Side, t: float) -> list[Contact]:
    p = f"{side}_"
    grounded = [solved.feet[side] in GROUNDED or solved.feet[side] == "knee" for solved in (a, b)]
    if all(grounded) and "knee" not in (a.feet[side], b.feet[side]):
        ankle = lerp(a.points[p + "ankle"], b.points[p + "ankle"], t)
        pole = unit(lerp(_knee_way(a, p), _knee_way(b, p), t))
        gap = reach_leg(body, side, ankle, pole)
        pitches = [pitch_of(solved.angles, side, solved.feet[side]) for solved in (a, b)]
        level_foot(body, side, pitches[0] + (pitches[1] - pitches[0]) * t)
        return [replace(c, gap=gap) for c in a.contacts if c.part == p + "foot"]
    clear_of_floor(body, side, _knee_way(a, p))
    return []


def _knee_way(solved: Solved, p: str) -> Vector:
    """Where the knee points: out from the line from hip to ankle, or straight on."""
    hip, knee, ankle = (solved.points[p + name] for name in ("hip", "knee", "ankle"))
    frame = solved.body.frames[p + "thigh"]
    forward = (frame[0][0], frame[1][0], frame[2][0])
    bent = sub(knee, lerp(hip, ankle, 0.5))
    return bent if distance(knee, lerp(hip, ankle, 0.5)) > 0.02 else forward


def _keep_hand(body: Body, a: Solved, b: Solved, side: Side, t: float) -> list[Contact]:
    p = f"{side}_"
    name = a.hands[side]
    if name == b.hands[side] != "free":
        if name in BODY_TOUCHES:
            where = touch(body, side, name, a.seat)
            reach_arm(body, side, where.point, where.elbow)
            return []
        wrist = lerp(a.points[p + "wrist"], b.points[p + "wrist"], t)
        elbow = sub(
            lerp(a.points[p + "elbow"], b.points[p + "elbow"], t),
            lerp(a.points[p + "shoulder"], b.points[p + "shoulder"], t),
        )
        gap = reach_arm(body, side, wrist, elbow)
        return [replace(c, gap=gap) for c in a.contacts if c.part == p + "hand"]
    if min(body.points[p + "wrist"][2], body.points[p + "fingers"][2]) < 0.0:
        x, y, z = body.points[p + "wrist"]
        elbow = sub(body.points[p + "elbow"], body.points[p + "shoulder"])
        reach_arm(body, side, (x, y, max(z, 0.03)), elbow)
        body.angles[p + "wrist_flex"] = 0.0
        arm(body, side)
    return []
