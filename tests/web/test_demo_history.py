"""Twelve weeks of the demo: what the log says of them is what the simulation did, and every rule shows."""

import datetime

import pytest
from django.core.management import call_command
from django.utils import timezone
from django_scopes import scope

from fairbench.core.progress.proposal import Kind
from fairbench.web.accounts.models import Practice
from fairbench.web.demo.training import COURSES
from fairbench.web.people.health_summary import person_of
from fairbench.web.people.models import Participant
from fairbench.web.progress.log_rows import half_a_year, logs_of
from fairbench.web.progress.steps import Step, steps_of

pytestmark = pytest.mark.dated


@pytest.fixture
def steps(demo) -> dict[tuple[str, str], Step]:
    """What is due for everybody of the demo, by name and exercise."""
    with scope(practice=Practice.objects.get(name="Kittiwake Hall")):
        people = {row.id: person_of(row) for row in Participant.objects.all()}
        day = timezone.localdate() + datetime.timedelta(days=6)
        found = steps_of(people, logs_of(people, half_a_year()), day)
    return {(step.name, step.exercise.id): step for step in found}


def test_the_stories_of_the_demo_bend_where_something_happened(steps) -> None:
    rose = [step for (name, exercise), step in steps.items() if exercise in _course(name)]
    assert sum(max(b.amount.value for b in step.before) > step.before[0].amount.value for step in rose) > 25

    knee = steps["Idris Penn", "sit-to-stand"].before
    assert [bout.pain for bout in knee if bout.pain] == [4, 5]
    hurt = next(number for number, bout in enumerate(knee) if bout.pain == 5)
    assert knee[hurt].amount.value < knee[hurt - 1].amount.value
    assert knee[hurt + 1].amount.version == "hands-on-seat"
    assert knee[-1].amount.value > knee[hurt + 1].amount.value

    ill = steps["Halvard Moe", "knee-straighten"].before
    back = next(n for n in range(1, len(ill)) if (ill[n].day - ill[n - 1].day).days >= 28)
    assert ill[back].amount.value == int(ill[back - 1].amount.value * 0.8)

    tired = steps["Emeka Thorne", "heel-raise"].before
    assert max(bout.effort or 0 for bout in tired) >= 7
    assert tired[-1].amount.value < max(bout.amount.value for bout in tired)


def test_one_of_the_demo_is_stuck_and_some_wait_for_more(steps) -> None:
    assert steps["Ragnhild Voss", "heel-raise"].stuck
    assert {step.name for step in steps.values() if step.stuck} == {"Ragnhild Voss", "Emeka Thorne"}
    kinds = {step.due.kind for step in steps.values()}
    assert {Kind.UP, Kind.SAME, Kind.BACK} <= kinds
    assert not any(name == "Cosmo Idris" for name, _ in steps)


def test_what_is_kept_of_the_demo_agrees_with_its_rows(demo) -> None:
    call_command("check_summaries")


def test_no_step_of_the_demo_is_over_the_week_or_a_caution(steps) -> None:
    for step in steps.values():
        if step.exercise.id not in _course(step.name):
            continue
        for before, after in zip(step.before, step.before[1:], strict=False):
            if before.amount.version == after.amount.version:
                assert after.amount.value <= before.amount.value + 2, (step.name, step.exercise.id)


def _course(name: str) -> tuple[str, ...]:
    return COURSES[name].exercises if name in COURSES else ()
