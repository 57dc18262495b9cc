"""What happened in a class, read once from its rows: the device's events, and what was said by hand afterwards."""

import datetime
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from uuid import UUID

from fairbench.core.sides import Side
from fairbench.core.teaching.done import (
    NOTHING_STOPPED,
    WHOLE,
    ClassLog,
    Done,
    Extra,
    Stay,
    Worked,
    as_planned,
    done_of,
    exercises_done,
)
from fairbench.core.teaching.log import actual_times, taken, taught_exercises
from fairbench.core.teaching.planned import Planned

from .meeting import keeps_parts, noted_of, planned_for, seconds_between
from .models import Attendance, ItemTold, Meeting, TeachEvent

STOPS = frozenset({TeachEvent.Mark.STOPPED, TeachEvent.Mark.TINGLING})
"""Marks with which an item ends for somebody."""


ADDING = frozenset({"one_more", "back"})
"""Events that put work on top of what was planned, for all."""


@dataclass(frozen=True)
class Happened:
    """The events of a class in order, and ``tellings``, what was said by hand of its items, the newest of each first.
    Moments are in seconds from ``origin``, the first thing noted, or the beginning where nothing was."""

    meeting: Meeting
    planned: Planned
    events: Sequence[TeachEvent]
    tellings: Sequence[ItemTold] = ()

    @cached_property
    def told(self) -> Mapping[str, bool]:
        """Which items were said by hand to be done, or not."""
        return {row.item: row.done for row in self.tellings if row.current}

    @cached_property
    def origin(self) -> datetime.datetime | None:
        """The moment from which seconds are counted; None where nothing is known of the class's time."""
        return self.events[0].at if self.events else self.meeting.started_at

    def after(self, moment: datetime.datetime) -> float:
        """A moment in seconds from the origin."""
        return seconds_between(self.origin or moment, moment)

    @cached_property
    def took(self) -> float:
        """The seconds of the whole class, pauses and all; as planned where neither device nor hand tells."""
        by_device = taken(noted_of(self.events))
        if by_device or self.meeting.ended_at is None or self.meeting.started_at is None:
            return by_device or self.planned.total
        return max(0.0, seconds_between(self.meeting.started_at, self.meeting.ended_at))

    @cached_property
    def log(self) -> ClassLog:
        """The work of the class: of items told by hand as planned or nothing, of the others as the device told."""
        by_device = [event for event in self.events if event.item not in self.told]
        worked = [self._worked(event) for event in by_device if event.kind == "worked"]
        by_hand = as_planned(self.planned, {item for item, done in self.told.items() if done}, self.took)
        added = [Extra(e.item, e.seconds) for e in by_device if e.kind in ADDING and e.seconds]
        added += self._sets_taken(by_device)
        return ClassLog((*worked, *by_hand), tuple(added), self._swapped(by_device))

    def _sets_taken(self, events: Sequence[TeachEvent]) -> list[Extra]:
        """Sets that were offered and taken, each once however many took it."""
        sets = {(event.item, event.number): event.seconds or 0.0 for event in events if event.kind == "set_taken"}
        return [Extra(item, seconds) for (item, _), seconds in sets.items()]

    def _worked(self, event: TeachEvent) -> Worked:
        side = Side(event.side) if event.side else None
        return Worked(event.item, side, self.after(event.at), event.seconds or 0.0, event.number or 0)

    def _swapped(self, events: Sequence[TeachEvent]) -> dict[str, float]:
        """Seconds of work that the version an item went on as asked, and what had been done of it before."""
        swapped: dict[str, float] = {}
        before: dict[str, float] = {}
        for event in events:
            if event.kind == "worked":
                before[event.item] = before.get(event.item, 0.0) + (event.seconds or 0.0)
            if event.kind == "swapped" and event.seconds is not None:
                swapped[event.item] = before.get(event.item, 0.0) + event.seconds
        return swapped

    @cached_property
    def done(self) -> tuple[Done, ...]:
        """What the class did of every item."""
        return done_of(self.planned, self.log)

    def done_by(self, attendance: Attendance) -> tuple[Done, ...]:
        """What one of those who came did of every item: while they were there, and until they stopped."""
        stay, stopped = self.stay(attendance), self._stopped.get(attendance.participant_id, NOTHING_STOPPED)
        return self.done if stay == WHOLE and not stopped else done_of(self.planned, self.log, stay, stopped)

    def stay(self, attendance: Attendance) -> Stay:
        """From when until when somebody was there."""
        since, until = (None if at is None else self.after(at) for at in (attendance.joined_at, attendance.left_at))
        return Stay(since, until)

    @cached_property
    def _stopped(self) -> dict[UUID, dict[str, float]]:
        stopped: dict[UUID, dict[str, float]] = {}
        for event in self.events:
            if event.mark in STOPS and event.participant_id and event.item:
                stopped.setdefault(event.participant_id, {}).setdefault(event.item, self.after(event.at))
        return stopped

    @property
    def taught(self) -> tuple[str, ...]:
        """The exercises of which something was done."""
        if keeps_parts(self.planned):
            return exercises_done(self.planned, self.done)
        return taught_exercises(self.planned, actual_times(self.planned, noted_of(self.events)))


def what_happened(meeting: Meeting) -> Happened:
    """What is known of a class, in two queries."""
    tellings = list(meeting.items_told.order_by("item", "-edition"))
    return Happened(meeting, planned_for(meeting), list(meeting.events.order_by("at")), tellings)
