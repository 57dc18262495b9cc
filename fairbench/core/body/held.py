"""What a movement holds, and where."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Held:
    """A prop and where it is: ``Held("band", "feet")``."""

    prop: str
    where: str
