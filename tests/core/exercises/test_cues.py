"""Cues as they are said: the side filled in, and a capital at the beginning, over the whole catalogue."""

import re

import pytest

from fairbench.core.exercises.cues import on_second_side, say
from fairbench.core.exercises.exercise import Exercise
from fairbench.core.exercises.limbs import Limbs
from fairbench.core.positions import Level, Position
from fairbench.core.sides import Side, Sides
from tests.core.strategies import SHELF
from tests.every import every


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


@every("exercise", SHELF.exercises.values(), ids=lambda exercise: exercise.id)
def test_every_cue_begins_with_a_capital(exercise: Exercise) -> None:
    for version in exercise.versions:
        for cue in (*version.cues.set_up, *version.cues.do, *version.cues.watch, version.cues.stop, version.breath):
            for side in (None, *Side):
                assert say(cue, side)[:1] == say(cue, side)[:1].upper()


_AFTER_SIDE = re.compile(r"\b(?:working|other)\b(?! [a-z])")
"""A side word with nothing after it that has sides."""
_READS_ALONE = ("the other.", "each other")


@every("exercise", SHELF.exercises.values(), ids=lambda exercise: exercise.id)
def test_side_words_are_whole_on_both_sides_and_without_one(exercise: Exercise) -> None:
    """No token is left over, "to the working" is never said, and the mirrored cue differs by its side words alone."""
    for version in exercise.versions:
        for cue in (*version.cues.set_up, *version.cues.do, *version.cues.watch, version.cues.stop):
            for side in (None, *Side):
                assert not set("{}") & set(say(cue, side)), (version.id, cue)
            neutral = say(cue, None)
            for found in _AFTER_SIDE.finditer(neutral) if "{" in cue else ():
                around = neutral[max(0, found.start() - 4) : found.end() + 20]
                assert any(words in around for words in _READS_ALONE), (version.id, neutral)
            left, right = say(cue, Side.LEFT).lower(), say(cue, Side.RIGHT).lower()
            assert "{" not in cue or swapped(left) == right, (version.id, cue)


def swapped(text: str) -> str:
    """A cue with left and right changed about."""
    return re.sub(r"\b(left|right)\b", lambda found: {"left": "right", "right": "left"}[found[0]], text)


@every("exercise", SHELF.exercises.values(), ids=lambda exercise: exercise.id)
def test_one_side_at_a_time_says_which_and_both_together_says_none(exercise: Exercise) -> None:
    for version in exercise.versions:
        cues = (*version.cues.set_up, *version.cues.do)
        named = any("{" in cue for cue in cues)
        if version.limbs is Limbs.ONE_AT_A_TIME:
            assert named, version.id
        if version.limbs in (Limbs.TOGETHER, Limbs.WITHOUT_SIDES):
            assert not any("{" in cue for cue in (*cues, *version.cues.watch)), version.id


@pytest.mark.parametrize(
    ("cues", "said"),
    [
        (("Lift one knee, put it down, then the other.",), ("Lift one knee, put it down.",)),
        (("Step out.", "Then the other side."), ("Step out.",)),
        (("Come back, then the other.", "Stay tall."), ("Come back.", "Stay tall.")),
        (("Look to the other side of the room.",), ("Look to the other side of the room.",)),
    ],
)
def test_the_second_side_is_not_told_of_another(cues, said) -> None:
    assert on_second_side(cues) == said


@every("exercise", SHELF.exercises.values(), ids=lambda exercise: exercise.id)
def test_no_cue_is_lost_on_the_second_side(exercise: Exercise) -> None:
    for version in exercise.versions:
        second = on_second_side(version.cues.do)
        assert second
        if version.dose.sides is not Sides.TOGETHER:
            assert not any("then the other" in cue.lower() for cue in second), version.id


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


@every("exercise", SHELF.exercises.values(), ids=lambda exercise: exercise.id)
def test_a_name_makes_sense_beside_every_version(exercise: Exercise) -> None:
    for text in (exercise.name, exercise.short):
        for word in text.lower().split():
            if text == exercise.short and word == "ring":
                continue  # a circle of the knee
            for version in exercise.versions if word in _IN_EVERY_VERSION else ():
                assert _IN_EVERY_VERSION[word](version), f"{text} · {version.name}"
