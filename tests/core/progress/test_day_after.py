"""What is asked about at the door: what hurt, what was hard, what was new or more."""

from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.progress.day_after import NAMED, may_be_felt
from tests.core.progress.logs import bout


def of(exercise: str, week: int, reps: int = 8, **details):
    return replace(bout(week, reps, **details), exercise=exercise)


def test_what_hurt_comes_first_then_what_was_hard_then_what_rose() -> None:
    log = [
        of("row", 0), of("row", 1),
        of("squat", 0), of("squat", 1, 9),
        of("press", 0), of("press", 1, effort=8),
        of("raise", 0), of("raise", 1, pain=2, pain_where="left knee"),
    ]  # fmt: skip
    assert may_be_felt(log, ["row", "squat", "press", "raise"]) == ("raise", "press", "squat", "row")
    assert may_be_felt(log[::-1], ["row", "squat", "press", "raise"]) == ("raise", "press", "squat", "row")


def test_a_new_one_counts_as_more_and_a_stretch_only_where_it_hurt() -> None:
    log = [of("row", 0), of("row", 1), of("squat", 1), of("stretch", 1), of("turn", 1, pain=1, pain_where="neck")]
    assert may_be_felt(log, ["row", "squat"]) == ("turn", "squat", "row")


def test_only_the_last_class_is_asked_about_and_nothing_of_none() -> None:
    assert may_be_felt([of("row", 0), of("squat", 1)], ["row", "squat"]) == ("squat",)
    assert may_be_felt([], ["row"]) == ()


@given(st.lists(st.tuples(st.sampled_from("abcdefgh"), st.integers(0, 5), st.integers(1, 20)), max_size=30))
def test_never_more_than_four_and_all_of_the_last_day(rows) -> None:
    log = [of(name, week, reps) for name, week, reps in rows]
    named = may_be_felt(log, "abcdefgh")
    assert len(set(named)) == len(named) <= NAMED
    last = max((week for _, week, _ in rows), default=None)
    assert set(named) <= {name for name, week, _ in rows if week == last}
    assert bool(named) == bool(rows)
