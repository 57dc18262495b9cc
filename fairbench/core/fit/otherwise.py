"""Who does what otherwise, on paper: by item those together who do the same, with what they need for it; by person
with the reasons."""

from collections.abc import Iterable
from dataclasses import dataclass

from ..exercises.shelf import Shelf
from ..people.person import Person
from ..people.rules import Effect
from .packing import pieces
from .verdict import Fit, Verdict
from .words import what_is_done


@dataclass(frozen=True, slots=True)
class Otherwise:
    """People who do an item otherwise in the same way: their names, what they do, and the things that they need for it
    besides those of the others."""

    names: tuple[str, ...]
    words: str
    things: tuple[str, ...]


def otherwise(verdicts: Iterable[Verdict], shelf: Shelf) -> tuple[Otherwise, ...]:
    """Everybody who does an item otherwise, in their order."""
    alike: dict[tuple[str, tuple[str, ...]], list[str]] = {}
    for verdict in verdicts:
        if verdict.differs:
            alike.setdefault((what_is_done(verdict), _things(verdict, shelf)), []).append(verdict.person.name)
    return tuple(Otherwise(tuple(names), words, things) for (words, things), names in alike.items())


@dataclass(frozen=True, slots=True)
class OwnWay:
    """One item that somebody does otherwise: its number and exercise, what they do, and every reason in plain words."""

    number: int
    exercise: str
    words: str
    whys: tuple[str, ...]


def own_ways(found: Fit, person: Person) -> tuple[OwnWay, ...]:
    """Everything that somebody does otherwise, in the order of the plan."""
    numbers = {time.item.id: number for number, time in enumerate(found.timeline.items, 1)}
    names = {time.item.id: time.exercise.name for time in found.timeline.items}
    return tuple(
        OwnWay(numbers[verdict.item], names[verdict.item], what_is_done(verdict), whys_of(verdict))
        for verdict in found.of_person(person.id)
        if verdict.differs
    )


def whys_of(verdict: Verdict) -> tuple[str, ...]:
    """Why something is done otherwise, each reason once: the instructor's own, what speaks against the planned version,
    and what is eased."""
    hits = (*verdict.moved_by, *(hit for hit in verdict.triggered if hit.effect is Effect.EASE))
    left_out = tuple(rejected.triggered_by for rejected in verdict.rejected if rejected.version is verdict.base)
    said = [verdict.reason, *(hit.rule.because for hit in (*left_out, *hits))]
    return tuple(dict.fromkeys(reason for reason in said if reason))


def _things(verdict: Verdict, shelf: Shelf) -> tuple[str, ...]:
    if verdict.version is None:
        return ()
    own = [prop for prop in verdict.version.props if prop not in verdict.base.props]
    return tuple(_pair(shelf.props[prop].name, pieces(verdict.version, prop)) for prop in own)


def _pair(name: str, number: int) -> str:
    return f"{name}, a pair" if number == 2 else name
