"""The best base version for every item of a plan at once: the fairest, with the fewest changes. Exact."""

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, replace
from itertools import product

from ..dose.dose import Dose
from ..exercises.exercise import Version
from ..exercises.shelf import Shelf
from ..kept import kept
from ..people.conditions import Conditions
from ..people.person import Person
from ..plan.plan import Plan, take_version
from ..plan.timeline import ItemTime, Timeline
from ..positions import Level
from .fit import Fitter, fitter

_MOST_WAYS = 200_000
_KEPT = 1024


@dataclass(frozen=True, slots=True)
class Change:
    """One item whose base should be another version, and how many differ from it before and after."""

    item: str
    before: Version
    after: Version
    differ_before: int
    differ_after: int


@dataclass(frozen=True, slots=True)
class Proposal:
    """Lowest share and how often people differ, as it is and as it would be with ``changes`` made."""

    changes: tuple[Change, ...]
    lowest_before: float
    lowest_after: float
    differ_before: int
    differ_after: int


@dataclass(frozen=True, slots=True)
class _Option:
    """A base for one item: who works how much of it, how many differ, and whether it is a change."""

    version: Version
    working: tuple[float, ...]
    differ: int
    change: int


def best_bases(timeline: Timeline, people: tuple[Person, ...], shelf: Shelf, conditions: Conditions) -> Proposal:
    """The bases with the highest lowest share; of those, with the fewest changes that lower how many differ.

    A change of base must pay: it is proposed only where it lifts the lowest share or lets at least a
    third of the group do as planned who did not. Whoever has to be talked to first does not count. An
    item's options that are no better than another for anybody are put aside first, which leaves few
    ways to combine; these are all tried.
    """
    people = tuple(person for person in people if not person.talk_first)
    planned = frozenset(time.exercise.id for time in timeline.items)
    fitters = fitters_of(people, shelf, conditions, planned)
    every = [_options(time, fitters) for time in timeline.items]
    now = [options[0] for options in every]
    works = [time.work for time in timeline.items]
    useful = [_undominated(options) for options in every]
    best = _fairest(useful, works, len(people))
    chosen = [_that_pays(*of_item, len(people)) for of_item in zip(every, useful, now, best, strict=True)]
    changes = tuple(
        Change(time.item.id, time.version, option.version, current.differ, option.differ)
        for time, option, current in zip(timeline.items, chosen, now, strict=True)
        if option.change
    )
    return Proposal(
        changes,
        _lowest(now, works, len(people)),
        _lowest(chosen, works, len(people)),
        sum(option.differ for option in now),
        sum(option.differ for option in chosen),
    )


def _that_pays(
    options: Sequence[_Option], useful: Sequence[_Option], current: _Option, fair: _Option, people: int
) -> _Option:
    """Of the options that share the work as the fairest does, the one by which the fewest differ; the current one where
    it shares it so as well, and a change would spare less than a third of the group."""
    same_share = [option for option in options if option.working == fair.working] or [fair]
    pays = min(same_share, key=lambda option: (option.differ, option.change))
    stay = current.working == fair.working and (current.differ - pays.differ) * 3 < people
    return current if stay or not useful else pays


def fitters_of(
    people: tuple[Person, ...], shelf: Shelf, conditions: Conditions, planned: frozenset[str]
) -> tuple[Fitter, ...]:
    """For each person what fits an item to them, for several items of one plan."""
    return tuple(fitter(person, shelf, conditions, planned) for person in people)


def _options(time: ItemTime, fitters: tuple[Fitter, ...]) -> list[_Option]:
    """Every version as the base, the current one first."""
    options = []
    for version in (time.version, *(v for v in time.exercise.versions if v is not time.version)):
        if version.position.level is Level.FLOOR and time.version.position.level is not Level.FLOOR:
            continue
        item = time.item if version is time.version else replace(time.item, version=version.id, dose=None)
        tried = replace(time, item=item, version=version)
        verdicts = [fitted(tried) for fitted in fitters]
        options.append(
            _Option(
                version,
                tuple(verdict.working for verdict in verdicts),
                sum(verdict.differs for verdict in verdicts),
                int(version is not time.version),
            )
        )
    return options


def _undominated(options: list[_Option]) -> list[_Option]:
    """Of options that give everybody the same, the one with fewest changes; none that is worse for somebody
    and better for nobody."""
    best: dict[tuple[float, ...], _Option] = {}
    for option in options:
        held = best.get(option.working)
        if held is None or (option.change, option.differ) < (held.change, held.differ):
            best[option.working] = option
    kept = list(best.values())
    return [
        option
        for option in kept
        if not any(
            other is not option and all(a >= b for a, b in zip(other.working, option.working, strict=True))
            for other in kept
        )
    ]


def _fairest(useful: list[list[_Option]], works: list[float], count: int) -> list[_Option]:
    """Try every combination of what is left; past a bound, improve one item at a time instead."""
    ways = 1
    for options in useful:
        ways *= max(1, len(options))
    if ways <= _MOST_WAYS:
        tried: Iterable[tuple[_Option, ...]] = product(*useful)
        return list(max(tried, key=lambda way: _rank(way, works, count)))
    way = [options[0] for options in useful]
    better = True
    while better:
        better = False
        for number, options in enumerate(useful):
            for option in options:
                trial = [*way[:number], option, *way[number + 1 :]]
                if _rank(trial, works, count) > _rank(way, works, count):
                    way, better = trial, True
    return way


def _rank(way: Iterable[_Option], works: list[float], count: int) -> tuple[float, int, int]:
    chosen = list(way)
    return (
        round(_lowest(chosen, works, count), 9),
        -sum(option.change for option in chosen),
        -sum(option.differ for option in chosen),
    )


def _lowest(way: list[_Option], works: list[float], count: int) -> float:
    total = sum(works)
    if not count or not total:
        return 1.0
    sums = [0.0] * count
    for option, work in zip(way, works, strict=True):
        for number, part in enumerate(option.working):
            sums[number] += part * work
    return min(sums) / total


def with_bases(plan: Plan, changes: Iterable[Change], shelf: Shelf) -> Plan:
    """The plan with the proposed versions, their doses the usual ones."""
    to = {change.item: change.after.id for change in changes}
    for item, version in to.items():
        plan = take_version(plan, item, version, shelf)
    return plan


BetterBase = Callable[[ItemTime], Change | None]
"""The version that fewest do otherwise and nobody loses by, for one item; None where it is the base already."""


@kept(64)
def better_base(
    people: tuple[Person, ...], shelf: Shelf, conditions: Conditions, planned: frozenset[str]
) -> BetterBase:
    """Finds a better base for items, for the same people beside the same exercises. What was found is kept: an edit
    changes one item, not all."""
    fitters = fitters_of(people, shelf, conditions, planned)
    found: dict[tuple[str, Version, Dose | None, str], Change | None] = {}

    def better(time: ItemTime) -> Change | None:
        key = (time.item.id, time.version, time.item.dose, time.item.beside)
        if key not in found:
            if len(found) >= _KEPT:
                found.clear()
            found[key] = _better_base(time, fitters)
        return found[key]

    return better


def _better_base(time: ItemTime, fitters: tuple[Fitter, ...]) -> Change | None:
    options = _options(time, fitters)
    now = options[0]
    fair = [o for o in options if all(a >= b for a, b in zip(o.working, now.working, strict=True))]
    best = min(fair, key=lambda option: (option.differ, option.change))
    return Change(time.item.id, time.version, best.version, now.differ, best.differ) if best is not now else None
