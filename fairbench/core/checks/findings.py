"""What a check found: what, where, and why it matters."""

from dataclasses import dataclass
from enum import StrEnum


class Weight(StrEnum):
    """ALARM must be settled before class, LOOK is worth a look, FINE is good to know."""

    ALARM = "alarm"
    LOOK = "look"
    FINE = "fine"


@dataclass(frozen=True, slots=True)
class Finding:
    weight: Weight
    title: str
    detail: str
    item: str | None = None
