"""What stands in the room: floor and mat, chair, wall, rail, step, as the touches of a pose need them."""

from collections.abc import Iterator

from ...positions import Level, Position
from ...sides import Side
from ..pose.vectors import Vector
from ..support.holding import SEATED, SURFACES, Solved
from ..support.touches import BAR_HEIGHT, RAIL_HEIGHT, SEAT_HEIGHT, TABLE_HEIGHT, WORKTOP_HEIGHT
from .aids import wheelchair
from .looks import Aid
from .shapes import Role, Shape
from .solids import ball, bar, box, cloth, roller
from .view import Eye

_BEHIND = -9.0
"""Nearness of what everything else passes before."""
_THIN = 0.022


def room(solved: Solved, eye: Eye, mat: bool, aid: Aid = Aid.NONE) -> Iterator[Shape]:
    """Every surface the pose rests on, steps on or holds."""
    pose = solved.pose
    if mat or pose.position.level is Level.FLOOR:
        yield from _mat(solved, eye)
    yield from own_chair(solved, eye, aid)
    yield from _under(solved, eye)
    yield from _for_hands(solved, eye)
    yield from _for_feet(solved, eye)


def own_chair(solved: Solved, eye: Eye, aid: Aid = Aid.NONE) -> Iterator[Shape]:
    """The chair that is sat on, if one is: the wheelchair of whoever uses one."""
    back = back_of_chair(solved)
    if back is not None:
        yield from wheelchair(eye, back) if aid is Aid.WHEELCHAIR else chair(eye, back)


def back_of_chair(solved: Solved) -> float | None:
    """Where the back of the chair stands that is sat on, in statures forward of the hips; None without one."""
    pose = solved.pose
    if pose.on not in ("", "chair", "cushion-seated") or pose.position not in SEATED:
        return None
    return -0.115 if pose.position is Position.SEATED else -0.2


def left_behind(solved: Solved, others: tuple[Solved, ...], eye: Eye) -> Iterator[Shape]:
    """The chair of another pose of the movement, for whoever has got up from it."""
    if solved.pose.position not in SEATED:
        chairs = [other for other in others if other.pose.position in SEATED]
        yield from own_chair(chairs[0], eye) if chairs else ()


def chair(eye: Eye, back: float, y: float = 0.0, turned: float = 1.0) -> Iterator[Shape]:
    """A stable chair without arms; ``back`` is where its back stands, ``turned`` -1 if it faces the person."""
    wide, deep, seat = 0.135, 0.27, SEAT_HEIGHT
    front = back + turned * deep
    ends = sorted((back, front))
    for x in ends:
        for side in (-1, 1):
            leg = [(x + (0.012 if x == ends[0] else -0.012), y + side * (wide - 0.012), 0.0)]
            leg.append((leg[0][0], leg[0][1], seat))
            yield _moved(bar(eye, [*leg], _THIN, Role.SURFACE_LINE, "chair"), -0.2)
    for side in (-1, 1):
        post: list[Vector] = [
            (back, y + side * (wide - 0.012), seat),
            (back - turned * 0.02, y + side * (wide - 0.012), 0.52),
        ]
        yield _moved(bar(eye, post, _THIN, Role.SURFACE_LINE, "chair"), -0.19)
    rest = box(
        eye, (back - turned * 0.018 - 0.011, y - wide, 0.41), (back - turned * 0.018 + 0.011, y + wide, 0.53), "chair"
    )
    slab = box(eye, (ends[0], y - wide, seat - 0.028), (ends[1], y + wide, seat - 0.002), "chair")
    for shape in (*slab, *rest):
        yield _moved(shape, -0.18)


def _moved(shape: Shape, lift: float) -> Shape:
    return Shape(shape.role, shape.part, shape.pieces, shape.near + lift, shape.gap)


def _mat(solved: Solved, eye: Eye) -> Iterator[Shape]:
    points = list(solved.points.values())
    low_x, high_x = min(p[0] for p in points), max(p[0] for p in points)
    low_y, high_y = min(p[1] for p in points), max(p[1] for p in points)
    along_y = high_y - low_y > high_x - low_x
    wide = 0.2
    if along_y:
        low_x, high_x = -wide, max(0.28, high_x)
        low_y, high_y = low_y - 0.05, high_y + 0.05
    else:
        low_x, high_x = low_x - 0.06, high_x + 0.06
        low_y, high_y = -wide, wide
    for shape in box(eye, (low_x, low_y, -0.018), (high_x, high_y, -0.001), "mat"):
        yield Shape(
            Role.GROUND if shape.role is Role.SURFACE else Role.SURFACE_TOP, "mat", shape.pieces, _BEHIND, False
        )


def _under(solved: Solved, eye: Eye) -> Iterator[Shape]:
    """What bears the trunk, or both feet."""
    on, p = solved.pose.on, solved.points
    hips, high = p["hips"], p["high"]
    standing = solved.pose.position.level is Level.STANDING
    if on == "large-ball":
        yield ball(eye, (hips[0] - 0.02, hips[1], 0.135), 0.14, "large ball", -0.2)
    elif on == "cushion-seated":
        yield cloth(eye, (-0.1, -0.12, 0.262), (0.13, 0.12, 0.3), "cushion", -0.15)
    elif on == "cushion-seat":
        yield cloth(eye, (hips[0] - 0.1, -0.12, 0.0), (hips[0] + 0.1, 0.12, 0.045), "cushion", -0.15)
    elif on in ("roller-long", "half-roller-long"):
        half = on.startswith("half")
        r = 0.045
        z = 0.0 if half else r
        yield from roller(eye, (p["head"][0] - 0.03, 0, z), (hips[0] + 0.05, 0, z), r, "foam roller", -0.2, half)
    elif on == "roller-across":
        frame = solved.body.frames["high"]
        x = high[0] - frame[0][0] * 0.075
        yield from roller(eye, (x, -0.2, 0.045), (x, 0.2, 0.045), 0.045, "foam roller", -0.2)
    elif on == "roller-pelvis":
        yield from roller(eye, (hips[0], -0.2, 0.045), (hips[0], 0.2, 0.045), 0.045, "foam roller", -0.2)
    elif on == "ball-pelvis":
        yield ball(eye, (hips[0], hips[1], 0.05), 0.055, "small ball", -0.05)
    elif on == "block-pelvis":
        yield from box(eye, (hips[0] - 0.06, -0.05, 0.0), (hips[0] + 0.06, 0.05, 0.06), "block", eye.near(hips) - 0.1)
    elif on == "cushion-pelvis":
        yield cloth(eye, (hips[0] - 0.08, -0.12, 0.0), (hips[0] + 0.08, 0.12, 0.05), "cushion", -0.1)
    elif on == "cushion-belly":
        yield cloth(eye, (hips[0] - 0.06, -0.13, 0.0), (hips[0] + 0.12, 0.13, 0.03), "cushion", -0.1)
    elif on == "blanket-knees":
        ends = [p[f"{side}_{end}"] for side in Side for end in (("heel", "toe") if standing else ("knee",))]
        low_x, high_x = min(e[0] for e in ends) - 0.05, max(e[0] for e in ends) + 0.05
        yield cloth(eye, (low_x, -0.16, 0.0), (high_x, 0.16, 0.014), "folded blanket", -0.15)
    elif on == "cushion":
        yield cloth(eye, (-0.06, -0.16, 0.0), (0.14, 0.16, 0.045), "cushion", -0.15)
    elif on == "half-roller":
        yield from roller(eye, (0.03, -0.2, 0.0), (0.03, 0.2, 0.0), 0.045, "half roller", -0.2, half=True)
    elif on == "step":
        yield from box(eye, (-0.07, -0.2, 0.0), (0.15, 0.2, 0.09), "step", -1.0)
    elif on in ("wall-lean", "wall-sit"):
        back = min(p[name][0] for name in ("hips", "chest", "head")) - 0.068
        yield from _wall(eye, back, back=True)
    elif on == "ball-back":
        back = hips[0] - 0.068
        yield from _wall(eye, back - 0.2, back=True)
        yield ball(eye, (back - 0.06, 0.0, hips[2] + 0.08), 0.13, "large ball", -0.1)


def _wall(eye: Eye, x: float, back: bool = False) -> Iterator[Shape]:
    """A wall across the way. Seen from the front it would hide the person, so only its edge is drawn."""
    front = abs(eye.toward[0]) > 0.9
    low, high = (x - 0.03, -0.34, 0.0), (x, 0.34, 1.08)
    if not back:
        low, high = (x, -0.34, 0.0), (x + 0.03, 0.34, 1.08)
    shapes = box(eye, low, high, "wall", _BEHIND + 0.5)
    if front and not back:
        yield Shape(Role.GHOST, "wall", shapes[0].pieces, 9.0, False)
    elif back or abs(eye.toward[1]) > 0.9:
        yield from shapes
    else:
        yield Shape(Role.SURFACE, "wall", shapes[0].pieces, _BEHIND + 0.5)


def _for_hands(solved: Solved, eye: Eye) -> Iterator[Shape]:
    hands = {name for name in solved.hands.values() if name != "free"}
    held = solved.anchors.hands
    if "wall" in hands and solved.anchors.wall is not None:
        yield from _wall(eye, solved.anchors.wall)
    if "wall-high" in hands:
        spot = [held[side][0] for side in held if solved.anchors.hand_things.get(side) == "wall-high"]
        yield from _wall(eye, max(spot) + 0.016)
    if "wall-back" in hands and not solved.pose.on.startswith("wall"):
        yield from _wall(eye, min(p[0] for p in held.values()) - 0.02, back=True)
    if "rail" in hands:
        yield from _rail(eye, 0.245, RAIL_HEIGHT)
    for side in Side:
        sign = 1.0 if side is Side.LEFT else -1.0
        name = solved.hands[side]
        if name == "rail-side":
            yield from _rail_along(eye, sign * 0.25, RAIL_HEIGHT)
        elif name == "second-chair":
            yield from chair(eye, -0.13, sign * 0.36)
        elif name == "second-back":
            yield from chair(eye, 0.1, sign * 0.36, -1.0)
        elif name == "wall-side":
            yield from box(
                eye,
                (-0.3, sign * 0.38, 0.0),
                (0.35, sign * 0.41, 1.08),
                "wall",
                -1.0 if eye.toward[1] * sign < 0.5 else _BEHIND,
            )
        elif name == "frame":
            near = _BEHIND if eye.toward[1] * sign > 0.5 else eye.near((0.0, sign * 0.36, 0.6)) - 0.3
            yield from box(eye, (0.075, sign * 0.27, 0.0), (0.12, sign * 0.36, 1.12), "door frame", near)
        elif name == "block":
            x, y, _ = held[side]
            yield from box(eye, (x - 0.01, y - 0.04, 0.0), (x + 0.1, y + 0.04, 0.06), "block")
    if "chair-back" in hands:
        yield from chair(eye, 0.23, 0.0)
    if "worktop" in hands:
        x = max(held[side][0] for side in held)
        shapes = box(
            eye, (x - 0.02, -0.34, WORKTOP_HEIGHT - 0.04), (x + 0.2, 0.34, WORKTOP_HEIGHT - 0.004), "worktop", -0.6
        )
        yield from box(eye, (x + 0.02, -0.32, 0.0), (x + 0.2, 0.32, WORKTOP_HEIGHT - 0.04), "worktop", -0.7)
        yield from shapes
    if "table" in hands:
        x = max(held[side][0] for side in held if solved.anchors.hand_things.get(side) == "table")
        top = TABLE_HEIGHT - 0.004
        yield from box(eye, (x - 0.14, -0.34, top - 0.022), (x + 0.3, 0.34, top), "table", -0.3)
        for leg_x in (x - 0.1, x + 0.26):
            for y in (-0.3, 0.3):
                yield bar(eye, [(leg_x, y, 0.0), (leg_x, y, top)], _THIN, Role.SURFACE_LINE, "table", -0.5)
    if "bar" in hands:
        x = max(held[side][0] for side in held if solved.anchors.hand_things.get(side) == "bar")
        height = BAR_HEIGHT + 0.045
        yield bar(eye, [(x, -0.36, height), (x, 0.36, height)], 0.034, Role.SURFACE_LINE, "bar", -0.1)
    if "chair-seat" in hands:
        yield from chair(eye, max(held[side][0] for side in held) + 0.2, 0.0, -1.0)
    if "roller-front" in hands:
        x = max(solved.points[f"{side}_wrist"][0] for side in Side if solved.hands[side] == "roller-front")
        yield from roller(eye, (x, -0.2, 0.045), (x, 0.2, 0.045), 0.045, "foam roller", -0.1)
    if "ball-front" in hands:
        x = sum(solved.points[f"{side}_palm"][0] for side in Side) / 2
        yield ball(eye, (x, 0.0, 0.18), 0.18, "large ball", -0.1)


def _rail(eye: Eye, x: float, height: float) -> Iterator[Shape]:
    for y in (-0.3, 0.3):
        yield bar(eye, [(x, y, 0.0), (x, y, height)], _THIN, Role.SURFACE_LINE, "rail", -0.5)
    yield bar(eye, [(x, -0.34, height), (x, 0.34, height)], 0.034, Role.SURFACE_LINE, "rail", -0.4)


def _rail_along(eye: Eye, y: float, height: float) -> Iterator[Shape]:
    for x in (-0.2, 0.3):
        yield bar(eye, [(x, y, 0.0), (x, y, height)], _THIN, Role.SURFACE_LINE, "rail", -0.5)
    yield bar(eye, [(-0.26, y, height), (0.36, y, height)], 0.034, Role.SURFACE_LINE, "rail", -0.4)


def _for_feet(solved: Solved, eye: Eye) -> Iterator[Shape]:
    done: set[str] = set()
    for side in Side:
        name = solved.feet[side]
        heel = solved.points[f"{side}_heel"]
        toe = solved.points[f"{side}_toe"]
        x, y = (heel[0] + toe[0]) / 2, heel[1]
        near = min(eye.near(heel), eye.near(toe)) - 0.15
        if name in ("step", "stool") and name not in done:
            high = SURFACES[name]
            yield from box(
                eye, (x - 0.1, -0.2, 0.0), (x + 0.12, 0.2, high), "step" if name == "step" else "footstool", near
            )
        elif name == "block":
            yield from box(eye, (x - 0.07, y - 0.05, 0.0), (x + 0.07, y + 0.05, SURFACES[name]), "block", near)
        elif name == "small-ball":
            yield ball(eye, (x, y, 0.0525), 0.0525, "small ball", -0.1)
        elif name == "large-ball" and name not in done:
            yield ball(eye, (x - 0.03, 0.0, 0.18), 0.18, "large ball", -0.3)
        elif name in ("roller", "half-roller") and name not in done:
            half = name == "half-roller"
            z = 0.0 if half else 0.045
            yield from roller(eye, (x, -0.2, z), (x, 0.2, z), 0.045, name.replace("-", " "), -0.2, half)
        elif name == "towel":
            yield cloth(eye, (heel[0] - 0.02, y - 0.06, 0.0), (toe[0] + 0.05, y + 0.06, 0.008), "towel", -0.1)
        elif name == "cushion" and not solved.pose.on:
            yield cloth(eye, (x - 0.1, y - 0.06, 0.0), (x + 0.1, y + 0.06, 0.045), "cushion", -0.1)
        elif name == "chair" and name not in done:
            ankle = solved.points[f"{side}_ankle"]
            yield from chair(eye, ankle[0] + 0.16, 0.0, -1.0)
        elif name == "chair-behind":
            ankle = solved.points[f"{side}_ankle"]
            yield from chair(eye, ankle[0] - 0.19, ankle[1])
        elif name == "wall" and name not in done:
            yield from box(eye, (0.27, -0.3, 0.0), (0.3, 0.3, 0.6), "wall", _BEHIND + 0.5)
        elif name == "pedals" and name not in done:
            yield from _pedals(solved, eye)
        done.add(name)


def _pedals(solved: Solved, eye: Eye) -> Iterator[Shape]:
    left, right = solved.points["left_ball"], solved.points["right_ball"]
    hub: Vector = ((left[0] + right[0]) / 2, 0.0, 0.085)
    yield bar(eye, [(hub[0] - 0.12, 0.0, 0.006), (hub[0] + 0.12, 0.0, 0.006)], 0.014, Role.PROP, "pedals", -0.3)
    yield bar(eye, [(hub[0], 0.0, 0.01), hub], 0.02, Role.PROP, "pedals", -0.3)
    for foot in (left, right):
        pedal: Vector = (foot[0], foot[1] * 0.8, foot[2] - 0.01)
        yield bar(eye, [hub, (hub[0], pedal[1] * 0.5, hub[2]), pedal], 0.014, Role.PROP, "pedals", -0.25)
