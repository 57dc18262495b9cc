"""What is said at a moment: presses, stages and releases by themselves, steps one by one, and with a new position a
line on chair, breath and pain."""

import pytest

from fairbench.core.dose.dose import Dose
from fairbench.core.dose.effort import read_effort
from fairbench.core.dose.stages import StageKind, read_stages
from fairbench.core.dose.tempo import Tempo
from fairbench.core.dose.work import ContractRelax, RampedIsometric, Repetitions, StagedIsometric, Work
from fairbench.core.plan.timeline import Step, StepKind
from fairbench.core.positions import Level, Position
from fairbench.core.sides import Side
from fairbench.core.teaching.moments import moment_cue, new_position_cue
from fairbench.core.teaching.score import Beat, beats_of


def beats(work: Work, steps: tuple[str, ...] = (), effort: str = "") -> tuple[Beat, ...]:
    runs = Dose(work).runs()
    seconds = sum(run.seconds for run in runs)
    step = Step(StepKind.WORK, 0, seconds, "a", Position.SEATED, runs=runs)
    return beats_of(step, Side.LEFT, effort=read_effort(effort), steps=steps)


def test_press_and_stretch_are_cued_apart() -> None:
    cues = {beat.word: beat.cue for beat in beats(ContractRelax())}
    assert cues["press"].startswith("Press into what holds you.")
    assert cues["stretch"].startswith("A little further")
    assert cues["let go"] == "Let go, and stay there."
    assert len(set(cues.values())) == 4
    half = next(beat.cue for beat in beats(ContractRelax(), effort="50 %") if beat.word.startswith("press"))
    assert "half effort" in half or "50 %" in half


def test_every_stage_has_its_own_cue() -> None:
    said = "settle 79 s; build to 50 % 10 s; brace 1 s; build to 80 % 5 s; lighten to 0 % 5 s; hold 5 s; ease off 5 s"
    cues = [beat.cue for beat in beats(StagedIsometric(read_stages(said)))]
    assert len(set(cues)) == len(cues) == 7
    assert "to 80 %" in cues[3]
    assert "toward nothing" in cues[4]
    assert all(moment_cue(kind.value) for kind in StageKind)


def test_every_part_of_a_ramped_press_has_a_cue_and_a_count_has_none() -> None:
    assert all(beat.cue for beat in beats(RampedIsometric()))
    assert not any(beat.cue for beat in beats(Repetitions(3)))


@pytest.mark.parametrize("seconds", [1.0, 2.5, 5.0])
def test_a_repetition_is_said_step_by_step(seconds: float) -> None:
    steps = ("fingers", "wrist", "forearm")
    played = beats(Repetitions(2, Tempo(seconds, 0, 2, 0)), steps)
    assert [beat.word for beat in played] == [*steps, "return", *steps, "return"]
    assert [beat.number for beat in played] == [1, 1, 1, 1, 2, 2, 2, 2]
    assert sum(beat.seconds for beat in played) == 2 * (seconds + 2)
    assert (played[0].moves[0], played[2].moves[1]) == (0.0, 1.0)
    assert played[0].moves[1] == played[1].moves[0]


def test_a_new_position_brings_its_line_back() -> None:
    assert len({new_position_cue(level) for level in Level}) == 3
