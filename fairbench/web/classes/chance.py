"""How long things take with an instructor, learnt from the classes that they taught from the screen."""

from fairbench.core.formats.class_doc import planned_value
from fairbench.core.teaching.chance import Habits, happened, learn
from fairbench.core.teaching.log import actual_times
from fairbench.web.accounts.models import User

from .meeting import noted_of
from .models import Meeting, TeachEvent

NEWEST = 40
"""So many classes, the newest, tell; habits change."""
_TELLING = ("began", "item", "skipped", "ended", "paused", "resumed")


def habits_of(teacher: User) -> Habits:
    """Learnt from the newest classes of a teacher, in two queries."""
    recorded = list(
        Meeting.objects.filter(
            teacher=teacher, source=Meeting.Source.SCREEN, state__in=(Meeting.State.TAUGHT, Meeting.State.RECORDED)
        )
        .exclude(planned=None)
        .only("id", "planned")[:NEWEST]
    )
    events: dict[object, list[TeachEvent]] = {}
    for event in TeachEvent.objects.filter(meeting__in=recorded, kind__in=_TELLING).only(
        "meeting_id", "kind", "item", "at"
    ):
        events.setdefault(event.meeting_id, []).append(event)
    classes = []
    for meeting in recorded:
        planned = planned_value(meeting.planned)
        classes.append(happened(planned, actual_times(planned, noted_of(events.get(meeting.id, ())))))
    return learn(classes)
