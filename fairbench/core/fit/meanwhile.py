"""What those do meanwhile who leave an optional item to the others."""

from collections.abc import Iterator
from dataclasses import replace

from ..exercises.exercise import Exercise, Version
from ..exercises.shelf import Shelf
from ..plan.item import Item
from ..plan.timeline import ItemTime
from ..positions import Level
from .fit import alike

OTHERS_OFFERED = 8


def meanwhile_of(item: Item, shelf: Shelf) -> tuple[Exercise, Version] | None:
    """The exercise and version that are done instead; None where one just watches. Raises :class:`PlanError`."""
    if not item.meanwhile:
        return None
    exercise_id, _, version_id = item.meanwhile.partition("/")
    exercise = shelf.exercise(exercise_id)
    return exercise, exercise.version(version_id)


def as_item(time: ItemTime, exercise: Exercise, version: Version) -> ItemTime:
    """The same stretch of the plan with what is done meanwhile in it, to fit it to people."""
    item = replace(time.item, exercise=exercise.id, version=version.id, dose=None, beside="", meanwhile="")
    return replace(time, exercise=exercise, version=version, item=item, dose=version.dose)


def meanwhile_choices(time: ItemTime, shelf: Shelf) -> Iterator[tuple[Exercise, Version]]:
    """What could be offered: the easier versions of the exercise, then the easiest of the nearest other exercises, at
    a level that one can be at meanwhile."""
    for version in time.exercise.versions[: time.exercise.rung(time.version.id)]:
        yield time.exercise, version
    floor = time.version.position.level is Level.FLOOR
    others = [other for other in shelf if other is not time.exercise and other.id not in shelf.archived]
    offered = 0
    for other in sorted(others, key=lambda other: (-alike(other, time.exercise), other.id)):
        start = next((v for v in other.versions if floor or v.position.level is not Level.FLOOR), None)
        if start is not None and offered < OTHERS_OFFERED:
            offered += 1
            yield other, start
