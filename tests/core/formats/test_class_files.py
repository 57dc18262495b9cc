"""Files of a class: what they hold comes back, and what is wrong in them is named with its place."""

import json

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.errors import InputError
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.class_csv import COLUMNS, WHOLE_CLASS, read_class_table, write_class_table
from fairbench.core.formats.class_doc import LONGEST_SECONDS, class_schema, planned_document, read_class, write_class
from fairbench.core.formats.plan_doc import plan_document
from fairbench.core.people.person import Group
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.teaching.planned import planned_of

PLAN = Plan(
    "P", 45, (Block(BlockKind.STRENGTHEN, (Item("a", "band-row", "one-arm"), Item("b", "bridge", "full-bridge"))),)
)
PLANNED = json.loads(json.dumps(planned_document(planned_of(compile_timeline(PLAN, Group(), load_shelf())))))
WHOLE = {
    "format": "fairbench-class",
    "format_version": 1,
    "group": {"name": "Steady Friday"},
    "held_on": "2026-11-02",
    "started_at": "2026-11-02T10:00:00+01:00",
    "ended_at": "2026-11-02T10:45:00+01:00",
    "plan": plan_document(PLAN),
    "planned": PLANNED,
    "people": [
        {"name": "Amparo Teal", "differences": [{"item": "a", "version": "no-band", "pain": 3, "load": 1.5}]},
        {"name": "Corin Hale", "joined_at": "2026-11-02T10:10:00+01:00", "differences": [{"effort": 6}]},
    ],
    "events": [
        {"kind": "noted", "at": "2026-11-02T10:05:00+01:00", "person": 1, "text": "Well done", "mark": "well_done"}
    ],
    "told": [{"item": "b", "done": False, "why": "Told afterwards"}],
}


def test_a_class_is_read_and_written_the_same() -> None:
    read = read_class(json.dumps(WHOLE).encode())
    assert read_class(write_class(read).encode()) == read
    assert read.people[0].differences[0].version == "no-band"
    assert "fairbench-class" in json.dumps(class_schema())


@pytest.mark.parametrize(
    ("change", "place"),
    [
        ({"format": "x"}, "format"),
        ({"extra": 1}, "extra"),
        ({"held_on": "soon"}, "held_on"),
        ({"started_at": "2026-11-02T10:00:00"}, "started_at"),
        ({"started_at": "1999-11-02T10:00:00Z"}, "started_at"),
        ({"held_on": "1888-01-01"}, "held_on"),
        ({"held_on": "2026-03-02"}, "started_at"),
        ({"ended_at": "2027-11-02T10:45:00Z"}, "ended_at"),
        ({"events": [{"kind": "noted", "at": "2020-11-02T10:05:00Z"}]}, "events[0].at"),
        ({"people": [{"name": "A", "left_at": "2026-11-09T10:00:00Z"}], "events": []}, "people[0].left_at"),
        ({"people": [{"name": ""}]}, "people[0].name"),
        ({"people": [{"name": "A", "differences": [{"item": "z"}]}], "events": []}, "people[0].differences[0].item"),
        ({"people": [{"name": "A", "differences": [{"pain": 11}]}], "events": []}, "people[0].differences[0].pain"),
        ({"people": [{"name": "A", "differences": [{}, {}]}], "events": []}, "people[0].differences"),
        (
            {"people": [{"name": "A", "differences": [{"item": "a", "version": "zz"}]}], "events": []},
            "people[0].differences[0].version",
        ),
        ({"events": [{"kind": "noted", "at": "2026-11-02T10:05:00Z", "person": 2}]}, "events[0].person"),
        ({"told": [{"item": "z", "done": True}]}, "told[0].item"),
        ({"planned": {"items": [], "total": LONGEST_SECONDS + 1}}, "planned.total"),
        ({"planned": {"items": [{}], "total": 1}}, "planned.items[0]"),
        ({"group": {"name": "a\u0000b"}}, "group.name"),
    ],
)
def test_what_is_wrong_in_it_is_named_with_its_place(change, place) -> None:
    with pytest.raises(InputError) as wrong:
        read_class(json.dumps({**WHOLE, **change}).encode())
    assert wrong.value.place.startswith(place)


@pytest.mark.sweep
@given(st.binary(max_size=200) | st.text(max_size=200).map(str.encode))
def test_whatever_is_brought_is_read_or_refused(data: bytes) -> None:
    for read in (read_class, read_class_table):
        with pytest.raises(InputError):
            read(data)


def row(**cells: object) -> dict[str, object]:
    common = {"date": "2026-11-02", "began": "10:00", "ended": "10:45", "group": "G", "person": "Amparo Teal"}
    return {**common, "item": 1, "exercise_id": "bridge", "version_id": "full-bridge", "done": "done", **cells}


def table(*rows: dict[str, object]) -> bytes:
    return write_class_table(rows).encode()


def test_a_table_is_read_as_a_class() -> None:
    found = read_class_table(
        table(
            row(item=0, exercise_id="", version_id="", effort=6),
            row(note="=1+1", pain=2, pain_where="left knee", lost_form=True),
            row(item=4, exercise_id="heel-raise", version_id="seated", done="not done"),
            row(person="Corin Hale", came="10:05", did_left=5, did_right=8, load_kg=1.5),
            row(
                person="Corin Hale",
                came="10:05",
                item=4,
                exercise_id="heel-raise",
                version_id="seated",
                done="not done",
            ),
        )
    )
    assert found.items == [("bridge", "full-bridge"), ("heel-raise", "seated")]
    assert found.not_done == {1}
    first, second = found.people
    assert set(first.differences) == {WHOLE_CLASS, 0}
    assert (first.differences[0].note, first.differences[0].pain, first.differences[0].lost_form) == ("=1+1", 2, True)
    assert (second.differences[0].done_left, second.differences[0].load) == (5, 1.5)
    assert f"{second.came:%H:%M}" == "10:05"


@pytest.mark.parametrize(
    ("rows", "place"),
    [
        ([row(date="soon")], "line 2, date"),
        ([row(began="")], "line 2, began"),
        ([row(ended="09:00")], "line 2, ended"),
        ([row(item="x")], "line 2, item"),
        ([row(person="")], "line 2, person"),
        ([row(), row(group="Other", item=2)], "line 3, group"),
        ([row(), row()], "line 3, item"),
        ([row(), row(person="B", exercise_id="plank")], "line 3, exercise_id"),
        ([row(pain="lots")], "line 2, pain"),
        ([row(pain="99")], "line 2"),
        ([row(came="25:00")], "line 2, came"),
        ([row(load_kg="heavy")], "line 2, load_kg"),
    ],
)
def test_what_is_wrong_in_a_table_is_named_by_its_line(rows, place) -> None:
    with pytest.raises(InputError) as wrong:
        read_class_table(table(*rows))
    assert wrong.value.place == place


def test_a_missing_column_is_named() -> None:
    assert COLUMNS[0] == "date"
    with pytest.raises(InputError, match="the column group is missing"):
        read_class_table(b"date,began,ended\n2026-11-02,10:00,10:45\n")
