"""Which version each of those who came did of each item: as the fit had it when the class ended, kept from then on."""

from collections.abc import Sequence
from dataclasses import replace

from fairbench.core.fit.fit import fitter
from fairbench.web.plans.surroundings import surroundings

from .day_notes import person_today
from .meeting import timeline_of
from .models import Attendance, DayNote, Meeting


def keep_own_ways(meeting: Meeting, came: Sequence[Attendance]) -> None:
    """Keep what each of them did of each item, as ``exercise/version`` by item. What was kept before stays: it is not
    worked out again from what somebody's cautions are today."""
    missing = [attendance for attendance in came if attendance.ways is None]
    if not missing:
        return
    timeline = timeline_of(meeting)
    around = surroundings(meeting.room, timeline.plan.style)
    notes = list(DayNote.objects.filter(meeting=meeting))
    planned = frozenset(time.exercise.id for time in timeline.items)
    for attendance in missing:
        person = replace(person_today(attendance.participant, notes), talk_first="")
        fits = fitter(person, around.shelf, around.conditions, planned)
        verdicts = ((time.item.id, fits(time)) for time in timeline.items)
        attendance.ways = {
            item: f"{verdict.exercise.id}/{verdict.version.id}"
            for item, verdict in verdicts
            if verdict.version is not None
        }
    Attendance.objects.bulk_update(missing, ["ways"])
