"""The chance to end on time: learnt from classes, calibrated against a known truth, the same every time."""

from dataclasses import replace

import numpy as np
import pytest

from fairbench.core.exercises.aim import BlockKind
from fairbench.core.people.person import Group
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.teaching.chance import (
    FEW,
    LEAST_LATE,
    Happened,
    Parts,
    chance,
    happened,
    late_after,
    learn,
    parts_of,
    tried,
)
from fairbench.core.teaching.log import Actual, Noted, actual_times
from fairbench.core.teaching.planned import planned_of
from tests.core.checks.written import plan_of
from tests.core.strategies import SHELF

PLAN = plan_of(
    "warm_up: shoulder-rolls timed=120, seated-march timed=120; strengthen: band-row sets=3, ring-press sets=3,"
    "sit-to-stand sets=3, heel-raise sets=3; stretch: calf-stretch, chest-opener; close: slow-march-down timed=60",
    length_min=30,
)
TIMELINE = compile_timeline(PLAN, Group(), SHELF)


def class_of(random: np.random.Generator, number: int, truth: dict[str, float]) -> list[Happened]:
    """A class as it happens where the factors of the truth hold, with a day of its own and the rest by chance."""
    day = random.normal(0, truth["day"])
    made = []
    for n in range(number):
        kind = list(BlockKind)[int(random.integers(0, 6))]
        parts = Parts(f"i{n}", f"I{n}", kind, *(float(random.uniform(*b)) for b in ((0, 30), (10, 60), (60, 240))))
        seconds = parts.about * truth["about"] + parts.explain * truth["explain"] + parts.work * truth["work"]
        seconds += parts.total * (day + random.normal(0, truth["left"]))
        made.append(Happened(parts, float(seconds)))
    return made


def test_without_classes_everything_is_as_planned_and_says_so() -> None:
    habits = learn([])
    assert (habits.words, habits.is_own) == ("from our defaults", False)
    assert habits.factor("explain") == habits.factor("strengthen") == 1
    assert learn([[]]).words == "from our defaults"


def test_few_classes_move_a_factor_a_little_and_many_all_the_way() -> None:
    random = np.random.default_rng(1)
    truth = {"about": 1.2, "explain": 1.6, "work": 1.0, "day": 0.02, "left": 0.05}
    classes = [class_of(random, 15, truth) for _ in range(60)]
    one, many = learn(classes[:1]), learn(classes)
    assert 1.0 < one.factor("explain") < 1.6
    assert many.factor("explain") == pytest.approx(1.6, abs=0.05)
    assert many.factor("about") == pytest.approx(1.2, abs=0.08)
    assert many.factor("strengthen") == pytest.approx(1.0, abs=0.03)
    assert many.left_over < one.left_over
    assert (one.is_own, many.is_own) == (FEW <= 1, True)
    assert many.words == "from 60 recorded classes of yours"


@pytest.mark.sweep
def test_classes_said_to_end_in_time_with_80_percent_do_so_in_75_to_85() -> None:
    """Two hundred instructors whose truth is drawn, each with twelve recorded classes; of a further class each, a
    booked time is chosen at which the core says about 80 percent."""
    random = np.random.default_rng(7)
    kept, said = 0, 0
    for _ in range(200):
        truth = {
            "about": float(random.normal(1, 0.2)),
            "explain": float(random.normal(1, 0.2)),
            "work": float(random.normal(1, 0.06)),
            "day": float(random.uniform(0.02, 0.06)),
            "left": float(random.uniform(0.06, 0.18)),
        }
        habits = learn([class_of(random, 15, truth) for _ in range(12)])
        for _ in range(10):
            coming = class_of(random, 15, truth)
            ends = tried([one.parts for one in coming], habits, 1000, 3).sum(axis=1)
            booked = float(np.percentile(ends, 80))
            said += 1
            kept += sum(one.seconds for one in coming) <= booked
    assert 0.75 <= kept / said <= 0.85, kept / said


def test_the_parts_of_a_plan_add_up_and_a_recorded_class_tells_the_same() -> None:
    items, other = parts_of(TIMELINE)
    assert sum(one.total for one in items) + other == pytest.approx(TIMELINE.total)
    planned = planned_of(TIMELINE)
    noted = [Noted("began", "", 0), *(Noted("item", time.item.id, time.start) for time in TIMELINE.items)]
    noted.append(Noted("ended", "", TIMELINE.total))
    told = happened(planned, actual_times(planned, noted))
    assert [one.parts.item for one in told] == [one.item for one in items]
    for one, part in zip(told, items, strict=True):
        assert one.parts.about == pytest.approx(part.about)
        assert one.parts.work == pytest.approx(part.work)
        assert one.parts.explain == pytest.approx(part.explain)
    skipped = [Actual(time.item.id, "X", 1, 10, skipped=True) for time in TIMELINE.items]
    assert happened(planned, skipped) == ()


def test_the_chance_falls_with_the_booked_time_and_is_the_same_every_time() -> None:
    minutes = TIMELINE.total / 60
    told = []
    for booked in (minutes - 4, minutes, minutes + 4):
        timeline = replace(TIMELINE, plan=replace(PLAN, length_min=round(booked)))
        told.append(chance(timeline, learn([])))
    assert told[0].on_time < 0.1 < told[1].on_time < 0.9 < told[2].on_time
    assert told[0].percent >= 1
    assert told[2].percent <= 99
    assert told[0].early < told[0].likely < told[0].late
    assert chance(TIMELINE, learn([])).on_time == chance(TIMELINE, learn([])).on_time


def test_two_items_are_blamed_by_name() -> None:
    made = chance(TIMELINE, learn([]))
    assert len(made.blame) == 2
    ids = {time.item.id for time in TIMELINE.items}
    assert all(item in ids and seconds > 0 for item, _, seconds in made.blame)


def test_an_empty_plan_ends_in_time() -> None:
    empty = compile_timeline(plan_of("strengthen:"), Group(), SHELF)
    assert chance(empty, learn([])).on_time == 1


def test_while_teaching_late_begins_where_an_even_chance_to_end_in_time_is_gone() -> None:
    habits = learn([])
    tight = late_after(replace(TIMELINE, plan=replace(PLAN, length_min=int(TIMELINE.total // 60))), habits)
    roomy = late_after(replace(TIMELINE, plan=replace(PLAN, length_min=int(TIMELINE.total // 60) + 5)), habits)
    assert set(tight) == {time.item.id for time in TIMELINE.items}
    assert all(seconds == LEAST_LATE for seconds in tight.values())
    assert all(200 < seconds < 400 for seconds in roomy.values())
    assert late_after(compile_timeline(plan_of("strengthen:"), Group(), SHELF), habits) == {}
