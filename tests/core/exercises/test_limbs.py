"""How left and right take part, and which doses follow."""

import json

import pytest

from fairbench.core.dose.dose import Dose
from fairbench.core.dose.work import Repetitions
from fairbench.core.errors import InputError
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.exercises.limbs import Limbs, allowed_sides
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.plan_doc import plan_document, plan_value, read_plan
from fairbench.core.formats.successors_doc import load_successors
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.plan.readable import readable
from fairbench.core.sides import Sides
from tests.every import every

SHELF = load_shelf()
VERSIONS = [(exercise, version) for exercise in SHELF for version in exercise.versions]


def plan_with(sides: Sides) -> Plan:
    dose = Dose(Repetitions(8), sides)
    return Plan("P", 45, (Block(BlockKind.STRENGTHEN, (Item("a", "band-row", "one-arm", dose),)),))


@every(("exercise", "version"), VERSIONS, ids=[f"{e.id}-{v.id}" for e, v in VERSIONS])
def test_every_version_says_how_its_limbs_work(exercise, version) -> None:
    assert version.dose.sides in version.sides
    for sides in Sides:
        other = exercise.done_with(version, sides)
        assert other is None or sides in other.sides
        assert (other is version) == (sides in version.sides)


def test_what_is_worked_one_at_a_time_is_never_done_together() -> None:
    assert allowed_sides(Limbs.ONE_AT_A_TIME, Sides.EACH_SIDE) == {
        Sides.EACH_SIDE,
        Sides.EACH_SIDE_AND_DIRECTION,
        Sides.ONE_SIDE,
        Sides.ALTERNATING,
    }
    assert allowed_sides(Limbs.TOGETHER, Sides.TOGETHER) == {Sides.TOGETHER, Sides.EACH_DIRECTION}
    row = SHELF.exercise("band-row")
    assert row.version("one-arm").limbs is Limbs.ONE_AT_A_TIME
    assert row.done_with(row.version("one-arm"), Sides.TOGETHER).id == "band-round-feet"
    assert row.done_with(row.version("band-round-feet"), Sides.EACH_SIDE).id == "one-arm"


def test_a_file_that_wants_a_one_armed_row_with_both_together_is_refused() -> None:
    file = json.dumps(plan_document(plan_with(Sides.TOGETHER)))
    with pytest.raises(InputError, match="one side works at a time") as error:
        read_plan(file, SHELF)
    assert error.value.place == "blocks[0].items[0].dose.sides"
    assert read_plan(json.dumps(plan_document(plan_with(Sides.ALTERNATING))), SHELF)


def test_a_stored_plan_with_such_sides_is_read_with_the_usual_ones_and_told() -> None:
    stored = plan_value(plan_document(plan_with(Sides.TOGETHER)))
    found = readable(stored, SHELF, load_successors())
    assert next(found.plan.items()).dose.sides is Sides.EACH_SIDE
    assert next(found.plan.items()).dose.work.reps == 8
    assert "one side works at a time" in found.told[0]
