"""What a device reports of a class. Each event is judged by itself, so that one that cannot be taken holds up no
other."""

import datetime
import json
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from django.utils import timezone

from fairbench.core.errors import InputError

from .inputs import ReportInput, TeachEventInput
from .models import Meeting

DAYS_BEFORE, DAYS_AFTER = 1, 2
"""How far from the day of its class an event may be: a class may end after midnight, and days differ by place."""

LARGEST = 2 * 1024 * 1024
"""Bytes of one report."""


@dataclass(frozen=True, slots=True)
class Refused:
    """An event that can never be taken: which of the report, counted from 0, and why."""

    number: int
    why: str


@dataclass(frozen=True, slots=True)
class Report:
    """What came from a device, read: about the device itself, the events that hold, and those that do not."""

    device: ReportInput
    events: tuple[tuple[int, TeachEventInput], ...]
    refused: tuple[Refused, ...]


def read_report(body: bytes, meeting: Meeting) -> Report:
    """The report in a request. Raises :class:`InputError` with the place where not even its frame can be read."""
    if len(body) > LARGEST:
        raise InputError(f"is larger than {LARGEST // 1024} KiB")
    try:
        data = json.loads(body)
    except (ValueError, RecursionError):
        raise InputError("needs JSON with a list 'events'") from None
    if not isinstance(data, dict):
        raise InputError("needs JSON with a list 'events'")
    device = ReportInput.read(data)
    wrong_by = timezone.now() - device.sent_at if device.sent_at else None
    taken, refused = [], []
    for number, given in enumerate(device.events):
        try:
            taken.append((number, _event(given, meeting, wrong_by)))
        except InputError as error:
            refused.append(Refused(number, str(error)))
    return Report(device, tuple(taken), tuple(refused))


def bounds(meeting: Meeting) -> tuple[datetime.datetime, datetime.datetime]:
    """From when until when something can have happened in a class."""
    midnight = datetime.datetime.combine(meeting.held_on, datetime.time(), datetime.UTC)
    return midnight - datetime.timedelta(days=DAYS_BEFORE), midnight + datetime.timedelta(days=DAYS_AFTER)


def _event(given: Any, meeting: Meeting, wrong_by: datetime.timedelta | None) -> TeachEventInput:
    """One event. Where its time is impossible because the device's clock is wrong, it is set right by as much as the
    clock was wrong when it reported."""
    if not isinstance(given, dict):
        raise InputError("should be an object")
    event = TeachEventInput.read(given)
    earliest, latest = bounds(meeting)
    if earliest <= event.at < latest:
        return event
    if wrong_by is not None and earliest <= event.at + wrong_by < latest:
        return event.model_copy(update={"at": event.at + wrong_by})
    raise InputError(f"is not within the days of this class, {meeting.held_on:%-d %B %Y}", "at")


def answer(
    report: Report, kept: Sequence[object], taken: Sequence[Refused], meeting: Meeting, leads: bool
) -> dict[str, Any]:
    """What the device is told: what is kept now, what never can be, where the class is and whether it leads it."""
    return {
        "kept": [str(event_id) for event_id in kept],
        "refused": [{"number": refused.number, "why": refused.why} for refused in (*report.refused, *taken)],
        "state": meeting.state,
        "leads": leads,
    }
