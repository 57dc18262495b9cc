"""The picture of a movement: its start pale, its end full, and the way between."""

from ...sides import Side
from ..movement import Movement, solved, steps, working
from ..view import View
from .looks import USUAL, Looks
from .scene import Picture, picture

_TRAIL_STEPS = 6


def pictured(movement: Movement, side: Side = Side.RIGHT, view: View | None = None, looks: Looks = USUAL) -> Picture:
    """Start pale, end full, with the arc of what moves."""
    poses = [pose for _, pose in solved(movement, side)]
    way = [list(steps(movement, side, _TRAIL_STEPS))] if len(poses) > 1 else []
    return picture(poses, view or movement.view, movement.held, movement.mat, way, working(movement, side), looks)
