"""Which version each person does of each item, and why: verdicts with their trace."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from functools import lru_cache

from ..dose.dose import Dose
from ..errors import PlanError
from ..exercises.exercise import Exercise, Version
from ..exercises.shelf import Shelf
from ..people.conditions import Conditions, Declared, Effect
from ..people.person import Override, Person
from ..plan.timeline import ItemTime, Timeline
from ..positions import Level
from ..ranked import Ranked
from ..sides import Side, Sides
from .cautions import TriggeredRule, demand_set, strictest_first, triggered_rules

_KEPT = 4096
_ALIKE_ENOUGH = 5
"""A stand-in works the same region, and in the same quality or the same action."""
_ONE_SIDED = frozenset({Sides.EACH_SIDE, Sides.EACH_SIDE_AND_DIRECTION, Sides.ALTERNATING})


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
    """What is done on one side: a version, or None where that side rests; what still applies to it."""

    version: Version | None
    triggered: tuple[TriggeredRule, ...]
    rejected: tuple[RejectedVersion, ...]

    @property
    def eases(self) -> tuple[TriggeredRule, ...]:
        """The rules that ask for something easier."""
        return tuple(hit for hit in self.triggered if hit.effect is Effect.EASE)


@dataclass(frozen=True, slots=True)
class Verdict:
    """One person and one item. ``exercise`` and ``version`` are what is done; None of a version means nothing is.

    ``left`` and ``right`` are the same fit unless a need on one side changes that side only.
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

    @property
    def differs(self) -> bool:
        """Whether it is anything but as planned."""
        return self.kind is not VerdictKind.AS_PLANNED

    @property
    def sides_differ(self) -> bool:
        """Whether the two sides do different things."""
        return self.left.version is not self.right.version or bool(self.left.eases) != bool(self.right.eases)

    @property
    def triggered(self) -> tuple[TriggeredRule, ...]:
        """What still applies to what is done, each once, the strictest first."""
        seen: dict[TriggeredRule, None] = dict.fromkeys((*self.left.triggered, *self.right.triggered))
        return strictest_first(seen)

    @property
    def rejected(self) -> tuple[RejectedVersion, ...]:
        """Versions that were passed over, each once."""
        seen: dict[Version, RejectedVersion] = {}
        for rejected in (*self.left.rejected, *self.right.rejected):
            seen.setdefault(rejected.version, rejected)
        return tuple(seen.values())

    @property
    def working(self) -> float:
        """The part of the item's work that this person has something useful to do."""
        if self.kind in (VerdictKind.WAITS, VerdictKind.TALK_FIRST):
            return 0.0
        return (0.5 if self.left.version is not None else 0.0) + (0.5 if self.right.version is not None else 0.0)


@dataclass(frozen=True, slots=True)
class Fit:
    """All verdicts of a plan, by person and item."""

    timeline: Timeline
    verdicts: Mapping[tuple[str, str], Verdict] = field(default_factory=dict)

    def of(self, person: str, item: str) -> Verdict:
        """The verdict for a person on an item, by their ids."""
        return self.verdicts[person, item]

    def of_item(self, item: str) -> tuple[Verdict, ...]:
        """Everybody's verdict on an item."""
        return tuple(verdict for (_, other), verdict in self.verdicts.items() if other == item)

    def of_person(self, person: str) -> tuple[Verdict, ...]:
        """A person's verdicts, in the order of the plan."""
        return tuple(verdict for (other, _), verdict in self.verdicts.items() if other == person)


@dataclass(frozen=True, slots=True, eq=False)
class _RuleOutcome:
    """What somebody's conditions make of one side of a version: all that applies, the first avoid, how many eases."""

    triggered: tuple[TriggeredRule, ...]
    avoid: TriggeredRule | None
    eases: int


class _Profile:
    """One set of declared conditions, and what it makes of each version, worked out once."""

    __slots__ = ("_kept", "_rules")

    def __init__(self, declared: tuple[Declared, ...], conditions: Conditions) -> None:
        self._rules = [(condition, conditions.rules_for(condition)) for condition in declared]
        self._kept: dict[tuple[Version, bool, Dose | None], _RuleOutcome] = {}

    def on(self, version: Version, left: bool, dose: Dose | None) -> _RuleOutcome:
        """What applies to the side that is worked, or to the whole body.

        Where both sides work at once, what is of the other side is left to that side.
        """
        key = (version, left, dose)
        found = self._kept.get(key)
        if found is None:
            found = self._kept[key] = self._work_out(version, Side.LEFT if left else Side.RIGHT, dose)
        return found

    def _work_out(self, version: Version, side: Side, dose: Dose | None) -> _RuleOutcome:
        one_sided = (dose or version.dose).sides in _ONE_SIDED
        what = demand_set(version, side if one_sided else Side.RIGHT, dose)
        hits = [hit for declared, rules in self._rules for hit in triggered_rules(declared, rules, what)]
        triggered = tuple(hit for hit in hits if one_sided or hit.side is None or hit.side is side)
        avoid = next((hit for hit in triggered if hit.effect is Effect.AVOID), None)
        return _RuleOutcome(triggered, avoid, sum(hit.effect is Effect.EASE for hit in triggered))


@lru_cache(maxsize=_KEPT)
def _profile(declared: tuple[Declared, ...], conditions: Conditions) -> _Profile:
    return _Profile(declared, conditions)


Book = dict[tuple[str, Version, Dose | None], Verdict]


@lru_cache(maxsize=512)
def _book(_person: Person, _shelf: Shelf, _conditions: Conditions, _planned: frozenset[str]) -> Book:
    """Verdicts already found for a person beside certain other exercises: an edit changes one item, not all."""
    return {}


def forget() -> None:
    """Let go of the verdicts that are kept, to measure what it takes to find them."""
    _book.cache_clear()


def fit(timeline: Timeline, people: Iterable[Person], shelf: Shelf, conditions: Conditions) -> Fit:
    """Fit a whole plan. A person with nothing declared does everything as planned."""
    planned = frozenset(time.exercise.id for time in timeline.items)
    verdicts = {}
    for person in people:
        book = _book(person, shelf, conditions, planned)
        for time in timeline.items:
            verdicts[person.id, time.item.id] = _kept(book, person, time, shelf, conditions, planned)
    return Fit(timeline, verdicts)


def fit_item(
    person: Person, time: ItemTime, shelf: Shelf, conditions: Conditions, planned: frozenset[str] = frozenset()
) -> Verdict:
    """One person and one item. ``planned`` are exercises that are on the plan anyway."""
    return _kept(_book(person, shelf, conditions, planned), person, time, shelf, conditions, planned)


def _kept(
    book: Book, person: Person, time: ItemTime, shelf: Shelf, conditions: Conditions, planned: frozenset[str]
) -> Verdict:
    key = (time.item.id, time.version, time.item.dose)
    verdict = book.get(key)
    if verdict is None:
        if len(book) >= _KEPT:
            book.clear()
        verdict = book[key] = _find(person, time, shelf, conditions, planned)
    return verdict


def _find(person: Person, time: ItemTime, shelf: Shelf, conditions: Conditions, planned: frozenset[str]) -> Verdict:
    exercise, base = time.exercise, time.version

    def verdict(kind: VerdictKind, version: Version | None, left: SideFit, right: SideFit, reason: str = "") -> Verdict:
        return Verdict(person, time.item.id, kind, exercise, base, version, left, right, reason)

    if person.talk_first:
        nothing = SideFit(None, (), ())
        return verdict(VerdictKind.TALK_FIRST, None, nothing, nothing, person.talk_first)
    override = next((known for known in person.overrides if known.exercise == exercise.id), None)
    if override is not None and _still_offered(override, exercise, shelf):
        done = shelf.exercise(override.instead) if override.instead else exercise
        chosen = done.version(override.version)
        kind = (
            VerdictKind.SWAPPED
            if done is not exercise
            else VerdictKind.AS_PLANNED
            if chosen is base
            else VerdictKind.EASED
        )
        profile = _profile(person.conditions, conditions)
        sides = [SideFit(chosen, profile.on(chosen, side is Side.LEFT, None).triggered, ()) for side in Side]
        return Verdict(
            person, time.item.id, kind, done, base, chosen, sides[0], sides[1], override.reason, overridden=True
        )
    if not person.conditions:
        plain = SideFit(base, (), ())
        return verdict(VerdictKind.AS_PLANNED, base, plain, plain)
    profile = _profile(person.conditions, conditions)
    left, right = (_choose(profile, exercise, base, time.item.dose, side is Side.LEFT) for side in Side)
    if left.version is None and right.version is None:
        return _instead(person, time, shelf, profile, planned, (left, right))
    eased = any(side.version is not base or side.eases for side in (left, right))
    version = min(
        (side.version for side in (left, right) if side.version is not None), key=lambda v: exercise.versions.index(v)
    )
    return verdict(VerdictKind.EASED if eased else VerdictKind.AS_PLANNED, version, left, right)


def _choose(profile: _Profile, exercise: Exercise, base: Version, dose: Dose | None, left: bool) -> SideFit:
    """The best version for one side: no avoid, fewest eases, nearest the base, the group's position."""
    best: tuple[tuple[float, ...], Version, _RuleOutcome] | None = None
    rejected = []
    rung, stays_up = exercise.versions.index(base), base.position.level is not Level.FLOOR
    for number, version in enumerate(exercise.versions):
        if stays_up and version.position.level is Level.FLOOR:
            continue
        made = profile.on(version, left, dose if version is base else None)
        if made.avoid is not None:
            rejected.append(RejectedVersion(version, made.avoid))
            continue
        rank = (made.eases, abs(number - rung), number > rung, version.position is not base.position, number)
        if best is None or rank < best[0]:
            best = (rank, version, made)
    if best is None:
        return SideFit(None, (), tuple(rejected))
    return SideFit(best[1], best[2].triggered, tuple(rejected))


def _still_offered(override: Override, exercise: Exercise, shelf: Shelf) -> bool:
    """Whether what was decided can still be done. A decision about what was taken out of the catalogue no longer holds;
    the fit decides then."""
    try:
        (shelf.exercise(override.instead) if override.instead else exercise).version(override.version)
    except PlanError:
        return False
    return True


def _instead(
    person: Person,
    time: ItemTime,
    shelf: Shelf,
    profile: _Profile,
    planned: frozenset[str],
    sides: tuple[SideFit, SideFit],
) -> Verdict:
    """Nothing on the ladder is left: the nearest other exercise by aim, or waiting."""
    rejected = tuple(rejection for side in sides for rejection in side.rejected)
    best: tuple[tuple[float, ...], Exercise, Version, tuple[TriggeredRule, ...]] | None = None
    nearest = 0
    for near, other, version in _by_aim(shelf, time.exercise, time.version.position.level is Level.FLOOR):
        if best is not None and near < nearest:
            break
        if other.id in planned:
            continue
        left, right = profile.on(version, True, None), profile.on(version, False, None)
        if left.avoid is not None or right.avoid is not None:
            continue
        rank = (left.eases + right.eases, version.position is not time.version.position)
        nearest = near
        if best is None or rank < best[0]:
            best = (rank, other, version, tuple(dict.fromkeys((*left.triggered, *right.triggered))))
    nothing = SideFit(None, (), rejected)
    if best is None:
        reason = rejected[0].triggered_by.rule.because if rejected else ""
        return Verdict(
            person, time.item.id, VerdictKind.WAITS, time.exercise, time.version, None, nothing, nothing, reason
        )
    _, other, version, triggered = best
    done = SideFit(version, triggered, rejected)
    return Verdict(person, time.item.id, VerdictKind.SWAPPED, other, time.version, version, done, done)


@lru_cache(maxsize=2048)
def _by_aim(shelf: Shelf, exercise: Exercise, floor: bool) -> tuple[tuple[int, Exercise, Version], ...]:
    """Versions of other exercises with something of the same aim, nearest first, at a level one can be at meanwhile."""
    found = [
        (alike(other, exercise), other, version)
        for other in shelf
        if other is not exercise and other.id not in shelf.archived and alike(other, exercise) >= _ALIKE_ENOUGH
        for version in other.versions
        if floor or version.position.level is not Level.FLOOR
    ]
    return tuple(sorted(found, key=lambda ranked: -ranked[0]))


def alike(a: Exercise, b: Exercise) -> int:
    """How near two exercises are in aim: where counts most, then what, then how."""
    return 4 * (a.aim.region is b.aim.region) + 3 * (a.aim.quality is b.aim.quality) + (a.aim.action is b.aim.action)
