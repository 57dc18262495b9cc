"""Circular arcs of a drawing as cubic curves: what writes PDF takes twice as long over arcs."""

import math
import re
from collections.abc import Iterator

_PATH = re.compile(r' d="([^"]*)"')
_STEP = re.compile(r"([A-Za-z])([^A-Za-z]*)")
_NUMBER = re.compile(r"-?\d+(?:\.\d+)?")
_MOST = math.pi
_PLACES = 1

Point = tuple[float, float]


def as_curves(svg: str) -> str:
    """The same drawing with every ``A`` of a circle as ``C``, half of the circle each at most: off by less than
    two hundredths of the radius (the usual approximation, control points at 4/3 tan(angle/4) of it). Raises
    ValueError for an arc of an ellipse."""
    return _PATH.sub(lambda found: f' d="{"".join(_steps(found[1]))}"', svg)


def _steps(path: str) -> Iterator[str]:
    at: Point = (0.0, 0.0)
    for letter, words in _STEP.findall(path):
        numbers = [float(one) for one in _NUMBER.findall(words)]
        if letter == "A":
            across, down, _, large, sweep, x, y = numbers
            if across != down:
                raise ValueError(f"an arc of an ellipse: {letter}{words}")
            yield from _curves(at, (x, y), across, bool(large), bool(sweep))
        else:
            yield f"{letter}{words}"
        at = _end(letter, numbers, at)


def _end(letter: str, numbers: list[float], at: Point) -> Point:
    if letter == "H":
        return numbers[-1], at[1]
    if letter == "V":
        return at[0], numbers[-1]
    return (numbers[-2], numbers[-1]) if numbers else at


def _curves(begin: Point, end: Point, radius: float, large: bool, sweep: bool) -> Iterator[str]:
    """After the implementation notes of SVG: the middle from both ends, then the angle in equal parts."""
    half = ((begin[0] - end[0]) / 2, (begin[1] - end[1]) / 2)
    apart = math.hypot(*half)
    if not apart or not radius:
        yield f"L{_text(end)}"
        return
    radius = max(radius, apart)
    far = math.sqrt(max(0.0, radius**2 - apart**2)) * (-1 if large == sweep else 1) / apart
    middle = ((begin[0] + end[0]) / 2 + far * half[1], (begin[1] + end[1]) / 2 - far * half[0])
    first = math.atan2(begin[1] - middle[1], begin[0] - middle[0])
    angle = math.atan2(end[1] - middle[1], end[0] - middle[0]) - first
    if sweep and angle <= 0:
        angle += 2 * math.pi
    elif not sweep and angle >= 0:
        angle -= 2 * math.pi
    parts = max(1, math.ceil(abs(angle) / _MOST - 1e-6))
    part = angle / parts
    arm = 4 / 3 * math.tan(part / 4) * radius

    def on(turned: float, beside: float) -> Point:
        return (
            middle[0] + radius * math.cos(turned) - beside * math.sin(turned),
            middle[1] + radius * math.sin(turned) + beside * math.cos(turned),
        )

    for number in range(parts):
        since, until = first + number * part, first + (number + 1) * part
        last = end if number == parts - 1 else on(until, 0)
        yield f"C{_text(on(since, arm))} {_text(on(until, -arm))} {_text(last)}"


def _text(point: Point) -> str:
    return " ".join(f"{round(one, _PLACES) + 0:g}" for one in point)
