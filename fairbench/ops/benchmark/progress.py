"""What progression takes in the core: states and proposals of a whole group from its whole log."""

import datetime
import time

from fairbench.core.progress.amount import Amount
from fairbench.core.progress.log import Bout
from fairbench.core.progress.schools import DEFAULT
from fairbench.core.progress.setting import Setting, rung_of
from fairbench.core.progress.state import state_of

from .table import Row

PEOPLE, EXERCISES, MEETINGS = 16, 60, 40
_FIRST = datetime.date(2025, 1, 6)


def progress_rows() -> list[Row]:
    """All of it, and for half as many meetings."""
    half, whole = _seconds(MEETINGS // 2), _seconds(MEETINGS)
    return [
        (
            f"States and proposals, {PEOPLE} people × {EXERCISES} exercises × {MEETINGS} meetings",
            f"{whole * 1000:.0f} ms",
            "under 60 ms",
            whole < 0.06,
        ),
        (f"{MEETINGS} meetings against {MEETINGS // 2}", f"{whole / half:.2f}×", "at most 2.2×", whole / half <= 2.2),
    ]


def _seconds(meetings: int) -> float:
    """Once: every line of the log is gone through."""
    days = [_FIRST + datetime.timedelta(days=7 * number) for number in range(meetings)]
    ladder = tuple(rung_of(Amount(version, reps=10)) for version in ("easy", "usual", "hard"))
    setting = Setting(ladder, (1.0, 1.5, 2.0), met=frozenset(days), came=frozenset(days))
    log = [Bout(day, "row", Amount("usual", min(8 + week // 3, 20), kg=1.0)) for week, day in enumerate(days)]
    due = days[-1] + datetime.timedelta(days=7)
    begun = time.perf_counter()
    for _ in range(PEOPLE * EXERCISES):
        state = state_of(log, setting, DEFAULT.next)
        assert state is not None
        DEFAULT.next(state, setting, due)
    return time.perf_counter() - begun
