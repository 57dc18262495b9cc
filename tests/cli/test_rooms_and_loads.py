"""The command line for rooms: what is needed and short, who stands where, and the three kinds of load."""

import json
from pathlib import Path
from xml.etree import ElementTree

import pytest

from fairbench.cli.__main__ import main
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.room_doc import read_room, room_document
from fairbench.core.formats.store_csv import read_store, write_store
from fairbench.core.formats.table_csv import read_table
from fairbench.core.rooms.store import Stock, Store

FORMATS = Path(__file__).resolve().parents[2] / "docs/formats"
PLAN, PEOPLE, ROOM = (str(FORMATS / f"example-{name}.json") for name in ("plan", "people", "room"))
PROPS = load_shelf().props


def changed(tmp_path: Path, **fields) -> str:
    """The example room with other facts."""
    document = {**json.loads(Path(ROOM).read_text(encoding="utf-8")), **fields}
    file = tmp_path / "room.json"
    file.write_text(json.dumps(document), encoding="utf-8")
    return str(file)


def test_what_is_short_is_told_with_who_goes_without_and_what_settles_it(tmp_path, capsys) -> None:
    room = changed(tmp_path, store=[{"prop": "hand-weight", "count": 2}, {"prop": "mat", "count": 9}])
    assert main(["things", PLAN, "--people", PEOPLE, "--room", room]) == 0
    out = capsys.readouterr().out
    assert "too few: hand weights, 2 of" in out
    assert "without: you" in out
    assert "suggested change: " in out
    assert "instead: a tin of 400 g" in out
    assert main(["things", PLAN, "--people", PEOPLE, "--room", room, "--json"]) == 0
    document = json.loads(capsys.readouterr().out)
    (short,) = document["short"]
    assert len(short["without"]) >= 1
    assert short["suggested_fixes"]
    assert [line["prop"] for line in document["ready"]] == ["hand-weight"]
    assert document["carry"] == [{"prop": "hand-weight", "size": "", "count": short["needed"] - short["there"]}]
    assert document["set_ups"] == 0
    assert document["order"] is None
    assert {line["prop"] for line in document["pack"]} >= {line["prop"] for line in document["need"]}


def test_who_waits_and_whom_no_chair_serves_is_told(tmp_path, capsys) -> None:
    people = json.loads(Path(PEOPLE).read_text(encoding="utf-8"))
    people[0]["chair"] = {"arms": True}
    listed = tmp_path / "people.json"
    listed.write_text(json.dumps(people), encoding="utf-8")
    plan = json.loads(Path(PLAN).read_text(encoding="utf-8"))
    held = {"id": "held", "exercise": "one-leg-stand", "version": "one-hand"}
    plan["blocks"][0]["items"] = [held, {"id": "march", "exercise": "seated-march", "version": "knee-lift"}]
    planned = tmp_path / "plan.json"
    planned.write_text(json.dumps(plan), encoding="utf-8")
    room = changed(tmp_path, rail=0.9, worktop=0, chairs=[{"name": "stacking chair", "count": 20}])
    assert main(["things", str(planned), "--people", str(listed), "--room", room, "--json"]) == 0
    document = json.loads(capsys.readouterr().out)
    queue = next(one for one in document["waiting"] if one["item"] == "held")
    assert (queue["prop"], queue["at_once"], queue["rounds"]) == ("rail", 1, queue["people"])
    assert [one["because"] for one in document["without_chair"]] == ["with arms"]
    assert main(["things", str(planned), "--people", str(listed), "--room", room]) == 0
    out = capsys.readouterr().out
    assert "at a rail for 1 in" in out
    assert "No chair serves" in out


def test_a_room_without_a_store_is_short_of_nothing(tmp_path, capsys) -> None:
    room = json.loads(Path(ROOM).read_text(encoding="utf-8"))
    del room["store"]
    file = tmp_path / "room.json"
    file.write_text(json.dumps(room), encoding="utf-8")
    assert main(["things", PLAN, "--people", PEOPLE, "--room", str(file), "--json"]) == 0
    assert json.loads(capsys.readouterr().out)["short"] == []
    assert main(["things", PLAN]) == 0
    assert "Needed at once, yours counted" in capsys.readouterr().out


def test_everybody_has_a_place_with_the_reason(tmp_path, capsys) -> None:
    floor = tmp_path / "floor.svg"
    assert main(["places", ROOM, PEOPLE, PLAN, "--pin", "cosmo=4", "-o", str(floor)]) == 0
    out = capsys.readouterr().out
    assert "Signal Room, in rows: 10 fit" in out
    assert "Dilwyn Farrow" in out
    assert "the left side is the weaker: that side to the wall" in out
    assert "(pinned)" in out
    drawn = ElementTree.parse(floor).getroot()
    assert {"Dilwyn", "Farrow", "door", "you"} <= {text.text.strip() for text in drawn.iter() if text.text}
    assert main(["places", ROOM, PEOPLE, "--shape", "circle", "--json"]) == 0
    places = json.loads(capsys.readouterr().out)["places"]
    assert len({place["number"] for place in places}) == len(places) == 4


@pytest.mark.parametrize(
    ("fields", "says"),
    [
        ({"width": 0}, "width: must be 1 to 100 m, not 0"),
        ({"chairs": [{"name": "plain", "count": -1}]}, "chairs[0].count: must be a whole number from 0 to 200, not -1"),
        ({"store": [{"prop": "band", "count": -3}]}, "store[0].count: must be a whole number from 0 to 999, not -3"),
        ({"store": [{"prop": "wand", "count": 1}]}, "store[0].prop: there is no prop 'wand'"),
        ({"ceiling": 3}, "ceiling: is not a field that belongs here"),
    ],
)
def test_a_wrong_room_names_the_file_and_the_place(tmp_path, capsys, fields: dict, says: str) -> None:
    assert main(["places", changed(tmp_path, **fields), PEOPLE]) == 2
    assert f"room.json: {says}" in capsys.readouterr().err


def test_more_people_than_places_are_refused(tmp_path, capsys) -> None:
    assert main(["places", changed(tmp_path, width=2, depth=2.5, rough_wall=0), PEOPLE]) == 2
    assert "people: Signal Room holds" in capsys.readouterr().err
    assert main(["places", ROOM, PEOPLE, "--pin", "cosmo=x"]) == 2
    assert "--pin: write it as PERSON=NUMBER" in capsys.readouterr().err


def test_the_three_kinds_of_load(capsys) -> None:
    assert main(["load", "bottle", "--empty", "40 g", "--holds", "1000", "--for", "550g", "--straight", "20 cm"]) == 0
    assert capsys.readouterr().out == "510 ml in all\nup to 10.2 cm from the bottom\n"
    assert main(["load", "band", "--free", "100 cm", "--newtons", "24", "--at", "1.5 m"]) == 0
    assert "12.0 N at that length, 150 cm long: grip 3.2 cm nearer for 10 % more" in capsys.readouterr().out
    assert main(["load", "band", "--free", "80", "--scale", "2.4,2.5 kg,9", "--at", "160"]) == 0
    assert "24.5 N at that length" in capsys.readouterr().out
    band = ["load", "band", "--free", "60", "--newtons", "24", "--version", "band-row/one-arm", "--json"]
    assert main(band) == 0
    assert [pull["where"] for pull in json.loads(capsys.readouterr().out)] == ["in the start pose", "in the end pose"]
    assert main(["load", "lever", "arm-sweep/to-shoulder", "weighted-curl", "--load", "1 kg"]) == 0
    assert "with 1 kg" in capsys.readouterr().out


@pytest.mark.parametrize(
    ("asked", "says"),
    [
        (["bottle", "--empty", "40 g", "--holds", "500", "--for", "2 lb"], "kg: full it weighs 0.54 kg"),
        (["bottle", "--empty", "40 g", "--holds", "-5", "--for", "1"], "holds_ml: must be 50 to 5000 ml, not -5"),
        (["band", "--free", "long", "--newtons", "2", "--at", "1"], "--free: write it as 90 cm, 1.2 m or 35 in"),
        (["band", "--free", "50", "--newtons", "2"], "band: needs --at or --version"),
        (["band", "--free", "50", "--at", "80"], "band: needs either --newtons or --scale"),
        (["band", "--free", "50", "--scale", "2,3", "--at", "80"], "readings: needs at least 3 readings, not 2"),
        (["lever", "bridge/none", "bridge"], "none"),
    ],
)
def test_a_load_that_cannot_be_is_refused_by_name(capsys, asked: list[str], says: str) -> None:
    assert main(["load", *asked]) == 2
    assert says in capsys.readouterr().err


def test_a_room_is_written_and_read_alike() -> None:
    data = Path(ROOM).read_bytes()
    room, store = read_room(data, PROPS)
    assert store is not None
    assert read_room(json.dumps(room_document(room, store)).encode(), PROPS) == (room, store)
    assert read_room(json.dumps(room_document(room, None)).encode(), PROPS) == (room, None)


def test_a_store_is_written_as_a_table_and_read_alike() -> None:
    band, weights = Stock("band", 5, "light", free_cm=120, newtons=22), Stock("hand-weight", 8, "500 g", 0.5)
    store = Store((band, weights, Stock("mat", 6)))
    text = write_store(store, PROPS)
    assert text.splitlines()[1] == "resistance band,light,5,,120 cm,22"
    assert read_store(read_table(text.encode()), PROPS) == store


def test_a_table_in_other_units_is_read_in_ours() -> None:
    table = "Prop;Size;Count;Mass of one;Free length\nband;firm;4;;4 ft\nhand weights;heavy;2;2 lb;\n"
    store = read_store(read_table(table.encode()), PROPS)
    assert store.lines[0].free_cm == pytest.approx(121.92)
    assert store.lines[1].kg == pytest.approx(0.907, abs=0.001)


def test_a_table_with_broken_rows_names_each_and_nothing_is_taken() -> None:
    table = "prop,count\nband,five\nwand,3\nstick,4\nstick,5\nmat,-1\n"
    with pytest.raises(ValueError, match="nothing was taken") as refused:
        read_store(read_table(table.encode()), PROPS)
    for words in (
        "line 2: count: must be a whole number, not 'five'",
        "line 3: prop: there is no prop 'wand'",
        "line 5: the same prop and size as line 4",
        "line 6: count: must be a whole number, not '-1'",
    ):
        assert words in str(refused.value)
    with pytest.raises(ValueError, match="has no column 'count'"):
        read_store(read_table(b"prop,size\nband,light\n"), PROPS)
