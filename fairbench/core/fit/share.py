"""Fair share: what part of the working time each person has something useful to do.

Counted is what they really do: where somebody has to change place and the group has not, or has further to go, the
time it takes at their own pace comes off their work; where a thing is taken in turns, so does their wait for it.
"""

from collections.abc import Mapping
from dataclasses import dataclass

from ..exercises.aim import Quality
from ..kept import kept
from ..people.person import Person
from ..plan.timeline import Timeline
from ..plan.transfers import default_graph
from ..positions import Position
from .verdict import Fit, VerdictKind


@dataclass(frozen=True, slots=True)
class Share:
    """One person's: working seconds of the plan's, seconds by quality against the plan's, swaps, longest wait.

    ``places`` are the positions they go through, one after the other, each change once.
    """

    person: Person
    working: float
    of: float
    by_quality: Mapping[Quality, tuple[float, float]]
    swaps: int
    longest_wait: float
    places: tuple[Position, ...] = ()

    @property
    def part(self) -> float:
        """From 0 to 1; 1 where there is nothing to do."""
        return self.working / self.of if self.of else 1.0


def shares(found: Fit, people: tuple[Person, ...]) -> tuple[Share, ...]:
    """Everybody's share, in their order."""
    planned = _planned(found.timeline)
    return tuple(_share(found, person, planned) for person in people)


def lowest(found: tuple[Share, ...]) -> Share | None:
    """The group's figure: the lowest share and who has it."""
    return min(found, key=lambda share: share.part, default=None)


def share_of(found: Fit, person: Person) -> Share:
    """One person's share of a plan."""
    return _share(found, person, _planned(found.timeline))


def _planned(timeline: Timeline) -> Mapping[Quality, float]:
    """The plan's own working seconds by quality."""
    planned: dict[Quality, float] = {}
    for time in timeline.items:
        quality = time.exercise.aim.quality
        planned[quality] = planned.get(quality, 0.0) + time.work
    return planned


def _share(found: Fit, person: Person, planned: Mapping[Quality, float]) -> Share:
    worked: dict[Quality, float] = dict.fromkeys(planned, 0.0)
    wait = longest = 0.0
    swaps = 0
    here = found.timeline.plan.start
    places = [here]
    for time in found.timeline.items:
        verdict = found.verdicts[person.id, time.item.id]
        part = verdict.working * found.turn(verdict)
        late = 0.0
        if part and verdict.version is not None and verdict.version.position is not here:
            late = max(0.0, _way(here, verdict.version.position, person.pace) - time.transfer)
            here = verdict.version.position
            places.append(here)
        if not part:
            wait += time.total
            longest = max(longest, wait)
            continue
        longest = max(longest, time.work * (verdict.working - part))
        wait = 0.0
        swaps += verdict.kind is VerdictKind.SWAPPED
        quality = verdict.exercise.aim.quality
        worked[quality] = worked.get(quality, 0.0) + max(0.0, time.work * part - late)
    by_quality = {quality: (seconds, planned.get(quality, 0.0)) for quality, seconds in worked.items()}
    return Share(person, sum(worked.values()), sum(planned.values()), by_quality, swaps, longest, tuple(places))


@kept(4096)
def _way(start: Position, end: Position, pace: float) -> float:
    return default_graph().way(start, end, pace).seconds
