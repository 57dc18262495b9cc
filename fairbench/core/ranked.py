"""Names in an order: one place that says which of two is the graver."""

from enum import StrEnum
from functools import cached_property


class Ranked(StrEnum):
    """Members are written in their order; ``rank`` counts from 0. Sort by it, or take the least or the greatest."""

    @cached_property
    def rank(self) -> int:
        """Where it stands among the members of its kind."""
        return list(type(self)).index(self)
