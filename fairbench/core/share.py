"""Fair share: what part of the working time each person has something useful to do."""

from collections.abc import Mapping
from dataclasses import dataclass

from .exercises import Quality
from .fit import Fit, Shape
from .people import Person


@dataclass(frozen=True, slots=True)
class Share:
    """One person's: working seconds of the plan's, seconds by quality against the plan's, swaps, longest wait."""

    person: Person
    working: float
    of: float
    by_quality: Mapping[Quality, tuple[float, float]]
    swaps: int
    longest_wait: float

    @property
    def part(self) -> float:
        """From 0 to 1; 1 where there is nothing to do."""
        return self.working / self.of if self.of else 1.0


def shares(found: Fit, people: tuple[Person, ...]) -> tuple[Share, ...]:
    """Everybody's share, in their order."""
    return tuple(share_of(found, person) for person in people)


def lowest(found: tuple[Share, ...]) -> Share | None:
    """The group's figure: the lowest share and who has it."""
    return min(found, key=lambda share: share.part, default=None)


def share_of(found: Fit, person: Person) -> Share:
    """One person's share of a plan."""
    working = total = wait = longest = 0.0
    swaps = 0
    qualities: dict[Quality, tuple[float, float]] = {}
    for time in found.timeline.items:
        verdict = found.of(person.id, time.item.id)
        mine = time.work * verdict.working
        working, total = working + mine, total + time.work
        swaps += verdict.shape is Shape.SWAPPED
        own, planned = qualities.get(time.exercise.aim.quality, (0.0, 0.0))
        qualities[time.exercise.aim.quality] = (own, planned + time.work)
        if verdict.version is not None:
            did = verdict.exercise.aim.quality
            own, planned = qualities.get(did, (0.0, 0.0))
            qualities[did] = (own + mine, planned)
        wait = wait + time.total if verdict.working == 0 else 0.0
        longest = max(longest, wait)
    return Share(person, working, total, qualities, swaps, longest)
