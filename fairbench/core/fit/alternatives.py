"""Other exercises where the planned one leaves somebody out: for one person, or for everybody."""

from collections.abc import Iterator
from dataclasses import dataclass, replace

from ..exercises.exercise import Exercise, Version
from ..exercises.shelf import Shelf
from ..people.conditions import Conditions
from ..people.person import Person
from ..plan.timeline import ItemTime
from ..positions import Level
from .fit import alike, fit_item
from .share import share_of
from .verdict import Fit, Verdict


@dataclass(frozen=True, slots=True)
class Alternative:
    """What one person could do while the others do an item. ``same_aim`` is False where it trains something else."""

    exercise: Exercise
    version: Version
    same_aim: bool
    share: float


def alternatives_for(
    person: Person, time: ItemTime, found: Fit, shelf: Shelf, conditions: Conditions
) -> Iterator[Alternative]:
    """The nearest exercises by aim that nothing speaks against for ``person`` on both sides, at a level they
    can be at meanwhile, and that are not on the plan; nearest first, with the share they would then have."""
    planned = frozenset(planned_time.exercise.id for planned_time in found.timeline.items)
    floor = time.version.position.level is Level.FLOOR
    others = [other for other in shelf if other.id not in planned and other.id not in shelf.archived]
    for other in sorted(others, key=lambda other: (-_near(other, time.exercise), other.id)):
        start = next((v for v in other.versions if floor or v.position.level is not Level.FLOOR), None)
        if start is None:
            continue
        verdict = fit_item(person, _with(time, other, start), shelf, conditions, planned)
        if verdict.version is None or verdict.exercise is not other or verdict.working < 1:
            continue
        yield Alternative(other, verdict.version, alike(other, time.exercise) > 0, _part_with(found, verdict))


def _part_with(found: Fit, verdict: Verdict) -> float:
    """The share that somebody would have with one verdict in the place of the one found."""
    verdicts = {**found.verdicts, (verdict.person.id, verdict.item): verdict}
    return share_of(Fit(found.timeline, verdicts, found.places), verdict.person).part


def _near(other: Exercise, exercise: Exercise) -> int:
    """As near in aim, and of the same part of the class before any other."""
    return 10 * (other.block is exercise.block) + alike(other, exercise)


@dataclass(frozen=True, slots=True)
class Swap:
    """What to put in an item's place, and the share that the person it is for would have then."""

    item: str
    exercise: Exercise
    version: Version
    share: float


def swap_for(
    person: Person, time: ItemTime, found: Fit, people: tuple[Person, ...], shelf: Shelf, conditions: Conditions
) -> Swap | None:
    """The nearest exercise by aim that ``person`` can do and nobody else loses by; None where there is none."""
    planned = frozenset(planned_time.exercise.id for planned_time in found.timeline.items)
    now = {verdict.person.id: _working(found, verdict) for verdict in found.of_item(time.item.id)}
    for other in sorted(_candidates(shelf, time, planned), key=lambda other: (-alike(other, time.exercise), other.id)):
        for version in other.versions:
            if version.position.level is not time.version.position.level:
                continue
            tried = _with(time, other, version)
            mine = fit_item(person, tried, shelf, conditions, planned)
            if mine.version is None or mine.exercise is not other or mine.working < 1:
                continue
            verdicts = [fit_item(person, tried, shelf, conditions, planned) for person in people]
            then = _instead(found, tried, verdicts)
            if all(_working(then, verdict) >= now[verdict.person.id] for verdict in verdicts):
                return Swap(time.item.id, other, version, share_of(then, person).part)
    return None


def _with(time: ItemTime, exercise: Exercise, version: Version) -> ItemTime:
    """An item with another version in its place, done as that one usually is."""
    item = replace(time.item, exercise=exercise.id, version=version.id, dose=None)
    usual = version.dose.time
    tried = replace(time, item=item, exercise=exercise, version=version, dose=version.dose)
    return replace(tried, work=usual.work, switch=usual.switch, rest=usual.rest, count=usual.count)


def _instead(found: Fit, tried: ItemTime, verdicts: list[Verdict]) -> Fit:
    """What was found, with one item tried otherwise, and what everybody then does of it."""
    items = tuple(tried if time.item.id == tried.item.id else time for time in found.timeline.items)
    everybody = {**found.verdicts, **{(verdict.person.id, verdict.item): verdict for verdict in verdicts}}
    return Fit(replace(found.timeline, items=items), everybody, found.places)


def _working(found: Fit, verdict: Verdict) -> float:
    """The part of an item for which somebody has something to do, taking turns at what is shared."""
    return verdict.working * found.turn(verdict)


def _candidates(shelf: Shelf, time: ItemTime, planned: frozenset[str]) -> list[Exercise]:
    return [
        other
        for other in shelf
        if other.block is time.exercise.block and other.id not in planned and other.id not in shelf.archived
    ]
