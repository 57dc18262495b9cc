"""What a test is: how it is taken, which of its trials counts, and from where on a word with a clinician is due."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from enum import StrEnum
from statistics import fmean

from ..errors import InputError
from ..sides import Side


class Sex(StrEnum):
    """As the published bands have it."""

    FEMALE = "f"
    MALE = "m"

    @property
    def words(self) -> str:
        """As it is shown."""
        return "female" if self is Sex.FEMALE else "male"


class Better(StrEnum):
    """Which way a figure is better."""

    MORE = "more"
    LESS = "less"


class Counts(StrEnum):
    """Which of several trials is the result."""

    BEST = "best"
    MEAN = "mean"


class Tool(StrEnum):
    """What it is taken with."""

    COUNT = "count"
    """A timer that runs down while one taps."""
    WATCH = "watch"
    """A stop-watch."""
    HOLD = "hold"
    """A stop-watch that stops by itself when it is enough."""
    STAGES = "stages"
    """The same, for one stage after another."""
    FIGURE = "figure"
    """A figure is read off and entered."""
    ANGLE = "angle"
    """A figure that follows the angle."""


@dataclass(frozen=True, slots=True)
class Word:
    """From where on a clinician is spoken to: ``under`` or ``at_least`` a figure, for each sex where they differ, or
    below the usual of the same age. ``over`` is at_least without the figure itself."""

    under: Mapping[Sex | None, float]
    at_least: float | None = None
    over: float | None = None
    below_usual: bool = False
    source: str = ""


@dataclass(frozen=True, slots=True)
class Test:
    """A test. ``least`` and ``most`` are the figures that can be real, in ``unit``; ``noise`` is how much it varies by
    itself, with its source; ``trials`` how many are taken of each side or, without ``sided``, in all. ``seconds`` is
    how long the timer runs, or, of a hold, from when on it is enough. ``stages`` are held one after another."""

    id: str
    name: str
    unit: str
    better: Better
    counts: Counts
    trials: int
    least: float
    most: float
    noise: float
    noise_source: str
    tool: Tool
    how: tuple[str, ...]
    not_for: tuple[str, ...]
    watch: tuple[str, ...]
    needs: tuple[str, ...] = ()
    sided: bool = False
    whole: bool = False
    seconds: float | None = None
    stages: tuple[str, ...] = ()
    joints: Mapping[str, str] = field(default_factory=dict)
    word: Word | None = None

    __test__ = False

    def check(self, trials: Sequence[float], place: str = "trials") -> None:
        """Raise :class:`InputError` for no trial, too many, one that cannot be real, or half a count."""
        if not trials:
            raise InputError(f"{self.name} has no trial", place)
        most = len(self.stages) or max(self.trials, 3)
        if len(trials) > most:
            raise InputError(f"{self.name} has {len(trials)} trials; at most {most} are kept", place)
        for number, value in enumerate(trials, 1):
            if not self.least <= value <= self.most:
                raise InputError(
                    f"{self.name}, trial {number}: {value:g} is not from {self.least:g} to {self.most:g} {self.unit}",
                    f"{place}.{number - 1}",
                )
            if self.whole and value != int(value):
                raise InputError(
                    f"{self.name}, trial {number}: {value:g} is no whole number of {self.unit}",
                    f"{place}.{number - 1}",
                )

    def result(self, trials: Sequence[float]) -> float:
        """The figure that counts, of the trials of one side: the best, the mean, or the number of stages that were held
        one after another. Raises :class:`InputError`."""
        self.check(trials)
        if self.stages:
            enough = self.seconds or 0.0
            held = 0
            for value in trials:
                if value < enough:
                    break
                held += 1
            return float(held)
        if self.counts is Counts.MEAN:
            return fmean(trials)
        return max(trials) if self.better is Better.MORE else min(trials)


@dataclass(frozen=True, slots=True)
class Taken:
    """A test as it was taken of somebody: all trials, of each side where it is one of sides. ``joint`` says which joint
    where it is one of several."""

    test: Test
    trials: Mapping[Side | None, tuple[float, ...]]
    joint: str = ""

    def __post_init__(self) -> None:
        if not any(self.trials.values()):
            raise InputError(f"{self.test.name} has no trial", "trials")
        if self.test.joints and self.joint not in self.test.joints:
            raise InputError(f"{self.test.name} is of a joint: {', '.join(self.test.joints)}", "joint")
        for side, trials in self.trials.items():
            if (side is None) is self.test.sided:
                wanted = "is taken left and right" if self.test.sided else "has no sides"
                raise InputError(f"{self.test.name} {wanted}", "side")
            if trials:
                self.test.check(trials, side.value if side else "trials")

    def result(self, side: Side | None = None) -> float | None:
        """The figure that counts for a side; None where it was not taken."""
        trials = self.trials.get(side)
        return self.test.result(trials) if trials else None

    @property
    def results(self) -> Mapping[Side | None, float]:
        """Every figure that counts, by side."""
        return {side: self.test.result(trials) for side, trials in self.trials.items() if trials}
