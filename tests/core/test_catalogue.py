"""The shelf: what ships is sound, and what is not is named with file, line and field."""

from pathlib import Path

import pytest

from fairbench.core.checks.time import share_bounds
from fairbench.core.drafting import draft
from fairbench.core.errors import CatalogueError
from fairbench.core.exercises import BlockKind
from fairbench.core.formats.catalogue_doc import CATALOGUE, load_shelf
from fairbench.core.formats.shapes_doc import load_shapes
from fairbench.core.people import Group
from fairbench.core.plans import Plan
from fairbench.core.positions import Level
from fairbench.core.timeline import compile_timeline

SHELF = load_shelf()


def test_the_shelf_covers_a_session() -> None:
    assert len(SHELF) >= 30
    blocks = {kind: [e for e in SHELF if e.block is kind] for kind in BlockKind}
    assert all(len(exercises) >= 3 for exercises in blocks.values())
    actions = {e.aim.action for e in blocks[BlockKind.STRENGTHEN]}
    assert {"pull", "push", "squat", "extend"} <= actions
    on_the_mat = [e for e in SHELF if e.version(e.base).position.level is Level.FLOOR]
    assert len(on_the_mat) >= 4


@pytest.mark.parametrize("exercise", list(SHELF), ids=lambda e: e.id)
def test_every_exercise_is_whole(exercise) -> None:
    assert 2 <= len(exercise.versions) <= 4
    assert exercise.purpose.endswith(".")
    assert len({version.name for version in exercise.versions}) == len(exercise.versions)
    for version in exercise.versions:
        assert version.change, version.id
        assert version.cues.set_up
        assert version.cues.do
        assert version.cues.watch
        assert version.cues.stop
        assert 20 <= version.dose.time.total <= 400, version.id
        if version.position.level is Level.FLOOR:
            assert "mat" in version.props, version.id
        if version.safe_seconds and hasattr(version.dose.work, "tempo"):
            assert version.dose.work.tempo.seconds >= version.safe_seconds, version.id


def test_names_stand_once() -> None:
    for names in ([e.name for e in SHELF], [e.short for e in SHELF], [e.purpose for e in SHELF]):
        assert len(set(names)) == len(names)


def test_search_takes_words_in_any_order() -> None:
    assert SHELF.search("ROW band") == (SHELF.exercise("band-row"),)
    assert SHELF.search("stairs climbing") == (SHELF.exercise("knee-straighten"),)
    assert "heel-raise" in {e.id for e in SHELF.search("rail")}
    assert SHELF.search("zeppelin") == ()
    assert len(SHELF.search("  ")) == len(SHELF)


@pytest.mark.parametrize("shape", load_shapes().values(), ids=lambda shape: shape.id)
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


GOOD = """
- id: test-move
  name: Test move
  short: Test
  purpose: Testing.
  aim: {region: hip, quality: strength, action: squat}
  block: strengthen
  counts_as: one
  base: a
  position: seated
  breath: Out.
  dose: {kind: repetitions, reps: 8}
  cues: {set_up: [Sit.], do: ["Lift your {side} knee."], watch: [Sway.], stop: Pain.}
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
        ("{side}", "{sdie}", "unknown token {sdie}; use {side} or {other}"),
        ("base: a", "base: z", "own.yaml, line 9, test-move.base: the base 'z' is none of its versions"),
        ("id: b, name: hard", "id: b, name: hard, props: [kite]", "own.yaml, line 16, test-move.versions[1].props"),
        ("id: b,", "id: a,", "two versions have the same id"),
        ("  breath: Out.\n", "", "is missing here and at the exercise"),
        ("short: Test", "short: Far too long", "own.yaml, line 4, [0].short"),
        ("aim: {", "aim: [", "not YAML"),
        (GOOD, GOOD + GOOD, "'test-move' stands twice"),
        (GOOD, "", "own.yaml: the file is empty"),
    ],
)
def test_a_bad_catalogue_names_file_line_and_field(tmp_path: Path, old: str, new: str, says: str) -> None:
    with pytest.raises(CatalogueError) as error:
        load_shelf(catalogue(tmp_path, GOOD.replace(old, new)))
    assert says in str(error.value)


def test_a_bad_shape_is_named(tmp_path: Path) -> None:
    catalogue(tmp_path, GOOD)
    shape = "- {id: s, name: S, says: x, blocks: [{kind: settle, share: 0.1, exercises: [nowhere]}]}\n"
    (tmp_path / "shapes.yaml").write_text(shape, encoding="utf-8")
    with pytest.raises(CatalogueError, match=r"shapes.yaml, s, settle: there is no exercise 'nowhere'"):
        load_shapes(tmp_path)
