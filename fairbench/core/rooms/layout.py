"""Places on the floor of a room: in rows, in an arc, in a circle or along the rail, and how many fit."""

from dataclasses import dataclass
from enum import StrEnum
from math import cos, dist, floor, hypot, pi, sin

from ..body.reach_of import Reach
from .capacity import RAIL_METRES
from .room import Room, RoomError, WallSide

BETWEEN = 0.3
"""Metres from the reach of one to that of the next: somebody who sways touches nobody."""
FRONT = 1.2
"""Metres at the front that are the instructor's."""
EDGE = 0.2
"""Metres that stay free along the walls."""
RAIL_OFF = 0.35
"""Metres from the rail to the hips of somebody who holds it."""


_CLOSE = Reach()
"""Somebody who keeps the arms close."""
_HALVINGS = 7


class Shape(StrEnum):
    """How people stand."""

    ROWS = "rows"
    ARC = "arc"
    CIRCLE = "circle"
    RAIL = "rail"

    @property
    def words(self) -> str:
        """``in rows``."""
        return {"rows": "in rows", "arc": "in an arc", "circle": "in a circle", "rail": "along the rail"}[self.value]


@dataclass(frozen=True, slots=True)
class Spot:
    """A place on the floor, in metres from the front left corner as the instructor sees it: ``x`` along the front,
    ``y`` away from it. ``number`` counts from the front left."""

    number: int
    x: float
    y: float


def spots(room: Room, shape: Shape, reach: Reach) -> tuple[Spot, ...]:
    """Every place that fits for people who all reach as far as ``reach``. None where the room is too small."""
    found = {Shape.ROWS: _rows, Shape.ARC: _arc, Shape.CIRCLE: _circle, Shape.RAIL: _rail}[shape](room, reach)
    ordered = sorted(found, key=lambda place: (round(place[1], 2), place[0]))
    return tuple(Spot(number, round(x, 3), round(y, 3)) for number, (x, y) in enumerate(ordered, 1))


def _rows(room: Room, reach: Reach) -> list[tuple[float, float]]:
    """Each row as wide as the room, spread evenly; everybody faces the front."""
    wide, deep = room.width - 2 * EDGE, room.depth - FRONT - EDGE
    across = floor((wide + BETWEEN) / (reach.wide + BETWEEN) + 1e-9)
    rows = floor((deep + BETWEEN) / (reach.deep + BETWEEN) + 1e-9)
    if across < 1 or rows < 1:
        return []
    step = (wide - across * reach.wide) / across + reach.wide
    first = EDGE + (wide - (across - 1) * step) / 2
    return [
        (first + column * step, FRONT + reach.front + row * (reach.deep + BETWEEN))
        for row in range(rows)
        for column in range(across)
    ]


def _arc(room: Room, reach: Reach) -> list[tuple[float, float]]:
    """Half a circle round the instructor, as large as the room holds: everybody sees and is seen."""
    radius = min(room.width / 2 - EDGE - reach.wide / 2, room.depth - EDGE - reach.back)
    return _round(room.width / 2, 0.0, radius, reach, pi * 0.08, pi * 0.92, nearest=FRONT + reach.front)


def _circle(room: Room, reach: Reach) -> list[tuple[float, float]]:
    """A whole circle in the middle of the floor, the instructor in it."""
    x, y = room.width / 2, room.depth / 2
    radius = min(x, y) - EDGE - max(reach.back, reach.wide / 2)
    return _round(x, y, radius, reach, 0.0, 2 * pi, nearest=reach.front + reach.wide / 2)


def _round(
    x: float, y: float, radius: float, reach: Reach, start: float, end: float, nearest: float
) -> list[tuple[float, float]]:
    if radius < nearest:
        return []
    # Whichever way each of them faces: corner to corner where they stand askew to each other.
    chord = max(max(reach.wide, reach.deep) + BETWEEN, hypot(reach.wide, reach.deep))
    if chord > 2 * radius:
        return [(x, y + radius)]
    each = _angle_of(chord, radius)
    whole = end - start >= 2 * pi - 1e-9
    fit = floor((end - start) / each + 1e-9) + (0 if whole else 1)
    step = (end - start) / fit if whole else (end - start) / max(1, fit - 1)
    return [(x + radius * cos(start + k * step), y + radius * sin(start + k * step)) for k in range(fit)]


def _angle_of(chord: float, radius: float) -> float:
    """The angle under which a chord of a circle is seen from its middle; by halving, as every other figure here."""
    low, high = 0.0, pi
    for _ in range(40):
        half = (low + high) / 2
        if 2 * radius * sin(half / 2) < chord:
            low = half
        else:
            high = half
    return high


def _rail(room: Room, reach: Reach) -> list[tuple[float, float]]:
    """One per 0.9 m of rail, or per their own reach where that is larger."""
    each = max(RAIL_METRES, reach.wide)
    number = floor(room.rail / each + 1e-9)
    along = [(k + 0.5) * each - number * each / 2 for k in range(number)]
    middle_x, middle_y = room.width / 2, room.depth / 2
    return {
        WallSide.FRONT: [(middle_x + far, RAIL_OFF) for far in along],
        WallSide.BACK: [(middle_x + far, room.depth - RAIL_OFF) for far in along],
        WallSide.LEFT: [(RAIL_OFF, middle_y + far) for far in along],
        WallSide.RIGHT: [(room.width - RAIL_OFF, middle_y + far) for far in along],
    }[room.rail_at]


def most(room: Room, shape: Shape, reach: Reach) -> int:
    """How many fit."""
    return len(spots(room, shape, reach))


def roomiest(room: Room, shape: Shape, reach: Reach, people: int) -> tuple[Spot, ...]:
    """Places for so many people with as much of ``reach`` for each as the room allows: all of it where it does, and as
    little as somebody takes who keeps the arms close. Fewer places than people where not even that fits."""
    whole = spots(room, shape, reach)
    if len(whole) >= people:
        return whole
    found, low, high = spots(room, shape, _CLOSE), 0.0, 1.0
    if len(found) < people:
        return found
    for _ in range(_HALVINGS):
        half = (low + high) / 2
        tried = spots(room, shape, _between(_CLOSE, reach, half))
        if len(tried) >= people:
            found, low = tried, half
        else:
            high = half
    return found


def _between(close: Reach, wide: Reach, part: float) -> Reach:
    return Reach(
        *(
            near + (far - near) * part
            for near, far in (
                (close.front, wide.front),
                (close.back, wide.back),
                (close.left, wide.left),
                (close.right, wide.right),
            )
        )
    )


def check_fits(room: Room, shape: Shape, reach: Reach, people: int) -> None:
    """Raise :class:`RoomError` where there are more people than places."""
    fit = most(room, shape, reach)
    if people > fit:
        raise RoomError(f"{room.name} holds {fit} {shape.words}, and there are {people}", "people")


def too_near(a: Spot, b: Spot, first: Reach, second: Reach) -> float:
    """By how many metres two people can touch each other; 0 where they cannot. Both face the front: their left is where
    ``x`` grows."""
    aside = first.left + second.right if a.x < b.x else first.right + second.left
    ahead = first.back + second.front if a.y < b.y else first.front + second.back
    overlap = min(aside - abs(a.x - b.x), ahead - abs(a.y - b.y))
    return round(max(0.0, overlap), 3)


def metres_between(a: Spot, b: Spot) -> float:
    """How far two places are from each other."""
    return dist((a.x, a.y), (b.x, b.y))
