"""Everything that changes people and groups: one verb each."""

import datetime
from collections.abc import Iterable
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.accounts.models import AuditEntry

from .inputs import GroupDetails, ParticipantDetails
from .models import Group, Listing, Participant, PastListing


@transaction.atomic
def save_participant(
    actor: Actor, given: ParticipantDetails, participant_id: UUID | None = None, into: UUID | None = None
) -> Participant:
    """Save a new participant, or the details of one. ``into`` is a group that a new one is added to."""
    actor.require(Permission.PEOPLE)
    if participant_id is None:
        participant = Participant(practice=actor.practice)
    else:
        participant = Participant.objects.select_for_update().get(id=participant_id)
    for name, value in given.model_dump().items():
        setattr(participant, name, value)
    participant.save()
    actor.audit("participant.save", participant.id)
    if into is not None:
        add_to_group(actor, into, participant.id)
    return participant


def log_view(actor: Actor, participant: Participant) -> None:
    """Somebody looked at a person's page. It is written down, once an hour for each who looks."""
    since = timezone.now() - datetime.timedelta(hours=1)
    seen = AuditEntry.objects.filter(object_id=participant.id, verb="participant.view", user=actor.user, at__gt=since)
    if not seen.exists():
        actor.audit("participant.view", participant.id)


@transaction.atomic
def save_group(actor: Actor, given: GroupDetails, group_id: UUID | None = None) -> Group:
    """Save a new group, or the details of one."""
    actor.require(Permission.PEOPLE)
    group = Group.objects.select_for_update().get(id=group_id) if group_id else Group(practice=actor.practice)
    group.name, group.place = given.name, given.place
    group.save()
    actor.audit("group.save", group.id)
    return group


@transaction.atomic
def add_to_group(actor: Actor, group_id: UUID, participant_id: UUID, kind: str = Listing.Kind.REGULAR) -> None:
    """Put someone on a group's list, as a regular, on trial or as a guest; who is on it already changes kind."""
    actor.require(Permission.PEOPLE)
    group = Group.objects.get(id=group_id)
    participant = Participant.objects.get(id=participant_id)
    Listing.objects.update_or_create(
        group=group, participant=participant, defaults={"practice": actor.practice, "kind": kind}
    )
    actor.audit("group.add", group.id)


@transaction.atomic
def remove_from_group(actor: Actor, group_id: UUID, participant_id: UUID) -> None:
    """Take someone off a group's list. What they did in its classes stays on record, and so do the days of listing."""
    actor.require(Permission.PEOPLE)
    listing = Listing.objects.filter(group_id=group_id, participant_id=participant_id).first()
    if listing is None:
        return
    PastListing.objects.create(
        practice=actor.practice,
        group_id=group_id,
        participant_id=participant_id,
        since=listing.since,
        until=timezone.localdate(),
        kind=listing.kind,
    )
    listing.delete()
    actor.audit("group.remove", group_id)


@transaction.atomic
def import_csv(actor: Actor, group_id: UUID, people: Iterable[ParticipantDetails]) -> int:
    """Everybody of a file into a group, all of them or none. Gives back how many."""
    actor.require(Permission.PEOPLE)
    group = Group.objects.get(id=group_id)
    added = [save_participant(actor, person, into=group.id) for person in people]
    actor.audit("group.import_csv", group.id)
    return len(added)
