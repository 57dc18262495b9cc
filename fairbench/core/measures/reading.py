"""A figure out of what a device streams: the most of a squeeze, or where a joint comes to rest."""

from collections.abc import Sequence
from statistics import median

from ..errors import InputError

RUNNING = 3
"""A squeeze counts as the middle one of so many samples running: one that is alone is a knock."""
STILL = 3.0
"""Degrees between which a joint that is held still may tremble."""


def peak_of(samples: Sequence[float]) -> float:
    """The most that was held over three samples running, by their middle one, to a tenth. Raises :class:`InputError` of
    fewer samples, or where nothing was squeezed."""
    if len(samples) < RUNNING:
        raise InputError("the device said too little; try again", "reading")
    held = (median(samples[at : at + RUNNING]) for at in range(len(samples) - RUNNING + 1))
    most = round(max(held), 1)
    if most <= 0:
        raise InputError("nothing was squeezed", "reading")
    return most


def steady_of(samples: Sequence[float]) -> float:
    """Where it was held, to a whole degree: the mean of the samples. Raises :class:`InputError` of fewer than three, or
    where they lie further apart than one who holds still trembles."""
    if len(samples) < RUNNING:
        raise InputError("the device said too little; try again", "reading")
    if max(samples) - min(samples) > STILL:
        raise InputError("it still moves; hold it where it ends, and take the reading again", "reading")
    return float(round(sum(samples) / len(samples)))
