"""Masses and lengths in any unit."""

import pytest

from fairbench.core.loads.bottle import LoadError
from fairbench.core.loads.units import Units, far_apart, length_words, mass_words, read_length, read_mass


@pytest.mark.parametrize(
    ("said", "kg"), [("1.5 kg", 1.5), ("500g", 0.5), ("1,5", 1.5), ("2 lb", 0.90718474), ("8 oz", 0.22679618)]
)
def test_a_mass_is_kept_in_kilograms(said: str, kg: float) -> None:
    assert read_mass(said) == pytest.approx(kg)


@pytest.mark.parametrize(
    ("said", "cm"), [("90 cm", 90), ("1.2 m", 120), ("35 in", 88.9), ('10"', 25.4), ("4 ft", 121.92)]
)
def test_a_length_is_kept_in_centimetres(said: str, cm: float) -> None:
    assert read_length(said) == pytest.approx(cm)


@pytest.mark.parametrize("said", ["", "heavy", "-1 kg", "1 stone", "1 kg 2", "1e3"])
def test_what_is_no_mass_is_refused_by_its_field(said: str) -> None:
    with pytest.raises(LoadError, match=r"write it as 1\.5 kg") as refused:
        read_mass(said, "weight")
    assert refused.value.place == "weight"


def test_they_are_shown_in_the_units_of_the_practice() -> None:
    assert mass_words(0.5, Units.METRIC) == "500 g"
    assert mass_words(1.5, Units.METRIC) == "1.5 kg"
    assert mass_words(1.5, Units.IMPERIAL) == "3.3 lb"
    assert length_words(90, Units.METRIC) == "90 cm"
    assert length_words(90, Units.IMPERIAL) == "35.4 in"


def test_over_a_quarter_apart_are_no_equals() -> None:
    assert not far_apart(0.4, 0.5)
    assert far_apart(0.4, 0.51)
    assert far_apart(1, 0.4)
