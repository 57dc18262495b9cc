"""Another exercise for one person, where nothing on the planned one's ladder suits them."""

from collections.abc import Iterator
from dataclasses import dataclass, replace

from .conditions import Conditions
from .exercises import Exercise, Shelf, Version
from .fit import Fit, alike, fit_item
from .people import Person
from .positions import Level
from .share import share_of
from .timeline import ItemTime


@dataclass(frozen=True, slots=True)
class StandIn:
    """What one person could do while the others do an item. ``same_aim`` is False where it trains something else."""

    exercise: Exercise
    version: Version
    same_aim: bool
    share: float


def stand_ins(person: Person, time: ItemTime, found: Fit, shelf: Shelf, conditions: Conditions) -> Iterator[StandIn]:
    """The nearest exercises by aim that nothing speaks against for ``person`` on both sides, at a level they
    can be at meanwhile, and that are not on the plan; nearest first, with the share they would then have."""
    planned = frozenset(own.exercise.id for own in found.timeline.items)
    share = share_of(found, person)
    now = found.of(person.id, time.item.id).working
    floor = time.version.position.level is Level.FLOOR
    others = [other for other in shelf if other.id not in planned and other.id not in shelf.put_away]
    for other in sorted(others, key=lambda other: (-_near(other, time.exercise), other.id)):
        start = next((v for v in other.versions if floor or v.position.level is not Level.FLOOR), None)
        if start is None:
            continue
        item = replace(time.item, exercise=other.id, version=start.id, dose=None)
        tried = replace(time, item=item, exercise=other, version=start)
        verdict = fit_item(person, tried, shelf, conditions, planned)
        if verdict.version is None or verdict.exercise is not other or verdict.working < 1:
            continue
        gained = time.work * (1 - now)
        part = (share.working + gained) / share.of if share.of else 1.0
        yield StandIn(other, verdict.version, alike(other, time.exercise) > 0, part)


def _near(other: Exercise, exercise: Exercise) -> int:
    """As near in aim, and of the same part of the class before any other."""
    return 10 * (other.block is exercise.block) + alike(other, exercise)
