"""Getting about: the worked ways, their words, and what holds for every way."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.errors import TransferError
from fairbench.core.plan.transfers import DEFAULT_EDGES, TAUGHT_CHAIR_TRANSFER, TransferGraph, default_graph
from fairbench.core.positions import Position

P = Position
GRAPH = default_graph()


def test_down_to_the_back_and_up_again() -> None:
    down = GRAPH.way(P.STANDING, P.SUPINE)
    assert [move.seconds for move in down.moves] == [10, 5, 4, 9, 5]
    assert down.seconds == 33
    up = GRAPH.way(P.SUPINE, P.STANDING)
    assert [move.seconds for move in up.moves] == [7, 11, 5, 6, 12]
    assert up.seconds == 41


def test_a_slower_pace_takes_half_as_long_again() -> None:
    assert GRAPH.way(P.STANDING, P.SUPINE, 1.5).seconds == 49.5
    assert GRAPH.way(P.SUPINE, P.STANDING, 1.5).seconds == 61.5


def test_the_way_up_is_spoken() -> None:
    assert GRAPH.way(P.SUPINE, P.STANDING).says == (
        "Bend your knees and roll to your side, push up to hands and knees, walk your hands back and come up tall, "
        "bring one foot forward, hands on the chair, push through the front foot and stand"
    )


def test_from_the_chair_to_the_floor_goes_by_standing_unless_taught() -> None:
    by_standing = GRAPH.way(P.SEATED, P.LONG_SITTING)
    assert by_standing.moves[0].end is P.STANDING
    taught = TransferGraph((*DEFAULT_EDGES, TAUGHT_CHAIR_TRANSFER)).way(P.SEATED, P.LONG_SITTING)
    assert taught.seconds == TAUGHT_CHAIR_TRANSFER.down
    assert len(taught.moves) == 1


def test_staying_takes_nothing() -> None:
    assert GRAPH.way(P.PRONE, P.PRONE).moves == ()


def test_a_graph_in_two_pieces_says_so() -> None:
    with pytest.raises(TransferError, match="no way from standing to seated"):
        TransferGraph([]).way(P.STANDING, P.SEATED)


positions = st.sampled_from(Position)


@given(positions, positions, positions)
def test_no_way_is_beaten_by_a_detour(start: Position, between: Position, end: Position) -> None:
    direct = GRAPH.way(start, end).seconds
    assert direct <= GRAPH.way(start, between).seconds + GRAPH.way(between, end).seconds


@given(positions, positions)
def test_moves_join_up(start: Position, end: Position) -> None:
    moves = GRAPH.way(start, end).moves
    here = start
    for move in moves:
        assert move.start is here
        here = move.end
    assert here is end
