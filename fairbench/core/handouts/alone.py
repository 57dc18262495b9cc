"""Somebody at home, with all that a line of a sheet follows from."""

from dataclasses import dataclass

from ..exercises.shelf import Shelf
from ..people.conditions import Conditions
from ..people.person import Person
from .home import Home, HomeRules


@dataclass(frozen=True, slots=True)
class Alone:
    """A person in their home, by the rules of homes, a shelf and the cautions."""

    person: Person
    home: Home
    rules: HomeRules
    shelf: Shelf
    conditions: Conditions
