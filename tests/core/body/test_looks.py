"""Who the figure is: drawn otherwise, held and weighed the same."""

import pytest

from fairbench.core.body.drawing.looks import USUAL, Build, Looks, Skin, read_looks
from fairbench.core.body.drawing.pictured import pictured
from fairbench.core.body.drawing.shapes import Role
from fairbench.core.body.view import View
from fairbench.core.errors import InputError
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.figures.palette import palette
from fairbench.figures.still import still_svg
from tests.every import every

SHELF = load_shelf()
EVERY = [Looks(build, skin, glasses) for build in Build for skin in Skin for glasses in (False, True)]
MOVEMENT = SHELF.exercise("band-row").version("one-arm").movement


@every("looks", EVERY)
def test_looks_are_written_and_read_alike(looks: Looks) -> None:
    assert read_looks(looks.code) == looks
    assert (looks.code == "") == (looks == USUAL)


@pytest.mark.parametrize("code", ["broad", "broad-green", "broad-dark-hat", "huge-dark", "-", "broad-dark-glasses-"])
def test_what_is_no_looks_is_refused(code: str) -> None:
    with pytest.raises(InputError, match="there are no looks"):
        read_looks(code)


def test_every_look_is_a_picture_of_its_own() -> None:
    drawn = {
        still_svg(MOVEMENT, palette("paper", skin=looks.skin), "T", view=View.FRONT, looks=looks) for looks in EVERY
    }
    assert len(drawn) == len(EVERY)


def test_the_usual_looks_are_what_is_drawn_without_any() -> None:
    assert still_svg(MOVEMENT, palette(), "T") == still_svg(MOVEMENT, palette(skin=Skin.TAN), "T", looks=USUAL)


@every("exercise", list(SHELF), ids=lambda exercise: exercise.id)
def test_glasses_sit_on_every_face_that_is_seen_and_nothing_else_changes(exercise) -> None:
    for version in exercise.versions:
        plain = pictured(version.movement, view=View.FRONT).full.shapes
        worn = pictured(version.movement, view=View.FRONT, looks=Looks(glasses=True)).full.shapes
        parts = {shape.part for shape in worn}
        assert ("glasses" in parts) == ("eyes" in parts)
        assert [shape for shape in worn if shape.part not in ("glasses", "lenses")] == list(plain)


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
