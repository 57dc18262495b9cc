"""The shelf: what ships is sound, and what is not is named with file, line and field."""

from dataclasses import replace
from pathlib import Path

import pytest
import yaml

from fairbench.core.body.movement import solved
from fairbench.core.checks import Situation, check
from fairbench.core.errors import CatalogueError, InputError
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.formats.catalogue_doc import exercise_value, load_shelf
from fairbench.core.formats.catalogue_folder import CATALOGUE
from fairbench.core.formats.movement_doc import MovementDoc, movement_document, movement_value
from fairbench.core.formats.session_templates_doc import load_session_templates
from fairbench.core.people.person import Group, Person
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.plan import Plan
from fairbench.core.plan.session_templates import MOST_SETS, draft
from fairbench.core.plan.shares import share_bounds
from tests.core.checks.asked import CONDITIONS, TIME
from tests.every import every

SHELF = load_shelf()


@pytest.mark.parametrize("shape", load_session_templates().values(), ids=lambda shape: shape.id)
@pytest.mark.parametrize("length", [30, 45, 60])
def test_a_draft_fits_its_time(shape, length: int) -> None:
    numbers = iter(range(1000))
    plan = draft(shape, Plan("Draft", length), Group(), SHELF, lambda: f"i{next(numbers)}")
    timeline = compile_timeline(plan, Group(), SHELF)
    assert 0.75 * length * 60 <= timeline.total <= length * 60
    seconds = dict(zip([b.kind for b in plan.blocks], timeline.block_seconds(), strict=True))
    low, high = share_bounds(BlockKind.STRENGTHEN, length * 60)
    assert 0.8 * low <= seconds[BlockKind.STRENGTHEN] <= high * 1.1
    assert seconds[BlockKind.CLOSE] > 0


@pytest.mark.parametrize("shape", load_session_templates().values(), ids=lambda shape: shape.id)
@pytest.mark.parametrize("length", [20, 30, 45, 60])
@pytest.mark.parametrize("pace", [1.0, 1.3, 1.6])
def test_a_draft_passes_our_own_checks(shape, length: int, pace: float) -> None:
    numbers = iter(range(1000))
    group = Group((Person("p", "P", pace),))
    plan = draft(shape, Plan("Draft", length), group, SHELF, lambda: f"i{next(numbers)}")
    now = Situation(plan, group, SHELF, CONDITIONS)
    assert [finding.title for finding in check(now, (*TIME, "one-side-more")).findings] == []
    for item in plan.items():
        usual = SHELF.exercise(item.exercise).version(item.version).dose
        dose = item.dose or usual
        assert dose.sets <= MOST_SETS
        assert dose.time.work / dose.sets <= 2 * usual.time.work / usual.sets


GOOD = """
- id: test-move
  name: Test move
  short: Test
  purpose: Testing.
  aim: {region: hip, quality: strength, action: squat}
  block: strengthen
  one_repetition: one
  base: a
  position: seated
  breath: Out.
  dose: {kind: repetitions, reps: 8}
  cues: {set_up: [Sit.], do: ["Lift your {side} knee."], watch: [Sway.], stop: Pain.}
  poses: {start: {}, end: {legs: [march, ""]}}
  versions:
    - {id: a, name: easy}
    - {id: b, name: hard}
"""


def catalogue(folder: Path, exercises: str) -> Path:
    (folder / "exercises").mkdir()
    (folder / "props.yaml").write_text((CATALOGUE / "props.yaml").read_text(encoding="utf-8"), encoding="utf-8")
    (folder / "exercises/own.yaml").write_text(exercises, encoding="utf-8")
    return folder


def test_a_catalogue_of_ones_own(tmp_path: Path) -> None:
    shelf = load_shelf(catalogue(tmp_path, GOOD))
    assert [version.position for version in shelf.exercise("test-move").versions] == ["seated", "seated"]


@pytest.mark.parametrize(
    ("old", "new", "says"),
    [
        ("name: Test move", "nome: Test move", "own.yaml, line 2"),
        ("reps: 8", "reps: 0", "own.yaml, line 12, test-move.dose.reps: repetitions must be 1 to 100"),
        ("region: hip", "region: tail", "own.yaml, line 6, [0].aim.region"),
        ("{side}", "{sdie}", "unknown token {sdie}; use {side}, {other}, {toward} or {away}"),
        ("base: a", "base: z", "own.yaml, line 9, test-move.base: the base 'z' is none of its versions"),
        ("id: b, name: hard", "id: b, name: hard, props: [kite]", "own.yaml, line 17, test-move.versions[1].props"),
        ("id: b,", "id: a,", "two versions have the same id"),
        ("  breath: Out.\n", "", "is missing here and at the exercise"),
        ("short: Test", "short: Far too long", "own.yaml, line 4, [0].short"),
        ("aim: {", "aim: [", "not YAML"),
        (GOOD, GOOD + GOOD, "'test-move' stands twice"),
        (GOOD, "", "own.yaml: the file is empty"),
        ("end: {legs", "finish: {legs", "own.yaml, line 14, [0].poses.finish: is not a field"),
        ("start: {}, ", "", "test-move.versions[0].poses: needs at least a start and an end"),
        ("name: hard}", "name: hard, with: [kite]}", "versions[1].with: there is no way to hold 'kite'"),
        ("name: hard}", "name: hard, with: [band moon]}", "'band' cannot be at 'moon'"),
        (
            "name: hard}",
            "name: hard, demands: {hip_flexion: 2}}",
            "versions[1].demands: 'hip_flexion' is not declared but",
        ),
        ("name: hard}", "name: hard, demands: {impact: 9}}", "'impact' goes from 0 to 3, not 9"),
        ("name: hard}", "name: hard, works: [tail]}", "versions[1].works: 'tail' is no part that can work"),
        ('legs: [march, ""]', "legs: [a, b, c]", "versions[0].poses.end.legs: needs one word, or two"),
    ],
)
def test_a_bad_catalogue_names_file_line_and_field(tmp_path: Path, old: str, new: str, says: str) -> None:
    with pytest.raises(CatalogueError) as error:
        load_shelf(catalogue(tmp_path, GOOD.replace(old, new)))
    assert says in str(error.value)


def test_an_own_exercise_is_read_with_every_pose_held_up() -> None:
    document = yaml.safe_load(GOOD)[0]
    exercise = exercise_value(document, load_shelf().props)
    assert exercise.id == "test-move"
    document["poses"]["end"]["knee_flex"] = 300
    with pytest.raises(InputError, match=r"versions\[0\].poses.end.*knee_flex.*300°"):
        exercise_value(document, load_shelf().props)


@pytest.mark.sweep
@every("exercise", list(SHELF), ids=lambda e: e.id)
def test_a_movement_goes_out_and_comes_back_the_same(exercise) -> None:
    for version in exercise.versions:
        doc = MovementDoc.model_validate(movement_document(version.movement))
        back = movement_value(doc, None, version.position, version.props)
        assert solved(back)[-1][1].points == solved(version.movement)[-1][1].points
        assert replace(back, poses=()) == replace(version.movement, poses=())


def test_a_bad_template_is_named(tmp_path: Path) -> None:
    catalogue(tmp_path, GOOD)
    shape = "- {id: s, name: S, says: x, blocks: [{kind: settle, share: 0.1, exercises: [nowhere]}]}\n"
    (tmp_path / "session_templates.yaml").write_text(shape, encoding="utf-8")
    with pytest.raises(CatalogueError, match=r"session_templates.yaml, s, settle: there is no exercise 'nowhere'"):
        load_session_templates(tmp_path)
