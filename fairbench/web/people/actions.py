"""Everything that changes people and groups: one verb each."""

import datetime
from collections.abc import Iterable, Mapping
from decimal import Decimal
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.accounts.models import AuditEntry

from .models import Group, Listing, Participant, PastListing


@transaction.atomic
def save_participant(actor: Actor, participant: Participant) -> Participant:
    """Keep a new or changed participant whose fields were checked by a form."""
    actor.require(Permission.PEOPLE)
    participant.practice = actor.practice
    participant.save()
    actor.audit("participant.save", participant.id)
    return participant


def log_view(actor: Actor, participant: Participant) -> None:
    """Somebody looked at a person's page. It is written down, once an hour for each who looks."""
    since = timezone.now() - datetime.timedelta(hours=1)
    seen = AuditEntry.objects.filter(object_id=participant.id, verb="participant.view", user=actor.user, at__gt=since)
    if not seen.exists():
        actor.audit("participant.view", participant.id)


@transaction.atomic
def save_group(actor: Actor, group: Group) -> Group:
    """Keep a new or changed group whose fields were checked by a form."""
    actor.require(Permission.PEOPLE)
    group.practice = actor.practice
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
def import_csv(actor: Actor, group_id: UUID, rows: Iterable[Mapping[str, str]]) -> int:
    """Everybody of a list whose rows were checked, into a group; all of them or none."""
    actor.require(Permission.PEOPLE)
    group = Group.objects.get(id=group_id)
    count = 0
    for row in rows:
        person = Participant(
            practice=actor.practice,
            call_name=row["call_name"],
            birth_year=int(row["birth_year"]) if row.get("birth_year") else None,
            pace=Decimal(row["pace"].replace(",", ".")) if row.get("pace") else Decimal(1),
            remember=row.get("remember", ""),
            goals=row.get("goals", ""),
            emergency=row.get("emergency", ""),
            private_note=row.get("private_note", ""),
        )
        person.full_clean(exclude=["practice"])
        person.save()
        Listing.objects.create(practice=actor.practice, group=group, participant=person)
        actor.audit("participant.save", person.id)
        count += 1
    actor.audit("group.import_csv", group.id)
    return count
