"""The score of a class: every step with its beats, ready to be played back and counted aloud."""

from collections.abc import Mapping
from dataclasses import dataclass

from ..clock import snap
from ..dose.effort import Effort
from ..dose.tempo import RETURN, WORK
from ..dose.work import Calls, Run
from ..exercises.aim import Quality
from ..exercises.exercise import Exercise
from ..exercises.phase_words import UNNAMED, PhaseWords
from ..plan.timeline import Step
from ..sides import Side
from .moments import moment_cue


@dataclass(frozen=True, slots=True)
class Beat:
    """One phase of one count. ``at`` is seconds from the start of its step.

    ``number`` of ``of`` is what is shown large; for a hold or the clock the seconds left are.
    ``side`` is set where sides take turns within a step. ``moves`` says where in the movement the figure
    is at the beginning and at the end of the beat, 0 at the start pose and 1 at the end pose; with a
    ``cycle``, it goes there and back in so many seconds for as long as the beat lasts.
    """

    at: float
    seconds: float
    calls: Calls
    number: int
    of: int
    word: str
    side: Side | None
    moves: tuple[float, float] = (1.0, 1.0)
    cycle: float = 0.0
    cue: str = ""
    """What is said at this moment instead of the version's own cues."""


_THERE, _BACK, _STAY, _WAIT = (0.0, 1.0), (1.0, 0.0), (1.0, 1.0), (0.0, 0.0)
_MOVES: Mapping[str, tuple[float, float]] = {
    WORK: _THERE,
    "hold": _STAY,
    RETURN: _BACK,
    "pause": _WAIT,
    "breathe in": _THERE,
    "breathe out": _BACK,
    "ease into the stretch": _THERE,
    "settle into the stretch": _THERE,
    "ease off": _BACK,
    "pulse": (0.82, 1.0),
}
"""How the figure moves in a phase, by its word; whatever is not here stays at the end pose."""
_HELD: Mapping[str, tuple[float, float]] = {"breathe in": (1.0, 0.9), "breathe out": (0.9, 1.0), "let go": (1.0, 0.8)}
"""The same where the end pose is stayed in, as in a stretch."""
CYCLE = 4.0
"""Seconds there and back where only the clock counts."""


def is_held(exercise: Exercise) -> bool:
    """Whether one stays in the end pose and only breathes there."""
    return exercise.aim.quality is Quality.STRETCH


def beats_of(
    step: Step,
    lead: Side,
    held: bool = False,
    words: PhaseWords = UNNAMED,
    effort: Effort | None = None,
    pairs: bool = False,
    steps: tuple[str, ...] = (),
) -> tuple[Beat, ...]:
    """The beats of a step in order; they fill it from end to end. None for a step without runs.

    ``held`` where the exercise stays in its end pose (:func:`is_held`); ``words`` what the version calls the ways out
    and back, ``effort`` how hard each count is; ``pairs`` counts the two sides of taking turns as one;
    ``steps`` are what the way out of a repetition goes through, each called in its turn.
    """
    called = {WORK: words.work, RETURN: words.back}
    beats: list[Beat] = []
    at = 0.0
    for run in step.runs:
        for index in range(run.count):
            side = _turn(run, run.first + index, lead)
            for word, seconds, part in _parts(run, steps):
                moves = _HELD.get(word) if held else None
                cycle = CYCLE if run.calls is Calls.CLOCK and not held else 0.0
                beats.append(
                    Beat(
                        at,
                        seconds,
                        run.calls,
                        _pair(run.first + index) if pairs and run.alternates else run.first + index,
                        _pair(run.of) if pairs and run.alternates else run.of,
                        _with_effort(part[2] or called.get(word, word), run, run.first + index, effort),
                        side,
                        _part_of(moves or _MOVES.get(word, _STAY), part),
                        cycle,
                        _cue(run, word, effort, run.first + index),
                    )
                )
                at += seconds
    return tuple(beats)


_Part = tuple[float, float, str]
"""From which share of a phase to which, and what that part is called, if anything of its own."""
_WHOLE_PHASE: _Part = (0.0, 1.0, "")


def _parts(run: Run, steps: tuple[str, ...]) -> list[tuple[str, float, _Part]]:
    """The phases of one count; the way out of a repetition in as many parts as it has steps, as even as the clock keeps
    them."""
    parts: list[tuple[str, float, _Part]] = []
    for word, seconds in run.phases:
        if word != WORK or run.calls is not Calls.REPETITION or len(steps) < 2:
            parts.append((word, seconds, _WHOLE_PHASE))
            continue
        before = 0.0
        for number, step in enumerate(steps, 1):
            end = seconds if number == len(steps) else snap(seconds * number / len(steps))
            parts.append((word, end - before, (before / seconds, end / seconds, step)))
            before = end
    return parts


def _part_of(moves: tuple[float, float], part: _Part) -> tuple[float, float]:
    """Where the figure is at the beginning and the end of a part of a phase."""
    start, end = moves
    return start + (end - start) * part[0], start + (end - start) * part[1]


def _cue(run: Run, word: str, effort: Effort | None, number: int) -> str:
    """Presses, stages and what belongs to them have cues of their own; of counts nothing but their number is said."""
    if run.calls not in (Calls.ROUND, Calls.QUIET):
        return ""
    return moment_cue(_with_effort(word, run, number, effort))


def _with_effort(word: str, run: Run, number: int, effort: Effort | None) -> str:
    """The word of a phase with how hard that count is; a pair of sides has the same. Only what is worked says it."""
    if effort is None or run.calls in (Calls.QUIET, Calls.CLOCK) or word == "pause":
        return word
    return f"{word} · {effort.called(_pair(number) if run.alternates else number)}"


def _pair(number: int) -> int:
    """Which pair a count is in."""
    return (number + 1) // 2


def _turn(run: Run, number: int, lead: Side) -> Side | None:
    if not run.alternates:
        return None
    return lead if number % 2 else lead.other
