"""The room and the things in it: what is short, who has no chair that serves, and set-ups."""

from collections.abc import Iterator, Mapping, Sequence

from ..clock import minutes_and_seconds
from ..exercises.shelf import Shelf
from ..fit.cautions import demand_set, triggered_rules
from ..fit.packing import INSTRUCTOR
from ..loads.units import Units, mass_words
from ..people.rules import Effect
from ..rooms.capacity import places
from ..rooms.seating import seat
from ..sides import Side
from ..things.chairs import chair_needs
from ..things.shortage import Shortage
from ..things.stand_ins import stand_ins_of, weighs_otherwise
from .findings import Finding, Weight
from .rules import CannotJudgeError, rule
from .situation import Situation

_UNDER_FEET = ("block", "stool")
_NAMED = 5
"""So many people are named one by one."""


NO_STORE = "nothing was ever counted in the room or in the cupboard"
NO_ROOM = "no room is chosen"


@rule("shortage")
def shortage(now: Situation) -> Iterator[Finding]:
    """What there is too little of, item by item. It must be settled before class where somebody
    of the group goes without; where only the instructor does, it is worth a look."""
    if now.store is None:
        raise CannotJudgeError(NO_STORE)
    found, shelf = now.found, now.shelf
    names = {verdict.person.id: verdict.person.name for verdict in found.verdicts.values()}
    times = {time.item.id: time for time in found.timeline.items}
    for short in now.shortages:
        time = times[short.item]
        alarm = any(person != INSTRUCTOR for person in short.missing)
        yield Finding(
            Weight.ALARM if alarm else Weight.LOOK,
            f"{short.short} too few: {thing_words(short, shelf)}",
            f"{time.exercise.name} at {minutes_and_seconds(time.start)} needs {short.needed} at once, "
            f"{short.there} {'is' if short.there == 1 else 'are'} there. Without: {_people(short.missing, names)}.",
            item=short.item,
            short_of=(short.prop, short.size),
            people=tuple(person for person in short.missing if person != INSTRUCTOR),
        )


@rule("stand-in-weight")
def stand_in_weight(now: Situation) -> Iterator[Finding]:
    """What is offered as the same load and is over a quarter heavier or lighter."""
    times = {time.item.id: time for time in now.timeline.items}
    for one in stand_ins_of(now.found, now.shelf):
        time = times[one.item]
        apart = weighs_otherwise(time, one.what)
        if apart is not None:
            asked, instead = (mass_words(kg, Units.METRIC) for kg in apart)
            yield Finding(
                Weight.LOOK,
                f"{time.exercise.name}: {instead} is not {asked}",
                f"{len(one.people)} take {one.what} instead of {asked}: they do another exercise by its load. "
                f"A bottle can be filled to {asked}; the load tools say how far.",
                item=one.item,
            )


def thing_words(short: Shortage, shelf: Shelf) -> str:
    """``resistance band, light``."""
    name = shelf.props[short.prop].name
    return f"{name}, {short.size}" if short.size else name


@rule("under-the-feet")
def under_the_feet(now: Situation) -> Iterator[Finding]:
    """Whose feet want something under them, against what there is to put them on."""
    if now.store is None:
        raise CannotJudgeError(NO_STORE)
    people = {person.id: person for person in now.group.people}
    sitting = [people[need.person] for need in chair_needs(now.found) if people[need.person].chair.feet_raised]
    there = sum(now.store.count(prop) for prop in _UNDER_FEET)
    if len(sitting) > there:
        yield Finding(
            Weight.LOOK,
            f"{len(sitting) - there} too few under the feet",
            f"{', '.join(person.name for person in sitting)} sit with the feet raised; there "
            f"{'is' if there == 1 else 'are'} {there} to put them on. A firm folded towel does as well.",
            people=tuple(person.id for person in sitting),
        )


@rule("chairs-at-the-wall")
def chairs_at_the_wall(now: Situation) -> Iterator[Finding]:
    """Whose chair stands against the wall, against the wall there is."""
    if now.room is None:
        raise CannotJudgeError(NO_ROOM)
    people = {person.id: person for person in now.group.people}
    at_wall = [people[need.person] for need in chair_needs(now.found) if people[need.person].chair.at_wall]
    if at_wall and places(now.room)["wall"] < len(at_wall):
        yield Finding(
            Weight.LOOK,
            f"No wall for every chair in {now.room.name}",
            f"The chairs of {', '.join(person.name for person in at_wall)} stand against the wall, and the free wall "
            f"is {now.room.wall:g} m. Put them back to back with a heavy table, or hold the back of the chair.",
            people=tuple(person.id for person in at_wall),
        )


@rule("room-lacks")
def room_lacks(now: Situation) -> Iterator[Finding]:
    """What is planned and the room does not allow: no rail, a wall too rough to slide on, too little width."""
    if now.room is None:
        raise CannotJudgeError(NO_ROOM)
    for time in now.timeline.items:
        asked = demand_set(time.version, Side.RIGHT, time.item.dose)
        for declared in now.conditions.always:
            against = [
                hit
                for hit in triggered_rules(declared, now.conditions.rules_for(declared), asked)
                if hit.effect is Effect.AVOID
            ]
            if against:
                yield Finding(
                    Weight.LOOK,
                    f"{time.exercise.name} does not go in {now.room.name}",
                    f"{against[0].rule.because} Everybody does it otherwise, or something else.",
                    time.item.id,
                )
                break


def _people(ids: Sequence[str], names: Mapping[str, str]) -> str:
    said = [names[person] for person in ids if person != INSTRUCTOR]
    more = len(said) - _NAMED
    said = [*said[:_NAMED], f"{more} more"] if more > 1 else said
    return ", ".join([*said, "you yourself"] if INSTRUCTOR in ids else said)


@rule("no-chair")
def no_chair(now: Situation) -> Iterator[Finding]:
    """Whoever sits and is left without a chair that serves, when everybody is seated as well as can be. A room of which
    no chair was ever counted is not judged."""
    room = now.room
    if room is None or not room.chairs:
        raise CannotJudgeError(NO_ROOM if room is None else f"no chair of {room.name} was ever counted")
    names = {person.id: person.name for person in now.group.people}
    for need in seat(chair_needs(now.found), room).without:
        against = [f"{chair.name} {why}" for chair in room.chairs if (why := need.against(chair))]
        taken = [chair.name for chair in room.chairs if need.suits(chair)]
        why = "; ".join(against)
        if taken:
            why = f"Others who need it too have every {' and '.join(taken)}" + (f"; {why}" if why else "")
        because = f" They need it so: {need.because}." if need.because else ""
        yield Finding(
            Weight.ALARM,
            f"{names[need.person]}: no chair in {room.name} serves",
            f"{why[:1].upper()}{why[1:]}.{because}",
            person=need.person,
        )
