"""Two places to rest, for whoever it is and wherever they are, within what is known of them. That everybody has two
wherever the fit puts them is held in :mod:`.test_one_place`."""

import pytest

from fairbench.core.fit.fit import fit_item
from fairbench.core.fit.rest_places import rest_otherwise, rest_places
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.conditions import Declared
from fairbench.core.people.person import Person
from fairbench.core.plan.rest_places import PLACES, rest_words, usual_places
from fairbench.core.positions import Position
from fairbench.core.sides import Side

from .everything import every_item

SHELF = load_shelf()
CONDITIONS = load_conditions()
ITEMS = every_item(SHELF)
BY_VERSION = {time.version.id: time for time in ITEMS}


@pytest.mark.parametrize("position", list(Position))
def test_without_cautions_they_are_the_first_two_of_the_position(position) -> None:
    version = next(time.version for time in ITEMS if time.version.position is position)
    assert rest_places(version, (), SHELF, CONDITIONS) == usual_places(position) == PLACES[position][:2]


def places(version: str, *declared: Declared) -> str:
    return rest_words(rest_places(BY_VERSION[version].version, declared, SHELF, CONDITIONS))


def test_the_two_of_all_fours_spare_a_knee_that_bears_no_weight() -> None:
    assert places("push-block") == "Sit on the floor, legs long; or lie on your side, knees bent."
    assert places("on-knees") == "Sit half way back towards your heels; or lie on your side, knees bent."
    assert places("on-knees", Declared("knee-arthritis", Side.LEFT)) == (
        "Lie on your side, knees bent; or lie on your back, knees bent."
    )


def test_who_cannot_lie_flat_has_the_head_raised_where_that_is_enough() -> None:
    assert places("full-bridge", Declared("heart-failure")) == (
        "Lie on your side, knees bent; or lie on your back, knees bent, head and shoulders raised on two cushions."
    )


def test_who_rests_elsewhere_is_named_and_rests_near_to_what_they_do() -> None:
    time = BY_VERSION["on-knees"]
    wren, abel = Person("w", "Wren"), Person("a", "Abel", conditions=(Declared("knee-arthritis", Side.LEFT),))
    found = [fit_item(person, time, SHELF, CONDITIONS, frozenset({"push-up"})) for person in (wren, abel)]
    assert found[1].version is not None
    said = rest_otherwise(time.version.position, found, SHELF, CONDITIONS)
    assert [(one.person, one.name) for one in said] == [("a", "Abel")]
    assert said[0].words == rest_words(rest_places(found[1].version, abel.conditions, SHELF, CONDITIONS))
