"""What a device streams, made into the figure of a trial."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.errors import InputError
from fairbench.core.measures.reading import peak_of, steady_of


def test_a_squeeze_counts_by_the_best_three_running_and_a_knock_does_not() -> None:
    assert peak_of([0, 10, 20, 24, 25, 23, 10, 0]) == 24.0
    assert peak_of([0, 0, 90, 0, 0, 20, 20, 20]) == 20.0
    assert peak_of([12.34, 12.34, 12.34]) == 12.3


@pytest.mark.parametrize(("samples", "why"), [([5, 5], "too little"), ([], "too little"), ([0, 0, 0], "nothing")])
def test_no_squeeze_is_no_figure(samples: list[float], why: str) -> None:
    with pytest.raises(InputError, match=why):
        peak_of(samples)


def test_a_joint_that_is_held_counts_by_the_mean_and_one_that_moves_does_not() -> None:
    assert steady_of([111, 112, 113]) == 112
    assert steady_of([90, 93, 91]) == 91
    with pytest.raises(InputError, match="still moves"):
        steady_of([90, 91, 93.5])
    with pytest.raises(InputError, match="too little"):
        steady_of([90, 90])


@given(st.lists(st.floats(0, 100), min_size=3, max_size=80))
def test_a_peak_was_reached_at_least_twice_or_is_none(samples: list[float]) -> None:
    reached = sorted(samples)[-2]
    try:
        assert peak_of(samples) <= reached + 0.05
    except InputError:
        assert any(sample < 0.1 for sample in samples)
