""" "Lift" means up: what the phases of a repetition are called, against the poses of every version."""

import math
from dataclasses import replace

import pytest

from fairbench.core.exercises.phase_words import SLIGHT, PhaseWords, phase_words, points_of
from fairbench.core.formats.catalogue_doc import load_shelf
from tests.every import every

SHELF = load_shelf()
UP = {"lift", "rise", "slide up", "step up", "float up"}
DOWN = {"lower", "drop", "slide down", "roll down", "hinge", "sit"}


def rises(version, least: float) -> tuple[bool, bool]:
    """Whether something that moves a good way goes up, and whether something goes down, at least so steeply."""
    start, end = points_of(version)
    ways = {name: math.dist(start[name], end[name]) for name in start}
    moving = [name for name, way in ways.items() if way > SLIGHT / 2 and way > max(ways.values()) / 3]
    steep = [(end[name][2] - start[name][2]) / ways[name] for name in moving]
    return any(part > least for part in steep), any(part < -least for part in steep)


@every("exercise", SHELF.exercises.values(), ids=lambda exercise: exercise.id)
def test_what_is_called_up_goes_up_and_what_is_called_down_goes_down(exercise) -> None:
    for version in exercise.versions:
        words = phase_words(exercise, version)
        up, down = rises(version, 0.15)
        if words.work in UP:
            assert up, version.id
        if words.work in DOWN:
            assert down, version.id
        assert words.work != words.back


@pytest.mark.parametrize(
    ("exercise", "version", "words"),
    [
        ("rail-squat", "squat-both-hands", PhaseWords("bend", "rise")),
        ("push-up", "on-knees", PhaseWords("bend", "push")),
        ("hip-hinge", "hinge-standing", PhaseWords("hinge", "rise")),
        ("wall-slide", "facing-wall", PhaseWords("slide up", "slide down")),
        ("wall-sit", "sit-wall-quarter", PhaseWords("slide down", "slide up")),
        ("bottle-curl", "both-arms", PhaseWords("lift", "lower")),
        ("heel-drop", "drop-rail", PhaseWords("rise", "drop")),
        ("band-row", "one-arm", PhaseWords("pull", "return")),
        ("sit-to-stand", "arms-crossed", PhaseWords("rise", "sit")),
        ("ankle-pump", "pump-band", PhaseWords("push", "return")),
    ],
)
def test_known_ones(exercise, version, words) -> None:
    known = SHELF.exercise(exercise)
    assert phase_words(known, known.version(version)) == words


def test_where_nobody_says_it_the_poses_do() -> None:
    """Without a word of the catalogue, what rises is lifted and what sinks is lowered."""
    for exercise_id, version_id, word in (
        ("bottle-curl", "both-arms", "lift"),
        ("roll-down", "roll-standing", "lower"),
        ("band-row", "one-arm", "pull"),
        ("push-up", "on-knees", "lower"),
        ("wall-push", "arms-length", "lower"),
        ("neck-turn", "seated-tall", "turn"),
    ):
        known = SHELF.exercise(exercise_id)
        bare = replace(known, phases=None)
        assert phase_words(bare, replace(known.version(version_id), phases=None)).work == word
