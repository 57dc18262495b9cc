"""Everything that changes people and groups: one verb each."""

from uuid import UUID

from django.db import transaction

from fairbench.web.accounts.actor import Actor

from .models import Group, Listing, Participant


@transaction.atomic
def save_participant(actor: Actor, participant: Participant) -> Participant:
    """Keep a new or changed participant whose fields were checked by a form."""
    actor.require("people")
    participant.practice = actor.practice
    participant.save()
    actor.did("participant.save", participant.id)
    return participant


@transaction.atomic
def save_group(actor: Actor, group: Group) -> Group:
    """Keep a new or changed group whose fields were checked by a form."""
    actor.require("people")
    group.practice = actor.practice
    group.save()
    actor.did("group.save", group.id)
    return group


@transaction.atomic
def list_in_group(actor: Actor, group_id: UUID, participant_id: UUID) -> None:
    """Put someone on a group's list; twice is the same as once."""
    actor.require("people")
    group = Group.objects.get(id=group_id)
    participant = Participant.objects.get(id=participant_id)
    Listing.objects.get_or_create(practice=actor.practice, group=group, participant=participant)
    actor.did("group.list", group.id)


@transaction.atomic
def take_off_list(actor: Actor, group_id: UUID, participant_id: UUID) -> None:
    """Take someone off a group's list. What they did in its classes stays on record."""
    actor.require("people")
    Listing.objects.filter(group_id=group_id, participant_id=participant_id).delete()
    actor.did("group.take_off", group_id)
