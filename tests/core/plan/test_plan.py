"""Changing a plan: every verb, and that nothing gets lost."""

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.errors import PlanError
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.plan import plan as plans
from fairbench.core.plan.brackets import Bracket, BracketKind
from fairbench.core.plan.item import Item
from fairbench.core.plan.lines import Line, LineKind
from fairbench.core.plan.plan import Block, Plan
from tests.core import strategies
from tests.core.strategies import SHELF

ROUNDS = Bracket("x", BracketKind.ROUNDS)


def item(name: str) -> Item:
    return Item(name, "band-row", "no-band")


def plan(**blocks: str) -> Plan:
    """``plan(settle="ab", close="c")``: blocks by kind, items by letter."""
    return Plan("P", 45, tuple(Block(BlockKind(kind), tuple(map(item, names))) for kind, names in blocks.items()))


def letters(value: Plan) -> list[str]:
    return ["".join(i.id for i in block.items) for block in value.blocks]


def test_steps_go_over_the_edges_of_blocks() -> None:
    start = plan(settle="ab", steady="", close="c")
    assert letters(plans.step_later(start, "a")) == ["ba", "", "c"]
    assert letters(plans.step_later(start, "b")) == ["a", "b", "c"]
    assert letters(plans.step_earlier(start, "c")) == ["ab", "c", ""]
    assert plans.step_earlier(start, "a") == start
    assert plans.step_later(start, "c") == start


def test_move_puts_before_what_stands_there_then() -> None:
    start = plan(settle="abc", close="de")
    assert letters(plans.move(start, "a", 0, 2)) == ["bca", "de"]
    assert letters(plans.move(start, "e", 0, 0)) == ["eabc", "d"]
    assert letters(plans.move(start, "a", 1, 99)) == ["bc", "dea"]
    with pytest.raises(PlanError, match="no block 7"):
        plans.move(start, "a", 7, 0)


def test_copy_and_remove() -> None:
    start = plan(settle="ab")
    assert letters(plans.duplicate(start, "a", "x")) == ["axb"]
    assert letters(plans.remove(start, "a")) == ["b"]
    with pytest.raises(PlanError, match="no longer in the plan"):
        plans.remove(start, "z")


def test_an_exercise_finds_its_block() -> None:
    start = plan(settle="a", strengthen="bc", close="")
    placed = plans.add_where_it_belongs(start, item("x"), SHELF)
    assert letters(placed) == ["a", "bcx", ""]
    assert letters(plans.add_where_it_belongs(start, item("x"), SHELF, after="b")) == ["a", "bxc", ""]
    assert letters(plans.add_where_it_belongs(start, item("x"), SHELF, after="a")) == ["a", "xbc", ""]
    assert letters(plans.add_where_it_belongs(plan(close="a"), item("x"), SHELF)) == ["ax"]


def test_what_is_added_comes_after_what_is_chosen() -> None:
    """In whatever block that is; only at the end of a block does the exercise's own kind of block, if it comes next."""
    start = plan(settle="a", warm_up="", strengthen="", steady="bc", close="d")
    assert letters(plans.add_where_it_belongs(start, item("x"), SHELF, after="a")) == ["a", "", "x", "bc", "d"]
    assert letters(plans.add_where_it_belongs(start, item("x"), SHELF, after="b")) == ["a", "", "", "bxc", "d"]
    assert letters(plans.add_where_it_belongs(start, item("x"), SHELF, after="c")) == ["a", "", "", "bcx", "d"]
    assert letters(plans.add_where_it_belongs(start, item("x"), SHELF, after="d")) == ["a", "", "", "bc", "dx"]


@pytest.mark.sweep
@given(st.data())
def test_what_is_added_stands_right_after_what_is_chosen_in_the_order_of_the_class(data) -> None:
    value = data.draw(strategies.plans())
    ids = [one.id for one in value.items()]
    if not ids:
        return
    chosen = data.draw(st.sampled_from(ids))
    exercise = data.draw(st.sampled_from(list(SHELF)))
    added = plans.add_where_it_belongs(value, Item("new", exercise.id, exercise.base), SHELF, after=chosen)
    order = [one.id for one in added.items()]
    assert order == [*ids[: ids.index(chosen) + 1], "new", *ids[ids.index(chosen) + 1 :]]


def test_blocks_are_added_named_repeated_and_left_out() -> None:
    start = plan(warm_up="a", strengthen="b", close="")
    more = plans.add_block(start, BlockKind.WARM_UP, 2)
    assert [block.kind.value for block in more.blocks] == ["warm_up", "strengthen", "warm_up", "close"]
    named = plans.rename_block(more, 2, " Second round ")
    assert [block.words for block in named.blocks] == ["warm-up", "strengthen", "Second round", "close"]
    assert plans.rename_block(named, 2, "") == more
    assert plans.remove_block(named, 2) == start
    with pytest.raises(PlanError, match="exercises in it"):
        plans.remove_block(start, 0)
    with pytest.raises(PlanError, match="at least one block"):
        plans.remove_block(plan(close=""), 0)
    with pytest.raises(PlanError, match="no block 9"):
        plans.rename_block(start, 9, "x")
    with pytest.raises(PlanError, match="at most 40"):
        plans.rename_block(start, 0, "x" * 41)
    full = Plan("P", 45, (Block(BlockKind.CLOSE),) * 20)
    with pytest.raises(PlanError, match="at most 20 blocks"):
        plans.add_block(full, BlockKind.CLOSE, 0)


def test_another_version_is_dosed_anew() -> None:
    changed = plans.take_version(plan(strengthen="a"), "a", "one-arm", SHELF).item("a")
    assert (changed.version, changed.dose) == ("one-arm", None)
    with pytest.raises(PlanError, match="no version"):
        plans.take_version(plan(strengthen="a"), "a", "two-heads", SHELF)


@pytest.mark.parametrize(
    ("facts", "place"),
    [
        ({"name": "  "}, "name"),
        ({"name": "x" * 121}, "name"),
        ({"name": "x", "length_min": 0}, "length_min"),
        ({"name": "x", "length_min": 10_000}, "length_min"),
        ({"name": "x", "water_every_min": -1}, "water_every_min"),
        ({"name": "x", "blocks": ()}, "blocks"),
        ({"name": "x", "blocks": (Block(BlockKind.SETTLE, (item("a"), item("a"))),)}, "blocks"),
        ({"name": "x", "blocks": (Block(BlockKind.SETTLE, tuple(item(str(n)) for n in range(61))),)}, "blocks"),
    ],
)
def test_what_a_plan_cannot_be(facts, place) -> None:
    with pytest.raises(PlanError) as error:
        Plan(**facts)
    assert error.value.place == place


@pytest.mark.sweep
@given(strategies.plans(), st.data())
def test_moving_keeps_every_item(value: Plan, data: st.DataObject) -> None:
    before = sorted(i.id for i in value.items())
    if not before:
        return
    chosen = data.draw(st.sampled_from(before))
    block = data.draw(st.integers(0, len(value.blocks) - 1))
    for moved in (
        plans.move(value, chosen, block, data.draw(st.integers(-2, 20))),
        plans.step_earlier(value, chosen),
        plans.step_later(value, chosen),
    ):
        assert sorted(i.id for i in moved.items()) == before
        assert replace(moved.item(chosen), bracket="") == replace(value.item(chosen), bracket="")


@pytest.mark.sweep
@given(strategies.plans())
def test_later_then_earlier_comes_back(value: Plan) -> None:
    for chosen in value.items():
        later = plans.step_later(value, chosen.id)
        if later != value:
            assert letters(plans.step_earlier(later, chosen.id)) == letters(value)


def bracketed() -> Plan:
    items = tuple(replace(item(name), bracket="x" if name in "bc" else "") for name in "abcd")
    return replace(plan(strengthen=""), blocks=(Block(BlockKind.STRENGTHEN, items),), brackets=(ROUNDS,))


def in_bracket(value: Plan) -> str:
    return "".join(item.id for item in value.items() if item.bracket)


def test_what_comes_between_two_of_a_bracket_is_in_it_and_what_leaves_is_not() -> None:
    value = bracketed()
    assert in_bracket(plans.move(value, "d", 0, 2)) == "bdc"
    assert in_bracket(plans.step_later(value, "c")) == "b"
    assert in_bracket(plans.step_earlier(value, "c")) == "cb"
    assert in_bracket(plans.move(value, "b", 0, 0)) == "c"
    assert in_bracket(plans.duplicate(value, "c", "e")) == "bce"
    assert plans.remove(plans.remove(value, "b"), "c").brackets == ()


def test_a_line_outlives_what_it_stood_before() -> None:
    value = replace(bracketed(), lines=(Line("l", LineKind.TALK, "c"),))
    assert plans.remove(value, "c").lines[0].before == "d"
    assert plans.remove(plans.remove(value, "d"), "c").lines[0].before == ""
