"""Exercises out to files and in from them: YAML and JSON say the same, and what is wrong is named by its place."""

import json
from dataclasses import fields, replace

import pytest

from fairbench.core.errors import InputError
from fairbench.core.exercises.exercise import Exercise
from fairbench.core.formats.catalogue_doc import ExerciseDoc, exercise_value, load_shelf
from fairbench.core.formats.exercises_doc import (
    MOST,
    exercise_document,
    read_exercises,
    with_exercises,
    write_json,
    write_yaml,
)
from tests.every import every

SHELF = load_shelf()
ROPE = """
id: rope-reach
name: Rope reach
short: Rope
purpose: Taking in a line.
aim: {region: shoulder, quality: strength, action: pull}
block: strengthen
one_repetition: there and back
base: on-chair
cues: {}
versions:
  - id: on-chair
    name: on a chair
    position: seated
    dose: {kind: repetitions, reps: 8, sides: each_side}
    breath: Out as you pull.
    cues: {set_up: [Sit tall.], do: ["Reach your {side} hand up."], watch: [Leaning.], stop: Stop for pain.}
    poses:
      start: {}
      end: {side_shoulder_flex: 90}
"""


def alike(one: Exercise, other: Exercise) -> None:
    assert replace(one, versions=()) == replace(other, versions=())
    for version, read in zip(one.versions, other.versions, strict=True):
        for field in fields(version):
            assert getattr(version, field.name) == getattr(read, field.name), f"{version.id} {field.name}"


@pytest.mark.sweep
@every("exercise", list(SHELF), ids=lambda exercise: exercise.id)
def test_a_document_says_all_of_an_exercise(exercise: Exercise) -> None:
    document = json.loads(json.dumps(exercise_document(exercise)))
    ExerciseDoc.model_validate(document)
    alike(exercise, exercise_value(document, SHELF.props))


@pytest.mark.parametrize("write", [write_json, write_yaml])
def test_out_and_in_again(write) -> None:
    documents = [exercise_document(SHELF.exercise(name)) for name in ("band-row", "bridge", "shoulder-rolls")]
    assert list(read_exercises(write(documents).encode(), SHELF).values()) == documents


def test_one_alone_needs_no_list_around_it() -> None:
    (document,) = read_exercises(ROPE.encode(), SHELF).values()
    stock = with_exercises(SHELF, {"rope-reach": document})
    assert stock.exercise("rope-reach").version("on-chair").name == "on a chair"
    assert stock.exercise("band-row") is SHELF.exercise("band-row")


@pytest.mark.parametrize(
    ("old", "new", "says"),
    [
        ("position: seated", "position: flying", "line 14, versions\\[0\\].position: .*not 'flying'"),
        ("short: Rope", "short: Ropes and knots", "line 4, short: has at most 9"),
        ("reps: 8", "reps: 0", "line 15, versions\\[0\\].dose"),
        ("side_shoulder_flex: 90", "side_shoulder_flex: 900", "line 20, versions\\[0\\].poses.end"),
        ("purpose: Taking in a line.", "purpose: 2026-11-26", "neither text, nor a number"),
        ("purpose: Taking in a line.", "purpose: .inf", "neither text, nor a number"),
        ("aim: {", "aim: [", "line 6: not YAML"),
        ("name: Rope reach", "name: Rope reach\nname: Again", "line 4: .*duplicate key"),
        ("cues: {}", "cues: &c {}\nbreath: *c", "line 11: .*stands for something else"),
        ("cues: {}", 'cues: {"stop": "\\0"}', "control character"),
    ],
)
def test_what_is_wrong_is_named_by_its_line(old: str, new: str, says: str) -> None:
    with pytest.raises(InputError, match=says):
        read_exercises(ROPE.replace(old, new).encode(), SHELF)


def test_a_file_that_is_none_is_refused() -> None:
    one = read_exercises(ROPE.encode(), SHELF)["rope-reach"]
    for data, says in (
        (b"", "empty"),
        (b"[]", "1 to 60"),
        (b"\xff", "UTF-8"),
        (b"x" * 1_000_001, "1.0 MB"),
        (b"[" * 100_000, "nested"),
        (json.dumps([one] * (MOST + 1)).encode(), "not 61"),
        (json.dumps([one, one]).encode(), "\\[1\\].id: 'rope-reach' stands twice"),
        (json.dumps([{**one, "base": "none"}]).encode(), "\\[0\\].base"),
        (json.dumps(one)[:-1].encode(), "not JSON"),
    ):
        with pytest.raises(InputError, match=says):
            read_exercises(data, SHELF)
