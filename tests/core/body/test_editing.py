"""A movement made by hand: each verb changes what it names and nothing else, and nothing given is altered."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fairbench.core.body.editing import (
    CHOICES,
    Limbs,
    add_pose,
    change_position,
    choose,
    pose_of,
    remove_pose,
    rest_on,
    side_of,
    turn_joint,
    value_of,
    with_path,
    with_pose,
)
from fairbench.core.body.movement import Movement, check_way, solved
from fairbench.core.body.path import Path
from fairbench.core.body.pose.joints import LIMB, TRUNK, PoseError
from fairbench.core.body.pose.pose import PoseSpec
from fairbench.core.positions import Position
from fairbench.core.sides import Side

from .poses import versions

STAND = PoseSpec(Position.STANDING)
MOVEMENT = Movement((("start", STAND), ("end", STAND)))
JOINTS = sorted(LIMB)


@given(st.sampled_from(JOINTS), st.sampled_from(list(Limbs)), st.floats(-20, 20))
def test_what_is_turned_is_what_is_shown(joint: str, limbs: Limbs, value: float) -> None:
    spec = turn_joint(STAND, joint, limbs, value)
    assert value_of(spec, None, joint, limbs) == value
    assert STAND.numbers == ()


@given(st.sampled_from(JOINTS), st.floats(-20, 20), st.floats(-20, 20))
def test_one_side_leaves_the_other_as_it_was(joint: str, both: float, one: float) -> None:
    spec = turn_joint(turn_joint(STAND, joint, Limbs.BOTH, both), joint, Limbs.SIDE, one)
    assert value_of(spec, None, joint, Limbs.SIDE) == one
    assert value_of(spec, None, joint, Limbs.OTHER) == both
    back = turn_joint(spec, joint, Limbs.BOTH, both)
    assert dict(back.numbers) == {joint: both}


@pytest.mark.parametrize("joint", sorted(TRUNK))
def test_the_trunk_has_no_sides(joint: str) -> None:
    for limbs in Limbs:
        assert dict(turn_joint(STAND, joint, limbs, 4.0).numbers) == {joint: 4.0}


def test_turns_count_toward_the_working_side() -> None:
    """The body counts turns to the left as positive; a control shows them toward whoever's side works."""
    spec = turn_joint(STAND, "thoracic_turn", Limbs.BOTH, 20.0)
    held = solved(with_pose(MOVEMENT, "end", spec))[1][1]
    assert held.angles["thoracic_turn"] == pytest.approx(-20.0)
    assert value_of(STAND, held, "thoracic_turn", Limbs.BOTH) == pytest.approx(20.0)


def test_a_joint_that_is_not_set_shows_what_the_pose_has() -> None:
    seated = Movement((("start", PoseSpec(Position.SEATED)), ("end", PoseSpec(Position.SEATED))))
    held = solved(seated)[0][1]
    assert value_of(PoseSpec(Position.SEATED), held, "knee_flex", Limbs.BOTH) == held.angles["right_knee_flex"]
    assert value_of(PoseSpec(Position.SEATED), held, "knee_flex", Limbs.OTHER) == held.angles["left_knee_flex"]
    assert value_of(PoseSpec(Position.SEATED), None, "knee_flex", Limbs.BOTH) == 0.0


def test_an_arm_let_go_stays_where_it_was() -> None:
    on_hips = choose(STAND, "arms", Limbs.BOTH, "hips")
    held = solved(with_pose(MOVEMENT, "end", on_hips))[1][1]
    free = choose(on_hips, "arms", Limbs.BOTH, "free", held)
    let_go = solved(with_pose(MOVEMENT, "end", free))[1][1]
    for side in Side:
        assert let_go.hands[side] == "free"
        assert let_go.points[f"{side}_palm"] == pytest.approx(held.points[f"{side}_palm"], abs=0.01)


def test_a_new_hold_drops_the_numbers_of_that_limb_alone() -> None:
    spec = turn_joint(turn_joint(STAND, "elbow_flex", Limbs.BOTH, 40.0), "knee_flex", Limbs.BOTH, 20.0)
    held = choose(spec, "arms", Limbs.SIDE, "hips")
    assert held.arms == ("hips", "")
    assert dict(held.numbers) == {"other_elbow_flex": 40.0, "knee_flex": 20.0}
    assert dict(choose(held, "arms", Limbs.OTHER, "hips").numbers) == {"knee_flex": 20.0}


def test_legs_chosen_take_their_feet_along() -> None:
    on_block = choose(STAND, "feet", Limbs.BOTH, "block")
    assert on_block.feet == ("block", "block")
    assert choose(on_block, "legs", Limbs.SIDE, "stand-march").feet == ("", "block")


def test_in_another_position_the_legs_begin_anew() -> None:
    bent = with_pose(MOVEMENT, "end", turn_joint(STAND, "knee_flex", Limbs.BOTH, 30.0))
    lying, dropped = change_position(bent, Position.SUPINE)
    assert dropped == ("legs",)
    assert [spec for _, spec in lying.poses] == [PoseSpec(Position.SUPINE)] * 2
    assert [name for name, _ in lying.poses] == ["start", "end"]
    for thing in CHOICES["under"]:
        assert rest_on(PoseSpec(Position.SUPINE), thing).on == thing


@given(versions(), st.sampled_from(list(Position)))
@settings(max_examples=60, deadline=None)
def test_whatever_it_was_it_can_be_begun_in_any_position(movement: Movement, position: Position) -> None:
    moved, _ = change_position(movement, position)
    assert [name for name, _ in moved.poses] == [name for name, _ in movement.poses]
    check_way(moved)
    assert all(held.pose.position is position for _, held in solved(moved))
    assert (moved.held, moved.path) == (movement.held, movement.path)


@given(versions(), st.data())
@settings(max_examples=60, deadline=None)
def test_a_pose_added_and_removed_leaves_the_others(movement: Movement, data: st.DataObject) -> None:
    after = data.draw(st.sampled_from([name for name, _ in movement.poses]))
    made, name = add_pose(movement, after)
    assert pose_of(made, name) == pose_of(movement, after)
    assert len(made.poses) == len(movement.poses) + 1
    back = remove_pose(made, name)
    assert [spec for _, spec in back.poses] == [spec for _, spec in movement.poses]
    if len(made.poses) > 2:
        assert with_path(made, Path.CLOSED).path is Path.CLOSED


@given(versions())
def test_an_exchanged_pose_is_found_again_and_the_others_stay(movement: Movement) -> None:
    name = movement.poses[-1][0]
    spec = turn_joint(pose_of(movement, name), "neck_flex", Limbs.BOTH, 5.0)
    changed = with_pose(movement, name, spec)
    assert pose_of(changed, name) == spec
    assert changed.poses[:-1] == movement.poses[:-1]


def test_what_is_not_there_is_named() -> None:
    with pytest.raises(PoseError, match="there is no pose 'middle'"):
        pose_of(MOVEMENT, "middle")
    with pytest.raises(PoseError, match="tail: is not a joint of the body"):
        turn_joint(STAND, "tail", Limbs.BOTH, 1.0)
    with pytest.raises(PoseError, match="arms: there is nothing called 'cloud' for arms"):
        choose(STAND, "arms", Limbs.BOTH, "cloud")
    with pytest.raises(PoseError, match="under: there is nothing called 'cloud' to rest on"):
        rest_on(STAND, "cloud")


def test_every_choice_that_is_offered_is_taken() -> None:
    for part in ("arms", "legs", "feet"):
        for word in CHOICES[part]:
            assert getattr(choose(STAND, part, Limbs.BOTH, word), part) == (word, word)
    assert (side_of(Limbs.SIDE), side_of(Limbs.OTHER)) == (Side.RIGHT, Side.LEFT)
