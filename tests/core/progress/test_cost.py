"""What a step costs of the class's time."""

from dataclasses import replace

from fairbench.core.dose.dose import Dose, Sides
from fairbench.core.dose.tempo import Tempo
from fairbench.core.dose.work import Hold, Repetitions
from fairbench.core.progress.amount import amount_of, cost_of, seconds_of

ROW = Dose(Repetitions(10, Tempo(2, 1, 2, 0)), sets=2, rest=30)
STRETCH = Dose(Hold(20), sides=Sides.EACH_SIDE)


def test_more_repetitions_take_their_tempo_in_every_set() -> None:
    amount = amount_of("usual", ROW)
    assert seconds_of(amount, ROW) == 2 * 10 * 5 + 30
    assert cost_of(amount, amount.with_value(11), ROW) == 2 * 5
    assert cost_of(amount, amount.with_value(8), ROW) == -2 * 2 * 5


def test_sides_that_take_turns_count_twice() -> None:
    turns = replace(ROW, sides=Sides.ALTERNATING)
    amount = amount_of("usual", turns)
    assert cost_of(amount, amount.with_value(11), turns) == 2 * 2 * 5


def test_a_longer_hold_counts_on_both_sides_and_a_set_more_has_its_rest() -> None:
    amount = amount_of("usual", STRETCH)
    assert cost_of(amount, amount.with_value(25), STRETCH) == 2 * 5
    row = amount_of("usual", ROW)
    assert cost_of(row, replace(row, sets=3), ROW) == 10 * 5 + 30
