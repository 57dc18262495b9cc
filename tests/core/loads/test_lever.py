"""Levers: a longer arm weighs more at the joint, and the load that makes two versions equal."""

import pytest

from fairbench.core.body.movement import Movement
from fairbench.core.body.pose.pose import PoseSpec
from fairbench.core.formats.movement_doc import MovementDoc, movement_value
from fairbench.core.loads.bottle import LoadError
from fairbench.core.loads.lever import Bearer, compare, moment
from fairbench.core.positions import Position

WHO = Bearer(70, 1.65)


def raised(elbow: float) -> Movement:
    poses = {
        "all": {"arms": "free", "elbow_flex": elbow},
        "start": {"shoulder_abduct": 5},
        "end": {"shoulder_abduct": 90},
    }
    return movement_value(MovementDoc.model_validate({"poses": poses}), None, Position.STANDING, ())


STRAIGHT, BENT = raised(0), raised(90)


def test_a_straight_arm_alone_is_0_14_newton_metres_for_each_kilogram() -> None:
    assert moment(STRAIGHT, "shoulder", 0, WHO) == pytest.approx(0.14 * 70, abs=0.35)


def test_a_kilogram_in_the_hand_adds_its_weight_times_the_arm() -> None:
    added = moment(STRAIGHT, "shoulder", 1, WHO) - moment(STRAIGHT, "shoulder", 0, WHO)
    assert added == pytest.approx(9.81 * 0.4 * 1.65, rel=0.08)


def test_a_bent_arm_weighs_less_and_the_load_that_makes_it_equal_does() -> None:
    found = compare(STRAIGHT, BENT, "shoulder", 1, WHO)
    assert found.ratio == pytest.approx(found.first / found.second)
    assert 1.3 < found.ratio < 2.2
    assert found.equal_kg is not None
    assert found.equal_kg > 1
    assert moment(BENT, "shoulder", found.equal_kg, WHO) == pytest.approx(found.first)


def test_a_heavier_and_taller_person_holds_more() -> None:
    arm = moment(STRAIGHT, "shoulder", 0, WHO)
    assert moment(STRAIGHT, "shoulder", 0, Bearer(84, 1.65)) == pytest.approx(arm * 1.2)
    assert moment(STRAIGHT, "shoulder", 0, Bearer(70, 1.815)) == pytest.approx(arm * 1.1)


def test_where_no_load_makes_them_equal_none_is_named() -> None:
    assert compare(BENT, STRAIGHT, "shoulder", 0, WHO).equal_kg is None


def test_what_cannot_be_is_refused_by_its_field() -> None:
    for asked, field in (
        (lambda: moment(BENT, "toe", 1, WHO), "joint"),
        (lambda: moment(BENT, "shoulder", -1, WHO), "load"),
        (lambda: Bearer(5), "kg"),
        (lambda: Bearer(70, 3), "stature_m"),
    ):
        with pytest.raises(LoadError) as refused:
            asked()
        assert refused.value.place == field


def test_what_asks_nothing_of_a_joint_is_not_compared() -> None:
    lying = Movement((("start", PoseSpec(Position.SUPINE)), ("end", PoseSpec(Position.SUPINE))))
    with pytest.raises(LoadError, match="asks nothing of the low back"):
        compare(STRAIGHT, lying, "low_back", 1, WHO)
