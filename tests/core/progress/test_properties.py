"""Whatever a log says: one thing up at a time, never beyond a caution, never a step that is not asked about."""

from dataclasses import replace
from fractions import Fraction

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fairbench.core.progress.amount import check_one_up
from fairbench.core.progress.log import AtHome, Bout, Felt
from fairbench.core.progress.proposal import ASKS_OVER, Kind
from fairbench.core.progress.schools import SCHOOLS
from fairbench.core.progress.setting import Setting
from fairbench.core.progress.state import state_of
from tests.core.progress.logs import LADDER, SIZES, bout, day, hold, setting


@st.composite
def bouts(draw: st.DrawFn, week: int, weekday: int) -> Bout:
    pain = draw(st.integers(0, 10) | st.none())
    details = {
        "effort": draw(st.integers(0, 10) | st.none()),
        "pain": pain,
        "pain_where": "left knee" if pain else "",
        "sore_after": draw(st.booleans()),
        "reached": draw(st.booleans()),
        "lost_form": draw(st.booleans()),
        "felt": draw(st.sampled_from(Felt)),
        "at_home": draw(st.sampled_from(AtHome)),
    }
    if draw(st.integers(0, 2)):  # two of three go well
        details = {}
    if draw(st.booleans()):
        made = bout(
            week, draw(st.integers(1, 30)), draw(st.sampled_from(["easy", "usual", "hard"])), weekday, **details
        )
        load = draw(st.sampled_from([{}, {"kg": draw(st.sampled_from(SIZES))}, {"band": "medium"}]))
        return replace(made, amount=replace(made.amount, **load))
    return replace(hold(week, draw(st.integers(5, 60)), **details), day=day(week, weekday))


@st.composite
def logs(draw: st.DrawFn) -> tuple[list[Bout], Setting]:
    days = draw(st.lists(st.tuples(st.integers(0, 15), st.sampled_from([0, 3])), min_size=1, max_size=8, unique=True))
    log = [draw(bouts(week, weekday)) for week, weekday in days]
    came = frozenset(one.day for one in log)
    met = frozenset(day(week, at) for week in range(18) for at in (0, 3) if draw(st.booleans())) | came
    ladder = tuple(replace(rung, allowed=draw(st.integers(0, 3)) > 0) for rung in LADDER)
    most = draw(st.none() | st.sampled_from((0.7, 1.5, 2.0)))
    return log, setting(met=met, came=came, ladder=ladder, most_kg=most)


@pytest.mark.sweep
@given(logs(), st.sampled_from(list(SCHOOLS)), st.integers(1, 40))
@settings(max_examples=400, deadline=None)
def test_every_proposal_keeps_the_rules(log: tuple[list[Bout], Setting], school: str, later: int) -> None:
    lines, given_setting = log
    way = SCHOOLS[school]
    state = state_of(lines, given_setting, way.next)
    on = state.last.day.fromordinal(state.last.day.toordinal() + later)
    due = way.next(state, given_setting, on)
    assert due.because
    if due.amount.version == state.amount.version:
        check_one_up(state.amount, due.amount, given_setting.bands)
        assert due.amount.reps <= state.amount.reps + 1
    if due.kind is not Kind.NONE and due.amount != state.amount:
        assert given_setting.rung(due.amount.version).allowed
        assert due.amount.kg is None or given_setting.most_kg is None or due.amount.kg <= given_setting.most_kg
    if due.part > ASKS_OVER:
        assert due.asks
    assert due.carried <= max(state.carried * Fraction(11, 10), Fraction(due.amount.value))
    if given_setting.missed_weeks(state.last.day, on):
        assert due.kind is not Kind.UP
        assert due.amount.value <= state.amount.value or due.new_version
    if state.last.hurt:
        assert due.kind is not Kind.UP


@given(logs(), st.sampled_from(list(SCHOOLS)), st.randoms(use_true_random=False))
@settings(max_examples=100, deadline=None)
def test_the_same_log_gives_the_same_state_in_whatever_order_it_is_read(log, school: str, shuffled) -> None:
    lines, given_setting = log
    state = state_of(lines, given_setting, SCHOOLS[school].next)
    again = list(lines)
    shuffled.shuffle(again)
    assert state_of(again, given_setting, SCHOOLS[school].next) == state
