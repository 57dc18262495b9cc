"""Left and right summed by region, and what is uneven without a reason."""

from dataclasses import replace

from fairbench.core.checks import side_sums
from fairbench.core.dose.dose import Dose
from fairbench.core.dose.work import Repetitions
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.people.person import Group
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.sides import First, Sides
from tests.core.checks.asked import asked, situation
from tests.core.strategies import SHELF


def timeline(*doses: Dose, note: str = ""):
    items = tuple(Item(f"i{n}", "bottle-curl", "no-weight", dose, note=note) for n, dose in enumerate(doses))
    return compile_timeline(Plan("P", 45, (Block(BlockKind.STRENGTHEN, items),)), Group(), SHELF)


def check_sides(value):
    return asked(situation(value.plan), "one-side-more")


def sums(*doses: Dose) -> list[tuple[float, float, float]]:
    return [(row.left, row.right, row.own) for row in side_sums(timeline(*doses))]


def test_each_side_is_summed() -> None:
    each = Dose(Repetitions(8), Sides.EACH_SIDE)
    assert sums(each) == [(32, 32, 0)]
    assert sums(each, Dose(Repetitions(8), Sides.ALTERNATING)) == [(64, 64, 0)]
    assert sums(replace(each, more=1)) == [(64, 32, 0)]
    assert sums(Dose(Repetitions(8), Sides.ONE_SIDE, first=First.RIGHT)) == [(0, 32, 0)]
    assert sums(replace(each, first=First.WEAKER)) == [(0, 0, 64)]
    assert sums() == []


def test_what_is_uneven_says_why_in_its_note() -> None:
    one = Dose(Repetitions(8), Sides.ONE_SIDE)
    more = Dose(Repetitions(8), Sides.EACH_SIDE, more=1)
    assert [finding.item for finding in check_sides(timeline(one, more, Dose(Repetitions(8), Sides.EACH_SIDE)))] == [
        "i0",
        "i1",
    ]
    assert check_sides(timeline(one, more, note="After the stroke, on the affected arm.")) == ()
