"""Doses that fit the time: against trying everything, with what is locked kept, and whole figures."""

from collections.abc import Iterator
from itertools import combinations, product

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from fairbench.core.exercises.aim import BlockKind
from fairbench.core.people.person import Group
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.plan import Plan
from fairbench.core.plan.plan_edits import EditKind, PlanEdit, apply_all
from fairbench.core.plan.to_the_time import MOST_LEFT_OUT, Way, _Search, at_least, cheapest, fill, shorten
from tests.core.checks.written import plan_of
from tests.core.strategies import SHELF

GROUP = Group()
PARTS = (
    "band-row sets=3",
    "ring-press sets=2 reps=12",
    "bottle-curl sets=2",
    "calf-stretch hold=30",
    "heel-raise sets=3 extra",
    "seated-jacks timed=90",
    "sit-to-stand sets=2 locked",
)


def seconds(plan: Plan) -> float:
    return compile_timeline(plan, GROUP, SHELF).total


def everything(plan: Plan, target: float) -> float:
    """The least that can be lost by trying every way of every item, and every set that is left out."""
    search = _Search(plan, GROUP, SHELF, compile_timeline(plan, GROUP, SHELF), None)
    best = float("inf")
    most = min(MOST_LEFT_OUT, len(list(plan.items())) - 1)
    for number in range(most + 1):
        for out in combinations(search.ways, number):
            gone = tuple(PlanEdit(EditKind.LEAVE_OUT, item) for item in out)
            lost = sum(search.removal[item] for item in out)
            rest = [(None, *ways) for item, ways in search.ways.items() if item not in out]
            for taken in product(*rest):
                ways = [way for way in taken if way is not None]
                loses = lost + sum(way.loses for way in ways)
                if loses < best - 1e-9:
                    edits = (*gone, *(edit for way in ways for edit in way.edits))
                    if seconds(apply_all(edits, plan, SHELF, str)) <= target:
                        best = loses
    return best


@pytest.mark.parametrize("parts", [PARTS[:3], PARTS[2:5], PARTS[4:], (PARTS[0], PARTS[3], PARTS[6])])
@pytest.mark.parametrize("share", [0.95, 0.8, 0.6])
def test_no_other_way_loses_less(parts: tuple[str, ...], share: float) -> None:
    plan = plan_of(f"strengthen: {', '.join(parts)}")
    target = seconds(plan) * share
    made = shorten(plan, GROUP, SHELF, target / 60)
    best = everything(plan, target)
    assert made.fits is (best < float("inf"))
    if made.fits:
        assert made.after == seconds(made.plan) <= target
        assert made.loses == pytest.approx(best)


@st.composite
def _ways(draw: st.DrawFn) -> list[list[Way]]:
    quarters = st.integers(1, 200).map(lambda n: n / 4)
    return [
        [Way((), draw(quarters), draw(st.integers(1, 100))) for _ in range(draw(st.integers(0, 3)))]
        for _ in range(draw(st.integers(1, 4)))
    ]


def _all(items: list[list[Way]]) -> Iterator[list[Way]]:
    for taken in product(*((None, *ways) for ways in items)):
        yield [way for way in taken if way is not None]


@given(_ways(), st.integers(1, 400).map(lambda n: n / 4))
def test_the_programme_finds_the_cheapest_and_its_bound_is_one(items: list[list[Way]], wanted: float) -> None:
    enough = [ways for ways in _all(items) if sum(way.saves for way in ways) >= wanted]
    found = cheapest(items, wanted)
    if not enough:
        assert found is None
        return
    best = min(sum(way.loses for way in ways) for ways in enough)
    assert found is not None
    assert sum(way.saves for way in found) >= wanted
    assert sum(way.loses for way in found) == best
    assert at_least(items, wanted) <= best + 1e-9
    assert cheapest(items, wanted, best) is None
    assert cheapest(items, wanted, best + 1) == found or sum(w.loses for w in cheapest(items, wanted, best + 1)) == best


@given(st.lists(st.sampled_from(PARTS), min_size=2, max_size=6), st.floats(0.3, 1.0))
@settings(max_examples=25, deadline=None)
def test_what_is_kept_is_kept_and_every_figure_is_whole(parts: list[str], share: float) -> None:
    plan = plan_of(f"warm_up: shoulder-rolls timed=60; strengthen: {', '.join(parts)}; close: slow-march-down timed=60")
    made = shorten(plan, GROUP, SHELF, seconds(plan) * share / 60)
    for block, after in zip(plan.blocks, made.plan.blocks, strict=True):
        if block.kind in (BlockKind.WARM_UP, BlockKind.CLOSE):
            assert after.items == block.items
    kept = [item for item in plan.items() if item.locked]
    assert [item for item in made.plan.items() if item.locked] == kept
    assert made.after == seconds(made.plan)
    assert made.after <= made.before
    assert len(made.left_out) <= MOST_LEFT_OUT


def test_what_is_extra_goes_first() -> None:
    plan = plan_of("strengthen: band-row sets=2, ring-press sets=2 extra")
    made = shorten(plan, GROUP, SHELF, seconds(plan) / 60 - 0.5)
    assert {edit.item for edit in made.edits} == {"i1"}


def test_a_class_that_is_in_time_is_left_as_it_is_and_one_that_cannot_be_says_so() -> None:
    plan = plan_of("strengthen: band-row, ring-press locked")
    assert shorten(plan, GROUP, SHELF, 30).edits == ()
    too_short = shorten(plan, GROUP, SHELF, 0.5)
    assert not too_short.fits
    assert too_short.after < too_short.before


def test_time_to_spare_is_filled_without_going_over() -> None:
    plan = plan_of("strengthen: band-row, ring-press, bottle-curl locked; close: slow-march-down timed=60")
    minutes = seconds(plan) / 60 + 4
    made = fill(plan, GROUP, SHELF, minutes)
    assert made.before < made.after <= minutes * 60
    assert made.after >= minutes * 60 - 60
    assert made.plan.item("i2") == plan.item("i2")
    assert fill(plan, GROUP, SHELF, 1).edits == ()
