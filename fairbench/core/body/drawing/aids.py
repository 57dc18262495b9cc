"""A wheelchair or a walking stick, where a movement is done with it: it shows people who use one, and alters nothing
that a pose asks."""

from collections.abc import Iterator, Sequence
from math import cos, dist, pi, sin

from ...positions import Level
from ...sides import Side
from ..held import Held
from ..pose.contacts import UNDER
from ..pose.holds import HOLDS_ON
from ..pose.vectors import Vector
from ..support.holding import SEATED, Solved
from ..support.touches import SEAT_HEIGHT
from .looks import Aid
from .shapes import Role, Shape
from .solids import bar, box
from .view import Eye

_WHEEL, _WHEEL_AWAY = 0.175, 0.165
"""Radius of a large wheel, and how far each stands from the middle, in statures."""
_CASTOR = 0.045
_HANGS = (0.36, 0.52)
"""How high a palm is, in statures, whose hand leans on a walking stick."""
_STILL = 0.03
_SEAT_HANDS = frozenset({"seat", "seat-behind"})


def suits(aid: Aid, poses: Sequence[Solved], held: Sequence[Held]) -> bool:
    """Whether every pose can be drawn with it: sat in a wheelchair with the hands off the seat, or with a walking stick
    on the back of the chair or in a hand that has nothing else to do."""
    if aid is Aid.NONE:
        return False
    if all(_on_plain_chair(pose) for pose in poses):
        return aid is Aid.STICK or not any(hand in _SEAT_HANDS for pose in poses for hand in pose.hands.values())
    return aid is Aid.STICK and not held and stick_hand(poses) is not None


def stick_hand(poses: Sequence[Solved]) -> Side | None:
    """The hand that leans on a walking stick through all of these poses, while the other has hold of something."""
    for side in (Side.LEFT, Side.RIGHT):
        palms = [pose.points[f"{side}_palm"] for pose in poses]
        if (
            all(pose.pose.position.level is Level.STANDING for pose in poses)
            and all(pose.hands[side] == "free" and pose.hands[side.other] in HOLDS_ON for pose in poses)
            and all(_HANGS[0] < palm[2] < _HANGS[1] and dist(palm, palms[0]) < _STILL for palm in palms)
        ):
            return side
    return None


def _on_plain_chair(pose: Solved) -> bool:
    return pose.pose.position in SEATED and (not pose.pose.on or UNDER[pose.pose.on] is UNDER["chair"])


def wheelchair(eye: Eye, back: float) -> Iterator[Shape]:
    """A wheelchair whose back stands at ``back``, its brakes on and its footplates swung away: the feet are down."""
    wide, deep, seat = 0.14, 0.26, SEAT_HEIGHT
    hub = back + 0.055
    for side in (-1, 1):
        y = side * _WHEEL_AWAY
        yield _circle(eye, (hub, y, _WHEEL), _WHEEL, 0.014)
        yield _circle(eye, (hub, y, _WHEEL), _WHEEL - 0.022, 0.005)
        yield _circle(eye, (back + deep, side * wide, _CASTOR), _CASTOR - 0.008, 0.014)
        yield bar(eye, [(hub, y, _WHEEL), (hub, side * wide, _WHEEL)], 0.026, Role.SURFACE_LINE, "wheelchair")
        frame: list[Vector] = [
            (back + deep, side * wide, _CASTOR),
            (back + deep, side * wide, seat - 0.014),
            (back, side * wide, seat - 0.014),
            (back - 0.02, side * wide, 0.53),
            (back - 0.07, side * wide, 0.535),
        ]
        yield bar(eye, frame, 0.018, Role.SURFACE_LINE, "wheelchair", -0.19)
    for low, high in (
        ((back, -wide, seat - 0.024), (back + deep, wide, seat - 0.002)),
        ((back - 0.026, -wide, 0.33), (back - 0.008, wide, 0.5)),
    ):
        for shape in box(eye, low, high, "wheelchair"):
            yield Shape(shape.role, shape.part, shape.pieces, shape.near - 0.18, shape.gap)


def _circle(eye: Eye, hub: Vector, radius: float, width: float) -> Shape:
    turn = [2 * pi * k / 28 for k in range(29)]
    rim: list[Vector] = [(hub[0] + radius * cos(a), hub[1], hub[2] + radius * sin(a)) for a in turn]
    return bar(eye, rim, width, Role.SURFACE_LINE, "wheelchair")


def walking_stick(poses: Sequence[Solved], eye: Eye, chair_back: float | None) -> Iterator[Shape]:
    """The stick over the back of the chair, or from the hand that leans on it to the floor."""
    if chair_back is not None:
        y, top = -0.1, 0.56
        crook: list[Vector] = [
            (chair_back + 0.012, y, top - 0.03),
            (chair_back, y, top),
            (chair_back - 0.04, y, top),
            (chair_back - 0.05, y, top - 0.04),
            (chair_back - 0.06, y, 0.06),
        ]
        yield bar(eye, crook, 0.014, Role.PROP, "walking stick", -0.21)
        return
    hand = stick_hand(poses)
    if hand is not None:
        palm = poses[-1].points[f"{hand}_palm"]
        out = 0.02 if hand is Side.LEFT else -0.02
        grip: list[Vector] = [(palm[0] - 0.04, palm[1], palm[2] - 0.005), (palm[0] + 0.03, palm[1], palm[2])]
        shaft: list[Vector] = [(palm[0], palm[1], palm[2]), (palm[0] + 0.02, palm[1] + out, 0.004)]
        yield bar(eye, grip, 0.016, Role.PROP, "walking stick", -0.005)
        yield bar(eye, shaft, 0.014, Role.PROP, "walking stick", -0.005)
