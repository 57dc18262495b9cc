"""What the two moving phases of a repetition are called, so that "lift" means up: the way out, and the way back.

A catalogue may say it; otherwise the poses decide. What rises between start and end is lifted, what sinks is lowered,
and what does neither is called after what the body does."""

import math
from collections.abc import Mapping
from dataclasses import dataclass

from ..body.movement import solved
from ..body.pose.vectors import Vector
from ..dose.tempo import RETURN, WORK
from ..kept import kept
from .aim import Action
from .exercise import Exercise, Version

STEEP = 0.5
"""Part of the moving part's way that must be up or down for it to count as rising or sinking."""
SLIGHT = 0.02
"""In statures: what moves less does not tell."""
_FIXED = 0.06
"""In statures: a hand that moves less stays where it is while the body moves."""


@dataclass(frozen=True, slots=True)
class PhaseWords:
    """``work`` is said on the way from the start pose to the end pose, ``back`` on the way back."""

    work: str
    back: str


UNNAMED = PhaseWords(WORK, RETURN)
"""Where no version is known."""
LIFT, LOWER = PhaseWords("lift", "lower"), PhaseWords("lower", "rise")
_BY_ACTION: Mapping[Action, PhaseWords] = {
    Action.PUSH: PhaseWords("press", "return"),
    Action.PULL: PhaseWords("pull", "return"),
    Action.ROTATE: PhaseWords("turn", "return"),
    Action.SIDE_BEND: PhaseWords("bend", "return"),
    Action.SPREAD: PhaseWords("open", "return"),
    Action.STEP: PhaseWords("step", "return"),
    Action.GRIP: PhaseWords("squeeze", "let go"),
}
_MOVE = PhaseWords("move", "return")
_LEAN = PhaseWords("bend", "push back")
_DOWN = PhaseWords("lower", "push up")
_KEEP = frozenset({Action.GRIP, Action.ROTATE, Action.PULL})
"""Actions that are called by their name whichever way the moving part goes."""


@kept(4096)
def phase_words(exercise: Exercise, version: Version) -> PhaseWords:
    """The words of a version: as the catalogue says, else as its poses move."""
    said = version.phases or exercise.phases
    if said is not None:
        return PhaseWords(*said)
    start, end = points_of(version)
    action = exercise.aim.action
    if action is Action.PUSH and max(_moved(start, end, f"{side}_palm") for side in ("left", "right")) < _FIXED:
        return _hands_fixed(start, end)
    if action in _KEEP:
        return _BY_ACTION[action]
    rise = steepness(start, end)
    if rise > STEEP:
        return LIFT
    if rise < -STEEP:
        return LOWER
    return _BY_ACTION.get(action, _MOVE)


def points_of(version: Version) -> tuple[Mapping[str, Vector], Mapping[str, Vector]]:
    """Where every joint is at the start and at the end of the movement, in statures."""
    poses = dict(solved(version.movement))
    return poses["start"].points, poses["end"].points


def steepness(start: Mapping[str, Vector], end: Mapping[str, Vector]) -> float:
    """How steeply the part that moves most goes up (1) or down (-1); 0 where hardly anything moves."""
    name = moving_part(start, end)
    way = math.dist(start[name], end[name])
    return (end[name][2] - start[name][2]) / way if way > SLIGHT else 0.0


def moving_part(start: Mapping[str, Vector], end: Mapping[str, Vector]) -> str:
    """The joint that moves most."""
    return max(start, key=lambda name: math.dist(start[name], end[name]))


def _moved(start: Mapping[str, Vector], end: Mapping[str, Vector], name: str) -> float:
    return math.dist(start[name], end[name])


def _hands_fixed(start: Mapping[str, Vector], end: Mapping[str, Vector]) -> PhaseWords:
    """The body moves over hands that stay: away from them it is pressed, towards them it bends or is lowered."""
    rise = end["chest"][2] - start["chest"][2]
    if rise > SLIGHT / 2:
        return PhaseWords("press", "lower")
    return _DOWN if rise < -SLIGHT / 2 else _LEAN
