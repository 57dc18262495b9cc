"""What stands in the room: floor and mat, chair, wall, rail, step, as the touches of a pose need them."""

from collections.abc import Iterator

from ...positions import Level, Position
from ..support.holding import SEATED, Solved
from .aids import wheelchair
from .for_feet import for_feet
from .for_hands import for_hands
from .furniture import BEHIND, chair
from .looks import Aid
from .shapes import Role, Shape
from .solids import box
from .under import under
from .view import Eye


def room(solved: Solved, eye: Eye, mat: bool, aid: Aid = Aid.NONE) -> Iterator[Shape]:
    """Every surface the pose rests on, steps on or holds."""
    pose = solved.pose
    if mat or pose.position.level is Level.FLOOR:
        yield from _mat(solved, eye)
    yield from own_chair(solved, eye, aid)
    yield from under(solved, eye)
    yield from for_hands(solved, eye)
    yield from for_feet(solved, eye)


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
        yield Shape(Role.GROUND if shape.role is Role.SURFACE else Role.SURFACE_TOP, "mat", shape.pieces, BEHIND, False)
