"""Whether a movement slides along a wall: on a rough one skin and sleeves catch."""

from math import dist

from ..kept import kept
from ..sides import Side
from .movement import Movement, solved

_SLIDES = 0.06
"""Statures that a hand moves along a wall that it stays on, to be slid and not just leaned; about 10 cm."""
_HANDS_ON = frozenset({"wall", "wall-high", "wall-side", "wall-back"})
_SITS_DOWN = "wall-sit"


@kept(4096)
def slides_on_wall(movement: Movement) -> bool:
    """Whether a hand, a towel or the back stays on the wall and moves along it. A ball between them rolls, and a hand
    that is lifted off and put down again does not slide."""
    if any(item.where == "wall" for item in movement.held):
        return False
    poses = [pose for _, pose in solved(movement, Side.RIGHT)]
    if all(pose.pose.on == _SITS_DOWN for pose in poses):
        return True
    for side in Side:
        hands = {pose.hands[side] for pose in poses}
        wrists = [pose.points[f"{side}_wrist"] for pose in poses]
        if len(hands) == 1 and hands <= _HANDS_ON and max(dist(wrist, wrists[0]) for wrist in wrists) > _SLIDES:
            return True
    return False
