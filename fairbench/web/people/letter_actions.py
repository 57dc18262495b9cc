"""Letters to people: made, looked at, sent or printed, each about one thing only once."""

from collections.abc import Iterable
from dataclasses import dataclass
from uuid import UUID

from django.core.mail import EmailMessage
from django.db import transaction
from django.utils import timezone

from fairbench.core.errors import InputError
from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.accounts.letters import KIND_HEADER
from fairbench.web.accounts.models import Letter

from .home_inputs import PersonLetterInput
from .home_models import AtHome, PersonLetter
from .models import Participant


@dataclass(frozen=True, slots=True)
class Draft:
    """A letter to be: to whom, of which kind, about what (the same thing is written about once), and its words."""

    participant: UUID
    kind: PersonLetter.Kind
    about: str
    subject: str
    body: str


@transaction.atomic
def write(actor: Actor, drafts: Iterable[Draft]) -> int:
    """Put letters down to be looked at; how many are new. Whoever wants none gets none, and nobody a second one about
    the same thing."""
    actor.require(Permission.HEALTH)
    found = list(drafts)
    people = {person.id: person for person in Participant.objects.filter(id__in={one.participant for one in found})}
    none = set(
        AtHome.objects.filter(participant__in=people, wish=AtHome.Wish.NONE).values_list("participant_id", flat=True)
    )
    new = 0
    for one in found:
        if one.participant not in people or one.participant in none or people[one.participant].erased_at:
            continue
        _, made = PersonLetter.objects.get_or_create(
            participant=people[one.participant],
            kind=one.kind,
            about=one.about,
            defaults={"practice": actor.practice, "subject": one.subject, "body": one.body, "user": actor.user},
        )
        new += made
        if made:
            actor.audit("letter.write", one.participant, None, {"kind": one.kind.value})
    return new


@transaction.atomic
def look(actor: Actor, letter_id: UUID) -> PersonLetter:
    """Somebody opened it."""
    actor.require(Permission.HEALTH)
    letter = _letter(letter_id)
    if letter.looked_at is None:
        letter.looked_at = timezone.now()
        letter.save(update_fields=["looked_at"])
    return letter


@transaction.atomic
def send(actor: Actor, letter_id: UUID, given: PersonLetterInput) -> PersonLetter:
    """Send it by email, as it was put right. Raises :class:`InputError` where it was not looked at, was sent already,
    or there is no address; nothing is sent then."""
    letter = _to_send(actor, letter_id)
    person = letter.participant
    if not person.email:
        raise InputError("no email address is known; print it, or add one to their details", "to")
    letter.subject, letter.body = given.subject, given.body
    _done(actor, letter, PersonLetter.State.SENT)
    message = EmailMessage(
        given.subject, given.body, None, [person.email], headers={KIND_HEADER: Letter.Kind.CLASS.value}
    )
    try:
        message.send()
    except OSError as error:  # what a mail server answers, and that there is none; the letter stays as it was
        raise InputError(f"the mail server did not take it: {error}; it waits as before", "to") from None
    return letter


@transaction.atomic
def printed(actor: Actor, letter_id: UUID, given: PersonLetterInput) -> PersonLetter:
    """It goes on paper, as it was put right. Raises :class:`InputError` as :func:`send` does."""
    letter = _to_send(actor, letter_id)
    letter.subject, letter.body = given.subject, given.body
    return _done(actor, letter, PersonLetter.State.PRINTED)


@transaction.atomic
def drop(actor: Actor, letter_id: UUID) -> PersonLetter:
    """It is not sent. Raises :class:`InputError` where it was."""
    return _done(actor, _to_send(actor, letter_id), PersonLetter.State.DROPPED)


def _letter(letter_id: UUID) -> PersonLetter:
    rows = PersonLetter.objects.select_for_update(of=("self",)).select_related("participant")
    found: PersonLetter = rows.get(id=letter_id)
    return found


def _to_send(actor: Actor, letter_id: UUID) -> PersonLetter:
    actor.require(Permission.HEALTH)
    letter = _letter(letter_id)
    if letter.state != PersonLetter.State.WAITING:
        raise InputError(f"it was {letter.get_state_display()} already; nothing goes out twice", "letter")
    if letter.looked_at is None:
        raise InputError("look at it first; nothing goes out unread", "letter")
    return letter


def _done(actor: Actor, letter: PersonLetter, state: PersonLetter.State) -> PersonLetter:
    before = letter.state
    letter.state, letter.done_at = state.value, timezone.now()
    letter.save(update_fields=["state", "done_at", "subject", "body"])
    was, now = ({"letter": letter.id, "state": one} for one in (before, state.value))
    actor.audit(f"letter.{state.value}", letter.participant_id, was, now)
    return letter
