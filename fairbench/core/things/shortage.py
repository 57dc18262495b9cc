"""What there are too few of: each shortage with where it is, when, and whom it hits."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from ..fit.packing import who_goes_without
from ..fit.verdict import Fit
from ..rooms.store import Store
from .need import Need, at_once


@dataclass(frozen=True, slots=True)
class Shortage:
    """In an item, ``needed`` of a prop in a size are held at once and ``there`` are ``there``. ``people`` hold them;
    ``missing`` of them go without, those who come last, and the instructor first of all: who shows a movement can show
    it without."""

    prop: str
    size: str
    item: str
    start: float
    needed: int
    there: int
    people: tuple[str, ...]
    missing: tuple[str, ...]

    @property
    def short(self) -> int:
        """How many lack."""
        return self.needed - self.there


def shortages_of(needs: Iterable[Need], store: Store) -> tuple[Shortage, ...]:
    """Every item in which more is held at once than the store has, in the order of the plan. A store without a line for
    a prop has none of it: what is not known is taken as the stricter. Of a prop in several sizes, the sizes that are
    asked are served first, and what may be any size is served with the rest."""
    by_item: dict[tuple[str, str], list[Need]] = {}
    for need in needs:
        if not need.stand_in:
            by_item.setdefault((need.item, need.prop), []).append(need)
    found: list[Shortage] = []
    for (_, prop), held in by_item.items():
        sizes = dict.fromkeys(need.size for need in held if need.size)
        left = store.count(prop)
        for size in sizes:
            of_size = [need for need in held if need.size == size]
            there = store.count(prop, size)
            found += _short(prop, size, of_size, there)
            left -= min(there, at_once(of_size))
        any_size = [need for need in held if not need.size]
        if any_size:
            found += _short(prop, "", any_size, left)
    return tuple(found)


def _short(prop: str, size: str, held: Sequence[Need], there: int) -> Iterable[Shortage]:
    needed = at_once(held)
    if needed <= there:
        return
    first = held[0]
    people = tuple(dict.fromkeys(need.person for need in held))
    yield Shortage(prop, size, first.item, first.start, needed, max(0, there), people, _without(held, needed - there))


def _without(held: Sequence[Need], short: int) -> tuple[str, ...]:
    """Who goes without: the instructor, then from the end of the list, until enough is left for the others."""
    missing: list[str] = []
    kept, all_at_once = list(held), at_once(held)
    for person in who_goes_without(need.person for need in held):
        if all_at_once - at_once(kept) >= short:
            break
        kept = [need for need in kept if need.person != person]
        missing.append(person)
    return tuple(missing)


def gravest(found: Fit, shortages: Iterable[Shortage]) -> tuple[Shortage, ...]:
    """Each prop and size once, where most lack, in the order of the plan."""
    worst: dict[tuple[str, str], Shortage] = {}
    for one in shortages:
        key = (one.prop, one.size)
        if key not in worst or one.short > worst[key].short:
            worst[key] = one
    order = {time.item.id: number for number, time in enumerate(found.timeline.items)}
    return tuple(sorted(worst.values(), key=lambda one: order[one.item]))
