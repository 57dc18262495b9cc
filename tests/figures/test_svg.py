"""Geometry as SVG: exact paths by hand, frames that hold everything, inks that differ, films that play."""

import re
from math import isfinite
from xml.etree import ElementTree

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.body.drawing.pictured import pictured
from fairbench.core.body.drawing.scene import Picture
from fairbench.core.body.drawing.shapes import Capsule, Drawing, Line, Polygon, Role, Shape, circle
from fairbench.core.body.movement import steps
from fairbench.core.body.view import View
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.fit.verdict import VerdictKind
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.sides import Side
from fairbench.figures.film import FRAMES, film
from fairbench.figures.palette import INKS, palette
from fairbench.figures.still import POSES, still_svg
from fairbench.figures.svg import drawing_svg, frame_svg, picture_svg, piece_path, shape_svg, view_box
from fairbench.figures.verdict_shapes import shape_path, verdict_sign
from tests.every import every

SHELF = load_shelf()
VERSIONS = [(exercise, version) for exercise in SHELF for version in exercise.versions]
IDS = [f"{exercise.id}/{version.id}" for exercise, version in VERSIONS]
INK = palette()
SVG = "{http://www.w3.org/2000/svg}"
BOX = st.tuples(st.floats(-1, 0), st.floats(0, 0.5), st.floats(0.1, 1.5), st.floats(0.6, 1.5))


def view_box_of(svg: str) -> list[float]:
    return [float(value) for value in ElementTree.fromstring(svg).get("viewBox").split()]


def test_a_polygon_and_a_line_by_hand() -> None:
    triangle = ((0.0, 0.0), (0.1, 0.0), (0.1, 0.2))
    assert piece_path(Polygon(triangle)) == "M0 0L100 0L100 -200Z"
    assert piece_path(Line(triangle, 0.01)) == "M0 0L100 0L100 -200"


def test_a_capsule_and_a_circle_by_hand() -> None:
    assert piece_path(Capsule((0.0, 0.0), (0.1, 0.0), 0.02, 0.02)) == (
        "M0 -20A20 20 0 0 0 0 20L100 20A20 20 0 1 0 100 -20Z"
    )
    assert piece_path(circle((0.1, 0.1), 0.05)) == "M50 -100A50 50 0 1 0 150 -100A50 50 0 1 0 50 -100Z"


def test_a_smooth_outline_turns_at_each_corner() -> None:
    path = piece_path(Polygon(((0.0, 0.0), (0.1, 0.0), (0.1, 0.1), (0.0, 0.1)), smooth=True))
    assert path.startswith("M30 0L70 0Q100 0 100 -30")
    assert path.count("Q") == 4
    assert path.endswith("Z")


def test_a_line_with_an_arrow_points_where_it_goes() -> None:
    arc = Shape(Role.PATH, "right_palm", (Line(((0.0, 0.0), (0.5, 0.0)), 0.012, dashed=True, arrow=True),), 0.0)
    drawn = shape_svg(arc, INK)
    assert "stroke-dasharray" in drawn
    head = re.findall(r"(-?\d+) (-?\d+)", drawn.rsplit('d="', 1)[1])
    assert [int(value) for value in head[0]] == [516, 0]
    assert int(head[1][0]) == int(head[2][0]) < 500


def test_a_gap_is_a_line_of_paper_round_the_shape() -> None:
    limb = Shape(Role.TOP, "right_arm", (Capsule((0.0, 0.0), (0.1, 0.0), 0.02, 0.02),), 0.0)
    assert f'stroke="{INK.paper}"' in shape_svg(limb, INK)
    plain = Shape(Role.TOP, "right_arm", limb.pieces, 0.0, gap=False)
    assert "stroke" not in shape_svg(plain, INK)
    ghost = Shape(Role.GHOST, "chair", limb.pieces, 0.0)
    assert 'fill="none"' in shape_svg(ghost, INK)


@given(BOX, st.booleans())
def test_a_frame_holds_the_box_and_its_ground(box, square: bool) -> None:
    left, bottom, right, top = view_box(box, square)
    assert left < box[0] < box[2] < right
    assert bottom < min(box[1], 0.0)
    assert top > box[3]
    if square:
        assert right - left == pytest.approx(top - bottom)
        assert (left + right) / 2 == pytest.approx((box[0] + box[2]) / 2)


def test_a_title_is_escaped_and_a_size_keeps_the_shape() -> None:
    svg = frame_svg((0.0, 0.0, 1.0, 0.5), "", INK, 'Bend & "hold" <here>', size=200, square=False)
    root = ElementTree.fromstring(svg)
    assert root.find(f"{SVG}title").text == 'Bend & "hold" <here>'
    _, _, width, height = view_box_of(svg)
    assert float(root.get("height")) == pytest.approx(200 * height / width, abs=1)


def test_the_start_is_pale_behind_the_end_and_the_arc_on_top() -> None:
    def dot(role: Role, x: float) -> Shape:
        return Shape(role, "dot", (circle((x, 0.5), 0.02),), 0.0)

    arc = Shape(Role.PATH, "dot", (Line(((0.1, 0.5), (0.4, 0.5)), 0.01, arrow=True),), 10.0, gap=False)
    whole = Picture(Drawing((dot(Role.TOP, 0.4),)), Drawing((dot(Role.TOP, 0.1),)), (arc,))
    drawn = picture_svg(whole, INK, "T")
    pale, full, path = drawn.index('<g opacity="'), drawn.index("M380 -500"), drawn.index("M100 -500L400 -500")
    assert pale < full < path


@every(("exercise", "version"), VERSIONS, ids=IDS)
def test_every_version_is_a_valid_picture_with_words(exercise, version) -> None:
    drawn = still_svg(version.movement, palette("paper", exercise.block), exercise.name)
    root = ElementTree.fromstring(drawn)
    assert root.get("role") == "img"
    assert root.find(f"{SVG}title").text == exercise.name
    assert len(root.findall(f".//{SVG}path")) > 12
    assert "nan" not in drawn
    assert "inf" not in drawn.lower().replace("infinity", "")
    assert not root.findall(f".//{SVG}style") + root.findall(f".//{SVG}script")
    assert len(drawn) < 40_000
    left, top, width, height = view_box_of(drawn)
    box = pictured(version.movement, Side.RIGHT, None).box()
    assert left <= box[0] * 1000
    assert box[2] * 1000 <= left + width
    assert top <= -box[3] * 1000
    assert -box[1] * 1000 <= top + height


@pytest.mark.parametrize("pose", POSES)
@pytest.mark.parametrize("view", View)
def test_start_end_and_both_stand_in_one_frame(pose: str, view: View) -> None:
    movement = SHELF.exercise("band-row").version(SHELF.exercise("band-row").base).movement
    both = still_svg(movement, INK, "T", "both", view)
    assert view_box_of(still_svg(movement, INK, "T", pose, view)) == view_box_of(both)


@pytest.mark.parametrize("ink", INKS)
def test_an_ink_knows_every_role(ink: str) -> None:
    chosen = palette(ink)
    for role in Role:
        assert role in chosen.fills or role in chosen.lines, role
    colours = {*chosen.fills.values(), *chosen.lines.values()}
    assert all(re.fullmatch(r"#[0-9a-f]{6}", colour) for colour in colours)
    if ink == "print":
        assert all(colour[1:3] == colour[3:5] == colour[5:7] for colour in colours)


def test_the_working_limb_wears_the_colour_of_its_block_on_paper_only() -> None:
    on_paper = {palette("paper", kind).fills[Role.WORKING] for kind in BlockKind}
    assert len(on_paper) == len(BlockKind)
    for ink in ("dark", "print"):
        assert len({palette(ink, kind).fills[Role.WORKING] for kind in BlockKind}) == 1


def test_a_film_runs_from_start_to_end_in_one_box() -> None:
    version = SHELF.exercise("sit-to-stand").version(SHELF.exercise("sit-to-stand").base)
    played = film(version.movement, INK)
    poses = len(version.movement.poses)
    assert len(played["frames"]) == FRAMES * (poses - 1) + 1 == len(list(steps(version.movement, Side.RIGHT, FRAMES)))
    assert len(set(played["frames"])) > FRAMES // 2
    assert played["other"] == []
    assert all(isfinite(edge) for edge in played["box"])
    for frame in played["frames"]:
        ElementTree.fromstring(f'<g xmlns="http://www.w3.org/2000/svg">{frame}</g>')


def test_where_sides_take_turns_the_film_has_both() -> None:
    version = SHELF.exercise("seated-march").version(SHELF.exercise("seated-march").base)
    played = film(version.movement, INK, both=True)
    assert len(played["other"]) == len(played["frames"])
    assert played["other"][-1] != played["frames"][-1]


def test_the_same_drawing_is_the_same_text() -> None:
    movement = SHELF.exercise("bridge").version(SHELF.exercise("bridge").base).movement
    first, second = (drawing_svg(pictured(movement, Side.RIGHT, None).full, INK) for _ in range(2))
    assert first == second


@pytest.mark.parametrize("shape", VerdictKind)
@pytest.mark.parametrize("width", [6.0, 30.0, 211.4])
def test_a_verdict_is_as_wide_as_its_plank(shape: VerdictKind, width: float) -> None:
    path = shape_path(shape, width)
    x, reach = 0.0, [0.0]
    for command, numbers in re.findall(r"([MLHVhvzl])([-\d. ]*)", path):
        values = [float(value) for value in re.findall(r"-?\d+(?:\.\d+)?", numbers)]
        if command in "MLH":
            x = values[0]
        elif command == "h":
            x += values[0]
        reach.append(x)
    assert min(reach) >= -0.11
    assert max(reach) == pytest.approx(width, abs=0.11)


def test_the_five_verdicts_differ_in_shape_and_not_only_in_colour() -> None:
    outlines = {shape: shape_path(shape, 30.0) for shape in VerdictKind}
    waits = outlines.pop(VerdictKind.WAITS)  # a dashed outline of the whole plank
    assert waits == outlines[VerdictKind.AS_PLANNED]
    assert len(set(outlines.values())) == len(outlines)
    assert 'class="verdict overridden"' in verdict_sign(VerdictKind.EASED, overridden=True)
    assert 'aria-hidden="true"' in verdict_sign(VerdictKind.WAITS)
