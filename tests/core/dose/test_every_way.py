"""Every kind of dose, shared every way, ended every way: its words, its sum, its score and what the screen counts say
the same."""

import itertools

from hypothesis import given
from pydantic import TypeAdapter

from fairbench.core.dose.dose import Dose, Ending, Share
from fairbench.core.dose.edit import STARTING_WORK
from fairbench.core.dose.words import ENDING_WORDS, short, summary
from fairbench.core.dose.work import Calls, Pulses, Repetitions, Sequence
from fairbench.core.errors import DoseError
from fairbench.core.formats.dose_doc import DoseDoc, dose_document, dose_value
from fairbench.core.plan.timeline import Step, StepKind
from fairbench.core.positions import Position
from fairbench.core.sides import First, Side, Sides, passes_of
from fairbench.core.teaching.score import Beat, beats_of
from tests.core import strategies
from tests.every import every


def every_dose() -> list[Dose]:
    found = []
    for work, sides, ending, share in itertools.product(STARTING_WORK.values(), Sides, Ending, Share):
        for sets, more, first in ((1, 0, First.PLAN), (3, 1, First.WEAKER), (2, 0, First.RIGHT)):
            try:
                found.append(Dose(work, sides, sets, ending=ending, share=share, more=more, first=first))
            except DoseError:  # both sides at once have no first, and a press does not alternate
                continue
    return found


def steps_of(dose: Dose) -> list[tuple[Beat, ...]]:
    """The beats of every set and pass, as they are played."""
    played = []
    for number_of_passes in dose.passes:
        for side, _ in passes_of(dose.sides, dose.first.side(Side.LEFT))[:number_of_passes]:
            step = Step(StepKind.WORK, 0, 0, "a", Position.SEATED, side=side, runs=dose.runs())
            played.append(beats_of(step, Side.LEFT))
    return played


def counts_of(beats: tuple[Beat, ...]) -> int:
    """How many are counted aloud in a step, as the screen tells them apart."""
    marks = [(beat.calls, beat.number, beat.side) for beat in beats]
    new = [mark for before, mark in itertools.pairwise([None, *marks]) if mark != before]
    return sum(calls not in (Calls.QUIET, Calls.CLOCK) for calls, _, _ in new)


def agrees(dose: Dose) -> None:
    beats = [beat for step in steps_of(dose) for beat in step]
    assert sum(beat.seconds for beat in beats) == dose.time.work
    if not isinstance(dose.work, Sequence):  # two parts of one kind meet in the same number
        assert sum(counts_of(step) for step in steps_of(dose)) == dose.time.count
    said = summary(dose, "arm")
    assert short(dose)
    if dose.ending is not Ending.COUNT:
        assert said.startswith("up to ")
        assert ENDING_WORDS[dose.ending] in said
    if dose.sides is Sides.ALTERNATING:
        assert "alternating" in said
        for beat in beats:
            assert (beat.side is not None) == (beat.calls in (Calls.REPETITION, Calls.HOLD, Calls.BREATH, Calls.PULSE))
    if dose.sides is Sides.ONE_SIDE:
        assert "only" in said
    if isinstance(dose.work, Repetitions | Pulses) and "in all" in said and dose.share is Share.EACH:
        assert f"{dose.time.count} in all" in said
    numbers = {(beat.number, beat.of) for beat in beats}
    assert all(1 <= number <= of for number, of in numbers)


@every("dose", every_dose(), ids=lambda dose: f"{short(dose)} {dose.sides} {dose.ending} {dose.share}")
def test_words_sum_score_and_screen_agree(dose: Dose) -> None:
    agrees(dose)


@given(strategies.doses)
def test_they_agree_whatever_its_figures(dose: Dose) -> None:
    agrees(dose)


def test_each_and_in_all_are_said_as_they_are_counted() -> None:
    for kind in ("timed", "breaths"):
        work = STARTING_WORK[kind]
        each = Dose(work, Sides.ALTERNATING, share=Share.EACH)
        in_all = Dose(work, Sides.ALTERNATING, share=Share.IN_ALL)
        assert each.time.work == 2 * in_all.time.work
        assert "each arm, alternating" in summary(each, "arm")
        assert "in all, alternating" in summary(in_all, "arm")


def test_every_dose_comes_back_from_its_document() -> None:
    read = TypeAdapter(DoseDoc)
    for dose in every_dose():
        if not isinstance(dose.work, Sequence):
            assert dose_value(read.validate_python(dose_document(dose))) == dose
