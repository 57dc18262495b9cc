"""A whole picture: room, person and props, one pose or a movement from start to end."""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from math import dist

from ...positions import Level
from ...sides import Side
from ..held import Held
from ..pose.joints import SPINE
from ..pose.vectors import Vector, sub, unapply
from ..statics.outline import Point
from ..support.holding import Solved
from ..view import View
from .aids import suits, walking_stick
from .figure import figure
from .looks import USUAL, Aid, Looks
from .props import props
from .room import back_of_chair, left_behind, room
from .shapes import Drawing, Line, Role, Shape
from .view import Eye, eye

_MOVES = 0.035
"""How far, in stature, an end must travel to be worth an arc or a colour."""
_BENDS, _TURNS = 18.0, 12.0
ON_OWN_TRUNK = frozenset({"crossed", "hips", "belly", "ribs", "chest", "shoulders", "behind-head", "brow", "ears"})


@dataclass(frozen=True, slots=True)
class Picture:
    """A drawing of the end pose and, behind it and pale, of the start, with the arcs of what moves."""

    full: Drawing
    pale: Drawing | None
    arcs: tuple[Shape, ...]

    def box(self) -> tuple[float, float, float, float]:
        """Left, bottom, right and top of all that is drawn, in statures."""
        boxes = [self.full.box(), *([self.pale.box()] if self.pale else [])]
        boxes += [piece.box() for arc in self.arcs for piece in arc.pieces]
        lows, highs = [min(box[i] for box in boxes) for i in (0, 1)], [max(box[i] for box in boxes) for i in (2, 3)]
        return lows[0], lows[1], highs[0], highs[1]


def eye_of(view: View, solved: Solved, side: Side | None = None) -> Eye:
    """Where a view looks from, for this body with ``side`` working."""
    return eye(view, side or solved.pose.side, low=solved.pose.position.level is Level.FLOOR)


def draw(
    solved: Solved,
    view: View,
    held: tuple[Held, ...] = (),
    mat: bool = False,
    working: frozenset[str] = frozenset(),
    also: tuple[Solved, ...] = (),
    eye_side: Side | None = None,
    looks: Looks = USUAL,
) -> Drawing:
    """One pose from one view, farthest shape first. The chair of ``also`` stays where it stood.

    The eye is on the working side, or on ``eye_side``.
    """
    seen = eye_of(view, solved, eye_side)
    aid = looks.aid if suits(looks.aid, (*also, solved), held) else Aid.NONE
    shapes = [
        *room(solved, seen, mat, aid),
        *(walking_stick((*also, solved), seen, back_of_chair(solved)) if aid is Aid.STICK else ()),
        *left_behind(solved, also, seen),
        *props(solved, seen, held),
        *figure(solved.body, seen, working, looks),
    ]
    return Drawing(tuple(sorted(shapes, key=lambda shape: shape.near)))


def person_only(solved: Solved, view: View, working: frozenset[str], looks: Looks = USUAL) -> Drawing:
    """Only the body: the pale start pose of a movement."""
    shapes = list(figure(solved.body, eye_of(view, solved), working, looks))
    return Drawing(tuple(sorted(shapes, key=lambda shape: shape.near)))


def working_parts(poses: Sequence[Solved]) -> frozenset[str]:
    """The limbs that move by themselves between the first pose and any other, or the trunk if none does.

    A limb that is only carried along does not count: a hand that stays on the thigh, a planted
    foot under a leaning trunk.
    """
    found = [_moving(poses[0], pose) for pose in poses[1:]]
    limbs = frozenset(part for parts in found for part in parts if part not in ("trunk", "head"))
    return limbs or next((parts for parts in found if "trunk" in parts), found[-1] if found else frozenset())


def _moving(start: Solved, end: Solved) -> frozenset[str]:
    found = {f"{side}_arm" for side in Side if _arm_moves(start, end, side)}
    found |= {f"{side}_leg" for side in Side if _leg_moves(start, end, side)}
    if found:
        return frozenset(found)
    bent = max(abs(end.angles[name] - start.angles[name]) for name in SPINE)
    carried = max(abs(end.angles[name] - start.angles[name]) for name in ("lean", "tip", "lift"))
    neck = max(abs(end.angles[name] - start.angles[name]) for name in SPINE if name.startswith("neck"))
    return frozenset(
        {"trunk"} if bent > max(neck, _TURNS - 1) or carried > _TURNS else {"head"} if neck > _TURNS else ()
    )


def _arm_moves(start: Solved, end: Solved, side: Side) -> bool:
    here, there = start.hands[side], end.hands[side]
    if here == there != "free":
        moved = abs(start.angles[f"{side}_elbow_flex"] - end.angles[f"{side}_elbow_flex"]) > _BENDS
        return moved and here not in ON_OWN_TRUNK
    return any(
        dist(_in_trunk(start, f"{side}_{joint}"), _in_trunk(end, f"{side}_{joint}")) > _MOVES * 1.5
        for joint in ("elbow", "palm")
    )


def _leg_moves(start: Solved, end: Solved, side: Side) -> bool:
    p = f"{side}_"
    free = "free" in (start.feet[side], end.feet[side])
    toe = dist(start.points[p + "toe"], end.points[p + "toe"]) > _MOVES
    if free:
        return toe or dist(start.points[p + "knee"], end.points[p + "knee"]) > _MOVES
    pitch = abs(start.angles[p + "foot_pitch"] - end.angles[p + "foot_pitch"]) > 8 or start.feet[side] != end.feet[side]
    return pitch or toe or abs(start.angles[p + "knee_flex"] - end.angles[p + "knee_flex"]) > _BENDS


def _in_trunk(solved: Solved, name: str) -> Vector:
    return unapply(solved.body.frames["thorax"], sub(solved.points[name], solved.points["chest"]))


def picture(
    poses: list[Solved],
    view: View,
    held: tuple[Held, ...] = (),
    mat: bool = False,
    trails: list[list[Solved]] | None = None,
    works: frozenset[str] | None = None,
    looks: Looks = USUAL,
) -> Picture:
    """Start pale, end full, and an arc with an arrow along what moves most.

    ``trails`` holds, for each leg of the movement, the poses in between, for the arc.
    """
    start, end = poses[0], poses[-1]
    working = works if works is not None else working_parts(poses)
    full = draw(end, view, held, mat, working, tuple(poses[:-1]), looks=looks)
    if len(poses) < 2:
        return Picture(full, None, ())
    pale = person_only(start, view, working, looks)
    arcs = tuple(_arcs(trails or [], view))
    return Picture(full, pale, arcs)


def _arcs(trails: list[list[Solved]], view: View) -> list[Shape]:
    """One arc along the end that travels farthest in the picture, and its twin if both sides do."""
    if not trails:
        return []
    run = [solved for trail in trails for solved in trail]
    seen = eye_of(view, run[0])
    found: list[tuple[float, str, list[Point]]] = []
    for name in ("left_palm", "right_palm", "left_toe", "right_toe", "left_knee", "right_knee", "nose", "hips"):
        points = [seen.see(solved.points[name]) for solved in run]
        length = sum(dist(a, b) for a, b in pairwise(points))
        found.append((length, name, points))
    found.sort(key=lambda item: (-item[0], item[1]))
    most = found[0][0]
    if most < _MOVES:
        return []
    chosen = [found[0]]
    twin = next((f for f in found[1:] if f[1].split("_")[-1] == found[0][1].split("_")[-1] and f[0] > most * 0.6), None)
    if twin and _apart(twin[2], found[0][2]):
        chosen.append(twin)
    return [
        Shape(Role.PATH, name, (Line(tuple(points), 0.012, dashed=True, arrow=True),), 10.0, gap=False)
        for _, name, points in chosen
    ]


def _apart(a: list[Point], b: list[Point]) -> bool:
    return max(dist(p, q) for p, q in zip(a, b, strict=True)) > 0.09
