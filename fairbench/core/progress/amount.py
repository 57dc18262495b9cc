"""How much of an exercise somebody does, as figures that can be compared: which of them go up is what a step is."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from fractions import Fraction

from ..dose.dose import Dose
from ..dose.load import Band, Kilograms
from ..dose.work import Breaths, ContractRelax, Hold, Pulses, RampedIsometric, Repetitions, StagedIsometric, Timed
from ..dose.work import Sequence as Parts
from ..errors import PlanError
from ..kept import kept
from ..sides import Sides


class Variable(StrEnum):
    """What of an exercise can become more. One goes up at a time."""

    LOAD = "load"
    REPETITIONS = "repetitions"
    SETS = "sets"
    HOLD = "hold"
    TEMPO = "tempo"
    RANGE = "range"
    BAND_LENGTH = "band length"


class TwoUpError(PlanError):
    """Two variables would go up at once."""


@dataclass(frozen=True, slots=True)
class Amount:
    """What is done in a version: ``reps`` in each of ``sets``, each held for ``hold`` seconds, against ``kg`` or a
    ``band`` by its label, gripped ``grip_cm`` apart (shorter is harder). ``tempo`` is seconds a repetition takes,
    ``reach`` degrees of movement; 0 where nobody says. ``counted`` is the figure that it is counted by."""

    version: str
    reps: int = 1
    sets: int = 1
    hold: float = 0.0
    kg: float | None = None
    band: str = ""
    grip_cm: int | None = None
    tempo: float = 0.0
    reach: float = 0.0
    counted: Variable = Variable.REPETITIONS

    @property
    def value(self) -> float:
        """The figure that it is counted by."""
        return float(self.reps) if self.counted is Variable.REPETITIONS else self.hold

    def with_value(self, value: float) -> "Amount":
        """The same with another figure."""
        # Written out: a log is gone through line by line, and replace takes ten times as long.
        counted = self.counted is Variable.REPETITIONS
        reps = max(1, int(value)) if counted else self.reps
        hold = self.hold if counted else max(1.0, float(int(value)))
        rest = (self.sets, hold, self.kg, self.band, self.grip_cm, self.tempo, self.reach, self.counted)
        return Amount(self.version, reps, *rest)

    @property
    def words(self) -> str:
        """``2 × 9, 1.5 kg`` or ``20 s, light band``."""
        figure = f"{self.reps}" if self.counted is Variable.REPETITIONS else f"{self.hold:g} s"
        parts = [f"{self.sets} × {figure}" if self.sets > 1 else figure]
        if self.kg is not None:
            parts.append(f"{self.kg:g} kg")
        if self.band:
            parts.append(f"{self.band} band")
        if self.grip_cm is not None:
            parts.append(f"grip {self.grip_cm} cm")
        return ", ".join(parts)

    @property
    def work(self) -> Fraction:
        """Sets × figure × kilograms (1 without any): what two amounts against different loads are compared by."""
        load = Fraction(self.kg).limit_denominator(1000) if self.kg else Fraction(1)
        return self.sets * Fraction(self.value).limit_denominator(1000) * load


@kept(4096)
def amount_of(version: str, dose: Dose) -> Amount:
    """The amount in a dose. Of a sequence its first part counts."""
    work = dose.work.parts[0] if isinstance(dose.work, Parts) else dose.work
    load = dose.load
    kg = load.kilograms if isinstance(load, Kilograms) else None
    band, grip = (load.label, load.grip_cm) if isinstance(load, Band) else ("", None)
    made = Amount(version, sets=dose.sets, kg=kg, band=band, grip_cm=grip)
    match work:
        case Repetitions():
            return replace(made, reps=work.reps, hold=work.tempo.hold, tempo=work.tempo.seconds)
        case Breaths():
            return replace(made, reps=work.breaths)
        case Pulses():
            return replace(made, reps=work.count)
        case ContractRelax() | RampedIsometric():
            return replace(made, reps=work.rounds)
        case Hold():
            return replace(made, reps=work.repeats, hold=work.seconds, counted=Variable.HOLD)
        case Timed():
            return replace(made, hold=work.seconds, counted=Variable.HOLD)
        case StagedIsometric():
            return replace(made, reps=len(work.stages))


def ups(before: Amount, after: Amount, bands: Sequence[str] = ()) -> tuple[Variable, ...]:
    """Which variables go up from one amount to another of the same version. ``bands`` are the labels from light to
    strong; one that is not among them counts as stronger."""
    found = []
    if _heavier(before, after, bands):
        found.append(Variable.LOAD)
    if after.reps > before.reps:
        found.append(Variable.REPETITIONS)
    if after.sets > before.sets:
        found.append(Variable.SETS)
    if after.hold > before.hold:
        found.append(Variable.HOLD)
    # A slower repetition is more work; that a longer hold makes it take longer is the hold's doing.
    if before.tempo and after.tempo - after.hold > before.tempo - before.hold:
        found.append(Variable.TEMPO)
    if before.reach and after.reach > before.reach:
        found.append(Variable.RANGE)
    if before.band and before.band == after.band and (after.grip_cm or 1000) < (before.grip_cm or 1000):
        found.append(Variable.BAND_LENGTH)
    return tuple(found)


def _heavier(before: Amount, after: Amount, bands: Sequence[str]) -> bool:
    if after.kg is not None and after.kg > (before.kg or 0.0):
        return True
    if not after.band or after.band == before.band:
        return False
    if not before.band or after.band not in bands or before.band not in bands:
        return True
    return bands.index(after.band) > bands.index(before.band)


def check_one_up(before: Amount, after: Amount, bands: Sequence[str] = ()) -> None:
    """Raise :class:`TwoUpError` where more than one variable would go up; that others go down is allowed."""
    found = ups(before, after, bands)
    if len(found) > 1:
        raise TwoUpError(
            f"{' and '.join(found)} would go up at once; one at a time, so that it is clear what did it", ""
        )


def seconds_of(amount: Amount, dose: Dose) -> float:
    """What an amount takes, in seconds, where it is shared between sides and rested between sets as a dose says. What
    takes no known time, such as a breath of one's own, counts nothing."""
    each = amount.tempo if amount.counted is Variable.REPETITIONS else amount.hold
    # Where sides take turns, the figure is of each of them.
    gone_through = 2 if dose.sides is Sides.ALTERNATING else dose.sides.passes
    return gone_through * amount.sets * amount.reps * each + dose.rest * (amount.sets - 1)


def cost_of(before: Amount, after: Amount, dose: Dose) -> float:
    """Seconds that the class takes longer by a step, negative where it takes less."""
    return seconds_of(after, dose) - seconds_of(before, dose)
