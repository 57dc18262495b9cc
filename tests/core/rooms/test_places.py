"""Where people stand: how many fit, who stands where, and that no other order is better."""

import itertools
from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fairbench.core.body.reach_of import Reach, reach_of, widest
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.people.chair import ChairFacts
from fairbench.core.people.conditions import Declared
from fairbench.core.people.person import Person
from fairbench.core.rooms.layout import EDGE, FRONT, Shape, Spot, check_fits, most, spots, too_near
from fairbench.core.rooms.room import Room, RoomError, WallSide
from fairbench.core.rooms.standing import Helper, Near, stand, touching, wishes_of
from fairbench.core.sides import Side
from tests.every import every

SHELF = load_shelf()
HALL = Room("Long hall", 12, 7, rail=6, rail_at=WallSide.LEFT, door_at=WallSide.RIGHT)
SMALL = Reach(0.5, 0.4, 0.5, 0.5)


def person(name: str, *conditions: str, side: Side | None = None) -> Person:
    return Person(name, name.title(), conditions=tuple(Declared(one, side) for one in conditions))


def test_rows_of_one_metre_with_30_cm_between() -> None:
    """11.6 m hold (11.6 + 0.3) / 1.3 = 9 across; 5.6 m hold (5.6 + 0.3) / 1.2 = 4 rows."""
    assert most(HALL, Shape.ROWS, SMALL) == 9 * 4
    assert most(Room("Box", 2, 2), Shape.ROWS, Reach(1, 1, 1, 1)) == 0


@given(st.floats(3, 20), st.floats(3, 20), st.sampled_from(list(Shape)), st.floats(0.3, 1.5), st.floats(0.3, 1.2))
def test_every_place_is_in_the_room_and_nobody_touches_anybody(
    width: float, depth: float, shape: Shape, wide: float, deep: float
) -> None:
    room, reach = Room("Any", width, depth, rail=min(width, depth)), Reach(deep / 2, deep / 2, wide / 2, wide / 2)
    found = spots(room, shape, reach)
    assert [spot.number for spot in found] == list(range(1, len(found) + 1))
    for spot in found:
        assert 0 <= spot.x <= width
        assert 0 <= spot.y <= depth
        if shape is Shape.ROWS:
            assert spot.y - reach.front >= FRONT - 0.01
            assert spot.x - reach.right >= EDGE - 0.01
    for one, other in itertools.combinations(found, 2):
        assert too_near(one, other, reach, reach) <= 0.002


def test_more_people_than_places_are_refused_with_the_number_that_fits() -> None:
    with pytest.raises(RoomError, match="Long hall holds 36 in rows, and there are 37"):
        check_fits(HALL, Shape.ROWS, SMALL, 37)
    check_fits(HALL, Shape.ROWS, SMALL, 36)


@every("exercise", list(SHELF), ids=lambda exercise: exercise.id)
def test_every_movement_takes_some_floor_and_no_more_than_a_person_can(exercise) -> None:
    for version in exercise.versions:
        reach = reach_of(version.movement)
        assert 0.15 < reach.left == reach.right < 2.6, version.id
        assert 0.3 < reach.deep < 4.2, version.id
        taller = reach_of(version.movement, 1.8)
        assert taller.left == pytest.approx(reach.left * 1.8 / 1.65, abs=0.002)


def test_a_stick_in_both_hands_reaches_further_than_the_hands() -> None:
    stick = SHELF.exercise("arm-sweep").version("with-stick").movement
    assert reach_of(stick).left >= 0.36 * 1.65
    assert widest([Reach(1, 0.2, 0.3, 0.3), Reach(0.2, 1, 0.9, 0.3)]) == Reach(1, 1, 0.9, 0.3)


def test_each_stands_where_their_reason_is() -> None:
    people = [
        person("ada", "low-vision"),
        person("bo", "fear-of-falling"),
        person("cy", "stroke", side=Side.LEFT),
        person("di", "breathless-lungs"),
        person("ed"),
    ]
    found = stand(people, HALL, spots(HALL, Shape.ROWS, Reach(0.9, 0.8, 0.9, 0.9)))
    ada, bo, cy, di = (found.spot_of(name) for name in ("ada", "bo", "cy", "di"))
    assert ada.y == min(one.spot.y for one in found.places)
    assert abs(ada.x - HALL.width / 2) < 2
    assert min(bo.x, HALL.width - bo.x, HALL.depth - bo.y) < 1.5
    assert cy.x > HALL.width / 2  # facing the front, their left is the instructor's right
    assert di.x > HALL.width / 2
    assert [wish.because for wish in found.places[3].wishes] == ["gets breathless: near the door"]


CONDITIONS = [
    (), ("low-vision",), ("falls",), ("oxygen",), ("low-vision", "falls"), ("hearing-loss", "dizziness"),
]  # fmt: skip
SPOTS = st.lists(st.tuples(st.floats(0, 12), st.floats(0, 7)), min_size=6, max_size=7)


@given(st.lists(st.sampled_from(CONDITIONS), min_size=1, max_size=5), SPOTS, st.booleans(), st.booleans())
@settings(max_examples=40)
def test_no_other_order_is_better(kinds, where, pin: bool, help_: bool) -> None:
    people = [person(f"p{number}", *kind) for number, kind in enumerate(kinds)]
    places = [Spot(number, x, y) for number, (x, y) in enumerate(where, 1)]
    pins = {"p0": 3} if pin else {}
    helper = Helper(6, frozenset({people[-1].id})) if help_ else None
    found = stand(people, HALL, places, pins, helper)
    if pin:
        assert found.spot_of("p0").number == 3
    taken = [one.spot.number for one in found.places]
    assert len(set(taken)) == len(people)
    assert not (help_ and 6 in taken)
    open_to = [spot for spot in places if not (help_ and spot.number == 6)]
    best = min(
        stand(people, HALL, places, {one.id: spot.number for one, spot in zip(people, order, strict=True)}, helper).cost
        for order in itertools.permutations(open_to, len(people))
        if not pin or order[0].number == 3
    )
    assert found.cost == pytest.approx(best, abs=1e-5)


@given(
    st.lists(st.sampled_from(CONDITIONS), min_size=6, max_size=6),
    st.lists(st.tuples(st.floats(0, 12), st.floats(0, 7)), min_size=6, max_size=6),
)
@settings(max_examples=6)
def test_no_other_order_of_six_is_better(kinds, where) -> None:
    people = [person(f"p{number}", *kind) for number, kind in enumerate(kinds)]
    places = [Spot(number, x, y) for number, (x, y) in enumerate(where, 1)]
    names = [one.id for one in people]
    every_order = itertools.permutations(range(1, 7))
    best = min(stand(people, HALL, places, dict(zip(names, order, strict=True))).cost for order in every_order)
    assert stand(people, HALL, places).cost == pytest.approx(best, abs=1e-5)


@pytest.mark.parametrize(
    ("pins", "why"),
    [({"zz": 1}, "nobody of this group"), ({"ada": 99}, "no place 99"), ({"ada": 1, "bo": 1}, "has ada on it")],
)
def test_a_pin_that_cannot_be_is_refused(pins: dict, why: str) -> None:
    places = spots(HALL, Shape.ARC, SMALL)
    with pytest.raises(RoomError, match=why):
        stand([person("ada"), person("bo")], HALL, places, pins)


def test_more_people_than_free_places_are_refused() -> None:
    with pytest.raises(RoomError, match="has 1 places like this, and there are 2 people"):
        stand([person("ada"), person("bo")], HALL, [Spot(1, 2, 2)])


def test_who_is_moved_too_near_is_told_with_how_far() -> None:
    places = [Spot(1, 2, 2), Spot(2, 2.8, 2), Spot(3, 6, 2)]
    found = stand([person("ada"), person("bo")], HALL, places, {"ada": 1, "bo": 2})
    assert touching(found, {"ada": SMALL, "bo": SMALL}) == (("ada", "bo", 0.2),)
    found = stand([person("ada"), person("bo")], HALL, places, {"ada": 1, "bo": 3})
    assert touching(found, {"ada": SMALL, "bo": SMALL}) == ()


def test_whose_chair_stands_against_the_wall_is_by_one() -> None:
    by_wall = replace(person("Dilwyn"), chair=ChairFacts(at_wall=True))
    (wish,) = wishes_of(by_wall)
    assert (wish.near, wish.because) == (Near.SUPPORT, "the chair stands against the wall: by a wall")


def test_the_strongest_reason_of_a_kind_counts_once() -> None:
    (wish,) = wishes_of(person("ada", "walking-aid", "falls"))
    assert (wish.near, wish.weight) == (Near.SUPPORT, 4.0)
