"""A store as its page lists it: by prop, each size with what is known of it."""

from collections.abc import Iterable
from dataclasses import dataclass

from django_scopes import get_scope

from fairbench.core.loads.units import Units, length_words, mass_words
from fairbench.core.rooms.store import Stock as CoreStock
from fairbench.web.exercises.shelf import practice_shelf

from .models import Stock


def practice_units() -> Units:
    """What the practice that is signed in reads its figures in."""
    return Units(get_scope()["practice"].units)


SIZED = frozenset({"band", "band-loop"})
"""Whose pull can be told by a scale."""


@dataclass(frozen=True, slots=True)
class StockLine:
    """One line: what it is and what is known of it, in words."""

    row: Stock
    name: str
    words: str

    @property
    def title(self) -> str:
        """``resistance band, light``."""
        return f"{self.name}, {self.row.size}" if self.row.size else self.name


def lines_of(rows: Iterable[Stock]) -> list[StockLine]:
    """Lines by the names of their props, lightest first, in the units of the practice."""
    units = practice_units()
    props = practice_shelf().props
    lines = [
        StockLine(
            row,
            props[row.prop].name if row.prop in props else row.prop,
            _words(row, units),
        )
        for row in rows
    ]
    return sorted(lines, key=lambda line: line.name)


def names_mass(size: str, kg: float) -> bool:
    """Whether a size is called by its mass, so that it need not be said again."""
    return size != "" and CoreStock("", 0, size).is_of(f"{kg:g} kg")


def _words(row: Stock, units: Units) -> str:
    """``60 cm free, 25 N at double length``."""
    known = []
    if row.kg is not None and not names_mass(row.size, row.kg):
        known.append(f"{mass_words(row.kg, units)} each")
    if row.free_cm is not None:
        known.append(f"{length_words(row.free_cm, units)} free")
    if row.newtons is not None:
        known.append(f"{row.newtons:.0f} N at double length")
    return ", ".join(known)
