"""The pull of a band: force = k × (stretched − free) ÷ free, with k the force at double length."""

from collections.abc import Sequence
from dataclasses import dataclass
from statistics import median

from ..body.bands import band_runs, run_cm
from ..body.movement import Movement, solved
from ..body.pose.segments import STATURE
from ..sides import Side
from .bottle import LoadError

LONGEST_CM = 1000.0
MOST_NEWTONS = 500.0
FURTHEST = 3.0
"""Free lengths to which a band may be stretched: beyond it tears, and the law no longer holds."""
NEWTONS_PER_KG = 9.81
MORE, EASIER = 1.1, 0.9
LEAST_READINGS = 3


@dataclass(frozen=True, slots=True)
class ElasticBand:
    """``k`` is newtons at double length, for the whole width of the band whatever its length; ``free_cm`` what is
    stretched of it, not stretched."""

    k: float
    free_cm: float

    def __post_init__(self) -> None:
        if not 0 < self.k <= MOST_NEWTONS:
            raise LoadError(f"must be over 0 and at most {MOST_NEWTONS:g} N, not {self.k:g}", "k")
        if not 0 < self.free_cm <= LONGEST_CM:
            raise LoadError(f"must be over 0 and at most {LONGEST_CM:g} cm, not {self.free_cm:g}", "free_cm")

    def newtons(self, stretched_cm: float) -> float:
        """The pull at a length; nothing where the band hangs loose. Raises :class:`LoadError` where it would tear."""
        if stretched_cm > FURTHEST * self.free_cm + 1e-9:
            raise LoadError(
                f"stretched to {stretched_cm:.0f} cm it is over {FURTHEST:g} times its {self.free_cm:.0f} cm: "
                "take more of it",
                "stretched_cm",
            )
        return self.k * max(0.0, stretched_cm - self.free_cm) / self.free_cm

    def grip_nearer_cm(self, stretched_cm: float, times: float = MORE) -> float:
        """By how many centimetres to grip nearer, so that the pull at the same place is ``times`` as much: less than
        nothing is further away. The band that is left over no longer stretches, so the free length is shorter.

        100 cm free at 150 cm, 10 % more: 150 ÷ (1 + 1.1 × 0.5) = 96.8 cm free, 3.2 cm nearer.
        """
        if stretched_cm <= self.free_cm:
            raise LoadError("hangs loose there, and pulls nothing to change", "stretched_cm")
        if times <= 0:
            raise LoadError(f"must be over 0, not {times:g}", "times")
        free = stretched_cm / (1 + times * (stretched_cm / self.free_cm - 1))
        ElasticBand(self.k, free).newtons(stretched_cm)
        return self.free_cm - free


def calibrated(free_cm: float, readings: Sequence[float]) -> ElasticBand:
    """A band by what a scale showed in kilograms at double length: the middle of at least three readings, so that one
    jerk of the hand counts for nothing."""
    if len(readings) < LEAST_READINGS:
        raise LoadError(f"needs at least {LEAST_READINGS} readings, not {len(readings)}", "readings")
    if min(readings) <= 0:
        raise LoadError("a reading is over 0 kg", f"readings[{list(readings).index(min(readings))}]")
    return ElasticBand(median(readings) * NEWTONS_PER_KG, free_cm)


@dataclass(frozen=True, slots=True)
class Pull:
    """How a band pulls in one pose: how long each piece is, in centimetres, and its newtons."""

    pose: str
    cm: float
    newtons: float


def pulls(movement: Movement, band: ElasticBand, stature_m: float = STATURE) -> tuple[Pull, ...]:
    """In each pose, the piece that works, by the distance between the hand and what holds the other end. Raises
    :class:`LoadError` for a movement without a band, or where it would tear."""
    return tuple(Pull(name, cm, band.newtons(cm)) for name, cm in lengths(movement, stature_m))


def lengths(movement: Movement, stature_m: float = STATURE) -> tuple[tuple[str, float], ...]:
    """How long the band is in each pose, in centimetres: the piece that is stretched and let back most, of the arm that
    works. Half of the greatest is the least that must be free to stay under double length."""
    where = next((item.where for item in movement.held if item.prop in ("band", "band-loop")), None)
    if where is None:
        raise LoadError("has no band in it", "version")
    poses = solved(movement, Side.RIGHT)
    found = [[run_cm(run, stature_m) for run in band_runs(pose, where)] for _, pose in poses]
    pieces = [[pose[min(piece, len(pose) - 1)] for pose in found] for piece in range(max(map(len, found)))]
    works = max(pieces, key=lambda piece: (max(piece) - min(piece), max(piece)))
    return tuple((name, cm) for (name, _), cm in zip(poses, works, strict=True))
