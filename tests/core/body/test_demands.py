"""What a pose asks, against what anybody can read off it."""

from math import acos, asin, cos, degrees, radians, sin

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.body.demands import DECLARED, WORDS, Demand, demands_of, harder_by
from fairbench.core.body.movement import Movement, demands, solved
from fairbench.core.body.pose.joints import PoseError
from fairbench.core.body.pose.pose import PoseSpec
from fairbench.core.exercises.exercise import Version
from fairbench.core.positions import Level, Position
from fairbench.core.sides import Side
from tests.every import every

from .poses import IDS, VERSIONS, still

Key = tuple[str, Side | None]


def of(movement: Movement, side: Side = Side.RIGHT) -> dict[Key, Demand]:
    return {(demand.id, demand.side): demand for demand in demands(movement, side)}


def asked(position: Position, arms: str = "", **numbers: float) -> dict[Key, Demand]:
    return of(still(position, arms, **numbers))


def test_an_arm_up_to_the_front_or_to_the_side_is_raised_as_far() -> None:
    for joint in ("side_shoulder_flex", "side_shoulder_abduct"):
        found = asked(Position.STANDING, "free", **{joint: 90.0})
        assert found[("shoulder_elevation", Side.RIGHT)].value == pytest.approx(90.0, abs=1.0)
        assert found[("shoulder_elevation", Side.LEFT)].value < 25
    raised = asked(Position.STANDING, "free", side_shoulder_flex=90.0)[("shoulder_elevation", Side.RIGHT)]
    assert (raised.joint, raised.pose, raised.figure) == ("right shoulder", "start", "90°")


def test_raising_is_measured_from_the_trunk_and_not_from_the_room() -> None:
    """Leaning forward with the arm hanging to the floor lifts it before the trunk by as much as the lean."""
    upright = asked(Position.STANDING, "free", shoulder_flex=60.0)
    leaning = asked(Position.STANDING, "free", shoulder_flex=60.0, lean=30.0)
    for side in Side:
        key = ("shoulder_elevation", side)
        assert leaning[key].value == pytest.approx(upright[key].value, abs=0.1)


def test_an_arm_behind_is_not_raised() -> None:
    found = asked(Position.STANDING, "free", side_shoulder_flex=-30.0)
    assert found[("shoulder_extension", Side.RIGHT)].value == pytest.approx(30.0, abs=1.5)
    assert ("shoulder_elevation", Side.RIGHT) not in found


def test_an_arm_out_and_a_little_back_is_raised_and_hardly_behind() -> None:
    """10° behind and 45° out: the sine of what is behind is that of 10°, shortened by the cosine of 45°."""
    found = asked(Position.STANDING, "free", side_shoulder_flex=-10.0, side_shoulder_abduct=45.0)
    behind = degrees(asin(sin(radians(10)) * cos(radians(45))))
    assert found[("shoulder_extension", Side.RIGHT)].value == pytest.approx(behind, abs=0.1)
    raised = degrees(acos(cos(radians(10)) * cos(radians(45))))
    assert found[("shoulder_elevation", Side.RIGHT)].value == pytest.approx(raised, abs=0.1)


@pytest.mark.parametrize(
    ("numbers", "demand", "side", "value"),
    [
        ({"lumbar_flex": 20.0, "thoracic_flex": 15.0}, "spine_flexion", None, 35.0),
        ({"lumbar_flex": -10.0, "thoracic_flex": -5.0}, "spine_extension", None, 15.0),
        ({"lumbar_flex": -12.0, "thoracic_flex": 12.0}, "spine_extension", None, 12.0),
        ({"lumbar_flex": -12.0, "thoracic_flex": 12.0}, "spine_flexion", None, 12.0),
        ({"thoracic_turn": 25.0}, "spine_rotation", Side.RIGHT, 25.0),
        ({"thoracic_turn": -25.0}, "spine_rotation", Side.LEFT, 25.0),
        ({"thoracic_side": 15.0}, "spine_side_bend", Side.RIGHT, 15.0),
        ({"thoracic_turn": 25.0, "lumbar_flex": 20.0}, "spine_twist_bent", None, 20.0),
        ({"neck_flex": -20.0}, "neck_extension", None, 20.0),
        ({"neck_turn": 40.0}, "neck_rotation", Side.RIGHT, 40.0),
    ],
)
def test_the_back_and_neck_ask_what_their_angles_say(numbers, demand: str, side: Side | None, value: float) -> None:
    found = asked(Position.STANDING, "free", **numbers)[(demand, side)]
    assert found.value == pytest.approx(value, abs=0.01)


def test_a_turn_is_bent_only_over_ten_degrees() -> None:
    assert ("spine_twist_bent", None) not in asked(Position.STANDING, "free", thoracic_turn=25.0, lumbar_flex=9.0)


def test_a_straight_leg_folds_and_a_bent_one_does_not() -> None:
    long_sitting = asked(Position.LONG_SITTING)
    assert long_sitting[("straight_leg", Side.LEFT)].value > 60
    assert ("straight_leg", Side.LEFT) not in asked(Position.SEATED)
    assert asked(Position.SEATED)[("hip_flexion", Side.LEFT)].value > 70


def test_standing_on_one_leg_names_the_leg() -> None:
    lifted = PoseSpec(Position.STANDING, legs=("stand-march", ""))
    found = of(Movement((("start", PoseSpec(Position.STANDING)), ("end", lifted))))
    assert found[("single_leg", Side.LEFT)].pose == "end"
    assert ("single_leg", Side.RIGHT) not in found
    assert ("unsupported", None) in found
    turned = of(Movement((("start", PoseSpec(Position.STANDING)), ("end", lifted))), Side.LEFT)
    assert ("single_leg", Side.RIGHT) in turned


def test_a_hand_on_something_is_support() -> None:
    assert ("unsupported", None) in asked(Position.STANDING)
    held = next(v for _, v in VERSIONS if v.position is Position.STANDING_SUPPORTED and "rail" in v.props)
    assert ("unsupported", None) not in of(held.movement)


def test_getting_up_with_and_without_the_hands() -> None:
    stand = ("end", PoseSpec(Position.STANDING))
    alone = of(Movement((("start", PoseSpec(Position.SEATED_EDGE, arms=("crossed", "crossed"))), stand)))
    assert {("rises", None), ("rises_alone", None)} <= alone.keys()
    helped = of(Movement((("start", PoseSpec(Position.SEATED_EDGE, arms=("seat", "seat"))), stand)))
    assert ("rises", None) in helped
    assert ("rises_alone", None) not in helped
    assert ("rises", None) not in asked(Position.SEATED)


@pytest.mark.parametrize(
    ("position", "what"),
    [(Position.SUPINE, "lies_flat"), (Position.PRONE, "lies_front"), (Position.SIDE_LYING, "lies_side")],
)
def test_lying_is_named_and_is_on_the_floor(position: Position, what: str) -> None:
    found = asked(position)
    side = Side.LEFT if what == "lies_side" else None
    assert (what, side) in found
    assert ("floor", None) in found
    assert not {key for key in found if key[0].startswith("lies_") and key[0] != what}


def test_on_all_fours_hands_and_knees_carry_all_of_it() -> None:
    found = asked(Position.QUADRUPED)
    hands, knees = found[("hands_share", None)].value, found[("knees_share", None)].value
    feet = found[("feet_share", None)].value if ("feet_share", None) in found else 0.0
    assert hands + knees + feet == pytest.approx(100.0, abs=0.5)
    each = [found[("hand_share", side)].value for side in Side]
    assert sum(each) == pytest.approx(hands, abs=0.1)
    assert each[0] == pytest.approx(each[1], abs=0.1)
    bent = found[("wrist_extension", Side.RIGHT)].value
    assert found[("wrist_load", Side.RIGHT)].value == pytest.approx(bent * each[1] / 100, rel=0.01)


def test_a_load_is_asked_of_the_hand_that_has_it_and_overhead_above_the_shoulder() -> None:
    pose = [("start", solved(still(Position.STANDING, "free", side_shoulder_flex=60.0))[0][1])]
    low = {d.id: d for d in demands_of(pose, {"right_palm": 2.0}) if d.side is Side.RIGHT}
    assert low["load"].figure == "2.00 kg"
    assert "overhead_load" not in low
    pose = [("start", solved(still(Position.STANDING, "free", side_shoulder_flex=150.0))[0][1])]
    high = {(d.id, d.side) for d in demands_of(pose, {"right_palm": 2.0})}
    assert ("overhead_load", Side.RIGHT) in high
    assert not any(("load" in name and side is Side.LEFT) for name, side in high)


def test_what_no_pose_shows_is_declared_and_nothing_else_can_be() -> None:
    pose = [("start", solved(still(Position.STANDING))[0][1])]
    found = {d.id: d for d in demands_of(pose, declared={"strain": 2, "breath": 0})}
    assert found["strain"].figure == "2 of 3"
    assert "breath" not in found
    with pytest.raises(PoseError, match="knee_flexion: is not declared but computed; what is declared is speed"):
        demands_of(pose, declared={"knee_flexion": 90})


@every(("exercise", "version"), VERSIONS, ids=IDS)
def test_the_mirror_asks_the_same_of_the_other_side(exercise, version: Version) -> None:
    """Within a degree: a contact may be off by five thousandths of stature, which turns a joint that much."""
    right = of(version.movement)
    left = {(name, side and side.other): demand for (name, side), demand in of(version.movement, Side.LEFT).items()}
    for key in right.keys() & left.keys():
        assert left[key].value == pytest.approx(right[key].value, abs=1.0), key
    for key in right.keys() ^ left.keys():  # only what hardly counts may be just above the least on one side
        demand = right.get(key) or left[key]
        assert demand.unit == "°", key
        assert demand.value < 4.0, key


@every(("exercise", "version"), VERSIONS, ids=IDS)
def test_every_demand_has_words_a_unit_and_where_it_came_from(exercise, version: Version) -> None:
    poses = {name for name, _ in version.movement.poses}
    for demand in demands(version.movement):
        assert WORDS[demand.id] == (demand.words, demand.unit)
        assert demand.figure
        if demand.id not in DECLARED:
            assert set(demand.pose.split(" to ")) <= poses, demand.id
            assert demand.joint, demand.id
    levels = {PoseSpec.position for PoseSpec in (spec for _, spec in version.movement.poses)}
    assert (("floor", None) in of(version.movement)) == any(p.level is Level.FLOOR for p in levels)


@given(st.sampled_from([version for _, version in VERSIONS]))
def test_the_most_of_all_poses_is_what_counts(version: Version) -> None:
    whole = of(version.movement)
    for name, pose in solved(version.movement):
        for demand in demands_of([(name, pose)]):
            if (
                demand.id not in ("shoulder_moment", "hip_moment", "knee_moment", "low_back_moment")
                and not version.movement.load
            ):
                assert harder_by(demand.id, whole[(demand.id, demand.side)].value, demand.value) >= -0.002, demand.id
