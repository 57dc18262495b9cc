"""Plans of every earlier version can be read: what was retired has its successor, what is unknown is told."""

from pathlib import Path

import pytest

from fairbench.core.dose.dose import Dose
from fairbench.core.dose.work import Repetitions
from fairbench.core.errors import CatalogueError
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.exercises.successors import Successor
from fairbench.core.formats.catalogue_folder import CATALOGUE
from fairbench.core.formats.plan_doc import read_plan_file, write_plan
from fairbench.core.formats.successors_doc import load_successors
from fairbench.core.people.person import Group
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.plan.readable import readable
from tests.core.strategies import SHELF
from tests.every import every

EVER = [
    tuple(line.split())
    for line in (Path(__file__).parents[2] / "data/ever_offered.txt").read_text(encoding="utf-8").splitlines()
]
"""Every version that any version of the catalogue on main ever offered, by exercise and id. Add to it, never remove."""


def plan_of(*items: Item) -> Plan:
    return Plan("Old plan", 45, (Block(BlockKind.STRENGTHEN, items),))


def test_everything_offered_today_is_on_the_list_of_what_ever_was() -> None:
    offered = {(exercise.id, version.id) for exercise in SHELF for version in exercise.versions}
    assert offered - set(EVER) == set()


@every(("exercise", "version"), EVER)
def test_whatever_was_ever_offered_can_be_read_and_compiled(exercise: str, version: str) -> None:
    found = readable(plan_of(Item("a", exercise, version)), SHELF, load_successors())
    assert len(list(found.plan.items())) == 1, found.told
    assert compile_timeline(found.plan, Group(), SHELF).total > 0


def test_a_renamed_version_keeps_its_dose_and_tells_nobody() -> None:
    dose = Dose(Repetitions(6))
    found = readable(plan_of(Item("a", "band-row", "long-sit-band", dose)), SHELF, load_successors())
    (item,) = found.plan.items()
    assert (item.version, item.dose, found.told) == ("band-round-feet", dose, ())


def test_another_version_in_the_place_of_one_retired_comes_at_its_usual_dose_and_is_told() -> None:
    after = {("old-thing", "v"): Successor("bridge", "full-bridge", "Old thing, hard")}
    found = readable(plan_of(Item("a", "old-thing", "v", Dose(Repetitions(6)), note="Mind the knee")), SHELF, after)
    (item,) = found.plan.items()
    assert (item.id, item.exercise, item.version, item.dose, item.note) == (
        "a",
        "bridge",
        "full-bridge",
        None,
        "Mind the knee",
    )
    assert "“Old thing, hard” is not offered any more. Bridge" in found.told[0]


def test_what_nobody_knows_is_left_out_and_told() -> None:
    found = readable(plan_of(Item("a", "no-such", "v"), Item("b", "bridge", "full-bridge")), SHELF, {})
    assert [item.id for item in found.plan.items()] == ["b"]
    assert "“no-such, v” is not known here" in found.told[0]


def test_a_plan_that_is_whole_is_the_same_plan() -> None:
    plan = plan_of(Item("b", "bridge", "full-bridge"))
    assert readable(plan, SHELF, load_successors()).plan is plan


def test_a_file_with_a_retired_version_is_read() -> None:
    file = read_plan_file(write_plan(plan_of(Item("a", "band-row", "long-sit-band"))), SHELF)
    assert [item.version for item in file.plan.items()] == ["band-round-feet"]


@pytest.mark.parametrize(
    ("text", "says"),
    [
        (
            "- {exercise: a, version: b, name: C, now: {exercise: no-such, version: x}}",
            "there is no exercise 'no-such'",
        ),
        (
            "- {exercise: bridge, version: full-bridge, name: C, now: {exercise: bridge, version: full-bridge}}",
            "offered as well",
        ),
        ("- {exercise: a, version: b}", "line 1"),
    ],
)
def test_a_retired_file_that_is_wrong_is_named(tmp_path: Path, text: str, says: str) -> None:
    for path in CATALOGUE.iterdir():
        (tmp_path / path.name).symlink_to(path)
    (tmp_path / "retired.yaml").unlink()
    (tmp_path / "retired.yaml").write_text(text, encoding="utf-8")
    with pytest.raises(CatalogueError, match=says):
        load_successors(tmp_path)
