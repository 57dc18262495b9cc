"""Ten per cent a week, of one thing. The exact number is carried; what is done are whole ones."""

from dataclasses import replace
from fractions import Fraction

from ..amount import Amount, Variable
from ..guards import same
from ..proposal import ASKS_OVER, Kind, Proposal, carried_words
from ..setting import Setting
from ..state import State

A_WEEK = Fraction(11, 10)


def proposes(state: State, setting: Setting) -> Proposal:
    """Repetitions, or seconds of a hold, or load where that is what is chosen."""
    if setting.variable is Variable.LOAD and state.amount.kg is not None:
        return _of_load(state, setting)
    done = Fraction(state.amount.value)
    waits = int(state.carried) > done
    carried = state.carried if waits else state.carried * A_WEEK
    counted = state.amount.counted
    target = min(int(carried), int(done) + 1) if counted is Variable.REPETITIONS else int(carried)
    if target <= done:
        because = f"Counted on to {carried_words(carried)}: {int(done)} for now, more when a whole one is full."
        return Proposal(Kind.SAME, state.amount, carried, because)
    part = (target - done) / done
    unit = "" if counted is Variable.REPETITIONS else " s"
    because = f"It went well: {int(done)}{unit} becomes {target}{unit}, carried {carried_words(carried)}."
    return Proposal(Kind.UP, state.amount.with_value(target), carried, because, counted, part, asks=part > ASKS_OVER)


def _of_load(state: State, setting: Setting) -> Proposal:
    """The number that is carried is of kilograms here; the heaviest size up to it is taken."""
    kg = state.amount.kg or 0.0
    bigger = setting.next_load(kg)
    if bigger is None:
        return same(state, "No heavier size is there that a caution allows.")
    part = (Fraction(bigger).limit_denominator(1000) - Fraction(kg).limit_denominator(1000)) / Fraction(
        kg
    ).limit_denominator(1000)
    if part > A_WEEK - 1:
        return same(
            state,
            f"The next size, {bigger:g} kg, is {float(part):.0%} more: a size between, or a bottle filled to "
            f"{kg * float(A_WEEK):.2f} kg, would be ten.",
        )
    amount: Amount = replace(state.amount, kg=bigger)
    because = f"It went well: {kg:g} kg becomes {bigger:g} kg."
    return Proposal(Kind.UP, amount, state.carried, because, Variable.LOAD, part, asks=part > ASKS_OVER)
