"""How many can be at a fixed thing at once, and how long it takes where they go one after the other.

One person per 0.9 m of rail or worktop, and one per 1.2 m of wall or per their own reach where that is larger: our own
figures, an arm's length to the neighbour where both hands hold on, and both arms out to the side along a wall.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from math import ceil, floor

from .room import Room

RAIL_METRES = 0.9
WALL_METRES = 1.2
CHANGE_OVER = 6.0
"""Seconds until the next one has hold of the thing."""


def places(room: Room) -> Mapping[str, int]:
    """By prop, how many can use at once what stands fixed in a room; 0 where it is not there. What can be carried in
    stands in the store."""
    return {
        "rail": floor(room.rail / RAIL_METRES + 1e-9) + floor(room.worktop / RAIL_METRES + 1e-9),
        "wall": floor(room.wall / WALL_METRES + 1e-9),
        "door-frame": room.door_frames + room.anchors,
        "table": room.tables,
        "bar": room.bars,
    }


@dataclass(frozen=True, slots=True)
class Rounds:
    """People who go to a thing in rounds: how many rounds, who many at once, and the seconds it takes them all."""

    people: int
    at_once: int
    rounds: int
    seconds: float


def rounds_of(people: int, at_once: int, each: float, change_over: float = CHANGE_OVER) -> Rounds:
    """All of them at ``each`` seconds of work, ``at_once`` at a time, with a change between the rounds.

    One step, 40 s each, 9 people: 9 × 40 + 8 × 6 = 408 s. Raises :class:`ValueError` where nobody can be there.
    """
    if at_once < 1:
        raise ValueError("nobody can be there at once")
    rounds = ceil(people / at_once)
    return Rounds(people, at_once, rounds, rounds * each + max(0, rounds - 1) * change_over)
