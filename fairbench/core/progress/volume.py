"""How much was done in a week: by region, and by movement, where one movement is known under several names."""

import datetime
from collections import defaultdict
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from typing import TypeVar

from ..exercises.vocabulary import Vocabulary
from .amount import Variable
from .log import Bout

Key = TypeVar("Key")


@dataclass(frozen=True, slots=True)
class Volume:
    """Sets, and in them repetitions and seconds that were held or worked by the clock."""

    sets: int = 0
    repetitions: int = 0
    seconds: float = 0.0

    def plus(self, bout: Bout) -> "Volume":
        """With one more time."""
        amount = bout.amount
        counted = amount.counted is Variable.REPETITIONS
        return Volume(
            self.sets + amount.sets,
            self.repetitions + (amount.sets * amount.reps if counted else 0),
            self.seconds + (0.0 if counted else amount.sets * amount.reps * amount.hold),
        )


def monday_of(day: datetime.date) -> datetime.date:
    """The Monday of a day's week."""
    return day - datetime.timedelta(days=day.weekday())


def movement_of(exercise: str, words: Vocabulary) -> str:
    """The first name of a movement that is known under several, so that all of them are one line."""
    kin = next((group for group in words.kin if exercise in group), ())
    return kin[0] if kin else exercise


def weekly(bouts: Iterable[Bout], of: Callable[[Bout], Key]) -> Mapping[Key, Mapping[datetime.date, Volume]]:
    """The volume of each week, by its Monday, for whatever ``of`` puts together."""
    found: dict[Key, dict[datetime.date, Volume]] = defaultdict(dict)
    for bout in bouts:
        weeks, week = found[of(bout)], monday_of(bout.day)
        weeks[week] = weeks.get(week, Volume()).plus(bout)
    return found
