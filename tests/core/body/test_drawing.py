"""The figure as geometry: shapes by hand, and what holds for every figure of the shelf from every side."""

from math import dist, hypot, pi, sin, sqrt

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.body.drawing.figure import figure
from fairbench.core.body.drawing.pictured import pictured
from fairbench.core.body.drawing.props import WHERE, held_of
from fairbench.core.body.drawing.scene import draw, eye_of, picture, working_parts
from fairbench.core.body.drawing.shapes import Capsule, Drawing, Line, Piece, Polygon, Role, circle, ring
from fairbench.core.body.drawing.view import eye
from fairbench.core.body.movement import solved, working
from fairbench.core.body.pose.joints import PoseError
from fairbench.core.body.pose.skeleton import stand_up
from fairbench.core.body.statics.outline import hull
from fairbench.core.body.view import View
from fairbench.core.positions import Level, Position
from fairbench.core.sides import Side
from tests.every import every

from .poses import IDS, VERSIONS, angles, still

FLAT = st.tuples(st.floats(-1, 1), st.floats(-1, 1))
LIMBS = {f"{side}_{limb}" for side in Side for limb in ("arm", "leg")}


def parts(drawing: Drawing, *roles: Role) -> set[str]:
    return {shape.part for shape in drawing.shapes if not roles or shape.role in roles}


def points_of(piece: Piece) -> list[tuple[float, float]]:
    return [piece.a, piece.b] if isinstance(piece, Capsule) else list(piece.points)


def test_a_capsule_of_one_thickness_has_straight_sides() -> None:
    tube = Capsule((0.0, 0.0), (1.0, 0.0), 0.1, 0.1)
    assert tube.tangents() == (
        pytest.approx((0.0, 0.1)),
        pytest.approx((0.0, -0.1)),
        pytest.approx((1.0, -0.1)),
        pytest.approx((1.0, 0.1)),
    )
    assert tube.box() == pytest.approx((-0.1, -0.1, 1.1, 0.1))


def test_a_tapered_capsule_leans_by_the_difference_of_its_ends() -> None:
    """Radii 0.5 and 0.25 at a distance of 0.5: the sides leave at 60° from the line between the ends."""
    left, right, far_right, far_left = Capsule((0.0, 0.0), (0.5, 0.0), 0.5, 0.25).tangents()
    assert left == pytest.approx((0.5 * 0.5, 0.5 * sqrt(3) / 2))
    assert right == pytest.approx((0.5 * 0.5, -0.5 * sqrt(3) / 2))
    assert far_left == pytest.approx((0.5 + 0.25 * 0.5, 0.25 * sqrt(3) / 2))
    assert far_right == pytest.approx((0.5 + 0.25 * 0.5, -0.25 * sqrt(3) / 2))


@given(FLAT, FLAT, st.floats(0.01, 0.1), st.floats(0.01, 0.1))
def test_sides_of_a_capsule_touch_both_ends(a, b, ra, rb) -> None:
    first, second, third, fourth = Capsule(a, b, ra, rb).tangents()
    for end, radius, touching in ((a, ra, (first, second)), (b, rb, (third, fourth))):
        for point in touching:
            assert dist(end, point) == pytest.approx(radius)


@given(st.lists(FLAT, max_size=30))
def test_a_hull_holds_every_point_and_turns_one_way(points) -> None:
    outline = hull(points)
    assert set(outline) <= set(points)
    if len(outline) < 3:
        return
    for a, b in zip(outline, (*outline[1:], outline[0]), strict=True):
        for p in points:
            assert (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]) >= -1e-9


def test_a_hull_by_hand() -> None:
    square = [(0.0, 0.0), (1.0, 0.0), (1.0, 1.0), (0.0, 1.0)]
    assert hull([*square, (0.5, 0.5), (0.5, 0.0)]) == ((0.0, 0.0), (1.0, 0.0), (1.0, 1.0), (0.0, 1.0))
    assert hull([(0.0, 0.0), (0.0, 0.0)]) == ((0.0, 0.0),)


def test_a_ring_is_round() -> None:
    around = ring((1.0, 2.0), 0.5, sides=8)
    assert all(dist((1.0, 2.0), point) == pytest.approx(0.5) for point in around)
    assert dist(around[0], around[1]) == pytest.approx(2 * 0.5 * sin(pi / 8))
    assert circle((1.0, 2.0), 0.5).box() == pytest.approx((0.5, 1.5, 1.5, 2.5))
    assert Line(((0.0, 0.0), (1.0, 1.0)), 0.2).box() == pytest.approx((-0.1, -0.1, 1.1, 1.1))


@pytest.mark.parametrize("view", View)
@pytest.mark.parametrize("side", Side)
@pytest.mark.parametrize("low", [False, True])
def test_an_eye_neither_stretches_nor_skews(view: View, side: Side, low: bool) -> None:
    seen = eye(view, side, low)
    axes = (seen.right, seen.up, seen.toward)
    for number, one in enumerate(axes):
        assert hypot(*one) == pytest.approx(1.0)
        for other in axes[number + 1 :]:
            assert sum(a * b for a, b in zip(one, other, strict=True)) == pytest.approx(0.0, abs=1e-12)


@given(st.tuples(*[st.floats(-1, 1)] * 3), st.sampled_from(list(View)))
def test_both_sides_eyes_see_each_others_mirror(point, view: View) -> None:
    x, y, z = point
    right, left = eye(view, Side.RIGHT), eye(view, Side.LEFT)
    seen, turned = right.see((x, y, z)), left.see((x, -y, z))
    assert (-seen[0], seen[1]) == pytest.approx(turned)
    assert right.near((x, y, z)) == pytest.approx(left.near((x, -y, z)))


def test_from_the_side_forward_is_across_and_from_the_front_it_is_near() -> None:
    ahead = (1.0, 0.0, 0.0)
    assert abs(eye(View.SIDE, Side.RIGHT).see(ahead)[0]) == pytest.approx(1.0)
    assert abs(eye(View.FRONT, Side.RIGHT).see(ahead)[0]) == pytest.approx(0.0, abs=1e-9)
    assert eye(View.FRONT, Side.RIGHT).near(ahead) > 0.99


@given(angles(), st.sampled_from(list(View)))
def test_a_person_is_a_trunk_a_head_and_four_limbs_in_any_pose(drawn, view: View) -> None:
    shapes = list(figure(stand_up(drawn), eye(view, Side.RIGHT), frozenset()))
    names = [shape.part for shape in shapes]
    hands_and_feet = {f"{side}_{end}" for side in Side for end in ("hand", "foot")}
    assert {"trunk", "hair", "face", "neck"} | LIMBS | hands_and_feet <= set(names)
    assert len(names) == len(set(names))
    assert Role.WORKING not in {shape.role for shape in shapes}


def test_the_far_limb_is_paler_and_from_the_front_none_is_far() -> None:
    body = stand_up({})
    side = {shape.part: shape.role for shape in figure(body, eye(View.SIDE, Side.RIGHT), frozenset())}
    assert (side["right_arm"], side["left_arm"]) == (Role.TOP, Role.FAR_TOP)
    assert (side["right_leg"], side["left_leg"]) == (Role.LEGS, Role.FAR_LEGS)
    front = {shape.part: shape.role for shape in figure(body, eye(View.FRONT, Side.RIGHT), frozenset())}
    assert front["left_arm"] == front["right_arm"] == Role.TOP


def test_eyes_look_out_only_where_the_face_does() -> None:
    body = stand_up({})
    assert "eyes" in {shape.part for shape in figure(body, eye(View.FRONT, Side.RIGHT), frozenset())}
    away = stand_up({"neck_turn": 75.0, "thoracic_turn": 35.0})
    from_right = {shape.part for shape in figure(away, eye(View.SIDE, Side.RIGHT), frozenset())}
    assert "eyes" not in from_right


@pytest.mark.sweep
@every(("exercise", "version"), VERSIONS, ids=IDS)
def test_every_figure_of_the_shelf_is_whole_from_every_side(exercise, version) -> None:
    """Near and far in order, nothing below the floor or out of all measure, every limb and every prop there."""
    movement = version.movement
    for view in View:
        whole = pictured(movement, Side.RIGHT, view)
        order = [shape.near for shape in whole.full.shapes]
        assert order == sorted(order)
        assert parts(whole.full) >= LIMBS | {"trunk", "hair", "face"}
        left, bottom, right, top = whole.box()
        assert 0.12 < right - left < 2.6, view
        assert 0.15 < top - bottom < 2.2, view
        for shape in whole.full.shapes:
            assert shape.pieces, (view, shape.part)
            for piece in shape.pieces:
                assert all(abs(value) < 3 for point in points_of(piece) for value in point), (view, shape.part)


@pytest.mark.sweep
@every(("exercise", "version"), VERSIONS, ids=IDS)
def test_what_moves_is_in_the_accent_and_has_an_arc(exercise, version) -> None:
    movement = version.movement
    poses = [pose for _, pose in solved(movement)]
    named = working(movement, Side.RIGHT)
    moves = named if named is not None else working_parts(poses)
    whole = pictured(movement, Side.RIGHT, movement.view)
    assert parts(whole.full, Role.WORKING) - {"neck"} >= moves & (LIMBS | {"trunk"})
    assert (whole.pale is None) == (len(poses) < 2)
    assert all(arc.role is Role.PATH for arc in whole.arcs)
    assert len(whole.arcs) <= 2


@every(
    ("exercise", "version"),
    [pair for pair in VERSIONS if pair[1].position in (Position.SEATED, Position.SEATED_EDGE)],
    ids=[name for name, pair in zip(IDS, VERSIONS, strict=True) if pair[1].position.level is Level.SEATED],
)
def test_who_sits_is_drawn_on_something(exercise, version) -> None:
    drawn = draw(solved(version.movement)[0][1], version.movement.view, version.movement.held)
    assert parts(drawn) & {"chair", "large ball"}, parts(drawn)


@pytest.mark.parametrize("position", [p for p in Position if p.level is Level.FLOOR])
def test_the_floor_has_a_mat(position: Position) -> None:
    assert "mat" in parts(draw(solved(still(position))[0][1], View.SIDE))


def test_no_chair_stands_where_nobody_sat() -> None:
    standing = solved(still(Position.STANDING))[0][1]
    seated = solved(still(Position.SEATED))[0][1]
    assert "chair" not in parts(draw(standing, View.SIDE))
    assert "chair" in parts(draw(standing, View.SIDE, also=(seated,)))


@pytest.mark.parametrize(("prop", "where"), [(prop, where) for prop, places in WHERE.items() for where in places])
def test_every_prop_can_be_everywhere_it_says(prop: str, where: str) -> None:
    held = held_of(prop, where)
    assert (held.prop, held.where) == (prop, where)
    bare = draw(solved(still(Position.SEATED))[0][1], View.THREE_QUARTER)
    with_it = draw(solved(still(Position.SEATED))[0][1], View.THREE_QUARTER, (held,))
    of_the_room = where.startswith("under") or where in ("front", "seat", "floor", "wall")
    assert of_the_room or len(with_it.shapes) > len(bare.shapes)


def test_a_prop_where_it_cannot_be_is_named() -> None:
    assert held_of("band").where == "hands"
    with pytest.raises(PoseError, match="no way to hold 'anvil'"):
        held_of("anvil")
    with pytest.raises(PoseError, match="'pedals' cannot be at 'hands'; it can be at under-feet"):
        held_of("pedals", "hands")


def test_a_picture_of_one_pose_has_neither_ghost_nor_arc() -> None:
    seated = solved(still(Position.SEATED))[0][1]
    one = picture([seated], View.SIDE)
    assert one.pale is None
    assert one.arcs == ()
    assert eye_of(View.SIDE, seated, Side.LEFT) == eye(View.SIDE, Side.LEFT)


@pytest.mark.parametrize(
    ("numbers", "moves"),
    [
        ({}, set()),
        ({"side_shoulder_flex": 80.0}, {"right_arm"}),
        ({"other_shoulder_flex": 80.0}, {"left_arm"}),
        ({"shoulder_abduct": 70.0}, {"left_arm", "right_arm"}),
        ({"thoracic_turn": 25.0}, {"trunk"}),
        ({"neck_turn": 40.0}, {"head"}),
    ],
)
def test_only_what_moves_by_itself_works(numbers: dict[str, float], moves: set[str]) -> None:
    before = solved(still(Position.STANDING, "free"))[0][1]
    after = solved(still(Position.STANDING, "free", **numbers))[0][1]
    assert working_parts([before, after]) == moves


def test_a_polygon_fills_its_box() -> None:
    assert Polygon(((0.0, 0.0), (2.0, 1.0), (1.0, 3.0))).box() == (0.0, 0.0, 2.0, 3.0)
