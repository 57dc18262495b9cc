"""Everything that changes measures: one verb each, on record."""

from collections.abc import Iterable
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from fairbench.core.errors import InputError
from fairbench.core.formats.measures_doc import load_bands
from fairbench.core.formats.taken_doc import Measured
from fairbench.core.measures.bands import band_for
from fairbench.core.measures.clinician import word_due
from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.people import health_actions
from fairbench.web.people.health_inputs import EventInput
from fairbench.web.people.models import HealthEvent, Participant

from .inputs import SIDES, SexInput, TakeBackInput
from .models import Measurement
from .person_facts import age_on, sex_of

MOST = 3000
"""So many measures are kept of one person."""


@transaction.atomic
def save(actor: Actor, participant_id: UUID, measured: Measured) -> Measurement:
    """Keep a test that was taken. A result about which a clinician is to be asked ends the screening: they are talked
    to before they join in again."""
    actor.require(Permission.HEALTH)
    person = Participant.objects.select_for_update().get(id=participant_id, erased_at=None)
    return _save(actor, person, measured)


@transaction.atomic
def save_all(actor: Actor, participant_id: UUID, measured: Iterable[Measured]) -> int:
    """Keep all of a file, or nothing of it; what is there already is left alone. How many were new."""
    actor.require(Permission.HEALTH)
    person = Participant.objects.select_for_update().get(id=participant_id, erased_at=None)
    there = {(row.test, row.joint, row.day, str(row.trials)) for row in person.measurements.filter(taken_back_at=None)}
    new = [one for one in measured if (one.taken.test.id, one.taken.joint, one.day, str(_trials(one))) not in there]
    for one in new:
        _save(actor, person, one)
    return len(new)


def _save(actor: Actor, person: Participant, measured: Measured) -> Measurement:
    taken = measured.taken
    if measured.day > timezone.localdate():
        raise InputError(f"{measured.day:%-d %b %Y} is still to come", "day")
    if person.measurements.count() >= MOST:
        raise InputError(f"at most {MOST} measures of one person are kept", "test")
    sex = sex_of(person)
    band = band_for(taken.test, load_bands(), sex, age_on(person, measured.day))
    word = word_due(taken, band, sex)
    event = None
    if word:
        given = EventInput(kind=HealthEvent.Kind.MEASURE, happened_on=measured.day, note=word[:200])
        event = health_actions.note_event(actor, person.id, given)
    row = Measurement.objects.create(
        practice=actor.practice,
        participant=person,
        test=taken.test.id,
        joint=taken.joint,
        day=measured.day,
        trials=_trials(measured),
        note=measured.note,
        user=actor.user,
        event=event,
    )
    actor.audit("measure.save", person.id, None, {"test": row.test, "day": row.day.isoformat()})
    return row


def _trials(measured: Measured) -> dict[str, list[float]]:
    return {SIDES[side]: list(trials) for side, trials in measured.taken.trials.items() if trials}


@transaction.atomic
def take_back(actor: Actor, measurement_id: UUID, given: TakeBackInput) -> Measurement:
    """A result counts no more; it stays with why. What it ended, a screening, stays ended until somebody looks."""
    actor.require(Permission.HEALTH)
    row = Measurement.objects.select_for_update().get(id=measurement_id, participant__erased_at=None)
    if row.taken_back_at is None:
        row.taken_back_at, row.why = timezone.now(), given.why
        row.save(update_fields=["taken_back_at", "why"])
        actor.audit("measure.take_back", row.participant_id, {"test": row.test, "day": row.day.isoformat()}, None)
    return row


@transaction.atomic
def set_sex(actor: Actor, participant_id: UUID, given: SexInput) -> Participant:
    """Which of the published bands somebody is held against, from now on."""
    actor.require(Permission.HEALTH)
    person = Participant.objects.select_for_update().get(id=participant_id, erased_at=None)
    old, person.sex = person.sex, given.sex
    person.save(update_fields=["sex"])
    actor.audit("participant.band_of_tests", person.id, {"sex": old}, {"sex": person.sex})
    return person


def log_view(actor: Actor, person: Participant) -> None:
    """Somebody's measures were looked at. It is on record."""
    actor.require(Permission.HEALTH)
    actor.audit("measure.view", person.id)


def log_export(actor: Actor, person: Participant) -> None:
    """Somebody's measures were exported. It is on record."""
    actor.require(Permission.HEALTH)
    actor.audit("measure.export", person.id)
