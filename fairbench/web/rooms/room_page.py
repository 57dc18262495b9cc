"""A room in the words and figures of its page."""

from dataclasses import dataclass

from fairbench.core.body.reach_of import Reach
from fairbench.core.rooms.capacity import places
from fairbench.core.rooms.layout import Shape, most
from fairbench.core.rooms.room import Floor, Room

_FLOORS = {Floor.HARD: "hard floor", Floor.CARPET: "carpet", Floor.SPRUNG: "sprung floor"}


ARMS_OUT = Reach(0.5, 0.5, 0.95, 0.95)
"""The floor of somebody of 1.75 m who holds both arms out to the side."""


@dataclass(frozen=True, slots=True)
class Fact:
    """What there is of something in a room, and how many can use it at once, where not everybody can."""

    name: str
    words: str
    at_once: int | None = None


def size_words(room: Room) -> str:
    """``14 by 8 m, carpet``."""
    return f"{room.width:g} by {room.depth:g} m, {_FLOORS[room.floor]}"


def facts_of(room: Room) -> tuple[Fact, ...]:
    """What stands fixed in a room, as far as it is there."""
    at_once = places(room)
    found = [
        Fact("Floor", f"{_FLOORS[room.floor]}; {_lying_words(room)}"),
        _there(room.rail, "Rail", f"{room.rail:g} m at {room.rail_cm:g} cm, at the {room.rail_at} wall"),
        _there(room.worktop, "Worktop", f"{room.worktop:g} m at {room.worktop_cm:g} cm"),
        _there(room.smooth_wall, "Wall to slide on", f"{room.smooth_wall:g} m"),
        _there(room.rough_wall, "Rough wall", f"{room.rough_wall:g} m: it bears, nothing slides on it"),
        _there(room.door_frames, "Door frames", f"{room.door_frames}, at the {room.door_at} wall"),
        _there(room.anchors, "Band anchors", str(room.anchors)),
        _there(room.bars, "Bars overhead", str(room.bars)),
        _there(room.tables, "Tables", str(room.tables)),
        _there(room.corners, "Corners", str(room.corners)),
        _there(room.steps, "Steps", f"{room.steps}, {room.step_cm:g} cm high"),
        _there(room.stairs, "Stairs", str(room.stairs)),
        *(Fact("Chairs", f"{chair.count} {chair.words}") for chair in room.chairs),
        Fact("At the rail or worktop", "", at_once["rail"]),
        Fact("At the wall", "", at_once["wall"]),
        Fact("At a door frame or anchor", "", at_once["door-frame"]),
    ]
    return tuple(fact for fact in found if fact.words or fact.at_once)


def _there(number: float, name: str, words: str) -> Fact:
    """A fact of something that may not be there; without words where it is not."""
    return Fact(name, words if number else "")


def _lying_words(room: Room) -> str:
    if not room.floor_is_fit:
        return "nobody lies or kneels on it"
    return "lie on it with a mat" if room.needs_mats else "lie on it without a mat"


def lacking(room: Room) -> tuple[str, ...]:
    """What the room has not, that exercises ask for; the fit leaves those out here."""
    names = {
        "rail": "rail or worktop",
        "wall": "wall to stand at",
        "door-frame": "door frame or anchor",
        "table": "table",
        "bar": "bar overhead",
    }
    return tuple(names[prop] for prop, number in places(room).items() if not number)


def fit_words(room: Room) -> tuple[tuple[str, int], ...]:
    """How many fit in each shape, with both arms out to the side."""
    return tuple((shape.words, number) for shape in Shape if (number := most(room, shape, ARMS_OUT)))
