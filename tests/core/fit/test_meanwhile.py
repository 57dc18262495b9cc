"""What those do who leave an optional item to the others."""

from dataclasses import replace

import pytest

from fairbench.core.errors import PlanError
from fairbench.core.exercises.successors import Successor
from fairbench.core.fit.fit import fit_item
from fairbench.core.fit.meanwhile import OTHERS_OFFERED, as_item, meanwhile_choices, meanwhile_of
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.plan_doc import read_plan, write_plan
from fairbench.core.people.conditions import Declared
from fairbench.core.people.person import Person
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan, take_version
from fairbench.core.plan.readable import readable
from fairbench.core.positions import Level
from fairbench.core.sides import Side
from tests.every import every

from .everything import every_item

SHELF = load_shelf()
CONDITIONS = load_conditions()
ITEMS = every_item(SHELF)
PLANK = Item("i", "plank", "plank-hands-toes", optional=True, meanwhile="plank/plank-wall")


def plan_of(item: Item) -> Plan:
    return Plan("P", 45, (Block(SHELF.exercise(item.exercise).block, (item,)),))


@every("time", ITEMS, ids=lambda time: f"{time.exercise.id}/{time.version.id}")
def test_what_is_offered_can_be_done_where_one_is(time) -> None:
    offered = list(meanwhile_choices(time, SHELF))
    assert OTHERS_OFFERED <= len(offered) == len(set(offered))
    assert (time.exercise, time.version) not in offered
    if time.version.position.level is not Level.FLOOR:
        others = [version for exercise, version in offered if exercise is not time.exercise]
        assert all(version.position.level is not Level.FLOOR for version in others)
    for exercise, version in offered:
        item = replace(time.item, meanwhile=f"{exercise.id}/{version.id}")
        assert meanwhile_of(item, SHELF) == (exercise, version)


def test_it_is_fitted_to_each_person_as_if_it_were_planned() -> None:
    time = next(time for time in ITEMS if time.version.id == "plank-hands-toes")
    instead = as_item(time, SHELF.exercise("push-up"), SHELF.exercise("push-up").version("on-knees"))
    wrist = Person("w", "Wren", conditions=(Declared("wrist-pain", Side.LEFT),))
    verdict = fit_item(wrist, instead, SHELF, CONDITIONS, frozenset({"plank"}))
    assert verdict.version is not None
    assert verdict.version.id in ("at-wall", "at-worktop")


def test_it_goes_into_the_file_and_comes_back() -> None:
    plan = plan_of(replace(PLANK, meanwhile="tall-sitting/leaning-back"))
    assert read_plan(write_plan(plan), SHELF) == plan
    assert plan.exercises() == {"plank", "tall-sitting"}


def test_what_nobody_knows_is_an_error_of_the_file_with_its_place() -> None:
    with pytest.raises(PlanError, match=r"blocks\[0\]\.items\[0\]\.meanwhile"):
        read_plan(write_plan(plan_of(replace(PLANK, meanwhile="plank/on-the-ceiling"))), SHELF)


def test_what_was_retired_has_its_successor_and_what_is_gone_is_told() -> None:
    after = {("old-thing", "v"): Successor("bridge", "full-bridge", "Old thing")}
    found = readable(plan_of(replace(PLANK, meanwhile="old-thing/v")), SHELF, after)
    assert ([item.meanwhile for item in found.plan.items()], found.told) == (["bridge/full-bridge"], ())
    lost = readable(plan_of(replace(PLANK, meanwhile="gone/v")), SHELF, after)
    assert [item.meanwhile for item in lost.plan.items()] == [""]
    assert lost.told == ("“gone, v”, to be done meanwhile, is not known here and is left out.",)


def test_taking_the_version_that_was_done_meanwhile_leaves_nothing_to_do_meanwhile() -> None:
    base = SHELF.exercise("plank").versions[0].id
    plan = plan_of(replace(PLANK, meanwhile=f"plank/{base}"))
    assert take_version(plan, "i", base, SHELF).item("i").meanwhile == ""
