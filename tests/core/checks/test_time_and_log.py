"""Findings about time, the pack list, cues for a side, and what really happened."""

from dataclasses import replace

import pytest

from fairbench.core.checks import Finding, Weight
from fairbench.core.clock import minutes_and_seconds, spoken_seconds
from fairbench.core.dose.dose import Dose
from fairbench.core.dose.tempo import Tempo
from fairbench.core.dose.work import Repetitions, Timed
from fairbench.core.errors import PlanError
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.exercises.cues import say
from fairbench.core.people.person import Group, Person
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.item import Item
from fairbench.core.plan.plan import Block, Plan
from fairbench.core.plan.purpose import Purpose
from fairbench.core.plan.timeline import Timeline
from fairbench.core.sides import Side
from fairbench.core.teaching.log import Noted, actual_times, taught_exercises
from fairbench.core.teaching.planned import planned_of
from tests.core.checks.asked import TIME, asked, situation
from tests.core.strategies import SHELF


def timeline(length: int, **blocks: list[Item]) -> Timeline:
    plan = Plan("P", length, tuple(Block(BlockKind(k), tuple(items)) for k, items in blocks.items()), water_every_min=0)
    return compile_timeline(plan, Group(), SHELF)


def walk(name: str, minutes: float) -> Item:
    return Item(name, "slow-march-down", "heels", Dose(Timed(minutes * 60)), rest_after=0)


def check_time(value: Timeline) -> tuple[Finding, ...]:
    return asked(situation(value.plan), *TIME)


def titles(value: Timeline) -> dict[str, Weight]:
    return {finding.title: finding.weight for finding in check_time(value)}


def test_over_and_to_spare() -> None:
    long = titles(timeline(20, strengthen=[walk("a", 21)]))
    assert long["1:25 over"] is Weight.ALARM
    assert titles(timeline(20, strengthen=[walk("a", 5.25)]))["14:20 to spare"] is Weight.LOOK
    assert not any("spare" in title for title in titles(timeline(20, strengthen=[walk("a", 16)])))


def test_the_overrun_names_the_longest_item() -> None:
    finding = check_time(timeline(20, strengthen=[walk("a", 12), walk("b", 15)]))[0]
    assert finding.item == "b"
    assert "15:06" in finding.detail


def test_shares_of_blocks() -> None:
    found = titles(timeline(20, warm_up=[walk("a", 2)], strengthen=[walk("b", 15)]))
    assert found["Short warm-up"] is Weight.ALARM
    assert found["Long strengthen"] is Weight.LOOK
    alone = titles(timeline(20, strengthen=[walk("b", 8)]))
    assert "No warm-up" in alone
    assert not any("close" in title or "stretch" in title for title in alone)


def test_a_tempo_faster_than_is_safe_is_said_once_where_it_was_chosen_and_an_alarm_where_it_was_not() -> None:
    quick = Item("a", "bridge", "full-bridge", Dose(Repetitions(8, Tempo(1, 0, 1, 0))))
    assert titles(timeline(20, strengthen=[quick]))["Bridge is quick"] is Weight.LOOK
    two = [quick, replace(quick, id="b")]
    assert titles(timeline(20, strengthen=two))["Quicker than is usual, as you chose"] is Weight.LOOK
    assumed = replace(quick, dose=replace(quick.dose, assumed=frozenset({"tempo"})))
    assert titles(timeline(20, strengthen=[assumed]))["Bridge is too quick"] is Weight.ALARM


def test_what_a_class_is_for_says_what_is_missed() -> None:
    only_stretch = timeline(30, stretch=[walk("a", 20)])
    assert "No warm-up" in titles(only_stretch)
    for purpose in (Purpose.STRETCH, Purpose.BREATH, Purpose.MOBILITY, Purpose.TEST_DAY):
        plan = replace(only_stretch.plan, purpose=purpose)
        assert not any("warm-up" in title or "Long" in title for title in titles(replace(only_stretch, plan=plan)))


def test_a_finding_is_known_by_what_it_is_about_and_not_by_its_figures() -> None:
    over = [check_time(timeline(20, warm_up=[walk("a", minutes)]))[0] for minutes in (24, 26)]
    assert over[0].title != over[1].title
    assert over[0].key == over[1].key == "over|a"


def test_talk_that_takes_a_third() -> None:
    short = [Item(f"i{n}", e, SHELF.exercise(e).base, Dose(Timed(5)), 0) for n, e in enumerate(["bridge", "band-row"])]
    assert "A third is talk and transfers" in titles(timeline(20, strengthen=short))


def test_an_empty_plan_has_nothing_to_look_at() -> None:
    assert check_time(timeline(20, settle=[])) == ()


def test_cues_for_each_side() -> None:
    cue = "Draw your {side} elbow back; keep the {other} arm still."
    assert say(cue, Side.LEFT) == "Draw your left elbow back; keep the right arm still."
    assert say(cue, Side.RIGHT) == "Draw your right elbow back; keep the left arm still."
    assert "working elbow" in say(cue, None)


@pytest.mark.parametrize(
    ("seconds", "words"), [(0, "0:00"), (315, "5:15"), (59.6, "1:00"), (-65, "-1:05"), (-0.2, "0:00")]
)
def test_the_clock_face(seconds: float, words: str) -> None:
    assert minutes_and_seconds(seconds) == words


def test_seconds_in_words() -> None:
    assert [spoken_seconds(s) for s in (45, 60, 90, 2.5)] == ["45 s", "1 min", "1 min 30 s", "2.5 s"]


@pytest.mark.parametrize("pace", [0.9, 3.1])
def test_a_pace_out_of_bounds(pace: float) -> None:
    with pytest.raises(PlanError, match="pace must be 1 to 3"):
        Person("1", "A", pace)


def test_actual_time_runs_to_the_next_item() -> None:
    value = planned_of(timeline(20, strengthen=[walk("a", 2), walk("b", 2), walk("c", 2)]))
    noted = [
        Noted("began", "", 0),
        Noted("item", "a", 0),
        Noted("item", "b", 130),
        Noted("item", "a", 150),  # gone back to
        Noted("item", "c", 180),
        Noted("skipped", "c", 182),
        Noted("item", "", 185),
        Noted("ended", "", 300),
    ]
    a, b, c = actual_times(value, reversed(noted))
    assert (a.actual, b.actual, c.actual) == (160, 20, 5)
    assert a.difference == 160 - a.planned
    assert (a.skipped, c.skipped) == (False, True)
    assert taught_exercises(value, (a, b, c)) == ("slow-march-down",)
    assert [x.actual for x in actual_times(value, [])] == [None, None, None]
