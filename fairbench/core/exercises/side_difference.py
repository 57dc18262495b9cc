"""What a difference between left and right is in an exercise: something to note, to train away, or done wrong."""

from enum import StrEnum

from .aim import Quality
from .exercise import Exercise, Version
from .limbs import Limbs


class SideDifference(StrEnum):
    """A finding is noted and left; a target is worked on until the sides are equal; a fault is put right at once."""

    FINDING = "finding"
    TARGET = "target"
    FAULT = "fault"


_TRAINED = frozenset({Quality.STRENGTH, Quality.ENDURANCE, Quality.ACTIVATION, Quality.BONE_LOADING})


def side_difference(exercise: Exercise, version: Version) -> SideDifference | None:
    """Where both sides work together, an uneven one is a fault. Where each works by itself, strength is made equal; how
    far a side moves, stretches or balances is what it is. None where it has no sides."""
    if version.limbs is Limbs.WITHOUT_SIDES:
        return None
    if version.limbs is Limbs.TOGETHER:
        return SideDifference.FAULT
    return SideDifference.TARGET if exercise.aim.quality in _TRAINED else SideDifference.FINDING
