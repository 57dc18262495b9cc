"""Who does an item otherwise, on paper: those together who do the same, with what they need for it."""

from collections.abc import Iterable
from dataclasses import dataclass

from ..exercises.shelf import Shelf
from .packing import pieces
from .verdict import Verdict
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


def _things(verdict: Verdict, shelf: Shelf) -> tuple[str, ...]:
    if verdict.version is None:
        return ()
    own = [prop for prop in verdict.version.props if prop not in verdict.base.props]
    return tuple(_pair(shelf.props[prop].name, pieces(verdict.version, prop)) for prop in own)


def _pair(name: str, number: int) -> str:
    return f"{name}, a pair" if number == 2 else name
