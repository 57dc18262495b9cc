"""Doses in words: what is read is what is counted."""

import re

import pytest
from hypothesis import given

from fairbench.core.dose.dose import Dose, Ending, Share
from fairbench.core.dose.words import short, summary
from fairbench.core.dose.work import Breaths, ContractRelax, Hold, Pulses, RampedIsometric, Repetitions, Sequence, Timed
from fairbench.core.sides import Sides
from tests.core import strategies


@pytest.mark.parametrize(
    ("dose", "limb", "words"),
    [
        (Dose(Repetitions(10), Sides.EACH_SIDE, sets=3), "arm", "10 each arm · 3 sets · 60 in all"),
        (Dose(Hold(20, 2), Sides.EACH_SIDE), "side", "20 s each side, twice"),
        (
            Dose(ContractRelax(4, contract=5, stretch=10), Sides.EACH_SIDE),
            "leg",
            "5 s press, 10 s stretch, 4 rounds each leg",
        ),
        (Dose(Repetitions(8)), "side", "8 repetitions"),
        (Dose(Repetitions(8), sets=2), "side", "8 repetitions · 2 sets · 16 in all"),
        (Dose(Repetitions(10), Sides.ALTERNATING), "leg", "10 each leg, alternating · 20 in all"),
        (Dose(Breaths(4), Sides.EACH_DIRECTION), "side", "4 breaths each direction"),
        (Dose(Timed(90)), "side", "1 min 30 s"),
        (Dose(Hold(15), Sides.EACH_SIDE, ending=Ending.STEADY), "leg", "up to 15 s each leg · while steady"),
        (Dose(Sequence((Repetitions(8), Pulses(8))), Sides.EACH_SIDE), "leg", "8 repetitions, then 8 pulses, each leg"),
        (
            Dose(RampedIsometric(), Sides.EACH_SIDE),
            "leg",
            "build from 50 % to 80 % over 10 s, hold 10 s, toward then away each leg",
        ),
        (
            Dose(Repetitions(5), Sides.EACH_SIDE_AND_DIRECTION),
            "ankle",
            "5 each direction, each ankle · 20 in all",
        ),
    ],
)
def test_summary(dose: Dose, limb: str, words: str) -> None:
    assert summary(dose, limb) == words


@pytest.mark.parametrize(
    ("dose", "words"),
    [
        (Dose(Repetitions(10), sets=3), "3×10"),
        (Dose(Repetitions(8), Sides.EACH_SIDE, sets=2), "2×(8+8)"),
        (Dose(Hold(20, 2)), "20 s ×2"),
        (Dose(Hold(20), Sides.EACH_SIDE), "20 s each"),
    ],
)
def test_short(dose: Dose, words: str) -> None:
    assert short(dose) == words


@given(strategies.doses)
def test_a_stated_total_is_the_count(dose: Dose) -> None:
    stated = re.search(r"(\d+) in all", summary(dose))
    if stated:
        assert int(stated.group(1)) == dose.time.count


@pytest.mark.parametrize(
    ("work", "share", "words", "seconds", "plank"),
    [
        (Timed(45), Share.EACH, "45 s each leg, alternating", 90, "45 s each"),
        (Timed(90), Share.IN_ALL, "1 min 30 s in all, alternating", 90, "1 min 30 s"),
        (Breaths(4), Share.EACH, "4 breaths each leg, alternating", 48, "4 br each"),
        (Breaths(4), Share.IN_ALL, "4 breaths in all, alternating", 24, "4 br"),
        (Breaths(5), Share.EACH, "5 breaths each leg, alternating", 60, "5 br each"),
        (Hold(10), Share.IN_ALL, "10 s each leg, alternating", 20, "10 s each"),
        (
            Sequence((Pulses(8), Timed(20))),
            Share.IN_ALL,
            "8 pulses each leg, then 20 s in all, alternating",
            36,
            "8p + 20 s",
        ),
    ],
)
def test_taking_turns_is_said_as_it_is_counted(work, share, words, seconds, plank) -> None:
    dose = Dose(work, Sides.ALTERNATING, share=share)
    assert summary(dose, "leg") == words
    assert dose.time.work + (5 if isinstance(work, Hold) else 0) == seconds + (10 if isinstance(work, Hold) else 0)
    assert short(dose) == plank


@pytest.mark.parametrize("share", Share)
@pytest.mark.parametrize("sides", Sides)
@pytest.mark.parametrize("work", [Timed(60), Breaths(6), Hold(10, gap=0), Repetitions(6), Pulses(6)])
def test_what_is_said_to_be_for_each_side_is_done_on_each(work, sides, share) -> None:
    """Of every kind and sides: where the words say each, a side has as much as when it works alone."""
    dose, alone = Dose(work, sides, share=share), Dose(work)
    factor = dose.time.work / alone.time.work
    said = summary(dose, "leg")
    ways = ("each leg" in said) + ("each direction" in said)
    assert factor == 2**ways
    assert ("in all, alternating" in said) == (dose.shares and share is Share.IN_ALL)
