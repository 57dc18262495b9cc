"""Every test's arithmetic by hand, bands at their edges, noise, sides, and from where a clinician is asked."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.errors import InputError
from fairbench.core.formats.measures_doc import load_bands, load_tests
from fairbench.core.measures.bands import NoBand, Standing, band_for
from fairbench.core.measures.change import Change, change_of, trend_of
from fairbench.core.measures.clinician import word_due
from fairbench.core.measures.side_difference import apart
from fairbench.core.measures.test import Better, Sex, Taken
from fairbench.core.sides import Side

TESTS, BANDS = load_tests(), load_bands()


@pytest.mark.parametrize(
    ("test", "trials", "result"),
    [
        ("chair-rise-30s", (13,), 13),
        ("arm-curl-30s", (15,), 15),
        ("two-minute-step", (92,), 92),
        ("chair-sit-and-reach", (-3.5, -1), -1),  # short of the toes is below zero; the better is the larger
        ("back-scratch", (-12, -9.5), -9.5),
        ("up-and-go-2m44", (7.2, 6.8), 6.8),
        ("timed-up-and-go-3m", (10, 11), 10.5),
        ("one-leg-stand", (4, 11.5, 9), 11.5),
        ("four-stage-stand", (10, 10, 6, 0), 2),
        ("four-stage-stand", (10, 9, 10), 1),  # what comes after one that was not held does not count
        ("four-stage-stand", (10, 10, 10, 10), 4),
        ("knee-to-wall", (8, 9.5, 9), 9.5),
        ("joint-range", (120, 126, 129), 125),
        ("grip", (21, 24.5, 23), 24.5),
    ],
)
def test_the_result_is_the_best_or_the_mean_as_the_test_says(test: str, trials: tuple, result: float) -> None:
    assert TESTS[test].result(trials) == pytest.approx(result)


def test_every_test_has_a_case_by_hand() -> None:
    assert len(TESTS) == 12
    assert {band.test for band in BANDS} < set(TESTS)
    assert all(test.how and test.not_for and test.watch and test.noise_source for test in TESTS.values())


@pytest.mark.parametrize(
    ("test", "sex", "age", "value", "standing"),
    [
        ("chair-rise-30s", "f", 72, 10, Standing.WITHIN),
        ("chair-rise-30s", "f", 72, 15, Standing.WITHIN),
        ("chair-rise-30s", "f", 72, 9, Standing.BELOW),
        ("chair-rise-30s", "f", 72, 16, Standing.ABOVE),
        ("chair-rise-30s", "f", 74, 10, Standing.WITHIN),
        ("chair-rise-30s", "f", 80, 9, Standing.WITHIN),
        ("up-and-go-2m44", "m", 75, 4.6, Standing.WITHIN),
        ("up-and-go-2m44", "m", 75, 7.2, Standing.WITHIN),
        ("up-and-go-2m44", "m", 75, 7.3, Standing.BELOW),  # slower
        ("up-and-go-2m44", "m", 75, 4.5, Standing.ABOVE),
        ("chair-sit-and-reach", "m", 80, -14.0, Standing.WITHIN),
        ("chair-sit-and-reach", "m", 80, -14.1, Standing.BELOW),
    ],
)
def test_bands_at_their_edges(test: str, sex: str, age: int, value: float, standing: Standing) -> None:
    band = band_for(TESTS[test], BANDS, Sex(sex), age)
    assert not isinstance(band, NoBand)
    assert band.standing(value, TESTS[test].better) is standing
    assert band.source


@pytest.mark.parametrize(
    ("sex", "age", "says"),
    [(None, 72, "Without sex"), ("f", None, "Without age"), (None, None, "Without age and sex"), ("f", 40, "60 to 94")],
)
def test_without_a_band_it_is_said_why(sex: str | None, age: int | None, says: str) -> None:
    found = band_for(TESTS["chair-rise-30s"], BANDS, Sex(sex) if sex else None, age)
    assert isinstance(found, NoBand)
    assert says in found.why


def test_every_age_from_60_to_94_has_one_band_of_each_sex_and_no_two() -> None:
    for test in {band.test for band in BANDS}:
        for sex in Sex:
            for age in range(60, 95):
                fitting = [b for b in BANDS if b.test == test and b.sex is sex and b.age_from <= age <= b.age_to]
                assert len(fitting) == 1, (test, sex, age)


@pytest.mark.parametrize(
    ("test", "before", "after", "change"),
    [
        ("chair-rise-30s", 10, 11, Change.SAME),
        ("chair-rise-30s", 10, 12, Change.BETTER),
        ("chair-rise-30s", 10, 8, Change.WORSE),
        ("timed-up-and-go-3m", 12, 9.6, Change.SAME),
        ("timed-up-and-go-3m", 12, 9.5, Change.BETTER),
        ("timed-up-and-go-3m", 9.5, 12, Change.WORSE),
        ("knee-to-wall", 6.5, 8.4, Change.BETTER),
        ("knee-to-wall", 6.5, 8.3, Change.SAME),
        ("four-stage-stand", 2, 2, Change.SAME),
        ("four-stage-stand", 2, 3, Change.BETTER),
    ],
)
def test_less_than_the_noise_is_no_change(test: str, before: float, after: float, change: Change) -> None:
    found = change_of(TESTS[test], before, after)
    assert found.change is change
    assert ("No change" in found.says) is (change is Change.SAME)


@given(st.sampled_from(list(TESTS.values())), st.floats(0, 100), st.floats(0, 100))
def test_there_and_back_is_the_opposite(test, before: float, after: float) -> None:
    opposite = {Change.BETTER: Change.WORSE, Change.WORSE: Change.BETTER, Change.SAME: Change.SAME}
    assert change_of(test, after, before).change is opposite[change_of(test, before, after).change]


def test_no_line_goes_through_two_points() -> None:
    rise = TESTS["chair-rise-30s"]
    assert trend_of(rise, [(0, 8), (30, 12)]) is None
    assert trend_of(rise, [(5, 8), (5, 9), (5, 10)]) is None
    found = trend_of(rise, [(0, 8), (30.4375, 10), (60.875, 12)])
    assert found is not None
    assert (found.per_month, found.start, found.change) == (pytest.approx(2), pytest.approx(8), Change.BETTER)


@pytest.mark.parametrize(
    ("test", "left", "right", "part", "weaker"),
    [
        ("grip", 18, 24, 0.25, Side.LEFT),
        ("grip", 24, 24, 0.0, None),
        ("one-leg-stand", 10, 4, 0.6, Side.RIGHT),
        ("back-scratch", -10, -5, 0.5, Side.LEFT),
        ("one-leg-stand", 0, 0, 0.0, None),
    ],
)
def test_sides_differ_by_a_part_of_the_larger(test: str, left: float, right: float, part: float, weaker) -> None:
    found = apart(TESTS[test], left, right)
    assert (found.part, found.weaker) == (pytest.approx(part), weaker)


def test_a_difference_within_the_noise_says_so() -> None:
    assert "the test itself varies as much" in apart(TESTS["grip"], 20, 24).words
    assert "varies" not in apart(TESTS["grip"], 18, 24).words


@pytest.mark.parametrize(
    ("test", "trials", "sex", "age", "asks"),
    [
        ("timed-up-and-go-3m", (12,), "f", 70, True),
        ("timed-up-and-go-3m", (11.9,), "f", 70, False),
        ("up-and-go-2m44", (9,), "f", 90, False),
        ("up-and-go-2m44", (9.1,), "f", 90, True),
        ("chair-rise-30s", (9,), "f", 72, True),
        ("chair-rise-30s", (10,), "f", 72, False),
        ("chair-rise-30s", (3,), None, None, False),  # no band to be below of, which is said
        ("four-stage-stand", (10, 10, 9.9), None, None, True),
        ("four-stage-stand", (10, 10, 10, 2), None, None, False),
        ("four-stage-stand", (10, 4), None, None, True),
        ("knee-to-wall", (2,), None, None, False),
    ],
)
def test_from_where_a_clinician_is_asked(test: str, trials: tuple, sex, age, asks: bool) -> None:
    sides = {Side.LEFT: trials} if TESTS[test].sided else {None: trials}
    taken = Taken(TESTS[test], sides)
    sex = Sex(sex) if sex else None
    said = word_due(taken, band_for(TESTS[test], BANDS, sex, age), sex)
    assert ("clinician" in said) is asks


def test_the_less_able_side_decides_and_what_is_not_known_is_taken_as_the_stricter() -> None:
    stand = Taken(TESTS["one-leg-stand"], {Side.LEFT: (12,), Side.RIGHT: (4,)})
    assert "4 s is under 5" in word_due(stand, NoBand(""), None)
    grip = Taken(TESTS["grip"], {Side.LEFT: (20,), Side.RIGHT: (21,)})
    assert word_due(grip, NoBand(""), Sex.FEMALE) == ""
    assert "under 27" in word_due(grip, NoBand(""), Sex.MALE)
    assert "under 27" in word_due(grip, NoBand(""), None)


@pytest.mark.parametrize(
    ("test", "trials", "place"),
    [
        ("up-and-go-2m44", {None: (-3.0,)}, "trials.0"),
        ("chair-rise-30s", {None: (12.5,)}, "trials.0"),
        ("chair-rise-30s", {None: ()}, "trials"),
        ("chair-rise-30s", {None: (1, 2, 3, 4)}, "trials"),
        ("chair-rise-30s", {Side.LEFT: (12,)}, "side"),
        ("grip", {None: (20,)}, "side"),
        ("grip", {Side.LEFT: (20,), Side.RIGHT: (300,)}, "right.0"),
        ("one-leg-stand", {Side.LEFT: (46,)}, "left.0"),
        ("joint-range", {Side.LEFT: (90,)}, "joint"),
    ],
)
def test_what_cannot_be_is_named_with_its_place(test: str, trials, place: str) -> None:
    with pytest.raises(InputError) as raised:
        Taken(TESTS[test], trials)
    assert raised.value.place == place


@given(st.sampled_from([t for t in TESTS.values() if not t.stages]), st.lists(st.floats(0, 1), min_size=1, max_size=3))
def test_a_result_lies_among_its_trials(test, parts: list[float]) -> None:
    trials = [test.least + part * (test.most - test.least) for part in parts]
    trials = [float(round(one)) for one in trials] if test.whole else trials
    result = test.result(trials)
    assert min(trials) - 1e-9 <= result <= max(trials) + 1e-9
    if test.counts.value == "best":
        assert result == (max(trials) if test.better is Better.MORE else min(trials))
