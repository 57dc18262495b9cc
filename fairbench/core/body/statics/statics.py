"""Weight and leverage: who carries what share, how steady it is, and what each joint has to hold.

Everything is at rest. Moments are of gravity and of the ground's push about a joint's level axes,
in newton metres for each kilogram of body mass, for a person of :data:`.segments.STATURE` unless given.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from math import hypot

from ...sides import Side
from ..pose.mass import ARM_PARTS, LEG_PARTS, Piece, centre_of_mass, limb_pieces, trunk_pieces
from ..pose.segments import STATURE
from ..pose.vectors import Vector, middle
from ..support.holding import Contact, Solved
from .outline import Point, hull

GRAVITY = 9.81
BODY_MASS = 70.0
"""Kilograms of the person meant where none is given."""

GROUPS = ("hands", "forearms", "knees", "feet", "seat", "trunk")
"""What the shares of body weight are told by; ``trunk`` is everything that lies."""


@dataclass(frozen=True, slots=True)
class Statics:
    """The balance of a pose.

    ``shares`` of body weight by group add up to one; ``each`` has them by part (``left_hand``).
    ``stability_margin`` is the distance from the centre's ground point to the edge of the support, as a share of
    stature, negative outside it. ``moments`` are by joint (``right_shoulder``, ``low_back``), N·m a kg.
    """

    centre: Vector
    shares: Mapping[str, float]
    each: Mapping[str, float]
    stability_margin: float
    moments: Mapping[str, float]

    def moment_for(self, joint: str, mass: float, stature: float) -> float:
        """Newton metres for a person of ``mass`` kg and ``stature`` m."""
        return self.moments[joint] * mass * stature / STATURE


def statics(solved: Solved, loads: Mapping[str, float] | None = None, body_mass: float = BODY_MASS) -> Statics:
    """Work a held pose out. ``loads`` are kilograms by the point that holds them: ``right_palm``."""
    loads = loads or {}
    centre = centre_of_mass(solved.body, loads, body_mass)
    each = _shares(solved, centre)
    shares = dict.fromkeys(GROUPS, 0.0)
    for part, share in each.items():
        shares[_group(part, solved)] += share
    return Statics(
        centre, shares, each, stability_margin(solved, centre), _moments(solved, loads, each, centre, body_mass)
    )


def _group(part: str, solved: Solved) -> str:
    for end, group in (("_hand", "hands"), ("_knee", "knees"), ("_foot", "feet")):
        if part.endswith(end):
            side = Side(part.split("_")[0])
            return "forearms" if group == "hands" and solved.hands[side] == "forearm" else group
    return "seat" if part == "seat" else "trunk"


def bearing(solved: Solved) -> list[Contact]:
    """The contacts that carry weight."""
    return [contact for contact in solved.contacts if contact.bears]


def _shares(solved: Solved, centre: Vector) -> dict[str, float]:
    """How the weight is shared: the least even-handed shares the two level moments allow.

    With two supports this is the law of the lever. With more it takes, of all shares that balance, those
    with the least sum of squares, and none below nothing. A wall pushes back level: its share is of force.
    """
    walls = [c for c in bearing(solved) if c.thing == "wall" and c.patch]
    rest = [c for c in bearing(solved) if c.patch and c not in walls]
    found: dict[str, float] = {}
    if walls and rest:
        ground = middle([_under(c) for c in rest])
        height = middle([c.point for c in walls])[2]
        push = max(0.0, (centre[0] - ground[0]) / height)
        found |= {c.part: push / len(walls) for c in walls}
    held = _least_squares([(c.part, _under(c)) for c in rest], centre)
    left = 1.0 - sum(found.values())
    return found | {part: share * left for part, share in held.items()}


def _under(contact: Contact) -> Vector:
    """Where the ground pushes back: under the knee itself, else at the middle of the patch."""
    if contact.part.endswith("_knee"):
        return contact.point
    return middle(list(contact.patch))


def _least_squares(points: list[tuple[str, Vector]], centre: Vector) -> dict[str, float]:
    """Shares of points that add up to one and balance about ``centre``, least squares, none negative."""
    live = list(points)
    while live:
        weights = _balance([(x, y) for _, (x, y, _) in live], (centre[0], centre[1]))
        worst = min(range(len(live)), key=lambda i: weights[i])
        if weights[worst] >= -1e-9 or len(live) == 1:
            total = sum(weights)
            return {name: 0.0 for name, _ in points} | {
                name: weight / total for (name, _), weight in zip(live, weights, strict=True)
            }
        live.pop(worst)
    return {}


def _balance(points: list[Point], centre: Point) -> list[float]:
    """Minimum-norm weights ``w`` with sum 1 and moments as near as may be: ``w = 1/n + a·dx + b·dy``."""
    n = len(points)
    mx, my = sum(p[0] for p in points) / n, sum(p[1] for p in points) / n
    offs = [(x - mx, y - my) for x, y in points]
    xx, yy, xy = sum(x * x for x, _ in offs), sum(y * y for _, y in offs), sum(x * y for x, y in offs)
    gx, gy = centre[0] - mx, centre[1] - my
    det = xx * yy - xy * xy
    if det > 1e-9:
        a, b = (gx * yy - gy * xy) / det, (gy * xx - gx * xy) / det
    else:
        along = xx + yy
        a, b = (gx / along if xx > 1e-9 else 0.0, gy / along if yy > 1e-9 else 0.0) if along > 1e-9 else (0.0, 0.0)
    return [1 / n + a * x + b * y for x, y in offs]


def stability_margin(solved: Solved, centre: Vector) -> float:
    """How far the centre may wander before the body tips; hands on a rail count as support, in stature."""
    points = [(round(x, 5), round(y, 5)) for contact in solved.contacts for x, y, _ in contact.patch]
    outline = hull(points)
    if len(outline) < 3:
        return -1.0
    here = (centre[0], centre[1])
    return min(_inside(a, b, here) for a, b in zip(outline, outline[1:] + outline[:1], strict=True))


def _inside(a: Point, b: Point, p: Point) -> float:
    """Distance of ``p`` from the line a-b, positive to its left."""
    dx, dy = b[0] - a[0], b[1] - a[1]
    return (dx * (p[1] - a[1]) - dy * (p[0] - a[0])) / hypot(dx, dy)


def _moments(
    solved: Solved, loads: Mapping[str, float], each: Mapping[str, float], centre: Vector, body_mass: float
) -> dict[str, float]:
    body, points = solved.body, solved.points
    at = _pressure(solved, each, centre)
    held = {name: (kg / body_mass, points[name]) for name, kg in loads.items()}
    walls = {c.part for c in solved.contacts if c.thing == "wall"}

    def push(part: str) -> list[Piece]:
        return [(-each[part], at[part])] if each.get(part) and part not in walls else []

    moments: dict[str, float] = {}
    above: list[Piece] = [piece for name, piece in trunk_pieces(body) if name != "pelvis"]
    for side in Side:
        arm = list(limb_pieces(body, side, ARM_PARTS))
        arm += [piece for name, piece in held.items() if name == f"{side}_palm"] + push(f"{side}_hand")
        leg = list(limb_pieces(body, side, LEG_PARTS))
        shank = list(limb_pieces(body, side, LEG_PARTS[1:]))
        weight = [piece for name, piece in held.items() if name == f"{side}_ankle"]
        knee = push(f"{side}_knee")
        foot = push(f"{side}_foot")
        moments[f"{side}_shoulder"] = _moment(arm, points[f"{side}_shoulder"])
        moments[f"{side}_hip"] = _moment([*leg, *weight, *knee, *foot], points[f"{side}_hip"])
        moments[f"{side}_knee"] = _moment([*shank, *weight, *foot], points[f"{side}_knee"])
        above += arm
    moments["low_back"] = _moment(above, points["low"])
    return moments | dict.fromkeys(_resting(solved), 0.0)


def _pressure(solved: Solved, each: Mapping[str, float], centre: Vector) -> dict[str, Vector]:
    """Where each contact is pressed: all moved alike, so that together they balance the centre."""
    at = {c.part: (_under(c) if c.patch and c.thing != "wall" else c.point) for c in solved.contacts}
    walls = {c.part for c in solved.contacts if c.thing == "wall"}
    if walls & each.keys():
        return at
    dx = centre[0] - sum(share * at[part][0] for part, share in each.items())
    dy = centre[1] - sum(share * at[part][1] for part, share in each.items())
    return {part: (x + dx, y + dy, z) if part in each else (x, y, z) for part, (x, y, z) in at.items()}


def _resting(solved: Solved) -> list[str]:
    """Joints beyond which everything lies on something, and so holds nothing."""
    parts = {contact.part for contact in solved.contacts}
    found = [f"{side}_shoulder" for side in Side if f"{side}_hand" in parts and not _carries(solved, f"{side}_hand")]
    found += [f"{side}_{joint}" for side in Side for joint in ("hip", "knee") if f"{side}_leg" in parts]
    return found + (["low_back"] if parts & _BELOW and parts & _ABOVE else [])


_BELOW, _ABOVE = frozenset({"hips", "low", "pelvis"}), frozenset({"mid", "high", "chest", "head"})
"""What lies below and above the low back; between the two of them it hangs no weight."""


def _carries(solved: Solved, part: str) -> bool:
    return any(contact.part == part and contact.bears for contact in solved.contacts)


def _moment(pieces: list[Piece], joint: Vector) -> float:
    """The size of the moment of weights about a joint, N·m for each kg of body mass."""
    x = sum(mass * (at[0] - joint[0]) for mass, at in pieces)
    y = sum(mass * (at[1] - joint[1]) for mass, at in pieces)
    return hypot(x, y) * GRAVITY * STATURE


def shares_words(shares: Mapping[str, float]) -> str:
    """Shares of body weight as "34% on the hands, 66% on the feet"; nothing of under half a per cent."""
    return ", ".join(f"{shares[group]:.0%} on the {group}" for group in GROUPS if shares[group] >= 0.005)
