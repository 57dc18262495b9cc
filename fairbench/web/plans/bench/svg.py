"""The bench's drawing as SVG.

Written out by hand rather than by a template: it is a few hundred numbers on every change, and this
is ten times as fast. Whatever a person typed goes through ``escape``.
"""

from collections.abc import Iterable
from html import escape

from django.utils.safestring import SafeString, mark_safe

from fairbench.figures.palette import colour
from fairbench.figures.verdict_shapes import shape_path

from .drawing import FIGURE, ROW, ROW_PLANK, WEAVE, Cell, Drawing, Lane, Plank, Row

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


_FLAGS = {
    "water": '<path class="water" d="M{x} 17c-3 4 -4 6 -4 8a4 4 0 0 0 8 0c0 -2 -1 -4 -4 -8z">',
    "talk": '<path class="flag" d="M{x} 27v-10h10v6h-6z">',
    "notice": '<path class="flag" d="M{x} 22l5 -5l5 5l-5 5z">',
    "check": '<path class="flag" d="M{x} 21l4 5l7 -9l-7 5z">',
}


def bench_svg(drawing: Drawing, address: str, chosen: str, label: str) -> SafeString:
    """The whole drawing. ``address`` is the bench's own, ``chosen`` the id of the chosen item. A roomy one is in two:
    the names, which stand still, and the planks that go past them."""
    d = drawing
    if d.roomy:
        parts = [
            f'<div class="roomy"><svg class="bench-drawing bench-names" viewBox="0 0 {d.left:g} {d.height:g}"'
            f' width="{d.left:g}" height="{d.height:g}" role="group" aria-label="Levels and people">',
            *(_lane_name(lane, d) for lane in d.lanes if lane.used),
            *(f'<g class="people-row" data-person="{row.id}">{_who(row, d, address)}</g>' for row in d.rows),
            "</svg>",
            f'<svg class="bench-drawing" viewBox="{d.left:g} 0 {d.width - d.left:g} {d.height:g}"'
            f' width="{d.width - d.left:g}" height="{d.height:g}" role="group" aria-label="{escape(label)}">',
            *_axis(d, address, chosen, names=False),
            "</svg></div>",
        ]
    else:
        parts = [
            f'<svg class="bench-drawing" viewBox="0 0 {d.width:g} {d.height:g}" role="group"'
            f' aria-label="{escape(label)}">',
            *_axis(d, address, chosen, names=True),
            "</svg>",
        ]
    return mark_safe("".join(parts))  # every text in it was escaped above


def _axis(d: Drawing, address: str, chosen: str, names: bool) -> Iterable[str]:
    """Everything on the time axis, with the names of levels and people before it or without them."""
    yield _TEXTURES
    yield f'<defs><path id="as-planned" d="{d.row_path}"/></defs>'
    for tick in d.ticks:
        yield f'<line class="tick" x1="{tick.x}" x2="{tick.x}" y1="18" y2="{d.height:g}"/>'
        anchor = "middle" if names or tick.minute else "start"
        yield f'<text class="tick-label" x="{tick.x}" y="13" text-anchor="{anchor}">{tick.minute}</text>'
    for lane in d.lanes:
        if lane.used:
            yield _lane_name(lane, d) if names else ""
            yield (f'<line class="lane-line" x1="{d.left:g}" x2="{d.width:g}" y1="{lane.base:g}" y2="{lane.base:g}"/>')
    yield f'<line class="booked" x1="{d.booked_x}" x2="{d.booked_x}" y1="18" y2="{d.height:g}"/>'
    yield f'<path class="level-line" d="{d.level_line}"/>'
    for flag in d.flags:
        yield f"{_FLAGS[flag.kind].format(x=flag.x)}<title>{escape(flag.title)}</title></path>"
    for bracket in d.brackets:
        yield (
            f'<path class="bracket-line" d="M{bracket.x} {bracket.y + 8:g}v-6H{bracket.end}v6">'
            f"<title>{escape(bracket.title)}</title></path>"
        )
        yield _text("bracket-words", round(bracket.x + 4, 1), bracket.y + 13, bracket.words)
    for row in d.rows:
        yield from _row(row, d, address, names)
    for plank in d.planks:
        yield _plank(plank, address, chosen)
    yield (
        f'<line class="drop-line" id="drop-line" x1="-9" x2="-9" y1="{d.top:g}" y2="{d.rows_top:g}"'
        ' visibility="hidden"/>'
    )


def _lane_name(lane: Lane, drawing: Drawing) -> str:
    return f'<text class="lane-name" x="{drawing.left - 12:g}" y="{lane.base - 18:g}">{lane.name}</text>'


def _row(row: Row, drawing: Drawing, address: str, names: bool) -> Iterable[str]:
    name = escape(row.name)
    pace = f", {row.pace}" if row.pace else ""
    yield f'<g class="people-row" data-person="{row.id}"><rect class="row-band" x="0" y="{row.y:g}"'
    yield f' width="{drawing.width:g}" height="{ROW:g}"/>'
    if names:
        yield _who(row, drawing, address)
    if row.cells:
        yield f'<path class="row-planks" transform="translate(0 {row.y:g})" d="{row.path}"/>'
    else:
        yield f'<use class="row-planks" href="#as-planned" y="{row.y:g}">'
        yield f"<title>{name}: everything as planned{pace}</title></use>"
    for cell in row.cells:
        yield _cell(cell, row, address)
    yield "</g>"


def _who(row: Row, drawing: Drawing, address: str) -> str:
    """Whose row it is, and their share; it leads to their session."""
    name = escape(row.name)
    pace = f", {row.pace}" if row.pace else ""
    vals = f"{{&quot;chosen&quot;: &quot;&quot;, &quot;person&quot;: &quot;{row.id}&quot;}}"
    return (
        f'<a class="row-who" id="row-{row.id}" href="{address}?person={row.id}"'
        f' hx-get="{address}" hx-vals="{vals}">'
        f"<title>{name}{pace}</title>"
        f'<rect class="row-hit" x="0" y="{row.y:g}" width="{drawing.left - 4:g}" height="{ROW:g}"/>'
        f'<text class="row-name" x="10" y="{row.y + 18:g}">{escape(row.shown)}</text>'
        f'<text class="row-share" x="{drawing.left - 6:g}" y="{row.y + 18:g}">{row.share}</text></a>'
    )


def _cell(cell: Cell, row: Row, address: str) -> str:
    """One verdict that is not as planned, in its own shape; choosing it opens the reason."""
    item, words = escape(cell.item), escape(f"{row.name}, {cell.words}")
    vals = f"{{&quot;chosen&quot;: &quot;{item}&quot;, &quot;person&quot;: &quot;{row.id}&quot;}}"
    kind = "overridden" if cell.overridden else cell.kind.value
    return (
        f'<a class="cell {kind}" id="cell-{row.id}-{item}{_again(cell.round_number)}"'
        f' href="{address}?chosen={item}&amp;person={row.id}"'
        f' hx-get="{address}" hx-vals="{vals}" aria-label="{words}"><title>{words}</title>'
        f'<rect class="row-hit" x="{cell.x}" y="{row.y:g}" width="{cell.width}" height="{ROW:g}"/>'
        f'<path transform="translate({cell.x} {row.y + (ROW - ROW_PLANK) / 2:g})"'
        f' d="{shape_path(cell.kind, cell.width)}"/></a>'
    )


def _again(round_number: int) -> str:
    """What tells the id of a later round from that of the first."""
    return f"-{round_number}" if round_number > 1 else ""


def _plank(plank: Plank, address: str, chosen: str) -> str:
    p = plank
    current = ' aria-current="true"' if p.id == chosen else ""
    item, words = escape(p.id), escape(p.accessible_name)
    figure = (
        f'<rect class="plank-paper" x="{p.text_x}" y="{p.y + p.height - FIGURE - WEAVE - 2:g}" width="{FIGURE - 4:g}"'
        f' height="{FIGURE - 2:g}" rx="3"/><image href="{escape(p.figure)}" x="{p.text_x}"'
        f' y="{p.y + p.height - FIGURE - WEAVE - 2:g}" width="{FIGURE - 4:g}" height="{FIGURE - 2:g}"/>'
    )
    return "".join(
        [
            f'<a class="plank" id="plank-{item}{_again(p.round_number)}" href="{address}?chosen={item}"',
            f' hx-get="{address}" data-item="{item}" data-exercise="{p.exercise}"',
            f' hx-vals="{{&quot;chosen&quot;: &quot;{item}&quot;}}" aria-label="{words}"{current}',
            f' data-block="{p.block}" data-place="{p.place}" data-round="{p.round_number}"',
            f' data-x="{p.x}" data-end="{p.end}">',
            _text("plank-outside", p.x, p.outside_y, p.outside),
            f'<rect class="plank-wood {p.kind}" x="{p.x}" y="{p.y:g}" width="{p.width}" height="{p.height:g}" rx="4"/>',
            f'<rect x="{p.x}" y="{p.weave_y:g}" width="{p.width}" height="{WEAVE:g}"',
            f' fill="url(#weave-{p.kind})" opacity="0.5"/>',
            f'<rect class="plank-ring" x="{p.ring_x}" y="{p.ring_y:g}" width="{p.ring_width}"',
            f' height="{p.height + 6:g}" rx="6"/>',
            figure if p.figure else "",
            *_inside(p),
            "</a>",
        ]
    )


def _inside(plank: Plank) -> Iterable[str]:
    for y, line in plank.lines:
        number, _, name = line.partition(" ")
        if number.isdigit():
            yield (
                f'<text class="plank-name on-{plank.kind}" x="{plank.text_x}" y="{y}">'
                f'<tspan class="plank-number">{number}</tspan> {escape(name)}</text> '
            )
        else:
            yield _text(f"plank-name on-{plank.kind}", plank.text_x, y, line)
    if plank.mark:
        yield (
            f'<text class="plank-mark on-{plank.kind}" text-anchor="middle" x="{plank.x + plank.width / 2:g}"'
            f' y="{plank.mark_y}">{plank.mark}</text> '
        )
    yield _text(f"plank-dose on-{plank.kind}", plank.dose_x, plank.dose_y, plank.dose)


def _text(kind: str, x: float, y: float, words: str) -> str:
    return f'<text class="{kind}" x="{x}" y="{y}">{escape(words)}</text> ' if words else ""


EFFORT = 26.0
"""Height of the line of effort."""


def effort_svg(d: Drawing) -> SafeString:
    """How hard the class is over its time, on the same axis, as a line above the planks; nothing where there are none.
    A roomy one is in two, as the planks are."""
    if not d.planks:
        return SafeString("")
    most = max(effort for _, _, effort in d.efforts)
    role = f'class="effort-line" role="img" aria-label="Effort over time, at most {most:g} of 10"'
    if not d.roomy:
        parts = [f'<svg viewBox="0 0 {d.width:g} {EFFORT:g}" {role}>', _effort_name(d), *_effort_axis(d), "</svg>"]
    else:
        wide = d.width - d.left
        parts = [
            f'<div class="roomy"><svg class="bench-names effort-line" viewBox="0 0 {d.left:g} {EFFORT:g}"'
            f' width="{d.left:g}" height="{EFFORT:g}" aria-hidden="true">{_effort_name(d)}</svg>',
            f'<svg viewBox="{d.left:g} 0 {wide:g} {EFFORT:g}" width="{wide:g}" height="{EFFORT:g}" {role}>',
            *_effort_axis(d),
            "</svg></div>",
        ]
    return mark_safe("".join(parts))  # only figures are in it


def _effort_name(d: Drawing) -> str:
    return f'<text class="lane-name" x="{d.left - 12:g}" y="{EFFORT - 8:g}">effort</text>'


def _effort_axis(d: Drawing) -> Iterable[str]:
    for level in (0, 5, 10):
        y = _effort_y(level)
        yield f'<line class="lane-line" x1="{d.left:g}" x2="{d.width:g}" y1="{y:g}" y2="{y:g}"/>'
    points = ((x, _effort_y(effort)) for start, end, effort in d.efforts for x in (start, end))
    yield f'<polyline class="effort" points="{" ".join(f"{x:g},{y:g}" for x, y in points)}"/>'


def _effort_y(effort: float) -> float:
    return round(EFFORT - 3 - effort / 10 * (EFFORT - 6), 1)
