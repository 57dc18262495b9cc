"""Twelve weeks of the demo's people: what each is built up in, and how that went, by a small simulation of training.

Somebody's ability grows a little every week; the step that is due is taken where nobody has to be asked twice, and what
it costs is the work against the ability. Some are ill, one has a sore knee, one does not get on. Made with a fixed
seed."""

import datetime
import random
from collections.abc import Sequence
from dataclasses import dataclass, field

from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.person import Person
from fairbench.core.plan.timeline import ItemTime
from fairbench.core.progress.amount import Amount, Variable, amount_of
from fairbench.core.progress.ladder import setting_of
from fairbench.core.progress.log import Bout
from fairbench.core.progress.proposal import Kind, Proposal
from fairbench.core.progress.schools import DEFAULT
from fairbench.core.progress.state import State, after, first_state
from fairbench.core.rooms.store import Store

_USUAL, _STEEP, _HARD, _MOST = 4.2, 8, 5, 9
"""What it costs of 10 where the work is what somebody is able to, how fast that rises, what is planned at most, and
what is ever said."""
_SETTLES = 2
_CANNOT = 1.2
"""Work over so much of the ability is not finished."""


@dataclass(frozen=True, slots=True)
class Course:
    """What somebody is built up in, and how they get on: by how much of a part their ability grows in a week, in which
    weeks (counted from the first) they were ``away`` (one of them for an operation), how much the first exercise hurt
    and where, in which weeks all of it was too much, and in which the form was lost. What does not sit from the third
    week on is taught ``again``."""

    exercises: tuple[str, ...]
    gains: float = 0.03
    away: tuple[int, ...] = ()
    hurts: dict[int, int] = field(default_factory=dict)
    where: str = ""
    tired: tuple[int, ...] = ()
    lost_form: tuple[int, ...] = ()
    again: str = ""


COURSES = {
    "Tomasz Wilk": Course(("bottle-curl", "knee-straighten", "heel-raise"), 0.035),
    "Ifeoma Adair": Course(("band-row", "knee-straighten"), 0.03, away=(4,)),
    "Halvard Moe": Course(("knee-straighten", "heel-raise"), 0.02, away=(5, 6, 7)),
    "Bronwen Sayle": Course(("knee-straighten", "heel-raise"), 0.025),
    "Nerys Quill": Course(("ring-press", "bridge", "wall-push"), 0.04),
    "Dilwyn Farrow": Course(("knee-straighten",), 0.015, away=(8,)),
    "Ragnhild Voss": Course(("heel-raise", "knee-straighten"), 0.015, again="heel-raise"),
    "Emeka Thorne": Course(("bottle-curl", "heel-raise"), 0.025, tired=(6, 7)),
    "Solveig Penhale": Course(("heel-raise", "bottle-curl"), 0.02, away=(2,)),
    "Amparo Teal": Course(("bridge", "wall-push", "sit-to-stand"), 0.04, away=(9,)),
    "Aurelio Finch": Course(("heel-raise", "wall-push"), 0.03, away=tuple(range(8))),
    "Yelena Marsh": Course(("sit-to-stand", "bridge"), 0.03),
    "Corin Hale": Course(("sit-to-stand", "heel-raise"), 0.02, away=(3,)),
    "Idris Penn": Course(("sit-to-stand", "bridge"), 0.025, hurts={5: 4, 6: 5}, where="left knee"),
    "Sunniva Lowe": Course(("sit-to-stand", "heel-raise"), 0.025, lost_form=(4,)),
    "Sefa Lund": Course(("wall-push", "sit-to-stand"), 0.01),
}
"""By name. Who must be talked to first is not built up in anything."""
MILESTONES: dict[str, dict[str, int | None]] = {
    "Tomasz Wilk": {"carries two full bags to the door": 6, "one flight without a rest": None},
    "Halvard Moe": {"rolls to his left side by himself": 9, "and to his right": None},
    "Dilwyn Farrow": {"hand off the bath rail while sitting": 10, "rises from a low seat": None},
    "Sefa Lund": {"rises without hands": 1},
}
"""On the way to what they want to be able to do: by the week in which each was reached, None where it is not yet."""


@dataclass(frozen=True, slots=True)
class Done:
    """One exercise in one week: what was done and how, what was asked, and why that was not what was asked before;
    empty where it was."""

    week: int
    bout: Bout
    asked: Amount
    because: str = ""


def course_of(
    name: str,
    time: ItemTime,
    version: str,
    days: Sequence[datetime.date | None],
    person: Person,
    store: Store | None,
) -> list[Done]:
    """How somebody got on in one exercise. ``days`` are those of the weeks, None where they were not there;
    ``version`` is what the fit gives them."""
    course = COURSES[name]
    exercise = time.exercise
    own = exercise.version(version)
    planned = amount_of(version, time.dose if own is time.version else own.dose)
    setting = setting_of(exercise, version, person, load_conditions(), store, _all(days), (d for d in days if d))
    chance = random.Random(f"{name} {exercise.id}")
    able = float(planned.work) * chance.uniform(0.95, 1.08)
    state: State | None = None
    asked = planned
    found = []
    for week, day in enumerate(days):
        if day is None:
            continue
        due = None if state is None else DEFAULT.next(state, setting, day)
        amount = planned if state is None or due is None else _taken(state, due)
        bout = _bout(course, week, day, exercise.id, amount, able * (1 + course.gains) ** week, chance)
        found.append(Done(week, bout, amount, due.because if due is not None and amount != asked else ""))
        asked = amount
        state = first_state(bout, setting) if state is None else after(state, bout, setting, DEFAULT.next)
    return found


def _all(days: Sequence[datetime.date | None]) -> list[datetime.date]:
    """The days on which the group met: one a week, whether they were there or not."""
    known = next((number, day) for number, day in enumerate(days) if day is not None)
    return [known[1] + datetime.timedelta(weeks=week - known[0]) for week in range(len(days))]


def _taken(state: State, due: Proposal) -> Amount:
    """The step, unless it asks and the last time was not easy."""
    easy = state.last.effort is not None and state.last.effort < _HARD
    return state.amount if due.kind is Kind.NONE or (due.asks and not easy) else due.amount


def _bout(
    course: Course,
    week: int,
    day: datetime.date,
    exercise: str,
    amount: Amount,
    able: float,
    chance: random.Random,
) -> Bout:
    part = float(amount.work) / able
    effort = round(_USUAL + _STEEP * (part - 1) + chance.uniform(-0.4, 0.4) + (2 if week in course.tired else 0))
    pain = course.hurts.get(week) if exercise == course.exercises[0] else None
    done = amount
    if part > _CANNOT and amount.counted is Variable.REPETITIONS:
        done = amount.with_value(max(1, amount.value - 1))
    return Bout(
        day,
        exercise,
        done,
        min(_MOST, max(2, effort)),
        pain=pain,
        pain_where=course.where if pain else "",
        reached=done == amount,
        lost_form=week in course.lost_form and exercise == course.exercises[0],
        teach_again=exercise == course.again and week >= _SETTLES,
    )
