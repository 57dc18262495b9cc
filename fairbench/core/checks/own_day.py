"""The teacher's own day: what showing it all asks of whoever teaches, over the classes of a day."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from ..dose.work import Calls
from ..plan.timeline import ItemTime, Timeline
from .bearing import Place, group_bears

ENOUGH: Mapping[Place, float] = {
    Place.HANDS: 180.0,
    Place.KNEES: 240.0,
    Place.OVERHEAD: 240.0,
    Place.NECK: 120.0,
    Place.GRIP: 600.0,
}
"""Seconds of a day that a teacher's own place has, twice what one class has where they only show. Our own
assumption."""


@dataclass(frozen=True, slots=True)
class Shown:
    """An item that could be shown by somebody else or by its picture: in which class, what, and the seconds that it
    takes off a place."""

    plan: str
    item: str
    exercise: str
    place: Place
    seconds: float


@dataclass(frozen=True, slots=True)
class OwnDay:
    """What a teacher does themselves who shows the first set of everything: repetitions, seconds of work, seconds on
    each place; and what could be shown otherwise so that no place has too much."""

    repetitions: int
    seconds: float
    places: tuple[tuple[Place, float], ...]
    otherwise: tuple[Shown, ...]

    @property
    def too_much(self) -> tuple[tuple[Place, float], ...]:
        """The places that have more than enough."""
        return tuple((place, seconds) for place, seconds in self.places if seconds > ENOUGH.get(place, float("inf")))


def first_set(time: ItemTime) -> float:
    """The part of an item that its first set is: what a teacher shows before walking round."""
    return 1 / len(time.dose.passes)


def own_day(classes: Sequence[tuple[str, Timeline]]) -> OwnDay:
    """The load of a day's classes on whoever shows them, one after the other, by name."""
    on_place: dict[Place, list[Shown]] = {}
    repetitions, seconds = 0, 0.0
    for name, timeline in classes:
        borne = group_bears(timeline)
        for time in timeline.items:
            share = first_set(time)
            counted = any(run.calls in (Calls.REPETITION, Calls.PULSE) for run in time.dose.runs())
            repetitions += round(time.count * share) if counted else 0
            seconds += time.work * share
            for place, took in borne[time.item.id].items():
                shown = Shown(name, time.item.id, time.exercise.name, place, took * share)
                on_place.setdefault(place, []).append(shown)
    places = {place: sum(one.seconds for one in shown) for place, shown in on_place.items()}
    otherwise: list[Shown] = []
    for place, enough in ENOUGH.items():
        left = places.get(place, 0.0)
        for one in sorted(on_place.get(place, []), key=lambda one: -one.seconds):
            if left <= enough:
                break
            otherwise.append(one)
            left -= one.seconds
    order = tuple((place, places[place]) for place in Place if place in places)
    return OwnDay(repetitions, seconds, order, tuple(otherwise))
