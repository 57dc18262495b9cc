"""What is held, worn or squeezed, drawn where hands, feet or knees have it."""

from collections.abc import Iterator, Mapping

from ...sides import Side
from ..bands import ANCHORED, anchor_of, band_runs
from ..held import Held
from ..pose.joints import PoseError
from ..pose.vectors import Vector, add, distance, lerp, scale, sub, unit
from ..support.holding import Solved
from .shapes import Line, Role, Shape, circle, ring
from .solids import ball, bar, box, cloth, cord, roller
from .view import Eye

WHERE: Mapping[str, tuple[str, ...]] = {
    "band": (
        "hands",
        "feet",
        "foot",
        "front",
        "front-high",
        "front-low",
        "side",
        "own-side",
        "thighs",
        "ankles",
        "back",
        "other-foot",
        "hand-foot",
    ),
    "towel": ("hands", "foot", "feet", "thigh", "behind", "under-hand", "floor", "ribs"),
    "stick": ("hands", "floor", "back", "spine", "foot", "upright"),
    "small-ball": ("hands", "knees", "back", "hand", "under-foot", "behind-head", "wall", "ankles", "elbow"),
    "large-ball": ("hands", "lap", "seat", "front", "feet", "wall"),
    "flex-ring": ("hands", "knees", "outside-knees", "ankles", "hand-thigh", "palm-floor", "foot"),
    "roller": ("hands", "under-feet", "under", "front", "thighs"),
    "half-roller": ("under", "under-feet"),
    "hand-weight": ("hands", "hand", "chest"),
    "bottle": ("hands", "hand", "chest"),
    "ankle-weight": ("ankle", "ankles"),
    "block": ("knees", "hands", "under", "under-hand", "under-feet"),
    "cushion": ("knees", "head", "under", "hands", "ankles", "lap", "under-feet", "back"),
    "folded-blanket": ("knees", "head", "under", "lap", "hands"),
    "pedals": ("under-feet",),
    "step": ("under-feet",),
    "stool": ("under-feet",),
}
"""Where each prop can be; the first is meant where nothing is said. Under-somethings are drawn by the room."""
_ROOM = frozenset({"under", "under-feet", "under-foot", "front", "seat", "under-hand", "floor"})

_HELD_DOWN = frozenset({("stick", "floor")})


def held_of(prop: str, where: str = "") -> Held:
    """A prop where it is asked to be. Raises :class:`PoseError` for a place it cannot be in."""
    places = WHERE.get(prop)
    if places is None:
        raise PoseError(f"there is no way to hold '{prop}'", "with")
    if where and where not in places:
        raise PoseError(f"'{prop}' cannot be at '{where}'; it can be at {', '.join(places)}", "with")
    return Held(prop, where or places[0])


def props(solved: Solved, eye: Eye, held: tuple[Held, ...]) -> Iterator[Shape]:
    """The shapes of everything held."""
    for item in held:
        if item.where in _ROOM and item.prop != "band" and (item.prop, item.where) not in _HELD_DOWN:
            continue
        yield from _DRAWN[item.prop](solved, eye, item.where)


def _palms(solved: Solved) -> tuple[Vector, Vector]:
    return solved.points["left_palm"], solved.points["right_palm"]


def _band(solved: Solved, eye: Eye, where: str) -> Iterator[Shape]:
    for run in band_runs(solved, where):
        if where in ("thighs", "ankles"):
            yield cord(eye, list(run), "band loop", 0.25, 0.024)
        else:
            yield cord(eye, list(run), "band", -0.1 if where == "back" else 0.03)
    if where in ANCHORED:
        anchor = anchor_of(solved, where)
        yield Shape(Role.SURFACE_LINE, "anchor", (circle(eye.see(anchor), 0.018),), eye.near(anchor), False)


def _towel(solved: Solved, eye: Eye, where: str) -> Iterator[Shape]:
    left, right = _palms(solved)
    p, me = solved.points, solved.pose.side
    if where == "hands":
        yield cord(eye, [left, right], "towel", width=0.024)
    elif where in ("foot", "feet"):
        feet = (p[f"{me}_ball"],) if where == "foot" else (p["left_ball"], p["right_ball"])
        yield cord(eye, [left, *feet, right], "towel", width=0.02)
    elif where == "ribs":
        x, y, z = solved.body.at("mid", "mid", (0.0, 0.105 if me is Side.LEFT else -0.105, 0.02))
        yield cloth(eye, (x - 0.04, y - 0.02, z - 0.05), (x + 0.04, y + 0.02, z + 0.05), "towel", 0.05)
    elif where == "thigh":
        under = solved.body.at(f"{me}_thigh", f"{me}_hip", (-0.05, 0.0, -0.18))
        yield cord(eye, [left, under, right], "towel", width=0.02)
    elif where == "behind":
        yield cord(eye, [left, right], "towel", -0.3, 0.02)
    else:
        x, y, z = p[f"{me}_palm"]
        yield cloth(eye, (x - 0.07, y - 0.06, z - 0.03), (x + 0.07, y + 0.06, z - 0.016), "towel", -0.05)


def _stick(solved: Solved, eye: Eye, where: str) -> Iterator[Shape]:
    left, right = _palms(solved)
    if where == "floor":
        x, y, z = solved.points[f"{solved.pose.side.other}_palm"]
        tops = [solved.points[f"{side}_palm"] for side in Side if solved.hands[side] == "stick-down"]
        x, y, z = max(tops, key=lambda t: t[2]) if tops else (x, y, z)
        yield bar(eye, [(x, y, 0.0), (x, y, z + 0.03)], 0.018, Role.PROP, "stick", 0.05)
        return
    if where == "upright":
        side = solved.pose.side
        palm, frame = solved.points[f"{side}_palm"], solved.body.frames[f"{side}_hand"]
        along = (frame[0][0], frame[1][0], frame[2][0])  # across the palm, where the fist holds it
        yield bar(eye, [add(palm, scale(along, -0.22)), add(palm, scale(along, 0.26))], 0.02, Role.PROP, "stick", 0.04)
        return
    if where == "back":
        middle = solved.body.at("thorax", "chest", (-0.085, 0.0, 0.0))
        across = scale(unit(sub(left, right)), 0.33)
        yield bar(eye, [sub(middle, across), add(middle, across)], 0.018, Role.PROP, "stick", -0.05)
        return
    if where == "spine":
        head = solved.body.at("head", "head", (-0.088, 0.0, 0.07))
        tail = solved.body.at("pelvis", "hips", (-0.088, 0.0, -0.07))
        yield bar(eye, [tail, head], 0.018, Role.PROP, "stick", -0.05)
        return
    out = scale(unit(sub(left, right)), 0.11) if distance(left, right) > 0.02 else (0.0, 0.2, 0.0)
    yield bar(eye, [sub(right, out), add(left, out)], 0.02, Role.PROP, "stick", 0.1)


def _between(solved: Solved, name: str) -> Vector:
    return lerp(solved.points[f"left_{name}"], solved.points[f"right_{name}"], 0.5)


def _small_ball(solved: Solved, eye: Eye, where: str) -> Iterator[Shape]:
    yield from _round(solved, eye, where, 0.058, "small ball")


def _large_ball(solved: Solved, eye: Eye, where: str) -> Iterator[Shape]:
    if where == "lap":
        hips = solved.points["hips"]
        yield ball(eye, (hips[0] + 0.19, 0.0, hips[2] + 0.18), 0.15, "large ball", 0.02)
    else:
        yield from _round(solved, eye, where, 0.15, "large ball")


def _round(solved: Solved, eye: Eye, where: str, radius: float, part: str) -> Iterator[Shape]:
    p, me = solved.points, solved.pose.side
    if where == "hands":
        middle = lerp(*_palms(solved), 0.5)
        gap = distance(*_palms(solved)) / 2 - 0.016
        yield ball(eye, middle, min(radius, max(gap, 0.04)), part, 0.0)
    elif where in ("knees", "ankles"):
        joint = where[:-1]
        gap = distance(p[f"left_{joint}"], p[f"right_{joint}"]) / 2 - 0.03
        yield ball(eye, _between(solved, joint), min(radius, max(gap, 0.045)), part, 0.15)
    elif where == "back":
        yield ball(eye, solved.body.at("low", "low", (-0.1, 0.0, 0.02)), 0.05, part, -0.02)
    elif where == "behind-head":
        yield ball(eye, solved.body.at("head", "head", (-0.1, 0.0, 0.0)), 0.05, part, -0.02)
    elif where == "wall":
        yield ball(eye, add(p[f"{me}_palm"], (0.05, 0.0, 0.0)), radius * 0.8, part, -0.02)
    else:
        yield ball(eye, add(p[f"{me}_palm"], (0.0, 0.0, 0.03)), 0.045, part, 0.03)


def _flex_ring(solved: Solved, eye: Eye, where: str) -> Iterator[Shape]:
    p = solved.points
    if where == "hands":
        a, b = _palms(solved)
    elif where == "foot":
        ball = p[f"{solved.pose.side}_ball"]
        a, b = lerp(*_palms(solved), 0.5), ball
        a = lerp(ball, a, min(1.0, 0.2 / max(distance(a, ball), 0.01)))
    elif where == "hand-thigh":
        a, b = p[f"{solved.pose.side}_palm"], lerp(p[f"{solved.pose.side}_hip"], p[f"{solved.pose.side}_knee"], 0.75)
    elif where == "palm-floor":
        x, y, z = p[f"{solved.pose.side}_palm"]
        a, b = (x, y, z), (x, y, 0.0)
    else:
        joint = "ankle" if where == "ankles" else "knee"
        a, b = p[f"left_{joint}"], p[f"right_{joint}"]
    middle = lerp(a, b, 0.5)
    radius = max(distance(a, b) / 2 - 0.012, 0.05)
    points = ring(eye.see(middle), radius)
    near = eye.near(middle) + (0.15 if where in ("knees", "outside-knees", "ankles") else 0.01)
    yield Shape(Role.PROP_LINE, "flex ring", (Line((*points, points[0]), 0.018),), near, gap=False)


def _roller(solved: Solved, eye: Eye, where: str) -> Iterator[Shape]:
    if where == "thighs":
        x, _, z = _between(solved, "palm")
        yield from roller(eye, (x, -0.2, z - 0.05), (x, 0.2, z - 0.05), 0.045, "foam roller", -0.05)
        return
    left, right = _palms(solved)
    out = scale(unit(sub(left, right)), 0.05)
    yield from roller(eye, sub(right, out), add(left, out), 0.045, "foam roller", -0.03)


def _hand_weight(solved: Solved, eye: Eye, where: str) -> Iterator[Shape]:
    for side in tuple(Side) if where == "hands" else (solved.pose.side,):
        frame = solved.body.frames[f"{side}_hand"]
        palm = solved.points[f"{side}_palm"]
        half: Vector = (frame[0][0] * 0.05, frame[1][0] * 0.05, frame[2][0] * 0.05)
        yield bar(eye, [sub(palm, half), add(palm, half)], 0.022, Role.PROP, "hand weight", 0.03)
        for end in (sub(palm, half), add(palm, half)):
            yield ball(eye, end, 0.024, "hand weight", 0.031)


def _bottle(solved: Solved, eye: Eye, where: str) -> Iterator[Shape]:
    for side in tuple(Side) if where == "hands" else (solved.pose.side,):
        frame = solved.body.frames[f"{side}_hand"]
        palm = solved.points[f"{side}_palm"]
        half: Vector = (frame[0][0] * 0.055, frame[1][0] * 0.055, frame[2][0] * 0.055)
        top = add(palm, scale(half, 1.7))
        yield bar(eye, [sub(palm, half), add(palm, half)], 0.042, Role.PROP, "bottle", 0.03)
        yield bar(eye, [add(palm, half), top], 0.018, Role.PROP, "bottle", 0.031)


def _ankle_weight(solved: Solved, eye: Eye, where: str) -> Iterator[Shape]:
    for side in tuple(Side) if where == "ankles" else (solved.pose.side,):
        a, b = solved.points[f"{side}_ankle"], solved.points[f"{side}_knee"]
        yield bar(eye, [lerp(a, b, 0.06), lerp(a, b, 0.22)], 0.075, Role.PROP, "ankle weight", 0.06)


def _block(solved: Solved, eye: Eye, where: str) -> Iterator[Shape]:
    x, y, z = _between(solved, "knee" if where == "knees" else "palm")
    lift = eye.near((x, y, z)) + 0.12
    yield from box(eye, (x - 0.06, y - 0.035, z - 0.04), (x + 0.06, y + 0.035, z + 0.04), "block", lift)


def _cushion(solved: Solved, eye: Eye, where: str) -> Iterator[Shape]:
    yield from _soft(solved, eye, where, "cushion", 0.055)


def _blanket(solved: Solved, eye: Eye, where: str) -> Iterator[Shape]:
    if where == "knees":
        knees = [solved.points[f"{side}_knee"] for side in Side]
        low = [knee for knee in knees if knee[2] < min(k[2] for k in knees) + 0.03]
        x = sum(knee[0] for knee in low) / len(low)
        yield cloth(eye, (x - 0.07, -0.16, 0.0), (x + 0.07, 0.16, 0.02), "folded blanket", -0.15)
    else:
        yield from _soft(solved, eye, where, "folded blanket", 0.04)


def _soft(solved: Solved, eye: Eye, where: str, part: str, half: float) -> Iterator[Shape]:
    p = solved.points
    if where == "head":
        x, y, z = p["head"]
        yield cloth(eye, (x - 0.09, y - 0.09, 0.0), (x + 0.09, y + 0.09, max(0.02, z - 0.05)), part, -0.1)
        return
    if where == "back":
        x, y, z = solved.body.at("low", "low", (-0.09, 0.0, 0.02))
    elif where == "lap":
        x, y, z = p["hips"][0] + 0.13, 0.0, p["hips"][2] + 0.09
    else:
        x, y, z = _between(solved, {"knees": "knee", "ankles": "ankle", "hands": "palm"}[where])
    lift = 0.12 if where in ("knees", "ankles") else 0.02
    deep = half * (0.6 if where != "lap" else 1.6)
    yield cloth(eye, (x - deep, y - half, z - half * 0.8), (x + deep, y + half, z + half * 0.8), part, lift)


_DRAWN = {
    "band": _band,
    "towel": _towel,
    "stick": _stick,
    "small-ball": _small_ball,
    "large-ball": _large_ball,
    "flex-ring": _flex_ring,
    "roller": _roller,
    "hand-weight": _hand_weight,
    "bottle": _bottle,
    "ankle-weight": _ankle_weight,
    "block": _block,
    "cushion": _cushion,
    "folded-blanket": _blanket,
}
