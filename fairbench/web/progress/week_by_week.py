"""What somebody did in the last weeks, by region and by movement."""

import datetime
from collections.abc import Callable
from dataclasses import dataclass

from fairbench.core.progress.log import Bout
from fairbench.core.progress.volume import Volume, monday_of, movement_of, weekly
from fairbench.web.plans.adapter import shelf

from .log_rows import PersonLog

WEEKS = 6


@dataclass(frozen=True, slots=True)
class VolumeTable:
    """Sets a week: the Mondays, and for each region, then for each movement that has several names, its sets."""

    mondays: tuple[datetime.date, ...]
    regions: tuple[tuple[str, tuple[int, ...]], ...]
    movements: tuple[tuple[str, tuple[int, ...]], ...]


def volume_of(log: PersonLog, today: datetime.date) -> VolumeTable | None:
    """The last six weeks; None where nothing was done in them."""
    stock = shelf()
    words = stock.words
    last = monday_of(today)
    mondays = tuple(last - datetime.timedelta(weeks=number) for number in reversed(range(WEEKS)))
    bouts = [bout for bout in log.bouts if bout.day >= mondays[0] and bout.exercise in stock.exercises]
    if not bouts:
        return None

    def table(of: Callable[[Bout], str]) -> tuple[tuple[str, tuple[int, ...]], ...]:
        return tuple(
            (name, tuple(weeks.get(monday, Volume()).sets for monday in mondays))
            for name, weeks in sorted(weekly(bouts, of).items())
        )

    names = {movement_of(bout.exercise, words) for bout in bouts}
    several = {name for name in names if len({b.exercise for b in bouts if movement_of(b.exercise, words) == name}) > 1}
    regions = table(lambda bout: stock.exercise(bout.exercise).aim.region.words)
    movements = tuple(
        (stock.exercises[name].name if name in stock.exercises else name, weeks)
        for name, weeks in table(lambda bout: movement_of(bout.exercise, words))
        if name in several
    )
    return VolumeTable(mondays, regions, movements)
