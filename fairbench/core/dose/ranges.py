"""Ranges: a figure of a dose that may be anywhere between two ends. The dose itself has the point that was picked."""

import re
from dataclasses import dataclass, fields, is_dataclass, replace
from enum import StrEnum
from typing import Any, TypeVar

from ..errors import DoseError

_T = TypeVar("_T")
_NUMBER = r"\d{1,4}(?:[.,]\d{1,2})?"
_RANGE = re.compile(
    rf"(?P<low>{_NUMBER}) ?(?P<how>-|–|to|→|->|building to) ?(?P<high>{_NUMBER})\Z",
)
_HOW = "write a range as 4–8, or as 10 building to 20"
_UNITS = {
    "reps": "repetitions",
    "repeats": "times",
    "breaths": "breaths",
    "count": "pulses",
    "rounds": "rounds",
    "sets": "sets",
}


class RangeStart(StrEnum):
    """Where in its range a figure is picked first, as a practice or a group has it. What builds begins at its low end
    whatever is said here."""

    LEAST = "least"
    MIDDLE = "middle"
    MOST = "most"

    @property
    def share(self) -> float:
        """The share of the way from the low end to the high one."""
        return {RangeStart.LEAST: 0.0, RangeStart.MIDDLE: 0.5, RangeStart.MOST: 1.0}[self]


@dataclass(frozen=True, slots=True)
class Range:
    """A figure by its path in the work (or ``sets``), and the ends between which it is picked. One that ``builds``
    begins at its low end and grows; any other begins in the middle."""

    path: str
    low: float
    high: float
    builds: bool = False

    def __post_init__(self) -> None:
        if not self.low < self.high:
            raise DoseError(f"a range goes upward, not from {self.low:g} to {self.high:g}", self.path)

    @property
    def words(self) -> str:
        """``4–8``, as it is written and read."""
        between = " building to " if self.builds else "–"
        return f"{self.low:g}{between}{self.high:g}"

    @property
    def said(self) -> str:
        """``4–8 repetitions``: with its unit, as it stands in the words of a dose."""
        return f"{self.words} {_UNITS.get(self.path.rpartition('.')[2], 's')}"

    @property
    def is_whole(self) -> bool:
        """Whether both ends are whole, and with them every point between."""
        return self.low == int(self.low) and self.high == int(self.high)

    def point(self, share: float) -> float:
        """The point at a share of the way from the low end (0) to the high end (1), rounded down to a whole number
        where the ends are whole, else to a quarter."""
        grain = 1 if self.is_whole else 4
        exact = self.low + (self.high - self.low) * min(1.0, max(0.0, share))
        return int(exact * grain + 1e-9) / grain

    def first_point(self, start: RangeStart = RangeStart.MIDDLE) -> float:
        """What is picked while nobody and nothing says otherwise: the middle rounded down, or where it begins."""
        return self.point(0.0 if self.builds else start.share)


def read_range(path: str, text: str) -> Range | None:
    """The range that somebody wrote for a figure; None where the text is a single figure or anything else."""
    return range_of(path, text) if says_range(text) else None


def says_range(text: str) -> bool:
    """Whether somebody wrote two ends rather than one figure."""
    return _RANGE.match(" ".join(text.split())) is not None


def ends_of(path: str, text: str) -> tuple[float, float]:
    """The two ends that somebody wrote. Raises :class:`DoseError` that says how a range is written."""
    found = _RANGE.match(" ".join(text.split()))
    if found is None:
        raise DoseError(_HOW, path)
    return float(found["low"].replace(",", ".")), float(found["high"].replace(",", "."))


def range_of(path: str, text: str) -> Range:
    """The range that somebody wrote. Raises :class:`DoseError` that says how it is written."""
    low, high = ends_of(path, text)
    return Range(path, low, high, any(how in text for how in ("→", "->", "building to")))


def figure_at(thing: object, path: str) -> float:
    """The figure at a path: ``tempo.work``, ``parts.1.seconds``. Raises :class:`DoseError` where there is none."""
    at: object = thing
    for name in path.split("."):
        if isinstance(at, tuple) and name.isdigit() and int(name) < len(at):
            at = at[int(name)]
        elif is_dataclass(at) and name in {field.name for field in fields(at)}:
            at = getattr(at, name)
        else:
            raise DoseError(f"this dose has no figure '{path}'", path)
    if isinstance(at, bool) or not isinstance(at, int | float):
        raise DoseError(f"'{path}' is no figure", path)
    return at


def with_figure(thing: _T, path: str, value: float) -> _T:
    """The same with the figure at a path set; a whole one stays whole. Raises :class:`DoseError` for its bounds."""
    now = figure_at(thing, path)
    kept: float = int(value) if isinstance(now, int) and value == int(value) else float(value)
    changed: _T = _with(thing, path.split("."), kept)
    return changed


def _with(thing: Any, path: list[str], value: float) -> Any:
    name, *rest = path
    if isinstance(thing, tuple):
        number = int(name)
        return (*thing[:number], _with(thing[number], rest, value), *thing[number + 1 :])
    return replace(thing, **{name: _with(getattr(thing, name), rest, value) if rest else value})
