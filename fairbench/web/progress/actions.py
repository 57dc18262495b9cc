"""Taking a step: it becomes the person's own figure, load or version, which the fit, the sheets and teaching show."""

import datetime
from collections.abc import Iterable
from dataclasses import replace
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from fairbench.core.plan.plan import NAME_LIMIT
from fairbench.core.progress.amount import Variable
from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.people import health_actions
from fairbench.web.people.health_inputs import LoadInput, OverrideInput
from fairbench.web.people.models import Group, NotedLoad, Participant
from fairbench.web.plans import actions as plan_actions
from fairbench.web.plans.models import Plan
from fairbench.web.plans.starts import PAST_CLASS, plan_of_class

from .steps import Step, load_words

HOLDS_FOR = datetime.timedelta(weeks=8)
"""So long a version of one's own holds; by then it is looked at again."""


@transaction.atomic
def take(actor: Actor, steps: Iterable[Step]) -> int:
    """Take steps, all of them or none. What changes nothing is left alone. How many were taken."""
    actor.require(Permission.HEALTH)
    taken = 0
    for step in steps:
        if not step.takes:
            continue
        _take(actor, step)
        taken += 1
    return taken


@transaction.atomic
def roll_forward(actor: Actor, group: Group, last_class: UUID, day: datetime.date, steps: Iterable[Step]) -> Plan:
    """Take steps and make the plan of the next class, on a day, from the last one: all of it or nothing. Raises
    :class:`PlanError` where that class is not one of the group."""
    take(actor, steps)
    value = plan_of_class(group, f"{PAST_CLASS}{last_class}")
    ends = f", {day:%-d %b}"
    # Rolled forward from one that was: its day goes, and the new one comes.
    name = value.name.rsplit(", ", 1)[0] if _has_day(value.name) else value.name
    again = replace(value, name=f"{name[: NAME_LIMIT - len(ends)]}{ends}")
    return plan_actions.create(actor, again, group, f"Rolled forward from {value.name}"[:200])


def _has_day(name: str) -> bool:
    """Whether a name ends as one that was rolled forward."""
    ends = name.rsplit(", ", 1)[-1].split(" ")
    return len(ends) == 2 and ends[0].isdigit() and ends[1] in _MONTHS


_MONTHS = {f"{datetime.date(2000, month, 1):%b}" for month in range(1, 13)}


def _take(actor: Actor, step: Step) -> None:
    amount = step.due.amount
    counted = amount.counted is Variable.REPETITIONS
    kept = NotedLoad.objects.filter(participant=step.person, exercise=step.exercise.id, ended_at=None).first()
    given = LoadInput(
        exercise=step.exercise.id,
        load=load_words(amount),
        setting=kept.setting if kept else "",
        reps=amount.reps if counted else None,
        seconds=None if counted else round(amount.hold),
    )
    health_actions.note_load(actor, step.person, given)
    if step.due.new_version:
        decision = OverrideInput(
            exercise=step.exercise.id,
            version=amount.version,
            reason=step.due.because[:200],
            until=timezone.localdate() + HOLDS_FOR,
        )
        health_actions.override(actor, step.person, decision)
    actor.audit("progress.take", step.person, {"amount": step.state.amount.words}, {"amount": amount.words})


def log_view(actor: Actor, person: Participant) -> None:
    """Somebody's progress was looked at. It is on record."""
    actor.require(Permission.HEALTH)
    actor.audit("progress.view", person.id)
