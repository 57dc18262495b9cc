"""The score of a class: every step with its beats, ready to be played back and counted aloud."""

from dataclasses import dataclass

from .dose import Calls, Run
from .sides import Side
from .timeline import Step


@dataclass(frozen=True, slots=True)
class Beat:
    """One phase of one count. ``at`` is seconds from the start of its step.

    ``number`` of ``of`` is what is shown large; for a hold or the clock the seconds left are.
    ``side`` is set where sides take turns within a step.
    """

    at: float
    seconds: float
    calls: Calls
    number: int
    of: int
    word: str
    side: Side | None


def beats_of(step: Step, lead: Side) -> tuple[Beat, ...]:
    """The beats of a step in order; they fill it from end to end. None for a step without runs."""
    beats: list[Beat] = []
    at = 0.0
    for run in step.runs:
        for index in range(run.count):
            side = _turn(run, run.first + index, lead)
            for word, seconds in run.phases:
                beats.append(Beat(at, seconds, run.calls, run.first + index, run.of, word, side))
                at += seconds
    return tuple(beats)


def _turn(run: Run, number: int, lead: Side) -> Side | None:
    if not run.alternates:
        return None
    return lead if number % 2 else lead.other
