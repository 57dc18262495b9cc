"""The floor of a class: who stands where and why, how much of it each takes, and where two would touch."""

import json
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from django.utils.html import format_html_join
from django.utils.safestring import SafeString, mark_safe

from fairbench.core.body.reach_of import Reach, reach_of, widest
from fairbench.core.errors import InputError
from fairbench.core.fit.fit import fit
from fairbench.core.people.person import Group as CoreGroup
from fairbench.core.people.person import Person
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.plan import Plan as CorePlan
from fairbench.core.rooms.layout import Shape, Spot, most, roomiest
from fairbench.core.rooms.room import Room as CoreRoom
from fairbench.core.rooms.room import RoomError
from fairbench.core.rooms.standing import Helper, Standing, nearest_spots, stand, touching
from fairbench.figures.floor import floor_svg
from fairbench.web.people.models import Group
from fairbench.web.rooms.models import Room

from .models import FloorPlaces
from .surroundings import surroundings

HELPER = "assistant"
"""Under which name the assistant's place is looked for beside those of people."""


@dataclass(frozen=True, slots=True)
class Overlap:
    """Two who can touch each other, and by how many centimetres."""

    one: str
    other: str
    centimetres: int


@dataclass(frozen=True, slots=True)
class OnFloor:
    """Somebody's place in words."""

    id: str
    name: str
    number: int
    pinned: bool
    because: tuple[str, ...]
    beside: bool

    @property
    def pin_word(self) -> str:
        """What pressing does to the place."""
        return "Free" if self.pinned else "Pin"

    @property
    def pin_fields(self) -> str:
        """What pressing sends."""
        return json.dumps({"person": self.id, "pin": "off" if self.pinned else "on"})


@dataclass(frozen=True, slots=True)
class Floor:
    """A floor worked out. ``fit`` is how many have room for what each of them really does; ``reaches`` says whether
    that was enough, or they stand closer here and may touch."""

    room: CoreRoom
    shape: Shape
    fit: int
    standing: Standing
    places: tuple[OnFloor, ...]
    overlaps: tuple[Overlap, ...]
    spots: tuple[Spot, ...]
    names: Mapping[str, str]
    reaches: Mapping[str, Reach]
    touched: frozenset[str]

    def svg(self, movable: bool = False) -> SafeString:
        """The picture."""
        free = self.spots if movable else ()
        drawn = floor_svg(self.room, self.standing, self.names, self.reaches, free, self.touched, movable)
        return mark_safe(drawn)  # names are escaped where it is drawn

    @property
    def spot_choices(self) -> SafeString:
        """Every place as an option, with the assistant's chosen."""
        chosen = {self.assistant_at: " selected"}
        options = ((spot.number, mark_safe(chosen.get(spot.number, "")), spot.number) for spot in self.spots)
        return format_html_join("", '<option value="{}"{}>{}</option>', options)

    @property
    def beside_choices(self) -> SafeString:
        """Everybody as a box to tick: beside whom the assistant stands."""
        return format_html_join(
            "",
            '<label class="rung-choice"><input type="checkbox" name="beside" value="{}"{}> <bdi>{}</bdi></label>',
            ((line.id, mark_safe(" checked" if line.beside else ""), line.name) for line in self.places),
        )

    @property
    def crowded(self) -> bool:
        """Whether there are more people than have room for their widest movements."""
        return len(self.places) > self.fit

    @property
    def assistant_at(self) -> int | None:
        """The number of the assistant's place."""
        return self.standing.assistant.number if self.standing.assistant else None


def kept_floor(group: Group, room: Room) -> FloorPlaces:
    """What is kept of a group's floor in a room; nothing yet where nobody moved anybody."""
    found = FloorPlaces.objects.filter(group=group, room=room).first()
    return found or FloorPlaces(practice_id=room.practice_id, group=group, room=room)


def floor_of(kept: FloorPlaces, value: CorePlan, people: Sequence[Person]) -> Floor:
    """The floor of a class for these people. Raises :class:`RoomError` where they do not all fit, however close."""
    around = surroundings(kept.room)
    assert around.room is not None
    found = fit(
        compile_timeline(value, CoreGroup(tuple(people)), around.shelf), people, around.shelf, around.conditions
    )
    reaches = {
        person.id: widest(reach_of(verdict.at_hand.movement) for verdict in found.of_person(person.id))
        for person in people
    }
    shape = Shape(kept.shape)
    wide = widest(reaches.values())
    enough = most(around.room, shape, wide)
    standing_there = len(people) + (1 if kept.helper else 0)
    there = roomiest(around.room, shape, wide, standing_there)
    if standing_there > len(there):
        raise RoomError(f"{around.room.name} holds {len(there)} {shape.words}, and there are {len(people)}", "people")
    standing = _standing(kept, people, around.room, there)
    names = {person.id: person.name for person in people}
    near = touching(standing, reaches)
    return Floor(
        around.room,
        shape,
        enough,
        standing,
        _in_words(standing, names, frozenset(kept.helper.get("beside", ()))),
        tuple(Overlap(names[one], names[other], round(metres * 100)) for one, other, metres in near),
        there,
        names,
        reaches,
        frozenset(person for one, other, _ in near for person in (one, other)),
    )


def shapes_that_hold(room: CoreRoom, people: int) -> list[Shape]:
    """The shapes in which so many people fit when they stand close."""
    return [shape for shape in Shape if most(room, shape, Reach()) >= people]


def _standing(kept: FloorPlaces, people: Sequence[Person], room: CoreRoom, there: Sequence[Spot]) -> Standing:
    known = {person.id for person in people}
    pins = {who: _point(at) for who, at in kept.pins.items() if who in known}
    if kept.helper:
        pins[HELPER] = _point(kept.helper["at"])
    numbers = nearest_spots(pins, there)
    helper = None
    if kept.helper:
        helper = Helper(numbers.pop(HELPER), frozenset(kept.helper.get("beside", ())) & known)
    return stand(people, room, there, numbers, helper)


def _point(at: Any) -> tuple[float, float]:
    return float(at[0]), float(at[1])


def _in_words(standing: Standing, names: Mapping[str, str], beside: Iterable[str]) -> tuple[OnFloor, ...]:
    with_help = frozenset(beside)
    lines = [
        OnFloor(
            one.person,
            names[one.person],
            one.spot.number,
            one.pinned,
            tuple(wish.because for wish in one.wishes),
            one.person in with_help,
        )
        for one in standing.places
    ]
    return tuple(sorted(lines, key=lambda line: line.number))


def small_floor(group: Group, room: Room | None, value: CorePlan, people: Sequence[Person]) -> Floor | None:
    """The floor for arrivals and for teaching; None where there is no room or nobody, or they do not fit."""
    if room is None or not people:
        return None
    try:
        return floor_of(kept_floor(group, room), value, people)
    except InputError:
        return None
