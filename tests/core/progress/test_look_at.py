"""Who is stuck, and who has stopped coming."""

from dataclasses import replace

import pytest

from fairbench.core.progress.look_at import is_stuck, weeks_away
from tests.core.progress.logs import bout, day


def test_six_times_without_more_is_stuck_and_five_are_not() -> None:
    log = [bout(week, 8, kg=1.0, reached=week % 2 == 0) for week in range(6)]
    assert is_stuck(log)
    assert is_stuck(log[::-1])
    assert not is_stuck(log[:5])


def test_who_was_not_held_back_and_not_asked_for_more_is_not_stuck() -> None:
    assert not is_stuck([bout(week, 8, reached=week > 1) for week in range(6)])


@pytest.mark.parametrize("more", [{"reps": 9}, {"kg": 1.5}, {"sets": 2}, {"version": "hard"}, {"band": "light"}])
def test_anything_more_is_not_stuck(more: dict) -> None:
    log = [bout(week, 8, kg=1.0, reached=False) for week in range(6)]
    assert is_stuck(log)
    log[4] = replace(log[4], amount=replace(log[4].amount, **more))
    assert not is_stuck(log)


def test_what_rose_before_the_last_six_is_past() -> None:
    assert is_stuck([bout(0, 6), *(bout(week, 8, reached=False) for week in range(1, 7))])


@pytest.mark.parametrize(
    ("met", "came", "on", "weeks"),
    [
        ((0, 1, 2), (0, 1, 2), 2, 0),
        ((0, 1, 2), (0,), 2, 2),
        ((0, 1, 2, 3), (0, 1), 3, 2),
        ((0, 3), (0,), 3, 1),  # no class in the weeks between
        ((0, 1, 2), (), 2, 0),
    ],
)
def test_weeks_running_without_somebody(met: tuple, came: tuple, on: int, weeks: int) -> None:
    assert weeks_away([day(week) for week in met], [day(week) for week in came], day(on, 4)) == weeks
