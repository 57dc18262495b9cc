"""Work: what is done in a pass, as the kinds that there are, each told as the runs that are counted."""

from dataclasses import dataclass, fields
from enum import StrEnum
from typing import get_args

from ..clock import snap
from ..errors import DoseError
from ..limits import check_seconds, check_whole
from .stages import Stage, check_stages
from .tempo import Tempo

ORDINARY_TEMPO = Tempo()
MOST_PARTS = 6


class Calls(StrEnum):
    """What is called aloud in a run."""

    REPETITION = "repetition"
    HOLD = "hold"
    BREATH = "breath"
    CLOCK = "clock"
    ROUND = "round"
    PULSE = "pulse"
    QUIET = "quiet"


@dataclass(frozen=True, slots=True)
class Run:
    """The same phases ``count`` times over.

    ``first`` and ``of`` number them ("3 of 8"); ``alternates`` says that each one is the other
    side's; a QUIET run takes time and counts nothing.
    """

    calls: Calls
    count: int
    phases: tuple[tuple[str, float], ...]
    first: int = 1
    of: int = 1
    alternates: bool = False

    @property
    def each(self) -> float:
        """Seconds of one."""
        return sum(seconds for _, seconds in self.phases)

    @property
    def seconds(self) -> float:
        """All of it, in seconds."""
        return self.count * self.each


@dataclass(frozen=True, slots=True)
class Repetitions:
    """``reps`` at a tempo. When sides alternate, reps are for each side."""

    reps: int
    tempo: Tempo = ORDINARY_TEMPO

    def __post_init__(self) -> None:
        check_whole("reps", self.reps)

    def runs(self, alternating: bool, each: bool = False) -> tuple[Run, ...]:
        """What is counted, one run after the other; with ``alternating`` both sides are in it (:class:`Share`)."""
        count = self.reps * (2 if alternating else 1)
        return (Run(Calls.REPETITION, count, self.tempo.phases, of=count, alternates=alternating),)


@dataclass(frozen=True, slots=True)
class Hold:
    """``repeats`` holds of ``seconds`` with ``gap`` seconds between."""

    seconds: float
    repeats: int = 1
    gap: float = 5.0

    def __post_init__(self) -> None:
        check_seconds("seconds", self.seconds, "hold")
        check_whole("repeats", self.repeats)
        check_seconds("gap", self.gap, "gap")

    def runs(self, alternating: bool, each: bool = False) -> tuple[Run, ...]:
        """What is counted, one run after the other; with ``alternating`` both sides are in it (:class:`Share`)."""
        count = self.repeats * (2 if alternating else 1)
        runs: list[Run] = []
        for number in range(1, count + 1):
            if number > 1 and self.gap:
                runs.append(Run(Calls.QUIET, 1, (("let go", self.gap),)))
            runs.append(Run(Calls.HOLD, 1, (("hold", self.seconds),), number, count, alternating))
        return tuple(runs)


@dataclass(frozen=True, slots=True)
class Breaths:
    """A number of whole breaths. Where sides alternate and share them, the number is even."""

    breaths: int
    seconds: float = 6.0

    def __post_init__(self) -> None:
        check_whole("breaths", self.breaths)
        check_seconds("seconds", self.seconds, "breath")

    def runs(self, alternating: bool, each: bool = False) -> tuple[Run, ...]:
        """What is counted, one run after the other; with ``alternating`` both sides are in it (:class:`Share`)."""
        if alternating and not each and self.breaths % 2:
            raise DoseError(f"{self.breaths} breaths cannot be shared by two sides; make it even", "breaths")
        count = self.breaths * (2 if alternating and each else 1)
        breath_in = snap(self.seconds * 0.4)
        phases = (("breathe in", breath_in), ("breathe out", self.seconds - breath_in))
        return (Run(Calls.BREATH, count, phases, of=count, alternates=alternating),)


@dataclass(frozen=True, slots=True)
class Timed:
    """Movement by the clock."""

    seconds: float

    def __post_init__(self) -> None:
        check_seconds("seconds", self.seconds, "timed")

    def runs(self, alternating: bool, each: bool = False) -> tuple[Run, ...]:
        """What is counted, one run after the other; with ``alternating`` both sides are in it (:class:`Share`)."""
        seconds = self.seconds * (2 if alternating and each else 1)
        return (Run(Calls.CLOCK, 1, (("keep going", seconds),)),)


@dataclass(frozen=True, slots=True)
class ContractRelax:
    """An entry stretch, then rounds of press, let go and a further stretch."""

    rounds: int = 3
    entry: float = 15.0
    contract: float = 5.0
    release: float = 2.0
    stretch: float = 10.0

    def __post_init__(self) -> None:
        check_whole("rounds", self.rounds)
        for name in ("entry", "contract", "release", "stretch"):
            check_seconds(name, getattr(self, name), "part")
        if not self.contract or not self.stretch:
            raise DoseError("both the press and the stretch need some seconds", "contract")

    def runs(self, alternating: bool, each: bool = False) -> tuple[Run, ...]:
        """What is counted, one run after the other; with ``alternating`` both sides are in it (:class:`Share`)."""
        phases = (("press", self.contract), ("let go", self.release), ("stretch", self.stretch))
        rounds = Run(Calls.ROUND, self.rounds, tuple(p for p in phases if p[1]), of=self.rounds)
        entry = Run(Calls.QUIET, 1, (("ease into the stretch", self.entry),))
        return (entry, rounds) if self.entry else (rounds,)


@dataclass(frozen=True, slots=True)
class RampedIsometric:
    """Settle, build toward the stretch and hold, build away from it and hold, ease off."""

    settle: float = 30.0
    build: float = 10.0
    hold: float = 10.0
    ease_off: float = 5.0
    from_percent: int = 50
    to_percent: int = 80
    rounds: int = 1

    def __post_init__(self) -> None:
        for name in ("settle", "build", "hold", "ease_off"):
            check_seconds(name, getattr(self, name), "part")
        for name in ("from_percent", "to_percent", "rounds"):
            check_whole(name, getattr(self, name))
        if self.from_percent > self.to_percent:
            raise DoseError("the effort builds: the start cannot be above the target", "from_percent")
        if not self.build + self.hold:
            raise DoseError("either the build or the hold needs some seconds", "build")

    def runs(self, alternating: bool, each: bool = False) -> tuple[Run, ...]:
        """What is counted, one run after the other; with ``alternating`` both sides are in it (:class:`Share`)."""
        phases = (
            ("build toward", self.build),
            ("hold toward", self.hold),
            ("build away", self.build),
            ("hold away", self.hold),
        )
        settle = Run(Calls.QUIET, 1, (("settle into the stretch", self.settle),))
        rounds = Run(Calls.ROUND, self.rounds, tuple(p for p in phases if p[1]), of=self.rounds)
        ease = Run(Calls.QUIET, 1, (("ease off", self.ease_off),))
        return tuple(run for run in (settle, rounds, ease) if run.seconds)


@dataclass(frozen=True, slots=True)
class Pulses:
    """Small pulses at the end of the range, counted down."""

    count: int
    seconds: float = 1.0

    def __post_init__(self) -> None:
        check_whole("count", self.count)
        check_seconds("seconds", self.seconds, "pulse")

    def runs(self, alternating: bool, each: bool = False) -> tuple[Run, ...]:
        """What is counted, one run after the other; with ``alternating`` both sides are in it (:class:`Share`)."""
        count = self.count * (2 if alternating else 1)
        return (Run(Calls.PULSE, count, (("pulse", self.seconds),), of=count, alternates=alternating),)


@dataclass(frozen=True, slots=True)
class StagedIsometric:
    """Stages of effort against something that does not give way, each with its own seconds and percent."""

    stages: tuple[Stage, ...]

    def __post_init__(self) -> None:
        check_stages(self.stages)

    def runs(self, alternating: bool, each: bool = False) -> tuple[Run, ...]:
        """What is counted, one run after the other; it stays on one side."""
        return (Run(Calls.ROUND, 1, tuple((stage.called, stage.seconds) for stage in self.stages)),)


Part = Repetitions | Hold | Breaths | Timed | Pulses | ContractRelax | RampedIsometric
"""What a sequence can be made of, in any order."""


@dataclass(frozen=True, slots=True)
class Sequence:
    """Parts one straight after another on the same side: 8 repetitions, then 8 pulses."""

    parts: tuple[Part, ...]

    def __post_init__(self) -> None:
        if not 2 <= len(self.parts) <= MOST_PARTS:
            raise DoseError(f"a sequence has 2 to {MOST_PARTS} parts, not {len(self.parts)}", "parts")

    def runs(self, alternating: bool, each: bool = False) -> tuple[Run, ...]:
        """What is counted, one run after the other; with ``alternating`` both sides are in it (:class:`Share`)."""
        return tuple(run for part in self.parts for run in part.runs(alternating, each))


def parts_of(work: "Work") -> "tuple[Part | StagedIsometric, ...]":
    """The parts of a sequence, or the work itself."""
    return work.parts if isinstance(work, Sequence) else (work,)


def _snake(name: str) -> str:
    return "".join(f"_{letter.lower()}" if letter.isupper() else letter for letter in name).lstrip("_")


ONE_SIDED = (ContractRelax, RampedIsometric, StagedIsometric)
"""Work that stays on one side: it cannot alternate."""
Work = Part | StagedIsometric | Sequence


KINDS: dict[str, type] = {_snake(kind.__name__): kind for kind in get_args(Work)}
"""Every kind of work by the name that files and forms give it; :data:`Work` is the one list of them."""


def kind_of(work: Work) -> str:
    """The name of a kind of work, as it stands in files."""
    return next(name for name, kind in KINDS.items() if isinstance(work, kind))


def fields_of(work: Work) -> dict[str, object]:
    """The figures of a piece of work by name, in the order a person sets them."""
    return {field.name: getattr(work, field.name) for field in fields(work)}
