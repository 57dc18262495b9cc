"""A movement in words, for somebody who cannot see the picture."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.body.movement import Movement
from fairbench.core.body.pose.pose import PoseSpec
from fairbench.core.body.view import View
from fairbench.core.body.words import told
from fairbench.core.exercises.exercise import Version
from fairbench.core.positions import Position
from fairbench.core.sides import Side
from tests.every import every

from .poses import IDS, SHELF, VERSIONS

STAND = PoseSpec(Position.STANDING, arms=("free", "free"))


def moved(**numbers: float) -> str:
    end = PoseSpec(Position.STANDING, tuple(sorted(numbers.items())), ("free", "free"))
    return told(Movement((("start", STAND), ("end", end))))


@pytest.mark.parametrize(
    ("numbers", "says"),
    [
        ({}, "Nothing moves; the pose is held."),
        ({"side_shoulder_flex": 90.0}, "The right arm rises."),
        ({"shoulder_flex": 90.0}, "Both arms rise."),
        ({"neck_turn": 40.0}, "The head turns to the right."),
        ({"thoracic_turn": -25.0}, "The trunk turns to the left."),
        ({"thoracic_side": 15.0}, "The trunk bends to the right."),
        ({"lumbar_flex": 15.0, "thoracic_flex": 10.0}, "back rounds"),
        ({"neck_flex": 20.0}, "The head nods."),
        ({"side_elbow_flex": 90.0}, "right elbow bends"),
        ({"blade_lift": 12.0}, "Both shoulders lift."),
    ],
)
def test_what_moves_is_said(numbers: dict[str, float], says: str) -> None:
    assert says in moved(**numbers)


def test_the_start_is_said_first_with_view_hands_and_props() -> None:
    version = SHELF.exercise("ankle-pump").version("pump-band")
    said = told(version.movement, View.FRONT)
    assert said.startswith("Sitting on the floor with long legs, seen from the front")
    assert "with band" in said


def test_getting_up_is_said() -> None:
    rising = Movement((("start", PoseSpec(Position.SEATED_EDGE)), ("end", PoseSpec(Position.STANDING))))
    said = told(rising)
    assert said.startswith("Sitting at the front of a chair, seen from the side")
    assert "Comes to standing" in said
    assert "hips rise" in said


def test_hands_that_differ_are_said_each() -> None:
    one = PoseSpec(Position.SEATED, arms=("hips", "free"))
    assert "right hand on hips" in told(Movement((("start", one), ("end", one))))
    both = PoseSpec(Position.SEATED, arms=("thighs", "thighs"))
    assert "hands on the thighs" in told(Movement((("start", both), ("end", both))))


@every(("exercise", "version"), VERSIONS, ids=IDS)
def test_every_version_reads_as_plain_sentences(exercise, version: Version) -> None:
    said = told(version.movement)
    assert said.endswith(".")
    assert "_" not in said
    assert "  " not in said
    assert all(sentence[:1].isupper() for sentence in said.rstrip(".").split(". "))
    for clause in said.rstrip(".").split(". ")[1].split("; then "):
        moves = clause.replace(" and ", ", ").split(", ")
        assert len(moves) == len(set(moves)), said


@given(st.sampled_from([version for _, version in VERSIONS]))
def test_for_the_other_side_left_and_right_change_places(version: Version) -> None:
    def sides(words: str) -> list[str]:
        return sorted(word.strip(".,;") for word in words.split() if word.strip(".,;") in list(Side))

    right, left = told(version.movement), told(version.movement, side=Side.LEFT)
    swapped = [Side(word).other.value for word in sides(right)]
    assert sorted(swapped) == sides(left)
