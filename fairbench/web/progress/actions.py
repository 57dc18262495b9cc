"""Taking a step: it becomes the person's own figure, load or version, which the fit, the sheets and teaching show."""

import datetime
from collections.abc import Iterable

from django.db import transaction
from django.utils import timezone

from fairbench.core.progress.amount import Variable
from fairbench.core.progress.proposal import Kind
from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.people import health_actions
from fairbench.web.people.health_inputs import LoadInput, OverrideInput
from fairbench.web.people.models import NotedLoad, Participant

from .steps import Step, load_words

HOLDS_FOR = datetime.timedelta(weeks=8)
"""So long a version of one's own holds; by then it is looked at again."""


@transaction.atomic
def take(actor: Actor, steps: Iterable[Step]) -> int:
    """Take steps, all of them or none. What changes nothing is left alone. How many were taken."""
    actor.require(Permission.HEALTH)
    taken = 0
    for step in steps:
        if not step.changes or step.due.kind is Kind.NONE:
            continue
        _take(actor, step)
        taken += 1
    return taken


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
