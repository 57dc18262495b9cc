"""Places in a group, and who waits for one: one verb each."""

from uuid import UUID

from django.db import transaction

from fairbench.core.errors import InputError
from fairbench.web.accounts.actor import Actor, Permission

from .models import Group, Listing, Participant, Waiting

MOST_PLACES, MOST_WAITING = 60, 60


@transaction.atomic
def set_places(actor: Actor, group_id: UUID, places: int | None) -> Group:
    """How many can be in a group; None for as many as come. Raises :class:`InputError` for a number that no room
    holds."""
    actor.require(Permission.PEOPLE)
    if places is not None and not 1 <= places <= MOST_PLACES:
        raise InputError(f"a group has 1 to {MOST_PLACES} places, not {places}", "places")
    group = Group.objects.select_for_update().get(id=group_id)
    old, group.places = group.places, places
    group.save(update_fields=["places"])
    actor.audit("group.places", group.id, {"places": old}, {"places": places})
    return group


@transaction.atomic
def wait(actor: Actor, group_id: UUID, participant_id: UUID) -> Waiting:
    """Somebody waits for a place. Raises :class:`InputError` for whoever is in the group, and for too many."""
    actor.require(Permission.PEOPLE)
    group = Group.objects.select_for_update().get(id=group_id)
    person = Participant.objects.get(id=participant_id, erased_at=None)
    if Listing.objects.filter(group=group, participant=person).exists():
        raise InputError(f"{person.call_name} is in this group already", "participant")
    if group.waiting.count() >= MOST_WAITING:
        raise InputError(f"at most {MOST_WAITING} wait for one group", "participant")
    row, new = Waiting.objects.get_or_create(group=group, participant=person, defaults={"practice": actor.practice})
    if new:
        actor.audit("group.wait", person.id, None, {"waits_for": group.name})
    return row


@transaction.atomic
def leave_waiting(actor: Actor, waiting_id: UUID, with_place: bool) -> Waiting:
    """Somebody waits no longer: they have a place now, on trial first, or do not want one. Raises :class:`InputError`
    where the group is full."""
    actor.require(Permission.PEOPLE)
    row = Waiting.objects.select_for_update(of=("self",)).select_related("group", "participant").get(id=waiting_id)
    if with_place:
        taken = row.group.listings.exclude(kind=Listing.Kind.GUEST).count()
        if row.group.places is not None and taken >= row.group.places:
            raise InputError(f"all {row.group.places} places of {row.group.name} are taken", "group")
        Listing.objects.get_or_create(
            group=row.group,
            participant=row.participant,
            defaults={"practice": actor.practice, "kind": Listing.Kind.TRIAL},
        )
    now = {"place_in": row.group.name} if with_place else None
    verb = "group.place" if with_place else "group.wait_no_longer"
    actor.audit(verb, row.participant_id, {"waits_for": row.group.name}, now)
    row.delete()
    return row
