"""A class as a table: one line for each person and exercise. Written for spreadsheets, and read again as a class that
was not taught from the screen."""

import csv
import datetime
import io
import re
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field

from ..errors import InputError
from .class_doc import DifferenceDoc
from .table_csv import guarded, read_table

COLUMNS = (
    "date",
    "began",
    "ended",
    "group",
    "person",
    "came",
    "left",
    "item",
    "exercise",
    "exercise_id",
    "version",
    "version_id",
    "done",
    "seconds",
    "count",
    "seconds_left",
    "count_left",
    "seconds_right",
    "count_right",
    "did_version_id",
    "did",
    "did_left",
    "did_right",
    "load_kg",
    "effort",
    "pain",
    "pain_where",
    "lost_form",
    "teach_again",
    "tingling",
    "felt",
    "sore_after",
    "sides_differ",
    "not_done",
    "note",
)
"""Headings, in order. ``item`` is the number in the class, 0 for the whole class; ``done`` is done, partly done or not
done; from ``did_version_id`` on stands what the person did otherwise."""
WHOLE_CLASS = -1
_NEEDED = ("date", "began", "ended", "group", "person", "item", "exercise_id", "version_id")
_TIME = re.compile(r"([01]?\d|2[0-3]):([0-5]\d)\Z")
_YES = ("yes", "true", "1", "x")
_TICKS = {
    **{name: name for name in ("lost_form", "teach_again", "tingling", "sore_after")},
    "not_done": "skipped",
}
_WHOLE = {"did": "done", "did_left": "done_left", "did_right": "done_right", "effort": "effort", "pain": "pain"}
_TEXT = {
    "did_version_id": "version",
    "pain_where": "pain_where",
    "sides_differ": "sides_differ",
    "felt": "felt",
    "note": "note",
}


@dataclass(slots=True)
class ClassPerson:
    """Somebody in the table: when they came and left where that is told, and what they did otherwise, by the place of
    the item in the class; :data:`WHOLE_CLASS` is no item of its own."""

    name: str
    came: datetime.time | None
    left: datetime.time | None
    differences: dict[int, DifferenceDoc] = field(default_factory=dict)


@dataclass(slots=True)
class ClassTable:
    """A class as a table has it: its items in order as exercise and version, those of them that nobody did, and who
    came."""

    held_on: datetime.date
    began: datetime.time
    ended: datetime.time
    group: str
    items: list[tuple[str, str]]
    not_done: set[int]
    people: list[ClassPerson]


def write_class_table(rows: Iterable[Mapping[str, object]]) -> str:
    """The table; what a spreadsheet would take for a formula gets an apostrophe before it."""
    out = io.StringIO(newline="")
    writer = csv.writer(out)
    writer.writerow(COLUMNS)
    for row in rows:
        writer.writerow([guarded(_cell(row.get(name))) for name in COLUMNS])
    return out.getvalue()


def _cell(value: object) -> str:
    if value is None or value is False:
        return ""
    return "yes" if value is True else str(value)


def read_class_table(data: bytes) -> ClassTable:
    """One class from a table. Raises :class:`InputError` that names line and column."""
    table = read_table(data, "the table of a class")
    headers = [header.strip().lower() for header in table.headers]
    missing = [name for name in _NEEDED if name not in headers]
    if missing:
        raise InputError(f"the column {missing[0]} is missing", "line 1")
    rows = [
        (line, {name: (cells[at].strip() if at < len(cells) else "") for at, name in enumerate(headers)})
        for line, cells in zip(table.lines, table.rows, strict=True)
    ]
    return _class_of(rows)


def _class_of(rows: list[tuple[int, dict[str, str]]]) -> ClassTable:
    line, first = rows[0]
    found = ClassTable(
        _day(first["date"], line),
        _needed(first, "began", line),
        _needed(first, "ended", line),
        first["group"],
        [],
        set(),
        [],
    )
    if found.ended <= found.began:
        raise InputError("the class ends before it begins", f"line {line}, ended")
    items: dict[int, tuple[str, str]] = {}
    someone_did: set[int] = set()
    people: dict[str, ClassPerson] = {}
    for line, row in rows:
        _check_row(row, first, line)
        person = people.setdefault(
            row["person"],
            ClassPerson(row["person"], _optional(row, "came", line), _optional(row, "left", line)),
        )
        item = _number(row["item"], line, "item")
        if item:
            named = (row["exercise_id"], row["version_id"])
            if items.setdefault(item, named) != named:
                raise InputError(f"item {item} is another exercise in an earlier line", f"line {line}, exercise_id")
            if row.get("done", "") != "not done":
                someone_did.add(item)
        if item in person.differences:
            raise InputError(f"{person.name} has item {item} twice", f"line {line}, item")
        person.differences[item] = _difference(row, line)
    numbers = sorted(items)
    place = {number: at for at, number in enumerate(numbers)}
    found.items = [items[number] for number in numbers]
    found.not_done = {place[number] for number in numbers if number not in someone_did}
    for person in people.values():
        person.differences = {
            place.get(number, WHOLE_CLASS): doc for number, doc in person.differences.items() if doc != DifferenceDoc()
        }
    found.people = list(people.values())
    return found


def _check_row(row: Mapping[str, str], first: Mapping[str, str], line: int) -> None:
    for name in ("date", "began", "ended", "group"):
        if row[name] != first[name]:
            raise InputError("this is another class; import one class at a time", f"line {line}, {name}")
    if not row["person"]:
        raise InputError("who is it?", f"line {line}, person")


def _difference(row: Mapping[str, str], line: int) -> DifferenceDoc:
    values: dict[str, object] = {}
    for column, name in _TICKS.items():
        values[name] = row.get(column, "").lower() in _YES
    for column, name in _WHOLE.items():
        if row.get(column):
            values[name] = _number(row[column], line, column)
    for column, name in _TEXT.items():
        values[name] = row.get(column, "")
    if row.get("load_kg"):
        try:
            values["load"] = float(row["load_kg"].replace(",", "."))
        except ValueError:
            raise InputError(f"'{row['load_kg'][:20]}' is no number", f"line {line}, load_kg") from None
    try:
        return DifferenceDoc.model_validate(values)
    except ValueError:
        raise InputError("holds something that cannot be", f"line {line}") from None


def _day(text: str, line: int) -> datetime.date:
    try:
        return datetime.date.fromisoformat(text)
    except ValueError:
        raise InputError(f"'{text[:20]}' is no day; write it as 2026-11-30", f"line {line}, date") from None


def _optional(row: Mapping[str, str], name: str, line: int) -> datetime.time | None:
    text = row.get(name, "")
    if not text:
        return None
    found = _TIME.match(text)
    if not found:
        raise InputError(f"'{text[:20]}' is no time of day; write it as 10:05", f"line {line}, {name}")
    return datetime.time(int(found[1]), int(found[2]))


def _needed(row: Mapping[str, str], name: str, line: int) -> datetime.time:
    found = _optional(row, name, line)
    if found is None:
        raise InputError("is missing", f"line {line}, {name}")
    return found


def _number(text: str, line: int, column: str) -> int:
    if not (text.isascii() and text.isdigit() and len(text) < 5):
        raise InputError(f"'{text[:20]}' is no whole number", f"line {line}, {column}")
    return int(text)
