"""Isometrics in stages: written and read as one says them, each stage called by itself, counted by the fit."""

import pytest
from hypothesis import given

from fairbench.core.dose import edit as dose_edit
from fairbench.core.dose.dose import Dose
from fairbench.core.dose.stages import Stage, StageKind, read_stages, stages_words
from fairbench.core.dose.words import short, summary
from fairbench.core.dose.work import Calls, Repetitions, StagedIsometric
from fairbench.core.errors import DoseError
from fairbench.core.fit.cautions import demand_set, held_seconds
from fairbench.core.plan.timeline import Step, StepKind
from fairbench.core.positions import Position
from fairbench.core.sides import Side, Sides
from fairbench.core.teaching.score import beats_of
from tests.core import strategies
from tests.core.strategies import SHELF

BRACED = "brace 0,25 s; "
WALL = (
    f"settle 80 s; build to 50 % 10 s; {BRACED}build to 80 % 5 s; hold 5 s; lighten to 0 % 5 s; hold 5 s; ease off 5 s"
)
AT_THE_WALL = WALL.replace(BRACED, "")


def test_one_arm_at_the_wall_takes_115_seconds_and_two_take_twice_that() -> None:
    dose = Dose(StagedIsometric(read_stages(AT_THE_WALL)), Sides.EACH_SIDE)
    assert dose.time.per_pass == 115
    assert dose.time.work == 230
    assert summary(dose, "arm").endswith("lighten to 0 % 5 s, hold 5 s, ease off 5 s, each arm")
    assert short(dose) == "7 stages each"


def test_every_stage_is_called_by_itself_with_its_own_seconds() -> None:
    dose = Dose(StagedIsometric(read_stages(AT_THE_WALL)))
    runs = dose.runs()
    beats = beats_of(Step(StepKind.WORK, 0, 115, "a", Position.STANDING, runs=runs), Side.LEFT)
    assert [(beat.word, beat.seconds) for beat in beats] == [
        ("settle", 80),
        ("build to 50 %", 10),
        ("build to 80 %", 5),
        ("hold", 5),
        ("lighten to 0 %", 5),
        ("hold", 5),
        ("ease off", 5),
    ]
    assert {beat.calls for beat in beats} == {Calls.ROUND}


@given(strategies.stages)
def test_stages_are_read_as_they_are_said(stages) -> None:
    assert read_stages(stages_words(stages)) == stages


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("push hard", "write the stages as"),
        ("", "write the stages as"),
        ("settle 30 s", "2 to 12 stages"),
        ("build 10 s; hold 5 s", "needs a percent"),
        ("settle to 50 % 10 s; hold 5 s", "has no percent"),
        ("build to 50 % 10 s; build to 40 % 5 s", "goes above it"),
        ("build to 50 % 10 s; lighten to 60 % 5 s", "goes below it"),
        ("brace 5 s; hold 5 s", "nothing is built"),
        ("build to 150 % 10 s; hold 5 s", "0 to 100"),
        ("settle 999 s; hold 5 s", "1 to 180 s"),
        (WALL, "1 to 180 s"),
    ],
)
def test_what_cannot_be_is_said(text, says) -> None:
    with pytest.raises(DoseError, match=says) as wrong:
        StagedIsometric(read_stages(text))
    assert wrong.value.place in ("stages", "seconds")


def test_it_stays_on_one_side_and_in_no_sequence() -> None:
    work = StagedIsometric(read_stages(AT_THE_WALL))
    with pytest.raises(DoseError, match="stays on one side"):
        Dose(work, Sides.ALTERNATING)
    with pytest.raises(DoseError, match="no part"):
        dose_edit.add_part(Dose(work), "hold")
    with pytest.raises(DoseError, match="no stages"):
        dose_edit.take_stages(Dose(Repetitions(8)), AT_THE_WALL)
    assert dose_edit.take_stages(Dose(work), "build to 30 % 5 s; ease off 5 s").time.work == 10
    assert dose_edit.nudge(Dose(work), 2) == Dose(work)


def test_the_fit_counts_the_longest_effort_and_the_most_percent() -> None:
    dose = Dose(StagedIsometric(read_stages(AT_THE_WALL)))
    assert held_seconds(dose) == 10 + 5 + 5 + 5 + 5
    version = SHELF.exercise("wall-push").version("close-in")
    assert max(value for value, *_ in demand_set(version, Side.RIGHT, dose).of("strain")) == 2
    light = Dose(StagedIsometric((Stage(StageKind.BUILD, 5, 30), Stage(StageKind.EASE_OFF, 5))))
    assert held_seconds(light) == 5
