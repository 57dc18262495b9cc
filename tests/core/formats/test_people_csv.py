"""A list of people as CSV: any delimiter, our columns guessed, every fault named by its line."""

import csv
import datetime
import io

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.errors import InputError
from fairbench.core.formats.people_csv import COLUMNS, guess, people_rows, write_people
from fairbench.core.formats.table_csv import read_table

TODAY = datetime.date(2026, 11, 25)


def rows_of(text: str) -> list[tuple[int, str, str]]:
    table = read_table(text.encode())
    return [(row.line, row.fields["call_name"], row.wrong) for row in people_rows(table, guess(table.headers), TODAY)]


@pytest.mark.parametrize("delimiter", [",", ";", "\t"])
def test_columns_are_found_by_their_headings(delimiter) -> None:
    text = (
        "\ufeff" + delimiter.join(["Full name", "Hat", "Born"]) + "\n" + delimiter.join(["Amparo Teal", "red", "1962"])
    )
    table = read_table(text.encode())
    assert guess(table.headers) == {0: "call_name", 2: "birth_year"}
    (row,) = people_rows(table, guess(table.headers), TODAY)
    assert dict(row.fields) == {"call_name": "Amparo Teal", "birth_year": "1962"}
    assert row.wrong == ""


def test_every_fault_is_named_by_its_line() -> None:
    lines = [
        "A,1950,1",
        ",1950,1",
        "B,1850,1",
        "",
        "C,1950,4",
        "D,nineteen,1",
        '"two',
        'lines",1950,1',
        "a,1951,1",
        "E,1,1,1",
    ]
    text = "\n".join(["Name,Birth year,Pace", *lines])
    assert rows_of(text) == [
        (2, "A", ""),
        (3, "", "no name"),
        (4, "B", "'1850' is no birth year from 1911 to 2016"),
        (6, "C", "'4' is no pace from 1 to 3"),
        (7, "D", "'nineteen' is no birth year from 1911 to 2016"),
        (9, "two lines", ""),
        (10, "a", "the same name as line 2"),
        (11, "E", "4 cells under 3 headings"),
    ]


@pytest.mark.parametrize(
    ("data", "says"),
    [
        ("Name\nZoë".encode("latin-1"), "line 2 is not UTF-8 text"),
        (b"Name\n\0", "not a CSV file"),
        (b"Name\n", "no rows"),
        (b"", "no rows"),
        (b'Name\n"open', "line 2 cannot be read"),
        (b"x" * 1_000_001, "over 1000 kB"),
        (b"Name\n" + b"A\n" * 2001, "over 2000 rows"),
    ],
)
def test_a_file_that_is_no_list(data, says) -> None:
    with pytest.raises(InputError, match=says):
        read_table(data)


def test_a_name_is_needed_and_no_field_twice() -> None:
    table = read_table(b"Name,Born,Other\nA,1950,x")
    with pytest.raises(InputError, match="which column is the name"):
        people_rows(table, {1: "birth_year"}, TODAY)
    with pytest.raises(InputError, match="two columns are the goals"):
        people_rows(table, {0: "call_name", 1: "goals", 2: "goals"}, TODAY)


WORDS = st.text(st.characters(exclude_categories=("C", "Z"), exclude_characters="'"), min_size=1, max_size=30)


@given(st.lists(WORDS, min_size=1, max_size=6, unique_by=str.casefold), WORDS)
def test_what_is_written_is_read_back(names, goal) -> None:
    written = write_people([{"call_name": name, "birth_year": "1950", "pace": "1.2", "goals": goal} for name in names])
    table = read_table(written.encode())
    mapped = guess(table.headers)
    assert set(mapped.values()) == set(COLUMNS)
    rows = people_rows(table, mapped, TODAY)
    assert [(row.fields["call_name"], row.fields["goals"], row.wrong) for row in rows] == [(n, goal, "") for n in names]


@pytest.mark.parametrize("pace", ["1.234", "1e0", "nan", "1_0", "0.9", "3.01", "fast"])
def test_a_pace_that_could_not_be_kept_is_named(pace) -> None:
    assert rows_of(f"Name;Pace\nA;{pace}") == [(2, "A", f"'{pace}' is no pace from 1 to 3")]


@pytest.mark.parametrize("pace", ["1", "1.25", "1,5", "3", "3.00", ""])
def test_a_pace_that_can_be_kept(pace) -> None:
    assert rows_of(f"Name;Pace\nA;{pace}") == [(2, "A", "")]


def test_no_cell_is_a_formula() -> None:
    assert "'=1+1" in write_people([{"call_name": "=1+1"}])


FORMULA = st.text(alphabet="=+-@'\"; \tab,", min_size=1, max_size=12).map(lambda text: f"A{text}B")


@given(FORMULA, st.sampled_from([",", ";", "\t"]))
def test_no_cell_is_a_formula_however_a_spreadsheet_splits(text: str, splits_at: str) -> None:
    written = write_people([{"call_name": "Amparo", "goals": text, "emergency": text[1:-1]}])
    for line in written.splitlines()[1:]:
        for cell in line.split(splits_at):
            assert not cell.lstrip(' "').startswith(("=", "+", "-", "@")) or splits_at == ","
    for row in csv.reader(io.StringIO(written)):
        assert not any(cell.startswith(("=", "+", "-", "@")) for cell in row)
    (back,) = read_table(written.encode()).rows
    assert back[list(COLUMNS).index("goals")] == text
