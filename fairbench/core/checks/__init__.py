"""Checks of a plan: one file a family, each rule a function from a situation to findings, registered by its name."""

from . import about, balance, comfort, conflicts, day, load, order, people, room, sides, time
from .findings import Finding, SuggestedFix, Weight
from .rules import RULES, CannotJudgeError, Checked, check
from .sides import side_sums
from .situation import Situation

FAMILIES = (time, order, load, balance, sides, about, room, people, day, comfort, conflicts)
"""Every file of rules; they register themselves when they are read."""

__all__ = [
    "FAMILIES",
    "RULES",
    "CannotJudgeError",
    "Checked",
    "Finding",
    "Situation",
    "SuggestedFix",
    "Weight",
    "check",
    "side_sums",
]
