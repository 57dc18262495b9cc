"""The bench's drawing as SVG.

Written out by hand rather than by a template: it is a few hundred numbers on every change, and this
is ten times as fast. Whatever a person typed goes through ``escape``.
"""

from collections.abc import Iterable
from html import escape

from django.utils.safestring import SafeString, mark_safe

from fairbench.figures.palette import colour
from fairbench.figures.verdict_shapes import shape_path

from .drawing import PLANK, ROW, ROW_PLANK, WEAVE, Cell, Drawing, Lane, Plank, Row

_DARK, _LIGHT = colour("@ink"), colour("@paper")
# A small texture for each block, so that blocks do not differ by colour alone.
_TEXTURE_OF = {
    "settle": (8, f'<circle cx="3" cy="3" r="1.2" fill="{_DARK}"/>'),
    "warm_up": (7, f'<path d="M0 6L6 0" stroke="{_DARK}" stroke-width="1.2"/>'),
    "strengthen": (6, f'<path d="M0 0h3v6h-3z" fill="{_LIGHT}"/>'),
    "steady": (6, f'<path d="M0 0h3v3h3v3h-3v-3h-3z" fill="{_LIGHT}"/>'),
    "stretch": (12, f'<path d="M0 5Q3 -1 6 3T12 3" stroke="{_LIGHT}" stroke-width="1.3" fill="none"/>'),
    "close": (8, f'<path d="M0 3H8" stroke="{_LIGHT}" stroke-width="1.4"/>'),
}
_TEXTURES = "".join(
    [
        "<defs>",
        *(
            f'<pattern id="weave-{kind}" width="{width}" height="6" patternUnits="userSpaceOnUse">{shape}</pattern>'
            for kind, (width, shape) in _TEXTURE_OF.items()
        ),
        "</defs>",
    ]
)


def bench_svg(drawing: Drawing, address: str, chosen: str, label: str) -> SafeString:
    """The whole drawing. ``address`` is the bench's own, ``chosen`` the id of the chosen item."""
    d = drawing
    parts = [
        f'<svg class="bench-drawing" viewBox="0 0 {d.width:g} {d.height:g}" role="group" aria-label="{escape(label)}">',
        _TEXTURES,
        f'<defs><path id="as-planned" d="{d.row_path}"/></defs>',
        *(
            f'<line class="tick" x1="{t.x}" x2="{t.x}" y1="18" y2="{d.height:g}"/>'
            f'<text class="tick-label" x="{t.x}" y="13" text-anchor="middle">{t.minute}</text>'
            for t in d.ticks
        ),
        *(_lane(lane, d) for lane in d.lanes),
        f'<line class="booked" x1="{d.booked_x}" x2="{d.booked_x}" y1="18" y2="{d.height:g}"/>',
        f'<path class="level-line" d="{d.level_line}"/>',
        *(_water(x) for x in d.waters),
        *(_row(row, d, address) for row in d.rows),
        *(_plank(plank, address, chosen) for plank in d.planks),
        f'<line class="drop-line" id="drop-line" x1="-9" x2="-9" y1="{d.top:g}" y2="{d.rows_top:g}"'
        ' visibility="hidden"/>',
        "</svg>",
    ]
    return mark_safe("".join(parts))  # every text in it was escaped above


def _lane(lane: Lane, drawing: Drawing) -> str:
    unused = "" if lane.used else " unused"
    return (
        f'<line class="lane-line" x1="{drawing.left:g}" x2="{drawing.width:g}" y1="{lane.base:g}" y2="{lane.base:g}"/>'
        f'<text class="lane-name{unused}" x="{drawing.left - 12:g}" y="{lane.base - 18:g}">{lane.name}</text>'
    )


def _water(x: float) -> str:
    drop = f"M{x} 17c-3 4 -4 6 -4 8a4 4 0 0 0 8 0c0 -2 -1 -4 -4 -8z"
    return f'<path class="water" d="{drop}"><title>Pause for water</title></path>'


def _row(row: Row, drawing: Drawing, address: str) -> str:
    name = escape(row.name)
    pace = f", {row.pace}" if row.pace else ""
    vals = f"{{&quot;chosen&quot;: &quot;&quot;, &quot;person&quot;: &quot;{row.id}&quot;}}"
    who = f'hx-get="{address}" hx-vals="{vals}"'
    planks = (
        f'<path class="row-planks" transform="translate(0 {row.y:g})" d="{row.path}"/>'
        if row.cells
        else f'<use class="row-planks" href="#as-planned" y="{row.y:g}">'
        f"<title>{name}: everything as planned{pace}</title></use>"
    )
    return "".join(
        [
            f'<g class="people-row"><rect class="row-band" x="0" y="{row.y:g}" width="{drawing.width:g}"',
            f' height="{ROW:g}"/><a class="row-who" id="row-{row.id}" href="{address}?person={row.id}" {who}>',
            f"<title>{name}{pace}</title>",
            f'<rect class="row-hit" x="0" y="{row.y:g}" width="{drawing.left - 4:g}" height="{ROW:g}"/>',
            f'<text class="row-name" x="10" y="{row.y + 18:g}">{escape(row.shown)}</text>',
            f'<text class="row-share" x="{drawing.left - 6:g}" y="{row.y + 18:g}">{row.share}</text></a>',
            planks,
            *(_cell(cell, row, address) for cell in row.cells),
            "</g>",
        ]
    )


def _cell(cell: Cell, row: Row, address: str) -> str:
    """One verdict that is not as planned, in its own shape; choosing it opens the reason."""
    item, words = escape(cell.item), escape(f"{row.name}, {cell.words}")
    vals = f"{{&quot;chosen&quot;: &quot;{item}&quot;, &quot;person&quot;: &quot;{row.id}&quot;}}"
    kind = "overridden" if cell.overridden else cell.kind.value
    return (
        f'<a class="cell {kind}" id="cell-{row.id}-{item}" href="{address}?chosen={item}&amp;person={row.id}"'
        f' hx-get="{address}" hx-vals="{vals}" aria-label="{words}"><title>{words}</title>'
        f'<rect class="row-hit" x="{cell.x}" y="{row.y:g}" width="{cell.width}" height="{ROW:g}"/>'
        f'<path transform="translate({cell.x} {row.y + (ROW - ROW_PLANK) / 2:g})"'
        f' d="{shape_path(cell.kind, cell.width)}"/></a>'
    )


def _plank(plank: Plank, address: str, chosen: str) -> str:
    p = plank
    current = ' aria-current="true"' if p.id == chosen else ""
    item = escape(p.id)
    return "".join(
        [
            f'<a class="plank" id="plank-{item}" href="{address}?chosen={item}" hx-get="{address}"',
            f' hx-vals="{{&quot;chosen&quot;: &quot;{item}&quot;}}" aria-label="{escape(p.accessible_name)}"{current}',
            f' data-item="{item}" data-exercise="{p.exercise}" data-block="{p.block}" data-place="{p.place}"',
            f' data-x="{p.x}" data-end="{p.end}">',
            f'<path class="plank-leader" d="{p.leader}"/>' if p.leader else "",
            _text("plank-outside", p.x, p.outside_y, p.outside),
            f'<rect class="plank-wood {p.kind}" x="{p.x}" y="{p.y:g}" width="{p.width}" height="{PLANK:g}" rx="4"/>',
            f'<rect x="{p.x}" y="{p.weave_y:g}" width="{p.width}" height="{WEAVE:g}"',
            f' fill="url(#weave-{p.kind})" opacity="0.5"/>',
            f'<rect class="plank-ring" x="{p.ring_x}" y="{p.ring_y:g}" width="{p.ring_width}"',
            f' height="{PLANK + 6:g}" rx="6"/>',
            *_inside(p),
            "</a>",
        ]
    )


def _inside(plank: Plank) -> Iterable[str]:
    for y, line in plank.lines:
        yield _text(f"plank-name on-{plank.kind}", plank.text_x, y, line)
    yield _text(f"plank-dose on-{plank.kind}", plank.text_x, plank.dose_y, plank.dose)


def _text(kind: str, x: float, y: float, words: str) -> str:
    return f'<text class="{kind}" x="{x}" y="{y}">{escape(words)}</text> ' if words else ""
