"""What bears on a place in the body, second by second: the hands, the knees, arms overhead, the neck, the grip.

All of it is computed from the demands of the versions that are done, not from what they are called.
"""

from collections.abc import Iterator, Mapping
from enum import StrEnum

from ..exercises.exercise import Version
from ..fit.cautions import demand_set
from ..fit.verdict import Fit
from ..kept import kept
from ..people.person import Person
from ..plan.timeline import ItemTime, StepKind, Timeline
from ..positions import Level, Position
from ..sides import Side, Sides


class Place(StrEnum):
    """A place in the body that gets tired or sore."""

    HANDS = "hands"
    KNEES = "knees"
    STANDING = "standing"
    OVERHEAD = "overhead"
    NECK = "neck"
    GRIP = "grip"

    @property
    def words(self) -> str:
        """What bears on it, as it is shown."""
        return _PLACE_WORDS[self]


_PLACE_WORDS = {
    Place.HANDS: "weight on the hands",
    Place.KNEES: "kneeling",
    Place.STANDING: "standing",
    Place.OVERHEAD: "arms overhead",
    Place.NECK: "head tipped back",
    Place.GRIP: "gripping",
}
_LEAST = {
    Place.HANDS: ("hand_share", 8.0),
    Place.KNEES: ("knee_share", 5.0),
    Place.OVERHEAD: ("shoulder_elevation", 120.0),
    Place.NECK: ("neck_extension", 8.0),
    Place.GRIP: ("grip", 0.5),
}
"""From which figure of which demand a place counts as borne on: percent of body weight, or degrees. Our own bounds:
a hand that only steadies carries less, and an arm under the ear is overhead."""
KNEELS = frozenset({Position.KNEELING, Position.HALF_KNEELING, Position.QUADRUPED, Position.FOREARM_QUADRUPED})

Bearing = tuple[Place, Side | None]
"""A place and, where it has two, its side."""


@kept(4096)
def borne_by(version: Version, side: Side) -> frozenset[Bearing]:
    """Where a version bears with ``side`` working. Arms overhead count where they are held up, not lying down."""
    asked = demand_set(version, side)
    found: set[Bearing] = set()
    for place, (demand, least) in _LEAST.items():
        if place is Place.OVERHEAD and version.position.level is Level.FLOOR:
            continue
        for value, of, _ in asked.of(demand):
            if value >= least:
                found |= {(place, of)} if of is not None or place is Place.NECK else {(place, one) for one in Side}
    if version.position.level is Level.STANDING:
        found.add((Place.STANDING, None))
    return frozenset(found)


def worked(time: ItemTime, timeline: Timeline) -> Mapping[Side, float]:
    """Seconds of work by the side that works; where both do at once, all of it stands under the right."""
    if not time.version.limbs.tells_sides:
        return {Side.RIGHT: time.work}
    seconds = dict.fromkeys(Side, 0.0)
    for step in timeline.steps_of(time.item.id):
        if step.kind is not StepKind.WORK:
            continue
        if step.side is None or time.dose.sides is Sides.ALTERNATING:
            for side in Side:
                seconds[side] += step.seconds / 2
        else:
            seconds[step.side] += step.seconds
    return seconds


Borne = Mapping[str, Mapping[Place, float]]
"""By item, the seconds that it bears on each place."""


def group_bears(timeline: Timeline) -> Borne:
    """Seconds that each item as planned bears on each place, of the side that bears it longest."""
    return {time.item.id: _bears(time, timeline) for time in timeline.items}


def _bears(time: ItemTime, timeline: Timeline) -> Mapping[Place, float]:
    seconds: dict[Bearing, float] = {}
    for side, took in worked(time, timeline).items():
        for bearing in borne_by(time.version, side):
            seconds[bearing] = seconds.get(bearing, 0.0) + took
    most: dict[Place, float] = {}
    for (place, _), took in seconds.items():
        most[place] = max(took, most.get(place, 0.0))
    return most


def person_bears(person: Person, found: Fit) -> Mapping[Bearing, float]:
    """Seconds that bear on each place of one person in a whole plan, by the versions that they really do."""
    seconds: dict[Bearing, float] = {}
    for time in found.timeline.items:
        for bearing, took in _of_item(person, time, found):
            seconds[bearing] = seconds.get(bearing, 0.0) + took
    return seconds


def _of_item(person: Person, time: ItemTime, found: Fit) -> Iterator[tuple[Bearing, float]]:
    verdict = found.of(person.id, time.item.id)
    done = verdict.version
    if done is None:
        return
    turn = found.turn(verdict)
    if not done.limbs.tells_sides:
        for bearing in borne_by(done, Side.RIGHT):
            yield bearing, time.work * turn
        return
    by_side = worked(time, found.timeline) if time.version.limbs.tells_sides else _halves(time.work)
    for side, version in ((Side.LEFT, verdict.left.version), (Side.RIGHT, verdict.right.version)):
        for bearing in borne_by(version, side) if version is not None else ():
            yield bearing, by_side.get(side, 0.0) * turn


def _halves(seconds: float) -> Mapping[Side, float]:
    return dict.fromkeys(Side, seconds / 2)
