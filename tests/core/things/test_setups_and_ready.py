"""Set-ups and the order that has fewest; what to have ready, and what to carry."""

from dataclasses import replace
from itertools import pairwise

from hypothesis import given, settings
from hypothesis import strategies as st

from fairbench.core.exercises.aim import BlockKind
from fairbench.core.fit.packing import pack
from fairbench.core.people.person import Group
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.rooms.store import Stock, Store
from fairbench.core.things.ready import carry, ready_for, ready_for_all
from fairbench.core.things.setups import changes, changes_in, fewer_changes, set_ups_of
from tests.every import every

from .test_shortages import PEOPLE, ROW, SHELF, found_of, plan_of

BOTH, ONE = (("band", "feet"),), (("band", "hand-foot"),)


def test_both_arms_and_one_arm_in_turn_are_four_changes_and_sorted_two() -> None:
    assert changes([BOTH, ONE, BOTH, ONE]) == 4
    assert changes([BOTH, BOTH, ONE, ONE]) == 2
    assert changes([BOTH, (), BOTH]) == 1


def test_two_rigs_of_the_band_in_turn_are_put_together() -> None:
    plan = plan_of("band-row/band-round-feet", "band-pull-apart/at-chest", "band-curl/band-curl-both")
    assert changes_in(plan, SHELF) == 3
    found = fewer_changes(plan, SHELF, Group(PEOPLE))
    assert found is not None
    assert (found.before, found.after, found.words) == (3, 2, "2 set-ups instead of 3")
    assert sorted(item.id for item in found.plan.items()) == sorted(item.id for item in plan.items())


def test_where_nothing_is_saved_nothing_is_offered() -> None:
    assert fewer_changes(plan_of("band-row/band-round-feet", "heel-raise"), SHELF, Group(PEOPLE)) is None


EVERY = [f"{exercise.id}/{version.id}" for exercise in SHELF for version in exercise.versions]


@given(st.lists(st.sampled_from(EVERY), min_size=2, max_size=7, unique_by=lambda one: one.split("/")[0]))
@settings(max_examples=25)
def test_an_order_that_is_offered_saves_set_ups_and_costs_no_time(items: list[str]) -> None:
    plan, group = plan_of(*items), Group(PEOPLE)
    found = fewer_changes(plan, SHELF, group)
    if found is None:
        return
    before, after = (compile_timeline(one, group, SHELF) for one in (plan, found.plan))
    assert found.after == changes_in(found.plan, SHELF) < found.before == changes_in(plan, SHELF)
    assert after.total <= before.total
    assert after.changes_of_level() <= before.changes_of_level()
    assert {item.id for item in found.plan.items()} == {item.id for item in plan.items()}


@every("exercise", list(SHELF), ids=lambda exercise: exercise.id)
def test_every_band_says_how_it_is_rigged(exercise) -> None:
    for version in exercise.versions:
        for prop, rig in set_ups_of(version):
            assert rig or prop not in ("band", "band-loop"), version.id


def test_things_are_told_in_the_order_in_which_they_are_needed() -> None:
    found = found_of(
        plan_of("heel-raise", "arm-sweep/with-stick", "band-row/band-round-feet", "band-curl/band-curl-both")
    )
    listed = ready_for_all(found, SHELF)
    assert [one.prop.id for one in listed][:2] == ["stick", "band"]
    assert all(one.first_at <= other.first_at for one, other in pairwise(listed))
    assert listed[1].used_in == (SHELF.exercise("band-row").name, SHELF.exercise("band-curl").name)
    assert ready_for("ada", found, SHELF) == listed


def test_what_one_hand_takes_lies_on_the_side_that_begins() -> None:
    found = found_of(plan_of("band-curl/band-curl-one"))
    (band,) = ready_for("ada", found, SHELF)
    assert band.on_side == found.timeline.plan.lead.value
    assert ready_for("ada", found_of(ROW), SHELF)[0].on_side == ""


@every("item", EVERY, ids=lambda item: item)
def test_the_list_of_everybody_and_the_pack_list_name_the_same_things(item: str) -> None:
    found = found_of(plan_of(item), PEOPLE[:2])
    packed = {thing.prop.id for thing in pack(found, SHELF) if thing.prop.id != "chair" and not thing.prop.shared}
    assert {one.prop.id for one in ready_for_all(found, SHELF)} == packed


def test_what_is_carried_is_what_the_rooms_lack_and_serves_the_whole_day() -> None:
    row, sticks = found_of(ROW), found_of(plan_of("arm-sweep/with-stick"))
    hall, small = Store((Stock("band", 5),)), Store((Stock("band", 9), Stock("stick", 3)))
    carried = {(one.prop.id, one.size): one.count for one in carry([(row, hall), (sticks, small), (row, small)], SHELF)}
    assert carried == {("band", ""): 2, ("stick", ""): 4}
    assert carry([(row, Store((Stock("band", 7),)))], SHELF) == ()


def test_a_class_without_anything_has_nothing_ready() -> None:
    empty = replace(Plan("Empty", 20, (Block(BlockKind.WARM_UP, (Item("a", "neck-turn", "seated-tall"),)),)))
    assert ready_for_all(found_of(empty), SHELF) == ()
