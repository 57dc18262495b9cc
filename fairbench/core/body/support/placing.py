"""The last step of every support: feet and hands to where they rest, and what that makes of contacts."""

from collections.abc import Mapping
from math import cos, radians, sin

from ...sides import Side
from ..pose import segments as s
from ..pose.holds import BODY_TOUCHES
from ..pose.joints import LIMB, PoseError, words_of
from ..pose.pose import Pose
from ..pose.reach import NEAR, aim_hand, clear_of_floor, level_foot, missing, reach_arm, reach_leg
from ..pose.skeleton import Body, arm, leg
from ..pose.vectors import Vector, add, sub
from .holding import Anchors, Contact, Solved, foot_height
from .touches import Touch, touch

GROUNDED = frozenset(
    {
        "flat",
        "heel",
        "toes",
        "tucked",
        "step",
        "stool",
        "small-ball",
        "large-ball",
        "roller",
        "half-roller",
        "block",
        "towel",
        "pedals",
        "cushion",
    }
)
"""Contacts where the sole, or a part of it, stands on something."""
LYING = frozenset({"lying", "chair"})
_PITCH = {"heel": 22.0, "toes": -32.0, "tucked": -62.0}
_FREE_ANKLE = 0.05
_HAND_ON_FLOOR = 0.02
ON_BODY_SLACK = 0.03
_ROUND_THE_ARM = ("shoulder_flex", "shoulder_rotate")


def sign_of(side: Side) -> float:
    """1 for the left side, -1 for the right: the way outward."""
    return 1.0 if side is Side.LEFT else -1.0


def pitch_of(angles: Mapping[str, float], side: Side, contact: str) -> float:
    """How far a foot's toes point down, in degrees, as the pose or its contact has it."""
    given = angles[f"{side}_foot_pitch"]
    return given if given else _PITCH.get(contact, 0.0)


def ankle_over(spot: Vector, pitch: float) -> Vector:
    """The ankle of a foot whose flat ankle would stand over ``spot``, turned on its ball or heel by ``pitch``."""
    c, k = cos(radians(abs(pitch))), sin(radians(abs(pitch)))
    x, y, z = spot
    if pitch < 0:
        return (x + s.BALL - (c * s.BALL - k * s.ANKLE_HEIGHT), y, z + k * s.BALL + c * s.ANKLE_HEIGHT)
    return (x - s.HEEL + (c * s.HEEL - k * s.ANKLE_HEIGHT), y, z + k * s.HEEL + c * s.ANKLE_HEIGHT)


def knee_pole(angles: Mapping[str, float], side: Side, forward: Vector) -> Vector:
    """Which way the knee points: forward, turned out as far as the hip is."""
    out = angles[f"{side}_hip_abduct"]
    turned = sin(radians(max(-60.0, min(60.0, out))))
    return (forward[0], forward[1] + sign_of(side) * turned * 1.6, forward[2])


def plant_foot(body: Body, side: Side, contact: str, spot: Vector, pole: Vector) -> Contact:
    """Stand or lay a foot where it belongs. ``spot`` is the ground under the ankle."""
    p = f"{side}_"
    asked = body.angles[p + "ankle_flex"]
    if contact in LYING:
        gap = reach_leg(body, side, (spot[0], spot[1], spot[2] + s.HEEL_LYING), pole)
        body.angles[p + "ankle_flex"] = asked
        leg(body, side)
        low = min(body.points[p + "heel"][2], body.points[p + "toe"][2]) - spot[2]
        if low < 0:
            gap = reach_leg(body, side, (spot[0], spot[1], spot[2] + s.HEEL_LYING - low), pole)
        ankle = body.points[p + "ankle"]
        return Contact(p + "foot", contact, ankle, gap, _square(ankle, 0.025))
    pitch = pitch_of(body.angles, side, contact)
    gap = reach_leg(body, side, ankle_over(spot, pitch), pole)
    level_foot(body, side, pitch)
    points = body.points
    standing = {True: ("heel", "toe"), False: ("ball", "toe") if pitch < 0 else ("heel", "heel")}[abs(pitch) < 1]
    ends = [points[p + name] for name in standing]
    patch = tuple((x, y + dy, z) for x, y, z in ends for dy in (-0.028, 0.028))
    return Contact(p + "foot", contact, points[p + ("ball" if pitch < 0 else "heel")], gap, patch)


def check_feet(contacts: list[Contact]) -> None:
    """Raise :class:`PoseError` where a foot that should stand does not reach what it stands on."""
    for contact in contacts:
        if contact.gap > NEAR and contact.part.endswith(("foot", "knee")):
            side, part = contact.part.split("_")
            raise missing(f"{side} {part}", _thing_words(contact.thing), contact.gap, f"{contact.part}")


def finish(
    pose: Pose,
    body: Body,
    hands: Mapping[Side, str],
    feet: Mapping[Side, str],
    contacts: list[Contact],
    anchors: Anchors,
    seat: float,
) -> Solved:
    """Bring the hands to what they touch, keep what hangs free off the floor, and check every joint."""
    check_feet(contacts)
    for side in Side:
        if feet[side] == "free":
            _off_the_floor(body, side)
    held = Anchors(dict(anchors.feet), dict(anchors.hands), dict(anchors.hand_things), anchors.wall, pose.position)
    for side in Side:
        name = hands[side]
        if name == "free":
            _hand_off_the_floor(body, side)
            continue
        if any(contact.part == f"{side}_hand" for contact in contacts):
            continue
        found = contact_of_hand(body, side, name, held, seat)
        if found:
            contacts.append(found)
    _check_limits(body)
    return Solved(pose, body, hands, feet, tuple(contacts), held, seat)


def contact_of_hand(body: Body, side: Side, name: str, held: Anchors, seat: float) -> Contact | None:
    """Where a hand rests, or None where it is free. Raises :class:`PoseError` out of reach."""
    p = f"{side}_"
    where = touch(body, side, name, seat)
    on_body = name in BODY_TOUCHES
    get = body.angles.get
    moved: Vector = (
        get(p + "hand_forward", 0.0) / 100,
        sign_of(side) * get(p + "hand_out", 0.0) / 100,
        get(p + "hand_up", 0.0) / 100,
    )
    point = add(where.point, moved)
    if not on_body:
        if held.hand_things.get(side) == name and side in held.hands:
            point = add(held.hands[side], moved)
        else:
            held.hands[side], held.hand_things[side] = where.point, name
    aim = where.aim
    if on_body and point[2] < _HAND_ON_FLOOR:
        point, aim = (point[0], point[1], _HAND_ON_FLOOR), (aim[0], aim[1], max(0.0, aim[2]))
    gap = reach_arm(body, side, point, where.elbow)
    aim_hand(body, side, aim, where.palm)
    _fingers_up(body, side)
    if gap > (ON_BODY_SLACK if on_body else NEAR):
        raise missing(f"{side} hand", _thing_words(name), gap, f"{side}_arm")
    if on_body:
        return None
    palm = body.points[p + "palm"]
    return Contact(p + "hand", name, point, gap, _square(palm, 0.03), bears=False)


def brace_hand(body: Body, side: Side, name: str, where: Touch) -> Contact:
    """A hand that carries weight, at a place the support found."""
    p = f"{side}_"
    gap = reach_arm(body, side, where.point, where.elbow)
    aim_hand(body, side, where.aim, where.palm)
    _fingers_up(body, side)
    if gap > NEAR:
        raise missing(f"{side} hand", _thing_words(name), gap, f"{side}_arm")
    return Contact(p + "hand", name, where.point, gap, _square(where.point, 0.03))


def _fingers_up(body: Body, side: Side) -> None:
    """Bend a wrist until its fingers lie on the floor and not in it."""
    step = -2.5
    for _ in range(20):
        before = body.points[f"{side}_fingers"][2]
        if before >= 0:
            return
        body.angles[f"{side}_wrist_flex"] += step
        arm(body, side)
        if body.points[f"{side}_fingers"][2] < before:
            body.angles[f"{side}_wrist_flex"] -= 2 * step
            step = -step
            arm(body, side)


def shifted(body: Body, move: Vector) -> None:
    """The whole body moved, nothing turned."""
    for name, point in body.points.items():
        body.points[name] = add(point, move)


def _off_the_floor(body: Body, side: Side) -> None:
    p = f"{side}_"
    if body.points[p + "ankle"][2] < _FREE_ANKLE - 0.012:
        x, y, _ = body.points[p + "ankle"]
        knee = body.points[p + "knee"]
        reach_leg(body, side, (x, y, _FREE_ANKLE - 0.012), sub(knee, body.points[p + "hip"]))
    clear_of_floor(body, side, sub(body.points[p + "knee"], body.points[p + "hip"]))


def _hand_off_the_floor(body: Body, side: Side) -> None:
    p = f"{side}_"
    wrist, elbow = body.points[p + "wrist"], body.points[p + "elbow"]
    if min(wrist[2], elbow[2], body.points[p + "fingers"][2]) >= 0.012:
        return
    bent = sub(elbow, body.points[p + "shoulder"])
    reach_arm(body, side, (wrist[0], wrist[1], max(wrist[2], 0.024)), (bent[0], bent[1], bent[2] + 0.4))
    fingers = sub(body.points[p + "fingers"], body.points[p + "wrist"])
    if body.points[p + "fingers"][2] < 0.012:
        aim_hand(body, side, (fingers[0], fingers[1], 0.0), (0.0, 0.0, -1.0))


def _check_limits(body: Body) -> None:
    for name, value in body.angles.items():
        joint = name.split("_", 1)[1] if name.startswith(("left_", "right_")) else ""
        span = LIMB.get(joint)
        if joint in _ROUND_THE_ARM and abs(body.angles[name.split("_", 1)[0] + "_shoulder_abduct"]) > 50:
            continue  # near straight out to the side, flexion and rotation are two names for one turn
        if span and not span.least - 12 <= value <= span.most + 12:
            raise PoseError(
                f"{words_of(name)} would have to be {value:.0f}°; it goes from {span.least:.0f} to {span.most:.0f}°",
                name,
            )
        if value != value:
            raise PoseError(f"{words_of(name)} is not a number", name)


def _square(point: Vector, half: float) -> tuple[Vector, ...]:
    x, y, z = point
    return tuple((x + dx, y + dy, z) for dx in (-half, half) for dy in (-half, half))


def patch_round(point: Vector, half: float) -> tuple[Vector, ...]:
    """The ground under a part, as a square of ``2 × half``."""
    return _square(point, half)


def foot_spot(
    angles: Mapping[str, float], side: Side, contact: str, x: float, y: float, anchors: Anchors, anew: bool = False
) -> Vector:
    """The ground under a foot: where it stood before, or its usual place, and moved as the pose says.

    ``anew`` puts it at its usual place even if it stood elsewhere: its knee is bent as the pose has it.
    """
    p = f"{side}_"
    there = anchors.feet.get(side)
    if there is None or anew:
        there = (x, y, 0.0)
        anchors.feet[side] = there
    return (
        there[0] + angles[p + "foot_forward"] / 100,
        there[1] + sign_of(side) * angles[p + "foot_out"] / 100,
        foot_height(contact),
    )


def _thing_words(name: str) -> str:
    return name.replace("-", " ") if name not in GROUNDED else "where it stands"
