"""House style: every answer acts somewhere that can be seen, and no dose or cue becomes what cannot be done."""

import json

import pytest

from fairbench.core.checks import Situation, check
from fairbench.core.dose.effort import read_effort
from fairbench.core.dose.work import Repetitions
from fairbench.core.errors import CatalogueError, InputError
from fairbench.core.exercises.aim import Quality
from fairbench.core.exercises.cues import say
from fairbench.core.formats.styles_doc import load_questions, read_style, style_document, style_schema
from fairbench.core.people.person import Group
from fairbench.core.plan.work import of_ten
from fairbench.core.sides import Side
from fairbench.core.style.acts import acts_on, proposed, put_aside_by_style, said, styled_shelf
from fairbench.core.style.style import Style, StyleError, known_of, style_of
from tests.core.checks.asked import CONDITIONS
from tests.core.checks.written import plan_of
from tests.core.strategies import SHELF
from tests.every import every

KEY = load_questions()
QUESTIONS = KEY.all
OPTIONS = [(question, school) for question in QUESTIONS.values() for school in question.schools]
IDS = [f"{question.id}-{school.id}" for question, school in OPTIONS]
IN_OUR_DOMAIN = 28


def alone(question, school) -> Style:
    return style_of({question.id: school.id}, QUESTIONS)


def test_every_question_is_there_with_its_schools_a_default_and_a_reason() -> None:
    assert len(QUESTIONS) == IN_OUR_DOMAIN
    for question in QUESTIONS.values():
        assert question.ask.endswith("?"), question.id
        assert question.reason.endswith("."), question.id
        assert len({school.id for school in question.schools}) == len(question.schools) >= 2
        for school in question.schools:
            assert school.words, question.id
            assert school.means.endswith("."), (question.id, school.id)


@pytest.mark.sweep
@every(("question", "school"), OPTIONS, ids=IDS)
def test_every_option_changes_something_that_is_seen(question, school) -> None:
    style = alone(question, school)
    acted = [acts_on(exercise, version, style, QUESTIONS) for exercise in SHELF for version in exercise.versions]
    quiet = put_aside_by_style(style, QUESTIONS)
    if not school.acts:
        # Our default, or what the plan says anyway: as everything is written.
        assert school is question.schools[0] or question.id == "first-side"
        assert not any(acted)
        return
    assert any(acted) or quiet
    for one in (one for some in acted for one in some):
        assert one.says
        assert one.question is question


@every(("question", "school"), OPTIONS, ids=IDS)
def test_no_option_makes_a_dose_or_a_cue_that_cannot_be(question, school) -> None:
    style = alone(question, school)
    for exercise in SHELF:
        for version in exercise.versions:
            dose = proposed(exercise, version, style, QUESTIONS)
            version.check_sides(dose.sides)
            assert dose.time.work > 0
            usual = version.dose.work
            if version.safe_seconds and isinstance(dose.work, Repetitions) and isinstance(usual, Repetitions):
                assert dose.work.tempo.seconds >= min(version.safe_seconds, usual.tempo.seconds)
            for cue in said(exercise, version, style, QUESTIONS).cues.do:
                assert "{" not in say(cue, Side.LEFT)


def test_a_style_says_and_proposes_and_leaves_the_usual_dose_alone() -> None:
    style = style_of({"static-stretch": "short-often", "breath-side-bend": "in"}, QUESTIONS)
    shelf = styled_shelf(SHELF, style, KEY)
    bend = shelf.exercise("side-bend").version("arm-over")
    assert bend.breath == "Breathe in on the bend, out on the way back."
    assert bend.dose == SHELF.exercise("side-bend").version("arm-over").dose
    stretch = SHELF.exercise("calf-stretch")
    dose = proposed(stretch, stretch.version(stretch.base), style, QUESTIONS)
    assert (dose.work.seconds, dose.work.repeats) == (10, 3)
    assert styled_shelf(SHELF, Style(), KEY) is SHELF
    assert styled_shelf(SHELF, style, KEY) is shelf


def test_what_a_style_leaves_out_of_the_checks_is_told_as_not_judged() -> None:
    quiet = put_aside_by_style(style_of({"order": "strength-first"}, QUESTIONS), QUESTIONS)
    plan = plan_of("strengthen: band-row")
    loud = check(Situation(plan, Group(), SHELF, CONDITIONS), ["cold-strength"])
    left = check(Situation(plan, Group(), SHELF, CONDITIONS, quiet=quiet), ["cold-strength"])
    assert loud.findings
    assert not left.findings
    assert left.not_judged[0].why == "left out by your style: strengthen, then stretch"


def test_a_plans_answers_stand_over_those_of_its_practice() -> None:
    practice = style_of({"eyes": "ahead", "elbows": "straight"}, QUESTIONS)
    plan = style_of({"eyes": "follow"}, QUESTIONS)
    both = plan.over(practice, QUESTIONS)
    assert dict(both.chosen) == {"eyes": "follow", "elbows": "straight"}
    assert both.with_answer("eyes", "", QUESTIONS).chosen == (("elbows", "straight"),)


def test_each_style_maps_its_words_and_percents_to_ten() -> None:
    for words, of in (("light", 3), ("burn", 7)):
        school = QUESTIONS["how-hard"].school(words)
        assert of_ten(read_effort(str(dict(school.dose)["effort"]))) == of
    ramped = read_effort(str(dict(QUESTIONS["how-hard"].school("ramped").dose)["effort"]))
    assert ramped.steps[-1] == 80
    written = ("30 %", "50 %", "80 %", "3 of 10", "5 of 10", "8 of 10")
    assert [of_ten(read_effort(text)) for text in written] == [3, 5, 8, 3, 5, 8]


def test_a_style_goes_out_to_a_file_and_in_again() -> None:
    style = style_of({"static-stretch": "a-minute", "talk": "first"}, QUESTIONS)
    assert read_style(json.dumps(style_document(style)), QUESTIONS) == style
    assert style_schema()["title"] == "StyleFile"


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "JSON"),
        ("[]", "."),
        ('{"format": "fairbench-style", "format_version": 1, "answers": {"no-such": "x"}}', "no question 'no-such'"),
        ('{"format": "fairbench-style", "format_version": 1, "answers": {"eyes": "shut"}}', "no answer 'shut'"),
        ('{"format": "fairbench-style", "format_version": 2, "answers": {}}', "."),
    ],
)
def test_a_bad_style_file_says_what_is_wrong(text: str, says: str) -> None:
    with pytest.raises(InputError, match=says):
        read_style(text, QUESTIONS)


def test_a_stored_answer_that_is_no_longer_there_is_told_and_our_default_holds() -> None:
    style, gone = known_of({"eyes": "shut", "no-such": "x", "elbows": "straight"}, QUESTIONS)
    assert dict(style.chosen) == {"elbows": "straight"}
    assert len(gone) == 2
    with pytest.raises(StyleError):
        style.with_answer("no-such", "x", QUESTIONS)


def test_a_quiet_rule_that_there_is_not_is_refused(tmp_path) -> None:
    (tmp_path / "styles.yaml").write_text(
        "- {id: q, ask: 'A?', reason: R., schools: [{id: a, words: a, means: A.}, "
        "{id: b, words: b, means: B., quiet: [no-such]}]}\n"
    )
    with pytest.raises(CatalogueError, match="no rule 'no-such'"):
        load_questions(tmp_path)


def test_two_explanations_are_never_told_as_fact() -> None:
    cue = QUESTIONS["contract-relax-why"].school("both").cue
    assert "nobody knows for sure" in cue
    assert cue.lower().startswith("some say")


def test_cues_of_style_are_for_what_they_name() -> None:
    swing = alone(QUESTIONS["speed"], QUESTIONS["speed"].school("swing"))
    for exercise in SHELF:
        for version in exercise.versions:
            if acts_on(exercise, version, swing, QUESTIONS):
                assert exercise.aim.quality is Quality.MOBILITY
