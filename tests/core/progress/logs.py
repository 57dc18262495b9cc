"""A log in a few words, for tests."""

import datetime
from dataclasses import replace

from fairbench.core.progress.amount import Amount, Variable
from fairbench.core.progress.log import Bout
from fairbench.core.progress.proposal import Proposal
from fairbench.core.progress.schools import SCHOOLS
from fairbench.core.progress.setting import Rung, Setting, rung_of
from fairbench.core.progress.state import State, state_of

MONDAY = datetime.date(2026, 1, 5)
LADDER = tuple(rung_of(Amount(version, reps=10)) for version in ("easy", "usual", "hard"))
SIZES = (0.5, 1.0, 1.5, 2.0, 2.5, 3.0)


def day(week: int, weekday: int = 0) -> datetime.date:
    """A day of a week, Monday by itself."""
    return MONDAY + datetime.timedelta(days=7 * week + weekday)


def setting(**details) -> Setting:
    """Ten weekly classes to which the person came."""
    days = frozenset(day(week) for week in range(10))
    return replace(Setting(LADDER, SIZES, ("light", "medium", "strong"), met=days, came=days), **details)


def bout(week: int, reps: int = 8, version: str = "usual", weekday: int = 0, **details) -> Bout:
    """Once, with nothing to say about it."""
    amount = {name: details.pop(name) for name in ("kg", "band", "sets", "grip_cm") if name in details}
    return Bout(day(week, weekday), "row", Amount(version, reps=reps, **amount), **details)


def hold(week: int, seconds: float, **details) -> Bout:
    """A hold."""
    return Bout(day(week), "row", Amount("usual", hold=seconds, counted=Variable.HOLD), **details)


def followed(school: str, weeks: int, first: Bout, given: Setting, take: bool = True) -> list[tuple[State, Proposal]]:
    """Week after week what is proposed is done, if ``take``; else what was done before."""
    log, told = [first], []
    way = SCHOOLS[school]
    for week in range(1, weeks + 1):
        state = state_of(log, given, way.next)
        assert state is not None
        due = way.next(state, given, day(week))
        told.append((state, due))
        amount = due.amount if take and not (due.asks and take == "asked") else state.amount
        log.append(replace(first, day=day(week), amount=amount))
    return told


def due(school: str, log: list[Bout], given: Setting, on: datetime.date) -> Proposal:
    """What is proposed after a log."""
    state = state_of(log, given, SCHOOLS[school].next)
    assert state is not None
    return SCHOOLS[school].next(state, given, on)


__all__ = ["LADDER", "SIZES", "Rung", "bout", "day", "due", "followed", "hold", "setting"]
