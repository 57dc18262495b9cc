"""Load and effort: written and read as they are said, said at each count, and counted by the fit."""

from dataclasses import replace

import pytest
from hypothesis import given

from fairbench.core.dose.dose import Dose
from fairbench.core.dose.effort import Effort, EffortScale, read_effort
from fairbench.core.dose.load import Band, BandLength, BodyShare, Kilograms, ResistanceStep, read_load
from fairbench.core.dose.words import summary
from fairbench.core.dose.work import Breaths, Hold, Repetitions
from fairbench.core.errors import DoseError
from fairbench.core.fit.cautions import demand_set
from fairbench.core.plan.timeline import Step, StepKind
from fairbench.core.positions import Position
from fairbench.core.sides import Side, Sides
from fairbench.core.teaching.score import beats_of
from tests.core import strategies
from tests.core.strategies import SHELF
from tests.every import every


@given(strategies.loads)
def test_a_load_is_read_as_it_is_said(load) -> None:
    assert read_load(load.words) == load


@given(strategies.efforts)
def test_an_effort_is_read_as_it_is_said(effort) -> None:
    assert read_effort(effort.words) == effort


@pytest.mark.parametrize(
    ("text", "load"),
    [
        ("1,5 kg", Kilograms(1.5)),
        (" 2kg ", Kilograms(2)),
        ("harbour band", Band("harbour")),
        ("light band, doubled, grip 15 cm", Band("light", None, 15, doubled=True)),
        ("strong 2 band, longest", Band("strong 2", BandLength.LONGEST)),
        ("step 3", ResistanceStep(3)),
        ("40 % of body weight", BodyShare(40)),
        ("", None),
    ],
)
def test_known_loads(text, load) -> None:
    assert read_load(text) == load


@pytest.mark.parametrize(
    "text",
    ["heavy", "0 kg", "60 kg", "light band, wide", "step 0", "101 % of body weight", " band", "grip 15 cm", "<b> band"],
)
def test_what_is_no_load_says_how_it_is_written(text) -> None:
    with pytest.raises(DoseError) as wrong:
        read_load(text)
    assert wrong.value.place == "load"


@pytest.mark.parametrize("text", ["hard", "11 of 10", "101 %", "4", "1, 2, 3, 4, 5, 6, 7, 8, 9 of 10", "-1 of 10"])
def test_what_is_no_effort_says_how_it_is_written(text) -> None:
    with pytest.raises(DoseError) as wrong:
        read_effort(text)
    assert wrong.value.place == "effort"


def test_they_stand_in_the_words_of_the_dose() -> None:
    dose = Dose(Repetitions(8), Sides.EACH_SIDE, load=Kilograms(1.5), effort=read_effort("4 of 10"))
    assert summary(dose, "arm") == "8 each arm · 16 in all · 1.5 kg · effort 4 of 10"


def words_of(dose: Dose) -> list[str]:
    runs = dose.runs()
    step = Step(StepKind.WORK, 0, sum(run.seconds for run in runs), "a", Position.SEATED, runs=runs)
    return [beat.word for beat in beats_of(step, Side.LEFT, effort=dose.effort)]


def test_steps_of_effort_are_said_breath_by_breath_and_the_last_is_kept() -> None:
    dose = Dose(Breaths(5), effort=read_effort("100, 50, 25, 25 %"))
    said = [word.partition(" · ")[2] for word in words_of(dose)[::2]]
    assert said == ["full effort", "half effort", "a quarter effort", "keep a quarter effort", "keep a quarter effort"]


def test_an_effort_is_said_with_what_is_worked_and_not_with_what_rests() -> None:
    assert words_of(Dose(Hold(5, 2, 3), effort=read_effort("60, 80 %"))) == [
        "hold · 60 % effort",
        "let go",
        "hold · 80 % effort",
    ]
    turns = words_of(Dose(Hold(5, 2, 0), Sides.ALTERNATING, effort=read_effort("5, 7 of 10")))
    assert turns == ["hold · effort 5", "hold · effort 5", "hold · effort 7", "hold · effort 7"]


@pytest.mark.parametrize(
    ("words", "strain"),
    [
        ("4 of 10", 0),
        ("5 of 10", 1),
        ("7 of 10", 2),
        ("9 of 10", 3),
        ("49 %", 0),
        ("50 %", 1),
        ("70 %", 2),
        ("85 %", 3),
    ],
)
def test_how_much_strain_an_effort_is(words, strain) -> None:
    assert read_effort(words).strain == strain


def most(version, dose: Dose, demand: str) -> float:
    return max((value for value, *_ in demand_set(version, Side.RIGHT, dose).of(demand)), default=0.0)


def test_the_fit_counts_the_load_and_the_effort_that_are_set() -> None:
    curl = SHELF.exercise("bottle-curl").version("light-weight")
    plain = Dose(Repetitions(8), Sides.EACH_SIDE)
    assert most(curl, plain, "load") == 1
    assert most(curl, Dose(plain.work, plain.sides, load=Kilograms(4)), "load") == 4
    heavier = Dose(plain.work, plain.sides, load=Kilograms(4))
    assert most(curl, heavier, "elbow_moment") >= most(curl, plain, "elbow_moment")
    assert most(curl, Dose(plain.work, plain.sides, effort=read_effort("8 of 10")), "strain") == 2
    assert most(curl, Dose(plain.work, plain.sides, load=Band("light", doubled=True)), "strain") == 1
    bare = SHELF.exercise("heel-raise").version("at-the-rail")
    assert most(bare, Dose(Repetitions(8), load=Kilograms(3)), "load") == 3


EFFORTS = [None, *(Effort(EffortScale.OF_TEN, (step,)) for step in range(11))]


@every("exercise", SHELF.exercises.values(), ids=lambda exercise: exercise.id)
def test_an_effort_only_adds_to_what_the_movement_itself_asks(exercise) -> None:
    for version in exercise.versions:
        asked = [most(version, replace(version.dose, effort=effort), "strain") for effort in EFFORTS]
        assert asked == sorted(asked), version.id


def test_less_effort_than_usual_asks_less_where_the_effort_is_all_there_is() -> None:
    lying = SHELF.exercise("effort-breath").version("effort-lying")
    assert most(lying, lying.dose, "strain") == 3
    assert most(lying, replace(lying.dose, effort=read_effort("2 of 10")), "strain") == 0
