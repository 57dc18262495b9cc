"""Finding where something begins to hold, by halving."""

from collections.abc import Callable

HALVINGS = 30
"""Enough to find one of 90 degrees to a ten-millionth."""


def turning_point(short: Callable[[float], bool], low: float, high: float, halvings: int = HALVINGS) -> float:
    """The value from ``low`` to ``high`` from which on ``short`` is no longer true. It must be true at one end only."""
    for _ in range(halvings):
        half = (low + high) / 2
        if short(half):
            low = half
        else:
            high = half
    return (low + high) / 2
