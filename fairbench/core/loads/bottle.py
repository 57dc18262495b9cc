"""A bottle of water as a weight: its own mass and one gram for each millilitre."""

from dataclasses import dataclass

from ..errors import InputError

GRAMS_PER_ML = 1.0
"""Water at room temperature: 0.998 g/ml, which is one to within what a kitchen scale shows."""
MOST_ML = 5000
_SPILLS = 0.5
"""Millilitres that a rounded figure may be over the brim."""


class LoadError(InputError):
    """A load that cannot be made so."""


@dataclass(frozen=True, slots=True)
class Bottle:
    """A bottle: what it weighs empty, in kilograms, and what it holds to the brim, in millilitres. ``straight_cm`` is
    how high its straight part is, for the height of the fill line; None where it has none."""

    empty_kg: float
    holds_ml: float
    straight_cm: float | None = None

    def __post_init__(self) -> None:
        _check("empty_kg", self.empty_kg, 0, 5, "kg")
        _check("holds_ml", self.holds_ml, 50, MOST_ML, "ml")
        if self.straight_cm is not None:
            _check("straight_cm", self.straight_cm, 3, 60, "cm")

    @property
    def full_kg(self) -> float:
        """The most that it weighs."""
        return self.kg(self.holds_ml)

    def kg(self, ml: float) -> float:
        """What it weighs with so much water. Raises :class:`LoadError` for more than it holds."""
        if not 0 <= ml <= self.holds_ml + _SPILLS:
            raise LoadError(f"holds 0 to {self.holds_ml:g} ml, not {ml:g}", "ml")
        return self.empty_kg + ml * GRAMS_PER_ML / 1000

    def ml_for(self, kg: float) -> float:
        """How much water makes it weigh so much. Raises :class:`LoadError` for less than the bottle itself, or for
        more than it holds."""
        ml = (kg - self.empty_kg) * 1000 / GRAMS_PER_ML
        if ml < -_SPILLS:
            raise LoadError(f"the empty bottle weighs {self.empty_kg:g} kg, which is more than {kg:g} kg", "kg")
        if ml > self.holds_ml + _SPILLS:
            raise LoadError(f"full it weighs {self.full_kg:g} kg, which is less than {kg:g} kg", "kg")
        return min(self.holds_ml, max(0.0, ml))

    def line_cm(self, ml: float) -> float | None:
        """How high the water stands in a straight bottle, from the bottom; None where its shape is not known."""
        return None if self.straight_cm is None else self.straight_cm * ml / self.holds_ml


@dataclass(frozen=True, slots=True)
class Fill:
    """A bottle filled for a weight: millilitres in it, how many of them are to be added, and the height of the line."""

    kg: float
    ml: float
    add_ml: float
    line_cm: float | None


def fill(bottle: Bottle, kg: float, has_ml: float = 0.0) -> Fill:
    """How to make a bottle weigh so much that has ``has_ml`` in it; less than nothing to add is to be poured out.

    550 g in a bottle of 40 g: 510 ml.
    """
    bottle.kg(has_ml)
    ml = bottle.ml_for(kg)
    return Fill(kg, ml, ml - has_ml, bottle.line_cm(ml))


def _check(field: str, value: float, low: float, high: float, unit: str) -> None:
    if not low <= value <= high:
        raise LoadError(f"must be {low:g} to {high:g} {unit}, not {value:g}", field)
