"""A bottle as a weight: exact figures, and what cannot be."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.loads.bottle import Bottle, LoadError, fill

SMALL = Bottle(0.04, 1000, straight_cm=20)


def test_550_grams_are_510_millilitres_in_a_bottle_of_40() -> None:
    made = fill(SMALL, 0.55)
    assert made.ml == pytest.approx(510)
    assert made.line_cm == pytest.approx(10.2)
    assert fill(SMALL, 0.55, has_ml=300).add_ml == pytest.approx(210)
    assert fill(SMALL, 0.55, has_ml=1000).add_ml == pytest.approx(-490)
    assert SMALL.kg(510) == pytest.approx(0.55)
    assert SMALL.full_kg == pytest.approx(1.04)


def test_a_bottle_of_no_known_shape_has_no_line() -> None:
    assert fill(Bottle(0.02, 500), 0.3).line_cm is None


@pytest.mark.parametrize(
    ("kg", "why"), [(1.2, "full it weighs 1.04 kg, which is less than 1.2"), (0.03, "empty bottle weighs 0.04 kg")]
)
def test_more_than_it_holds_and_less_than_it_weighs_are_refused(kg: float, why: str) -> None:
    with pytest.raises(LoadError, match=why):
        fill(SMALL, kg)


@pytest.mark.parametrize(
    ("made", "field"),
    [((-0.1, 500, None), "empty_kg"), ((0.04, 10, None), "holds_ml"), ((0.04, 500, 1), "straight_cm")],
)
def test_a_bottle_that_cannot_be_is_refused_by_its_field(made: tuple, field: str) -> None:
    with pytest.raises(LoadError) as refused:
        Bottle(*made)
    assert refused.value.place == field


def test_what_is_in_it_already_is_no_more_than_it_holds() -> None:
    with pytest.raises(LoadError, match="holds 0 to 1000 ml, not 1200"):
        fill(SMALL, 0.5, has_ml=1200)


@given(st.floats(0, 0.2), st.floats(100, 2000), st.floats(0, 1))
def test_what_is_filled_weighs_what_was_wanted(empty: float, holds: float, part: float) -> None:
    bottle = Bottle(empty, holds)
    wanted = empty + part * holds / 1000
    assert bottle.kg(fill(bottle, wanted).ml) == pytest.approx(wanted)
