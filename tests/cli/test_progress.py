"""What is next, and what a test found, on the command line."""

import json
from pathlib import Path

import pytest

from fairbench.cli.__main__ import main
from fairbench.core.formats.log_doc import log_document, log_schema, read_log
from fairbench.core.formats.taken_doc import measures_document, measures_schema, read_measures

FORMATS = Path(__file__).resolve().parents[2] / "docs/formats"
LOG, MEASURES = FORMATS / "example-log.json", FORMATS / "example-measures.json"


def test_the_example_says_what_is_next_and_why(capsys) -> None:
    assert main(["next", str(LOG), "--on", "2026-11-23"]) == 0
    out = capsys.readouterr().out
    assert "more: 13, light band (+8.33 %)" in out
    assert "less: 9, 1 kg" in out
    assert "Pain was 4 of 10, left elbow" in out
    assert main(["next", str(LOG), "--on", "2026-11-23", "--school", "ladder"]) == 0
    assert "the first time with the lightest band" in capsys.readouterr().out


def test_json_says_the_same(capsys) -> None:
    main(["next", str(LOG), "--on", "2026-11-23", "--json"])
    row, curl = json.loads(capsys.readouterr().out)
    assert (row["next"]["way"], row["next"]["percent"], row["next"]["carried"]) == ("up", 8.3, "14.17")
    assert (curl["next"]["way"], curl["now"], curl["next"]["amount"]) == ("back", "12, 1 kg", "9, 1 kg")


@pytest.mark.parametrize(
    ("change", "says"),
    [
        ({"effort": 11}, "lines[0].effort: goes from 0 to 10, not 11"),
        ({"pain": 5}, "lines[0].pain_where: pain needs a place"),
        ({"reps": None}, "needs reps or hold"),
        ({"exercise": "no-such"}, "lines[0].exercise: there is no exercise 'no-such'"),
        ({"version": "no-such"}, "lines[0].version: band-row has no version 'no-such'"),
        ({"day": "yesterday"}, "lines[0].day"),
    ],
)
def test_a_log_with_a_fault_is_refused_with_its_place(tmp_path, capsys, change: dict, says: str) -> None:
    document = json.loads(LOG.read_bytes())
    document["lines"][0] |= change
    file = tmp_path / "log.json"
    file.write_text(json.dumps(document), encoding="utf-8")
    assert main(["next", str(file)]) == 2
    assert says in capsys.readouterr().err


def test_a_log_is_written_as_it_was_read() -> None:
    log = read_log(LOG.read_bytes())
    again = read_log(json.dumps(log_document(log.bouts, log.met, log.came)).encode())
    assert (again.bouts, again.met, again.came) == (log.bouts, log.met, log.came)


def test_measures_are_written_as_they_were_read() -> None:
    measured = read_measures(MEASURES.read_bytes())
    assert read_measures(json.dumps(measures_document(measured)).encode()) == measured


def test_a_measure_says_what_counts_what_is_usual_and_whether_it_changed(capsys) -> None:
    assert main(["measure", "chair-rise-30s", "9", "--age", "72", "--sex", "f", "--before", "13"]) == 0
    out = capsys.readouterr().out
    assert "30 second chair rise: 9 rises (best of 1)" in out
    assert "Below what is usual at 70 to 74: 10 to 15 rises. Rikli and Jones" in out
    assert "Worse: 4 rises less." in out
    assert "Have a word with their clinician" in out
    main(["measure", "grip", "18", "19", "--right", "24", "25", "--sex", "f", "--json"])
    document = json.loads(capsys.readouterr().out)
    assert document["results"] == {"left": 19.0, "right": 25.0}
    assert document["usual"] is None
    assert document["clinician"] == ""


@pytest.mark.parametrize(
    ("arguments", "says"),
    [
        (["up-and-go-2m44", "--", "-3"], "trial 1: -3 is not from 2 to 120 s"),
        (["no-such", "3"], "there is no test 'no-such'; there are chair-rise-30s"),
        (["joint-range", "90"], "is of a joint: shoulder-forward"),
    ],
)
def test_a_measure_that_cannot_be_is_refused(capsys, arguments: list[str], says: str) -> None:
    assert main(["measure", *arguments]) == 2
    assert says in capsys.readouterr().err


@pytest.mark.parametrize(("name", "schema"), [("log", log_schema), ("measures", measures_schema)])
def test_the_published_schema_is_the_one_that_reads(name: str, schema) -> None:
    assert json.loads((FORMATS / f"{name}.schema.json").read_bytes()) == schema()
