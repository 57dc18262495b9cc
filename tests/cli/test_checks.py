"""Checks, shortening and the chance on the command line."""

import json
from pathlib import Path

import pytest

from fairbench.cli.__main__ import main
from fairbench.core.checks import RULES
from fairbench.core.formats.plan_doc import write_plan
from tests.core.checks.written import plan_of

DOCS = Path(__file__).resolve().parents[2] / "docs"
PLAN, PEOPLE, ROOM = (str(DOCS / "formats" / f"example-{name}.json") for name in ("plan", "people", "room"))


def file_of(tmp_path: Path, text: str, **details) -> str:
    file = tmp_path / "plan.json"
    file.write_text(write_plan(plan_of(text, **details)), encoding="utf-8")
    return str(file)


def test_a_must_fails_and_is_told_with_its_reason_and_what_settles_it(tmp_path, capsys) -> None:
    bad = file_of(tmp_path, "strengthen: band-row sets=4, ring-press sets=4", length_min=10)
    assert main(["check", bad, "--fixes"]) == 1
    out = capsys.readouterr().out
    assert "must" in out
    assert "why: " in out
    assert "suggested change: " in out
    assert "Not judged: no-chair, no room is chosen" in out


def test_a_plan_without_a_must_passes(tmp_path, capsys) -> None:
    good = file_of(tmp_path, "warm_up: shoulder-rolls timed=160; strengthen: band-row", length_min=12)
    assert main(["check", good, "--rules", "no-warm-up, over-time"]) == 0
    assert "Nothing to look at." in capsys.readouterr().out


def test_people_and_a_room_are_judged_and_json_says_the_same(capsys) -> None:
    code = main(["check", PLAN, "--people", PEOPLE, "--room", ROOM, "--json"])
    document = json.loads(capsys.readouterr().out)
    assert code == int(any(one["sure"] == "must" for one in document["findings"]))
    assert {one["rule"] for one in document["findings"]} <= set(RULES)
    assert not {"waits", "shortage", "room-lacks"} & {one["rule"] for one in document["not_judged"]}


def test_what_was_put_aside_in_the_plan_is_counted_not_told(tmp_path, capsys) -> None:
    plan = file_of(tmp_path, "strengthen: band-row", length_min=10)
    main(["check", plan, "--json"])
    first = json.loads(capsys.readouterr().out)
    document = json.loads(Path(plan).read_text(encoding="utf-8"))
    document["dismissed"] = ["no warm-up"]
    Path(plan).write_text(json.dumps(document), encoding="utf-8")
    main(["check", plan, "--json"])
    then = json.loads(capsys.readouterr().out)
    assert then["put_aside"] == 1
    assert len(then["findings"]) == len(first["findings"]) - 1


def test_an_unknown_rule_and_a_length_that_is_none_are_said(capsys) -> None:
    assert main(["check", PLAN, "--rules", "no-such"]) == 2
    assert "there is no rule 'no-such'" in capsys.readouterr().err
    assert main(["shorten", PLAN, "--to", "0"]) == 2
    assert "a class takes 1 to 180 minutes" in capsys.readouterr().err


@pytest.mark.parametrize("minutes", ["8", "30"])
def test_a_plan_is_brought_to_a_time(capsys, minutes: str) -> None:
    assert main(["shorten", PLAN, "--to", minutes]) == 0
    out = capsys.readouterr().out
    assert f"then, for {minutes} min" in out
    assert ("Scaled down evenly it would lose" in out) == (minutes == "8")


def test_the_chance_is_told_from_our_defaults(capsys) -> None:
    assert main(["time", PLAN, "--chance"]) == 0
    out = capsys.readouterr().out
    assert "% to end on time, from our defaults" in out
    assert main(["time", PLAN, "--chance", "--json"]) == 0
    assert 0 <= json.loads(capsys.readouterr().out)["chance"]["on_time"] <= 1


def test_the_checks_on_paper_are_those_that_there_are(capsys) -> None:
    assert main(["rules"]) == 0
    assert capsys.readouterr().out == (DOCS / "checks.md").read_text(encoding="utf-8")


def test_the_published_schema_of_a_style_is_current(capsys) -> None:
    assert main(["schema", "style"]) == 0
    published = (DOCS / "formats/style.schema.json").read_text(encoding="utf-8")
    assert json.loads(capsys.readouterr().out) == json.loads(published)
