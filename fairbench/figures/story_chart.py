"""The story of an exercise as a drawing: small lines on one axis of days, weeks missed behind them, marks by number."""

import datetime
from collections.abc import Callable
from html import escape
from itertools import pairwise

from fairbench.core.progress.story import Row, Story

WIDTH, ROW, LEFT, RIGHT, TOP, BOTTOM = 800.0, 50.0, 84.0, 134.0, 20.0, 22.0
_PAD = 12.0


def story_chart(story: Story, name: str) -> str:
    """The SVG. ``name`` is what it is of, for somebody who cannot see it; a table says the same."""
    height = TOP + ROW * len(story.rows) + BOTTOM
    label = escape(f"{name} from {story.first:%-d %b %Y} to {story.last:%-d %b %Y}")
    parts = [f'<svg class="story-chart" viewBox="0 0 {WIDTH:g} {height:g}" role="img" aria-label="{label}">']
    days = max(1, (story.last - story.first).days)

    def x(day: datetime.date) -> float:
        part = (day - story.first).days / days
        return round(LEFT + (WIDTH - LEFT - RIGHT) * min(1.0, max(0.0, part)), 1)

    for monday in story.missed:
        start, end = x(monday), x(monday + datetime.timedelta(days=6))
        parts.append(
            f'<rect class="missed" x="{start:g}" y="{TOP:g}" width="{max(3.0, end - start):g}"'
            f' height="{height - TOP - BOTTOM:g}"><title>missed, week of {monday:%-d %b}</title></rect>'
        )
    for number, mark in enumerate(story.marks, 1):
        at = x(mark.day)
        parts.append(f'<line class="mark-line" x1="{at:g}" x2="{at:g}" y1="{TOP:g}" y2="{height - BOTTOM:g}"/>')
        parts.append(
            f'<text class="mark-number" x="{at:g}" y="{TOP - 6:g}" text-anchor="middle">{number}'
            f"<title>{mark.day:%-d %b}: {escape(mark.words)}</title></text>"
        )
    for number, row in enumerate(story.rows):
        parts += _row(row, TOP + ROW * number, x)
    for day, anchor in ((story.first, "start"), (story.last, "end")):
        parts.append(f'<text x="{x(day):g}" y="{height - 6:g}" text-anchor="{anchor}">{day:%-d %b %y}</text>')
    return "".join([*parts, "</svg>"])


def _row(row: Row, top: float, x: Callable[[datetime.date], float]) -> list[str]:
    """One line: stepped, as nothing is known of the days between two times."""

    def y(value: float) -> float:
        part = (value - row.low) / (row.high - row.low) if row.high > row.low else 0.5
        return round(top + ROW - _PAD - part * (ROW - 2 * _PAD), 1)

    parts = [f'<text class="row-name" x="0" y="{top + ROW / 2 + 4:g}">{escape(row.name)}</text>']
    for (day, value, _), (following, after, _) in pairwise(row.points):
        start, end = x(day), x(following)
        parts.append(f'<path d="M{start:g} {y(value):g}H{end:g}V{y(after):g}"/>')
    for day, value, words in row.points:
        title = escape(f"{day:%-d %b}: {words}")
        parts.append(f'<circle cx="{x(day):g}" cy="{y(value):g}" r="3.5"><title>{title}</title></circle>')
    said = {value: words if row.named else f"{value:g}" for _, value, words in row.points}
    for value in sorted({row.low, row.high}):
        parts.append(f'<text x="{WIDTH - RIGHT + 8:g}" y="{y(value) + 4:g}">{escape(said[value])}</text>')
    return parts
