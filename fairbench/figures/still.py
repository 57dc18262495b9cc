"""A movement as one still picture: start and end together, or one of them in the box of both."""

from fairbench.core.body.drawing.looks import USUAL, Looks
from fairbench.core.body.drawing.pictured import pictured
from fairbench.core.body.drawing.scene import Picture, draw, working_parts
from fairbench.core.body.movement import Movement, solved, working
from fairbench.core.body.view import View
from fairbench.core.sides import Side

from .palette import Palette
from .svg import drawing_svg, frame_svg, picture_svg

POSES = ("both", "start", "end")


def still_svg(
    movement: Movement,
    palette: Palette,
    title: str,
    pose: str = "both",
    view: View | None = None,
    side: Side = Side.RIGHT,
    size: int = 0,
    looks: Looks = USUAL,
    square: bool = True,
) -> str:
    """The picture as SVG, in a square or as wide as what is drawn. ``title`` is what it says to somebody who cannot see
    it."""
    both = pictured(movement, side, view, looks)
    if pose == "both":
        return picture_svg(both, palette, title, size, square)
    one = _one(movement, palette, pose, view, side, both, looks)
    return frame_svg(both.box(), one, palette, title, size, square)


def _one(
    movement: Movement, palette: Palette, pose: str, view: View | None, side: Side, both: Picture, looks: Looks
) -> str:
    poses = [held for _, held in solved(movement, side)]
    if pose == "end":
        return drawing_svg(both.full, palette)
    shown = next((held for name, held in solved(movement, side) if name == pose), poses[0])
    named = working(movement, side)
    moving = named if named is not None else working_parts(poses)
    seen = view or movement.view
    drawn = draw(shown, seen, movement.held, movement.mat, moving, tuple(poses), looks=looks)
    return drawing_svg(drawn, palette)
