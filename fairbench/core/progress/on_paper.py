"""Progression tried on paper: what the next weeks would be in a school, if all goes well but for weeks away."""

import datetime
from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace

from .log import MODERATE, Bout
from .proposal import Kind, Proposal
from .schools import School
from .setting import Setting
from .state import state_of

MOST_WEEKS = 26


@dataclass(frozen=True, slots=True)
class PaperWeek:
    """One week: what would be due, None where they are away."""

    number: int
    due: Proposal | None


def on_paper(
    bouts: Sequence[Bout], setting: Setting, school: School, weeks: int, away: Collection[int] = ()
) -> tuple[PaperWeek, ...]:
    """So many weeks after the last time, one class a week, each done as it is proposed and well; a step that is asked
    about is taken. In the weeks of ``away``, counted from 1, the group meets without them."""
    log = list(bouts)
    last = max(log, key=lambda bout: bout.day)
    told = []
    for number in range(1, min(weeks, MOST_WEEKS) + 1):
        day = last.day + datetime.timedelta(days=7 * number)
        setting = replace(setting, met=setting.met | {day})
        if number in away:
            told.append(PaperWeek(number, None))
            continue
        state = state_of(log, setting, school.next)
        assert state is not None  # the last time is in it
        due = school.next(state, setting, day)
        told.append(PaperWeek(number, due))
        setting = replace(setting, came=setting.came | {day})
        if due.kind is not Kind.NONE:
            log.append(Bout(day, last.exercise, due.amount, planned_effort=MODERATE))
    return tuple(told)
