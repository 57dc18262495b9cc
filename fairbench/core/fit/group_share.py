"""How much of a group does exercises as they stand, before any of them is on a plan."""

from collections import Counter
from collections.abc import Iterable
from dataclasses import dataclass

from ..exercises.aim import BlockKind
from ..exercises.exercise import Version
from ..exercises.shelf import Shelf
from ..kept import kept
from ..people.conditions import Conditions
from ..people.person import Group, Person
from ..plan.compile import compile_timeline
from ..plan.item import Item
from ..plan.plan import MAX_ITEMS, Block, Plan
from ..plan.timeline import ItemTime
from .fit import fitter
from .verdict import VerdictKind

MOST = 0.75
"""From which share on an exercise is said to fit a group. Our own choice: three in four."""
_SHORT_WORDS = {
    VerdictKind.AS_PLANNED: "as it stands",
    VerdictKind.EASED: "eased",
    VerdictKind.SWAPPED: "another exercise",
    VerdictKind.WAITS: "nothing suitable",
    VerdictKind.TALK_FIRST: "talk first",
}


@dataclass(frozen=True, slots=True)
class GroupShare:
    """How many of a group get what of a version: the count of each kind of verdict, from the least change."""

    version: Version
    kinds: tuple[tuple[VerdictKind, int], ...]

    @property
    def people(self) -> int:
        """How many there are."""
        return sum(count for _, count in self.kinds)

    @property
    def share(self) -> float:
        """The part of the group that does it as it stands, 0 to 1; 1 where there is nobody."""
        return dict(self.kinds).get(VerdictKind.AS_PLANNED, 0) / self.people if self.kinds else 1.0

    @property
    def fits(self) -> bool:
        """Whether most do it as it stands."""
        return self.share >= MOST

    @property
    def words(self) -> str:
        """Such as "7 of 9 as it stands, 1 eased, 1 another exercise"."""
        counts = dict(self.kinds)
        first = f"{counts.pop(VerdictKind.AS_PLANNED, 0)} of {self.people} {_SHORT_WORDS[VerdictKind.AS_PLANNED]}"
        return ", ".join([first, *(f"{count} {_SHORT_WORDS[kind]}" for kind, count in counts.items())])


def group_shares(
    versions: Iterable[tuple[str, str]], people: Iterable[Person], shelf: Shelf, conditions: Conditions
) -> dict[str, GroupShare]:
    """What a group gets of one version of each exercise (ids of both), by the exercise's id. Each is fitted by itself,
    at its usual dose."""
    times = _times(shelf, tuple(versions))
    fitters = [fitter(person, shelf, conditions) for person in people]
    found = {}
    for time in times:
        counts = Counter(fit(time).kind for fit in fitters)
        kinds = tuple((kind, counts[kind]) for kind in VerdictKind if counts[kind])
        found[time.exercise.id] = GroupShare(time.version, kinds)
    return found


@kept(16)
def _times(shelf: Shelf, versions: tuple[tuple[str, str], ...]) -> tuple[ItemTime, ...]:
    """Each as an item, for nobody in particular; as many plans as it takes."""
    times: list[ItemTime] = []
    for first in range(0, len(versions), MAX_ITEMS):
        items = [Item(f"{exercise}/{version}", exercise, version) for exercise, version in versions[first:][:MAX_ITEMS]]
        kinds = {item.id: shelf.exercise(item.exercise).block for item in items}
        blocks = tuple(Block(kind, tuple(item for item in items if kinds[item.id] is kind)) for kind in BlockKind)
        times += compile_timeline(Plan("Shelf", 60, blocks, water_every_min=0), Group(), shelf).items
    return tuple(times)
