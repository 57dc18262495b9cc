"""The bounds of every figure in a dose or a plan, in one table, and the checks that use it.

The bounds are our own: wide enough for any class we know, narrow enough that a slip of the finger
(a dose of 0, or of 10,000) is caught.
"""

import math

from .errors import DoseError

WHOLE = {
    "reps": (1, 100, "repetitions"),
    "repeats": (1, 10, "repeats of the hold"),
    "breaths": (1, 40, "breaths"),
    "rounds": (1, 10, "rounds"),
    "count": (1, 60, "pulses"),
    "sets": (1, 10, "sets"),
    "more": (0, 3, "sets more of one side"),
    "offered": (0, 3, "sets offered"),
    "beats_per_minute": (40, 180, "beats a minute"),
    "counts": (1, 32, "counts a repetition"),
    "from_percent": (5, 100, "the effort at the start, in percent,"),
    "to_percent": (5, 100, "the target effort, in percent,"),
}

SECONDS = {
    "phase": (0, 30),
    "hold": (1, 300),
    "gap": (0, 120),
    "breath": (2, 15),
    "timed": (5, 1800),
    "part": (0, 120),
    "stage": (1, 180),
    "pulse": (0.5, 3),
    "rest": (0, 300),
    "switch": (0, 60),
}

STEP = 0.25
"""Seconds are given in quarters, which the clock keeps exactly."""


def check_whole(field: str, value: object) -> None:
    """Raise :class:`DoseError` unless ``value`` is a whole number within the bounds of ``field``."""
    low, high, words = WHOLE[field]
    if isinstance(value, bool) or not isinstance(value, int):
        raise DoseError(f"{words} must be a whole number, not {value!r}", field)
    if not low <= value <= high:
        raise DoseError(f"{words} must be {low} to {high}, not {value}", field)


def check_seconds(field: str, value: object, bounds: str, *, free_grain: bool = False) -> None:
    """Raise :class:`DoseError` unless ``value`` is seconds within ``bounds``, in quarters of one.

    ``free_grain`` leaves out the quarters: music and shared breaths fall where they fall.
    """
    low, high = SECONDS[bounds]
    if isinstance(value, bool) or not isinstance(value, int | float) or not math.isfinite(value):
        raise DoseError(f"{field} must be a number of seconds, not {value!r}", field)
    if not low <= value <= high:
        raise DoseError(f"{field} must be {low:g} to {high:g} s, not {value:g}", field)
    if not free_grain and value % STEP:
        raise DoseError(f"{field} must be in quarters of a second, not {value:g}", field)
