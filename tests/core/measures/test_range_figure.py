"""The figure follows the angle: at every angle of every joint that is measured, on both sides."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.body.movement import solved
from fairbench.core.errors import InputError
from fairbench.core.formats.measures_doc import load_tests
from fairbench.core.measures.range_figure import JOINTS, range_movement, shown_angle
from fairbench.core.sides import Side

_NAMES = {
    "shoulder-forward": "shoulder_flex",
    "shoulder-out": "shoulder_abduct",
    "elbow-bend": "elbow_flex",
    "hip-bend": "hip_flex",
    "knee-bend": "knee_flex",
    "ankle-up": "ankle_flex",
}


def test_every_joint_of_the_test_has_a_figure() -> None:
    assert set(JOINTS) == set(load_tests()["joint-range"].joints) == set(_NAMES)


@given(st.sampled_from(JOINTS), st.floats(0, 180), st.sampled_from(Side))
def test_the_joint_of_that_side_turns_by_the_angle(joint: str, angle: float, side: Side) -> None:
    poses = dict(solved(range_movement(joint, angle), side))
    angles = poses["end"].angles
    assert angles[f"{side}_{_NAMES[joint]}"] == pytest.approx(shown_angle(joint, angle), abs=0.5)
    assert poses["start"].angles[f"{side}_{_NAMES[joint]}"] == pytest.approx(0, abs=9)  # as one lies


def test_it_goes_as_far_as_a_body_does() -> None:
    assert shown_angle("knee-bend", 120) == 120
    assert shown_angle("ankle-up", 90) == 45
    assert shown_angle("elbow-bend", 180) < 180


@pytest.mark.parametrize(("joint", "angle"), [("neck", 20), ("knee-bend", -1), ("knee-bend", 181), ("", 0)])
def test_no_joint_and_no_angle_are_named(joint: str, angle: float) -> None:
    with pytest.raises(InputError):
        range_movement(joint, angle)
