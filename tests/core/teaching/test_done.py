"""What was really done of a class: by side, by who was there, and never more than was told."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from fairbench.core.exercises.aim import BlockKind
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.class_doc import planned_document, planned_value
from fairbench.core.people.person import Group
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.sides import Side
from fairbench.core.teaching.done import ClassLog, DoneState, Extra, Stay, Worked, as_planned, done_of, exercises_done
from fairbench.core.teaching.log import Noted, pauses_of, spans_of
from fairbench.core.teaching.planned import labels_of, planned_of
from tests.every import every

LEFT, RIGHT = Side.LEFT, Side.RIGHT
SHELF = load_shelf()


def planned(*items: str):
    placed = tuple(Item(f"i{n}", *name.split("/")) for n, name in enumerate(items))
    return planned_of(compile_timeline(Plan("P", 45, (Block(BlockKind.STRENGTHEN, placed),)), Group(), SHELF))


ONE = planned("band-row/one-arm", "heel-raise/seated")


def worked(item: str, side: Side | None, end: float, seconds: float, count: int) -> Worked:
    return Worked(item, side, end, seconds, count)


def test_the_work_of_an_item_stands_by_side_as_it_is_counted() -> None:
    one_arm, heels = ONE.items
    assert {work.side for work in one_arm.work} == {LEFT, RIGHT}
    assert len({(work.seconds, work.count) for work in one_arm.work}) == 1
    assert sum(work.count for work in one_arm.work) == one_arm.count
    assert [work.side for work in heels.work] == [None]
    assert planned_value(planned_document(ONE)) == ONE


@every("exercise", sorted(SHELF.exercises))
def test_of_every_version_the_work_adds_up(exercise: str) -> None:
    """By side, the seconds of the timeline's work, and as many counts as are called."""
    for version in SHELF.exercise(exercise).versions:
        item = planned(f"{exercise}/{version.id}").items[0]
        assert sum(work.seconds for work in item.work) == pytest.approx(version.dose.time.work)
        assert all(work.seconds > 0 for work in item.work)


def whole(item: int = 0) -> list[Worked]:
    asked = ONE.items[item]
    return [worked(asked.id, work.side, 100.0 * (n + 1), work.seconds, work.count) for n, work in enumerate(asked.work)]


def test_all_of_it_a_part_of_it_and_none() -> None:
    first, second = done_of(ONE, ClassLog(tuple(whole())))
    assert (first.state, first.count) == (DoneState.DONE, ONE.items[0].count)
    assert (second.state, second.seconds) == (DoneState.NOT_DONE, 0)
    half = done_of(ONE, ClassLog((worked("i0", LEFT, 50, 10, 3),)))[0]
    assert half.state is DoneState.PARTLY
    assert half.left_out == (RIGHT,)
    assert exercises_done(ONE, done_of(ONE, ClassLog(tuple(whole())))) == ("band-row",)
    assert exercises_done(ONE, done_of(ONE, ClassLog(tuple(whole()))), ["i0"]) == ()


def test_what_was_only_passed_over_is_not_done() -> None:
    for seconds, count, state in (
        (0.4, 0, DoneState.NOT_DONE),
        (4.0, 1, DoneState.PARTLY),
        (60.0, 0, DoneState.PARTLY),
    ):
        found = done_of(ONE, ClassLog((worked("i0", LEFT, 60, seconds, count),)))
        assert found[0].state is state
        assert exercises_done(ONE, found) == (() if state is DoneState.NOT_DONE else ("band-row",))


def test_who_comes_late_has_only_their_part() -> None:
    left, right = whole()
    log = ClassLog((left, right))
    late = done_of(ONE, log, Stay(since=left.end))[0]
    assert [(side.side, side.count) for side in late.sides if side.count] == [(RIGHT, right.count)]
    middle = left.end - left.seconds / 2
    cut = next(side for side in done_of(ONE, log, Stay(since=middle))[0].sides if side.side is LEFT)
    assert (cut.seconds, cut.count) == (pytest.approx(left.seconds / 2), left.count // 2)
    gone = done_of(ONE, log, Stay(until=0.0))[0]
    assert gone.state is DoneState.NOT_DONE


def test_another_version_counts_by_its_own_time() -> None:
    log = ClassLog((worked("i1", None, 60, 20, 5),), swapped={"i1": 20.0})
    assert done_of(ONE, log)[1].state is DoneState.DONE
    assert done_of(ONE, ClassLog(log.worked, swapped={"i1": 60.0}))[1].state is DoneState.PARTLY


def test_a_class_of_before_says_that_it_was_not_kept() -> None:
    old = planned_document(ONE)
    for item in old["items"]:
        del item["work"]
    assert {one.state for one in done_of(planned_value(old), ClassLog())} == {DoneState.NOT_KEPT}


def test_what_was_added_is_told_with_it() -> None:
    assert done_of(ONE, ClassLog((), (Extra("i0", 4.0), Extra("i0", 3.0))))[0].added == 7.0


STRETCHES = st.lists(
    st.builds(
        Worked,
        st.sampled_from(["i0", "i1"]),
        st.sampled_from([None, LEFT, RIGHT]),
        st.floats(0, 3000),
        st.floats(0.1, 300),
        st.integers(0, 40),
    ),
    max_size=12,
)
MOMENTS = st.none() | st.floats(-100, 3100)


@given(STRETCHES, MOMENTS, MOMENTS)
def test_nobody_is_given_more_than_the_class_did(stretches, since, until) -> None:
    log = ClassLog(tuple(stretches))
    for all_of_it, part in zip(done_of(ONE, log), done_of(ONE, log, Stay(since, until)), strict=True):
        told = [one for one in stretches if one.item == all_of_it.item]
        assert all_of_it.seconds == pytest.approx(sum(one.seconds for one in told))
        assert all_of_it.count == sum(one.count for one in told)
        assert part.seconds <= all_of_it.seconds + 1e-6
        assert part.count <= all_of_it.count


@given(
    took=st.floats(60, 20_000),
    since=st.none() | st.floats(0, 20_000),
    until=st.none() | st.floats(0, 20_000),
    chosen=st.sets(st.sampled_from([item.id for item in ONE.items])),
)
def test_what_is_said_by_hand_to_be_done_is_done_as_planned_and_no_more(took, since, until, chosen) -> None:
    log = ClassLog(as_planned(ONE, chosen, took))
    for item, one in zip(ONE.items, done_of(ONE, log), strict=True):
        assert (one.state is DoneState.DONE) == (item.id in chosen)
        assert one.count == (item.count if item.id in chosen else 0)
    for one in done_of(ONE, log, Stay(since, until)):
        for side in one.sides:
            assert side.seconds <= side.planned.seconds + 1e-6
            assert side.count <= side.planned.count


def test_what_is_said_by_hand_stands_where_the_plan_has_it() -> None:
    stretches = as_planned(ONE, {item.id for item in ONE.items}, 2 * ONE.total)
    ends = [stretch.end for stretch in stretches]
    assert ends == sorted(ends)
    assert ends[-1] == pytest.approx(2 * ONE.items[-1].end)
    assert as_planned(ONE, (), 600) == ()


@given(stretches=st.lists(st.tuples(st.floats(0, 900), st.floats(0, 200)), max_size=8), at=st.floats(-50, 1200))
def test_who_stops_has_nothing_of_it_after_that(stretches, at) -> None:
    log = ClassLog(tuple(worked("i0", None, end, seconds, 5) for end, seconds in stretches))
    all_of_it, stopped = done_of(ONE, log)[0], done_of(ONE, log, stopped={"i0": at})[0]
    assert stopped.seconds <= all_of_it.seconds + 1e-6
    before = sum(max(0.0, min(end, at) - (end - seconds)) for end, seconds in stretches)
    assert stopped.seconds == pytest.approx(before, abs=0.01 * (len(stretches) + 1))
    assert done_of(ONE, log, stopped={"i1": at})[0] == all_of_it


def test_spans_and_pauses_are_as_they_were_told() -> None:
    told = [("began", "", 0), ("item", "a", 0), ("paused", "", 10), ("paused", "", 12), ("resumed", "", 20)]
    told += [("item", "b", 30), ("item", "a", 40), ("paused", "", 50), ("ended", "", 60)]
    noted = [Noted(kind, item, at) for kind, item, at in reversed(told)]
    assert [(span.item, span.start, span.end) for span in spans_of(noted)] == [
        ("a", 0, 30),
        ("b", 30, 40),
        ("a", 40, 60),
    ]
    assert [(pause.start, pause.end) for pause in pauses_of(noted)] == [(10, 20), (50, 60)]


def test_items_of_one_exercise_are_told_apart() -> None:
    found = labels_of(planned("band-row/one-arm", "heel-raise/seated", "band-row/no-band", "band-row/one-arm"))
    assert list(found.values()) == [
        "Seated row, one arm at a time (1 of 2)",
        "Heel raise",
        "Seated row, without a band",
        "Seated row, one arm at a time (2 of 2)",
    ]
