"""What the fit finds for one person and one item, and for a whole plan."""

from collections import Counter
from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property

from ..exercises.exercise import Exercise, Version
from ..people.person import Person
from ..plan.brackets import BracketKind
from ..plan.plan import Plan
from ..plan.timeline import Timeline
from ..ranked import Ranked
from .cautions import TriggeredRule, strictest_first


class VerdictKind(Ranked):
    """What a verdict comes to, from the least change; each has its own plank shape."""

    AS_PLANNED = "as_planned"
    EASED = "eased"
    SWAPPED = "swapped"
    WAITS = "waits"
    TALK_FIRST = "talk_first"

    @property
    def words(self) -> str:
        """As it is called on screens."""
        return _KIND_WORDS.get(self, self.value.replace("_", " "))


_KIND_WORDS = {VerdictKind.WAITS: "nothing suitable", VerdictKind.TALK_FIRST: "talk first (health)"}


@dataclass(frozen=True, slots=True)
class RejectedVersion:
    """A version that was passed over, and the caution that did it."""

    version: Version
    triggered_by: TriggeredRule


@dataclass(frozen=True, slots=True)
class SideFit:
    """What is done on one side: a version, or None where that side rests; what still applies to it, and what is done
    otherwise for each rule that asks for less, in words."""

    version: Version | None
    triggered: tuple[TriggeredRule, ...] = ()
    rejected: tuple[RejectedVersion, ...] = ()
    easings: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Verdict:
    """One person and one item. ``exercise`` and ``version`` are what is done; None of a version means nothing is.

    A person does one version in one position. ``left`` and ``right`` differ only where one side is worked at a time,
    and then by load, range, help or one of them resting. ``moved_by`` are the rules that speak against the base version
    and no longer meet what is done.
    """

    person: Person
    item: str
    kind: VerdictKind
    exercise: Exercise
    base: Version
    version: Version | None
    left: SideFit
    right: SideFit
    reason: str = ""
    overridden: bool = False
    moved_by: tuple[TriggeredRule, ...] = ()
    working: float = field(init=False, compare=False)
    """The part of the item's work that this person has something useful to do; asked for often, worked out once."""

    def __post_init__(self) -> None:
        object.__setattr__(self, "working", self._working())

    @property
    def differs(self) -> bool:
        """Whether it is anything but as planned."""
        return self.kind is not VerdictKind.AS_PLANNED

    @property
    def at_hand(self) -> Version:
        """The version whose things somebody has with them: what they do. Who is to be talked with first may join in,
        and who finds nothing suitable may come to, so it is the base then."""
        return self.version or self.base

    @property
    def sides_differ(self) -> bool:
        """Whether the two sides do different things."""
        return self.left.version is not self.right.version

    @property
    def triggered(self) -> tuple[TriggeredRule, ...]:
        """What still applies to what is done, each once, the strictest first."""
        seen: dict[TriggeredRule, None] = dict.fromkeys((*self.left.triggered, *self.right.triggered))
        return strictest_first(seen)

    @property
    def easings(self) -> tuple[str, ...]:
        """What is done otherwise in the version that is done, each once, in words."""
        return tuple(dict.fromkeys((*self.left.easings, *self.right.easings)))

    @property
    def rejected(self) -> tuple[RejectedVersion, ...]:
        """Versions that were passed over, each once."""
        seen: dict[Version, RejectedVersion] = {}
        for rejected in (*self.left.rejected, *self.right.rejected):
            seen.setdefault(rejected.version, rejected)
        return tuple(seen.values())

    def _working(self) -> float:
        if self.kind in (VerdictKind.WAITS, VerdictKind.TALK_FIRST):
            return 0.0
        return (0.5 if self.left.version is not None else 0.0) + (0.5 if self.right.version is not None else 0.0)


def turns_of_items(plan: Plan) -> dict[str, int]:
    """By item, in how many turns it is gone through where not all do it at once: two in pairs, as many as there are
    stations where people go from one to the next."""
    kinds = {bracket.id: bracket.kind for bracket in plan.brackets}
    held = Counter(item.bracket for item in plan.items())
    turns = {}
    for item in plan.items():
        kind = kinds.get(item.bracket)
        if kind is BracketKind.PAIRS:
            turns[item.id] = 2
        elif kind is BracketKind.STATIONS:
            turns[item.id] = held[item.bracket]
    return turns


@dataclass(frozen=True)
class Fit:
    """All verdicts of a plan, by person and item. ``places`` are how many can use a thing at once, where not everybody
    can."""

    timeline: Timeline
    verdicts: Mapping[tuple[str, str], Verdict] = field(default_factory=dict)
    places: Mapping[str, int] = field(default_factory=dict)

    def of(self, person: str, item: str) -> Verdict:
        """The verdict for a person on an item, by their ids."""
        return self.verdicts[person, item]

    def of_item(self, item: str) -> tuple[Verdict, ...]:
        """Everybody's verdict on an item."""
        return self._by_item.get(item, ())

    @cached_property
    def _by_item(self) -> Mapping[str, tuple[Verdict, ...]]:
        """All verdicts of each item, in the order of the people: asked for again and again."""
        found: dict[str, list[Verdict]] = {}
        for (_, item), verdict in self.verdicts.items():
            found.setdefault(item, []).append(verdict)
        return {item: tuple(verdicts) for item, verdicts in found.items()}

    def turn(self, verdict: Verdict) -> float:
        """The part of an item's work that falls to somebody where a thing must be taken in turns; 1 where not."""
        if verdict.version is None or verdict.item not in self._sharing:
            return 1.0
        part = 1.0
        for prop in verdict.version.props:
            if prop in self.places:
                part = min(part, self.places[prop] / max(self.users_at_once(verdict.item, prop), 1))
        return part

    def users_at_once(self, item: str, prop: str) -> int:
        """How many want a thing at the same time in an item: of a pair one, of stations those of one station; the rest
        have something else to do then."""
        users = self._users.get((item, prop), 0)
        return min(users, -(-len(self.of_item(item)) // self.turns.get(item, 1)))

    @cached_property
    def turns(self) -> Mapping[str, int]:
        """In how many turns an item is gone through: two in pairs, one for each station of a circuit."""
        return turns_of_items(self.timeline.plan)

    @cached_property
    def _users(self) -> Mapping[tuple[str, str], int]:
        """How many use each thing that must be shared, by item: asked for again and again."""
        return Counter(
            (verdict.item, prop)
            for verdict in self.verdicts.values()
            if verdict.version is not None
            for prop in verdict.version.props
            if prop in self.places
        )

    @cached_property
    def _sharing(self) -> frozenset[str]:
        """The items in which something must be shared."""
        return frozenset(item for item, _ in self._users)

    def of_person(self, person: str) -> tuple[Verdict, ...]:
        """A person's verdicts, in the order of the plan."""
        return self._by_person.get(person, ())

    @cached_property
    def _by_person(self) -> Mapping[str, tuple[Verdict, ...]]:
        found: dict[str, list[Verdict]] = {}
        for (person, _), verdict in self.verdicts.items():
            found.setdefault(person, []).append(verdict)
        return {person: tuple(verdicts) for person, verdicts in found.items()}
