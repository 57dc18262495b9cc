"""How one rung of a ladder differs from the one below: what it asks more of, and what less."""

from collections.abc import Mapping
from dataclasses import dataclass, replace

from ..body.demands import LESS_IS_HARDER, Demand, harder_by
from ..body.movement import demands
from .exercise import Exercise, Version

NOTICEABLE: Mapping[str, float] = {
    "°": 4.0,
    "%": 3.0,
    "N·m per kg": 0.04,
    "kg": 0.2,
    "% of stature": 1.5,
    "yes": 0.5,
    "of 3": 0.5,
    "° × %": 3.0,
    "% of height": 6.0,
}
"""How much a demand must change, by its unit, to be felt."""
_SAID_BY_ANOTHER = frozenset({"hand_share", "knee_share", "feet_share", "wrist_load", "rises"})
"""Told already by what both sides carry, by what hands and knees leave to the feet, or by being another exercise."""


@dataclass(frozen=True, slots=True)
class Difference:
    """One demand on two rungs; ``before`` or ``after`` is None where it is not asked at all."""

    demand: Demand
    before: Demand | None
    after: Demand | None
    both: bool = False

    @property
    def words(self) -> str:
        """Such as "right: knee bends 90° → 112°", or "both: …" where the two sides differ alike."""
        who = "both: " if self.both else f"{self.demand.side}: " if self.demand.side else ""
        low, high = (found.figure if found else "none" for found in (self.before, self.after))
        if self.demand.unit == "yes":
            return f"{who}{self.demand.words}{'' if self.after else ' no longer'}"
        return f"{who}{self.demand.words} {low} → {high}"


@dataclass(frozen=True, slots=True)
class Step:
    """From a version to the next harder: what rises, what falls, and the reason that the data gives."""

    easier: Version
    harder: Version
    more: tuple[Difference, ...]
    less: tuple[Difference, ...]
    reason: str

    @property
    def climbs(self) -> bool:
        """Whether it is harder by something computed or for a reason given."""
        return bool(self.more or self.reason)


def steps_of(exercise: Exercise) -> tuple[Step, ...]:
    """Every step of an exercise's ladder, from the bottom up."""
    return tuple(step(easier, harder) for easier, harder in zip(exercise.versions, exercise.versions[1:], strict=False))


def step(easier: Version, harder: Version) -> Step:
    """Compare two versions by what their poses ask."""
    low = {(d.id, d.side): d for d in demands(easier.movement)}
    high = {(d.id, d.side): d for d in demands(harder.movement)}
    more: list[Difference] = []
    less: list[Difference] = []
    for key in [*high, *(key for key in low if key not in high)]:
        if key[0] in _SAID_BY_ANOTHER:
            continue
        before, after = low.get(key), high.get(key)
        shown = after or before
        assert shown is not None
        change = harder_by(shown.id, _value(after, shown), _value(before, shown))
        if abs(change) >= NOTICEABLE[shown.unit]:
            (more if change > 0 else less).append(Difference(shown, before, after))
    return Step(easier, harder, _joined(more), _joined(less), harder.climbs)


def _joined(found: list[Difference]) -> tuple[Difference, ...]:
    """What both sides have alike is said once."""
    joined: list[Difference] = []
    for difference in found:
        twin = next((other for other in joined if _alike(difference, other)), None)
        if twin is None:
            joined.append(difference)
        else:
            joined[joined.index(twin)] = replace(twin, both=True)
    return tuple(joined)


def _alike(first: Difference, second: Difference) -> bool:
    figures = [[found.figure if found else "" for found in (d.before, d.after)] for d in (first, second)]
    return first.demand.id == second.demand.id and first.demand.side != second.demand.side and figures[0] == figures[1]


def _value(found: Demand | None, like: Demand) -> float:
    if found is not None:
        return found.value
    return 100.0 if like.id in LESS_IS_HARDER else 0.0
