"""Where a band runs, from the hand to what holds its other end: what is drawn, and how far it is stretched."""

from collections.abc import Mapping
from itertools import pairwise

from ..sides import Side
from .pose.segments import STATURE
from .pose.vectors import Vector, add, distance, lerp, scale, sub, unit
from .support.holding import Solved

_ANCHORS: Mapping[str, tuple[float, float, float]] = {
    "front": (0.52, -0.12, 0.0),
    "front-high": (0.46, 0.3, 0.0),
    "front-low": (0.5, 0.0, 0.0),
    "side": (0.1, -0.14, 0.5),
    "own-side": (0.1, -0.14, -0.5),
}
"""Where a fixed band ends, from the chest: forward, up, and to the side where the other one works."""

ANCHORED = frozenset(_ANCHORS)
"""Where a band is fixed to the room."""
_LOW = 0.14
"""Height of a low anchor, in statures."""


def anchor_of(solved: Solved, where: str) -> Vector:
    """The place in the room where a fixed band ends."""
    me, chest = solved.pose.side, solved.points["chest"]
    ahead, above, across = _ANCHORS[where]
    height = _LOW if where == "front-low" else chest[2] + above
    return chest[0] + ahead, across if me is Side.RIGHT else -across, height


def band_runs(solved: Solved, where: str) -> tuple[tuple[Vector, ...], ...]:
    """Each piece of band that is stretched by itself, as the points that it passes."""
    p, me = solved.points, solved.pose.side
    left, right = p["left_palm"], p["right_palm"]
    if where == "hands":
        return ((left, right),)
    if where == "back":
        return ((left, solved.body.at("thorax", "chest", (-0.075, 0.0, -0.05)), right),)
    if where in ("feet", "hand-foot"):
        sides = (me,) if where == "hand-foot" else tuple(Side)
        return tuple((p[f"{side}_palm"], p[f"{side}_ball"]) for side in sides)
    if where in ("foot", "other-foot"):
        return ((left, p[f"{me if where == 'foot' else me.other}_ball"], right),)
    if where in ("thighs", "ankles"):
        a, b = ("knee", "hip") if where == "thighs" else ("ankle", "knee")
        ends = [lerp(p[f"{side}_{a}"], p[f"{side}_{b}"], 0.18) for side in Side]
        out = scale(unit(sub(ends[1], ends[0])), 0.04 if where == "thighs" else 0.028)
        return ((sub(ends[0], out), add(ends[1], out)),)
    anchor = anchor_of(solved, where)
    both = solved.hands[me.other] == "free" and distance(left, right) < 0.5 and not _ANCHORS[where][2]
    return tuple((p[f"{side}_palm"], anchor) for side in (tuple(Side) if both else (me,)))


def run_cm(run: tuple[Vector, ...], stature_m: float = STATURE) -> float:
    """How long a piece of band is in a pose, in centimetres, for somebody of ``stature_m`` metres."""
    return sum(distance(a, b) for a, b in pairwise(run)) * stature_m * 100
