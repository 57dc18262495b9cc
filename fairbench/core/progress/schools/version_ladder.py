"""Version ladder: the top of the dose with good form, then the next version at about 60 % of its count, the first time
unloaded."""

from dataclasses import replace
from fractions import Fraction

from ..amount import Variable
from ..guards import beginning, same
from ..proposal import ASKS_OVER, Kind, Proposal
from ..setting import Setting
from ..state import State


def proposes(state: State, setting: Setting) -> Proposal:
    """Climb to the usual dose of the version, take up again what was put down, then the next version."""
    rung = setting.rung(state.amount.version)
    assert rung is not None  # what holds for all was asked before
    amount, top = state.amount, rung.usual.value
    if state.put_down is not None:
        loaded = replace(amount, kg=state.put_down)
        because = f"Done once without a load: with {state.put_down:g} kg again."
        return Proposal(Kind.UP, loaded, Fraction(loaded.value), because, Variable.LOAD, asks=True)
    if amount.value < top:
        done = Fraction(amount.value)
        step = 1 if amount.counted is Variable.REPETITIONS else max(1, int(done / 10))
        target = min(int(top), int(done) + step)
        part = (target - done) / done
        because = f"It went well: {int(done)} becomes {target}; the whole dose is {top:g}."
        made = amount.with_value(target)
        return Proposal(Kind.UP, made, Fraction(target), because, amount.counted, part, asks=part > ASKS_OVER)
    harder = setting.harder(amount.version)
    if harder is None:
        return same(state, "The whole dose of the hardest version, with good form. Keep it, or make it new.")
    if not harder.allowed:
        return same(state, "The whole dose with good form; a caution rules out the next version.")
    first = beginning(harder, setting)
    unloaded = ""
    if harder.with_band:
        unloaded = ", the first time with the lightest band"
    elif amount.kg or amount.band:
        unloaded = ", the first time without a load"
    because = f"The whole dose with good form: the next version at {first.value:g}{unloaded}."
    return Proposal(Kind.UP, first, Fraction(first.value), because, new_version=True)
