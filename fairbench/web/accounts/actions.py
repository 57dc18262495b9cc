"""Everything that changes who may sign in: one verb each."""

from zoneinfo import available_timezones

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import transaction

from fairbench.core.body.drawing.looks import Looks
from fairbench.core.errors import InputError

from .actor import Actor, Permission
from .inputs import FirstPracticeInput, MemberInput
from .models import Practice, Role, User


@transaction.atomic
def first_practice(given: FirstPracticeInput) -> User:
    """Open the first practice of a database, with its owner. Raises :class:`InputError` where there is one already, or
    for a password that is too easy."""
    if Practice.objects.select_for_update().exists():
        raise InputError("there is a practice already; its owner adds members")
    user = User(email=given.email, name=given.name, role=Role.OWNER)
    try:
        validate_password(given.password, user)
    except ValidationError as error:
        raise InputError(" ".join(error.messages), "password") from None
    practice = Practice.objects.create(name=given.practice)
    return User.objects.create_user(given.email, given.password, practice, given.name, Role.OWNER)


@transaction.atomic
def add_member(actor: Actor, given: MemberInput) -> User:
    """Somebody may sign in from now on. They choose a password themselves, by the letter that they are sent."""
    actor.require(Permission.MEMBERS)
    if User.objects.filter(email=given.email).exists():
        raise InputError("somebody signs in with this address already", "email")
    user = User(email=given.email, name=given.name, role=given.role, practice=actor.practice)
    user.set_unusable_password()
    user.save()
    actor.audit_member("member.add", user, None, {"email": user.email, "name": user.name, "role": user.role})
    return user


@transaction.atomic
def change_role(actor: Actor, user_id: int, role: Role) -> User:
    """Another role, from now on. There is always an owner."""
    user = _member(actor, user_id)
    old = user.role
    user.role = role
    user.save(update_fields=["role"])
    _one_owner_left(actor)
    actor.audit_member("member.role", user, {"role": old}, {"role": user.role})
    return user


@transaction.atomic
def end_access(actor: Actor, user_id: int) -> User:
    """They may not sign in any more; wherever they are signed in, the next page asks. What they did stays theirs."""
    user = _member(actor, user_id)
    user.is_active = False
    user.save(update_fields=["is_active"])
    _one_owner_left(actor)
    actor.audit_member("member.end", user, {"access": True}, {"access": False})
    return user


@transaction.atomic
def restore_access(actor: Actor, user_id: int) -> User:
    """They may sign in again, with the password they had."""
    user = _member(actor, user_id)
    user.is_active = True
    user.save(update_fields=["is_active"])
    actor.audit_member("member.restore", user, {"access": False}, {"access": True})
    return user


@transaction.atomic
def set_counting(actor: Actor, pairs: bool, ranges_from: str) -> None:
    """How the whole practice counts: work of sides taking turns in pairs or each by itself, and where in a range a
    figure is picked first."""
    actor.require(Permission.MEMBERS)
    Practice.objects.filter(id=actor.practice.id).update(counts_pairs=pairs, ranges_from=ranges_from)
    actor.audit("practice.counting", actor.practice.id, new={"pairs": pairs, "ranges_from": ranges_from})


@transaction.atomic
def set_looks(actor: Actor, looks: Looks) -> None:
    """Who the practice's figures are."""
    actor.require(Permission.MEMBERS)
    before = actor.practice.looks
    Practice.objects.filter(id=actor.practice.id).update(looks=looks.code)
    actor.audit("practice.looks", actor.practice.id, {"looks": before}, {"looks": looks.code})


@transaction.atomic
def set_units(actor: Actor, units: str) -> None:
    """What the practice's figures are shown in; nothing that is kept changes."""
    actor.require(Permission.MEMBERS)
    before = actor.practice.units
    Practice.objects.filter(id=actor.practice.id).update(units=units)
    actor.audit("practice.units", actor.practice.id, {"units": before}, {"units": units})


@transaction.atomic
def set_zone(actor: Actor, zone: str) -> None:
    """By which clock the practice lives. Raises :class:`InputError` for a zone that there is not."""
    actor.require(Permission.PLANS)
    if zone not in available_timezones():
        raise InputError(f"there is no time zone '{zone[:40]}'", "zone")
    Practice.objects.filter(id=actor.practice.id).update(time_zone=zone)
    actor.audit("practice.zone", actor.practice.id, {"zone": actor.practice.time_zone}, {"zone": zone})


def set_calls(actor: Actor, mirrored: bool) -> None:
    """How one calls sides oneself: as a mirror of the class, or as they are."""
    User.objects.filter(id=actor.user.id).update(calls_mirrored=mirrored)


def _member(actor: Actor, user_id: int) -> User:
    actor.require(Permission.MEMBERS)
    # All of the practice are locked, so that two owners cannot end each other at once.
    members = {user.id: user for user in User.objects.select_for_update().filter(practice=actor.practice)}
    if user_id not in members:
        raise User.DoesNotExist
    return members[user_id]


def _one_owner_left(actor: Actor) -> None:
    if not User.objects.filter(practice=actor.practice, role=Role.OWNER, is_active=True).exists():
        raise InputError("a practice keeps at least one owner who can sign in")
