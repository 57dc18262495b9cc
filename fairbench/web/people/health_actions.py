"""Everything that changes somebody's health record: one verb each; nothing is deleted, and who did it is kept."""

import datetime
from collections.abc import Mapping
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from fairbench.core.errors import InputError
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.red_flags_doc import load_red_flags
from fairbench.core.formats.screening_doc import load_questions
from fairbench.core.people.screening import Answer, read
from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.exercises.shelf import practice_shelf

from .health_inputs import AdviceInput, DeclaredInput, DeclareInput, EventInput, OverrideInput, ReviewInput
from .health_summary import declared_of, keep_health_summary
from .models import Clearance, Condition, HealthEvent, HealthRow, Override, Participant, Screening

EARLIEST = datetime.date(1900, 1, 1)
WANTED_LIMIT = 200
"""Characters of what is still wanted, as the column has them."""


def _person(actor: Actor, participant_id: UUID, permission: Permission = Permission.HEALTH) -> Participant:
    actor.require(permission)
    return Participant.objects.select_for_update().get(id=participant_id, erased_at=None)


def _done(actor: Actor, person: Participant, verb: str) -> None:
    """End of every action: the summary anew, and on record what of it was before and is now."""
    old = person.health_summary
    keep_health_summary(person)
    new = person.health_summary
    names = [name for name in new if old.get(name) != new[name]]
    actor.audit(verb, person.id, {name: old.get(name) for name in names}, {name: new[name] for name in names})


@transaction.atomic
def declare(actor: Actor, participant_id: UUID, given: DeclareInput) -> Condition:
    """Add a condition or need. Raises :class:`InputError` for one that is not known or contradicts another."""
    person = _person(actor, participant_id)
    load_conditions().check_together([*declared_of(person), given.value()])
    _check_day(given.until, "until", future=True)
    row = _add_condition(actor, person, given, given.note, given.until)
    _done(actor, person, "health.declare")
    return row


def _add_condition(
    actor: Actor, person: Participant, given: DeclaredInput, note: str, until: datetime.date | None = None
) -> Condition:
    return Condition.objects.create(
        practice=actor.practice,
        participant=person,
        noted_by=actor.user,
        condition=given.condition,
        side=given.side or "",
        severity=given.severity,
        stage=given.stage,
        until=until,
        note=note,
    )


@transaction.atomic
def end_row(actor: Actor, participant_id: UUID, row_id: UUID, permission: Permission = Permission.HEALTH) -> HealthRow:
    """End a condition, an event, a clearance or an override. It stays on record."""
    person = _person(actor, participant_id, permission)
    for kind in (Condition, HealthEvent, Clearance, Override):
        row = kind.objects.filter(id=row_id, participant=person, ended_at=None).first()
        if row is not None:
            row.ended_at, row.ended_by = timezone.now(), actor.user
            row.save(update_fields=["ended_at", "ended_by"])
            _done(actor, person, f"health.end_{kind.__name__.lower()}")
            return row
    raise Condition.DoesNotExist


@transaction.atomic
def begin_screening(actor: Actor, participant_id: UUID) -> Screening:
    """Begin to ask, or go on with what was begun and not given in."""
    person = _person(actor, participant_id)
    begun = person.screenings.filter(given_on=None).first()
    if begun is None:
        begun = Screening.objects.create(practice=actor.practice, participant=person, started_by=actor.user)
        actor.audit("screening.begin", person.id)
    return begun


@transaction.atomic
def answer(actor: Actor, screening_id: UUID, question: str, given: str) -> Screening:
    """Keep one answer. Raises :class:`InputError` for a question or an answer that there is not."""
    actor.require(Permission.HEALTH)
    screening = Screening.objects.select_for_update().get(id=screening_id, given_on=None)
    read(load_questions(), {question: given})
    screening.answers = {**screening.answers, question: given}
    screening.save(update_fields=["answers"])
    return screening


@transaction.atomic
def submit_screening(actor: Actor, screening_id: UUID) -> Screening:
    """All that was wanted is answered; what was left out is to be told in person."""
    screening = Screening.objects.select_for_update().select_related("participant").get(id=screening_id)
    person = _person(actor, screening.participant_id)
    if screening.given_on is None:
        told = {question.id: Answer.TELL.value for question in load_questions()}
        screening.answers = told | screening.answers
        screening.given_on = timezone.localdate()
        screening.outcome = read(load_questions(), screening.answers).outcome.value
        screening.save(update_fields=["answers", "given_on", "outcome"])
        _done(actor, person, "screening.submit")
    return screening


def log_screening_view(actor: Actor, screening: Screening) -> None:
    """Somebody looked at the answers. It is written down."""
    actor.require(Permission.HEALTH)
    actor.audit("screening.view", screening.participant_id)


@transaction.atomic
def review(actor: Actor, screening_id: UUID, given: ReviewInput) -> Screening:
    """Read the answers together: what was told is filled in, conditions are confirmed, what is still wanted is said.

    Raises :class:`InputError`; then nothing of it is kept.
    """
    screening = Screening.objects.select_for_update().select_related("participant").get(id=screening_id)
    person = _person(actor, screening.participant_id)
    if screening.reviewed_at:
        raise InputError("these answers were read already; screen again to change them")
    answers = {**screening.answers, **given.answers}
    reading = read(load_questions(), answers)
    if reading.open:
        raise InputError(f"still to be told: {reading.open[0].ask}", reading.open[0].id)
    load_conditions().check_together([*declared_of(person), *(declared.value() for declared in given.declared)])
    screening.answers = answers
    screening.outcome = reading.outcome.value
    screening.reviewed_at, screening.reviewed_by = timezone.now(), actor.user
    screening.wanted, screening.note = given.wanted or _to_be_seen(answers), given.note
    screening.save()
    for declared in given.declared:
        _add_condition(actor, person, declared, "from the screening")
    _done(actor, person, "screening.review")
    return screening


def _to_be_seen(answers: Mapping[str, str]) -> str:
    """The red flags said at a screening, as what a clinician is asked about; nobody joins in before."""
    said = [flag.name for flag in load_red_flags().values() if answers.get(flag.question.id) == Answer.YES]
    return f"a clinician's word on {', '.join(said)}"[:WANTED_LIMIT] if said else ""


@transaction.atomic
def note_event(
    actor: Actor, participant_id: UUID, given: EventInput, permission: Permission = Permission.HEALTH
) -> HealthEvent:
    """Something happened that ends the screening. Raises :class:`InputError` for a day that cannot be."""
    person = _person(actor, participant_id, permission)
    happened_on = given.happened_on or timezone.localdate()
    _check_day(happened_on, "happened_on", future=False)
    row = HealthEvent.objects.create(
        practice=actor.practice,
        participant=person,
        noted_by=actor.user,
        kind=given.kind,
        happened_on=happened_on,
        note=given.note,
    )
    _done(actor, person, "health.event")
    return row


@transaction.atomic
def clear(actor: Actor, participant_id: UUID, given: AdviceInput) -> Clearance:
    """Save a clinician's advice, and where the letter is. Raises :class:`InputError` when who or what is missing."""
    person = _person(actor, participant_id)
    if given.condition:
        load_conditions().condition(given.condition)
    if not given.who or not given.said:
        raise InputError("needs who gave it and what was said", "said" if given.who else "who")
    _check_day(given.until, "until", future=True)
    row = Clearance.objects.create(
        practice=actor.practice,
        participant=person,
        noted_by=actor.user,
        condition=given.condition,
        who=given.who,
        said=given.said,
        until=given.until,
        letter=given.letter,
    )
    _done(actor, person, "health.clear")
    return row


@transaction.atomic
def override(actor: Actor, participant_id: UUID, given: OverrideInput) -> Override:
    """Decide against the fit, with a reason, until a day. An earlier decision on the same exercise ends."""
    person = _person(actor, participant_id)
    if not given.reason:
        raise InputError("say why, so that it can be read later", "reason")
    _check_day(given.until, "until", future=True)
    practice_shelf().exercise(given.instead or given.exercise).version(given.version)
    person.overrides.filter(exercise=given.exercise, ended_at=None).update(ended_at=timezone.now(), ended_by=actor.user)
    row = Override.objects.create(
        practice=actor.practice,
        participant=person,
        noted_by=actor.user,
        exercise=given.exercise,
        version=given.version,
        instead=given.instead,
        reason=given.reason,
        until=given.until,
    )
    _done(actor, person, "health.override")
    return row


def _check_day(day: datetime.date | None, place: str, future: bool) -> None:
    if day is None:
        return
    today = timezone.localdate()
    if future and day < today:
        raise InputError(f"{day:%-d %b %Y} is past", place)
    if not future and not EARLIEST <= day <= today:
        raise InputError(f"{day:%-d %b %Y} cannot be when it happened", place)
