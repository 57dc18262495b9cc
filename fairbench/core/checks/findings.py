"""What a check found: what, where, and why it matters."""

import re
from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from ..ranked import Ranked

KEY_LIMIT = 200
WAITS = "waits"
"""In the place of a size, that it is a place for which people wait."""
_FIGURES = re.compile(r"[\d:.,%]+")


class Weight(Ranked):
    """ALARM must be settled before class, LOOK should be looked at, FINE could be better."""

    ALARM = "alarm"
    LOOK = "look"
    FINE = "fine"

    @property
    def sure(self) -> str:
        """How sure it is: must, should or could."""
        return _SURE[self]


_SURE = {Weight.ALARM: "must", Weight.LOOK: "should", Weight.FINE: "could"}


@dataclass(frozen=True, slots=True)
class SuggestedFix:
    """What would put it right with one action: the words, the verb of the bench, and its fields."""

    words: str
    verb: str
    fields: Mapping[str, str]


@dataclass(frozen=True, slots=True)
class Finding:
    """Something the plan should be looked at for: where it is, and what would settle it.

    ``item`` is where it begins and ``items`` are all that it is about; ``person`` whom it is for and ``people`` all
    whom it hits, by their ids; ``place`` the place in the body; ``seconds`` how long, where less is better.
    ``short_of`` is the prop and size that there is too little of: what would settle that takes a while to try.
    ``rule`` is the rule that found it.
    """

    weight: Weight
    title: str
    detail: str
    item: str | None = None
    person: str | None = None
    suggested_fixes: tuple[SuggestedFix, ...] = ()
    short_of: tuple[str, str] | None = None
    rule: str = ""
    items: tuple[str, ...] = ()
    people: tuple[str, ...] = ()
    place: str = ""
    seconds: float | None = None

    @property
    def about(self) -> tuple[str, ...]:
        """The items that it is about."""
        return self.items or ((self.item,) if self.item else ())

    @property
    def key(self) -> str:
        """What it is about without its figures, so that it is known again: ``over``, ``short stretch``."""
        words = _FIGURES.sub(" ", self.title).lower()
        return "|".join(filter(None, (" ".join(words.split()), self.item, self.person)))[:KEY_LIMIT]

    @property
    def can_be_put_aside(self) -> bool:
        """Whether the instructor may put it aside; not what is an alarm for somebody by name."""
        return not (self.weight is Weight.ALARM and self.person)


def gravest_first(findings: Iterable[Finding]) -> tuple[Finding, ...]:
    """The findings by weight; those of one weight stay in their order."""
    return tuple(sorted(findings, key=lambda finding: finding.weight.rank))
