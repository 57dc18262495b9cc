"""A meeting's rows as core values."""

import datetime
from collections.abc import Iterable

from fairbench.core.formats.class_doc import planned_document, planned_value
from fairbench.core.people.person import Group as CoreGroup
from fairbench.core.people.person import Person
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.timeline import Timeline
from fairbench.core.teaching.log import Noted
from fairbench.core.teaching.planned import Planned, planned_of
from fairbench.web.plans.adapter import core_plan, shelf

from .models import Meeting, TeachEvent


def timeline_of(meeting: Meeting) -> Timeline:
    """The plan of the day, worked out as it was when teaching began."""
    plan = core_plan(meeting.plan_document)
    return compile_timeline(plan, group_of(meeting), shelf(plan.style))


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
    return [Noted(event.kind, event.item, seconds_between(first, event.at)) for event in ordered]


def seconds_between(first: datetime.datetime, then: datetime.datetime) -> float:
    """From one moment to another, in seconds."""
    return (then - first).total_seconds()


def keeps_parts(planned: Planned) -> bool:
    """Whether it is known how much work each item had; classes of earlier editions do not say."""
    return any(item.work for item in planned.items)
