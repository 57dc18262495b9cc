"""What answers lead to, and whether a screening still holds."""

import datetime

import pytest

from fairbench.core.errors import InputError
from fairbench.core.formats.screening_doc import load_questions
from fairbench.core.people.screening import Outcome, read, runs_out, screening_status

QUESTIONS = load_questions()
ALL_NO = {question.id: "no" for question in QUESTIONS}
DAY = datetime.date(2026, 3, 2)


@pytest.mark.parametrize(
    ("answers", "outcome"),
    [
        ({}, Outcome.FINE),
        ({"fell": "yes"}, Outcome.CAUTIONS),
        ({"back": "yes", "fell": "yes"}, Outcome.TALK_FIRST),
        ({"operation": "yes", "back": "yes"}, Outcome.CLEARANCE),
        ({"pressure": "tell"}, Outcome.TALK_FIRST),
    ],
)
def test_the_gravest_answer_decides(answers: dict[str, str], outcome: Outcome) -> None:
    assert read(QUESTIONS, ALL_NO | answers).outcome is outcome


def test_a_reading_says_what_to_confirm_and_what_is_open() -> None:
    found = read(QUESTIONS, ALL_NO | {"thin": "yes", "insulin": "tell"})
    assert [question.condition for question in found.conditions] == ["thin-bones"]
    assert [question.id for question in found.open] == ["insulin"]
    assert len(read(QUESTIONS, {}).open) == len(QUESTIONS)


def test_wrong_answers_are_named() -> None:
    with pytest.raises(InputError, match="pressure: 'maybe' is no answer"):
        read(QUESTIONS, {"pressure": "maybe"})
    with pytest.raises(InputError, match="there is no question 'shoe-size'"):
        read(QUESTIONS, {"shoe-size": "yes"})


@pytest.mark.parametrize(
    ("given", "last"), [("2026-03-02", "2027-03-02"), ("2024-02-29", "2025-02-28"), ("2026-12-31", "2027-12-31")]
)
def test_a_screening_holds_for_twelve_months(given: str, last: str) -> None:
    assert runs_out(datetime.date.fromisoformat(given)) == datetime.date.fromisoformat(last)


@pytest.mark.parametrize(
    ("given", "reviewed", "wants", "events", "today", "words", "talk"),
    [
        (None, False, [], [], DAY, "not screened", True),
        (DAY, False, [], [], DAY, "answers to be read", True),
        (DAY, True, [], [], DAY, "holds until 2 Mar 2027", False),
        (DAY, True, [], [], datetime.date(2027, 3, 2), "holds until 2 Mar 2027", False),
        (DAY, True, [], [], datetime.date(2027, 3, 3), "ran out 2 Mar 2027", True),
        (DAY, True, [], [("a fall", datetime.date(2026, 5, 1))], datetime.date(2026, 6, 1), "to be asked again", True),
        (
            DAY,
            True,
            [],
            [("a fall", datetime.date(2026, 2, 1))],
            datetime.date(2026, 6, 1),
            "holds until 2 Mar 2027",
            False,
        ),
        (DAY, True, ["a word from the surgeon"], [], DAY, "wanted: a word from the surgeon", True),
    ],
)
def test_where_a_screening_stands(given, reviewed, wants, events, today, words, talk) -> None:
    found = screening_status(given, reviewed, wants, events, today)
    assert found.words == words
    assert bool(found.talk_first) == talk
