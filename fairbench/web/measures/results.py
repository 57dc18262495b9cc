"""Somebody's measures as their page shows them: results with what is usual, whether they changed, and the drawing."""

import datetime
from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from django.utils.safestring import SafeString, mark_safe

from fairbench.core.errors import InputError
from fairbench.core.formats.measures_doc import load_bands, load_tests
from fairbench.core.formats.taken_doc import Measured
from fairbench.core.measures.bands import Band, band_for
from fairbench.core.measures.change import change_of
from fairbench.core.measures.clinician import word_due
from fairbench.core.measures.side_difference import apart
from fairbench.core.measures.test import Sex, Taken, Test
from fairbench.core.sides import Side
from fairbench.figures.measure_chart import chart
from fairbench.web.people.models import Participant

from .inputs import SIDES
from .models import Measurement
from .person_facts import age_on, sex_of

_BY_NAME = {name: side for side, name in SIDES.items()}


@dataclass(frozen=True, slots=True)
class Line:
    """One time that a test was taken: its figures that count, and all trials, in words."""

    row: Measurement
    taken: Taken

    @property
    def figures(self) -> str:
        """``12`` or ``left 4, right 9.5``."""
        return ", ".join(_figure(side, value) for side, value in self.taken.results.items())

    @property
    def trials(self) -> str:
        """Every trial, side by side."""
        return "; ".join(
            f"{side.value + ' ' if side else ''}{' · '.join(f'{value:g}' for value in trials)}"
            for side, trials in self.taken.trials.items()
            if trials
        )


def _figure(side: Side | None, value: float) -> str:
    shown = f"{value:.1f}".rstrip("0").rstrip(".")
    return f"{side.value} {shown}" if side else shown


@dataclass(frozen=True, slots=True)
class TestResults:
    """All of one test (of one joint, where it is of one), the newest first."""

    __test__ = False

    test: Test
    joint: str
    lines: tuple[Line, ...]
    usual: str
    source: str
    changes: tuple[str, ...]
    sides: str
    word: str
    drawn: SafeString

    @property
    def name(self) -> str:
        """The test, with its joint."""
        return f"{self.test.name}: {self.test.joints[self.joint].lower()}" if self.joint else self.test.name

    @property
    def newest(self) -> Line:
        """The last time."""
        return self.lines[0]


def taken_of_row(row: Measurement) -> Taken | None:
    """The test as the core has it; None where it is no longer among the tests or could not be taken so today."""
    test = load_tests().get(row.test)
    if test is None:
        return None
    try:
        return Taken(test, {_BY_NAME[name]: tuple(trials) for name, trials in row.trials.items()}, row.joint)
    except InputError:
        return None


def measured_of(rows: Iterable[Measurement]) -> tuple[Measured, ...]:
    """Rows as a file has them; what no longer can be read as a test stays out."""
    pairs = ((row, taken_of_row(row)) for row in rows)
    return tuple(Measured(row.day, taken, note=row.note) for row, taken in pairs if taken is not None)


def results_of(person: Participant, rows: Sequence[Measurement]) -> tuple[TestResults, ...]:
    """Every test that somebody took, in the order of the tests."""
    found: dict[tuple[str, str], list[Line]] = defaultdict(list)
    for row in rows:
        taken = taken_of_row(row)
        if taken is not None:
            found[row.test, row.joint].append(Line(row, taken))
    order = list(load_tests())
    return tuple(
        _results(person, lines) for _, lines in sorted(found.items(), key=lambda one: (order.index(one[0][0]), one[0]))
    )


def _results(person: Participant, lines: list[Line]) -> TestResults:
    lines.sort(key=lambda line: (line.row.day, line.row.at), reverse=True)
    newest, test, sex = lines[0], lines[0].taken.test, sex_of(person)
    band = band_for(test, load_bands(), sex, age_on(person, newest.row.day))
    usual, source = _usual(newest.taken, band) if isinstance(band, Band) else (band.why, "")
    both = newest.taken.results
    sides = apart(test, both[Side.LEFT], both[Side.RIGHT]).words if {Side.LEFT, Side.RIGHT} <= both.keys() else ""
    points: dict[Side | None, list[tuple[datetime.date, float]]] = defaultdict(list)
    for line in reversed(lines):
        for side, value in line.taken.results.items():
            points[side].append((line.row.day, value))
    drawn = chart(test, points, band if isinstance(band, Band) else None)
    return TestResults(
        test,
        newest.row.joint,
        tuple(lines),
        usual,
        source,
        _changes(test, lines),
        sides,
        word_due(newest.taken, band, sex),
        mark_safe(drawn),  # every text in it was escaped there
    )


def _usual(taken: Taken, band: Band) -> tuple[str, str]:
    standings = {side: band.standing(value, taken.test.better).words for side, value in taken.results.items()}
    words = list(dict.fromkeys(standings.values()))
    said = (
        words[0] if len(words) == 1 else ", ".join(f"{side.value} {word}" for side, word in standings.items() if side)
    )
    sex = "women" if band.sex is Sex.FEMALE else "men"
    return (
        f"{said.capitalize()}: {band.usual_from:g} to {band.usual_to:g} {taken.test.unit} "
        f"({sex} of {band.age_from} to {band.age_to})",
        band.source,
    )


def _changes(test: Test, lines: Sequence[Line]) -> tuple[str, ...]:
    """Beside the time before and beside the first time, by side."""
    found = []
    for then in [lines[1], *([lines[-1]] if len(lines) > 2 else [])] if len(lines) > 1 else []:
        for side, value in lines[0].taken.results.items():
            if side in then.taken.results:
                changed = change_of(test, then.taken.results[side], value)
                found.append(f"Since {then.row.day:%-d %b %Y}{', ' + side.value if side else ''}: {changed.says}")
    return tuple(found)
