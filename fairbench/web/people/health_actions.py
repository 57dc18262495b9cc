"""Everything that changes somebody's health record: one verb each; nothing is deleted, and who did it is kept."""

import datetime
from collections.abc import Mapping, Sequence
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from fairbench.core.dose.load import read_load
from fairbench.core.errors import InputError
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.red_flags_doc import load_red_flags
from fairbench.core.formats.screening_doc import load_questions
from fairbench.core.people.conditions import Declared
from fairbench.core.people.screening import Answer, read
from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.exercises.shelf import practice_shelf

from .health_inputs import (
    AdviceInput,
    DeclaredInput,
    DeclareInput,
    EventInput,
    LoadInput,
    OverrideInput,
    ReviewInput,
    SharingInput,
    SideInput,
)
from .health_summary import declared_of, keep_health_summary
from .models import (
    Clearance,
    Condition,
    HealthEvent,
    HealthRow,
    NotedLoad,
    NotedSharing,
    NotedSide,
    Override,
    Participant,
    Screening,
)

EARLIEST = datetime.date(1900, 1, 1)
NOTE_LIMIT = 200
"""Characters of a note beside a condition, as the column has them."""
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
    said = _checked(person, [given])[0]
    _check_day(given.until, "until", future=True)
    row = _add_condition(actor, person, said, given.note, given.until)
    _done(actor, person, "health.declare")
    return row


def _checked(person: Participant, given: Sequence[DeclaredInput]) -> list[Declared]:
    """What is to be added, if it can be declared beside what is on record."""
    known, today = load_conditions(), timezone.localdate()
    added = [one.value(today) for one in given]
    for one in added:
        wanted = known.condition(one.condition).measure
        if wanted is not None and one.measure is None:
            raise InputError(f"say {wanted.words.lower()}, in {wanted.unit}", "measure")
    known.check_together([*declared_of(person), *(known.as_of(one, today) for one in added)])
    return added


def _add_condition(
    actor: Actor,
    person: Participant,
    said: Declared,
    note: str,
    until: datetime.date | None = None,
    advice: Clearance | None = None,
) -> Condition:
    return Condition.objects.create(
        practice=actor.practice,
        participant=person,
        noted_by=actor.user,
        condition=said.condition,
        side=said.side or "",
        severity=said.severity,
        stage=said.stage,
        since=said.since,
        measure=said.measure,
        advice=advice,
        until=until,
        note=note,
    )


@transaction.atomic
def end_row(actor: Actor, participant_id: UUID, row_id: UUID, permission: Permission = Permission.HEALTH) -> HealthRow:
    """End a condition, an event, a clinician's advice with the limit it set, or an override. It stays on record."""
    person = _person(actor, participant_id, permission)
    now = timezone.now()
    for kind in (Condition, HealthEvent, Clearance, Override, NotedSide, NotedSharing, NotedLoad):
        row = kind.objects.filter(id=row_id, participant=person, ended_at=None).first()
        if row is not None:
            row.ended_at, row.ended_by = now, actor.user
            row.save(update_fields=["ended_at", "ended_by"])
            if isinstance(row, Clearance):
                row.limits.filter(ended_at=None).update(ended_at=now, ended_by=actor.user)
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
        actor.audit("screening.begin", person.id, None, {"screening": begun.id})
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
    added = _checked(person, given.declared)
    screening.answers = answers
    screening.outcome = reading.outcome.value
    screening.reviewed_at, screening.reviewed_by = timezone.now(), actor.user
    screening.wanted, screening.note = given.wanted or _to_be_seen(answers), given.note
    screening.save()
    for said in added:
        _add_condition(actor, person, said, "from the screening")
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
    """Save a clinician's advice, where the letter is, and the limit that it sets. Raises :class:`InputError` when who
    or what is missing, or the limit cannot be."""
    person = _person(actor, participant_id)
    if given.condition:
        load_conditions().condition(given.condition)
    if not given.who or not given.said:
        raise InputError("needs who gave it and what was said", "said" if given.who else "who")
    _check_day(given.until, "until", future=True)
    limits = _checked(person, [given.limit] if given.limit else [])
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
    for said in limits:
        _add_condition(actor, person, said, f"{given.who}: {given.said}"[:NOTE_LIMIT], given.until, row)
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


@transaction.atomic
def note_side(actor: Actor, participant_id: UUID, given: SideInput) -> NotedSide:
    """Their weaker or affected side, from now on. What was noted for the same before ends."""
    person = _person(actor, participant_id)
    if given.exercise:
        practice_shelf().exercise(given.exercise)
    before = person.notedsides.filter(kind=given.kind, exercise=given.exercise, ended_at=None)
    before.update(ended_at=timezone.now(), ended_by=actor.user)
    row = NotedSide.objects.create(
        practice=actor.practice,
        participant=person,
        noted_by=actor.user,
        kind=given.kind,
        side=given.side,
        exercise=given.exercise,
    )
    _done(actor, person, "health.side")
    return row


@transaction.atomic
def note_sharing(actor: Actor, participant_id: UUID, given: SharingInput) -> NotedSharing:
    """How they share work between their sides, from now on. What was noted for the same before ends."""
    person = _person(actor, participant_id)
    if given.exercise:
        practice_shelf().exercise(given.exercise)
    before = person.notedsharings.filter(exercise=given.exercise, ended_at=None)
    before.update(ended_at=timezone.now(), ended_by=actor.user)
    row = NotedSharing.objects.create(
        practice=actor.practice,
        participant=person,
        noted_by=actor.user,
        how=given.how,
        side=given.side,
        exercise=given.exercise,
    )
    _done(actor, person, "health.sharing")
    return row


@transaction.atomic
def note_load(actor: Actor, participant_id: UUID, given: LoadInput) -> NotedLoad:
    """What they work against in an exercise, from now on. What was noted before ends."""
    person = _person(actor, participant_id)
    practice_shelf().exercise(given.exercise)
    load = read_load(given.load)
    if load is None and not (given.setting or given.reps or given.seconds):
        raise InputError("say what they work against, or how it is set up for them", "load")
    person.notedloads.filter(exercise=given.exercise, ended_at=None).update(
        ended_at=timezone.now(), ended_by=actor.user
    )
    row = NotedLoad.objects.create(
        practice=actor.practice,
        participant=person,
        noted_by=actor.user,
        exercise=given.exercise,
        load=load.words if load else "",
        setting=given.setting,
        reps=given.reps,
        seconds=given.seconds,
    )
    _done(actor, person, "health.load")
    return row


def _check_day(day: datetime.date | None, place: str, future: bool) -> None:
    if day is None:
        return
    today = timezone.localdate()
    if future and day < today:
        raise InputError(f"{day:%-d %b %Y} is past", place)
    if not future and not EARLIEST <= day <= today:
        raise InputError(f"{day:%-d %b %Y} cannot be when it happened", place)
