"""Who stands where: an optimal assignment of people to places, each wish with its reason; and chosen places when the
floor has other ones now."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from enum import StrEnum
from math import dist

from scipy.optimize import linear_sum_assignment

from ..body.reach_of import Reach
from ..people.person import Person
from ..sides import First, Side
from .layout import Spot, metres_between, too_near
from .room import Room, RoomError, WallSide

Point = tuple[float, float]


class Near(StrEnum):
    """What somebody is best near to."""

    INSTRUCTOR = "instructor"
    SUPPORT = "support"
    DOOR = "door"
    WALL_ON_LEFT = "wall on the left"
    WALL_ON_RIGHT = "wall on the right"


@dataclass(frozen=True, slots=True)
class Wish:
    """What somebody is best near to, why, and what a metre further away weighs against the wishes of others."""

    near: Near
    because: str
    weight: float = 1.0


_BY_CONDITION: Mapping[str, Wish] = {
    "low-vision": Wish(Near.INSTRUCTOR, "sees little: near you", 3.0),
    "hearing-loss": Wish(Near.INSTRUCTOR, "hears little: near you", 3.0),
    "memory-loss": Wish(Near.INSTRUCTOR, "forgets what comes next: near you", 2.0),
    "falls": Wish(Near.SUPPORT, "has fallen: by the rail or a wall", 4.0),
    "near-falls": Wish(Near.SUPPORT, "nearly fell: by the rail or a wall", 3.0),
    "fear-of-falling": Wish(Near.SUPPORT, "is afraid of falling: by the rail or a wall", 3.0),
    "freezing": Wish(Near.SUPPORT, "freezes: by the rail or a wall", 3.0),
    "dizziness": Wish(Near.SUPPORT, "is dizzy at times: by the rail or a wall", 3.0),
    "faint-on-standing": Wish(Near.SUPPORT, "may faint: by the rail or a wall", 3.0),
    "walking-aid": Wish(Near.SUPPORT, "walks with an aid: by the rail or a wall", 2.0),
    "breathless-lungs": Wish(Near.DOOR, "gets breathless: near the door", 2.0),
    "oxygen": Wish(Near.DOOR, "has oxygen along: near the door", 2.0),
    "heart-failure": Wish(Near.DOOR, "gets breathless: near the door", 1.5),
    "angina": Wish(Near.DOOR, "may have to stop: near the door", 1.5),
    "wheelchair": Wish(Near.DOOR, "comes in a wheelchair: near the door", 2.0),
}
"""By condition; the weights are our own order of what goes before what."""
_SIDED = frozenset({"stroke", "knee-locks", "drifts", "leg-loss"})
"""Whose side may give way: that side toward a wall, where a hand finds something."""
_SIDE_WEIGHT = 2.0
_ASSISTANT_WEIGHT = 4.0


_CHAIR_AT_WALL = Wish(Near.SUPPORT, "the chair stands against the wall: by a wall", 3.0)


def wishes_of(person: Person) -> tuple[Wish, ...]:
    """What a person is best near to, by their conditions, their weaker side and their chair."""
    found: dict[Near, Wish] = {}
    for declared in person.conditions:
        wish = _BY_CONDITION.get(declared.condition)
        if wish is not None and (wish.near not in found or found[wish.near].weight < wish.weight):
            found[wish.near] = wish
        if declared.condition in _SIDED and declared.side is not None:
            found.setdefault(_wall_on(declared.side), _side_wish(declared.side))
    if person.chair.at_wall:
        found.setdefault(Near.SUPPORT, _CHAIR_AT_WALL)
    weaker = person.own_side(First.WEAKER, "")
    if weaker is not None and not {Near.WALL_ON_LEFT, Near.WALL_ON_RIGHT} & found.keys():
        found[_wall_on(weaker)] = _side_wish(weaker)
    return tuple(found.values())


def _wall_on(side: Side) -> Near:
    return Near.WALL_ON_LEFT if side is Side.LEFT else Near.WALL_ON_RIGHT


def _side_wish(side: Side) -> Wish:
    return Wish(_wall_on(side), f"the {side} side is the weaker: that side to the wall", _SIDE_WEIGHT)


@dataclass(frozen=True, slots=True)
class Stands:
    """Somebody's place, and the wishes that led there."""

    person: str
    spot: Spot
    wishes: tuple[Wish, ...]
    pinned: bool = False


@dataclass(frozen=True, slots=True)
class Standing:
    """Everybody's place; ``cost`` is what all wishes together are short of, in weighted metres: no other order of these
    people on these places has less. ``assistant`` is where the helper stands."""

    places: tuple[Stands, ...]
    cost: float
    assistant: Spot | None = None

    def spot_of(self, person: str) -> Spot:
        """The place of a person by id."""
        return next(one.spot for one in self.places if one.person == person)


@dataclass(frozen=True, slots=True)
class Helper:
    """An assistant, and the ids of those who need one beside them."""

    spot: int
    beside: frozenset[str] = field(default_factory=frozenset)


def stand(
    people: Sequence[Person],
    room: Room,
    places: Sequence[Spot],
    pins: Mapping[str, int] | None = None,
    helper: Helper | None = None,
) -> Standing:
    """The best places for everybody, by the Hungarian method: exact. ``pins`` are places by person that stay; the
    helper's place is nobody else's. Raises :class:`RoomError` for more people than places, or two on one."""
    pinned = dict(pins or {})
    by_number = {spot.number: spot for spot in places}
    _check_pins(pinned, by_number, people, helper)
    beside = by_number[helper.spot] if helper else None
    free = [spot for spot in places if spot.number not in pinned.values() and spot is not beside]
    moving = [person.id for person in people if person.id not in pinned]
    if len(moving) > len(free):
        fit = len(places) - (1 if helper else 0)
        raise RoomError(f"{room.name} has {fit} places like this, and there are {len(people)} people", "people")
    wishes = {person.id: _with_helper(person, helper) for person in people}
    found = {who: by_number[number] for who, number in pinned.items()}
    found |= _assigned(moving, free, lambda who, spot: _cost(wishes[who], spot, room, beside))
    total = sum(_cost(wishes[who], spot, room, beside) for who, spot in found.items())
    stands = tuple(Stands(one.id, found[one.id], wishes[one.id], one.id in pinned) for one in people)
    return Standing(stands, round(total, 6), beside)


def _assigned(people: Sequence[str], places: Sequence[Spot], cost: Callable[[str, Spot], float]) -> dict[str, Spot]:
    """A place for everybody, no two the same, so that all costs together are the least; of more people than places, for
    those whom it costs least."""
    if not people or not places:
        return {}
    rows, columns = linear_sum_assignment([[cost(who, spot) for spot in places] for who in people])
    return {people[row]: places[column] for row, column in zip(rows, columns, strict=True)}


def _check_pins(
    pins: Mapping[str, int], places: Mapping[int, Spot], people: Sequence[Person], helper: Helper | None
) -> None:
    known = {person.id for person in people}
    if helper is not None and helper.spot not in places:
        raise RoomError(f"there is no place {helper.spot}; they go from 1 to {len(places)}", "helper")
    seen: dict[int, str] = {helper.spot: "the assistant"} if helper else {}
    for who, number in pins.items():
        if who not in known:
            raise RoomError("is nobody of this group", f"pins.{who}")
        if number not in places:
            raise RoomError(f"there is no place {number}; they go from 1 to {len(places)}", f"pins.{who}")
        if number in seen:
            raise RoomError(f"place {number} has {seen[number]} on it", f"pins.{who}")
        seen[number] = who


def _with_helper(person: Person, helper: Helper | None) -> tuple[Wish, ...]:
    return wishes_of(person) if helper is None or person.id not in helper.beside else (*wishes_of(person), _BESIDE)


_BESIDE = Wish(Near.INSTRUCTOR, "needs somebody beside them: next to the assistant", _ASSISTANT_WEIGHT)


def _cost(wishes: Sequence[Wish], spot: Spot, room: Room, helper: Spot | None) -> float:
    """Weighted metres by which a place misses the wishes; for the rest, a little for how far it is from the instructor,
    so that nobody stands apart without a reason."""
    total = 0.01 * _away(Near.INSTRUCTOR, spot, room)
    for wish in wishes:
        if wish is _BESIDE and helper is not None:
            total += wish.weight * metres_between(spot, helper)
        else:
            total += wish.weight * _away(wish.near, spot, room)
    return total


def _away(near: Near, spot: Spot, room: Room) -> float:
    """Metres from a place to what somebody is best near to. People face the front: their left is the room's right as
    the instructor sees it."""
    if near is Near.INSTRUCTOR:
        return dist((spot.x, spot.y), (room.width / 2, 0.0))
    if near is Near.DOOR:
        return dist((spot.x, spot.y), _middle(room, room.door_at))
    if near is Near.WALL_ON_LEFT:
        return room.width - spot.x
    if near is Near.WALL_ON_RIGHT:
        return spot.x
    walls = [spot.x, room.width - spot.x, room.depth - spot.y]
    if room.rail:
        walls.append(dist((spot.x, spot.y), _middle(room, room.rail_at)))
    return min(walls)


def _middle(room: Room, wall: WallSide) -> tuple[float, float]:
    return {
        WallSide.FRONT: (room.width / 2, 0.0),
        WallSide.BACK: (room.width / 2, room.depth),
        WallSide.LEFT: (0.0, room.depth / 2),
        WallSide.RIGHT: (room.width, room.depth / 2),
    }[wall]


def touching(standing: Standing, reaches: Mapping[str, Reach]) -> tuple[tuple[str, str, float], ...]:
    """Every two people who can touch each other where they stand, and by how many metres."""
    found = []
    for number, one in enumerate(standing.places):
        for other in standing.places[number + 1 :]:
            near = too_near(one.spot, other.spot, reaches[one.person], reaches[other.person])
            if near:
                found.append((one.person, other.person, near))
    return tuple(found)


def nearest_spots(pins: Mapping[str, Point], places: Sequence[Spot]) -> dict[str, int]:
    """For each pin the number of a place, no two the same, so that all of them together move least. Of more pins than
    places, those that would move furthest have none."""
    found = _assigned(list(pins), places, lambda who, spot: dist(pins[who], (spot.x, spot.y)))
    return {who: spot.number for who, spot in found.items()}
