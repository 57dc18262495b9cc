"""Signs that come before any exercise: said at screening or at the door, and what is done then. Nobody diagnoses."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from ..errors import InputError
from .screening import Outcome, Question

QUESTION = "flag-"
"""How the id of a red flag's question begins."""
GROUP = "Signs to have looked at"


@dataclass(frozen=True, slots=True)
class RedFlag:
    """``name`` is on the button, ``ask`` the question of the screening, ``do`` what the instructor does. With ``lead``
    clearance no word at the door lifts it; a clinician sees it first."""

    id: str
    name: str
    ask: str
    do: str
    lead: Outcome

    @property
    def question(self) -> Question:
        """As it is asked at screening."""
        return Question(f"{QUESTION}{self.id}", GROUP, self.ask, self.lead)

    @property
    def reason(self) -> str:
        """Why they do not join in yet, and what is done."""
        return f"{self.name[:1].upper()}{self.name[1:]}: {self.do}"


def flags_of(ids: Iterable[str], known: Mapping[str, RedFlag]) -> tuple[RedFlag, ...]:
    """The flags of these ids, those first that nothing at the door lifts. Raises :class:`InputError` for one that there
    is not."""
    found = []
    for number, flag in enumerate(ids):
        if flag not in known:
            raise InputError(f"there is no red flag '{flag}'", f"flags[{number}]")
        found.append(known[flag])
    return tuple(sorted(found, key=lambda each: -each.lead.rank))
