"""Paths of several poses: there and back or closed, their timing, and what is asked between their poses."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.body.movement import Movement, demands, on_the_way, solved, steps
from fairbench.core.body.path import POSE_NAMES, Path, check_path, frames_of, legs_of
from fairbench.core.body.pose.pose import PoseSpec
from fairbench.core.body.words import told
from fairbench.core.errors import CatalogueError
from fairbench.core.formats.movement_doc import MovementDoc, movement_document, movement_value
from fairbench.core.positions import Position
from fairbench.core.sides import Side

CIRCLE = {
    "poses": {
        "all": {"arms": "free", "elbow_flex": 5},
        "start": {"shoulder_flex": 0, "shoulder_abduct": 8},
        "second": {"shoulder_flex": 90, "shoulder_abduct": 5},
        "third": {"shoulder_flex": 165, "shoulder_abduct": 20},
        "end": {"shoulder_flex": 90, "shoulder_abduct": 85},
    },
    "path": "closed",
}


def movement(document: dict) -> Movement:
    return movement_value(MovementDoc.model_validate(document), None, Position.STANDING, ())


def test_a_closed_path_goes_on_from_its_last_pose_to_its_first() -> None:
    assert legs_of((1, 2, 3), Path.CLOSED) == ((1, 2), (2, 3), (3, 1))
    assert legs_of((1, 2, 3), Path.THERE_AND_BACK) == ((1, 2), (2, 3))
    way = steps(movement(CIRCLE), Side.RIGHT, 4)
    assert len(way) == 4 * 4 + 1
    assert way[0].points == way[-1].points
    assert way[4].points == dict(solved(movement(CIRCLE)))["second"].points


def test_the_pace_shares_out_the_frames() -> None:
    assert frames_of(4, 12, ()) == (12, 12, 12, 12)
    assert frames_of(4, 12, (1, 2, 1, 4)) == (6, 12, 6, 24)
    assert frames_of(2, 1, (1, 8)) == (1, 2)
    paced = movement({**CIRCLE, "pace": [1, 2, 1, 4]})
    assert len(steps(paced, Side.RIGHT, 12)) == 49


@pytest.mark.parametrize(
    ("poses", "path", "pace", "why"),
    [
        (2, Path.CLOSED, (), "at least three poses"),
        (3, Path.CLOSED, (1.0, 2.0), "has 2 parts, and the path 3 ways"),
        (3, Path.THERE_AND_BACK, (1.0, 0.0), "more than 0"),
        (3, Path.THERE_AND_BACK, (1.0, 9.0), "at most 8 times"),
    ],
)
def test_what_is_no_path_is_refused(poses: int, path: Path, pace: tuple[float, ...], why: str) -> None:
    with pytest.raises(CatalogueError, match=why):
        check_path(poses, path, pace)


def test_what_is_asked_between_poses_counts() -> None:
    """Down to overhead passes the level, where the arm is longest: 0.14 N·m per kg, which none of its poses asks."""
    swing = {"all": {"arms": "free"}, "start": {"shoulder_flex": 0}, "second": {"shoulder_flex": 0, "elbow_flex": 2}}
    up = movement({"poses": {**swing, "end": {"shoulder_flex": 180}}})
    assert [name for name, _ in on_the_way(up, Side.RIGHT)] == ["second to end"]  # 2° are no way
    asked = next(demand for demand in demands(up) if demand.id == "shoulder_moment")
    assert asked.value == pytest.approx(0.14, abs=0.005)
    assert asked.pose == "second to end"


def test_between_two_poses_it_counts_too() -> None:
    """Sixty degrees down to sixty above the level: neither end is as long as the way between."""
    up = movement({"poses": {"all": {"arms": "free"}, "start": {"shoulder_flex": 30}, "end": {"shoulder_flex": 150}}})
    asked = next(demand for demand in demands(up) if demand.id == "shoulder_moment")
    assert (asked.value, asked.moment) == (pytest.approx(0.14, abs=0.005), "on the way from start to end")


def test_a_closed_path_is_told_all_round() -> None:
    words = told(movement(CIRCLE))
    assert "Both arms rise; then both arms lower and both arms open to the side." in words
    assert words.endswith("Then on to where it began, all round.")


def test_names_of_before_are_read() -> None:
    old = movement(
        {"poses": {"start": {"knee_flex": 2}, "middle": {"knee_flex": 30}, "late": {"knee_flex": 60}, "end": {}}}
    )
    assert [name for name, _ in old.poses] == ["start", "second", "third", "end"]


@pytest.mark.sweep
@given(st.integers(3, 8), st.sampled_from(list(Path)), st.data())
def test_a_path_of_up_to_eight_poses_is_written_and_read_alike(number: int, path: Path, data: st.DataObject) -> None:
    names = (*POSE_NAMES[: number - 1], "end")
    degrees = [data.draw(st.integers(0, 150)) for _ in names]
    poses = tuple(
        (name, PoseSpec(Position.STANDING, (("shoulder_flex", float(degree)),), arms=("free", "free")))
        for name, degree in zip(names, degrees, strict=True)
    )
    legs = number if path is Path.CLOSED else number - 1
    pace = tuple(data.draw(st.lists(st.floats(1, 8), min_size=legs, max_size=legs)))
    made = Movement(poses, path=path, pace=pace)
    assert movement(movement_document(made)) == made
    left, right = steps(made, Side.LEFT, 3), steps(made, Side.RIGHT, 3)
    for a, b in zip(left, right, strict=True):
        x, y, z = a.points["left_palm"]
        assert b.points["right_palm"] == pytest.approx((x, -y, z), abs=1e-6)
