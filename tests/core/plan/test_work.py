"""Where the work goes: areas, pairs, what is missing and what nobody misses, and the effort over time."""

from itertools import pairwise

from fairbench.core.checks.balance import spared_by
from fairbench.core.exercises.aim import Action, Aim, Quality, Region
from fairbench.core.people.conditions import Declared
from fairbench.core.people.person import Group, Person
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.work import Area, areas_of, effort_over_time, fills, work_of
from fairbench.figures.body_map import OUTLINES
from tests.core.checks.written import plan_of
from tests.core.strategies import SHELF

BENDS = Aim(Region.TRUNK, Quality.STRENGTH, Action.FLEX)
PULLS = Aim(Region.UPPER_BACK, Quality.STRENGTH, Action.PULL)


def timeline(text: str):
    return compile_timeline(plan_of(text), Group(), SHELF)


def test_every_area_is_drawn_and_every_working_exercise_has_one() -> None:
    assert set(OUTLINES) == set(Area)
    for exercise in SHELF:
        if exercise.aim.quality is Quality.STRENGTH:
            assert areas_of(exercise.aim), exercise.id


def test_seconds_go_to_their_areas_and_pairs() -> None:
    found = timeline("strengthen: ring-press sets=2, band-row; stretch: calf-stretch")
    work = work_of(found)
    push, pull = found.items[0].work, found.items[1].work
    assert work.areas[Area.CHEST] == push
    assert work.areas[Area.UPPER_BACK] == pull
    assert (work.pairs[0].seconds, work.pairs[0].other_seconds) == (push, pull)
    assert sum(work.levels.values()) == sum(time.work for time in found.items)
    assert work.pairs[0].percent == round(100 * push / (push + pull))


def test_what_is_missing_is_said_and_what_fills_it_comes_first() -> None:
    work = work_of(timeline("strengthen: ring-press sets=3 reps=15"))
    assert "pull" in work.missing
    assert "a stretch for the shoulder" in work.missing
    assert fills(PULLS, work) > fills(Aim(Region.SHOULDER, Quality.STRENGTH, Action.PUSH), work)


def test_nobody_misses_bending_where_bones_are_thin() -> None:
    arching = timeline("strengthen: chest-lift-front sets=4 reps=10")
    thin = Person("a", "A", conditions=(Declared("thin-bones"),))
    assert "bend" in work_of(arching).missing
    spared = work_of(arching, spared_by((thin,)))
    assert "bend" not in spared.missing
    assert fills(BENDS, spared) == 0 < fills(BENDS, work_of(arching))
    assert spared_by((Person("b", "B", conditions=(Declared("stenosis"),)),)) == {"arch"}
    assert spared_by(()) == frozenset()


def test_effort_over_time_covers_the_class_without_a_gap() -> None:
    found = timeline("warm_up: shoulder-rolls; strengthen: band-row sets=2")
    line = effort_over_time(found)
    assert line[0][0] == 0
    assert line[-1][1] == found.total
    assert all(one[1] == after[0] for one, after in pairwise(line))
    assert max(effort for _, _, effort in line) == 5
