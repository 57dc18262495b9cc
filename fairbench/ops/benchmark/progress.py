"""What progression takes in the core: states and proposals of a whole group from its whole log."""

import datetime
import time

from fairbench.core.progress.amount import Amount
from fairbench.core.progress.log import Bout
from fairbench.core.progress.schools import DEFAULT
from fairbench.core.progress.setting import Setting, rung_of
from fairbench.core.progress.state import after, state_of

from .table import Row

PEOPLE, EXERCISES, MEETINGS = 16, 60, 40
_FIRST = datetime.date(2025, 1, 6)


def progress_rows() -> list[Row]:
    """All of it, for half as many meetings, and one meeting more on what is kept."""
    half, whole, one_more = _seconds(MEETINGS // 2), _seconds(MEETINGS), _one_more()
    return [
        (
            f"States and proposals, {PEOPLE} people × {EXERCISES} exercises × {MEETINGS} meetings",
            f"{whole * 1000:.0f} ms",
            "under 60 ms",
            whole < 0.06,
        ),
        (
            f"One meeting more on kept states, {PEOPLE} people × {EXERCISES} exercises",
            f"{one_more * 1000:.0f} ms",
            "under 60 ms",
            one_more < 0.06,
        ),
        (f"{MEETINGS} meetings against {MEETINGS // 2}", f"{whole / half:.2f}×", "at most 2.2×", whole / half <= 2.2),
    ]


def _one_more() -> float:
    """The last meeting of everybody on the states of all before it, and what is due then."""
    *before, last = _log(MEETINGS)
    setting = _setting(MEETINGS)
    state = state_of(before, setting, DEFAULT.next)
    assert state is not None
    due = last.day + datetime.timedelta(days=7)
    begun = time.perf_counter()
    for _ in range(PEOPLE * EXERCISES):
        DEFAULT.next(after(state, last, setting, DEFAULT.next), setting, due)
    return time.perf_counter() - begun


def _days(meetings: int) -> list[datetime.date]:
    return [_FIRST + datetime.timedelta(days=7 * number) for number in range(meetings)]


def _log(meetings: int) -> list[Bout]:
    days = _days(meetings)
    return [Bout(day, "row", Amount("usual", min(8 + week // 3, 20), kg=1.0)) for week, day in enumerate(days)]


def _setting(meetings: int) -> Setting:
    days = frozenset(_days(meetings))
    ladder = tuple(rung_of(Amount(version, reps=10)) for version in ("easy", "usual", "hard"))
    return Setting(ladder, (1.0, 1.5, 2.0), met=days, came=days)


def _seconds(meetings: int) -> float:
    """Once: every line of the log is gone through."""
    log, setting = _log(meetings), _setting(meetings)
    due = log[-1].day + datetime.timedelta(days=7)
    begun = time.perf_counter()
    for _ in range(PEOPLE * EXERCISES):
        state = state_of(log, setting, DEFAULT.next)
        assert state is not None
        DEFAULT.next(state, setting, due)
    return time.perf_counter() - begun
