"""Sending the list to have ready: one verb."""

from typing import Annotated, Literal
from uuid import UUID

from django.core.mail import EmailMessage
from pydantic import Field

from fairbench.core.errors import InputError
from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.accounts.letters import KIND_HEADER
from fairbench.web.accounts.models import Letter
from fairbench.web.people.models import Participant
from fairbench.web.site.inputs import Input, Lines, OneLine

from .models import Plan
from .ready_list import prepare


class LetterInput(Input):
    """A letter with a list: to everybody of the group or to one of them, each their own list or all the same one;
    ``words`` come before it."""

    to: UUID | Literal["everybody"] = "everybody"
    which: Literal["own", "group"] = "own"
    subject: Annotated[OneLine, Field(min_length=1, max_length=150)]
    words: Annotated[Lines, Field(max_length=2000)] = ""


def send_ready(actor: Actor, plan: Plan, given: LetterInput) -> tuple[list[str], list[str]]:
    """Send the list; the names of those it went to, and of those of whom no address is known. Raises
    :class:`InputError` where nobody has one, or where the mail server takes no letter, naming who has theirs already.
    """
    actor.require(Permission.PLANS)
    if plan.group is None:
        raise InputError("this plan is for no group yet", "to")
    listed = plan.group.participants.filter(erased_at=None)
    people = list(listed if given.to == "everybody" else listed.filter(id=given.to))
    reached, unknown = [one for one in people if one.email], [one.call_name for one in people if not one.email]
    if not reached:
        raise InputError("nobody of them has an email address yet; it is among a person's details", "to")
    prepared = prepare(plan)
    sent: list[str] = []
    for person in reached:
        made = prepared.list_of(str(person.id) if given.which == "own" else None)
        body = f"{given.words}\n\n{made.text}\n" if given.words else f"{made.text}\n"
        _send(person, given.subject, body, sent)
        sent.append(person.call_name)
    actor.audit("plan.send_ready", plan.id, None, {"people": len(sent), "which": given.which})
    return sent, unknown


def _send(person: Participant, subject: str, body: str, sent: list[str]) -> None:
    letter = EmailMessage(subject, body, None, [person.email], headers={KIND_HEADER: Letter.Kind.CLASS.value})
    try:
        letter.send()
    except OSError as error:  # what a mail server answers, and that there is none
        so_far = f"; {', '.join(sent)} have theirs" if sent else "; nobody has it"
        raise InputError(
            f"the mail server did not take the letter to {person.call_name}: {error}{so_far}", "to"
        ) from None
