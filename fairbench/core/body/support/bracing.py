"""Hands that carry weight: on the floor, a worktop or a wall. The body turns about its rear support
until the arms, as bent as the pose has them, just reach."""

from collections.abc import Callable, Mapping
from itertools import pairwise

from ...positions import Position
from ...sides import Side
from ..pose import segments as s
from ..pose.bisection import turning_point
from ..pose.holds import BRACES
from ..pose.joints import PoseError
from ..pose.pose import Pose
from ..pose.reach import bent_reach
from ..pose.skeleton import Body, stand_up, turn
from ..pose.vectors import Matrix, Vector, add, apply, distance, middle, scale, sub
from .holding import Anchors, Contact, Solved, foot_height, root_height
from .kneeling import kneel, over_knees
from .placing import GROUNDED, ankle_over, brace_hand, finish, foot_spot, knee_pole, pitch_of, plant_foot, sign_of
from .touches import SEAT_HEIGHT, WORKTOP_HEIGHT, Touch

_HEIGHTS: Mapping[str, float] = {
    "floor": s.PALM_DEPTH,
    "forearm": s.FOREARM_DEPTH,
    "worktop": WORKTOP_HEIGHT + s.PALM_DEPTH,
    "chair-seat": SEAT_HEIGHT + s.PALM_DEPTH,
}
_ARM_FORWARD: Mapping[str, float] = {"wall": 84.0, "worktop": 72.0, "chair-seat": 76.0, "floor": 82.0, "forearm": 82.0}
"""How far forward the arms are put down where the pose does not say."""
_SEEK, _HALVINGS = 24, 16
_ON_FOURS = frozenset({Position.QUADRUPED, Position.FOREARM_QUADRUPED})
_WALL_LEAN = 10.0


def place(
    pose: Pose, angles: dict[str, float], hands: dict[Side, str], feet: dict[Side, str], anchors: Anchors
) -> Solved:
    """Hold the body between its rear support and its hands."""
    knees = [side for side in Side if feet[side] == "knee"]
    rigid = not knees or any(f"{side}_hip_flex" in pose.angles for side in knees)
    bearing = [side for side in Side if hands[side] in BRACES]
    thing = hands[bearing[0]]
    for side in bearing:
        if f"{side}_shoulder_flex" not in pose.angles and pose.position not in _ON_FOURS:
            angles[f"{side}_shoulder_flex"] = _ARM_FORWARD[thing]
    if pose.position in _ON_FOURS and not rigid:
        reference, placed = _on_fours(angles, knees, root_height(pose))
    else:
        reference, placed = _plank(angles, knees, feet, anchors)
    pitch = _pitch(pose, angles, reference, placed, thing, bearing, anchors)
    body = stand_up(angles, *placed(pitch))
    contacts: list[Contact] = []
    for side in knees:
        contacts.append(_rest_knee(body, side) if rigid else kneel(body, side, root_height(pose)))
    for side in Side:
        if feet[side] in GROUNDED:
            spot = _spot(angles, side, feet[side], anchors)
            contacts.append(plant_foot(body, side, feet[side], spot, knee_pole(angles, side, _forward(body))))
    for side in bearing:
        point = add(anchors.hands[side], _moved(angles, side))
        contacts.append(brace_hand(body, side, thing, _touch(body, side, thing, point)))
        if thing == "wall":
            anchors.wall = anchors.hands[side][0] + s.PALM_DEPTH
    return finish(pose, body, hands, feet, contacts, anchors, SEAT_HEIGHT)


Placed = Callable[[float], tuple[Vector, Matrix]]


def _on_fours(angles: dict[str, float], knees: list[Side], ground: float) -> tuple[Body, Placed]:
    origin = over_knees(angles, knees, ground)
    return stand_up(angles), lambda pitch: (origin, turn(pitch, -angles["tip"], angles["face"]))


def _plank(angles: dict[str, float], knees: list[Side], feet: dict[Side, str], anchors: Anchors) -> tuple[Body, Placed]:
    """One rigid piece that turns about the knees, or about the ankles of the feet that stand."""
    local = stand_up(angles)
    rear = knees or [side for side in Side if feet[side] in GROUNDED]
    if not rear:
        raise PoseError("nothing bears behind the hands", "feet")
    pivots, targets = [], []
    for side in rear:
        if knees:
            pivots.append(local.points[f"{side}_knee"])
            targets.append((0.0, sign_of(side) * s.HALF_HIPS, s.KNEE_DEPTH))
        else:
            pivots.append(local.points[f"{side}_ankle"])
            spot = _spot(angles, side, feet[side], anchors)
            targets.append(ankle_over(spot, pitch_of(angles, side, feet[side])))
    pivot, target = middle(pivots), middle(targets)

    def placed(pitch: float) -> tuple[Vector, Matrix]:
        frame = turn(pitch, -angles["tip"], 0)
        return sub(target, apply(frame, pivot)), frame

    return local, placed


def _pitch(
    pose: Pose,
    angles: dict[str, float],
    local: Body,
    placed: Placed,
    thing: str,
    bearing: list[Side],
    anchors: Anchors,
) -> float:
    """The pitch at which the arms reach; where the hands were not yet, they are put down here."""
    first = any(anchors.hand_things.get(side) != thing for side in bearing)
    if first and thing == "wall":
        pitch = pose.angles.get("lean", _WALL_LEAN)
        _put_hands(angles, local, placed(pitch), bearing, thing, anchors)
        return pitch
    if first:
        if pose.position in _ON_FOURS and "knee" in (pose.feet[0] or "knee", pose.feet[1] or "knee"):
            _hands_under_shoulders(angles, placed, bearing, thing, anchors)
        else:
            pitch = _root(lambda p: _wrist(local, placed(p), bearing)[2] - _HEIGHTS[thing], 5.0, 100.0)
            _put_hands(angles, local, placed(pitch), bearing, thing, anchors)
            return pitch
    goals = {side: add(anchors.hands[side], _moved(angles, side)) for side in bearing}
    reach = {side: _arm_length(angles, side, thing) for side in bearing}

    def short(pitch: float) -> float:
        origin, frame = placed(pitch)
        gaps = [
            distance(add(origin, apply(frame, local.points[f"{side}_shoulder"])), goals[side]) - reach[side]
            for side in bearing
        ]
        return sum(gaps) / len(gaps)

    if thing == "wall":
        return _root(short, -5.0, 60.0)
    return _root(short, 20.0, 135.0)


def _arm_length(angles: dict[str, float], side: Side, thing: str) -> float:
    if thing == "forearm":
        return s.UPPER_ARM
    return bent_reach(s.UPPER_ARM, s.FOREARM, angles[f"{side}_elbow_flex"])


def _root(short: Callable[[float], float], low: float, high: float) -> float:
    """Where ``short`` first falls through nothing between two pitches; where it is nearest, if it never does."""
    width = (high - low) / _SEEK
    marks = [(short(low + width * k), low + width * k) for k in range(_SEEK + 1)]
    for (before, start), (after, end) in pairwise(marks):
        if before >= 0 >= after:
            return turning_point(lambda pitch: short(pitch) > 0, start, end, _HALVINGS)
    return min(marks, key=lambda mark: abs(mark[0]))[1]


def _wrist(local: Body, root: tuple[Vector, Matrix], bearing: list[Side]) -> Vector:
    origin, frame = root
    return middle([add(origin, apply(frame, local.points[f"{side}_wrist"])) for side in bearing])


def _put_hands(
    angles: dict[str, float],
    local: Body,
    root: tuple[Vector, Matrix],
    bearing: list[Side],
    thing: str,
    anchors: Anchors,
) -> None:
    origin, frame = root
    for side in bearing:
        point = add(origin, apply(frame, local.points[f"{side}_wrist"]))
        anchors.hands[side], anchors.hand_things[side] = sub(point, _moved(angles, side)), thing


def _hands_under_shoulders(
    angles: dict[str, float], placed: Placed, bearing: list[Side], thing: str, anchors: Anchors
) -> None:
    """On all fours the hands go down under the shoulders of a level trunk."""
    straight = stand_up({**angles, **{name: 0.0 for name in angles if name.startswith(("lumbar", "thoracic", "lean"))}})
    origin, frame = placed(86.0)
    for side in Side:
        if side in bearing:
            x, y, _ = add(origin, apply(frame, straight.points[f"{side}_shoulder"]))
            anchors.hands[side], anchors.hand_things[side] = (x, y, _HEIGHTS[thing]), thing


def _touch(body: Body, side: Side, thing: str, point: Vector) -> Touch:
    sign = sign_of(side)
    if thing == "wall":
        return Touch(point, (0.0, 0.0, 1.0), (1.0, 0.0, 0.0), (-0.2, 0.75 * sign, -0.6))
    if thing == "forearm":
        elbow = sub(point, body.points[f"{side}_shoulder"])
        return Touch(add(point, (s.FOREARM, -0.02 * sign, 0.0)), (1.0, 0.0, 0.0), (0.0, 0.0, -1.0), scale(elbow, 4))
    return Touch(point, (1.0, -0.05 * sign, 0.0), (0.0, 0.0, -1.0), (-0.8, 0.55 * sign, 0.1))


def _moved(angles: dict[str, float], side: Side) -> Vector:
    p = f"{side}_"
    return (
        angles[p + "hand_forward"] / 100,
        sign_of(side) * angles[p + "hand_out"] / 100,
        angles[p + "hand_up"] / 100,
    )


def _rest_knee(body: Body, side: Side) -> Contact:
    """A knee about which the rigid body turned is already down; keep its shank off the floor."""
    x, y, z = body.points[f"{side}_knee"]
    patch = tuple((x + dx, y + dy, 0.0) for dx in (-0.03, 0.03) for dy in (-0.03, 0.03))
    return Contact(f"{side}_knee", "floor", (x, y, z - s.KNEE_DEPTH), abs(z - s.KNEE_DEPTH), patch)


def _spot(angles: dict[str, float], side: Side, contact: str, anchors: Anchors) -> Vector:
    x, y, _ = foot_spot(angles, side, contact, 0.0, sign_of(side) * s.HALF_HIPS * 0.9, anchors)
    return (x, y, foot_height(contact))


def _forward(body: Body) -> Vector:
    frame = body.frames["pelvis"]
    return (frame[0][0], 0.0, frame[2][0])
