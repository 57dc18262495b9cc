"""Ten per cent a week, of one thing. The exact number is carried; what is done are whole ones."""

from dataclasses import dataclass, replace
from fractions import Fraction

from ...kept import kept
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
    counted = state.amount.counted
    week = _a_week_on(state.amount.value, state.carried, counted)
    if not week.part:
        return Proposal(Kind.SAME, state.amount, week.carried, week.because)
    amount = state.amount.with_value(week.target)
    return Proposal(Kind.UP, amount, week.carried, week.because, counted, week.part, asks=week.part > ASKS_OVER)


@dataclass(frozen=True, slots=True)
class _Week:
    """What a week makes of a figure: the exact number, what is done, and by which part that is more."""

    carried: Fraction
    target: int
    part: Fraction
    because: str


@kept(8192)
def _a_week_on(value: float, before: Fraction, counted: Variable) -> _Week:
    """The same figures come up again and again, for everybody and every exercise."""
    done = Fraction(value)
    waits = int(before) > done
    carried = before if waits else before * A_WEEK
    target = min(int(carried), int(done) + 1) if counted is Variable.REPETITIONS else int(carried)
    if target <= done:
        because = f"Counted on to {carried_words(carried)}: {int(done)} for now, more when a whole one is full."
        return _Week(carried, target, Fraction(0), because)
    unit = "" if counted is Variable.REPETITIONS else " s"
    because = f"It went well: {int(done)}{unit} becomes {target}{unit}, carried {carried_words(carried)}."
    return _Week(carried, target, (target - done) / done, because)


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
