"""The order in which a movement goes through its poses, and the time it takes from each to the next."""

from enum import StrEnum
from itertools import pairwise
from typing import TypeVar

from ..errors import CatalogueError

POSE_NAMES = ("start", "second", "third", "fourth", "fifth", "sixth", "seventh", "end")
"""What poses are called, in the order they come; start and end are always there."""
LONGEST = 8.0
"""How many times as long as the shortest way from pose to pose the longest may take."""

T = TypeVar("T")


class Path(StrEnum):
    """How a repetition goes on from its last pose."""

    THERE_AND_BACK = "there-and-back"
    """By the same way back: a lift and its lowering."""
    CLOSED = "closed"
    """On to the first pose: a circle, a wave, a pattern. The other direction is the same path, run backward."""

    @property
    def words(self) -> str:
        """``round and on``."""
        return {"there-and-back": "there and back", "closed": "round, on to the start"}[self.value]


def legs_of(poses: tuple[T, ...], path: Path) -> tuple[tuple[T, T], ...]:
    """From each pose to the next, in order; a closed path has one more, from the last to the first."""
    return (*pairwise(poses), *([(poses[-1], poses[0])] if path is Path.CLOSED else []))


def check_path(poses: int, path: Path, pace: tuple[float, ...]) -> None:
    """Raise :class:`CatalogueError` where a path is not one: ``pace`` has the part of the time for each leg."""
    if path is Path.CLOSED and poses < 3:
        raise CatalogueError("a closed path needs at least three poses: with two it goes there and back", "path")
    legs = poses if path is Path.CLOSED else poses - 1
    if pace and len(pace) != legs:
        raise CatalogueError(f"has {len(pace)} parts, and the path {legs} ways from pose to pose", "pace")
    if pace and (min(pace) <= 0 or max(pace) > LONGEST * min(pace)):
        raise CatalogueError(f"each part is more than 0, and at most {LONGEST:g} times the shortest", "pace")


def frames_of(legs: int, count: int, pace: tuple[float, ...]) -> tuple[int, ...]:
    """Equal moments of each leg: ``count`` a leg, shared out by ``pace``, at least one each."""
    if not pace:
        return (count,) * legs
    whole = sum(pace)
    return tuple(max(1, round(count * legs * part / whole)) for part in pace)
