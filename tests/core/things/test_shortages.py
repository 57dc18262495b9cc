"""Need against stock: who holds what when, what is short and whom it hits, and mends that do what they say."""

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fairbench.core.dose.load import Band, Kilograms
from fairbench.core.errors import PlanError
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.fit.fit import fit
from fairbench.core.fit.packing import pack
from fairbench.core.fit.share import shares
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.conditions import Declared
from fairbench.core.people.person import Group, Person
from fairbench.core.plan.bracket_verbs import put_in_bracket
from fairbench.core.plan.brackets import BracketKind
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan, take_stand_in
from fairbench.core.rooms.store import Stock, Store
from fairbench.core.sides import Side
from fairbench.core.things.need import count_of, needs_of, peaks_of
from fairbench.core.things.ready import ready_for
from fairbench.core.things.shortage import gravest, shortages_of
from fairbench.core.things.stand_ins import stand_ins_of
from fairbench.core.things.tried_fixes import Setting, fixes_for, look
from tests.core.checks.asked import of_fit

SHELF = load_shelf()
CONDITIONS = load_conditions()
PEOPLE = tuple(Person(name.lower(), name) for name in ("Ada", "Bo", "Cy", "Di", "Ed", "Flo"))


def plan_of(*items: str, length: int = 60) -> Plan:
    made = []
    for number, item in enumerate(items):
        exercise, _, version = item.partition("/")
        made.append(Item(f"i{number}", exercise, version or SHELF.exercise(exercise).base))
    return Plan("Test", length, (Block(BlockKind.STRENGTHEN, tuple(made)),))


def found_of(plan: Plan, people: tuple[Person, ...] = PEOPLE):
    return fit(compile_timeline(plan, Group(people), SHELF), people, SHELF, CONDITIONS)


def setting(store: Store, people: tuple[Person, ...] = PEOPLE) -> Setting:
    return Setting(Group(people), SHELF, CONDITIONS, store)


ROW = plan_of("band-row/band-round-feet", "heel-raise")


def test_a_band_each_and_one_for_the_instructor() -> None:
    (peak,) = (peak for peak in peaks_of(needs_of(found_of(ROW), SHELF)) if peak.prop == "band")
    assert (peak.count, peak.item, len(peak.people)) == (7, "i0", 7)


def test_what_a_condition_moves_to_another_version_is_not_counted() -> None:
    """Whoever is taken off the band holds none."""
    sore = replace(PEOPLE[0], conditions=(Declared("shoulder-pain", Side.RIGHT, "marked"),))
    found = found_of(ROW, (sore, *PEOPLE[1:]))
    without = sum("band" not in (verdict.version or verdict.base).props for verdict in found.of_item("i0"))
    assert count_of(needs_of(found, SHELF))["band", ""] == 7 - without


def test_five_bands_for_six_people_and_the_instructor_are_two_too_few() -> None:
    (short,) = shortages_of(needs_of(found_of(ROW), SHELF), Store((Stock("band", 5), Stock("chair", 9))))
    assert (short.prop, short.needed, short.there, short.short) == ("band", 7, 5, 2)
    assert short.missing == ("", "flo")
    assert short.start == found_of(ROW).timeline.items[0].start


def test_enough_is_no_shortage_and_what_the_store_does_not_know_is_none() -> None:
    needs = needs_of(found_of(ROW), SHELF)
    assert shortages_of(needs, Store((Stock("band", 7),))) == ()
    (short,) = shortages_of(needs, Store((Stock("mat", 7),)))
    assert short.there == 0


def test_a_pair_shares_and_the_larger_half_counts() -> None:
    paired = put_in_bracket(ROW, "i0", "p", BracketKind.PAIRS, 1)
    assert count_of(needs_of(found_of(paired), SHELF))["band", ""] == 3 + 1
    five = PEOPLE[:5]
    assert count_of(needs_of(found_of(paired, five), SHELF))["band", ""] == 3 + 1


def test_two_weights_in_two_hands_are_two() -> None:
    version = next(
        (exercise.id, version.id)
        for exercise in SHELF
        for version in exercise.versions
        if any(item.prop == "hand-weight" and item.where == "hands" for item in version.movement.held)
    )
    needs = needs_of(found_of(plan_of("/".join(version))), SHELF)
    assert {need.count for need in needs if need.prop == "hand-weight"} == {2}


def with_load(plan: Plan, load: Band | Kilograms) -> Plan:
    (block,) = plan.blocks
    first = block.items[0]
    dose = replace(SHELF.exercise(first.exercise).version(first.version).dose, load=load)
    return replace(plan, blocks=(replace(block, items=(replace(first, dose=dose), *block.items[1:])),))


def test_a_size_that_is_asked_is_counted_by_itself() -> None:
    firm = with_load(ROW, Band("firm"))
    needs = needs_of(found_of(firm), SHELF)
    assert count_of(needs)["band", "firm"] == 7
    enough_of_all = Store((Stock("band", 4, "firm"), Stock("band", 9, "light")))
    (short,) = shortages_of(needs, enough_of_all)
    assert (short.size, short.there, short.short) == ("firm", 4, 3)


def test_a_weight_is_found_by_its_mass_whatever_it_is_called() -> None:
    plan = with_load(plan_of("weighted-curl/curl-half-kilo"), Kilograms(0.5))
    needs = needs_of(found_of(plan), SHELF)
    assert count_of(needs)["hand-weight", "0.5 kg"] == 14
    for size, kg in (("500 g", None), ("small", 0.5), ("0.5 KG", None)):
        assert shortages_of(needs, Store((Stock("hand-weight", 14, size, kg),))) == ()
    for size, kg in (("1 kg", None), ("small", None), ("heavy", 1.0)):
        (short,) = shortages_of(needs, Store((Stock("hand-weight", 14, size, kg),)))
        assert (short.there, short.needed) == (0, 14)


def test_the_gravest_of_each_prop_is_told_once_in_the_order_of_the_plan() -> None:
    plan = plan_of("stick-wrist-tilt" if "stick-wrist-tilt" in SHELF.exercises else "arm-sweep/with-stick", "band-row")
    found = found_of(plan)
    told = gravest(found, shortages_of(needs_of(found, SHELF), Store((Stock("chair", 1),))))
    assert len({(one.prop, one.size) for one in told}) == len(told)
    assert [one.start for one in told] == sorted(one.start for one in told)


def test_need_and_pack_list_agree_on_every_version_of_the_shelf() -> None:
    for exercise in SHELF:
        for version in exercise.versions:
            found = found_of(plan_of(f"{exercise.id}/{version.id}"), PEOPLE[:3])
            packed = {
                thing.prop.id: thing.count
                for thing in pack(found, SHELF)
                if thing.prop.id != "chair" and not thing.prop.shared
            }
            counted = {prop: 0 for prop, _ in count_of(needs_of(found, SHELF))}
            for (prop, _), number in count_of(needs_of(found, SHELF)).items():
                counted[prop] += number
            assert counted == packed, (exercise.id, version.id)


def test_a_shortage_of_bands_is_mended_by_pairs_another_version_or_another_exercise() -> None:
    world = setting(Store((Stock("band", 4), Stock("mat", 9))))
    found, (short,) = look(ROW, world)
    fixes = fixes_for(ROW, short, world)
    assert [fix.verb for fix in fixes] == ["bracket", "turns", "stand_in", "version"]
    assert fixes[0].words == "In pairs, taking turns"
    assert fixes[0].seconds > 60 > fixes[1].seconds
    for fix in fixes:
        after, left = look(fix.plan, world)
        assert left == ()
        assert after.timeline.total - found.timeline.total == fix.seconds


def test_a_stand_in_is_for_those_who_go_without_and_counts_for_no_store() -> None:
    short_store = Store((Stock("band", 5), Stock("chair", 9)))
    (short,) = shortages_of(needs_of(found_of(ROW), SHELF), short_store)
    fix = next(one for one in fixes_for(ROW, short, setting(short_store)) if one.verb == "stand_in")
    assert fix.words == "2 take tights or a long scarf instead (a light pull only)"
    assert fix.seconds == 0
    found = found_of(fix.plan)
    assert shortages_of(needs_of(found, SHELF), short_store) == ()
    assert [(one.people, one.what) for one in stand_ins_of(found, SHELF)] == [(("", "flo"), "tights or a long scarf")]
    assert next(thing for thing in pack(found, SHELF) if thing.prop.id == "band").count == 5
    (laid,) = ready_for("flo", found, SHELF)
    assert laid.words == "tights or a long scarf"
    (kept,) = ready_for("ada", found, SHELF)
    assert kept.words == "resistance band"
    assert take_stand_in(fix.plan, "i0", "band", 0) == ROW


def test_what_stands_in_and_weighs_otherwise_is_told() -> None:
    curl = next(v for v in SHELF.exercise("weighted-curl").versions if "hand-weight" in v.props)
    plan = with_load(plan_of(f"weighted-curl/{curl.id}"), Kilograms(1))
    (finding,) = of_fit(found_of(take_stand_in(plan, "i0", "hand-weight", 3)), "stand-in-weight")
    assert finding.title.endswith("400 g is not 1 kg")
    near = found_of(take_stand_in(with_load(plan, Kilograms(0.45)), "i0", "hand-weight", 3))
    assert of_fit(near, "stand-in-weight") == ()
    assert of_fit(found_of(plan), "stand-in-weight") == ()


@pytest.mark.parametrize("number", [-1, 61])
def test_so_many_cannot_take_a_stand_in(number: int) -> None:
    with pytest.raises(PlanError, match="for 1 to 60 people"):
        take_stand_in(ROW, "i0", "band", number)


def test_pairs_are_not_offered_where_even_they_are_too_many_or_the_class_would_be_late() -> None:
    world = setting(Store((Stock("band", 2),)))
    _, (short,) = look(ROW, world)
    assert "bracket" not in {fix.verb for fix in fixes_for(ROW, short, world)}
    tight = replace(ROW, length_min=int(compile_timeline(ROW, Group(PEOPLE), SHELF).total // 60) + 1)
    world = setting(Store((Stock("band", 4),)))
    _, (short,) = look(tight, world)
    assert "bracket" not in {fix.verb for fix in fixes_for(tight, short, world)}


EVERY = [(exercise.id, version.id) for exercise in SHELF for version in exercise.versions]
CONDITION_IDS = sorted(CONDITIONS.by_id)


@given(
    st.lists(st.sampled_from(EVERY), min_size=1, max_size=4, unique_by=lambda one: one[0]),
    st.lists(st.sampled_from(CONDITION_IDS), max_size=2),
    st.integers(0, 6),
)
@settings(max_examples=25)
def test_every_mend_removes_its_shortage_and_makes_no_other(items, declared: list[str], each: int) -> None:
    people = tuple(
        replace(person, conditions=tuple(Declared(one) for one in declared[number : number + 1]))
        for number, person in enumerate(PEOPLE[:4])
    )
    store = Store(tuple(Stock(prop, each) for prop in SHELF.props))
    world = setting(store, people)
    plan = plan_of(*("/".join(item) for item in items))
    before, short = look(plan, world)
    was = {(one.prop, one.size, one.item): one.short for one in short}
    for one in short[:2]:
        for fix in fixes_for(plan, one, world):
            after, left = look(fix.plan, world)
            now = {(two.prop, two.size, two.item): two.short for two in left}
            assert (one.prop, one.size, one.item) not in now
            assert all(number <= was.get(key, 0) for key, number in now.items())
            assert after.timeline.over <= max(0.0, before.timeline.over)
            item, changed = plan.item(one.item), fix.plan.item(one.item)
            ladder = SHELF.exercise(item.exercise)
            if changed.exercise == item.exercise:
                assert ladder.rung(changed.version) <= ladder.rung(item.version)
            else:
                other = SHELF.exercise(changed.exercise).version(changed.version)
                assert other.position.level is ladder.version(item.version).position.level
            lowest = min(share.part for share in shares(after, people))
            assert lowest >= min(share.part for share in shares(before, people)) - 1e-9


@pytest.mark.parametrize("count", [0, 3, 6])
def test_missing_are_exactly_as_many_as_lack(count: int) -> None:
    (short,) = shortages_of(needs_of(found_of(ROW), SHELF), Store((Stock("band", count),)))
    assert len(short.missing) == short.short == 7 - count
