"""A picture as SVG: in thousandths of stature, y down, no style and no script in it."""

from html import escape
from math import atan2, cos, radians, sin

from fairbench.core.body.drawing.scene import Picture
from fairbench.core.body.drawing.shapes import Capsule, Drawing, Line, Piece, Polygon, Role, Shape
from fairbench.core.body.statics.outline import Point

from .palette import Palette

_GAP = 15
"""Width of the gap round a shape, in thousandths of stature; half of it shows."""
_MARGIN = 0.045
_TEMPLATE = (
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="{left} {top} {width} {height}"{size} role="img">'
    "<title>{title}</title>{body}</svg>"
)


def _n(value: float) -> str:
    return str(round(value * 1000))


def _p(point: Point) -> str:
    return f"{round(point[0] * 1000)} {round(-point[1] * 1000)}"


def piece_path(piece: Piece) -> str:
    """The path data of one piece. Every closed piece runs the same way round."""
    if isinstance(piece, Capsule):
        a_left, a_right, b_right, b_left = piece.tangents()
        ra, rb = _n(piece.ra), _n(piece.rb)
        big_a, big_b = (1, 0) if piece.ra > piece.rb else (0, 1)
        if piece.a == piece.b:
            x, y = piece.a
            r = _n(piece.ra)
            return (
                f"M{_p((x - piece.ra, y))}A{r} {r} 0 1 0 {_p((x + piece.ra, y))}A{r} {r} 0 1 0 {_p((x - piece.ra, y))}Z"
            )
        return f"M{_p(a_left)}A{ra} {ra} 0 {big_a} 0 {_p(a_right)}L{_p(b_right)}A{rb} {rb} 0 {big_b} 0 {_p(b_left)}Z"
    if isinstance(piece, Polygon):
        if piece.smooth:
            return _smooth(piece.points)
        return "M" + "L".join(_p(point) for point in piece.points) + "Z"
    return "M" + "L".join(_p(point) for point in piece.points)


def _smooth(points: tuple[Point, ...]) -> str:
    """A closed outline whose corners are cut to curves."""
    n = len(points)

    def part(i: int, t: float) -> Point:
        a, b = points[i % n], points[(i + 1) % n]
        return (a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t)

    text = f"M{_p(part(0, 0.3))}"
    for i in range(n):
        text += f"L{_p(part(i, 0.7))}Q{_p(points[(i + 1) % n])} {_p(part(i + 1, 0.3))}"
    return text + "Z"


def shape_svg(shape: Shape, palette: Palette) -> str:
    """One shape as one path, its pieces drawn as one."""
    lines = [piece for piece in shape.pieces if isinstance(piece, Line)]
    if lines:
        return "".join(_line(line, shape.role, palette) for line in lines)
    d = "".join(piece_path(piece) for piece in shape.pieces)
    fill = palette.fills.get(shape.role) or palette.lines.get(shape.role, "#000")
    if shape.role is Role.GHOST:
        dashes = f'stroke="{palette.lines[Role.GHOST]}" stroke-width="6" stroke-dasharray="18 14"'
        return f'<path d="{d}" fill="none" {dashes}/>'
    edge = palette.edge.get(shape.role)
    if edge:
        return f'<path d="{d}" fill="{fill}" stroke="{edge}" stroke-width="9" paint-order="stroke"/>'
    if shape.gap:
        return f'<path d="{d}" fill="{fill}" stroke="{palette.paper}" stroke-width="{_GAP}" paint-order="stroke"/>'
    return f'<path d="{d}" fill="{fill}"/>'


def _line(line: Line, role: Role, palette: Palette) -> str:
    colour = palette.lines.get(role) or palette.fills.get(role, "#000")
    dash = ' stroke-dasharray="26 18"' if line.dashed else ""
    text = (
        f'<path d="{piece_path(line)}" fill="none" stroke="{colour}" stroke-width="{_n(line.width)}"'
        f' stroke-linecap="round" stroke-linejoin="round"{dash}/>'
    )
    return text + (_arrow(line, colour) if line.arrow else "")


def _arrow(line: Line, colour: str) -> str:
    """A head at the end of an arc, along its last stretch."""
    tip = line.points[-1]
    back = next((p for p in reversed(line.points) if abs(p[0] - tip[0]) + abs(p[1] - tip[1]) > 0.02), line.points[0])
    along = atan2(tip[1] - back[1], tip[0] - back[0])
    size = 0.042

    def corner(turn: float, far: float) -> Point:
        return (tip[0] + far * cos(along + radians(turn)), tip[1] + far * sin(along + radians(turn)))

    points = (corner(0, 0.016), corner(150, size), corner(-150, size))
    return f'<path d="M{"L".join(_p(p) for p in points)}Z" fill="{colour}"/>'


def drawing_svg(drawing: Drawing, palette: Palette) -> str:
    """Its shapes as SVG, in order."""
    return "".join(shape_svg(shape, palette) for shape in drawing.shapes)


def picture_svg(picture: Picture, palette: Palette, title: str, size: int = 0, square: bool = True) -> str:
    """The whole picture, start pale behind end, with its arcs on top, in a box that holds all of it."""
    return frame_svg(picture.box(), inside(picture, palette), palette, title, size, square)


def inside(picture: Picture, palette: Palette) -> str:
    """What goes inside the svg element of a picture: the start pale, the end full."""
    pale = f'<g opacity="0.28">{drawing_svg(picture.pale, palette)}</g>' if picture.pale else ""
    arcs = "".join(shape_svg(shape, palette) for shape in picture.arcs)
    room = [shape for shape in picture.full.shapes if shape.near < -5]
    rest = [shape for shape in picture.full.shapes if shape.near >= -5]
    behind = "".join(shape_svg(shape, palette) for shape in room)
    return behind + pale + "".join(shape_svg(shape, palette) for shape in rest) + arcs


def frame_svg(
    box: tuple[float, float, float, float], body: str, palette: Palette, title: str, size: int = 0, square: bool = True
) -> str:
    """Some SVG in a frame with a line of ground under it."""
    left, bottom, right, top = view_box(box, square)
    return _TEMPLATE.format(
        left=_n(left),
        top=_n(-top),
        width=_n(right - left),
        height=_n(top - bottom),
        size=f' width="{size}" height="{round(size * (top - bottom) / (right - left))}"' if size else "",
        title=escape(title),
        body=ground_svg((left, bottom, right, top), palette) + body,
    )


def ground_svg(box: tuple[float, float, float, float], palette: Palette) -> str:
    """The line of the floor, across the whole box."""
    return (
        f'<path d="M{_n(box[0] + 0.02)} {_n(0.006)}H{_n(box[2] - 0.02)}" stroke="{palette.lines[Role.GROUND]}"'
        ' stroke-width="12" stroke-linecap="round"/>'
    )


def view_box(box: tuple[float, float, float, float], square: bool = True) -> tuple[float, float, float, float]:
    """The box with a margin; a square one keeps the ground at the bottom and the figure in the middle."""
    left, bottom, right, top = box
    left, bottom, right, top = left - _MARGIN, min(bottom, 0.0) - _MARGIN, right + _MARGIN, top + _MARGIN
    if square:
        side = max(right - left, top - bottom, 0.72)
        middle = (left + right) / 2
        spare = side - (top - bottom)
        left, right = middle - side / 2, middle + side / 2
        bottom, top = bottom - spare * 0.3, top + spare * 0.7
    return left, bottom, right, top
