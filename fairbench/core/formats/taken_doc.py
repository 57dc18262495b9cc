"""Measures that were taken, as a file (JSON) and as a table (CSV): all trials, in the unit of the test."""

import datetime
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Any, Literal

from pydantic import Field, TypeAdapter

from ..errors import InputError
from ..loads.units import CM_PER_INCH, KG_PER_LB
from ..measures.test import Taken, Test
from ..sides import Side
from .dose_doc import Doc
from .measures_doc import Figure, known_test
from .people_doc import validated
from .table_csv import guarded, read_table

COLUMNS = ("day", "person", "test", "joint", "side", "unit", "trial 1", "trial 2", "trial 3", "trial 4", "note")
_TRIALS = 4
_OTHER_UNITS: Mapping[tuple[str, str], float] = {
    ("cm", "mm"): 0.1,
    ("cm", "m"): 100.0,
    ("cm", "in"): CM_PER_INCH,
    ("kg", "lb"): KG_PER_LB,
    ("kg", "g"): 0.001,
    ("s", "min"): 60.0,
}
"""Units that a figure may come in instead, and what one of them is."""


@dataclass(frozen=True, slots=True)
class Measured:
    """A test as it was taken of somebody, on a day; ``person`` is what the file calls them."""

    day: datetime.date
    taken: Taken
    person: str = ""
    note: str = ""


class TakenDoc(Doc):
    """A test once: the trials under ``left`` and ``right`` where it is one of sides, else under ``trials``."""

    day: datetime.date = Field(strict=False)
    test: str
    person: str = Field(default="", max_length=80)
    joint: str = ""
    trials: list[Figure] = Field(default_factory=list, max_length=_TRIALS)
    left: list[Figure] = Field(default_factory=list, max_length=_TRIALS)
    right: list[Figure] = Field(default_factory=list, max_length=_TRIALS)
    note: str = Field(default="", max_length=500)

    def value(self) -> Measured:
        """As the core has it. Raises :class:`InputError`."""
        trials = {None: self.trials, Side.LEFT: self.left, Side.RIGHT: self.right}
        given = {side: tuple(values) for side, values in trials.items() if values}
        return Measured(self.day, Taken(known_test(self.test), given, self.joint), self.person, self.note)


class MeasuresDoc(Doc):
    """Measures of one person or of several."""

    format: Literal["fairbench-measures"]
    format_version: Literal[1]
    taken: list[TakenDoc] = Field(max_length=5000)


_MEASURES = TypeAdapter(MeasuresDoc)


def read_measures(data: bytes) -> tuple[Measured, ...]:
    """A file of measures. Raises :class:`InputError` with the place in it; nothing is taken of it then."""
    doc: MeasuresDoc = validated(_MEASURES, data)
    found = []
    for number, row in enumerate(doc.taken):
        try:
            found.append(row.value())
        except InputError as error:
            raise error.within(f"taken[{number}]") from None
    return tuple(found)


def measures_document(measured: Iterable[Measured]) -> dict[str, Any]:
    """Measures as a file."""
    names = {None: "trials", Side.LEFT: "left", Side.RIGHT: "right"}
    rows = []
    for one in measured:
        row: dict[str, Any] = {"day": one.day.isoformat(), "test": one.taken.test.id}
        if one.person:
            row["person"] = one.person
        if one.taken.joint:
            row["joint"] = one.taken.joint
        row |= {names[side]: list(trials) for side, trials in one.taken.trials.items() if trials}
        if one.note:
            row["note"] = one.note
        rows.append(row)
    return {"format": "fairbench-measures", "format_version": 1, "taken": rows}


def measures_schema() -> dict[str, Any]:
    """The JSON Schema of a file of measures."""
    schema = MeasuresDoc.model_json_schema()
    schema["title"] = "Fair Bench measures, format version 1"
    return schema


def write_measures_csv(measured: Iterable[Measured]) -> list[list[str]]:
    """Measures as the rows of a table, a side each, under :data:`COLUMNS`."""
    rows = [list(COLUMNS)]
    for one in measured:
        for side, trials in one.taken.trials.items():
            if not trials:
                continue
            figures = [f"{value:g}" for value in trials]
            cells = [
                one.day.isoformat(),
                guarded(one.person),
                one.taken.test.id,
                one.taken.joint,
                side.value if side else "",
                one.taken.test.unit,
                *figures,
                *[""] * (_TRIALS - len(figures)),
                guarded(one.note),
            ]
            rows.append(cells)
    return rows


def read_measures_csv(data: bytes) -> tuple[Measured, ...]:
    """A table of measures, a side each; lines of one day, person, test and joint belong together. Figures may come in
    another unit, which the line says. Raises :class:`InputError` with the line; nothing is taken of it then."""
    table = read_table(data, "a table of measures")
    headers = [header.strip().lower() for header in table.headers]
    for wanted in ("day", "test", "trial 1"):
        if wanted not in headers:
            raise InputError(f"the table has no column '{wanted}'", "line 1")
    trials: dict[tuple[str, ...], dict[Side | None, tuple[float, ...]]] = {}
    first: dict[tuple[str, ...], int] = {}
    notes: dict[tuple[str, ...], str] = {}
    for line, cells in zip(table.lines, table.rows, strict=True):
        row = dict(zip(headers, (cell.strip() for cell in cells), strict=False))
        try:
            key = (row["day"], row.get("person", ""), row["test"], row.get("joint", ""))
            side = Side(row["side"].lower()) if row.get("side") else None
            given = trials.setdefault(key, {})
            if side in given:
                raise InputError("this side is there twice", "side")
            given[side] = _figures(row, known_test(row["test"]))
        except InputError as error:
            raise error.within(f"line {line}") from None
        except ValueError:
            raise InputError(f"the side is left, right or empty, not '{row['side']}'", f"line {line}.side") from None
        first.setdefault(key, line)
        notes[key] = notes.get(key) or row.get("note", "")
    found = []
    for found_key, given in trials.items():
        day, person, test, joint = found_key
        try:
            taken = Taken(known_test(test), given, joint)
            found.append(Measured(_day(day), taken, person, notes[found_key]))
        except InputError as error:
            raise error.within(f"line {first[found_key]}") from None
    return tuple(found)


def _day(text: str) -> datetime.date:
    try:
        return datetime.date.fromisoformat(text)
    except ValueError:
        raise InputError(f"a day is written 2026-11-27, not '{text}'", "day") from None


def _figures(row: Mapping[str, str], test: Test) -> tuple[float, ...]:
    unit = row.get("unit", "") or test.unit
    factor = 1.0 if unit == test.unit else _OTHER_UNITS.get((test.unit, unit))
    if factor is None:
        raise InputError(f"{test.name} is in {test.unit}, not in '{unit}'", "unit")
    found = []
    for number in range(1, _TRIALS + 1):
        text = row.get(f"trial {number}", "").replace(",", ".").replace("−", "-")
        if not text:
            continue
        try:
            found.append(round(float(text) * factor, 4))
        except ValueError:
            raise InputError(f"'{text}' is no figure", f"trial {number}") from None
    return tuple(found)
