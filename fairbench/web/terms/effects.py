"""What a missed class does to each person's progression, in words."""

import datetime
from dataclasses import dataclass

from django.utils import timezone

from fairbench.core.progress.look_at import weeks_away
from fairbench.core.terms.missed import Missed
from fairbench.core.terms.term import SlotState
from fairbench.web.people.health_summary import person_of
from fairbench.web.people.models import Group
from fairbench.web.progress.kept_logs import kept_logs
from fairbench.web.progress.log_rows import half_a_year

_REPEATS, _LESS = 1, 3


@dataclass(frozen=True, slots=True)
class Effect:
    """One person, and what it means for them."""

    name: str
    says: str


def effects_of(group: Group, missed: Missed) -> list[Effect]:
    """What it means for everybody. A class that nobody could come to is no class that somebody missed: their step
    waits, and nothing is taken off. Who was away before that stays away as long as before."""
    people = {one.id: person_of(one) for one in group.participants.filter(erased_at=None).order_by("call_name")}
    today = timezone.localdate()
    following = next((slot.day for slot in missed.after.held if slot.state is SlotState.PLANNED), None)
    last = max((slot.day for slot in missed.after.held if slot.state is SlotState.TAUGHT), default=None)
    found = []
    for key, kept in kept_logs(people, half_a_year()).items():
        away = weeks_away(kept.log.met, kept.log.came, today)
        found.append(Effect(people[key].name, _says(away, last, following)))
    return found


def _says(away: int, last: datetime.date | None, following: datetime.date | None) -> str:
    if away > _LESS:
        return f"{away} weeks away by then: begins again near half, and is asked the screening again."
    if away > _REPEATS:
        return f"{away} weeks away by then: about a fifth less."
    if away:
        return "Was away the last time: the same again."
    if last is None or following is None:
        return "Nothing changes."
    return f"Goes on where they are on {following:%-d %B}; the step that is due waits."
