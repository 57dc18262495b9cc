"""Cues as they are said: the side filled in, and a capital at the beginning, over the whole catalogue."""

import pytest

from fairbench.core.exercises.cues import say
from fairbench.core.exercises.exercise import Exercise
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
