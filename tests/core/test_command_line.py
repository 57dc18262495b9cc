"""The command line: what it prints, and one clear line with exit code 2 for wrong input."""

import io
import json
from pathlib import Path

import pytest

from fairbench.cli.__main__ import main

PLAN = str(Path(__file__).resolve().parents[2] / "docs/formats/example-plan.json")


def test_time_prints_steps_and_totals(capsys) -> None:
    assert main(["time", PLAN]) == 0
    out = capsys.readouterr().out
    assert "Weight curl · their right · set 3 of 3" in out
    assert "in all       9:47 of 10:00, 0:13 to spare" in out


def test_time_as_json_adds_up(capsys) -> None:
    assert main(["time", PLAN, "--json", "--known", "3", "--pace", "1.5"]) == 0
    value = json.loads(capsys.readouterr().out)
    assert value["total"] == sum(value["parts"].values()) == value["steps"][-1]["end"]
    assert value["items"][2]["count"] == 60
    assert value["items"][0]["explain"] == 6


def test_show_says_doses_in_words(capsys) -> None:
    assert main(["show", PLAN]) == 0
    assert "Weight curl, a light weight: 10 each arm · 3 sets · 60 in all" in capsys.readouterr().out
    assert main(["show", PLAN, "--json"]) == 0
    assert json.loads(capsys.readouterr().out)["plan"]["name"] == "Chair and rail"


def test_catalogue_lists_and_narrows(capsys) -> None:
    assert main(["catalogue", "band", "pull"]) == 0
    assert capsys.readouterr().out.startswith("band-row")
    assert main(["catalogue", "--json"]) == 0
    assert len(json.loads(capsys.readouterr().out)) >= 30


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("{", "line 1, column 2: not JSON"),
        ('{"format": "fairbench-plan"}', "format_version: is missing"),
        (Path(PLAN).read_text(encoding="utf-8").replace('"reps": 10', '"reps": 0'), "blocks[2].items[0].dose.reps"),
        (Path(PLAN).read_text(encoding="utf-8").replace("bottle-curl", "kite"), "blocks[2].items[0].exercise"),
    ],
)
def test_wrong_input_is_one_line_and_exit_2(text, says, capsys, monkeypatch) -> None:
    monkeypatch.setattr("sys.stdin", io.TextIOWrapper(io.BytesIO(text.encode())))
    assert main(["time", "-"]) == 2
    captured = capsys.readouterr()
    assert captured.out == ""
    assert captured.err.count("\n") == 1
    assert says in captured.err


def test_a_missing_file_and_an_impossible_pace(capsys) -> None:
    assert main(["time", "/no/such/plan.json"]) == 2
    assert "cannot be read" in capsys.readouterr().err
    assert main(["time", PLAN, "--pace", "9"]) == 2
    assert "pace must be 1 to 3" in capsys.readouterr().err
