"""A list of people as CSV: read whatever table somebody has, name what is wrong by line, write our own."""

import csv
import datetime
import io
import re
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

from fairbench.core.errors import InputError
from fairbench.core.people.person import SLOWEST

from .table_csv import Table, guarded

COLUMNS: dict[str, tuple[str, int, tuple[str, ...]]] = {
    "call_name": ("name to call", 80, ("name", "name to call", "call name", "full name", "participant")),
    "birth_year": ("birth year", 4, ("birth year", "born", "year of birth", "birth", "year")),
    "pace": ("pace", 5, ("pace",)),
    "remember": ("to remember in class", 200, ("to remember in class", "remember", "note for class")),
    "goals": ("goals", 300, ("goals", "goal", "wants")),
    "emergency": ("in an emergency call", 160, ("in an emergency call", "emergency", "emergency contact", "contact")),
    "private_note": ("private note", 2000, ("private note", "note", "notes", "comment")),
}
"""Our fields: what they are called, how long they may be, and what others call them."""
_PACE = re.compile(r"[1-9]([.,][0-9]{1,2})?\Z")
_OF_LINES = "private_note"


@dataclass(frozen=True, slots=True)
class Row:
    """One person of the file: the fields, and what is wrong with them, if something is."""

    line: int
    fields: Mapping[str, str]
    wrong: str = ""


def guess(headers: Sequence[str]) -> dict[int, str]:
    """Which column is which of our fields, as far as the headings say; each field once."""
    mapped: dict[int, str] = {}
    for number, header in enumerate(headers):
        for field, (_, _, names) in COLUMNS.items():
            if header.strip().lower() in names and field not in mapped.values():
                mapped[number] = field
                break
    return mapped


def people_rows(table: Table, mapped: Mapping[int, str], today: datetime.date) -> tuple[Row, ...]:
    """Every row as a person, with what is wrong. Raises :class:`InputError` when no column is the name,
    or two are the same field."""
    fields = list(mapped.values())
    if "call_name" not in fields:
        raise InputError("choose which column is the name to call", "call_name")
    double = next((field for field in fields if fields.count(field) > 1), None)
    if double:
        raise InputError(f"two columns are the {COLUMNS[double][0]}", double)
    rows = []
    seen: dict[str, int] = {}
    for line, cells in zip(table.lines, table.rows, strict=True):
        got = {field: _clean(field, cells[number]) if number < len(cells) else "" for number, field in mapped.items()}
        wrong = _wrong(got, len(cells), len(table.headers), today)
        name = got["call_name"].casefold()
        if not wrong and name in seen:
            wrong = f"the same name as line {seen[name]}"
        seen.setdefault(name, line)
        rows.append(Row(line, got, wrong))
    return tuple(rows)


def write_people(people: Iterable[Mapping[str, str]]) -> str:
    """Our own list. What a spreadsheet would take for a formula, also one that splits at semicolons, gets an apostrophe
    before it; :func:`.table_csv.read_table` takes it away again."""
    out = io.StringIO(newline="")
    writer = csv.writer(out)
    writer.writerow([words for words, _, _ in COLUMNS.values()])
    for person in people:
        writer.writerow([guarded(person.get(field, "")) for field in COLUMNS])
    return out.getvalue()


def _wrong(got: Mapping[str, str], cells: int, headings: int, today: datetime.date) -> str:
    if cells > headings:
        return f"{cells} cells under {headings} headings"
    if not got["call_name"]:
        return "no name"
    year = got.get("birth_year", "")
    if year and not (year.isascii() and year.isdigit() and today.year - 115 <= int(year) <= today.year - 10):
        return f"'{year[:12]}' is no birth year from {today.year - 115} to {today.year - 10}"
    pace = got.get("pace", "")
    ok = not pace or (_PACE.match(pace) is not None and float(pace.replace(",", ".")) <= SLOWEST)
    if not ok:
        return f"'{pace[:12]}' is no pace from 1 to {SLOWEST:g}"
    for field, value in got.items():
        words, longest, _ = COLUMNS[field]
        if len(value) > longest:
            return f"{words} is over {longest} letters"
        if not value.replace("\n", "").replace("\t", "").isprintable():
            return f"{words} has letters that cannot be shown"
    return ""


def _clean(field: str, cell: str) -> str:
    """A cell without space around it; only a private note may have lines."""
    return cell.strip() if field == _OF_LINES else " ".join(cell.split())
