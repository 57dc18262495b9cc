"""The dose that an item is put on a plan with: by the aim, the group, and the time left."""

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fairbench.core.people.person import Group, Person
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.dose_that_fits import dose_that_fits
from fairbench.core.plan.plan import Plan
from fairbench.core.plan.purpose import Purpose
from fairbench.core.plan.to_the_time import shorten_item
from tests.core.checks.written import plan_of
from tests.core.strategies import SHELF

ROWS = plan_of("strengthen: band-row sets=3; stretch: calf-stretch hold=30")


def sets_of(plan: Plan) -> int:
    item = plan.item("i0")
    return (item.dose or SHELF.exercise(item.exercise).version(item.version).dose).sets


def test_with_time_and_nobody_new_the_dose_is_the_usual_one() -> None:
    found = dose_that_fits(replace(ROWS, length_min=45), "i0", Group(), SHELF)
    assert found.plan == replace(ROWS, length_min=45)
    assert found.because == ()


@pytest.mark.parametrize(("new", "sets"), [(2, 3), (3, 1), (4, 1)])
def test_where_most_are_new_it_is_one_set(new: int, sets: int) -> None:
    group = Group(tuple(Person(str(n), f"P{n}", known=frozenset(() if n < new else ("band-row",))) for n in range(4)))
    found = dose_that_fits(ROWS, "i0", group, SHELF)
    assert sets_of(found.plan) == sets
    assert found.because == ((f"one set, as {new} of 4 have not done it yet",) if sets == 1 else ())


def test_what_the_class_is_not_for_gets_one_set() -> None:
    found = dose_that_fits(replace(ROWS, purpose=Purpose.STRETCH), "i0", Group(), SHELF)
    assert sets_of(found.plan) == 1
    assert found.because == ("one set, as strength is not what this class is for",)


def test_the_time_left_shortens_it_by_the_least_that_is_enough() -> None:
    total = compile_timeline(ROWS, Group(), SHELF).total
    plan = replace(ROWS, length_min=int((total - 10) // 60))
    found = dose_that_fits(plan, "i0", Group(), SHELF)
    assert found.because == ("shorter than usual, so that the class ends in time",)
    assert compile_timeline(found.plan, Group(), SHELF).total <= plan.length_min * 60
    assert found.plan.item("i1") == plan.item("i1")


def test_what_cannot_be_made_short_enough_stays_as_it_is_usually_done() -> None:
    plan = plan_of("strengthen: band-row sets=3, ring-press sets=4, sit-to-stand sets=4", length_min=5)
    assert shorten_item(plan, "i0", Group(), SHELF, 1) is None
    assert dose_that_fits(plan, "i0", Group(), SHELF).plan == plan


@given(
    st.sampled_from([(e.id, v.id) for e in SHELF.exercises.values() for v in e.versions]),
    st.integers(5, 20),
    st.sampled_from(list(Purpose)),
)
@settings(max_examples=80, deadline=None)
def test_over_the_whole_shelf_nothing_becomes_longer_and_every_dose_is_one_that_can_be_done(
    which: tuple[str, str], minutes: int, purpose: Purpose
) -> None:
    plan = replace(plan_of(f"strengthen: {which[0]}/{which[1]}"), length_min=minutes, purpose=purpose)
    found = dose_that_fits(plan, "i0", Group((Person("a", "A", known=frozenset()),)), SHELF)
    before, after = (compile_timeline(one, Group(), SHELF).items[0].dose for one in (plan, found.plan))
    assert after.time.total <= before.time.total
    assert after.sets <= before.sets
    SHELF.exercise(which[0]).version(which[1]).check_sides(after.sides)
    assert (found.plan == plan) is (found.because == ())
