"""The timeline: where each second goes, and what holds for every plan."""

import pytest
from hypothesis import given

from fairbench.core.dose.dose import Dose
from fairbench.core.dose.tempo import Tempo
from fairbench.core.dose.work import Breaths, Repetitions
from fairbench.core.errors import PlanError
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.exercises.exercise import Exercise
from fairbench.core.people.person import Group, Person
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.plan.timeline import StepKind, Timeline
from fairbench.core.positions import Level, Position
from fairbench.core.sides import Side, Sides
from fairbench.core.teaching.score import beats_of
from tests.core import strategies
from tests.core.strategies import SHELF
from tests.every import every

CURL = Dose(Repetitions(10, Tempo(2, 0, 2, 0)), Sides.EACH_SIDE, sets=3, rest=30, switch=5)


def compiled(*items: Item, group: Group | None = None, **facts) -> Timeline:
    plan = Plan("A plan", 45, (Block(BlockKind.STRENGTHEN, items),), **{"water_every_min": 0, **facts})
    return compile_timeline(plan, group or Group(), SHELF)


def test_the_parts_of_one_item() -> None:
    timeline = compiled(Item("a", "bottle-curl", "light-weight", CURL))
    item = timeline.items[0]
    assert (item.transfer, item.fetch, item.explain) == (0, 15, 25)
    assert (item.work, item.switch, item.rest) == (240, 15, 60 + 10)
    assert item.total == 15 + 25 + 315 + 10
    assert timeline.total == item.total + 5  # the weights to put away; the chair stays
    assert item.count == 60


def test_the_order_of_sets_and_sides() -> None:
    timeline = compiled(Item("a", "bottle-curl", "light-weight", CURL), lead=Side.RIGHT)
    work = [(s.set_number, s.side) for s in timeline.steps if s.kind is StepKind.WORK]
    assert work == [(1, "right"), (1, "left"), (2, "right"), (2, "left"), (3, "right"), (3, "left")]


def test_explaining_gets_shorter_as_a_group_learns() -> None:
    item = Item("a", "bottle-curl", "light-weight")
    for meetings, seconds in ((0, 25), (1, 12), (2, 12), (3, 6), (9, 6)):
        assert compiled(item, group=Group(taught={"bottle-curl": meetings})).items[0].explain == seconds
    again = compiled(item, Item("b", "bottle-curl", "no-weight"))
    assert [i.explain for i in again.items] == [25, 6]


def test_going_to_the_floor_costs_what_the_slowest_needs() -> None:
    floor = Item("a", "bridge", "full-bridge")
    ordinary = compiled(floor, start=Position.STANDING)
    assert ordinary.items[0].transfer == 33
    slow = compiled(floor, group=Group((Person("1", "A"), Person("2", "B", 1.5))), start=Position.STANDING)
    assert slow.items[0].transfer == 49.5
    home = [step for step in ordinary.steps if step.item is None and step.kind is StepKind.TRANSFER]
    assert sum(step.seconds for step in home) == 41


def test_things_are_fetched_before_going_down_and_after_coming_up() -> None:
    timeline = compiled(Item("a", "bridge", "full-bridge"), Item("b", "band-row", "band-round-feet"))
    kinds = {i: [s.kind for s in timeline.steps if s.item == i and s.kind in ("transfer", "fetch")] for i in "ab"}
    assert kinds["a"][0] is StepKind.FETCH
    assert kinds["b"][-1] is StepKind.FETCH


@pytest.mark.parametrize(
    ("exercise", "version", "says"),
    [
        ("band-row", "band-round-feet", ["Take your resistance band."]),
        ("wall-push", "close-in", []),
        ("bridge", "full-bridge", ["Take your mat."]),
    ],
)
def test_each_thing_is_got_ready_in_its_own_words(exercise: str, version: str, says: list[str]) -> None:
    item = Item("a", exercise, version)
    assert [s.says for s in compiled(item).steps if s.kind is StepKind.FETCH] == says


@every("exercise", SHELF.exercises.values(), ids=lambda exercise: exercise.id)
def test_nobody_takes_what_stands_in_the_room_or_goes_to_a_chair_they_sit_on(exercise: Exercise) -> None:
    rise = Item("z", "heel-raise", SHELF.exercise("heel-raise").base)
    for version in exercise.versions:
        seated = Item("y", "band-row", "band-round-feet")
        _check_ready(seated, rise, Item("a", exercise.id, version.id))


def _check_ready(*items: Item) -> None:
    for step in compiled(*items).steps:
        if step.kind is StepKind.FETCH:
            assert not any(words in step.says for words in ("your wall", "your rail", "your door"))
            assert step.says
            assert step.says.count("ake your") <= 1
            assert not (step.position in (Position.SEATED, Position.SEATED_EDGE) and "to your chair" in step.says)


def test_a_prop_is_fetched_once_and_picked_up_after() -> None:
    row, curl = Item("a", "band-row", "band-round-feet"), Item("b", "bottle-curl", "light-weight")
    timeline = compiled(row, curl, Item("c", "band-row", "one-arm"))
    assert [item.fetch for item in timeline.items] == [12, 15, 3]


def test_water_comes_after_twenty_minutes_but_not_near_the_end() -> None:
    items = [Item(f"i{n}", "bottle-curl", "light-weight", CURL) for n in range(7)]
    timeline = compiled(*items, water_every_min=20)
    waters = [step for step in timeline.steps if step.kind is StepKind.WATER]
    assert len(waters) == 1
    assert waters[0].start >= 1200
    short = compile_timeline(Plan("Short", 22, (Block(BlockKind.STRENGTHEN, tuple(items)),)), Group(), SHELF)
    assert short.seconds_of(StepKind.WATER) == 0


def test_changes_of_level_are_counted() -> None:
    timeline = compiled(
        Item("a", "heel-raise", "at-the-rail"), Item("b", "bridge", "full-bridge"), Item("c", "arm-sweep", "both-arms")
    )
    assert timeline.changes_of_level() == 3
    assert [item.level for item in timeline.items] == [Level.STANDING, Level.FLOOR, Level.SEATED]


def test_an_unknown_exercise_or_version_is_named() -> None:
    with pytest.raises(PlanError, match="no exercise 'kite-flying'"):
        compiled(Item("a", "kite-flying", "x"))
    with pytest.raises(PlanError, match="has no version 'upside-down'"):
        compiled(Item("a", "bridge", "upside-down"))


def test_an_empty_plan_takes_no_time() -> None:
    timeline = compiled()
    assert timeline.total == 0
    assert timeline.over == -2700


@pytest.mark.sweep
@given(strategies.plans(), strategies.groups)
def test_steps_meet_and_add_up(plan: Plan, group: Group) -> None:
    timeline = compile_timeline(plan, group, SHELF)
    here = 0.0
    for step in timeline.steps:
        assert step.start == here
        assert step.end > step.start
        here = step.end
    assert timeline.total == here == sum(timeline.parts().values())
    for item in timeline.items:
        parts = (item.transfer, item.fetch, item.explain, item.work, item.switch, item.rest)
        assert item.total == sum(parts)
        assert sum(step.seconds for step in timeline.steps_of(item.item.id)) == item.total
    assert compile_timeline(plan, group, SHELF) == timeline


@given(strategies.plans(), strategies.groups)
def test_both_sides_get_the_same_and_beats_fill_their_step(plan: Plan, group: Group) -> None:
    timeline = compile_timeline(plan, group, SHELF)
    seconds: dict[str, dict[Side, float]] = {}
    counts: dict[str, dict[Side, int]] = {}
    uneven = {
        item.item.id
        for item in timeline.items
        if item.dose.more or item.dose.sides is Sides.ONE_SIDE or item.item.bracket
    }
    for step in timeline.steps:
        beats = beats_of(step, plan.lead)
        assert sum(beat.seconds for beat in beats) == (step.seconds if step.runs else 0)
        for beat in beats:
            side = beat.side or step.side
            if step.item and side and step.item not in uneven:
                at = seconds.setdefault(step.item, dict.fromkeys(Side, 0.0))
                at[side] += beat.seconds
                counts.setdefault(step.item, dict.fromkeys(Side, 0))[side] += 1
    for item, shared in seconds.items():
        assert shared[Side.LEFT] == shared[Side.RIGHT], item
        assert counts[item][Side.LEFT] == counts[item][Side.RIGHT], item


def test_beats_count_aloud() -> None:
    timeline = compiled(Item("a", "side-bend", "arm-over", Dose(Breaths(2, 6), Sides.EACH_SIDE)))
    first = next(step for step in timeline.steps if step.kind is StepKind.WORK)
    assert [(b.number, b.of, b.word) for b in beats_of(first, Side.LEFT)] == [
        (1, 2, "breathe in"),
        (1, 2, "breathe out"),
        (2, 2, "breathe in"),
        (2, 2, "breathe out"),
    ]


def test_rolling_over_takes_its_time_and_is_done_once_between_two_items_on_the_side() -> None:
    """Onto the back 5 s, over onto the other side 7 s, both at the pace of the slowest; the next item begins as they
    lie, so there is no third roll."""
    group = Group((Person("s", "S", 1.5),))
    items = (
        Item("a", "knee-opener", "feet-together", Dose(Repetitions(6), Sides.EACH_SIDE, switch=5)),
        Item("b", "side-leg", "side-lying-lift", Dose(Repetitions(6), Sides.EACH_SIDE, switch=5)),
    )
    timeline = compiled(*items, group=group, start=Position.SEATED)
    rolls = [step for step in timeline.steps if step.kind is StepKind.SWITCH]
    assert [step.seconds for step in rolls] == [18, 18]
    assert [item.switch for item in timeline.items] == [18, 18]
    assert all("by way of your back" in step.says for step in rolls)
    work = [step.side for step in timeline.steps if step.kind is StepKind.WORK]
    assert work == [Side.LEFT, Side.RIGHT, Side.RIGHT, Side.LEFT]


def test_sets_on_the_side_go_on_where_everybody_lies() -> None:
    dose = Dose(Repetitions(6), Sides.EACH_SIDE, sets=2, switch=5)
    timeline = compiled(Item("a", "knee-opener", "feet-together", dose))
    work = [step.side for step in timeline.steps if step.kind is StepKind.WORK]
    assert work == [Side.LEFT, Side.RIGHT, Side.RIGHT, Side.LEFT]
    assert timeline.items[0].switch == 24
