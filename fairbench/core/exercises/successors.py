"""Versions that were taken out of the catalogue, each with the one that stands in its place.

A version that was ever offered is never just removed: plans, records and decisions hold its id.
"""

from collections.abc import Mapping
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Successor:
    """What stands in the place of a retired version. ``name`` is what the retired one was called; ``same`` that only
    its id changed, so that nobody need be told."""

    exercise: str
    version: str
    name: str
    same: bool = False


Successors = Mapping[tuple[str, str], Successor]
"""By exercise and version that are retired."""
