"""What people have ready before class: things in the order in which they are needed, with what stands in at home."""

from collections.abc import Iterable
from dataclasses import dataclass

from ..exercises.exercise import Prop
from ..exercises.shelf import Shelf
from ..fit.packing import INSTRUCTOR
from ..fit.verdict import Fit
from ..rooms.store import Store
from .need import Need, needs_of, peaks_of


@dataclass(frozen=True, slots=True)
class Ready:
    """A thing to have ready: how many, in which size, for which exercises, from when. ``on_side`` is the side on which
    it lies before it is needed, empty where both hands take it; ``stand_in`` says that they are to take what a
    household has instead, wherever they need it."""

    prop: Prop
    size: str
    count: int
    first_at: float
    used_in: tuple[str, ...]
    on_side: str = ""
    stand_in: bool = False

    @property
    def words(self) -> str:
        """``2 hand weights, 500 g``; ``resistance band, light``; ``tights or a long scarf`` where that stands in."""
        if self.stand_in:
            return self.prop.substitute.partition("; ")[0]
        what = f"{self.count} {self.prop.name}" if self.count > 1 else self.prop.single
        return f"{what}{f', {self.size}' if self.size else ''}"


_ONE_HAND = frozenset({"hand", "hand-foot", "under-hand", "foot", "ankle", "upright"})


def ready_for(person: str, found: Fit, shelf: Shelf) -> tuple[Ready, ...]:
    """What one person has ready, by what they really do; :data:`.need.INSTRUCTOR` for the instructor."""
    return _list([need for need in needs_of(found, shelf) if need.person == person], found, shelf)


def ready_for_all(found: Fit, shelf: Shelf) -> tuple[Ready, ...]:
    """What everybody of a group is told to have ready: whatever anybody needs, as many as one person needs at most."""
    return _list([need for need in needs_of(found, shelf) if need.person != INSTRUCTOR], found, shelf)


def _list(needs: Iterable[Need], found: Fit, shelf: Shelf) -> tuple[Ready, ...]:
    names = {time.item.id: time.exercise.name for time in found.timeline.items}
    lines: dict[tuple[str, str], list[Need]] = {}
    for need in needs:
        lines.setdefault((need.prop, need.size), []).append(need)
    made = [
        Ready(
            shelf.props[prop],
            size,
            max(need.count for need in held),
            min(need.start for need in held),
            tuple(dict.fromkeys(names[need.item] for need in held)),
            _side(prop, held, found),
            bool(shelf.props[prop].substitute) and all(need.stand_in for need in held),
        )
        for (prop, size), held in lines.items()
    ]
    return tuple(sorted(made, key=lambda one: one.first_at))


def _side(prop: str, held: list[Need], found: Fit) -> str:
    """The side that begins, where one hand or foot has it each time."""
    times = {time.item.id: time for time in found.timeline.items}
    sides = set()
    for need in held:
        time = times[need.item]
        where = {item.where for item in time.version.movement.held if item.prop == prop}
        if not where or not where <= _ONE_HAND:
            return ""
        sides.add(time.lead(found.timeline.plan.lead).value)
    return sides.pop() if len(sides) == 1 else ""


@dataclass(frozen=True, slots=True)
class Carry:
    """What to carry to the classes of a day: so many of a prop in a size, because the rooms have too few."""

    prop: Prop
    size: str
    count: int


def carry(classes: Iterable[tuple[Fit, Store]], shelf: Shelf) -> tuple[Carry, ...]:
    """For each class its people and what its room has: the most that any of them lacks. What is carried to one is there
    for the next."""
    most: dict[tuple[str, str], int] = {}
    for found, store in classes:
        left: dict[str, int] = {}
        peaks = sorted(peaks_of(needs_of(found, shelf)), key=lambda peak: not peak.size)
        for peak in peaks:
            there = store.count(peak.prop, peak.size)
            if not peak.size:
                there = max(0, there - left.get(peak.prop, 0))
            left[peak.prop] = left.get(peak.prop, 0) + min(there, peak.count)
            key = (peak.prop, peak.size)
            most[key] = max(most.get(key, 0), peak.count - there)
    return tuple(Carry(shelf.props[prop], size, count) for (prop, size), count in most.items() if count > 0)
