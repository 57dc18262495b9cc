"""What holds in every school, before any of them is asked: cautions, weeks away, pain, effort, form, and the week."""

import datetime
from fractions import Fraction
from math import ceil

from ..counted import how_many
from .amount import Amount, Variable
from .log import AtHome
from .proposal import Kind, Proposal
from .setting import Rung, Setting
from .state import State

WEEK = 7
FIRST_PART = Fraction(6, 10)
"""A version that is new begins at this part of its usual count."""
A_FIFTH_LESS = Fraction(8, 10)
HALF = Fraction(1, 2)
_LEAST = {Variable.REPETITIONS: 4, Variable.HOLD: 10}
"""Less is not worth setting up for; what is less already stays."""
_AT_HOME = {
    AtHome.HURT: "Something hurt at home, and this was on the sheet: once more, and ask which it was.",
    AtHome.UNSURE: "They were not sure at home how it goes: show it again before it gets more.",
    AtHome.ILL: "They were ill since the class before: once more.",
}
OFTEN = 2
"""Effort over plan so often running."""


def held(state: State, setting: Setting, day: datetime.date) -> Proposal | None:
    """What must happen whatever the school says; None where it may go on."""
    rung = setting.rung(state.amount.version)
    if rung is None or not rung.allowed:
        return _other_rung(state, setting)
    if setting.most_kg is not None and (state.amount.kg or 0) > setting.most_kg:
        return _lighter(state, setting)
    missed = setting.missed_weeks(state.last.day, day)
    if missed:
        return _after_weeks(state, missed)
    return _after_trouble(state, setting) or _once_more(state, setting, day)


def _after_trouble(state: State, setting: Setting) -> Proposal | None:
    """A step back after what hurt, lost its form, or took more effort than planned again and again."""
    last = state.last
    if last.sore_after:
        return _back(state, setting, "It hurt on the day after.")
    if last.hurt:
        return _back(state, setting, f"Pain was {last.pain} of 10, {last.pain_where}: over 3 steps back.")
    if last.lost_form:
        return _back(state, setting, "The form was lost.")
    if state.hard >= OFTEN:
        return _back(state, setting, f"It took more effort than planned {state.hard} times running.")
    return None


def _once_more(state: State, setting: Setting, day: datetime.date) -> Proposal | None:
    """The same again where the last time, or the week, asks for it."""
    last = state.last
    if last.teach_again:
        return same(state, "It needs teaching again first.")
    if not last.reached:
        return same(state, "Not all of it was reached: once more.")
    if last.too_hard:
        return same(state, "It took more effort than planned: once more, and less if it does again.")
    if last.at_home:
        return same(state, _AT_HOME[last.at_home])
    if not setting.trained:
        return same(state, "It is not loaded from week to week: it keeps its dose.")
    if state.rose_on is not None and (day - state.rose_on).days < WEEK:
        return same(state, f"Counted up on {state.rose_on:%-d %b}; once in seven days is enough.")
    return None


def same(state: State, because: str) -> Proposal:
    """As it was; the number that is carried waits."""
    return Proposal(Kind.SAME, state.amount, state.carried, because)


def less(amount: Amount, part: Fraction) -> Amount:
    """An amount with that part of its figure, rounded down, not below what is worth setting up for."""
    least = min(int(amount.value), _LEAST[amount.counted])
    return amount.with_value(max(least, int(Fraction(amount.value) * part)))


def beginning(rung: Rung, setting: Setting) -> Amount:
    """A version as it is begun: at about 60 % of its usual figure, unloaded; where it cannot be done without a band,
    with the lightest there is."""
    usual = rung.usual
    band = setting.bands[0] if rung.with_band and setting.bands else ""
    figure = max(1, ceil(Fraction(usual.value) * FIRST_PART - HALF))  # to the nearest whole one
    return Amount(
        rung.version, usual.reps, 1, usual.hold, band=band, tempo=usual.tempo, counted=usual.counted
    ).with_value(figure)


def _fixed(kind: Kind, amount: Amount, because: str, *, screening: bool = False, new_version: bool = False) -> Proposal:
    carried = Fraction(amount.value)
    return Proposal(kind, amount, carried, because, screening=screening, new_version=new_version)


def _other_rung(state: State, setting: Setting) -> Proposal:
    known = setting.place(state.amount.version) >= 0
    easier = setting.easier(state.amount.version) if known else next((r for r in setting.ladder if r.allowed), None)
    if easier is None:
        return Proposal(
            Kind.NONE, state.amount, state.carried, "A caution rules out every version up to theirs: look at the fit."
        )
    why = "A caution rules out their version" if known else "Their version is no longer on the shelf"
    return _fixed(Kind.BACK, beginning(easier, setting), f"{why}: an easier one.", new_version=True)


def _lighter(state: State, setting: Setting) -> Proposal:
    most = setting.most_kg or 0.0
    kg = max((size for size in setting.loads if size <= most), default=None)
    amount = state.amount
    lighter = Amount(
        amount.version, amount.reps, amount.sets, amount.hold, kg, tempo=amount.tempo, counted=amount.counted
    )
    return _fixed(Kind.BACK, lighter, f"A caution allows {most:g} kg at most.")


def _after_weeks(state: State, missed: int) -> Proposal:
    weeks = f"{how_many(missed, 'week')} missed"
    if missed == 1:
        return same(state, f"{weeks}: the same again.")
    if missed <= 3:
        return _fixed(Kind.BACK, less(state.amount, A_FIFTH_LESS), f"{weeks}: about a fifth less.")
    because = f"{weeks}: begin again near half, and ask the screening again."
    return _fixed(Kind.AGAIN, less(state.amount, HALF), because, screening=True)


def _back(state: State, setting: Setting, because: str) -> Proposal:
    """A fifth less; where that was done already, or is not to be had, the easier version."""
    fewer = less(state.amount, A_FIFTH_LESS)
    easier = setting.easier(state.amount.version)
    if (state.backs or fewer.value >= state.amount.value) and easier is not None:
        return _fixed(Kind.BACK, beginning(easier, setting), f"{because} The easier version.", new_version=True)
    if fewer.value >= state.amount.value:
        return same(state, f"{because} It is little already, and nothing is easier: leave it out if in doubt.")
    return _fixed(Kind.BACK, fewer, f"{because} A fifth less.")
