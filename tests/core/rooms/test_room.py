"""Rooms, what stands in them, what is kept there, and one chair for each."""

import itertools

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.errors import InputError
from fairbench.core.rooms.capacity import places, rounds_of
from fairbench.core.rooms.room import Chair, Room, RoomError
from fairbench.core.rooms.seating import ChairNeed, seat
from fairbench.core.rooms.store import Stock, Store, StoreError, together

HALL = Room("Long hall", 12, 7, smooth_wall=5, rough_wall=4, rail=6, worktop=2, door_frames=2, anchors=1, tables=1)


@pytest.mark.parametrize(
    ("facts", "field"),
    [
        ({"width": 0}, "width"),
        ({"depth": -3}, "depth"),
        ({"door_frames": -1}, "door_frames"),
        ({"steps": 1.5}, "steps"),
        ({"rail": 40}, "rail"),
        ({"smooth_wall": 20, "rough_wall": 20}, "rough_wall"),
        ({"rail_cm": 10}, "rail_cm"),
        ({"name": " "}, "name"),
        ({"chairs": (Chair("plain", 4), Chair("plain", 2))}, "chairs"),
    ],
)
def test_a_room_that_cannot_be_is_refused_by_its_field(facts: dict, field: str) -> None:
    with pytest.raises(RoomError) as refused:
        Room(**{"name": "Long hall", "width": 12, "depth": 7, **facts})
    assert refused.value.place == field


def test_one_person_to_each_90_cm_of_rail_and_120_of_wall() -> None:
    assert places(HALL) == {"rail": 6 + 2, "wall": 7, "door-frame": 3, "table": 1, "bar": 0}
    assert places(Room("Small", 4, 4, rail=2.7, door_frames=0)) == {
        "rail": 3, "wall": 0, "door-frame": 0, "table": 0, "bar": 0,
    }  # fmt: skip


def test_nine_people_at_one_step_take_408_seconds() -> None:
    found = rounds_of(9, 1, 40)
    assert (found.rounds, found.seconds) == (9, 9 * 40 + 8 * 6)
    assert rounds_of(9, 3, 40).seconds == 3 * 40 + 2 * 6
    assert rounds_of(2, 3, 40).seconds == 40
    with pytest.raises(ValueError, match="nobody can be there"):
        rounds_of(3, 0, 40)


@pytest.mark.parametrize(
    ("line", "field"),
    [
        (("band", -1), "count"),
        (("band", 1.5), "count"),
        (("band", 3, "x" * 30), "size"),
        (("hand-weight", 3, "heavy", 60.0), "kg"),
    ],
)
def test_a_line_of_a_store_that_cannot_be_is_refused_by_its_field(line: tuple, field: str) -> None:
    with pytest.raises(StoreError) as refused:
        Stock(*line)
    assert refused.value.place == field


def test_a_store_has_each_prop_and_size_once_and_two_are_counted_together() -> None:
    bands = (Stock("band", 5, "light", free_cm=120), Stock("band", 4, "firm", newtons=40.0))
    hall = Store((*bands, Stock("stick", 9)))
    assert (hall.count("band"), hall.count("band", "light"), hall.count("mat")) == (9, 5, 0)
    assert hall.knows("stick")
    assert not hall.knows("mat")
    both = together((hall, Store((Stock("band", 2, "light", newtons=20.0),))))
    assert both.count("band", "light") == 7
    light = next(line for line in both.lines if line.size == "light")
    assert (light.free_cm, light.newtons) == (120, 20.0)
    with pytest.raises(InputError, match=r"lines\[1\]: stick is there twice"):
        Store((Stock("stick", 9), Stock("stick", 1)))
    weights = Store((Stock("hand-weight", 2, "heavy", 2.0), Stock("hand-weight", 8, "usual", 0.5)))
    assert [line.size for line in weights.sizes("hand-weight")] == ["usual", "heavy"]


ARMS, LOW, WHEELS = Chair("armchair", 1, arms=True), Chair("low", 2, seat_cm=40), Chair("desk", 3, wheels=True)


def test_who_needs_the_armchair_has_it_whoever_comes_first() -> None:
    room = Room("Small", 5, 5, chairs=(ARMS, LOW))
    found = seat([ChairNeed("ann"), ChairNeed("bo"), ChairNeed("cy", arms=True)], room)
    assert found.without == ()
    assert found.chair_of("cy") == ARMS
    assert {found.chair_of("ann"), found.chair_of("bo")} == {LOW}


def test_nobody_is_put_on_wheels_and_who_has_no_chair_is_named() -> None:
    found = seat([ChairNeed("ann"), ChairNeed("bo", lowest_cm=45)], Room("Small", 5, 5, chairs=(LOW, WHEELS)))
    assert [need.person for need in found.without] == ["bo"]
    assert ChairNeed("bo", lowest_cm=45).against(LOW) == "is 40 cm high, under 45 cm"
    assert ChairNeed("bo").against(WHEELS) == "has wheels"


KINDS = st.builds(
    Chair, st.just("x"), st.integers(0, 2), st.booleans(), st.sampled_from([40.0, 45.0, 50.0]), st.booleans()
)
NEEDS = st.builds(
    ChairNeed,
    st.just("x"),
    arms=st.booleans(),
    lowest_cm=st.sampled_from([None, 45.0]),
    highest_cm=st.sampled_from([None, 45.0]),
    still=st.booleans(),
)


@given(st.lists(KINDS, max_size=3), st.lists(NEEDS, max_size=5))
def test_as_many_sit_as_any_seating_allows(kinds: list[Chair], needs: list[ChairNeed]) -> None:
    chairs = tuple(Chair(str(n), k.count, k.arms, k.seat_cm, k.wheels) for n, k in enumerate(kinds))
    people = [ChairNeed(str(n), k.arms, k.no_arms, k.lowest_cm, k.highest_cm, k.still) for n, k in enumerate(needs)]
    found = seat(people, Room("Small", 5, 5, chairs=chairs))
    each = [chair for chair in chairs for _ in range(chair.count)]
    slots: list[Chair | None] = [*each, *([None] * len(people))]
    most = max(
        sum(chair is not None and need.suits(chair) for need, chair in zip(people, put, strict=True))
        for put in itertools.permutations(slots[: max(len(each), 0) + len(people)], len(people))
    ) if len(slots) <= 7 else None  # fmt: skip
    assert most is None or len(found.chairs) == most
    assert len(found.chairs) + len(found.without) == len(people)
    for who, chair in found.chairs:
        assert next(need for need in people if need.person == who).suits(chair)
    for chair in chairs:
        assert sum(sat == chair for _, sat in found.chairs) <= chair.count
