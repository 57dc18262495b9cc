"""Weight and leverage against statics worked by hand."""

import pytest

from fairbench.core.body.movement import Movement, balances, solved
from fairbench.core.body.pose import segments as s
from fairbench.core.body.pose.joints import PoseError
from fairbench.core.body.pose.mass import pieces
from fairbench.core.body.pose.pose import PoseSpec
from fairbench.core.body.pose.skeleton import stand_up
from fairbench.core.body.statics.statics import GRAVITY, Statics, statics
from fairbench.core.positions import Position
from fairbench.core.sides import Side
from tests.every import every

from .poses import IDS, SHELF, VERSIONS, still

STAND = Position.STANDING


def balance(position: Position, arms: str = "", loads: dict[str, float] | None = None, **numbers: float) -> Statics:
    pose = solved(still(position, arms, **numbers))[0][1]
    return statics(pose, loads)


def test_the_segments_add_up_to_one_body() -> None:
    assert sum(mass for mass, _ in pieces(stand_up({}))) == pytest.approx(1.0, abs=1e-9)


def test_a_straight_arm_held_level() -> None:
    """The sum of mass × distance of upper arm, forearm and hand, and of 2 kg in the palm of a 70 kg person."""
    upper = 0.028 * 0.436 * 0.186
    fore = 0.016 * (0.186 + 0.430 * 0.146)
    hand = 0.006 * (0.186 + 0.146 + 0.506 * 0.108)
    bare = (upper + fore + hand) * GRAVITY * s.STATURE
    level = {"side_shoulder_flex": 90.0, "side_elbow_flex": 0.0, "side_shoulder_abduct": 0.0}
    empty = balance(STAND, "free", **level)
    assert empty.moments["right_shoulder"] == pytest.approx(bare, rel=1e-6)
    loaded = balance(STAND, "free", {"right_palm": 2.0}, **level)
    more = 2.0 / 70 * (0.186 + 0.146 + 0.054) * GRAVITY * s.STATURE
    assert loaded.moments["right_shoulder"] == pytest.approx(bare + more, rel=1e-6)
    assert loaded.moment_for("right_shoulder", 70.0, s.STATURE) == pytest.approx((bare + more) * 70)


def test_a_bent_arm_is_a_shorter_lever() -> None:
    level = {"shoulder_flex": 90.0, "shoulder_abduct": 0.0}
    straight = balance(STAND, "free", {"right_palm": 1.0}, **level, elbow_flex=0.0).moments["right_shoulder"]
    bent = balance(STAND, "free", {"right_palm": 1.0}, **level, elbow_flex=90.0).moments["right_shoulder"]
    assert 1.4 < straight / bent < 2.2


def test_a_symmetrical_stand_shares_evenly() -> None:
    each = balance(STAND).each
    assert each["left_foot"] == pytest.approx(0.5, abs=1e-6)
    assert each["right_foot"] == pytest.approx(0.5, abs=1e-6)


@pytest.mark.parametrize("shift", [1.0, 3.0, 6.0])
def test_weight_moved_sideways_is_shared_as_the_lever_says(shift: float) -> None:
    pose = solved(still(STAND, shift_side=shift))[0][1]
    left, right = ((pose.points[f"{side}_heel"][1] + pose.points[f"{side}_toe"][1]) / 2 for side in Side)
    held = statics(pose)
    assert -held.centre[1] == pytest.approx(shift / 100, abs=0.004)
    assert held.each["right_foot"] == pytest.approx((left - held.centre[1]) / (left - right), abs=1e-4)


def test_leaning_forward_in_a_chair_moves_weight_to_the_feet() -> None:
    shares = [balance(Position.SEATED_EDGE, lean=lean).shares["feet"] for lean in (0.0, 20.0, 40.0)]
    assert shares == sorted(shares)
    assert shares[2] > shares[0] + 0.2


def hands(exercise: str, version: str, pose: int = 0) -> float:
    _, held = balances(SHELF.exercise(exercise).version(version).movement)[pose]
    return held.shares["hands"]


def test_hands_carry_more_from_wall_to_floor() -> None:
    order = [
        hands("push-up", "at-wall"),
        hands("push-up", "at-worktop"),
        hands("push-up", "on-knees"),
        hands("push-up", "on-toes"),
    ]
    assert order == sorted(order)
    assert order[0] < hands("reach-and-slide", "leg-slide") < order[2]


@pytest.mark.parametrize(("version", "low", "high"), [("on-toes", 0.62, 0.72), ("on-knees", 0.46, 0.56)])
def test_push_ups_carry_what_force_plates_have_shown(version: str, low: float, high: float) -> None:
    assert low < hands("push-up", version) < high


def test_one_leg_is_less_steady_than_two_and_a_wide_stand_steadier() -> None:
    narrow = balance(STAND, foot_out=-6).stability_margin
    plain = balance(STAND).stability_margin
    one = solved(Movement((("start", PoseSpec(STAND, legs=("", "stand-march"))), ("end", PoseSpec(STAND)))))[0][1]
    assert 0 < statics(one).stability_margin < plain
    assert narrow < plain + 1e-9
    assert balance(STAND, shift_side=20.0).stability_margin < 0


@every(("exercise", "version"), VERSIONS, ids=IDS)
def test_every_pose_on_the_shelf_is_balanced(exercise, version) -> None:
    """Shares add up to one body, none is negative, and nobody is drawn falling over."""
    for name, held in balances(version.movement):
        assert all(share >= -1e-9 for share in held.shares.values()), name
        assert sum(held.shares.values()) == pytest.approx(1.0, abs=1e-6), name
        assert held.stability_margin > -0.12, (name, held.stability_margin)


def test_nothing_to_stand_on_is_refused() -> None:
    floating = Movement((("start", PoseSpec(STAND, feet=("free", "free"))), ("end", PoseSpec(STAND))))
    with pytest.raises(PoseError, match=r"start.feet: neither foot stands on anything"):
        solved(floating)
