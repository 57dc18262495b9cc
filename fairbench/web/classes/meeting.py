"""A meeting's rows as core values."""

import datetime
from collections.abc import Iterable

from fairbench.core.formats.planned_doc import planned_document, planned_value
from fairbench.core.people.person import Group as CoreGroup
from fairbench.core.people.person import Person
from fairbench.core.plan.timeline import Timeline, compile_timeline
from fairbench.core.sides import Side
from fairbench.core.teaching.done import WHOLE, ClassLog, Extra, Stay, Worked, done_of, exercises_done
from fairbench.core.teaching.log import Noted, actual_times, taught_exercises
from fairbench.core.teaching.planned import Planned, planned_of
from fairbench.web.plans.adapter import core_plan, shelf

from .models import Attendance, Meeting, TeachEvent


def timeline_of(meeting: Meeting) -> Timeline:
    """The plan of the day, worked out as it was when teaching began."""
    return compile_timeline(core_plan(meeting.plan_document), group_of(meeting), shelf())


def planned_for(meeting: Meeting) -> Planned:
    """What was planned for the class, as it stood when teaching began; worked out once, and kept with it."""
    if meeting.planned is None:
        keep_planned(meeting)
    return planned_value(meeting.planned)


def keep_planned(meeting: Meeting) -> None:
    """Work out what is planned, and keep it with the class."""
    meeting.planned = planned_document(planned_of(timeline_of(meeting)))
    meeting.save(update_fields=["planned"])


def group_of(meeting: Meeting) -> CoreGroup:
    """The group as the timeline needs it: its pace, and what it knew by then."""
    return CoreGroup((Person("slowest", "", meeting.pace),), meeting.taught_before)


def noted_of(events: Iterable[TeachEvent]) -> list[Noted]:
    """What the device noted, in seconds from its first note."""
    ordered = sorted(events, key=lambda event: event.at)
    if not ordered:
        return []
    first = ordered[0].at
    return [Noted(event.kind, event.item, (event.at - first).total_seconds()) for event in ordered]


def keeps_parts(planned: Planned) -> bool:
    """Whether it is known how much work each item had; classes of earlier editions do not say."""
    return any(item.work for item in planned.items)


def log_of(events: Iterable[TeachEvent]) -> ClassLog:
    """What the device told of the work of a class, in seconds from its first note."""
    ordered = sorted(events, key=lambda event: event.at)
    first = _first(ordered)
    swapped: dict[str, float] = {}
    before: dict[str, float] = {}
    for event in ordered:
        if event.kind == "worked":
            before[event.item] = before.get(event.item, 0.0) + (event.seconds or 0.0)
        if event.kind == "swapped" and event.seconds is not None:
            swapped[event.item] = before.get(event.item, 0.0) + event.seconds
    return ClassLog(
        tuple(
            Worked(
                event.item,
                Side(event.side) if event.side else None,
                (event.at - first).total_seconds(),
                event.seconds or 0.0,
                event.number or 0,
            )
            for event in ordered
            if event.kind == "worked" and first is not None
        ),
        tuple(Extra(e.item, e.seconds) for e in ordered if e.kind in ("one_more", "back") and e.seconds),
        swapped,
    )


def stay_of(attendance: Attendance, events: Iterable[TeachEvent]) -> Stay:
    """From when until when somebody was there, in seconds from the first note."""
    first = _first(events)
    if first is None:
        return WHOLE
    since, until = (
        None if at is None else (at - first).total_seconds() for at in (attendance.joined_at, attendance.left_at)
    )
    return Stay(since, until)


def taught_in(meeting: Meeting, events: Iterable[TeachEvent]) -> tuple[str, ...]:
    """The exercises of which something was done in a class."""
    planned = planned_for(meeting)
    if keeps_parts(planned):
        return exercises_done(planned, done_of(planned, log_of(events)))
    return taught_exercises(planned, actual_times(planned, noted_of(events)))


def _first(events: Iterable[TeachEvent]) -> datetime.datetime | None:
    return min((event.at for event in events), default=None)
