"""A movement as a strip of frames, to be played at the tempo of a dose."""

from typing import Any

from fairbench.core.body.drawing.looks import USUAL, Looks
from fairbench.core.body.drawing.scene import draw, working_parts
from fairbench.core.body.drawing.shapes import Drawing
from fairbench.core.body.movement import STEPS, Movement, solved, steps, working
from fairbench.core.body.path import Path
from fairbench.core.body.view import View
from fairbench.core.sides import Side

from .palette import Palette
from .svg import drawing_svg, ground_svg, view_box

FRAMES = STEPS
"""Frames from one pose to the next; half as many on a path of many poses."""
_FEW = 4


def film(
    movement: Movement, palette: Palette, view: View | None = None, both: bool = False, looks: Looks = USUAL
) -> dict[str, Any]:
    """Frames from start to end with the right side working, as inner SVG, and the box that holds them all. A ``closed``
    one ends on the picture it began with.

    A left side is the same film turned over. Where sides take turns (``both``), ``other`` has the frames
    of the left side seen from the same place.
    """
    seen = view or movement.view
    strips = [_strip(movement, Side.RIGHT, seen, looks)]
    if both:
        strips.append(_strip(movement, Side.LEFT, seen, looks))
    boxes = [drawing.box() for strip in strips for drawing in strip]
    box = view_box(
        (min(b[0] for b in boxes), min(b[1] for b in boxes), max(b[2] for b in boxes), max(b[3] for b in boxes))
    )
    left, bottom, right, top = (round(edge * 1000) for edge in box)
    frames = [[drawing_svg(drawing, palette) for drawing in strip] for strip in strips]
    return {
        "box": [left, -top, right - left, top - bottom],
        "ground": ground_svg(box, palette),
        "frames": frames[0],
        "other": frames[1] if both else [],
        "closed": movement.path is Path.CLOSED,
    }


def _strip(movement: Movement, side: Side, view: View, looks: Looks) -> list[Drawing]:
    poses = [pose for _, pose in solved(movement, side)]
    works = working(movement, side)
    moving = works if works is not None else working_parts(poses)
    return [
        draw(pose, view, movement.held, movement.mat, moving, tuple(poses), Side.RIGHT, looks)
        for pose in steps(movement, side, FRAMES if len(poses) <= _FEW else FRAMES // 2)
    ]
