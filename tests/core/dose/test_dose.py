"""Dose: the worked figures, the bounds, and what holds for every dose."""

import pytest
from hypothesis import given

from fairbench.core.dose.dose import Dose
from fairbench.core.dose.tempo import Tempo, faster_than_safe
from fairbench.core.dose.work import (
    Breaths,
    Calls,
    ContractRelax,
    Hold,
    Pulses,
    RampedIsometric,
    Repetitions,
    Sequence,
    Timed,
)
from fairbench.core.errors import DoseError
from fairbench.core.sides import Sides
from tests.core import strategies


def test_three_sets_of_ten_each_arm() -> None:
    time = Dose(Repetitions(10, Tempo(2, 0, 2, 0)), Sides.EACH_SIDE, sets=3, rest=30, switch=5).time
    assert (time.work, time.rest, time.switch, time.total, time.count) == (240, 60, 15, 315, 60)


def test_contract_relax_each_leg() -> None:
    time = Dose(ContractRelax(3, 15, 5, 2, 10), Sides.EACH_SIDE, switch=10).time
    assert (time.per_pass, time.switch, time.total) == (66, 10, 142)


def test_hold_twice_each_side() -> None:
    time = Dose(Hold(20, 2, gap=5), Sides.EACH_SIDE, switch=8).time
    assert (time.per_pass, time.total, time.count) == (45, 98, 4)


def test_alternating_march_counts_both_legs() -> None:
    time = Dose(Repetitions(10, Tempo(1, 0, 1, 0)), Sides.ALTERNATING).time
    assert (time.count, time.total) == (20, 40)


def test_breaths_each_direction() -> None:
    assert Dose(Breaths(4, 6), Sides.EACH_DIRECTION, switch=3).time.total == 51


def test_repetitions_then_pulses() -> None:
    work = Sequence((Repetitions(8, Tempo(2, 0, 2, 0)), Pulses(8, 1)))
    time = Dose(work, Sides.EACH_SIDE, switch=5).time
    assert (time.per_pass, time.total, time.count) == (40, 85, 32)


def test_ramped_isometric_goes_toward_and_away() -> None:
    time = Dose(RampedIsometric(settle=30, build=10, hold=10, ease_off=5), Sides.EACH_SIDE, switch=8).time
    assert (time.per_pass, time.total) == (30 + 20 + 20 + 5, 158)


def test_timed_is_not_doubled_by_taking_turns() -> None:
    assert Dose(Timed(60), Sides.ALTERNATING).time.total == 60
    assert Dose(Timed(60), Sides.EACH_SIDE, switch=5).time.total == 125


def test_four_passes_have_three_switches_a_set() -> None:
    time = Dose(Repetitions(5, Tempo(1, 0, 1, 0)), Sides.EACH_SIDE_AND_DIRECTION, sets=2, rest=20, switch=3).time
    assert (time.work, time.switch, time.rest, time.count) == (80, 18, 20, 40)


def test_music_sets_the_tempo_and_fills_a_phrase() -> None:
    tempo = Tempo.to_music(120, 4)
    assert tempo.seconds == 2
    assert tempo.music
    assert tempo.music.repetitions_per_phrase == 8


def test_a_tempo_quicker_than_is_safe_is_seen() -> None:
    assert faster_than_safe(Tempo.to_music(120, 4), 3) == 1
    assert faster_than_safe(Tempo(2, 0, 2, 0), 3) == 0
    assert faster_than_safe(Tempo(1, 0, 1, 0), None) == 0


@pytest.mark.parametrize(
    ("make", "field"),
    [
        (lambda: Repetitions(0), "reps"),
        (lambda: Repetitions(10_000), "reps"),
        (lambda: Repetitions(True), "reps"),
        (lambda: Hold(0.5), "seconds"),
        (lambda: Hold(20, gap=-1), "gap"),
        (lambda: Hold(float("nan")), "seconds"),
        (lambda: Hold(float("inf")), "seconds"),
        (lambda: Tempo(0, 0, 0, 0), "tempo"),
        (lambda: Tempo(1.1, 0, 1, 0), "work"),
        (lambda: Tempo.to_music(300, 4), "beats_per_minute"),
        (lambda: Dose(Timed(60), sets=0), "sets"),
        (lambda: Dose(ContractRelax(), Sides.ALTERNATING), "sides"),
        (lambda: Dose(Breaths(5), Sides.ALTERNATING), "breaths"),
        (lambda: RampedIsometric(from_percent=90, to_percent=50), "from_percent"),
        (lambda: RampedIsometric(build=0, hold=0), "build"),
        (lambda: ContractRelax(stretch=0), "contract"),
        (lambda: Sequence((Timed(10),)), "parts"),
    ],
)
def test_impossible_figures_are_named(make, field) -> None:
    with pytest.raises(DoseError) as error:
        make()
    assert error.value.place == field
    assert str(error.value).startswith(f"{field}: ")


@given(strategies.doses)
def test_total_is_the_sum_of_parts_and_runs(dose: Dose) -> None:
    time = dose.time
    assert time.total == time.work + time.rest + time.switch
    assert time.work == dose.sets * dose.sides.passes * sum(run.seconds for run in dose.runs())


@given(strategies.doses)
def test_taking_turns_counts_both_sides_equally(dose: Dose) -> None:
    if dose.sides is Sides.ALTERNATING:
        for run in dose.runs():
            if run.alternates and run.calls is not Calls.HOLD:
                assert run.count % 2 == 0
        holds = [run for run in dose.runs() if run.calls is Calls.HOLD]
        assert len(holds) % 2 == 0
