"""Devices that show a class: which one leads, where it is, and what may still be on one."""

from typing import Any
from uuid import UUID

from django.utils import timezone

from .models import Meeting


def leads(meeting: Meeting, device: UUID | None) -> bool:
    """Whether a device leads the class. One that gave no key of its own is taken at its word."""
    return device is None or meeting.devices.filter(key=device, leads=True).exists()


def player_of(meeting: Meeting) -> dict[str, Any] | None:
    """Where the leading device is in a class under way, and how many seconds ago it said so; None before it has."""
    if meeting.player is None or meeting.player_at is None or meeting.state != Meeting.State.TEACHING:
        return None
    return {**meeting.player, "ago": round((timezone.now() - meeting.player_at).total_seconds(), 1)}


def still_to_come(meeting: Meeting) -> bool:
    """Whether notes from a device are known to be missing from a class that has ended: one said that it had more, or
    led the class and was not seen since, and never said that the class was over."""
    if meeting.ended_at is None:
        return False
    devices = list(meeting.devices.all())
    if any(device.waiting for device in devices):
        return True
    silent = any(device.leads and device.last_seen < meeting.ended_at for device in devices)
    return silent and not meeting.events.filter(kind="ended").exists()
