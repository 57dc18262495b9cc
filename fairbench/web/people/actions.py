"""Everything that changes people and groups: one verb each."""

import datetime
from collections.abc import Iterable
from typing import Any
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.accounts.models import AuditEntry
from fairbench.web.rooms.models import Room

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
        participant = Participant.objects.select_for_update().get(id=participant_id, erased_at=None)
    details = given.model_dump()
    old = {name: getattr(participant, name) for name in details} if participant_id else None
    for name, value in details.items():
        setattr(participant, name, value)
    participant.save()
    actor.audit("participant.save", participant.id, *_changed(old, details))
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
    kept = ("name", "place", "ranges_from", "school")
    old = {field: getattr(group, field) for field in kept} | {"room": group.room_id} if group_id else None
    for field in kept:
        setattr(group, field, getattr(given, field))
    group.room = Room.objects.get(id=given.room) if given.room else None
    group.save()
    actor.audit("group.save", group.id, *_changed(old, given.model_dump()))
    return group


@transaction.atomic
def add_to_group(actor: Actor, group_id: UUID, participant_id: UUID, kind: str = Listing.Kind.REGULAR) -> None:
    """Put someone on a group's list, as a regular, on trial or as a guest; who is on it already changes kind."""
    actor.require(Permission.PEOPLE)
    group = Group.objects.get(id=group_id)
    participant = Participant.objects.get(id=participant_id, erased_at=None)
    before = Listing.objects.filter(group=group, participant=participant).values_list("kind", flat=True).first()
    Listing.objects.update_or_create(
        group=group, participant=participant, defaults={"practice": actor.practice, "kind": kind}
    )
    new = {"participant": participant.id, "kind": kind}
    actor.audit("group.add", group.id, {"participant": participant.id, "kind": before} if before else None, new)


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
    old = {"participant": participant_id, "kind": listing.kind, "since": listing.since}
    listing.delete()
    actor.audit("group.remove", group_id, old)


@transaction.atomic
def import_csv(actor: Actor, group_id: UUID, people: Iterable[ParticipantDetails]) -> int:
    """Everybody of a file into a group, all of them or none. Gives back how many."""
    actor.require(Permission.PEOPLE)
    group = Group.objects.get(id=group_id)
    added = [save_participant(actor, person, into=group.id) for person in people]
    actor.audit("group.import_csv", group.id, new={"people": len(added)})
    return len(added)


def log_export(actor: Actor, group: Group) -> None:
    """A group's list was exported. It is written down."""
    actor.audit("group.export_csv", group.id, new={"people": group.listings.count()})


Values = dict[str, Any]


def _changed(old: Values | None, new: Values) -> tuple[Values | None, Values]:
    """What of two states differs, before and after; of a new row everything that was given."""
    if old is None:
        return None, {name: value for name, value in new.items() if value not in ("", None)}
    names = [name for name in new if old[name] != new[name]]
    return {name: old[name] for name in names}, {name: new[name] for name in names}
