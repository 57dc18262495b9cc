"""Range, then load: from the bottom of a range to its top, twice at the top with moderate effort, then the next load
and back to the bottom."""

from dataclasses import replace
from fractions import Fraction
from math import ceil

from ..amount import Amount, Variable
from ..guards import same
from ..proposal import ASKS_OVER, Kind, Proposal
from ..setting import Rung, Setting
from ..state import State

TWICE = 2
MOST_REPS = 20
"""So many repetitions bridge to a size that is too big; beyond that something between is wanted."""
MOST_SETS = 3


def proposes(state: State, setting: Setting) -> Proposal:
    """Climb, or take the next load, or another set where there is none to take."""
    rung = setting.rung(state.amount.version)
    assert rung is not None  # what holds for all was asked before
    top = _top(state.amount, rung, setting)
    if state.amount.value < top:
        return _climb(state, top)
    if state.at_top < TWICE and state.amount.value <= rung.high:
        return same(state, f"At the top of the range, {rung.high:g}: once more before the load goes up.")
    return _next_load(state, rung, setting)


def _top(amount: Amount, rung: Rung, setting: Setting) -> float:
    """The top of the range; higher where the next size is so big that more repetitions must match it first."""
    bigger = setting.next_load(amount.kg) if amount.kg else None
    if bigger is None or amount.counted is not Variable.REPETITIONS:
        return rung.high
    matches = ceil(Fraction(rung.low) * Fraction(bigger).limit_denominator(1000) / _kg(amount))
    return max(rung.high, matches) if matches <= MOST_REPS else rung.high


def _kg(amount: Amount) -> Fraction:
    return Fraction(amount.kg or 1.0).limit_denominator(1000)


def _climb(state: State, top: float) -> Proposal:
    done = Fraction(state.amount.value)
    step = 1 if state.amount.counted is Variable.REPETITIONS else max(1, int(done / 10))
    target = min(int(top), int(done) + step)
    part = (target - done) / done
    because = f"It went well: {int(done)} becomes {target}, on the way to {top:g}."
    amount = state.amount.with_value(target)
    return Proposal(Kind.UP, amount, Fraction(target), because, state.amount.counted, part, asks=part > ASKS_OVER)


def _next_load(state: State, rung: Rung, setting: Setting) -> Proposal:
    amount = state.amount
    if amount.kg:
        bigger = setting.next_load(amount.kg)
        if bigger is None:
            return same(state, f"At the top with {amount.kg:g} kg; no heavier size is there that a caution allows.")
        matches = ceil(Fraction(rung.low) * Fraction(bigger).limit_denominator(1000) / _kg(amount))
        if matches > max(rung.high, MOST_REPS):
            between = f"a bottle filled to about {amount.kg * 1.1:.2f} kg would be between"
            return same(state, f"The next size, {bigger:g} kg, is too big a step; {between}.")
        return _swapped(state, replace(amount, kg=bigger), rung, f"{amount.kg:g} kg becomes {bigger:g} kg")
    if amount.band:
        at = setting.bands.index(amount.band) if amount.band in setting.bands else -1
        if at < 0 or at == len(setting.bands) - 1:
            return same(state, f"At the top with the {amount.band} band; no stronger one is there.")
        stronger = setting.bands[at + 1]
        proposal = _swapped(state, replace(amount, band=stronger), rung, f"the {stronger} band")
        # How much stronger it is nobody knows, so it is asked about.
        return replace(proposal, asks=True, part=Fraction(0))
    if amount.sets < MOST_SETS:
        made = replace(amount, sets=amount.sets + 1).with_value(rung.low)
        part = made.work / amount.work - 1
        because = f"Twice at the top and nothing to load it with: {made.sets} sets, back to {rung.low:g}."
        return Proposal(Kind.UP, made, Fraction(rung.low), because, Variable.SETS, part, asks=part > ASKS_OVER)
    return same(state, "At the top of everything here; a harder version would be next.")


def _swapped(state: State, heavier: Amount, rung: Rung, what: str) -> Proposal:
    made = heavier.with_value(min(rung.low, heavier.value))
    part = made.work / state.amount.work - 1
    because = f"Twice at the top: {what}, back to {rung.low:g}."
    return Proposal(Kind.UP, made, Fraction(made.value), because, Variable.LOAD, part, asks=part > ASKS_OVER)
