"""What progression goes by beside the log: the ladder, what is allowed on it, the sizes there are, and who was away."""

import datetime
from bisect import bisect_left, bisect_right
from collections.abc import Mapping
from dataclasses import dataclass, field

from ..kept import kept
from .amount import Amount, Variable

_SMALL, _LARGE = (8, 12), (10, 20)


@dataclass(frozen=True, slots=True)
class Rung:
    """A version of an exercise: its usual amount, and whether the person's cautions allow it. ``low`` and ``high`` are
    the ends between which its figure climbs. One ``with_band`` cannot be done without any."""

    usual: Amount
    allowed: bool = True
    low: float = 8
    high: float = 12
    with_band: bool = False

    @property
    def version(self) -> str:
        """By its id."""
        return self.usual.version


def rung_of(
    usual: Amount, allowed: bool = True, ends: tuple[float, float] | None = None, with_band: bool = False
) -> Rung:
    """A rung with its usual range: 8 to 12 repetitions, 10 to 20 where the usual count is over 12; of a hold from
    what is usual to half as much again. ``ends`` are those of the dose, where it has any."""
    if ends is None:
        if usual.counted is Variable.HOLD:
            ends = (usual.hold, round(usual.hold * 1.5))
        elif usual.reps > _SMALL[1]:
            ends = (min(_LARGE[0], usual.reps), max(_LARGE[1], usual.reps))
        else:
            ends = (min(_SMALL[0], usual.reps), max(_SMALL[1] if usual.reps >= _SMALL[0] else usual.reps, usual.reps))
    return Rung(usual, allowed, ends[0], ends[1], with_band)


@dataclass(frozen=True, slots=True)
class Setting:
    """Of one person and one exercise: the ``ladder`` from easy to hard, ``loads`` in kilograms and ``bands`` by label
    that there are, from light to strong, ``most_kg`` that a caution allows, the days the group ``met`` and those on
    which the person ``came``. ``variable`` is what ten per cent a week is of. What is not ``trained`` (a
    stretch, moving a joint, breathing) keeps its dose."""

    ladder: tuple[Rung, ...]
    loads: tuple[float, ...] = ()
    bands: tuple[str, ...] = ()
    most_kg: float | None = None
    met: frozenset[datetime.date] = field(default_factory=frozenset)
    came: frozenset[datetime.date] = field(default_factory=frozenset)
    variable: Variable | None = None
    trained: bool = True
    _places: Mapping[str, int] = field(init=False, repr=False, compare=False)

    def __post_init__(self) -> None:
        # A log is gone through line by line, and each asks where its version stands.
        places = {rung.usual.version: number for number, rung in reversed(list(enumerate(self.ladder)))}
        object.__setattr__(self, "_places", places)

    def rung(self, version: str) -> Rung | None:
        """The rung of a version; None where it is no longer on the ladder."""
        at = self._places.get(version)
        return None if at is None else self.ladder[at]

    def place(self, version: str) -> int:
        """Where a version stands on the ladder, -1 where it does not."""
        return self._places.get(version, -1)

    def easier(self, version: str) -> Rung | None:
        """The next easier rung that is allowed."""
        below = self.ladder[: max(0, self.place(version))]
        return next((rung for rung in reversed(below) if rung.allowed), None)

    def harder(self, version: str) -> Rung | None:
        """The very next rung, whether it is allowed or not."""
        at = self.place(version)
        return self.ladder[at + 1] if 0 <= at < len(self.ladder) - 1 else None

    def next_load(self, kg: float) -> float | None:
        """The next heavier size that there is and that a caution allows."""
        most = float("inf") if self.most_kg is None else self.most_kg
        return next((size for size in sorted(self.loads) if kg < size <= most), None)

    def missed_weeks(self, since: datetime.date, day: datetime.date) -> int:
        """Weeks between two days in which the group met and the person was not there once. That an exercise was not
        planned is no week missed."""
        missed = _missed(self.met, self.came)
        return max(0, bisect_left(missed, _week(day)) - bisect_right(missed, _week(since)))


@kept(512)
def _missed(met: frozenset[datetime.date], came: frozenset[datetime.date]) -> tuple[int, ...]:
    """The weeks, in order, in which a group met and somebody was not there once."""
    return tuple(sorted({_week(day) for day in met} - {_week(day) for day in came}))


def _week(day: datetime.date) -> int:
    """Weeks from Monday to Sunday, numbered on without an end."""
    return (day.toordinal() - 1) // 7
