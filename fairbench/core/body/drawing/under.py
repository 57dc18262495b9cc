"""What bears the trunk, or both feet, one function for each thing."""

from collections.abc import Callable, Iterator, Mapping

from ...positions import Level
from ...sides import Side
from ..support.holding import Solved
from .furniture import wall
from .shapes import Shape
from .solids import ball, box, cloth, roller
from .view import Eye

_RADIUS = 0.045
"""Of a roller."""
_SKIN = 0.068
"""From the line of the back to its skin."""


def under(solved: Solved, eye: Eye) -> Iterator[Shape]:
    """The thing that is sat, lain, stood or leant on, besides the chair."""
    draw = _THINGS.get(solved.pose.on)
    if draw is not None:
        yield from draw(solved, eye)


def _large_ball(solved: Solved, eye: Eye) -> Iterator[Shape]:
    hips = solved.points["hips"]
    yield ball(eye, (hips[0] - 0.02, hips[1], 0.135), 0.14, "large ball", -0.2)


def _cushion_seated(_: Solved, eye: Eye) -> Iterator[Shape]:
    yield cloth(eye, (-0.1, -0.12, 0.262), (0.13, 0.12, 0.3), "cushion", -0.15)


def _cushion_seat(solved: Solved, eye: Eye) -> Iterator[Shape]:
    x = solved.points["hips"][0]
    yield cloth(eye, (x - 0.1, -0.12, 0.0), (x + 0.1, 0.12, 0.045), "cushion", -0.15)


def _roller_long(solved: Solved, eye: Eye) -> Iterator[Shape]:
    half = solved.pose.on.startswith("half")
    z = 0.0 if half else _RADIUS
    head, hips = solved.points["head"], solved.points["hips"]
    yield from roller(eye, (head[0] - 0.03, 0, z), (hips[0] + 0.05, 0, z), _RADIUS, "foam roller", -0.2, half)


def _across(eye: Eye, x: float) -> Iterator[Shape]:
    yield from roller(eye, (x, -0.2, _RADIUS), (x, 0.2, _RADIUS), _RADIUS, "foam roller", -0.2)


def _roller_across(solved: Solved, eye: Eye) -> Iterator[Shape]:
    yield from _across(eye, solved.points["high"][0] - solved.body.frames["high"][0][0] * 0.075)


def _roller_pelvis(solved: Solved, eye: Eye) -> Iterator[Shape]:
    yield from _across(eye, solved.points["hips"][0])


def _ball_pelvis(solved: Solved, eye: Eye) -> Iterator[Shape]:
    hips = solved.points["hips"]
    yield ball(eye, (hips[0], hips[1], 0.05), 0.055, "small ball", -0.05)


def _block_pelvis(solved: Solved, eye: Eye) -> Iterator[Shape]:
    hips = solved.points["hips"]
    low, high = (hips[0] - 0.06, -0.05, 0.0), (hips[0] + 0.06, 0.05, 0.06)
    yield from box(eye, low, high, "block", eye.near(hips) - 0.1)


def _cushion_pelvis(solved: Solved, eye: Eye) -> Iterator[Shape]:
    x = solved.points["hips"][0]
    yield cloth(eye, (x - 0.08, -0.12, 0.0), (x + 0.08, 0.12, 0.05), "cushion", -0.1)


def _cushion_belly(solved: Solved, eye: Eye) -> Iterator[Shape]:
    x = solved.points["hips"][0]
    yield cloth(eye, (x - 0.06, -0.13, 0.0), (x + 0.12, 0.13, 0.03), "cushion", -0.1)


def _blanket_knees(solved: Solved, eye: Eye) -> Iterator[Shape]:
    """Under the knees of whoever kneels, under the feet of whoever stands."""
    parts = ("heel", "toe") if solved.pose.position.level is Level.STANDING else ("knee",)
    along = [solved.points[f"{side}_{part}"][0] for side in Side for part in parts]
    yield cloth(eye, (min(along) - 0.05, -0.16, 0.0), (max(along) + 0.05, 0.16, 0.014), "folded blanket", -0.15)


def _cushion(_: Solved, eye: Eye) -> Iterator[Shape]:
    yield cloth(eye, (-0.06, -0.16, 0.0), (0.14, 0.16, 0.045), "cushion", -0.15)


def _half_roller(_: Solved, eye: Eye) -> Iterator[Shape]:
    yield from roller(eye, (0.03, -0.2, 0.0), (0.03, 0.2, 0.0), _RADIUS, "half roller", -0.2, half=True)


def _step(_: Solved, eye: Eye) -> Iterator[Shape]:
    yield from box(eye, (-0.07, -0.2, 0.0), (0.15, 0.2, 0.09), "step", -1.0)


def _wall(solved: Solved, eye: Eye) -> Iterator[Shape]:
    yield from wall(eye, min(solved.points[name][0] for name in ("hips", "chest", "head")) - _SKIN, back=True)


def _ball_back(solved: Solved, eye: Eye) -> Iterator[Shape]:
    hips = solved.points["hips"]
    back = hips[0] - _SKIN
    yield from wall(eye, back - 0.2, back=True)
    yield ball(eye, (back - 0.06, 0.0, hips[2] + 0.08), 0.13, "large ball", -0.1)


_THINGS: Mapping[str, Callable[[Solved, Eye], Iterator[Shape]]] = {
    "large-ball": _large_ball,
    "cushion-seated": _cushion_seated,
    "cushion-seat": _cushion_seat,
    "roller-long": _roller_long,
    "half-roller-long": _roller_long,
    "roller-across": _roller_across,
    "roller-pelvis": _roller_pelvis,
    "ball-pelvis": _ball_pelvis,
    "block-pelvis": _block_pelvis,
    "cushion-pelvis": _cushion_pelvis,
    "cushion-belly": _cushion_belly,
    "blanket-knees": _blanket_knees,
    "cushion": _cushion,
    "half-roller": _half_roller,
    "step": _step,
    "wall-lean": _wall,
    "wall-sit": _wall,
    "ball-back": _ball_back,
}
