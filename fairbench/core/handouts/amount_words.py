"""How much, as it stands on a home sheet: the words of the dose, without what only an instructor reads."""

import re

from ..dose.dose import Dose
from ..dose.words import summary

_CHANGES = (
    (re.compile(r"\brepetitions\b"), "times"),
    (re.compile(r"\brepetition\b"), "time"),
    (re.compile(r"\b(\d+(?:\.\d+)?) s hold\b"), r"hold for \1 seconds"),
    (re.compile(r"\b1 s\b"), "1 second"),
    (re.compile(r"(\d) s\b"), r"\1 seconds"),
    (re.compile(r" · 2 sets"), ", rest, and all of it again"),
    (re.compile(r" · (\d+) sets"), r", \1 rounds with a rest between"),
    (re.compile(r" · "), "; "),
)


def amount_at_home(dose: Dose, limb: str) -> str:
    """``12 times, rest, and all of it again; 24 in all``. Every figure of the dose's own words stands in it."""
    said = summary(dose, limb)
    for pattern, words in _CHANGES:
        said = pattern.sub(words, said)
    return said
