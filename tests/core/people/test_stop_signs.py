"""Stop signs, questions at the door and telephone numbers: what is said in a bad moment."""

import pytest

from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.door_questions_doc import load_door_questions
from fairbench.core.formats.readings_doc import load_readings
from fairbench.core.formats.red_flags_doc import load_red_flags
from fairbench.core.formats.stop_signs_doc import load_stop_signs
from fairbench.core.people.conditions import Declared
from fairbench.core.people.door_questions import MOST, questions_for
from fairbench.core.people.phone import number_in

SIGNS = load_stop_signs()
QUESTIONS = load_door_questions()
KNOWN = load_conditions()


def test_the_gravest_signs_call_at_once_and_every_other_says_when() -> None:
    assert [sign.id for sign in SIGNS.values() if sign.at_once] == ["no-answer", "chest", "stroke-signs"]
    for sign in SIGNS.values():
        assert sign.at_once or sign.call.startswith("now if "), sign.id


@pytest.mark.parametrize(
    ("sign", "words"),
    [
        ("chest", "Sit them down"),
        ("faint", "Legs up"),
        ("faint", "lie them down flat"),
        ("fall", "Do not lift them"),
        ("low-sugar", "15 to 20 g of sugar"),
        ("low-sugar", "nothing in the mouth"),
        ("stroke-signs", "last seen well"),
        ("seizure", "nothing in the mouth"),
    ],
)
def test_what_is_done_by_sign(sign: str, words: str) -> None:
    assert any(words in step for step in SIGNS[sign].do)


@pytest.mark.parametrize(
    ("condition", "sign", "words"),
    [
        ("pregnancy", "faint", "left side"),
        ("heart-failure", "faint", "raise head and shoulders"),
        ("blood-thinners", "fall", "also when they feel well"),
        ("thin-bones", "fall", "counts as a break"),
        ("diabetes-insulin", "low-sugar", "own sugar"),
        ("no-floor", "fall", "do not try"),
        ("stroke", "stroke-signs", "what is new today"),
    ],
)
def test_what_is_minded_for_whom(condition: str, sign: str, words: str) -> None:
    assert any(words in said for said in SIGNS[sign].for_person([Declared(condition)]))
    assert SIGNS[sign].for_person([Declared("wrist-pain")]) == ()


def test_everything_named_is_known() -> None:
    for sign in SIGNS.values():
        for minding in sign.minding:
            assert all(KNOWN.condition(condition) for condition in minding.conditions)
        for step in (*sign.do, sign.see, sign.call):
            for named in [part.split("”")[0] for part in step.split("“")[1:]]:
                assert named in {other.name for other in SIGNS.values()}, named
    for question in QUESTIONS:
        assert all(KNOWN.condition(condition) for condition in question.conditions)
        known = {"flag": load_red_flags(), "reading": load_readings()}.get(question.news)
        assert question.where in known if known else question.where == ""


def test_the_questions_that_matter_come_first_and_are_few() -> None:
    heart = questions_for([Declared("falls"), Declared("angina"), Declared("high-blood-pressure")], QUESTIONS)
    assert [question.id for question in heart] == ["chest", "pressure"]
    assert questions_for([Declared("wrist-pain")], QUESTIONS) == ()
    everything = [Declared(condition) for question in QUESTIONS for condition in question.conditions]
    assert len(questions_for(everything, QUESTIONS)) == MOST


@pytest.mark.parametrize(
    ("text", "number"),
    [
        ("Family, 0555 011944", "0555011944"),
        ("Her son (evenings): +00 555 01-19/44", "+00555011944"),
        ("ring the bell next door", ""),
        ("flat 12, then 0555.01.19", "05550119"),
        ("", ""),
    ],
)
def test_the_number_in_what_was_written(text: str, number: str) -> None:
    assert number_in(text) == number
