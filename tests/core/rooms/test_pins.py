"""Pins that find their place again, and as much room for each as there is."""

from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.body.reach_of import Reach
from fairbench.core.rooms.layout import Shape, Spot, roomiest, spots
from fairbench.core.rooms.room import Room
from fairbench.core.rooms.standing import nearest_spots

PLACES = (Spot(1, 1.0, 1.0), Spot(2, 3.0, 1.0), Spot(3, 5.0, 1.0))


def test_a_pin_goes_to_the_nearest_place_and_two_never_to_one() -> None:
    assert nearest_spots({"a": (1.2, 1.1)}, PLACES) == {"a": 1}
    both = nearest_spots({"a": (1.2, 1.1), "b": (0.9, 1.0)}, PLACES)
    assert sorted(both.values()) == [1, 2]
    assert nearest_spots({}, PLACES) == {}
    assert nearest_spots({"a": (0.0, 0.0)}, ()) == {}


@given(st.dictionaries(st.sampled_from("abcdef"), st.tuples(st.floats(-1, 9), st.floats(-1, 9)), max_size=6))
def test_whatever_the_pins_places_are_distinct(pins: dict[str, tuple[float, float]]) -> None:
    found = nearest_spots(pins, PLACES)
    assert len(set(found.values())) == len(found) == min(len(pins), len(PLACES))


def test_where_all_fit_with_all_of_their_reach_they_have_it() -> None:
    room, wide = Room("Hall", 14, 8), Reach(0.5, 0.5, 0.9, 0.9)
    assert roomiest(room, Shape.ROWS, wide, 6) == spots(room, Shape.ROWS, wide)


@given(st.integers(1, 40), st.sampled_from(list(Shape)), st.floats(0.3, 1.5))
def test_closer_than_that_they_are_all_placed_as_long_as_the_room_holds_them(
    people: int, shape: Shape, aside: float
) -> None:
    room, wide = Room("Hall", 9, 7, rail=5), Reach(0.6, 0.6, aside, aside)
    found = roomiest(room, shape, wide, people)
    if len(spots(room, shape, Reach())) >= people:
        assert len(found) >= people
    else:
        assert found == spots(room, shape, Reach())
