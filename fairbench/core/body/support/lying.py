"""Lying on the back, the front or the side; with the pelvis lifted, or the back on a roller."""

from collections.abc import Callable, Iterable
from dataclasses import replace
from math import cos, radians, sqrt

from ...positions import Position
from ...sides import Side
from ..pose import segments as s
from ..pose.bisection import turning_point
from ..pose.pose import Pose
from ..pose.reach import bent_reach, reach_leg
from ..pose.skeleton import Body, stand_up, turn
from ..pose.vectors import Matrix, Vector
from .holding import Anchors, Contact, Solved, foot_height, root_height
from .placing import GROUNDED, LYING, finish, foot_spot, knee_pole, patch_round, plant_foot, shifted, sign_of

_TRUNK = ("hips", "low", "waist", "mid", "high", "chest")
_SIDE_RADIUS = {"hips": s.HALF_HIPS + 0.035, "chest": s.HALF_SHOULDERS + 0.02}
_DEPTHS = {"hips": 0.06, "low": 0.056, "waist": 0.054, "mid": 0.056, "high": 0.06, "chest": 0.06, "head": s.HEAD}
_NEAR = 0.005
_BROW_DOWN = -8.0
"""Bend of the neck of somebody who rests on the brow, so that the nose is free."""
_NECK_BENDS = 60.0
_PELVIS_TIPS = 45.0
_LEG_LIES = 0.09
_FEET_AWAY = 0.31
_PELVIS_ON = ("roller-pelvis", "ball-pelvis", "block-pelvis", "cushion-pelvis")
_BEARS_BACK = frozenset({*_PELVIS_ON, "roller-across"})
_WALL_X = 0.27


def place(
    pose: Pose, angles: dict[str, float], hands: dict[Side, str], feet: dict[Side, str], anchors: Anchors
) -> Solved:
    """Lay the trunk down, then the feet."""
    ground = root_height(pose)
    lift = _settle_trunk(pose, angles, ground)
    body, whole = _laid(pose, angles, lift, ground)
    radii = _radii(pose)
    contacts = [_rest(body, name, radii[name], whole) for name in radii if _down(body, name, radii[name], whole)]
    contacts += _on_thing(pose, body, ground)
    contacts += [
        _foot(pose, body, angles, side, feet[side], anchors)
        for side in Side
        if feet[side] in GROUNDED or feet[side] in LYING or feet[side] == "wall"
    ]
    solved = finish(pose, body, hands, feet, contacts, anchors, 0.262)
    legs = [_leg_down(solved.body, side) for side in Side if feet[side] == "free"]
    return replace(solved, contacts=(*solved.contacts, *(leg for leg in legs if leg)))


def _settle_trunk(pose: Pose, angles: dict[str, float], ground: float) -> float:
    """Work out what the pose leaves open of the lean and the neck, into ``angles``; gives back the degrees by which the
    pelvis stands above the shoulders."""
    if pose.on == "roller-across" and "lean" not in pose.angles:
        angles["lean"] = _over_roller(angles, ground)
    if pose.position is Position.PRONE and "neck_flex" not in pose.angles:
        angles["neck_flex"] = _BROW_DOWN
    lift = _lift(pose, angles, ground)
    if pose.position is Position.SUPINE and pose.on not in _BEARS_BACK and "lean" not in pose.angles:
        angles["lean"] = _pelvis_tips(angles, lift)
    if lift and "neck_flex" not in pose.angles:
        angles["neck_flex"] = _neck_under(angles, lift - angles["lean"])
    return lift


def _radii(pose: Pose) -> dict[str, float]:
    """How thick the parts of the trunk are toward the ground, in statures."""
    return _SIDE_RADIUS if pose.position is Position.SIDE_LYING else _DEPTHS


def _laid(pose: Pose, angles: dict[str, float], lift: float, ground: float) -> tuple[Body, float]:
    """The body with its trunk down, and the height on which the whole of it lies."""
    body = stand_up(angles, (0.0, 0.0, 0.0), _frame(pose, angles, lift))
    whole = ground if pose.on in ("roller-long", "half-roller-long") else 0.0
    radii = _radii(pose)
    rests = [name for name in radii if pose.on != "roller-across" or name == "hips"]
    drop = max(radii[name] - body.points[name][2] for name in rests)
    along = -s.HIP_TO_SHOULDER * (1 - cos(radians(lift))) if pose.position is Position.SUPINE else 0.0
    shifted(body, (along, 0.0, drop + whole))
    return body, whole


def _leg_down(body: Body, side: Side) -> Contact | None:
    """A leg that lies on the floor, or on the other leg, by its own weight."""
    knee, ankle = body.points[f"{side}_knee"], body.points[f"{side}_ankle"]
    if max(knee[2], ankle[2]) > _LEG_LIES:
        return None
    patch = (*patch_round((knee[0], knee[1], 0.0), 0.03), *patch_round((ankle[0], ankle[1], 0.0), 0.03))
    return Contact(f"{side}_leg", "floor", knee, 0.0, patch)


def _frame(pose: Pose, angles: dict[str, float], lift: float) -> Matrix:
    if pose.position is Position.PRONE:
        return turn(90 - angles["lean"], 0, 0)
    if pose.position is Position.SIDE_LYING:
        up = sign_of(pose.side)
        return turn(angles["lean"], up * (90 - abs(angles["tip"])), angles["face"])
    return turn(-90 - lift + angles["lean"], 0, angles["tip"])


def _lift(pose: Pose, angles: dict[str, float], ground: float) -> float:
    """Degrees by which the pelvis stands above the shoulders: as asked, or as high as what lies under it."""
    if pose.on not in _PELVIS_ON:
        return angles["lift"]
    return turning_point(lambda lift: _pelvis_height(angles, lift) < ground, 0.0, 50.0)


def _neck_under(angles: dict[str, float], lift: float) -> float:
    """How far the neck bends under a raised pelvis: as far as the ribs are raised, and a little more, until the
    shoulders carry and the head lies beside them and bears nothing of it."""

    def head_is_lower(neck: float) -> bool:
        body = stand_up({**angles, "neck_flex": neck}, (0.0, 0.0, 0.0), turn(-90 - lift, 0, 0))
        return _lowest(body, ("head",)) < _lowest(body, ("chest",))

    ribs = max(0.0, lift - angles["lumbar_flex"] - angles["thoracic_flex"])
    return turning_point(head_is_lower, min(ribs, 45.0), _NECK_BENDS)


def _pelvis_tips(angles: dict[str, float], lift: float) -> float:
    """How far the pelvis tips with the low back, so that what can lie does: where the back arches, until the seat rests
    as well as the ribs or the head, and where the low back rounds, until the ribs do. Nobody lies on the head alone,
    and pressing the low back down, or rolling up from it, lifts no shoulders. A curl lifts them: its upper back is
    rounded."""

    def hangs(name: str, over: tuple[str, ...]) -> Callable[[float], bool]:
        def at(lean: float) -> bool:
            body = stand_up(angles, (0.0, 0.0, 0.0), turn(-90 - lift + lean, 0, 0))
            return _lowest(body, (name,)) > _lowest(body, over) + _NEAR / 2

        return at

    seat_hangs, ribs_hang = hangs("hips", (*_TRUNK, "head")), hangs("chest", _TRUNK)
    if not lift and seat_hangs(0.0):
        return turning_point(seat_hangs, 0.0, _PELVIS_TIPS)
    if angles["lumbar_flex"] > max(0.0, 3 * angles["thoracic_flex"]) and ribs_hang(0.0):
        return turning_point(ribs_hang, 0.0, -_PELVIS_TIPS)
    return 0.0


def _lowest(body: Body, names: Iterable[str]) -> float:
    return min(body.points[name][2] - _DEPTHS[name] for name in names)


def _over_roller(angles: dict[str, float], ground: float) -> float:
    """How far the trunk leans up from the floor, seat down, so that the upper back lies over the roller."""

    def under(lean: float) -> bool:
        body = stand_up(angles, (0.0, 0.0, _DEPTHS["hips"]), turn(-90 + lean, 0, 0))
        return _back_of(body)[2] < ground

    return turning_point(under, 0.0, 60.0)


def _back_of(body: Body) -> Vector:
    """The surface of the upper back."""
    return body.at("high", "high", (-_DEPTHS["high"], 0.0, 0.0))


def _pelvis_height(angles: dict[str, float], lift: float) -> float:
    """How far the seat is off the floor when the trunk is turned by ``lift`` about the shoulders."""
    stood = stand_up({**angles, "neck_flex": min(lift, 45.0)}, (0.0, 0.0, 0.0), turn(-90 - lift, 0, 0))
    drop = max(_DEPTHS[name] - stood.points[name][2] for name in _TRUNK)
    return stood.points["hips"][2] + drop - _DEPTHS["hips"]


def _down(body: Body, name: str, radius: float, ground: float) -> bool:
    return body.points[name][2] - radius - ground < _NEAR


def _rest(body: Body, name: str, radius: float, ground: float) -> Contact:
    x, y, z = body.points[name]
    thing = "floor" if ground == 0 else "roller"
    return Contact(name, thing, (x, y, z - radius), max(0.0, z - radius - ground), patch_round((x, y, ground), 0.07))


def _on_thing(pose: Pose, body: Body, ground: float) -> list[Contact]:
    """The contact with what lies under the pelvis or across the back."""
    if pose.on in _PELVIS_ON:
        x, y, z = body.points["hips"]
        under = z - _DEPTHS["hips"]
        return [Contact("pelvis", pose.on, (x, y, under), abs(under - ground), patch_round((x, y, 0.0), 0.06))]
    if pose.on == "roller-across":
        back = _back_of(body)
        patch = patch_round((back[0], back[1], 0.0), 0.06)
        return [Contact("back", pose.on, back, abs(back[2] - ground), patch)]
    return []


def _foot(pose: Pose, body: Body, angles: dict[str, float], side: Side, contact: str, anchors: Anchors) -> Contact:
    sign = sign_of(side)
    bent = f"{side}_knee_flex" in pose.angles
    hip = body.points[f"{side}_hip"]
    if contact == "wall":
        x = _WALL_X - s.ANKLE_HEIGHT
        z = hip[2] + 0.2
        gap = _foot_on_wall(body, side, (x, sign * s.HALF_HIPS, z))
        return Contact(f"{side}_foot", "wall", body.points[f"{side}_ankle"], gap, (), bears=False)
    height = foot_height(contact)
    ankle = height + (s.HEEL_LYING if contact in LYING else s.ANKLE_HEIGHT)
    if bent or contact in LYING:
        reach = bent_reach(s.THIGH, s.SHANK, max(3.0, angles[f"{side}_knee_flex"]))
        x = hip[0] + sqrt(max(1e-4, reach**2 - (hip[2] - ankle) ** 2)) - 0.001
        if contact == "chair":
            x = hip[0] + s.THIGH + 0.11
        spot = foot_spot(angles, side, contact, x, sign * s.HALF_HIPS, anchors, bent)
    else:
        spot = foot_spot(angles, side, contact, _FEET_AWAY, sign * s.HALF_HIPS, anchors)
    pole: Vector = (0.1, 0.0, 1.0)
    return plant_foot(body, side, contact, spot, knee_pole(angles, side, pole))


def _foot_on_wall(body: Body, side: Side, ankle: Vector) -> float:
    gap = reach_leg(body, side, ankle, (-0.6, 0.0, 0.8))
    body.angles[f"{side}_ankle_flex"] = 0.0
    return gap
