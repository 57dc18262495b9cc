"""What the hands of a pose are on, one function for each thing."""

from collections.abc import Callable, Iterator, Mapping

from ...sides import Side
from ..support.holding import Solved
from ..support.touches import BAR_HEIGHT, RAIL_HEIGHT, TABLE_HEIGHT, WORKTOP_HEIGHT
from .furniture import BEHIND, THIN, chair, rail, rail_along, wall
from .shapes import Role, Shape
from .solids import ball, bar, box, roller
from .view import Eye


def for_hands(solved: Solved, eye: Eye) -> Iterator[Shape]:
    """Every thing that a hand is on: what both share once, what each has for itself on its side."""
    hands = {name for name in solved.hands.values() if name != "free"}
    for name, draw in _BEHIND_THE_SIDES.items():
        if name in hands:
            yield from draw(solved, eye)
    for side in Side:
        beside = _BESIDE.get(solved.hands[side])
        if beside is not None:
            yield from beside(solved, eye, side)
    for name, draw in _BEFORE_THE_SIDES.items():
        if name in hands:
            yield from draw(solved, eye)


def _furthest(solved: Solved, thing: str = "") -> float:
    """How far in front the hands are that are on a thing; all of them where none is named."""
    held, things = solved.anchors.hands, solved.anchors.hand_things
    return max(held[side][0] for side in held if not thing or things.get(side) == thing)


def _wall(solved: Solved, eye: Eye) -> Iterator[Shape]:
    if solved.anchors.wall is not None:
        yield from wall(eye, solved.anchors.wall)


def _wall_high(solved: Solved, eye: Eye) -> Iterator[Shape]:
    yield from wall(eye, _furthest(solved, "wall-high") + 0.016)


def _wall_back(solved: Solved, eye: Eye) -> Iterator[Shape]:
    if not solved.pose.on.startswith("wall"):
        yield from wall(eye, min(point[0] for point in solved.anchors.hands.values()) - 0.02, back=True)


def _rail(_: Solved, eye: Eye) -> Iterator[Shape]:
    yield from rail(eye, 0.245, RAIL_HEIGHT)


def _chair_back(_: Solved, eye: Eye) -> Iterator[Shape]:
    yield from chair(eye, 0.23, 0.0)


def _worktop(solved: Solved, eye: Eye) -> Iterator[Shape]:
    x = _furthest(solved)
    shapes = box(
        eye, (x - 0.02, -0.34, WORKTOP_HEIGHT - 0.04), (x + 0.2, 0.34, WORKTOP_HEIGHT - 0.004), "worktop", -0.6
    )
    yield from box(eye, (x + 0.02, -0.32, 0.0), (x + 0.2, 0.32, WORKTOP_HEIGHT - 0.04), "worktop", -0.7)
    yield from shapes


def _table(solved: Solved, eye: Eye) -> Iterator[Shape]:
    x = _furthest(solved, "table")
    top = TABLE_HEIGHT - 0.004
    yield from box(eye, (x - 0.14, -0.34, top - 0.022), (x + 0.3, 0.34, top), "table", -0.3)
    for leg_x in (x - 0.1, x + 0.26):
        for y in (-0.3, 0.3):
            yield bar(eye, [(leg_x, y, 0.0), (leg_x, y, top)], THIN, Role.SURFACE_LINE, "table", -0.5)


def _bar(solved: Solved, eye: Eye) -> Iterator[Shape]:
    x = _furthest(solved, "bar")
    height = BAR_HEIGHT + 0.045
    yield bar(eye, [(x, -0.36, height), (x, 0.36, height)], 0.034, Role.SURFACE_LINE, "bar", -0.1)


def _chair_seat(solved: Solved, eye: Eye) -> Iterator[Shape]:
    yield from chair(eye, _furthest(solved) + 0.2, 0.0, -1.0)


def _roller_front(solved: Solved, eye: Eye) -> Iterator[Shape]:
    x = max(solved.points[f"{side}_wrist"][0] for side in Side if solved.hands[side] == "roller-front")
    yield from roller(eye, (x, -0.2, 0.045), (x, 0.2, 0.045), 0.045, "foam roller", -0.1)


def _ball_front(solved: Solved, eye: Eye) -> Iterator[Shape]:
    x = sum(solved.points[f"{side}_palm"][0] for side in Side) / 2
    yield ball(eye, (x, 0.0, 0.18), 0.18, "large ball", -0.1)


_BEHIND_THE_SIDES: Mapping[str, Callable[[Solved, Eye], Iterator[Shape]]] = {
    "wall": _wall,
    "wall-high": _wall_high,
    "wall-back": _wall_back,
    "rail": _rail,
}
_BEFORE_THE_SIDES: Mapping[str, Callable[[Solved, Eye], Iterator[Shape]]] = {
    "chair-back": _chair_back,
    "worktop": _worktop,
    "table": _table,
    "bar": _bar,
    "chair-seat": _chair_seat,
    "roller-front": _roller_front,
    "ball-front": _ball_front,
}


def _sign(side: Side) -> float:
    return 1.0 if side is Side.LEFT else -1.0


def _rail_side(_: Solved, eye: Eye, side: Side) -> Iterator[Shape]:
    yield from rail_along(eye, _sign(side) * 0.25, RAIL_HEIGHT)


def _second_chair(_: Solved, eye: Eye, side: Side) -> Iterator[Shape]:
    yield from chair(eye, -0.13, _sign(side) * 0.36)


def _second_back(_: Solved, eye: Eye, side: Side) -> Iterator[Shape]:
    yield from chair(eye, 0.1, _sign(side) * 0.36, -1.0)


def _wall_side(_: Solved, eye: Eye, side: Side) -> Iterator[Shape]:
    sign = _sign(side)
    near = -1.0 if eye.toward[1] * sign < 0.5 else BEHIND
    yield from box(eye, (-0.3, sign * 0.38, 0.0), (0.35, sign * 0.41, 1.08), "wall", near)


def _frame(_: Solved, eye: Eye, side: Side) -> Iterator[Shape]:
    sign = _sign(side)
    near = BEHIND if eye.toward[1] * sign > 0.5 else eye.near((0.0, sign * 0.36, 0.6)) - 0.3
    yield from box(eye, (0.075, sign * 0.27, 0.0), (0.12, sign * 0.36, 1.12), "door frame", near)


def _block(solved: Solved, eye: Eye, side: Side) -> Iterator[Shape]:
    x, y, _ = solved.anchors.hands[side]
    yield from box(eye, (x - 0.01, y - 0.04, 0.0), (x + 0.1, y + 0.04, 0.06), "block")


_BESIDE: Mapping[str, Callable[[Solved, Eye, Side], Iterator[Shape]]] = {
    "rail-side": _rail_side,
    "second-chair": _second_chair,
    "second-back": _second_back,
    "wall-side": _wall_side,
    "frame": _frame,
    "block": _block,
}
