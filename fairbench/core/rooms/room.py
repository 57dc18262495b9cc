"""A room: its size, its floor, what stands fixed in it, and its chairs."""

from dataclasses import dataclass
from enum import StrEnum

from ..errors import InputError

NAME_LIMIT = 80
LEAST_METRES, MOST_METRES = 1.0, 100.0
MOST_THINGS = 200
MOST_CHAIR_KINDS = 12


class RoomError(InputError):
    """A room that cannot be: no size, a count below nothing, a rail longer than the walls."""


class Floor(StrEnum):
    """What the floor is."""

    HARD = "hard"
    CARPET = "carpet"
    SPRUNG = "sprung"


class WallSide(StrEnum):
    """A wall of the room, as the instructor at the front sees it."""

    FRONT = "front"
    BACK = "back"
    LEFT = "left"
    RIGHT = "right"


@dataclass(frozen=True, slots=True)
class Chair:
    """A kind of chair and how many of it there are. ``seat_cm`` is the height of the seat."""

    name: str
    count: int
    arms: bool = False
    seat_cm: float = 45.0
    wheels: bool = False
    stacks: bool = False

    def __post_init__(self) -> None:
        if not 1 <= len(self.name.strip()) <= NAME_LIMIT:
            raise RoomError(f"a kind of chair needs a name of at most {NAME_LIMIT} characters", "name")
        _check_count("count", self.count)
        _check("seat_cm", self.seat_cm, 20, 90, "cm")

    @property
    def words(self) -> str:
        """``armchair: with arms, seat 47 cm, on wheels``."""
        facts = ["with arms" if self.arms else "without arms", f"seat {self.seat_cm:g} cm"]
        facts += ["on wheels"] if self.wheels else []
        facts += ["stacks"] if self.stacks else []
        return f"{self.name}: {', '.join(facts)}"


@dataclass(frozen=True, slots=True)
class Room:
    """``width`` by ``depth`` in metres, seen from where the instructor stands. Lengths of wall, rail and worktop are in
    metres, heights in centimetres; a height of what is not there means nothing.

    ``smooth_wall`` is what a hand, a ball or a back slides on, ``rough_wall`` what only bears. ``floor_is_fit`` says
    that people may lie on it; ``needs_mats`` that they then need a mat. ``anchors`` are places where a band is fixed.
    The rail and the door are in the middle of the wall that they are at.
    """

    name: str
    width: float
    depth: float
    floor: Floor = Floor.HARD
    floor_is_fit: bool = True
    needs_mats: bool = True
    smooth_wall: float = 0.0
    rough_wall: float = 0.0
    door_frames: int = 1
    door_at: WallSide = WallSide.RIGHT
    corners: int = 0
    rail: float = 0.0
    rail_cm: float = 90.0
    rail_at: WallSide = WallSide.BACK
    worktop: float = 0.0
    worktop_cm: float = 90.0
    steps: int = 0
    step_cm: float = 15.0
    stairs: int = 0
    anchors: int = 0
    bars: int = 0
    tables: int = 0
    chairs: tuple[Chair, ...] = ()

    def __post_init__(self) -> None:
        if not 1 <= len(self.name.strip()) <= NAME_LIMIT:
            raise RoomError(f"a room needs a name of at most {NAME_LIMIT} characters", "name")
        for field in ("width", "depth"):
            _check(field, getattr(self, field), LEAST_METRES, MOST_METRES, "m")
        around = 2 * (self.width + self.depth)
        for field in ("smooth_wall", "rough_wall", "rail", "worktop"):
            _check(field, getattr(self, field), 0, around, "m, which is once round the room")
        if self.wall > around:
            raise RoomError(f"has {self.wall:g} m of wall, and once round the room is {around:g} m", "rough_wall")
        for field in ("rail_cm", "worktop_cm"):
            _check(field, getattr(self, field), 50, 130, "cm")
        _check("step_cm", self.step_cm, 5, 30, "cm")
        for field in ("door_frames", "corners", "steps", "stairs", "anchors", "bars", "tables"):
            _check_count(field, getattr(self, field))
        if len(self.chairs) > MOST_CHAIR_KINDS:
            raise RoomError(f"has at most {MOST_CHAIR_KINDS} kinds of chair, not {len(self.chairs)}", "chairs")
        if len({chair.name for chair in self.chairs}) < len(self.chairs):
            raise RoomError("two kinds of chair have the same name", "chairs")

    @property
    def wall(self) -> float:
        """Metres of wall that somebody can stand at."""
        return self.smooth_wall + self.rough_wall

    @property
    def seats(self) -> int:
        """Chairs of every kind."""
        return sum(chair.count for chair in self.chairs)


def _check(field: str, value: object, low: float, high: float, unit: str) -> None:
    if isinstance(value, bool) or not isinstance(value, int | float) or not low <= value <= high:
        raise RoomError(f"must be {low:g} to {high:g} {unit}, not {value!r}", field)


def _check_count(field: str, value: object) -> None:
    if isinstance(value, bool) or not isinstance(value, int) or not 0 <= value <= MOST_THINGS:
        raise RoomError(f"must be a whole number from 0 to {MOST_THINGS}, not {value!r}", field)
