"""Masses and lengths as they are said, in either system; kept in kilograms and centimetres."""

import re
from enum import StrEnum

from .bottle import LoadError

KG_PER_LB = 0.45359237
"""Exact, by the international agreement on the pound."""
CM_PER_INCH = 2.54
"""Exact."""
APART = 0.25
"""What is offered as the same load may be so far apart, as a part of the lighter."""
_SAID = re.compile(r"(\d{1,4}(?:[.,]\d{1,4})?)\s*([a-z\"]*)\Z", re.IGNORECASE)
_MASS = {"": 1.0, "kg": 1.0, "g": 0.001, "lb": KG_PER_LB, "lbs": KG_PER_LB, "oz": KG_PER_LB / 16}
_LENGTH = {"": 1.0, "cm": 1.0, "mm": 0.1, "m": 100.0, "in": CM_PER_INCH, '"': CM_PER_INCH, "ft": 12 * CM_PER_INCH}


class Units(StrEnum):
    """What a practice reads its figures in."""

    METRIC = "metric"
    IMPERIAL = "imperial"


def read_mass(text: str, field: str = "mass") -> float:
    """Kilograms of ``1.5 kg``, ``500 g``, ``2 lb`` or ``8 oz``; a bare number is kilograms. Raises
    :class:`LoadError`."""
    return _read(text, _MASS, "1.5 kg, 500 g, 2 lb or 8 oz", field)


def read_length(text: str, field: str = "length") -> float:
    """Centimetres of ``90 cm``, ``1.2 m`` or ``35 in``; a bare number is centimetres. Raises :class:`LoadError`."""
    return _read(text, _LENGTH, "90 cm, 1.2 m or 35 in", field)


def _read(text: str, known: dict[str, float], how: str, field: str) -> float:
    said = _SAID.match(text.strip())
    unit = said.group(2).lower() if said else ""
    if said is None or unit not in known:
        raise LoadError(f"write it as {how}, not '{text.strip()[:20]}'", field)
    return float(said.group(1).replace(",", ".")) * known[unit]


def mass_words(kg: float, units: Units) -> str:
    """``1.5 kg``, ``500 g``, or ``3.3 lb``."""
    if units is Units.IMPERIAL:
        return f"{_short(kg / KG_PER_LB, 1)} lb"
    return f"{_short(kg, 2)} kg" if kg >= 1 else f"{_short(kg * 1000, 0)} g"


def length_words(cm: float, units: Units) -> str:
    """``90 cm`` or ``35.4 in``."""
    return f"{_short(cm / CM_PER_INCH, 1)} in" if units is Units.IMPERIAL else f"{_short(cm, 1)} cm"


def _short(value: float, places: int) -> str:
    return f"{value:.{places}f}".rstrip("0").rstrip(".") if places else f"{value:.0f}"


def far_apart(first_kg: float, second_kg: float) -> bool:
    """Whether two loads that are offered as equals are more than a quarter apart: a tin of 400 g for a weight of 1 kg
    is none."""
    lighter, heavier = sorted((first_kg, second_kg))
    return heavier > lighter * (1 + APART) + 1e-9
