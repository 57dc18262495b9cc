"""Terms and home sheets on the command line."""

import json
from pathlib import Path

import pytest
from pypdf import PdfReader

from fairbench.cli.__main__ import main
from fairbench.core.formats.handouts_doc import at_home_schema
from fairbench.core.formats.term_doc import read_term, term_schema

FORMATS = Path(__file__).resolve().parents[2] / "docs/formats"
TERM, HOME, LOG = FORMATS / "example-term.json", FORMATS / "example-at-home.json", FORMATS / "example-log.json"


def test_the_example_term_is_spread_with_its_gaps(capsys) -> None:
    assert main(["term", str(TERM)]) == 0
    out = capsys.readouterr().out
    assert "Autumn at the Signal Room, 10 weeks from 7 September 2026" in out
    assert "Mon 19 Oct" not in out
    for words in ("80%, tests", "100%, tests", "new: sit-to-stand", "Closed: 19 Oct", "Nothing for neck."):
        assert words in out


def test_a_term_as_json_is_a_term_again(capsys) -> None:
    main(["term", str(TERM), "--json"])
    told = json.loads(capsys.readouterr().out)
    made = read_term(json.dumps(told["term"]).encode()).value()
    assert len(made.slots) == 9
    assert set(told["effort"]) == {slot.id for slot in made.slots}
    assert told["not_placed"] == []
    assert all(len(times) == 9 for times in told["regions"].values())


@pytest.mark.parametrize(
    ("changed", "says"),
    [
        ({"weeks": 0}, "a term has 6 to 14 weeks, not 0"),
        ({"weeks": 400}, "a term has 6 to 14 weeks, not 400"),
        ({"rule": "FREQ=SOMETIMES"}, "rule"),
        ({"wishes": ["nonsense"]}, "wishes[0]: there is no exercise 'nonsense'"),
        ({"starts_on": "soon"}, "starts_on"),
    ],
)
def test_a_term_file_that_is_wrong_says_where(changed, says, capsys, tmp_path) -> None:
    file = tmp_path / "term.json"
    file.write_text(json.dumps({**json.loads(TERM.read_text()), **changed}))
    assert main(["term", str(file)]) == 2
    assert says in capsys.readouterr().err


def test_home_says_what_and_why_and_what_is_left_out(capsys) -> None:
    assert main(["home", str(HOME), str(LOG)]) == 0
    out = capsys.readouterr().out
    assert "In a pause of the television: Seated row. 12 times" in out
    assert "Left out: Weight curl. It hurt the last time." in out
    assert "Only 1 can be proposed." in out
    main(["home", str(HOME), str(LOG), "--json"])
    told = json.loads(capsys.readouterr().out)
    assert [line["exercise"] for line in told["lines"]] == ["band-row"]
    assert told["lines"][0]["things"][1]["say"] == "a long scarf"
    assert told["left_out"] == [{"exercise": "bottle-curl", "why": "It hurt the last time."}]


def test_the_sheet_is_written_as_pdf_and_as_html(capsys, tmp_path) -> None:
    assert main(["home", str(HOME), str(LOG), "-o", str(tmp_path / "sheet.pdf")]) == 0
    assert "1 page" in capsys.readouterr().out
    text = " ".join(PdfReader(tmp_path / "sheet.pdf").pages[0].extract_text().split())
    assert "Enid Marlow: exercises at home" in text
    assert "12 times" in text
    main(["home", str(HOME), str(LOG), "-o", str(tmp_path / "sheet.html"), "--paper", "Letter"])
    assert "size:Letter" in (tmp_path / "sheet.html").read_text()
    assert main(["home", str(HOME), str(LOG), "-o", str(tmp_path / "sheet.doc")]) == 2
    assert "ends in .pdf or .html" in capsys.readouterr().err


def test_one_who_must_be_talked_to_first_gets_none(capsys, tmp_path) -> None:
    file = tmp_path / "home.json"
    file.write_text(json.dumps({**json.loads(HOME.read_text()), "talk_first": "She fell on Sunday."}))
    assert main(["home", str(file), str(LOG)]) == 2
    assert "talk to Enid Marlow first: She fell on Sunday." in capsys.readouterr().err


@pytest.mark.parametrize(("which", "made"), [("term", term_schema), ("at-home", at_home_schema)])
def test_published_schemas_are_current(which, made) -> None:
    assert json.loads((FORMATS / f"{which}.schema.json").read_text()) == made()
