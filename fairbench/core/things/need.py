"""Who holds what when: every prop of a plan by what each person really does, the instructor's own counted."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace

from ..dose.load import Band, Kilograms
from ..exercises.exercise import Version
from ..exercises.shelf import Shelf
from ..fit.packing import INSTRUCTOR, pieces, who_goes_without
from ..fit.verdict import Fit
from ..plan.timeline import ItemTime

_SIZED = {"band": Band, "band-loop": Band, "hand-weight": Kilograms, "bottle": Kilograms, "ankle-weight": Kilograms}


@dataclass(frozen=True, slots=True)
class Need:
    """Somebody holds ``count`` of a prop in an item, from ``start`` to ``end`` in seconds of the class. ``size`` is
    what the plan asks of it, empty where any will do. ``part`` says which of those who take turns they are, 0 where
    nobody does: in pairs one or two, at stations where they begin. No two parts hold it at the same time.
    ``stand_in`` says that they take what a household has instead: it counts for no store."""

    prop: str
    size: str
    person: str
    item: str
    count: int
    start: float
    end: float
    part: int = 0
    stand_in: bool = False


@dataclass(frozen=True, slots=True)
class Peak:
    """The most of a prop in a size that is in hand at once: how many, in which item, from when, and who holds them."""

    prop: str
    size: str
    count: int
    item: str
    start: float
    people: tuple[str, ...]


def needs_of(found: Fit, shelf: Shelf) -> tuple[Need, ...]:
    """Every need in the order of the plan. What one thing serves the whole room with is not counted by person, and a
    chair is there for everybody: who sits where is another question."""
    return tuple(need for time in found.timeline.items for need in needs_of_item(time, found, shelf))


def needs_of_item(time: ItemTime, found: Fit, shelf: Shelf) -> Iterable[Need]:
    """The needs of one item."""
    turns = found.turns.get(time.item.id, 1)
    needs = list(_held(INSTRUCTOR, time.version, time, shelf, 0))
    for number, verdict in enumerate(found.of_item(time.item.id)):
        part = 1 + number % turns if turns > 1 else 0
        needs += _held(verdict.person.id, verdict.at_hand, time, shelf, part)
    for prop, number in time.item.stand_ins:
        instead = who_goes_without([need.person for need in needs if need.prop == prop])[:number]
        needs = [
            replace(need, stand_in=True) if need.prop == prop and need.person in instead else need for need in needs
        ]
    return needs


def _held(person: str, version: Version, time: ItemTime, shelf: Shelf, part: int) -> Iterable[Need]:
    for prop in version.props:
        if prop != "chair" and not shelf.props[prop].shared:
            size = _size(prop, version, time)
            yield Need(prop, size, person, time.item.id, pieces(version, prop), time.start, time.end, part)


def _size(prop: str, version: Version, time: ItemTime) -> str:
    """The size that is asked: of the item's dose where it is done as planned, else of the version's own."""
    load = (time.dose if version is time.version else version.dose).load
    kind = _SIZED.get(prop)
    if kind is None or not isinstance(load, kind):
        return ""
    return load.label if isinstance(load, Band) else f"{load.kilograms:g} kg" if isinstance(load, Kilograms) else ""


def peaks_of(needs: Iterable[Need]) -> tuple[Peak, ...]:
    """By prop and size, in the order of first use, the item in which most are in hand at once. What is asked without a
    size is counted with each size of the same prop: it may be any of them."""
    by_item: dict[tuple[str, str], dict[str, list[Need]]] = {}
    for need in needs:
        if need.stand_in:
            continue
        by_item.setdefault((need.prop, need.size), {}).setdefault(need.item, []).append(need)
    peaks = []
    for (prop, size), items in by_item.items():
        counted = {item: at_once(held) for item, held in items.items()}
        item = max(counted, key=lambda one: counted[one])
        held = items[item]
        people = tuple(dict.fromkeys(need.person for need in held))
        peaks.append(Peak(prop, size, counted[item], item, held[0].start, people))
    return tuple(peaks)


def at_once(held: Iterable[Need]) -> int:
    """How many of one item are in hand at once: of those who take turns the part that holds most, with all who take
    none."""
    parts: dict[int, int] = {}
    for need in held:
        parts[need.part] = parts.get(need.part, 0) + need.count
    return parts.pop(0, 0) + max(parts.values(), default=0)


def count_of(needs: Iterable[Need]) -> Mapping[tuple[str, str], int]:
    """The peaks as figures, by prop and size."""
    return {(peak.prop, peak.size): peak.count for peak in peaks_of(needs)}
