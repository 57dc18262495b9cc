"""Cues as they are said: the side filled in, and a capital at the beginning, over the whole catalogue."""

import pytest

from fairbench.core.exercises.cues import say
from fairbench.core.exercises.exercise import Exercise
from fairbench.core.positions import Level, Position
from fairbench.core.sides import Side
from tests.core.strategies import SHELF


@pytest.mark.parametrize(
    ("cue", "side", "said"),
    [
        ("{side} arm hanging, {other} hand on your thigh.", Side.LEFT, "Left arm hanging, right hand on your thigh."),
        ("{other} hand on the rail.", None, "Other hand on the rail."),
        ("Lift your {side} foot.", Side.RIGHT, "Lift your right foot."),
    ],
)
def test_a_cue_for_a_side(cue: str, side: Side | None, said: str) -> None:
    assert say(cue, side) == said


@pytest.mark.parametrize("exercise", SHELF.exercises.values(), ids=lambda exercise: exercise.id)
def test_every_cue_begins_with_a_capital(exercise: Exercise) -> None:
    for version in exercise.versions:
        for cue in (*version.cues.set_up, *version.cues.do, *version.cues.watch, version.cues.stop, version.breath):
            for side in (None, *Side):
                assert say(cue, side)[:1] == say(cue, side)[:1].upper()


def test_no_two_exercises_have_the_same_short_label() -> None:
    labels = [exercise.short for exercise in SHELF.exercises.values()]
    assert len(set(labels)) == len(labels)


_IN_EVERY_VERSION = {
    "wall": lambda version: "wall" in version.props,
    "band": lambda version: "band" in version.props,
    "ball": lambda version: {"small-ball", "large-ball"} & set(version.props),
    "ring": lambda version: "flex-ring" in version.props,
    "roller": lambda version: {"roller", "half-roller"} & set(version.props),
    "stick": lambda version: "stick" in version.props,
    "towel": lambda version: "towel" in version.props,
    "seated": lambda version: version.position.level is Level.SEATED,
    "standing": lambda version: version.position.level is Level.STANDING,
    "kneeling": lambda version: version.position in (Position.KNEELING, Position.HALF_KNEELING),
    "lying": lambda version: version.position in (Position.SUPINE, Position.PRONE, Position.SIDE_LYING),
    "side-lying": lambda version: version.position is Position.SIDE_LYING,
}


@pytest.mark.parametrize("exercise", SHELF.exercises.values(), ids=lambda exercise: exercise.id)
def test_a_name_makes_sense_beside_every_version(exercise: Exercise) -> None:
    for text in (exercise.name, exercise.short):
        for word in text.lower().split():
            if text == exercise.short and word == "ring":
                continue  # a circle of the knee
            for version in exercise.versions if word in _IN_EVERY_VERSION else ():
                assert _IN_EVERY_VERSION[word](version), f"{text} · {version.name}"
