"""Brackets and lines: how they are changed, and what comes of them in the timeline."""

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.dose.dose import Dose
from fairbench.core.dose.work import Repetitions
from fairbench.core.errors import PlanError
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.people.person import Group, Person
from fairbench.core.plan import bracket_verbs, line_verbs
from fairbench.core.plan import plan as plans
from fairbench.core.plan.brackets import Bracket, BracketKind
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.item import Item
from fairbench.core.plan.lines import Line, LineKind
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.plan.timeline import StepKind, Timeline
from fairbench.core.plan.transfers import default_graph
from fairbench.core.positions import Position
from fairbench.core.sides import First, Side, Sides
from tests.core import strategies
from tests.core.strategies import SHELF

ARM = Dose(Repetitions(8), Sides.EACH_SIDE)
"""Eight of two seconds out and two back on each arm: 32 s an arm."""


def plan(*names: str, dose: Dose = ARM) -> Plan:
    items = tuple(Item(name, "bottle-curl", "no-weight", dose, rest_after=5.0) for name in names)
    return Plan("P", 45, (Block(BlockKind.STRENGTHEN, items),), water_every_min=0)


def bracketed(kind: BracketKind, *names: str, **more: object) -> Timeline:
    value = bracket_verbs.put_in_bracket(plan(*names), names[0], "x", kind, len(names))
    value = bracket_verbs.change_bracket(value, replace(value.brackets[0], **more))
    return compile_timeline(value, Group(), SHELF)


def worked(value: Timeline) -> list[tuple[str | None, Side | None, str]]:
    return [(step.item, step.side, step.turn) for step in value.steps if step.kind is StepKind.WORK]


def test_rounds_go_through_all_and_rest_between() -> None:
    value = bracketed(BracketKind.ROUNDS, "a", "b", rounds=3, rest=40.0)
    assert [visit.item.id for visit in value.visits] == ["a", "b"] * 3
    assert [visit.round_number for visit in value.visits] == [1, 1, 2, 2, 3, 3]
    assert [time.work for time in value.items] == [3 * 64, 3 * 64]
    assert [time.count for time in value.items] == [48, 48]
    assert value.visits[1].rest == 40
    assert value.visits[5].rest == 5
    assert [visit.explain > 0 for visit in value.visits] == [True, True, False, False, False, False]


def test_by_side_everything_on_one_side_and_then_on_the_other() -> None:
    value = bracketed(BracketKind.BY_SIDE, "a", "b")
    left, right = Side.LEFT, Side.RIGHT
    assert worked(value) == [("a", left, ""), ("b", left, ""), ("a", right, ""), ("b", right, "")]
    assert sum(time.work for time in value.items) == 128
    weaker = bracketed(BracketKind.BY_SIDE, "a", "b", first=First.WEAKER)
    assert [turn for _, _, turn in worked(weaker)] == ["weaker side", "weaker side", "other side", "other side"]
    assert {side for _, side, _ in worked(weaker)} == {None}


def test_what_has_no_sides_is_done_once_in_a_bracket_by_side() -> None:
    value = plan("a", "b")
    together = Item("t", "band-row", "no-band", rest_after=5.0)
    value = replace(value, blocks=(Block(BlockKind.STRENGTHEN, (*value.blocks[0].items, together)),))
    value = bracket_verbs.put_in_bracket(value, "a", "x", BracketKind.BY_SIDE, 3)
    done = [item for item, _, _ in worked(compile_timeline(value, Group(), SHELF))]
    assert (done.count("t"), done.count("a")) == (SHELF.exercise("band-row").version("no-band").dose.sets, 2)


def test_stations_last_as_long_as_they_are_given_and_everybody_changes() -> None:
    value = bracketed(BracketKind.STATIONS, "a", "b", "c", seconds=90.0, rest=20.0)
    assert [time.work for time in value.items] == [90, 90, 90]
    assert [turn for _, _, turn in worked(value)] == ["station 1 of 3", "station 2 of 3", "station 3 of 3"]
    assert [step.seconds for step in value.steps if step.kind is StepKind.SWITCH] == [20, 20, 20]


def test_a_change_of_station_takes_as_long_as_the_slowest_way_between_two() -> None:
    """From the floor to the rail nobody is quicker for being told to be."""
    items = (Item("floor", "bridge", "full-bridge"), Item("rail", "heel-raise", "at-the-rail"))
    value = Plan("P", 45, (Block(BlockKind.STRENGTHEN, items),), water_every_min=0)
    value = bracket_verbs.put_in_bracket(value, "floor", "x", BracketKind.STATIONS, 2)
    slow = Group((Person("s", "", 2.0),))
    timeline = compile_timeline(value, slow, SHELF)
    graph = default_graph()
    up = graph.way(Position.SUPINE, Position.STANDING_SUPPORTED, 2.0).seconds
    assert up > value.brackets[0].rest
    assert [step.seconds for step in timeline.steps if step.kind is StepKind.SWITCH] == [up, up]


def test_pairs_take_turns_and_each_is_counted_once() -> None:
    value = bracketed(BracketKind.PAIRS, "a", rest=10.0)
    assert [step.again for step in value.steps if step.kind is StepKind.WORK] == [False, False, True, True]
    assert (value.items[0].work, value.items[0].count) == (128, 16)


def test_a_bracket_is_made_resized_and_removed() -> None:
    value = bracket_verbs.put_in_bracket(plan("a", "b", "c"), "a", "x", BracketKind.ROUNDS, 2)
    assert [item.id for item in bracket_verbs.items_in(value, "x")] == ["a", "b"]
    assert [item.id for item in bracket_verbs.items_in(bracket_verbs.resize_bracket(value, "x", 3), "x")] == list("abc")
    assert [item.id for item in bracket_verbs.items_in(bracket_verbs.resize_bracket(value, "x", 1), "x")] == ["a"]
    assert bracket_verbs.remove_bracket(value, "x") == plan("a", "b", "c")
    for wrong in (
        lambda: bracket_verbs.resize_bracket(value, "x", 4),
        lambda: bracket_verbs.put_in_bracket(value, "b", "y", BracketKind.ROUNDS),
        lambda: bracket_verbs.put_in_bracket(plan("a"), "a", "y", BracketKind.STATIONS, 1),
        lambda: bracket_verbs.remove_bracket(value, "gone"),
        lambda: replace(value, brackets=()),
        lambda: replace(value, brackets=(*value.brackets, Bracket("empty", BracketKind.ROUNDS))),
    ):
        with pytest.raises(PlanError):
            wrong()


def test_lines_stand_where_they_are_put() -> None:
    value = line_verbs.add_line(plan("a", "b"), Line("l", LineKind.CHECK, "b", 20.0, "How far?"))
    value = line_verbs.add_line(value, Line("end", LineKind.NOTICE, "", 15.0))
    steps = compile_timeline(value, Group(), SHELF).steps
    place = next(number for number, step in enumerate(steps) if step.line == "l")
    assert (steps[place].says, steps[place].seconds, steps[place - 1].item) == ("How far?", 20, "a")
    assert steps[place + 1].item == "b"
    assert [step.line for step in steps if step.kind is StepKind.LINE] == ["l", "end"]
    assert line_verbs.remove_line(value, "l").lines == value.lines[1:]
    with pytest.raises(PlanError):
        replace(value, lines=(Line("x", LineKind.TALK, "nowhere"),))


def test_planned_water_puts_off_the_next_pause() -> None:
    value = replace(
        plan("a", "b", "c", dose=replace(ARM, sets=8, rest=60.0)),
        water_every_min=10,
        lines=(Line("w", LineKind.WATER, "b"),),
    )
    waters = [step for step in compile_timeline(value, Group(), SHELF).steps if step.kind is StepKind.WATER]
    assert [step.line for step in waters] == ["w", ""]


@pytest.mark.sweep
@given(strategies.plans(), st.data())
def test_however_it_is_moved_a_plan_stays_whole(value: Plan, data: st.DataObject) -> None:
    """Every verb on a plan with brackets and lines gives a plan that is one."""
    for turn in range(4):
        ids = [item.id for item in value.items()]
        if not ids:
            return
        chosen = data.draw(st.sampled_from(ids))
        verb = data.draw(st.sampled_from(["move", "remove", "copy", "later", "bracket"]))
        if verb == "move":
            value = plans.move(
                value, chosen, data.draw(st.integers(0, len(value.blocks) - 1)), data.draw(st.integers(0, 9))
            )
        elif verb == "remove":
            value = plans.remove(value, chosen)
        elif verb == "copy":
            value = plans.duplicate(value, chosen, f"copy-{turn}")
        elif verb == "later":
            value = plans.step_later(value, chosen)
        elif not value.item(chosen).bracket:
            value = bracket_verbs.put_in_bracket(value, chosen, f"new-{turn}", BracketKind.ROUNDS, 1)
        compile_timeline(value, Group(), SHELF)
