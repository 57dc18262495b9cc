"""Another exercise for everybody, where the planned one leaves somebody waiting."""

from dataclasses import dataclass, replace

from .conditions import Conditions
from .exercises import Exercise, Shelf, Version
from .fit import Fit, alike, fit_item
from .people import Person
from .share import share_of
from .timeline import ItemTime


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
    planned = frozenset(own.exercise.id for own in found.timeline.items)
    now = {own.person.id: own.working for own in found.of_item(time.item.id)}
    share = share_of(found, person)
    for other in sorted(_candidates(shelf, time, planned), key=lambda other: (-alike(other, time.exercise), other.id)):
        for version in other.versions:
            if version.position.level is not time.version.position.level:
                continue
            item = replace(time.item, exercise=other.id, version=version.id, dose=None)
            tried = replace(time, item=item, exercise=other, version=version)
            mine = fit_item(person, tried, shelf, conditions, planned)
            if mine.version is None or mine.exercise is not other or mine.working < 1:
                continue
            verdicts = [fit_item(one, tried, shelf, conditions, planned) for one in people]
            if all(verdict.working >= now[verdict.person.id] for verdict in verdicts):
                gained = time.work * (mine.working - now[person.id])
                return Swap(time.item.id, other, version, (share.working + gained) / share.of)
    return None


def _candidates(shelf: Shelf, time: ItemTime, planned: frozenset[str]) -> list[Exercise]:
    return [
        other
        for other in shelf
        if other.block is time.exercise.block and other.id not in planned and other.id not in shelf.put_away
    ]
