"""What somebody felt on the day after their last class: asked at the door, kept with the record of that class."""

import datetime
from dataclasses import dataclass

from fairbench.core.errors import InputError
from fairbench.core.progress.day_after import may_be_felt
from fairbench.core.progress.ladder import TRAINED
from fairbench.web.accounts.actor import Actor, Permission
from fairbench.web.classes import record_actions
from fairbench.web.classes.meeting import planned_for
from fairbench.web.classes.models import Difference, Meeting
from fairbench.web.people.health_summary import person_of
from fairbench.web.people.models import Participant
from fairbench.web.plans.adapter import shelf

from .log_rows import logs_of

_LOOKED_BACK = datetime.timedelta(weeks=5)
SAID = "said at the next class"


@dataclass(frozen=True, slots=True)
class Asked:
    """An exercise of their last class, by the item that it was there, and whether they felt it."""

    exercise: str
    item: str
    name: str
    felt: bool


@dataclass(frozen=True, slots=True)
class DayAfter:
    """The class that is asked about; None where somebody was at none in the last weeks, and nothing is asked then."""

    meeting: Meeting | None
    asked: tuple[Asked, ...] = ()


def day_after_of(participant: Participant, now: Meeting) -> DayAfter:
    """What to ask somebody who arrives at a class."""
    since = now.held_on - _LOOKED_BACK
    ended = Meeting.objects.filter(attendances__participant=participant, ended_at__isnull=False, held_on__gte=since)
    last = ended.exclude(id=now.id).order_by("-held_on", "-started_at").first()
    if last is None:
        return DayAfter(None)
    bouts = logs_of({participant.id: person_of(participant)}, since)[participant.id].bouts
    stock = shelf()
    trained = {name for name, exercise in stock.exercises.items() if exercise.aim.quality in TRAINED}
    on_the_day = [bout for bout in bouts if bout.day <= last.held_on]
    items = {item.exercise: item.id for item in planned_for(last).items}
    rows = Difference.objects.filter(meeting=last, participant=participant, current=True, sore_after=True)
    felt = {row.item for row in rows}
    names = [name for name in may_be_felt(on_the_day, trained) if name in items and name in stock.exercises]
    return DayAfter(
        last, tuple(Asked(name, items[name], stock.exercise(name).name, items[name] in felt) for name in names)
    )


def say(actor: Actor, participant: Participant, now: Meeting, exercise: str, felt: bool) -> DayAfter:
    """They felt an exercise of their last class on the day after, or did not after all. Raises :class:`InputError`
    where it is not one that is asked about."""
    actor.require(Permission.CLASSES)
    asked = day_after_of(participant, now)
    one = next((one for one in asked.asked if one.exercise == exercise), None)
    if asked.meeting is None or one is None:
        raise InputError("it was not part of their last class", "exercise")
    if one.felt is not felt:
        changed = {"sore_after": felt, "why": SAID}
        record_actions.change(actor, asked.meeting.id, participant.id, one.item, changed)
    return day_after_of(participant, now)
