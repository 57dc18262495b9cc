"""What is on record about somebody: each thing noted or ended, by whom and when, the newest first."""

import datetime
from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from fairbench.web.accounts.models import AuditEntry, User

from . import models

MOST = 60
_FROM_AUDIT = {
    "participant.save": "facts changed",
    "screening.begin": "screening begun",
    "screening.submit": "screening given in",
    "screening.review": "screening read",
    "screening.view": "screening looked at",
}
"""Told from the audit, as no row of its own says it. That somebody looked at the page stays in the audit alone."""


@dataclass(frozen=True, slots=True)
class HistoryEntry:
    words: str
    by: User | None
    at: datetime.datetime


def history_of(
    participant: models.Participant, named: Iterable[tuple[models.HealthRow, str]]
) -> tuple[HistoryEntry, ...]:
    """``named`` are the health rows, ended ones too, each with what it is in words."""
    entries = AuditEntry.objects.filter(object_id=participant.id, verb__in=_FROM_AUDIT).select_related("user")
    audited = (HistoryEntry(_FROM_AUDIT[entry.verb], entry.user, entry.at) for entry in entries.order_by("-at")[:MOST])
    everything = [*audited, *(told for row, words in named for told in _of(row, words))]
    return tuple(sorted(everything, key=lambda told: told.at, reverse=True)[:MOST])


def _of(row: models.HealthRow, words: str) -> Iterator[HistoryEntry]:
    yield HistoryEntry(f"noted: {words}", row.noted_by, row.noted_at)
    if row.ended_at is not None:
        yield HistoryEntry(f"ended: {words}", row.ended_by, row.ended_at)
