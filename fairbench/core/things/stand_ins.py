"""Who takes in an item what a household has instead of a thing, in words, and whether it weighs about the same."""

import re
from collections.abc import Iterator
from dataclasses import dataclass

from ..dose.load import Kilograms
from ..exercises.shelf import Shelf
from ..fit.verdict import Fit
from ..loads.units import far_apart, read_mass
from ..plan.timeline import ItemTime
from .need import needs_of_item

_MASS = re.compile(r"\b(\d+(?:[.,]\d+)?\s?k?g)\b")


@dataclass(frozen=True, slots=True)
class StandIn:
    """People, by id, who take ``what`` in the place of a prop in an item; ``note`` says what changes by it."""

    item: str
    prop: str
    people: tuple[str, ...]
    what: str
    note: str


def stand_ins_of(found: Fit, shelf: Shelf) -> tuple[StandIn, ...]:
    """Every stand-in of a plan, in its order."""
    return tuple(_stand_ins(found, shelf))


def _stand_ins(found: Fit, shelf: Shelf) -> Iterator[StandIn]:
    who: dict[tuple[str, str], dict[str, None]] = {}
    for time in found.timeline.items:
        for need in needs_of_item(time, found, shelf) if time.item.stand_ins else ():
            if need.stand_in:
                who.setdefault((need.item, need.prop), {})[need.person] = None
    for (item, prop), people in who.items():
        what, _, note = shelf.props[prop].substitute.partition("; ")
        yield StandIn(item, prop, tuple(people), what, note)


def weighs_otherwise(time: ItemTime, substitute: str) -> tuple[float, float] | None:
    """The kilograms that an item asks and those of what stands in, where they are over a quarter apart; None where they
    are not, or one of them is not known."""
    said = _MASS.search(substitute)
    if said is None or not isinstance(time.dose.load, Kilograms):
        return None
    asked, instead = time.dose.load.kilograms, read_mass(said.group(1))
    return (asked, instead) if far_apart(asked, instead) else None
