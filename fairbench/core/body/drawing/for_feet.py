"""What the feet of a pose are on, one function for each thing."""

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass

from ...sides import Side
from ..pose.vectors import Vector
from ..support.holding import SURFACES, Solved
from .furniture import BEHIND, chair
from .shapes import Role, Shape
from .solids import ball, bar, box, cloth, roller
from .view import Eye


@dataclass(frozen=True, slots=True)
class _Foot:
    """A foot on a thing: where it is, and how near what is under it is."""

    thing: str
    heel: Vector
    toe: Vector
    ankle: Vector
    near: float

    @property
    def x(self) -> float:
        return (self.heel[0] + self.toe[0]) / 2

    @property
    def y(self) -> float:
        return self.heel[1]


def for_feet(solved: Solved, eye: Eye) -> Iterator[Shape]:
    """Every thing that a foot is on; what both share is drawn once."""
    done: set[str] = set()
    for side in Side:
        name = solved.feet[side]
        heel, toe = solved.points[f"{side}_heel"], solved.points[f"{side}_toe"]
        near = min(eye.near(heel), eye.near(toe)) - 0.15
        foot = _Foot(name, heel, toe, solved.points[f"{side}_ankle"], near)
        if name in _OWN:
            yield from _OWN[name](solved, eye, foot)
        elif name in _SHARED and name not in done:
            yield from _SHARED[name](solved, eye, foot)
        done.add(name)


def _step(_: Solved, eye: Eye, foot: _Foot) -> Iterator[Shape]:
    name = "step" if foot.thing == "step" else "footstool"
    yield from box(eye, (foot.x - 0.1, -0.2, 0.0), (foot.x + 0.12, 0.2, SURFACES[foot.thing]), name, foot.near)


def _block(_: Solved, eye: Eye, foot: _Foot) -> Iterator[Shape]:
    low, high = (foot.x - 0.07, foot.y - 0.05, 0.0), (foot.x + 0.07, foot.y + 0.05, SURFACES["block"])
    yield from box(eye, low, high, "block", foot.near)


def _small_ball(_: Solved, eye: Eye, foot: _Foot) -> Iterator[Shape]:
    yield ball(eye, (foot.x, foot.y, 0.0525), 0.0525, "small ball", -0.1)


def _large_ball(_: Solved, eye: Eye, foot: _Foot) -> Iterator[Shape]:
    yield ball(eye, (foot.x - 0.03, 0.0, 0.18), 0.18, "large ball", -0.3)


def _roller(_: Solved, eye: Eye, foot: _Foot) -> Iterator[Shape]:
    half = foot.thing == "half-roller"
    z = 0.0 if half else 0.045
    name = foot.thing.replace("-", " ")
    yield from roller(eye, (foot.x, -0.2, z), (foot.x, 0.2, z), 0.045, name, -0.2, half)


def _towel(_: Solved, eye: Eye, foot: _Foot) -> Iterator[Shape]:
    low, high = (foot.heel[0] - 0.02, foot.y - 0.06, 0.0), (foot.toe[0] + 0.05, foot.y + 0.06, 0.008)
    yield cloth(eye, low, high, "towel", -0.1)


def _cushion(solved: Solved, eye: Eye, foot: _Foot) -> Iterator[Shape]:
    if not solved.pose.on:
        low, high = (foot.x - 0.1, foot.y - 0.06, 0.0), (foot.x + 0.1, foot.y + 0.06, 0.045)
        yield cloth(eye, low, high, "cushion", -0.1)


def _chair(_: Solved, eye: Eye, foot: _Foot) -> Iterator[Shape]:
    yield from chair(eye, foot.ankle[0] + 0.16, 0.0, -1.0)


def _chair_behind(_: Solved, eye: Eye, foot: _Foot) -> Iterator[Shape]:
    yield from chair(eye, foot.ankle[0] - 0.19, foot.ankle[1])


def _wall(_: Solved, eye: Eye, __: _Foot) -> Iterator[Shape]:
    yield from box(eye, (0.27, -0.3, 0.0), (0.3, 0.3, 0.6), "wall", BEHIND + 0.5)


def _pedals(solved: Solved, eye: Eye, _: _Foot) -> Iterator[Shape]:
    left, right = solved.points["left_ball"], solved.points["right_ball"]
    hub: Vector = ((left[0] + right[0]) / 2, 0.0, 0.085)
    yield bar(eye, [(hub[0] - 0.12, 0.0, 0.006), (hub[0] + 0.12, 0.0, 0.006)], 0.014, Role.PROP, "pedals", -0.3)
    yield bar(eye, [(hub[0], 0.0, 0.01), hub], 0.02, Role.PROP, "pedals", -0.3)
    for foot in (left, right):
        pedal: Vector = (foot[0], foot[1] * 0.8, foot[2] - 0.01)
        yield bar(eye, [hub, (hub[0], pedal[1] * 0.5, hub[2]), pedal], 0.014, Role.PROP, "pedals", -0.25)


_Draw = Callable[[Solved, Eye, _Foot], Iterator[Shape]]
_OWN: Mapping[str, _Draw] = {
    "block": _block,
    "small-ball": _small_ball,
    "towel": _towel,
    "cushion": _cushion,
    "chair-behind": _chair_behind,
}
"""Each foot has its own."""
_SHARED: Mapping[str, _Draw] = {
    "step": _step,
    "stool": _step,
    "large-ball": _large_ball,
    "roller": _roller,
    "half-roller": _roller,
    "chair": _chair,
    "wall": _wall,
    "pedals": _pedals,
}
"""One for both feet."""
