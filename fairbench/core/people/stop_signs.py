"""What is done when something goes wrong in class, by what is seen. First aid in plain steps; nobody diagnoses."""

from collections.abc import Iterable
from dataclasses import dataclass

from .conditions import Declared

NOW = "now"


@dataclass(frozen=True, slots=True)
class Minding:
    """What is added for whoever has one of these conditions on record."""

    conditions: frozenset[str]
    say: str


@dataclass(frozen=True, slots=True)
class StopSign:
    """``name`` is on the button, ``see`` how it shows, ``do`` the steps in order, ``call`` when the emergency number is
    called: ``now``, or in words."""

    id: str
    name: str
    see: str
    do: tuple[str, ...]
    call: str
    minding: tuple[Minding, ...] = ()

    @property
    def at_once(self) -> bool:
        """Whether the emergency number is called whatever else is so."""
        return self.call == NOW

    def for_person(self, declared: Iterable[Declared]) -> tuple[str, ...]:
        """What is added for somebody with these conditions, each sentence once."""
        theirs = {one.condition for one in declared}
        return tuple(minding.say for minding in self.minding if minding.conditions & theirs)
