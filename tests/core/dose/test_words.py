"""Doses in words: what is read is what is counted."""

import re

import pytest
from hypothesis import given

from fairbench.core.dose.dose import (
    Breaths,
    ContractRelax,
    Dose,
    Ending,
    Hold,
    Pulses,
    RampedIsometric,
    Repetitions,
    Sequence,
    Timed,
)
from fairbench.core.dose.words import short, summary
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
