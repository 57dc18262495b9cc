"""Somebody's home, their sheets, the private address, and how it went: one verb each."""

import datetime
from collections.abc import Mapping
from typing import Any
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from fairbench.core.errors import InputError
from fairbench.core.handouts.home import Home
from fairbench.core.handouts.sheet import SIZES
from fairbench.web.accounts.actor import Actor, Permission

from .home_inputs import AtHomeInput, HomeReportInput
from .home_models import AtHome, HomeReport, HomeSheet, HomeTick, PhoneSheet
from .models import Participant

MOST_TICKS_A_DAY = 40
"""A phone that says more is wrong, or is not a phone."""


def _person(actor: Actor, participant_id: UUID) -> Participant:
    actor.require(Permission.HEALTH)
    return Participant.objects.select_for_update().get(id=participant_id, erased_at=None)


@transaction.atomic
def save_at_home(actor: Actor, participant_id: UUID, given: AtHomeInput) -> AtHome:
    """What is known of their home, from now on. Raises :class:`InputError` for a size of type that there is not, and
    for what nobody can lean on."""
    person = _person(actor, participant_id)
    if given.size not in SIZES:
        raise InputError(f"the type is 16, 20 or 24 points, not {given.size}", "size")
    Home(given.hold)
    row = AtHome.objects.filter(participant=person).first() or AtHome(practice=actor.practice, participant=person)
    old = {name: getattr(row, name) for name in type(given).model_fields}
    for name, value in given.model_dump().items():
        setattr(row, name, value)
    row.save()
    actor.audit("home.save", person.id, old, given.model_dump())
    return row


@transaction.atomic
def keep_sheet(actor: Actor, participant_id: UUID, document: Mapping[str, Any], summary: str) -> HomeSheet:
    """A further edition of somebody's sheet; the same as the last one makes none."""
    person = _person(actor, participant_id)
    last = person.home_sheets.first()
    if last is not None and last.document == document:
        return last
    sheet = HomeSheet.objects.create(
        practice=actor.practice,
        participant=person,
        edition=last.edition + 1 if last else 1,
        document=dict(document),
        summary=summary[:200],
        user=actor.user,
    )
    actor.audit("home.sheet", person.id, None, {"edition": sheet.edition})
    return sheet


@transaction.atomic
def hand_out(actor: Actor, sheet_id: UUID, day: datetime.date) -> None:
    """It was given to them on a day."""
    actor.require(Permission.HEALTH)
    sheet = HomeSheet.objects.select_for_update().get(id=sheet_id)
    sheet.handed_on = day
    sheet.save(update_fields=["handed_on"])
    actor.audit("home.handed", sheet.participant_id, None, {"edition": sheet.edition})


@transaction.atomic
def open_address(actor: Actor, participant_id: UUID) -> PhoneSheet:
    """A private address for their sheet; the one there is, if there is one. Raises :class:`InputError` without a
    sheet."""
    person = _person(actor, participant_id)
    if not person.home_sheets.exists():
        raise InputError("there is no sheet to show yet; save one first", "sheet")
    found = person.phone_sheets.filter(withdrawn_at=None).first()
    if found is None:
        found = PhoneSheet.objects.create(practice=actor.practice, participant=person)
        actor.audit("home.address", person.id, None, {"address": "opened"})
    return found


@transaction.atomic
def withdraw_address(actor: Actor, participant_id: UUID) -> None:
    """From now on there is nothing at the address."""
    person = _person(actor, participant_id)
    for phone in PhoneSheet.objects.select_for_update().filter(participant=person, withdrawn_at=None):
        phone.withdrawn_at = timezone.now()
        phone.save(update_fields=["withdrawn_at"])
        actor.audit("home.withdraw", person.id, {"address": "opened"}, None)


@transaction.atomic
def tick(phone: PhoneSheet, key: UUID, day: datetime.date) -> int:
    """A phone says "done"; how often it said so on that day. The same tick sent twice counts once. Raises
    :class:`InputError` for more than one does in a day."""
    locked = PhoneSheet.objects.select_for_update().get(id=phone.id)
    today = HomeTick.objects.filter(phone=locked, day=day)
    if not HomeTick.objects.filter(phone=locked, key=key).exists():
        if today.count() >= MOST_TICKS_A_DAY:
            raise InputError(f"more than {MOST_TICKS_A_DAY} times a day are not counted", "key")
        HomeTick.objects.create(practice=locked.practice, phone=locked, key=key, day=day)
    return today.count()


@transaction.atomic
def report_home(actor: Actor, participant_id: UUID, day: datetime.date, given: HomeReportInput) -> HomeReport:
    """How it went at home, as said on a day; said again, the later counts."""
    actor.require(Permission.CLASSES)
    person = Participant.objects.select_for_update().get(id=participant_id, erased_at=None)
    earlier = HomeReport.objects.filter(participant=person, day=day).first()
    before = _said(earlier) if earlier else None
    row, _ = HomeReport.objects.update_or_create(
        participant=person,
        day=day,
        defaults={
            "practice": actor.practice,
            "how": given.how,
            "stopped": "" if given.how == "most" else given.stopped,
            "user": actor.user,
        },
    )
    actor.audit("home.report", person.id, before, _said(row))
    return row


def _said(row: HomeReport) -> dict[str, str]:
    return {"day": row.day.isoformat(), "how": row.how, "stopped": row.stopped}
