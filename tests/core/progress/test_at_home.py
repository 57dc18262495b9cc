"""How it went at home holds back what it is about, until the next class."""

import json
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.formats.log_doc import log_document, read_log
from fairbench.core.progress.at_home import Said, with_what_was_said
from fairbench.core.progress.log import AtHome
from fairbench.core.progress.proposal import Kind
from tests.core.progress.logs import bout, day, due, setting

ON_THE_SHEET = frozenset({"row"})
LOG = (bout(0, 9), bout(1, 9), bout(2, 9))
OTHER = tuple(replace(one, exercise="bridge") for one in LOG)


def held(log, *said: Said) -> list[AtHome]:
    return [one.at_home for one in with_what_was_said(log, said)]


@pytest.mark.parametrize(
    ("why", "says"), [(AtHome.HURT, "hurt at home"), (AtHome.UNSURE, "show it again"), (AtHome.ILL, "were ill")]
)
@pytest.mark.parametrize("school", ["ten", "range", "ladder"])
def test_what_was_said_waits_once_and_then_goes_on(school: str, why: AtHome, says: str) -> None:
    plain = due(school, list(LOG), setting(), day(3))
    assert plain.kind is Kind.UP
    log = with_what_was_said(LOG, [Said(day(2), why, ON_THE_SHEET)])
    waits = due(school, list(log), setting(), day(3))
    assert waits.kind is Kind.SAME
    assert says in waits.because
    after = due(school, [*log, bout(3, 9)], setting(), day(4))
    assert after.kind is Kind.UP


def test_pain_in_class_still_steps_back() -> None:
    log = with_what_was_said(
        [*LOG[:2], bout(2, 9, pain=6, pain_where="knee")], [Said(day(2), AtHome.HURT, ON_THE_SHEET)]
    )
    assert due("ten", list(log), setting(), day(3)).kind is Kind.BACK


def test_it_is_about_the_last_time_until_that_day() -> None:
    said = Said(day(1, 3), AtHome.HURT, ON_THE_SHEET)
    assert held(LOG, said) == ["", "hurt", ""]
    assert held(LOG, replace(said, day=day(0, -1))) == ["", "", ""]


def test_only_what_was_on_the_sheet_unless_they_were_ill() -> None:
    both = (*LOG, *OTHER)
    assert held(both, Said(day(5), AtHome.HURT, ON_THE_SHEET)) == ["", "", "hurt", "", "", ""]
    assert held(both, Said(day(5), AtHome.ILL)) == ["", "", "ill", "", "", "ill"]


def test_the_graver_of_two_stays() -> None:
    unsure, hurt = Said(day(5), AtHome.UNSURE, ON_THE_SHEET), Said(day(4), AtHome.HURT, ON_THE_SHEET)
    assert held(LOG, unsure, hurt) == held(LOG, hurt, unsure) == ["", "", "hurt"]


@given(st.lists(st.integers(0, 12), min_size=1, max_size=8, unique=True), st.integers(0, 12), st.sampled_from(AtHome))
def test_at_most_one_line_of_an_exercise_is_held_and_nothing_else_changes(weeks, when: int, why: AtHome) -> None:
    log = [bout(week, 9) for week in weeks]
    made = with_what_was_said(log, [Said(day(when), why, ON_THE_SHEET)])
    assert sum(bool(one.at_home) for one in made) <= 1
    assert [replace(one, at_home=AtHome.NOTHING) for one in made] == log
    marked = [one.day for one in made if one.at_home]
    assert all(one <= day(when) and not any(one < other.day <= day(when) for other in log) for one in marked)


def test_it_is_in_the_file_and_comes_back() -> None:
    log = with_what_was_said(LOG, [Said(day(2), AtHome.ILL)])
    days = frozenset(one.day for one in log)
    written = log_document(log, days, days)
    assert [line.get("at_home") for line in written["lines"]] == [None, None, "ill"]
    assert read_log(json.dumps(written).encode()).bouts == log
