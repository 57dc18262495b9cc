"""What is on record about somebody: each thing noted or ended, by whom and when, the newest first."""

import datetime
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

from django.utils import timezone

from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.conditions import Declared
from fairbench.core.sides import Side
from fairbench.web.accounts.models import AuditEntry, User

from . import models
from .person_page import load_words, override_of, sharing_words, side_words

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
    """One thing that happened to a person's record: what, by whom, when."""

    words: str
    by: str
    at: datetime.datetime


def history_of(participant: models.Participant) -> tuple[HistoryEntry, ...]:
    """What was noted and ended, what was done, the newest first."""
    entries = AuditEntry.objects.filter(object_id=participant.id, verb__in=_FROM_AUDIT).order_by("-at")[:MOST]
    rows = [(_FROM_AUDIT[entry.verb], entry.user_id, entry.at) for entry in entries]
    for kind, in_words in _KINDS.items():
        for row in kind.objects.filter(participant=participant):
            rows.append((f"noted: {in_words(row)}", row.noted_by_id, row.noted_at))
            if row.ended_at is not None:
                rows.append((f"ended: {in_words(row)}", row.ended_by_id, row.ended_at))
    for past in models.PastListing.objects.filter(participant=participant).select_related("group"):
        left = timezone.make_aware(datetime.datetime.combine(past.until, datetime.time.max))
        rows.append((f"left {past.group.name}, {past.since:%-d %b %Y} to {past.until:%-d %b %Y}", None, left))
    who = dict(User.objects.filter(practice_id=participant.practice_id).values_list("id", "name"))
    newest = sorted(rows, key=lambda row: row[2], reverse=True)[:MOST]
    return tuple(HistoryEntry(words, who.get(user or 0, ""), at) for words, user, at in newest)


def _condition(row: Any) -> str:
    side = Side(row.side) if row.side else None
    said = Declared(row.condition, side, row.severity, row.stage, row.since, row.measure)
    return load_conditions().words(said) + (f", from {row.since:%-d %b %Y}" if row.since else "")


def _override(row: Any) -> str:
    fields = {"id": "", "until": None} | {
        name: getattr(row, name) for name in ("exercise", "version", "instead", "reason")
    }
    shown = override_of(fields)
    return f"another version chosen, {shown.exercise}: {shown.done}"


_KINDS: Mapping[type[models.HealthRow], Callable[[Any], str]] = {
    models.Condition: _condition,
    models.HealthEvent: lambda row: f"{row.kind}, {row.happened_on:%-d %b %Y}",
    models.Clearance: lambda row: f"{row.who}: {row.said}",
    models.Override: _override,
    models.NotedLoad: lambda row: load_words(row.exercise, row.words),
    models.NotedSharing: lambda row: sharing_words(row.how, row.side, row.exercise),
    models.NotedSide: lambda row: side_words(row.kind, row.side, row.exercise),
}
"""How a row of each kind is told."""
