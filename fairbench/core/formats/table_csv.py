"""Tables as CSV: read whatever somebody has, say what cannot be read by its line, and write ours so that a spreadsheet
runs nothing of it."""

import csv
import io
import re
from dataclasses import dataclass

from fairbench.core.errors import InputError

MOST_BYTES = 1_000_000
MOST_LINES = 2_000
# A formula may begin where the cell does, and where a spreadsheet that splits at semicolons or tabs begins another.
_FORMULA = re.compile(r"""(^|[;\t\r\n][\s"]*)('*[=+\-@])""")
_GUARDED = re.compile(r"""(^|[;\t\r\n][\s"]*)'('*[=+\-@])""")


@dataclass(frozen=True, slots=True)
class Table:
    """A table as it was read. ``lines`` are the file's line numbers of the rows, for errors."""

    headers: tuple[str, ...]
    rows: tuple[tuple[str, ...], ...]
    lines: tuple[int, ...]


def read_table(data: bytes, what: str = "a list of people") -> Table:
    """Rows of text from a file. Raises :class:`InputError` for one that is no table of UTF-8 text, or larger than
    ``what`` it is to be can be."""
    if len(data) > MOST_BYTES:
        raise InputError(f"the file is over {MOST_BYTES // 1000} kB; {what} is smaller", "file")
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        line = data[: error.start].count(b"\n") + 1
        raise InputError(
            f"line {line} is not UTF-8 text; save the table as CSV in UTF-8 and bring it again", "file"
        ) from None
    if "\0" in text:
        raise InputError("this is not a CSV file", "file")
    first = text.split("\n", 1)[0]
    delimiter = max(",;\t", key=first.count)
    reader = csv.reader(io.StringIO(text, newline=""), delimiter=delimiter, strict=True)
    found: list[tuple[int, tuple[str, ...]]] = []
    try:
        for cells in reader:
            if any(cell.strip() for cell in cells):
                found.append((reader.line_num, tuple(_plain(cell) for cell in cells)))
    except csv.Error as error:
        raise InputError(f"line {reader.line_num} cannot be read: {error}", "file") from None
    if len(found) < 2:
        raise InputError("the file has no rows under its headings", "file")
    if len(found) > MOST_LINES:
        raise InputError(f"the file has over {MOST_LINES} rows", "file")
    return Table(found[0][1], tuple(row for _, row in found[1:]), tuple(line for line, _ in found[1:]))


def guarded(cell: str) -> str:
    """A cell with an apostrophe before what a spreadsheet would take for a formula."""
    return _FORMULA.sub(r"\1'\2", cell)


def _plain(cell: str) -> str:
    return _GUARDED.sub(r"\1\2", cell)
