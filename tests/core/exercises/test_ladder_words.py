"""What changes from rung to rung, as an instructor would say it, over the whole catalogue."""

import re

import pytest

from fairbench.core.body.demands import Demand
from fairbench.core.exercises.exercise import Exercise
from fairbench.core.exercises.ladder import Difference, steps_of
from fairbench.core.exercises.ladder_words import in_words, plain
from tests.core.strategies import SHELF
from tests.every import every


@every("exercise", SHELF.exercises.values(), ids=lambda exercise: exercise.id)
def test_every_step_is_told_in_words_and_never_by_a_name_of_ours(exercise: Exercise) -> None:
    for found in steps_of(exercise):
        for difference in found.more:
            said = plain(difference)
            assert said
            assert not re.search(r"[_{}→]|°", said), said
        told = in_words(found.more, 2)
        assert bool(told) == bool(found.more)
        assert told[:1] == told[:1].upper()
        assert told.count("; ") <= 1


def moment(before: float | None, after: float) -> Difference:
    low, high = (
        value and Demand("shoulder_moment", "Work of the shoulder", value, "N·m per kg") for value in (before, after)
    )
    return Difference(high, low, high, both=True)


@pytest.mark.parametrize(
    ("before", "after", "says"),
    [
        (1.0, 1.2, "the shoulders work a little harder"),
        (1.0, 1.3, "the shoulders work about half as hard again"),
        (1.0, 1.75, "the shoulders work about twice as hard"),
        (1.0, 5.0, "the shoulders work about 5 times as hard"),
        (None, 0.5, "the shoulders work to hold"),
    ],
)
def test_how_much_harder(before: float | None, after: float, says: str) -> None:
    assert plain(moment(before, after)) == says
