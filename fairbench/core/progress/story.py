"""The story of one exercise: rung, figure, load and effort on one axis of days, with what explains their bends."""

import datetime
from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass

from .log import Bout
from .volume import monday_of


@dataclass(frozen=True, slots=True)
class Row:
    """One line of the story: its name, and each time with its value and how that is said. The values of one that is
    ``named`` are places, told by their words."""

    name: str
    points: tuple[tuple[datetime.date, float, str], ...]
    named: bool = False

    @property
    def low(self) -> float:
        """The least value."""
        return min(value for _, value, _ in self.points)

    @property
    def high(self) -> float:
        """The most."""
        return max(value for _, value, _ in self.points)


@dataclass(frozen=True, slots=True)
class Mark:
    """Something on a day that explains a bend."""

    day: datetime.date
    words: str


@dataclass(frozen=True, slots=True)
class Story:
    """The rows that have anything to tell, the weeks missed by their Mondays, and the marks in order of days."""

    rows: tuple[Row, ...]
    missed: tuple[datetime.date, ...]
    marks: tuple[Mark, ...]
    first: datetime.date
    last: datetime.date

    @property
    def missed_words(self) -> str:
        """``21 Sep, 12 Oct``: the weeks missed."""
        return ", ".join(f"{week:%-d %b}" for week in self.missed)


def story_of(
    bouts: Sequence[Bout],
    ladder: Sequence[tuple[str, str]],
    met: Collection[datetime.date],
    came: Collection[datetime.date],
    noted: Sequence[Mark] = (),
) -> Story:
    """Of at least one time. ``ladder`` is ids and names of versions from easy to hard; ``noted`` is what is known of
    the person besides, of which what lies within the story is shown. A row that says nothing, such as a load where
    there never was any, is left out."""
    log = sorted(bouts, key=lambda bout: bout.day)
    first, last = log[0].day, log[-1].day
    places = {version: number for number, (version, _) in enumerate(ladder, 1)}
    names = dict(ladder)
    rows = [
        Row("Version", _points((b, places.get(b.amount.version), names.get(b.amount.version, "")) for b in log), True),
        Row("Figure", _points((b, b.amount.value, b.amount.words) for b in log)),
        Row("Load, kg", _points((b, b.amount.kg, f"{b.amount.kg or 0:g} kg") for b in log)),
        Row("Effort", _points((b, b.effort, f"{b.effort} of 10") for b in log)),
    ]
    own = [Mark(bout.day, words) for bout in log if (words := bent_by(bout))]
    weeks = {monday_of(day) for day in met} - {monday_of(day) for day in came}
    return Story(
        tuple(row for row in rows if row.points),
        tuple(sorted(week for week in weeks if monday_of(first) <= week <= monday_of(last))),
        tuple(sorted([*own, *(m for m in noted if first <= m.day <= last)], key=lambda mark: mark.day)),
        first,
        last,
    )


def _points(found: Iterable[tuple[Bout, float | None, str]]) -> tuple[tuple[datetime.date, float, str], ...]:
    return tuple((bout.day, float(value), words) for bout, value, words in found if value is not None)


def bent_by(bout: Bout) -> str:
    """What of a time explains that the next one went back, or no further; empty where nothing does."""
    found = []
    if bout.pain:
        found.append(f"pain {bout.pain} of 10, {bout.pain_where}")
    if bout.sore_after:
        found.append("felt on the day after")
    if bout.lost_form:
        found.append("lost form")
    if bout.too_hard:
        found.append("harder than planned")
    if not bout.reached:
        found.append("not all of it")
    return "; ".join(found)
