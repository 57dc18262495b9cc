"""Who the figure is: drawn otherwise, held and weighed the same."""

from itertools import product

import pytest

from fairbench.core.body.drawing.aids import stick_hand, suits
from fairbench.core.body.drawing.looks import USUAL, Aid, Build, Looks, Skin, read_looks
from fairbench.core.body.drawing.pictured import pictured
from fairbench.core.body.drawing.scene import draw
from fairbench.core.body.drawing.shapes import Role, Shape
from fairbench.core.body.movement import Movement, solved
from fairbench.core.body.view import View
from fairbench.core.errors import InputError
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.positions import Level
from fairbench.figures.palette import palette
from fairbench.figures.still import still_svg
from tests.every import every

SHELF = load_shelf()
EVERY = [Looks(*one) for one in product(Build, Skin, (False, True), Aid)]
WITHOUT = [looks for looks in EVERY if not looks.aid]
MOVEMENT = SHELF.exercise("band-row").version("one-arm").movement


@every("looks", EVERY)
def test_looks_are_written_and_read_alike(looks: Looks) -> None:
    assert read_looks(looks.code) == looks
    assert (looks.code == "") == (looks == USUAL)


@pytest.mark.parametrize(
    "code",
    ["broad", "broad-green", "broad-dark-hat", "huge-dark", "-", "broad-dark-glasses-", "broad-dark-stick-glasses"],
)
def test_what_is_no_looks_is_refused(code: str) -> None:
    with pytest.raises(InputError, match="there are no looks"):
        read_looks(code)


def test_every_look_is_a_picture_of_its_own() -> None:
    drawn = {
        still_svg(MOVEMENT, palette("paper", skin=looks.skin), "T", view=View.FRONT, looks=looks) for looks in WITHOUT
    }
    assert len(drawn) == len(WITHOUT)


def test_the_usual_looks_are_what_is_drawn_without_any() -> None:
    assert still_svg(MOVEMENT, palette(), "T") == still_svg(MOVEMENT, palette(skin=Skin.TAN), "T", looks=USUAL)


@pytest.mark.sweep
@every("exercise", list(SHELF), ids=lambda exercise: exercise.id)
def test_glasses_sit_on_every_face_that_is_seen_and_nothing_else_changes(exercise) -> None:
    for version in exercise.versions:
        plain = pictured(version.movement, view=View.FRONT).full.shapes
        worn = pictured(version.movement, view=View.FRONT, looks=Looks(glasses=True)).full.shapes
        parts = {shape.part for shape in worn}
        assert ("glasses" in parts) == ("eyes" in parts)
        assert [shape for shape in worn if shape.part not in ("glasses", "lenses")] == list(plain)


def drawn(movement: Movement, aid: Aid) -> tuple[Shape, ...]:
    """The last pose, with what the others leave there."""
    poses = tuple(pose for _, pose in solved(movement))
    return draw(poses[-1], movement.view, movement.held, movement.mat, also=poses[:-1], looks=Looks(aid=aid)).shapes


@every("exercise", list(SHELF), ids=lambda exercise: exercise.id)
def test_a_wheelchair_stands_where_the_chair_did_and_nothing_else_changes(exercise) -> None:
    for version in exercise.versions:
        poses = [pose for _, pose in solved(version.movement)]
        fits = suits(Aid.WHEELCHAIR, poses, version.movement.held)
        rises = {pose.pose.position.level for pose in poses} != {Level.SEATED}
        on_seat = any("seat" in hand for pose in poses for hand in pose.hands.values())
        assert not (fits and (rises or on_seat)), version.id
        plain, wheels = drawn(version.movement, Aid.NONE), drawn(version.movement, Aid.WHEELCHAIR)
        assert ("wheelchair" in {shape.part for shape in wheels}) == fits, version.id
        chairs = {"chair", "wheelchair"} if fits else set()
        rest, kept = ([one for one in shapes if one.part not in chairs] for shapes in (wheels, plain))
        assert rest == kept, version.id


@every("exercise", list(SHELF), ids=lambda exercise: exercise.id)
def test_a_walking_stick_hangs_on_the_chair_or_is_held_by_a_hand_that_does_nothing_else(exercise) -> None:
    for version in exercise.versions:
        poses = [pose for _, pose in solved(version.movement)]
        fits = suits(Aid.STICK, poses, version.movement.held)
        plain, stick = drawn(version.movement, Aid.NONE), drawn(version.movement, Aid.STICK)
        assert ("walking stick" in {shape.part for shape in stick}) == fits, version.id
        assert [one for one in stick if one.part != "walking stick"] == list(plain), version.id
        hand = stick_hand(poses)
        if fits and hand is not None:
            assert all(pose.hands[hand] == "free" and pose.hands[hand.other] != "free" for pose in poses), version.id


def test_most_of_what_is_done_seated_is_done_in_a_wheelchair() -> None:
    movements = [version.movement for exercise in SHELF for version in exercise.versions]
    fits = [suits(Aid.WHEELCHAIR, [pose for _, pose in solved(one)], one.held) for one in movements]
    assert sum(fits) > 300


def test_a_broad_body_is_broader_and_its_hands_are_where_they_were() -> None:
    boxes = {}
    for build in Build:
        shapes = pictured(MOVEMENT, view=View.FRONT, looks=Looks(build)).full.shapes
        boxes[build] = {shape.part: [piece.box() for piece in shape.pieces] for shape in shapes}
    width = {build: max(b[2] for b in of["trunk"]) - min(b[0] for b in of["trunk"]) for build, of in boxes.items()}
    assert width[Build.SLIGHT] < width[Build.MEDIUM] < width[Build.BROAD]
    assert boxes[Build.SLIGHT]["right_hand"] == boxes[Build.BROAD]["right_hand"]


def test_skin_is_of_the_palette_and_print_stays_legible() -> None:
    tones = {palette("paper", skin=skin).fills[Role.SKIN] for skin in Skin}
    assert len(tones) == 3
    assert len({palette("print", skin=skin).fills[Role.SKIN] for skin in Skin}) == 1
