"""Which letters are due: sheets that were made and not handed out, and screenings that run out within a month."""

import datetime
from collections.abc import Iterator

from django.db.models import Exists, OuterRef, QuerySet
from django.urls import reverse
from django.utils import timezone

from fairbench.core.people.screening import runs_out
from fairbench.web.accounts.actor import Actor
from fairbench.web.people.letter_actions import write
from fairbench.web.people.models import HomeSheet, Listing, Participant, PhoneSheet, Screening

from .letter_texts import RUNS_OUT_WITHIN, of_screenings, of_sheets


def write_what_is_due(actor: Actor, root: str) -> int:
    """Put down what is due; how many letters are new. ``root`` is where the private addresses begin."""
    addresses = {
        phone.participant_id: root.rstrip("/") + reverse("handouts:phone", args=[phone.token])
        for phone in PhoneSheet.objects.filter(withdrawn_at=None)
    }
    sheets = [(sheet, addresses.get(sheet.participant_id, "")) for sheet in not_handed_out()]
    return write(actor, [*of_sheets(actor, sheets), *of_screenings(actor, runs_out_soon(timezone.localdate()))])


def not_handed_out() -> list[HomeSheet]:
    """The newest sheet of everybody that was not handed out yet."""
    return [sheet for sheet in _newest_sheets().select_related("participant") if sheet.handed_on is None]


def how_many_not_handed_out() -> int:
    """How many those are."""
    return sum(day is None for day in _newest_sheets().values_list("handed_on", flat=True))


def _newest_sheets() -> "QuerySet[HomeSheet]":
    rows = HomeSheet.objects.filter(participant__erased_at=None)
    return rows.order_by("participant_id", "-edition").distinct("participant_id")


def runs_out_soon(today: datetime.date) -> list[tuple[Participant, datetime.date]]:
    """Whose screening runs out within a month, or did within the last, with the day."""
    return list(_soon(today))


def _soon(today: datetime.date) -> Iterator[tuple[Participant, datetime.date]]:
    rows = Screening.objects.exclude(given_on=None).filter(
        Exists(Listing.objects.filter(participant=OuterRef("participant_id"))), participant__erased_at=None
    )
    newest = rows.order_by("participant_id", "-given_on", "-started_at").distinct("participant_id")
    for screening in newest.select_related("participant").defer("answers"):
        assert screening.given_on is not None  # those without were left out
        last = runs_out(screening.given_on)
        if abs((last - today).days) <= RUNS_OUT_WITHIN:
            yield screening.participant, last
