"""Movements hold from one end to the other: contacts, floor, lengths, mirror."""

from itertools import pairwise
from math import dist

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fairbench.core.body.drawing.scene import draw
from fairbench.core.body.drawing.shapes import Capsule
from fairbench.core.body.movement import Movement, posed, solved, steps
from fairbench.core.body.pose.joints import PoseError
from fairbench.core.body.pose.pose import PoseSpec
from fairbench.core.body.support.between import between
from fairbench.core.body.support.solve import solve
from fairbench.core.body.view import View
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.positions import Position
from fairbench.core.sides import Side
from tests.every import every

from .poses import IDS, VERSIONS, free_poses, versions
from .test_skeleton import BONES

TOUCHES = 0.005
"""Of stature: how near a contact must be."""


@every(("exercise", "version"), VERSIONS, ids=IDS)
def test_contacts_hold_the_whole_way_and_nothing_is_below_the_floor(exercise, version) -> None:
    for number, pose in enumerate(steps(version.movement, Side.RIGHT, 4)):
        for contact in pose.contacts:
            assert contact.gap <= TOUCHES + 1e-6, (number, contact.part, contact.thing, contact.gap)
        lowest = min(pose.points, key=lambda name: pose.points[name][2])
        assert pose.points[lowest][2] > -0.004, (number, lowest, pose.points[lowest][2])


@pytest.mark.parametrize("t", [0.6875, 0.69, 0.7])
def test_an_arm_that_would_turn_too_far_on_the_way_is_carried(t: float) -> None:
    thread = next(
        version for exercise in load_shelf() for version in exercise.versions if version.id == "thread-quadruped"
    )
    poses = [pose for _, pose in solved(thread.movement)]
    for first, second in pairwise(poses):
        assert between(first, second, t).points


@given(versions(), st.floats(0, 1))
@settings(max_examples=60, deadline=None)
def test_bones_keep_their_length_on_the_way(movement: Movement, t: float) -> None:
    poses = [pose for _, pose in solved(movement)]
    points = between(poses[0], poses[1], t).points
    for side in Side:
        for (near, far), length in BONES.items():
            assert dist(points[f"{side}_{near}"], points[f"{side}_{far}"]) == pytest.approx(length, abs=1e-6)


@given(versions())
@settings(max_examples=60, deadline=None)
def test_the_ends_of_the_way_are_the_poses_themselves(movement: Movement) -> None:
    poses = [pose for _, pose in solved(movement)]
    assert between(poses[0], poses[1], 0) is poses[0]
    assert between(poses[0], poses[1], 1) is poses[1]


@given(versions(), st.sampled_from(list(View)))
@settings(max_examples=40, deadline=None)
def test_the_other_side_is_the_same_picture_turned_over(movement: Movement, view: View) -> None:
    right, left = (draw(solved(movement, side)[-1][1], view, movement.held) for side in (Side.RIGHT, Side.LEFT))
    boxes = [drawing.box() for drawing in (right, left)]
    assert (-boxes[0][2], boxes[0][1], -boxes[0][0], boxes[0][3]) == pytest.approx(boxes[1], abs=0.012)
    ends = [
        sorted(
            (round(piece.a[0] * sign, 2), round(piece.a[1], 2))
            for shape in drawing.shapes
            if shape.part.endswith(("arm", "leg"))
            for piece in shape.pieces
            if isinstance(piece, Capsule)
        )
        for drawing, sign in ((right, 1), (left, -1))
    ]
    for (x, y), (u, v) in zip(*ends, strict=True):
        assert (x, y) == pytest.approx((u, v), abs=0.025)


@given(versions())
@settings(max_examples=40, deadline=None)
def test_poses_mirrored_twice_are_themselves(movement: Movement) -> None:
    for _, pose in posed(movement, Side.RIGHT):
        assert pose.mirrored().mirrored() == pose


@given(free_poses())
@settings(max_examples=80, deadline=None)
def test_any_pose_in_range_is_held_up_or_refused_by_name(pose) -> None:
    held, refused = None, ""
    try:
        held = solve(pose, stiff=True)
    except PoseError as error:
        refused = error.place
    assert bool(held) != bool(refused)
    if held is None:
        return
    assert all(contact.gap <= TOUCHES + 1e-6 for contact in held.contacts)
    for name, value in pose.angles.items():
        if "wrist" not in name and "shoulder" not in name and "elbow" not in name and "forearm" not in name:
            assert held.angles[name] == pytest.approx(value), name


@pytest.mark.parametrize(
    ("spec", "says"),
    [
        (PoseSpec(Position.STANDING, (("shin_flex", 3.0),)), r"end.shin_flex: is not a joint of the body"),
        (PoseSpec(Position.STANDING, (("knee_flex", 300.0),)), r"end.*knee_flex.*300°"),
        (PoseSpec(Position.STANDING, (("lean", float("nan")),)), r"end.lean: .* not an angle"),
        (PoseSpec(Position.STANDING, arms=("wings", "")), r"end.arms: there is no way of holding an arm"),
        (PoseSpec(Position.STANDING, legs=("fin", "")), r"end.legs: there is no way of holding a leg"),
        (PoseSpec(Position.STANDING, feet=("moon", "")), r"end.right_foot: there is nothing called 'moon'"),
        (PoseSpec(Position.SUPINE, on="cloud"), r"end.under: there is nothing called 'cloud'"),
        (PoseSpec(Position.SEATED, arms=("feet", "")), r"end.right_arm: the right hand does not reach feet"),
    ],
)
def test_a_wrong_pose_is_named(spec: PoseSpec, says: str) -> None:
    with pytest.raises(PoseError, match=says):
        solved(Movement((("start", PoseSpec(spec.position)), ("end", spec))))
