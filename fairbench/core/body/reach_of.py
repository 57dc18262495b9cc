"""How much floor a movement takes: how far it goes from where somebody stands or sits, with what they hold."""

from collections.abc import Iterable
from dataclasses import dataclass

from ..kept import kept
from ..sides import Side
from .held import Held
from .movement import Movement, on_the_way, solved
from .pose.segments import STATURE
from .pose.vectors import Vector, add, scale, sub, unit

_BODY = 0.06
"""Statures of flesh and clothes round a joint or a fingertip."""
_LONG: dict[str, float] = {"stick": 0.36, "roller": 0.27}
"""Half the length of what is held across in both hands, in statures: a stick of 1.2 m, a roller of 0.9 m."""


@dataclass(frozen=True, slots=True)
class Reach:
    """Metres from the place of the hips at the start: to the front, the back, the left and the right."""

    front: float = 0.3
    back: float = 0.3
    left: float = 0.3
    right: float = 0.3

    @property
    def wide(self) -> float:
        """From the left end to the right one."""
        return self.left + self.right

    @property
    def deep(self) -> float:
        """From the back to the front."""
        return self.front + self.back

    def with_other(self, other: "Reach") -> "Reach":
        """What holds both."""
        return Reach(
            max(self.front, other.front),
            max(self.back, other.back),
            max(self.left, other.left),
            max(self.right, other.right),
        )


def widest(reaches: Iterable[Reach]) -> Reach:
    """What holds all of them; the room of somebody who sits where there is none."""
    found = Reach()
    for reach in reaches:
        found = found.with_other(reach)
    return found


@kept(4096)
def reach_of(movement: Movement, stature_m: float = STATURE) -> Reach:
    """Over every pose and halfway between two, whichever side works: what is done on one side is done on the other."""
    poses = [pose for _, pose in (*solved(movement, Side.RIGHT), *on_the_way(movement, Side.RIGHT))]
    x, y, _ = poses[0].points["hips"]
    points = [point for pose in poses for point in pose.points.values()]
    for pose in poses:
        points += _ends(movement.held, pose.points)
    to_side = max(abs(point[1] - y) for point in points) + _BODY
    front = max(point[0] - x for point in points) + _BODY
    back = max(x - point[0] for point in points) + _BODY
    metres = [round(max(0.0, far) * stature_m, 3) for far in (front, back, to_side, to_side)]
    return Reach(*metres)


def _ends(held: tuple[Held, ...], points: dict[str, Vector]) -> list[Vector]:
    """The ends of what is held across in both hands."""
    found: list[Vector] = []
    for item in held:
        if item.prop in _LONG and item.where == "hands":
            left, right = points["left_palm"], points["right_palm"]
            across = sub(left, right)
            way = unit(across) if across != (0.0, 0.0, 0.0) else (0.0, 1.0, 0.0)
            middle = scale(add(left, right), 0.5)
            found += [add(middle, scale(way, _LONG[item.prop])), add(middle, scale(way, -_LONG[item.prop]))]
    return found
