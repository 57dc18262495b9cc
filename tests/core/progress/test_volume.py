"""Weekly volume, with one movement under several names counted as one."""

from dataclasses import replace

from fairbench.core.exercises.vocabulary import Vocabulary
from fairbench.core.progress.volume import Volume, monday_of, movement_of, weekly
from tests.core.progress.logs import bout, day, hold

WORDS = Vocabulary(kin=(("row", "band-row", "step-row"), ("curl", "bottle-curl")))


def test_names_of_one_movement_are_one_line() -> None:
    assert [movement_of(name, WORDS) for name in ("row", "step-row", "bottle-curl", "bridge")] == [
        "row", "row", "curl", "bridge",
    ]  # fmt: skip
    log = [bout(0, 10, sets=2), replace(bout(0, 8, weekday=3), exercise="step-row"), bout(1, 12)]
    found = weekly(log, lambda one: movement_of(one.exercise, WORDS))
    assert found == {"row": {day(0): Volume(3, 28), day(1): Volume(1, 12)}}


def test_seconds_are_counted_apart_from_repetitions() -> None:
    assert weekly([hold(0, 20), bout(0, 8)], lambda _: "all") == {"all": {day(0): Volume(2, 8, 20.0)}}


def test_a_week_begins_on_monday() -> None:
    assert monday_of(day(3, 6)) == day(3)
    assert monday_of(day(3)) == day(3)
