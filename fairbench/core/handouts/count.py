"""What a telephone says while somebody does an exercise at home, second by second, and where the figure is."""

from collections.abc import Iterator
from dataclasses import dataclass

from ..dose.dose import Dose
from ..dose.work import Calls, Run
from ..sides import Side, passes_of

GET_READY = 6.0
"""Seconds from the press to the first count. Our own assumption."""
_LAST = 5
"""Of a hold or the clock, so many seconds before its end are said."""


@dataclass(frozen=True, slots=True)
class Said:
    """At a second, what is said and shown large; ``seconds`` until the next, in which the figure goes out and back once
    for each ``moves``, 0 where it stays. ``side`` is the side that works, where one does."""

    at: float
    says: str
    shows: str
    seconds: float
    moves: int = 0
    side: Side | None = None


def counted(dose: Dose, side: Side, limb: str) -> tuple[Said, ...]:
    """All of an exercise, in order, without a gap."""
    told: list[Said] = []
    at = 0.0
    for says, shows, seconds, moves, works in _all(dose, side, limb):
        told.append(Said(round(at, 2), says, shows, round(seconds, 2), moves, works))
        at += seconds
    return tuple(told)


_Part = tuple[str, str, float, int, Side | None]


def _all(dose: Dose, side: Side, limb: str) -> Iterator[_Part]:
    yield "Get ready.", "Get ready", GET_READY, 0, side if dose.sides.tell_sides else None
    sets = dose.sets + (1 if dose.more else 0) * dose.more
    for number in range(sets):
        if number:
            yield "Rest.", "Rest", max(dose.rest, 1.0), 0, None
        passes = (
            passes_of(dose.sides, side) if number < dose.sets else passes_of(dose.sides, side)[: dose.sides.passes // 2]
        )
        for turn, (works, direction) in enumerate(passes):
            if turn:
                words = f"{works.value} {limb}" if works else "The other way"
                yield f"{words.capitalize()}.", words.capitalize(), max(dose.switch, 1.0), 0, works
            elif works and len(passes) > 1:
                yield f"{works.value} {limb}.".capitalize(), f"{works.value} {limb}".capitalize(), 3.0, 0, works
            yield from _pass(dose, works or (side if dose.sides.tell_sides else None), direction)
    yield "Done. Well done.", "Done", 0.0, 0, None


def _pass(dose: Dose, side: Side | None, _direction: int) -> Iterator[_Part]:
    for run in dose.runs():
        if run.calls is Calls.QUIET:
            yield from ((f"{word.capitalize()}.", word.capitalize(), seconds, 0, side) for word, seconds in run.phases)
        elif run.calls in (Calls.HOLD, Calls.CLOCK):
            yield from _long(run, side)
        elif run.calls in (Calls.REPETITION, Calls.PULSE):
            for number in range(run.count):
                works = _turn(run, number, side)
                shown = str(_number(run, number))
                word = f"{works.value}, {shown}" if run.alternates and works and number < 2 else shown
                yield word, shown, run.each, 1, works
        else:
            for number in range(run.count):
                works = _turn(run, number, side)
                for word, seconds in run.phases:
                    yield f"{word}.".capitalize(), f"{_number(run, number)} · {word}", seconds, 0, works


def _long(run: Run, side: Side | None) -> Iterator[_Part]:
    """A hold, or work by the clock: its beginning, and its last seconds one by one."""
    word, seconds = run.phases[0]
    number = f"{run.first} of {run.of}: " if run.of > 1 else ""
    works = _turn(run, 0, side)
    moves = max(1, round((seconds - _LAST) / 4)) if run.calls is Calls.CLOCK and seconds > _LAST else 0
    if seconds <= _LAST:
        yield f"{number}{word}.", f"{number}{word}", seconds, moves, works
        return
    yield f"{number}{word}, {seconds:g} seconds.", f"{number}{word}", seconds - _LAST, moves, works
    for left in range(_LAST, 0, -1):
        yield str(left), str(left), 1.0, 0, works


def _turn(run: Run, number: int, side: Side | None) -> Side | None:
    if not run.alternates or side is None:
        return side
    return side if (run.first - 1 + number) % 2 == 0 else side.other


def _number(run: Run, number: int) -> int:
    """Where sides take turns each counts for itself; pulses are counted down."""
    if run.calls is Calls.PULSE:
        return run.of - number
    return (number + 2) // 2 if run.alternates else run.first + number
