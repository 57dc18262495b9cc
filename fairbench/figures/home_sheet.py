"""A home sheet as a page to print: figures from start to end, large type, and nothing that needs colour."""

from base64 import b64encode
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from html import escape
from pathlib import Path

from fairbench.core.counted import together
from fairbench.core.errors import PlanError
from fairbench.core.exercises.exercise import Version
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.handouts.home import HomeRules
from fairbench.core.handouts.sheet import Sheet, SheetLine
from fairbench.core.kept import kept
from fairbench.core.sides import Side

from .arcs import as_curves
from .palette import palette
from .still import still_svg

PAPERS = ("A4", "Letter")
WEEKS = 4
_DAYS = ("Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun")
_HERE = Path(__file__).parent
_FONT = _HERE.parent / "web/static/fonts"
_SAID_ANYWAY = frozenset({"chair", "wall", "rail", "table", "door-frame"})
"""What the words of an exercise name themselves; it stands in the list of what is needed."""
_KEPT = 512
_WIDE = 1.12
"""A figure that is so much wider than high stands above the other, not beside it."""
_ARROW = (
    '<svg class="arrow" viewBox="0 0 30 20"><path d="M2 10h20M15 3l8 7l-8 7" fill="none" stroke="#000"'
    ' stroke-width="3.4"/></svg>'
)
_ARROW_DOWN = (
    '<svg class="arrow" viewBox="0 0 20 30"><path d="M10 2v20M3 15l7 8l7-8" fill="none" stroke="#000"'
    ' stroke-width="3.4"/></svg>'
)


@dataclass(frozen=True, slots=True)
class Printed:
    """A sheet with whose it is; ``code`` is a QR code as SVG that leads to ``address``, the same on a phone."""

    sheet: Sheet
    name: str
    address: str = ""
    code: str = ""


@dataclass(frozen=True, slots=True)
class Face:
    """A file of the typeface, and for which weight it stands."""

    file: Path
    weight: int


FACES = tuple(Face(file, weight) for weight in (400, 700) for file in sorted(_FONT.glob(f"*-{weight}-normal.woff2")))
"""The typeface as it ships, plain and bold: there is nothing else on a sheet."""


def sheets_html(
    printed: Iterable[Printed], rules: HomeRules, shelf: Shelf, paper: str = "A4", faces: Sequence[Face] = FACES
) -> str:
    """Sheets one after the other, each on pages of its own, as a whole HTML page, set in ``faces``. Raises
    :class:`PlanError` for a paper that there is not."""
    if paper not in PAPERS:
        raise PlanError(f"the paper is {' or '.join(PAPERS)}, not {paper}", "paper")
    body = "".join(_sheet(one, rules, shelf) for one in printed)
    fonts = "".join(
        f'@font-face{{font-family:"Fair Bench";src:url("{face.file.as_uri()}");font-weight:{face.weight};}}'
        for face in faces
    )
    style = f"{fonts}@page{{size:{paper};}}{_css()}"
    return (
        '<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Exercises at home</title>'
        f"<style>{style}</style></head><body>{body}</body></html>"
    )


@kept(1)
def _css() -> str:
    return (_HERE / "home_sheet.css").read_text(encoding="utf-8")


def _sheet(printed: Printed, rules: HomeRules, shelf: Shelf) -> str:
    sheet = printed.sheet
    days = "every day" if sheet.days == 7 else f"{sheet.days} days a week"
    lines = "".join(_line(number, line, shelf) for number, line in enumerate(sheet.lines, 1))
    return (
        f'<section class="sheet" style="font-size:{sheet.size}pt"><h1>{escape(printed.name)}: exercises at home</h1>'
        f'<p class="how"><b>{days.capitalize()}, about {sheet.minutes_a_day} minutes a day</b>, each at its own '
        f"moment. {escape(rules.before)} {escape(rules.feel)} {escape(rules.not_today)}</p>"
        f"{_needed(sheet)}"
        f'{lines}<div class="last">{_signs(sheet, rules)}{_ticks()}{_phone(printed)}</div></section>'
    )


def _needed(sheet: Sheet) -> str:
    """What is needed for all of it, each once, with what to look at first."""
    notes = {thing.say: thing.note for line in sheet.lines for thing in line.things}
    if not notes:
        return ""
    said = " ".join(f"{say[:1].upper()}{say[1:]}{f': {note}' if note else '.'}" for say, note in notes.items())
    return f'<p class="how"><b>You need:</b> {escape(said)}</p>'


def _and(things: Sequence[str]) -> str:
    return together(things)


def _line(number: int, line: SheetLine, shelf: Shelf) -> str:
    things = [thing.say for thing in line.things if thing.prop not in _SAID_ANYWAY]
    with_ = f"With {_and(things)}. " if things else ""
    rows = [
        ("Start", f"{with_}{' '.join(line.start)}"),
        ("Do", " ".join((*line.do, line.breath))),
        ("Mind", " ".join(line.mind)),
    ]
    said = "".join(f"<p><b>{name}:</b> {escape(words)}</p>" for name, words in rows if words)
    return (
        f'<div class="one"><h2>{number}. {escape(line.name)}</h2><p class="when">{escape(line.moment.say)}: '
        f'<span class="amount">{escape(line.amount)}</span></p>{_pictures(line, shelf)}<div class="words">{said}'
        f'<p class="stop"><b>Take care:</b> {escape(line.stop)}</p></div></div>'
    )


def _pictures(line: SheetLine, shelf: Shelf) -> str:
    """Start and end with an arrow, one where nothing moves; nothing where the version is no longer there."""
    try:
        version = shelf.exercise(line.exercise).version(line.version)
    except PlanError:
        return ""
    drawn = _figures_of(version, line.name, line.side)
    figures = [_image(svg, f"{line.name}, {says}") for svg, says in zip(drawn, ("start", "end"), strict=False)]
    if len(figures) == 1:
        return f'<div class="pictures one-only">{figures[0]}</div>'
    if _is_wide(drawn):
        return f'<div class="pictures stacked">{_ARROW_DOWN.join(figures)}</div>'
    return f'<div class="pictures two">{_ARROW.join(figures)}</div>'


@kept(_KEPT)
def _figures_of(version: Version, name: str, side: Side) -> tuple[str, ...]:
    """The figure at the start and at the end, or only one where it holds still: no wider than what is drawn, so that it
    is as large as its place allows."""
    poses = ("start", "end") if len(version.movement.poses) > 1 else ("start",)
    drawn = (
        still_svg(version.movement, palette("print"), f"{name}, {pose}", pose, side=side, square=False)
        for pose in poses
    )
    return tuple(as_curves(one) for one in drawn)


def _image(svg: str, says: str) -> str:
    """A figure as an image of its own: what is inside it is no matter of the page's styles."""
    data = b64encode(svg.encode()).decode()
    return f'<img class="figure" alt="{escape(says)}" src="data:image/svg+xml;base64,{data}">'


def _is_wide(figures: Sequence[str]) -> bool:
    _, _, width, height = (float(one) for one in figures[0].split('viewBox="', 1)[1].split('"', 1)[0].split())
    return width > _WIDE * height


def _signs(sheet: Sheet, rules: HomeRules) -> str:
    signs = "".join(f"<li>{escape(sign)}</li>" for sign in rules.stop)
    call = f"<p><b>Questions?</b> Call {escape(sheet.call)}.</p>" if sheet.call else ""
    return (
        f'<div class="signs"><h2>Stop at once if you notice</h2><ul>{signs}</ul>'
        f"<p><b>{escape(rules.stop_do)}</b></p>{call}</div>"
    )


def _ticks() -> str:
    head = "".join(f"<th>{day}</th>" for day in _DAYS)
    rows = "".join(f"<tr><td>Week {number}</td>{'<td></td>' * len(_DAYS)}</tr>" for number in range(1, WEEKS + 1))
    return f"<table><thead><tr><th>Tick when done</th>{head}</tr></thead><tbody>{rows}</tbody></table>"


def _phone(printed: Printed) -> str:
    if not printed.code:
        return ""
    return (
        f'<div class="phone">{printed.code}<p>The same on a telephone, with moving figures that count aloud: '
        f"{escape(printed.address)}</p></div>"
    )
