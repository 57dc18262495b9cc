"""One place for many: how long the rounds take, and mends after which nobody waits."""

from hypothesis import given, settings
from hypothesis import strategies as st

from fairbench.core.exercises.aim import BlockKind
from fairbench.core.fit.in_room import conditions_in, shelf_in
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.person import Group, Person
from fairbench.core.plan.bracket_verbs import put_in_bracket
from fairbench.core.plan.brackets import BracketKind
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.rooms.room import Room
from fairbench.core.rooms.store import Stock, Store
from fairbench.core.things.need import count_of, needs_of
from fairbench.core.things.rounds import fixes_for_queue, queues_of
from fairbench.core.things.tried_fixes import Setting, look

SHELF = load_shelf()
PEOPLE = tuple(Person(f"p{number}", f"Person {number}") for number in range(9))


def setting_in(room: Room, people: tuple[Person, ...] = PEOPLE) -> Setting:
    store = Store(tuple(Stock(prop, 40) for prop in SHELF.props))
    return Setting(Group(people), shelf_in(SHELF, room), conditions_in(load_conditions(), room), store)


def plan_of(*items: str, length: int = 120) -> Plan:
    made = []
    for number, item in enumerate(items):
        exercise, _, version = item.partition("/")
        made.append(Item(f"i{number}", exercise, version or SHELF.exercise(exercise).base))
    return Plan("Test", length, (Block(BlockKind.STRENGTHEN, tuple(made)),))


def rail_of(metres: float) -> Room:
    return Room("Hall", 14, 8, smooth_wall=12, rail=metres, worktop=0)


def held_at_the_rail() -> str:
    return next(
        f"{exercise.id}/{version.id}"
        for exercise in SHELF
        for version in exercise.versions
        if version.props == ("rail",) and version.id == exercise.base
    )


def test_nine_at_a_rail_for_three_go_in_three_rounds() -> None:
    setting = setting_in(rail_of(2.7))
    found, _ = look(plan_of(held_at_the_rail()), setting)
    (queue,) = queues_of(found)
    work = found.timeline.items[0].work
    assert (queue.prop, queue.rounds.people, queue.rounds.at_once, queue.rounds.rounds) == ("rail", 9, 3, 3)
    assert queue.rounds.seconds == 3 * work + 2 * 6


def test_nobody_waits_where_the_rail_is_long_enough() -> None:
    found, _ = look(plan_of(held_at_the_rail()), setting_in(rail_of(8.1)))
    assert queues_of(found) == ()


def test_pairs_and_stations_halve_who_is_at_a_place_at_once() -> None:
    rail, other = held_at_the_rail(), "wall-push"
    plan = plan_of(rail, other)
    setting = setting_in(rail_of(4.5))
    assert len(queues_of(look(plan, setting)[0])) == 1
    paired = put_in_bracket(plan, "i0", "p", BracketKind.PAIRS, 1)
    assert queues_of(look(paired, setting)[0]) == ()
    stations = put_in_bracket(plan, "i0", "s", BracketKind.STATIONS, 2)
    found = look(stations, setting)[0]
    assert queues_of(found) == ()
    assert {found.turn(verdict) for verdict in found.of_item("i0")} == {1.0}


def test_at_stations_only_one_station_holds_its_things_at_a_time() -> None:
    plan = plan_of("band-row/band-round-feet", "sit-to-stand", "overhead-press")
    setting = setting_in(rail_of(0))
    before = count_of(needs_of(look(plan, setting)[0], setting.shelf))["band", ""]
    stations = put_in_bracket(plan, "i0", "s", BracketKind.STATIONS, 3)
    after = count_of(needs_of(look(stations, setting)[0], setting.shelf))["band", ""]
    assert (before, after) == (10, 4)


def test_a_mend_says_which_stations_and_how_long_and_nobody_works_less() -> None:
    plan = plan_of(held_at_the_rail(), "wall-push")
    setting = setting_in(rail_of(4.5))
    before = look(plan, setting)[0]
    (queue,) = queues_of(before)
    fixes = fixes_for_queue(plan, queue, setting)
    stations = next(fix for fix in fixes if fix.words.startswith("2 stations"))
    after = look(stations.plan, setting)[0]
    assert stations.verb == "bracket"
    assert dict(stations.fields)["seconds"]
    longest = max(time.work for time in before.timeline.items)
    assert all(time.work >= longest for time in after.timeline.items)
    assert [fix.seconds for fix in fixes] == sorted(fix.seconds for fix in fixes)


RAILED = [
    f"{exercise.id}/{version.id}" for exercise in SHELF for version in exercise.versions if "rail" in version.props
]


@settings(max_examples=25, deadline=None)
@given(
    st.lists(st.sampled_from(RAILED), min_size=1, max_size=2, unique_by=lambda one: one.split("/")[0]),
    st.lists(st.sampled_from(["wall-push", "sit-to-stand", "overhead-press", "bridge"]), max_size=3, unique=True),
    st.sampled_from([0.9, 1.8, 3.6]),
    st.integers(2, 9),
)
def test_after_a_mend_nobody_waits_there_and_nowhere_more(
    at_rail: list[str], others: list[str], metres: float, size: int
) -> None:
    plan, setting = plan_of(*at_rail, *others), setting_in(rail_of(metres), PEOPLE[:size])
    before = {queue.item: queue for queue in queues_of(look(plan, setting)[0])}
    for queue in before.values():
        for fix in fixes_for_queue(plan, queue, setting):
            found, _ = look(fix.plan, setting)
            now = {one.item: one.rounds.people for one in queues_of(found)}
            assert queue.item not in now, fix.words
            assert all(people <= before[item].rounds.people for item, people in now.items()), fix.words
            assert found.timeline.over <= max(0.0, look(plan, setting)[0].timeline.over)
