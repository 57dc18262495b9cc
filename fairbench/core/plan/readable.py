"""A stored plan as it can be read today: what was retired since has its successor, what nobody knows is left out, sides
are shared as the limbs can be; all of it is told."""

from dataclasses import dataclass, replace

from ..errors import PlanError
from ..exercises.shelf import Shelf
from ..exercises.successors import Successor, Successors
from .item import Item
from .plan import Plan, with_blocks


@dataclass(frozen=True, slots=True)
class Readable:
    """A plan whose every item is on the shelf, and in words what is not as it was stored."""

    plan: Plan
    told: tuple[str, ...] = ()


def readable(plan: Plan, shelf: Shelf, successors: Successors) -> Readable:
    """``plan`` with successors in the place of what was retired, at their usual dose, and without what is unknown."""
    told: list[str] = []
    blocks = tuple(
        replace(block, items=tuple(item for stored in block.items for item in _today(stored, shelf, successors, told)))
        for block in plan.blocks
    )
    return Readable(plan if blocks == plan.blocks else with_blocks(plan, blocks), tuple(told))


def _today(item: Item, shelf: Shelf, successors: Successors, told: list[str]) -> tuple[Item, ...]:
    if item.beside and not _known(shelf, item.exercise, item.beside):
        told.append(
            f"“{item.exercise}, {item.beside}”, shown beside another version, is not known here and is left out."
        )
        item = replace(item, beside="")
    item = _with_meanwhile(item, shelf, successors, told)
    if _known(shelf, item.exercise, item.version):
        return (_sides_that_can_be(item, shelf, told),)
    after = successors.get((item.exercise, item.version))
    if after is None or not _known(shelf, after.exercise, after.version):
        told.append(
            f"“{item.exercise}, {item.version}” is not known here and is left out. Earlier states still have it."
        )
        return ()
    if not after.same:
        told.append(_words(after, shelf))
    dose = item.dose if after.same else None
    beside = item.beside if after.exercise == item.exercise and item.beside != after.version else ""
    item = replace(item, exercise=after.exercise, version=after.version, dose=dose, beside=beside)
    return (_sides_that_can_be(item, shelf, told),)


def _with_meanwhile(item: Item, shelf: Shelf, successors: Successors, told: list[str]) -> Item:
    """What is done meanwhile as it can be read today; left out where nobody knows it."""
    exercise, _, version = item.meanwhile.partition("/")
    if not item.meanwhile or _known(shelf, exercise, version):
        return item
    after = successors.get((exercise, version))
    if after is not None and _known(shelf, after.exercise, after.version):
        return replace(item, meanwhile=f"{after.exercise}/{after.version}")
    told.append(f"“{exercise}, {version}”, to be done meanwhile, is not known here and is left out.")
    return replace(item, meanwhile="")


def _sides_that_can_be(item: Item, shelf: Shelf, told: list[str]) -> Item:
    """A dose could once be shared between sides as no body can do it; the usual way stands in its place."""
    exercise = shelf.exercise(item.exercise)
    version = exercise.version(item.version)
    if item.dose is None or item.dose.sides in version.sides:
        return item
    usual = version.dose.sides
    told.append(
        f"{exercise.name}, {version.name}, was “{item.dose.sides.words}”, but {version.limbs.words}. "
        f"Now “{usual.words}”: look at its dose once."
    )
    return replace(item, dose=item.dose.shared(usual))


def _words(after: Successor, shelf: Shelf) -> str:
    exercise = shelf.exercise(after.exercise)
    now = f"{exercise.name}, {exercise.version(after.version).name}"
    return f"“{after.name}” is not offered any more. {now}, stands in its place: look at it once."


def _known(shelf: Shelf, exercise: str, version: str) -> bool:
    try:
        shelf.exercise(exercise).version(version)
    except PlanError:
        return False
    return True
