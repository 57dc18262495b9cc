"""A test over time as a drawing: the usual band, every result, and a line only where one is honest."""

import datetime
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from html import escape

from fairbench.core.measures.bands import Band
from fairbench.core.measures.change import trend_of
from fairbench.core.measures.test import Test
from fairbench.core.sides import Side

WIDTH, HEIGHT = 360.0, 132.0
LEFT, RIGHT, TOP, BOTTOM = 34.0, 12.0, 10.0, 22.0
_MARKS = {None: "both", Side.LEFT: "left", Side.RIGHT: "right"}


@dataclass(frozen=True, slots=True)
class _Axes:
    first: datetime.date
    days: float
    low: float
    high: float

    def x(self, day: datetime.date) -> float:
        return round(LEFT + (WIDTH - LEFT - RIGHT) * ((day - self.first).days / self.days if self.days else 0.5), 1)

    def y(self, value: float) -> float:
        part = (value - self.low) / (self.high - self.low)
        return round(HEIGHT - BOTTOM - part * (HEIGHT - TOP - BOTTOM), 1)


def chart(
    test: Test, results: Mapping[Side | None, Sequence[tuple[datetime.date, float]]], band: Band | None = None
) -> str:
    """The SVG. Left is a square, right a circle, both a diamond, so that it can be read without colour."""
    every = [point for points in results.values() for point in points]
    if not every:
        return ""
    axes = _axes(every, band)
    days = sorted({day for day, _ in every})
    label = escape(
        f"{test.name}: {max(map(len, results.values()))} results from {days[0]:%-d %b %Y} to {days[-1]:%-d %b %Y}"
    )
    parts = [f'<svg class="measure-chart" viewBox="0 0 {WIDTH:g} {HEIGHT:g}" role="img" aria-label="{label}">']
    if band is not None:
        top, bottom = axes.y(min(band.usual_to, axes.high)), axes.y(max(band.usual_from, axes.low))
        parts.append(
            f'<rect class="usual-band" x="{LEFT:g}" y="{top:g}" width="{WIDTH - LEFT - RIGHT:g}"'
            f' height="{max(0.0, bottom - top):g}"><title>usual {band.usual_from:g} to {band.usual_to:g}</title></rect>'
        )
    for value in _ticks(axes):
        y = axes.y(value)
        parts.append(f'<line class="tick" x1="{LEFT:g}" x2="{WIDTH - RIGHT:g}" y1="{y:g}" y2="{y:g}"/>')
        parts.append(f'<text x="{LEFT - 5:g}" y="{y + 4:g}" text-anchor="end">{value:g}</text>')
    for day, anchor in {days[0]: "start", days[-1]: "end"}.items() if len(days) > 1 else [(days[0], "middle")]:
        parts.append(f'<text x="{axes.x(day):g}" y="{HEIGHT - 6:g}" text-anchor="{anchor}">{day:%-d %b %y}</text>')
    for side, points in results.items():
        parts += _line(test, points, axes)
        parts += [
            _mark(side, axes.x(day), axes.y(value), f"{value:g} {test.unit}, {day:%-d %b}") for day, value in points
        ]
    return "".join([*parts, "</svg>"])


def _axes(every: Sequence[tuple[datetime.date, float]], band: Band | None) -> _Axes:
    first, last = min(day for day, _ in every), max(day for day, _ in every)
    low, high = min(value for _, value in every), max(value for _, value in every)
    if band is not None:
        low, high = min(low, band.usual_from), max(high, band.usual_to)
    margin = max((high - low) * 0.12, 0.5)
    return _Axes(first, float((last - first).days), low - margin, high + margin)


def _ticks(axes: _Axes) -> list[float]:
    spread = axes.high - axes.low
    step = next(step for step in (0.5, 1, 2, 5, 10, 20, 50, 100, 200) if spread / step <= 4.5)
    first = -(-axes.low // step)
    return [number * step for number in range(int(first), int(axes.high // step) + 1)]


def _line(test: Test, points: Sequence[tuple[datetime.date, float]], axes: _Axes) -> list[str]:
    """A straight line through three results or more; none through two."""
    if not points:
        return []
    first = points[0][0]
    found = trend_of(test, [(float((day - first).days), value) for day, value in points])
    if found is None:
        return []
    last = points[-1][0]
    end = found.start + found.per_month * (last - first).days / (365.25 / 12)
    return [
        f'<line class="trend" x1="{axes.x(first):g}" y1="{axes.y(found.start):g}" x2="{axes.x(last):g}"'
        f' y2="{axes.y(end):g}"/>'
    ]


def _mark(side: Side | None, x: float, y: float, words: str) -> str:
    shape = {
        None: f'<path d="M{x:g} {y - 5:g}l5 5l-5 5l-5 -5z">',
        Side.LEFT: f'<path d="M{x - 4:g} {y - 4:g}h8v8h-8z">',
        Side.RIGHT: f'<path d="M{x - 4:g} {y:g}a4 4 0 1 0 8 0a4 4 0 1 0 -8 0z">',
    }[side]
    said = f"{side.value}, {words}" if side else words
    return f'<g class="mark {_MARKS[side]}">{shape}<title>{escape(said)}</title></path></g>'
