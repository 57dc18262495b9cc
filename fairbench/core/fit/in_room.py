"""A room as the fit takes it: what it lacks rules versions out for everybody, like any caution, and what it has few of
is gone to in turns."""

from collections.abc import Iterator
from dataclasses import replace

from ..exercises.shelf import Shelf
from ..kept import kept
from ..people.conditions import Condition, Conditions, Declared
from ..people.rules import USES, Effect, Rule, Term
from ..rooms.capacity import places
from ..rooms.room import Room

ROOM = "room"
_KIND = "the room"
_LACKS = {
    "rail": "There is no rail or worktop here.",
    "wall": "There is no wall here that one can stand at.",
    "door-frame": "There is no door frame or anchor here.",
    "table": "There is no table here.",
    "bar": "There is no bar or beam overhead here.",
}


@kept(64)
def conditions_in(conditions: Conditions, room: Room) -> Conditions:
    """The conditions with the room as one that holds for everybody; a room that has everything has no rules."""
    rules = tuple(
        Rule(ROOM, number, Effect.AVOID, (Term(fact, True, 0.0),), because, _KIND)
        for number, (fact, because) in enumerate(_lacking(room), 1)
    )
    stands = Condition(ROOM, room.name, _KIND, False, (), (), rules)
    return replace(conditions, by_id={**conditions.by_id, ROOM: stands}, always=(Declared(ROOM),))


@kept(64)
def shelf_in(shelf: Shelf, room: Room) -> Shelf:
    """The shelf with as many places at each fixed thing as the room has."""
    there = places(room)
    props = {
        prop.id: replace(prop, places=there[prop.id]) if there.get(prop.id) else prop for prop in shelf.props.values()
    }
    return replace(shelf, props=props)


def _lacking(room: Room) -> Iterator[tuple[str, str]]:
    """What cannot be done here, as the fact that is tested and the reason."""
    for prop, number in places(room).items():
        if not number:
            yield f"{USES}{prop}", _LACKS[prop]
    if room.rough_wall and not room.smooth_wall:
        yield "slides_on_wall", "The wall here is too rough to slide on."
    if not room.floor_is_fit:
        yield "floor", "Nobody can lie or kneel on the floor here."
