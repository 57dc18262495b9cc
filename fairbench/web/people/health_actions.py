"""Everything that changes somebody's health record: one verb each; nothing is deleted, and who did it is kept."""

import datetime
from collections.abc import Mapping
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from fairbench.core.errors import InputError
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.screening_doc import load_questions
from fairbench.core.people.conditions import Declared
from fairbench.core.people.screening import Answer, read
from fairbench.core.sides import Side
from fairbench.web.accounts.actor import Actor, Permission

from .health_summary import declared_of, keep_health_summary
from .models import Clearance, Condition, HealthEvent, HealthRow, Override, Participant, Screening

EARLIEST = datetime.date(1900, 1, 1)


def _person(actor: Actor, participant_id: UUID, permission: Permission = Permission.HEALTH) -> Participant:
    actor.require(permission)
    return Participant.objects.select_for_update().get(id=participant_id)


def _done(actor: Actor, person: Participant, verb: str) -> None:
    keep_health_summary(person)
    actor.audit(verb, person.id)


@transaction.atomic
def declare(
    actor: Actor, participant_id: UUID, declared: Declared, until: datetime.date | None = None, note: str = ""
) -> Condition:
    """Add a condition or need. Raises :class:`InputError` for one that is not known or contradicts another."""
    person = _person(actor, participant_id)
    load_conditions().check_together([*declared_of(person), declared])
    _check_day(until, "until", future=True)
    row = Condition.objects.create(
        practice=actor.practice,
        participant=person,
        noted_by=actor.user,
        condition=declared.condition,
        side=declared.side or "",
        severity=declared.severity,
        stage=declared.stage,
        until=until,
        note=note[:200],
    )
    _done(actor, person, "health.declare")
    return row


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
def answer(actor: Actor, screening_id: UUID, question: str, said: str) -> Screening:
    """Keep one answer. Raises :class:`InputError` for a question or an answer that there is not."""
    actor.require(Permission.HEALTH)
    screening = Screening.objects.select_for_update().get(id=screening_id, given_on=None)
    read(load_questions(), {question: said})
    screening.answers = {**screening.answers, question: said}
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
def review(
    actor: Actor,
    screening_id: UUID,
    answers: Mapping[str, str],
    declared: list[Declared],
    wanted: str,
    note: str,
) -> Screening:
    """Read the answers together: what was told is filled in, conditions are confirmed, what is still wanted is said.

    Raises :class:`InputError`; then nothing of it is kept.
    """
    screening = Screening.objects.select_for_update().select_related("participant").get(id=screening_id)
    person = _person(actor, screening.participant_id)
    if screening.reviewed_at:
        raise InputError("these answers were read already; screen again to change them")
    reading = read(load_questions(), {**screening.answers, **answers})
    if reading.open:
        raise InputError(f"still to be told: {reading.open[0].ask}", reading.open[0].id)
    load_conditions().check_together([*declared_of(person), *declared])
    screening.answers = {**screening.answers, **answers}
    screening.outcome = reading.outcome.value
    screening.reviewed_at, screening.reviewed_by = timezone.now(), actor.user
    screening.wanted, screening.note = wanted[:200], note[:500]
    screening.save()
    for one in declared:
        Condition.objects.create(
            practice=actor.practice,
            participant=person,
            noted_by=actor.user,
            condition=one.condition,
            side=one.side or "",
            severity=one.severity,
            stage=one.stage,
            note="from the screening",
        )
    _done(actor, person, "screening.review")
    return screening


@transaction.atomic
def note_event(
    actor: Actor,
    participant_id: UUID,
    kind: str,
    happened_on: datetime.date,
    note: str = "",
    permission: Permission = Permission.HEALTH,
) -> HealthEvent:
    """Something happened that ends the screening. Raises :class:`InputError` for a day that cannot be."""
    person = _person(actor, participant_id, permission)
    if kind not in HealthEvent.Kind.values:
        raise InputError(f"there is no event '{kind}'", "kind")
    _check_day(happened_on, "happened_on", future=False)
    row = HealthEvent.objects.create(
        practice=actor.practice,
        participant=person,
        noted_by=actor.user,
        kind=kind,
        happened_on=happened_on,
        note=note[:200],
    )
    _done(actor, person, "health.event")
    return row


@transaction.atomic
def clear(
    actor: Actor,
    participant_id: UUID,
    condition: str,
    who: str,
    said: str,
    until: datetime.date | None,
    letter: str = "",
) -> Clearance:
    """Keep a clinician's word, and where the letter is. Raises :class:`InputError` when who or what is missing."""
    person = _person(actor, participant_id)
    if condition:
        load_conditions().condition(condition)
    if not who.strip() or not said.strip():
        raise InputError("needs who said it and what was said", "who")
    _check_day(until, "until", future=True)
    row = Clearance.objects.create(
        practice=actor.practice,
        participant=person,
        noted_by=actor.user,
        condition=condition,
        who=who[:120],
        said=said[:300],
        until=until,
        letter=letter[:160],
    )
    _done(actor, person, "health.clear")
    return row


@transaction.atomic
def override(
    actor: Actor,
    participant_id: UUID,
    exercise: str,
    version: str,
    reason: str,
    until: datetime.date,
    instead: str = "",
) -> Override:
    """Decide against the fit, with a reason, until a day. ``instead`` is another exercise, whose version it then is.
    An earlier word on the same exercise ends."""
    person = _person(actor, participant_id)
    if not reason.strip():
        raise InputError("say why, so that it can be read later", "reason")
    _check_day(until, "until", future=True)
    person.overrides.filter(exercise=exercise, ended_at=None).update(ended_at=timezone.now(), ended_by=actor.user)
    row = Override.objects.create(
        practice=actor.practice,
        participant=person,
        noted_by=actor.user,
        exercise=exercise,
        version=version,
        instead=instead,
        reason=reason[:200],
        until=until,
    )
    _done(actor, person, "health.override")
    return row


def read_declared(fields: Mapping[str, str], prefix: str = "") -> Declared:
    """A condition from form fields. Raises :class:`InputError` naming what is wrong."""
    side = fields.get(f"{prefix}side", "")
    if side and side not in list(Side):
        raise InputError(f"there is no side '{side}'", "side")
    declared = Declared(
        fields.get(f"{prefix}condition", ""),
        Side(side) if side else None,
        fields.get(f"{prefix}severity", ""),
        fields.get(f"{prefix}stage", ""),
    )
    load_conditions().check(declared)
    return declared


def read_day(text: str, place: str) -> datetime.date | None:
    """A day from a form, or None. Raises :class:`InputError` for one that does not exist."""
    if not text:
        return None
    try:
        return datetime.date.fromisoformat(text)
    except ValueError:
        raise InputError(f"'{text[:20]}' is no day; write it as 2026-11-30", place) from None


def _check_day(day: datetime.date | None, place: str, future: bool) -> None:
    if day is None:
        return
    today = timezone.localdate()
    if future and day < today:
        raise InputError(f"{day:%-d %b %Y} is past", place)
    if not future and not EARLIEST <= day <= today:
        raise InputError(f"{day:%-d %b %Y} cannot be when it happened", place)
