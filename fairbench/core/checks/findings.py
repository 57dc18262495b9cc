"""What a check found: what, where, and why it matters."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from ..ranked import Ranked


class Weight(Ranked):
    """ALARM must be settled before class, LOOK is worth a look, FINE is good to know."""

    ALARM = "alarm"
    LOOK = "look"
    FINE = "fine"


@dataclass(frozen=True, slots=True)
class SuggestedFix:
    """What would put it right with one action: the words, the verb of the bench, and its fields."""

    words: str
    verb: str
    fields: Mapping[str, str]


@dataclass(frozen=True, slots=True)
class Finding:
    """Something the plan should be looked at for: where it is (``item``, ``person``), and what would settle it."""

    weight: Weight
    title: str
    detail: str
    item: str | None = None
    person: str | None = None
    suggested_fixes: tuple[SuggestedFix, ...] = ()


def gravest_first(findings: Iterable[Finding]) -> tuple[Finding, ...]:
    """The findings by weight; those of one weight stay in their order."""
    return tuple(sorted(findings, key=lambda finding: finding.weight.rank))
