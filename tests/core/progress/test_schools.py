"""The three schools in worked figures, and what holds in all of them."""

from dataclasses import replace
from fractions import Fraction

import pytest

from fairbench.core.errors import InputError
from fairbench.core.progress.amount import Amount, TwoUpError, Variable, check_one_up, ups
from fairbench.core.progress.log import Bout, Felt
from fairbench.core.progress.proposal import Kind
from fairbench.core.progress.setting import rung_of
from tests.core.progress.logs import LADDER, bout, day, due, followed, hold, setting

EVERY = ("ten", "range", "ladder")


def test_ten_per_cent_carries_the_exact_number_and_does_whole_ones() -> None:
    told = followed("ten", 4, bout(0, 8), setting())
    assert [float(proposal.carried) for _, proposal in told] == pytest.approx([8.8, 9.68, 10.648, 11.7128])
    assert [proposal.amount.reps for _, proposal in told] == [8, 9, 10, 11]
    assert told[1][1].carried == Fraction(8) * Fraction(121, 100)
    assert [proposal.kind for _, proposal in told] == [Kind.SAME, Kind.UP, Kind.UP, Kind.UP]


def test_the_true_step_is_said_and_over_twelve_per_cent_it_asks_first() -> None:
    second = followed("ten", 2, bout(0, 8), setting())[1][1]
    assert (second.part, second.asks, second.step_words) == (Fraction(1, 8), True, "+12.5 %")
    third = followed("ten", 3, bout(0, 8), setting())[2][1]
    assert (third.part, third.asks) == (Fraction(1, 9), False)


def test_the_carried_number_waits_until_the_step_is_taken() -> None:
    told = followed("ten", 6, bout(0, 8), setting(), take="asked")
    assert [proposal.amount.reps for _, proposal in told] == [8, 9, 9, 9, 9, 9]
    assert all(proposal.carried == Fraction("9.68") for _, proposal in told[1:])


def test_at_most_one_repetition_a_week_however_large_the_number() -> None:
    told = followed("ten", 3, bout(0, 20), setting())
    assert [proposal.amount.reps for _, proposal in told] == [21, 22, 23]
    assert [float(proposal.carried) for _, proposal in told] == pytest.approx([22, 22, 24.2])


def test_seconds_of_a_hold_rise_by_ten_per_cent_too() -> None:
    first, second = (proposal for _, proposal in followed("ten", 2, hold(0, 20), setting()))
    assert (first.amount.hold, first.variable, first.part) == (22, Variable.HOLD, Fraction(1, 10))
    assert (second.amount.hold, float(second.carried)) == (24, pytest.approx(24.2))


def test_a_group_that_meets_twice_a_week_rises_once_in_seven_days() -> None:
    days = frozenset(day(week, at) for week in range(4) for at in (0, 3))
    given = setting(met=days, came=days)
    log = [bout(0, 10), bout(0, 10, weekday=3)]
    assert due("ten", log, given, day(1)).kind is Kind.SAME  # it rose on Thursday, four days ago
    assert due("ten", [*log, bout(1, 10)], given, day(1, 3)).amount.reps == 11


def test_load_rises_by_a_size_only_where_that_is_no_more_than_ten_per_cent() -> None:
    given = setting(variable=Variable.LOAD, loads=(5.0, 5.5, 7.5))
    up = due("ten", [bout(0, 8, kg=5.0)], given, day(1))
    assert (up.amount.kg, up.amount.reps, up.part, up.variable) == (5.5, 8, Fraction(1, 10), Variable.LOAD)
    far = due("ten", [bout(0, 8, kg=5.5)], given, day(1))
    assert far.kind is Kind.SAME
    assert "6.05 kg" in far.because


def test_range_then_load_climbs_stays_twice_and_goes_back_to_the_bottom() -> None:
    told = followed("range", 7, bout(0, 8, kg=2.0), setting())
    assert [(p.amount.reps, p.amount.kg) for _, p in told] == [
        (9, 2.0), (10, 2.0), (11, 2.0), (12, 2.0), (12, 2.0), (8, 2.5), (9, 2.5),
    ]  # fmt: skip
    swapped = told[5][1]
    assert swapped.part == Fraction(8 * 5, 12 * 4) - 1
    assert not swapped.asks
    assert swapped.variable is Variable.LOAD


def test_where_the_next_size_is_too_big_repetitions_grow_until_they_match_it() -> None:
    told = followed("range", 10, bout(0, 8, kg=0.5), setting(loads=(0.5, 1.0)))
    assert [(p.amount.reps, p.amount.kg) for _, p in told] == [
        *((reps, 0.5) for reps in range(9, 17)), (8, 1.0), (9, 1.0),
    ]  # fmt: skip
    assert told[8][1].part == 0  # 16 × 500 g are 8 × 1 kg


def test_a_size_that_nothing_bridges_is_told_with_what_would_be_between() -> None:
    log = [bout(week, 12, kg=0.5) for week in range(2)]
    stays = due("range", log, setting(loads=(0.5, 2.0)), day(2))
    assert (stays.kind, "0.55 kg" in stays.because) == (Kind.SAME, True)


def test_hard_work_at_the_top_is_no_meeting_at_the_top() -> None:
    log = [bout(0, 12, kg=2.0), bout(1, 12, kg=2.0, effort=7), bout(2, 12, kg=2.0)]
    assert due("range", log, setting(), day(3)).kind is Kind.SAME


def test_a_band_goes_to_the_next_label_and_asks_since_nobody_knows_how_much_stronger() -> None:
    log = [bout(week, 12, band="light") for week in range(2)]
    up = due("range", log, setting(), day(2))
    assert (up.amount.band, up.amount.reps, up.asks) == ("medium", 8, True)
    top = due("range", [bout(week, 12, band="strong") for week in range(2)], setting(), day(2))
    assert top.kind is Kind.SAME


def test_with_nothing_to_load_a_set_more_begins_at_the_bottom_and_asks() -> None:
    up = due("range", [bout(week, 12) for week in range(2)], setting(), day(2))
    assert (up.amount.sets, up.amount.reps, up.variable, up.asks) == (2, 8, Variable.SETS, True)
    assert up.part == Fraction(16, 12) - 1


def test_the_ladder_takes_the_next_version_at_sixty_per_cent_without_a_load_and_then_loads_it() -> None:
    told = followed("ladder", 3, bout(0, 9, kg=2.0), setting())
    whole, new, loaded = (proposal for _, proposal in told)
    assert (whole.amount.reps, whole.amount.version) == (10, "usual")
    assert (new.amount.version, new.amount.reps, new.amount.kg, new.new_version) == ("hard", 6, None, True)
    assert (loaded.amount.version, loaded.amount.reps, loaded.amount.kg, loaded.asks) == ("hard", 6, 2.0, True)


def test_the_ladder_ends_at_its_top_and_at_a_caution() -> None:
    assert "hardest" in due("ladder", [bout(0, 10, "hard")], setting(), day(1)).because
    ruled_out = setting(ladder=(*LADDER[:2], replace(LADDER[2], allowed=False)))
    stays = due("ladder", [bout(0, 10)], ruled_out, day(1))
    assert (stays.kind, "caution" in stays.because) == (Kind.SAME, True)


@pytest.mark.parametrize("school", EVERY)
@pytest.mark.parametrize(
    ("details", "kind", "reps", "says"),
    [
        ({"pain": 4, "pain_where": "left knee"}, Kind.BACK, 8, "Pain was 4 of 10, left knee"),
        ({"pain": 3, "pain_where": "left knee"}, None, None, ""),
        ({"sore_after": True}, Kind.BACK, 8, "day after"),
        ({"lost_form": True}, Kind.BACK, 8, "form"),
        ({"effort": 7}, Kind.SAME, 10, "more effort"),
        ({"felt": Felt.TOO_HARD}, Kind.SAME, 10, "more effort"),
        ({"reached": False}, Kind.SAME, 10, "Not all"),
        ({"teach_again": True}, Kind.SAME, 10, "teaching"),
    ],
)
def test_what_holds_back_holds_in_every_school(school: str, details: dict, kind: Kind, reps: int, says: str) -> None:
    told = due(school, [bout(0, 10, **details)], setting(), day(1))
    if kind is None:
        assert told.kind is Kind.UP
    else:
        assert (told.kind, told.amount.reps) == (kind, reps)
        assert says in told.because


@pytest.mark.parametrize("school", EVERY)
def test_too_much_effort_twice_running_steps_back_and_again_goes_to_the_easier_version(school: str) -> None:
    log = [bout(0, 10, effort=7), bout(1, 10, effort=6)]
    back = due(school, log, setting(), day(2))
    assert (back.kind, back.amount.reps, back.amount.version) == (Kind.BACK, 8, "usual")
    again = due(school, [*log, bout(2, 8, effort=7)], setting(), day(3))
    assert (again.kind, again.amount.version, again.amount.reps) == (Kind.BACK, "easy", 6)


@pytest.mark.parametrize("school", EVERY)
@pytest.mark.parametrize(
    ("missed", "kind", "reps", "screening"),
    [(1, Kind.SAME, 10, False), (2, Kind.BACK, 8, False), (3, Kind.BACK, 8, False), (4, Kind.AGAIN, 5, True)],
)
def test_weeks_missed(school: str, missed: int, kind: Kind, reps: int, screening: bool) -> None:
    given = setting(came=frozenset({day(0)}))
    told = due(school, [bout(0, 10)], given, day(missed + 1))
    assert (told.kind, told.amount.reps, told.screening) == (kind, reps, screening)
    assert f"{missed} week" in told.because


def test_missed_means_absent_and_not_unplanned() -> None:
    assert due("ten", [bout(0, 10)], setting(), day(5)).kind is Kind.UP
    nobody_met = setting(met=frozenset({day(0), day(5)}), came=frozenset({day(0)}))
    assert due("ten", [bout(0, 10)], nobody_met, day(5)).kind is Kind.UP


@pytest.mark.parametrize("school", EVERY)
def test_a_stretch_keeps_its_dose_and_still_steps_back_for_pain(school: str) -> None:
    given = setting(trained=False)
    keeps = due(school, [hold(week, 20) for week in range(3)], given, day(3))
    assert (keeps.kind, keeps.amount.hold, "keeps its dose" in keeps.because) == (Kind.SAME, 20, True)
    assert due(school, [hold(0, 20, pain=5, pain_where="calf")], given, day(1)).kind is Kind.BACK


def test_a_caution_on_the_own_version_goes_to_the_easier_one_or_says_that_nothing_suits() -> None:
    easy, usual, hard = LADDER
    told = due("ten", [bout(0, 10)], setting(ladder=(easy, replace(usual, allowed=False), hard)), day(1))
    assert (told.kind, told.amount.version, told.amount.reps) == (Kind.BACK, "easy", 6)
    none = setting(ladder=(replace(easy, allowed=False), replace(usual, allowed=False), hard))
    assert due("ten", [bout(0, 10)], none, day(1)).kind is Kind.NONE
    lighter = due("ten", [bout(0, 10, kg=2.5)], setting(most_kg=1.7), day(1))
    assert (lighter.kind, lighter.amount.kg) == (Kind.BACK, 1.5)


def test_one_up_at_a_time_and_downs_are_allowed() -> None:
    before = Amount("usual", reps=12, sets=2, kg=2.0, hold=1, tempo=5)
    check_one_up(before, replace(before, kg=2.5, reps=8))
    with pytest.raises(TwoUpError, match="load and repetitions would go up"):
        check_one_up(before, replace(before, kg=2.5, reps=13))
    assert ups(before, replace(before, hold=2, tempo=6)) == (Variable.HOLD,)
    assert ups(before, replace(before, tempo=6)) == (Variable.TEMPO,)
    band = Amount("usual", band="light", grip_cm=40)
    assert ups(band, replace(band, grip_cm=30)) == (Variable.BAND_LENGTH,)
    assert ups(band, replace(band, band="unknown"), ("light", "medium")) == (Variable.LOAD,)
    assert ups(replace(band, band="medium"), band, ("light", "medium")) == ()


@pytest.mark.parametrize(("details", "place"), [({"effort": 11}, "effort"), ({"pain": 4}, "pain_where")])
def test_what_cannot_be_is_named(details: dict, place: str) -> None:
    with pytest.raises(InputError) as raised:
        Bout(day(0), "row", Amount("usual"), **details)
    assert raised.value.place == place


def test_the_range_of_a_rung_follows_its_usual_figure() -> None:
    assert [(r.low, r.high) for r in (rung_of(Amount("v", reps=n)) for n in (6, 8, 10, 15, 25))] == [
        (6, 6), (8, 12), (8, 12), (10, 20), (10, 25),
    ]  # fmt: skip
    held = rung_of(Amount("v", hold=20, counted=Variable.HOLD))
    assert (held.low, held.high) == (20, 30)
