"""How exercise at home went, written to the lines of a log that it is about."""

import datetime
from collections.abc import Iterable
from dataclasses import dataclass, replace

from .log import AtHome, Bout

_WEIGHT = {AtHome.NOTHING: 0, AtHome.UNSURE: 1, AtHome.ILL: 2, AtHome.HURT: 3}


@dataclass(frozen=True, slots=True)
class Said:
    """What somebody said on a day of the time at home until then. ``exercises`` were on their sheet; whoever was ill
    was so for every exercise."""

    day: datetime.date
    why: AtHome
    exercises: frozenset[str] = frozenset()

    def is_about(self, exercise: str) -> bool:
        """Whether it holds an exercise back."""
        return self.why is AtHome.ILL or exercise in self.exercises


def with_what_was_said(bouts: Iterable[Bout], said: Iterable[Said]) -> tuple[Bout, ...]:
    """The log with what was said on the last line of each exercise until that day: what was done in the class at whose
    door it was said, or before. From the next class on it holds nothing back any more. Of two things the graver one
    stays. The order of the log is kept."""
    made = list(bouts)
    for one in said:
        last: dict[str, int] = {}
        for number, bout in enumerate(made):
            if bout.day <= one.day and one.is_about(bout.exercise):
                known = last.get(bout.exercise)
                if known is None or made[known].day <= bout.day:
                    last[bout.exercise] = number
        for number in last.values():
            if _WEIGHT[one.why] > _WEIGHT[made[number].at_home]:
                made[number] = replace(made[number], at_home=one.why)
    return tuple(made)
