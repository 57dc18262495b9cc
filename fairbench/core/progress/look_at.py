"""Whom to look at in a group: who has stopped coming, and where somebody is stuck."""

import datetime
from collections.abc import Collection, Sequence

from .log import Bout
from .setting import Setting

STUCK, HELD_BACK = 6, 3
"""So many times running without anything more, of what is trained, and so many of them with something that held it
back. Our own assumption."""
GONE = 2
"""So many weeks running without them, and somebody asks how they are."""


def is_stuck(bouts: Sequence[Bout]) -> bool:
    """Whether the last times, in order of days, brought no more in version, load, sets or figure, and something held
    them back. Where it went well and nobody asked for more, nobody is stuck: the step waits to be taken."""
    last = sorted(bouts, key=lambda bout: bout.day)[-STUCK:]
    if len(last) < STUCK or sum(not bout.went_well for bout in last) < HELD_BACK:
        return False
    first = last[0].amount
    return all(
        one.amount.version == first.version
        and one.amount.value <= first.value
        and one.amount.sets <= first.sets
        and (one.amount.kg or 0) <= (first.kg or 0)
        and one.amount.band == first.band
        for one in last[1:]
    )


def weeks_away(met: Collection[datetime.date], came: Collection[datetime.date], day: datetime.date) -> int:
    """How many weeks running, up to a day, the group met without somebody; 0 for who never came."""
    if not came:
        return 0
    return Setting((), met=frozenset(met), came=frozenset(came)).missed_weeks(
        max(came), day + datetime.timedelta(days=7)
    )
