"""The forward way: lengths, the sense of angles, and the mirror."""

from math import dist

import pytest
from hypothesis import given

from fairbench.core.body.pose import segments as s
from fairbench.core.body.pose.joints import PoseError, beyond, check, mirror, words_of
from fairbench.core.body.pose.skeleton import stand_up
from fairbench.core.sides import Side

from .poses import angles

BONES = {
    ("shoulder", "elbow"): s.UPPER_ARM,
    ("elbow", "wrist"): s.FOREARM,
    ("wrist", "fingers"): s.HAND,
    ("hip", "knee"): s.THIGH,
    ("knee", "ankle"): s.SHANK,
}


@given(angles())
def test_bones_keep_their_length(drawn: dict[str, float]) -> None:
    points = stand_up(drawn).points
    for side in Side:
        for (near, far), length in BONES.items():
            assert dist(points[f"{side}_{near}"], points[f"{side}_{far}"]) == pytest.approx(length, abs=1e-9)


@given(angles())
def test_mirrored_twice_is_itself_and_once_is_the_mirror(drawn: dict[str, float]) -> None:
    assert mirror(mirror(drawn)) == drawn
    here, there = stand_up(drawn).points, stand_up(mirror(drawn)).points
    for name, (x, y, z) in here.items():
        assert there[_twin(name)] == pytest.approx((x, -y, z), abs=1e-9), name


def _twin(name: str) -> str:
    for side in Side:
        if name.startswith(f"{side}_"):
            return f"{side.other}_{name.removeprefix(f'{side}_')}"
    return name


def test_a_standing_body_is_one_stature_high_and_level() -> None:
    body = stand_up({})
    top = body.points["head"][2] + s.HEAD
    sole = body.points["left_heel"][2]
    assert top - sole == pytest.approx(1.0, abs=0.02)
    assert body.points["left_shoulder"] == pytest.approx((0, s.HALF_SHOULDERS, s.HIP_TO_SHOULDER))


@pytest.mark.parametrize(
    ("joint", "point", "axis", "sign"),
    [
        ("left_shoulder_flex", "left_wrist", 0, 1),
        ("left_shoulder_abduct", "left_wrist", 1, 1),
        ("right_shoulder_abduct", "right_wrist", 1, -1),
        ("left_hip_flex", "left_knee", 0, 1),
        ("left_knee_flex", "left_ankle", 0, -1),
        ("left_ankle_flex", "left_toe", 2, 1),
        ("lumbar_flex", "head", 0, 1),
        ("thoracic_side", "head", 1, 1),
        ("neck_turn", "nose", 1, 1),
        ("left_blade_lift", "left_shoulder", 2, 1),
    ],
)
def test_every_angle_turns_the_way_it_says(joint: str, point: str, axis: int, sign: int) -> None:
    before, after = stand_up({}).points[point], stand_up({joint: 25.0}).points[point]
    assert (after[axis] - before[axis]) * sign > 0.005


def test_a_joint_out_of_range_is_named_with_its_value() -> None:
    with pytest.raises(
        PoseError, match=r"left_knee_flex: left knee bend is 190°; for an adult it goes from -5 to 165°"
    ):
        check({"left_knee_flex": 190.0})
    with pytest.raises(PoseError, match="for a stiff older adult"):
        check({"left_shoulder_flex": 175.0}, stiff=True)
    with pytest.raises(PoseError, match="left_tail_flex: is not a joint of the body"):
        check({"left_tail_flex": 1.0})
    with pytest.raises(PoseError, match="which is not an angle"):
        check({"neck_flex": float("nan")})
    assert [error.place for error in beyond({"neck_turn": 99.0, "neck_flex": -99.0})] == ["neck_turn", "neck_flex"]
    assert words_of("right_hip_flex") == "right hip, forward and up"
