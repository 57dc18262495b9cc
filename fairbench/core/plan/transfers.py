"""Getting from one position to the next: a graph of positions, the quickest way, and what to say."""

import heapq
from collections.abc import Iterable
from dataclasses import dataclass

from ..clock import snap
from ..errors import TransferError
from ..kept import Kept, kept
from ..positions import Position

P = Position

_KEPT = 4096


@dataclass(frozen=True, slots=True)
class Edge:
    """One move between neighbouring positions, in seconds at an ordinary older adult's pace."""

    upper: Position
    lower: Position
    down: float
    up: float
    say_down: str
    say_up: str


@dataclass(frozen=True, slots=True)
class Move:
    """One step of a way: where it ends, how long it takes, what the instructor says."""

    start: Position
    end: Position
    seconds: float
    says: str


@dataclass(frozen=True, slots=True)
class Way:
    """The quickest way between two positions. No moves when they are the same."""

    moves: tuple[Move, ...]

    @property
    def seconds(self) -> float:
        """The whole way, in seconds."""
        return sum(move.seconds for move in self.moves)

    @property
    def says(self) -> str:
        """The moves as one spoken sentence."""
        text = ", ".join(move.says for move in self.moves)
        return text[:1].upper() + text[1:]


# The seconds are our defaults for an ordinary older adult; a practice may set its own.
DEFAULT_EDGES: tuple[Edge, ...] = (
    Edge(P.STANDING, P.STANDING_SUPPORTED, 4, 4, "take hold of your support", "let go of your support"),
    Edge(P.STANDING, P.SEATED, 6, 6, "feel the chair behind your knees and sit down", "feet under you and stand up"),
    Edge(P.SEATED, P.SEATED_EDGE, 3, 3, "come to the front of the chair", "slide back in the chair"),
    Edge(
        P.STANDING,
        P.HALF_KNEELING,
        10,
        12,
        "hold your chair and lower one knee to the mat",
        "hands on the chair, push through the front foot and stand",
    ),
    Edge(P.HALF_KNEELING, P.KNEELING, 5, 6, "bring the other knee down", "bring one foot forward"),
    Edge(P.KNEELING, P.QUADRUPED, 4, 5, "walk your hands down to the mat", "walk your hands back and come up tall"),
    Edge(P.QUADRUPED, P.FOREARM_QUADRUPED, 4, 5, "lower to your forearms", "press back up onto your hands"),
    Edge(P.QUADRUPED, P.PRONE, 8, 12, "lower yourself onto your front", "push back up to hands and knees"),
    Edge(P.QUADRUPED, P.SIDE_LYING, 9, 11, "lower one hip and lie on your side", "push up to hands and knees"),
    Edge(P.SIDE_LYING, P.SUPINE, 5, 7, "roll onto your back", "bend your knees and roll to your side"),
    Edge(P.SIDE_LYING, P.PRONE, 6, 8, "roll onto your front", "roll to your side"),
    Edge(
        P.SIDE_LYING, P.LONG_SITTING, 9, 9, "push up to sit with legs long", "lean on your hands and lie on your side"
    ),
)

TAUGHT_CHAIR_TRANSFER = Edge(
    P.SEATED,
    P.LONG_SITTING,
    18,
    24,
    "hands on the seat, slide down by the footstool to the floor",
    "back to the footstool, then up to the chair",
)
"""Only for people who have been taught it; seconds are our own assumption."""


class TransferGraph:
    """Positions joined by edges. Immutable once made; ways are worked out once and kept."""

    def __init__(self, edges: Iterable[Edge] = DEFAULT_EDGES) -> None:
        self.edges = tuple(edges)
        self._neighbours: dict[Position, list[Move]] = {position: [] for position in Position}
        for edge in self.edges:
            self._neighbours[edge.upper].append(Move(edge.upper, edge.lower, edge.down, edge.say_down))
            self._neighbours[edge.lower].append(Move(edge.lower, edge.upper, edge.up, edge.say_up))
        self._ways: Kept[tuple[Position, Position, float], Way] = Kept(_KEPT)

    def way(self, start: Position, end: Position, pace: float = 1.0) -> Way:
        """The quickest way from ``start`` to ``end`` at ``pace`` (1 ordinary, 2 twice as long).

        Ties are settled by fewer moves, then by the order of positions, so the answer is always
        the same. Raises :class:`TransferError` when the graph does not join the two.
        """
        key = (start, end, pace)
        return self._ways.once(key, lambda: self._at_pace(start, end, pace))

    def _at_pace(self, start: Position, end: Position, pace: float) -> Way:
        moves = self._shortest(start, end)
        return Way(tuple(Move(m.start, m.end, snap(m.seconds * pace), m.says) for m in moves))

    def _shortest(self, start: Position, end: Position) -> tuple[Move, ...]:
        order = {position: index for index, position in enumerate(Position)}
        queue: list[tuple[float, int, tuple[int, ...], Position, tuple[Move, ...]]] = [(0, 0, (), start, ())]
        settled: set[Position] = set()
        while queue:
            seconds, count, trail, here, moves = heapq.heappop(queue)
            if here is end:
                return moves
            if here in settled:
                continue
            settled.add(here)
            for move in self._neighbours[here]:
                if move.end not in settled:
                    heapq.heappush(
                        queue,
                        (seconds + move.seconds, count + 1, (*trail, order[move.end]), move.end, (*moves, move)),
                    )
        raise TransferError(f"there is no way from {start.words} to {end.words}")


@kept(1)
def default_graph() -> TransferGraph:
    """The ways between positions, worked out once."""
    return TransferGraph()
