"""The room and the things in it: what is short, who has no chair that serves, and set-ups."""

from collections.abc import Iterable, Mapping, Sequence

from ..clock import minutes_and_seconds
from ..exercises.shelf import Shelf
from ..fit.packing import INSTRUCTOR
from ..fit.verdict import Fit
from ..loads.units import Units, mass_words
from ..rooms.capacity import places
from ..rooms.room import Room
from ..rooms.seating import seat
from ..rooms.store import Store
from ..things.chairs import chair_needs
from ..things.shortage import Shortage
from ..things.stand_ins import stand_ins_of, weighs_otherwise
from .findings import Finding, Weight

_UNDER_FEET = ("block", "stool")
_NAMED = 5
"""So many people are named one by one."""


def check_things(found: Fit, shortages: Iterable[Shortage], shelf: Shelf) -> tuple[Finding, ...]:
    """What there is too little of, item by item. It must be settled before class where somebody
    of the group goes without; where only the instructor does, it is worth a look."""
    names = {verdict.person.id: verdict.person.name for verdict in found.verdicts.values()}
    times = {time.item.id: time for time in found.timeline.items}
    findings = []
    for short in shortages:
        time = times[short.item]
        alarm = any(person != INSTRUCTOR for person in short.missing)
        findings.append(
            Finding(
                Weight.ALARM if alarm else Weight.LOOK,
                f"{short.short} too few: {thing_words(short, shelf)}",
                f"{time.exercise.name} at {minutes_and_seconds(time.start)} needs {short.needed} at once, "
                f"{short.there} {'is' if short.there == 1 else 'are'} there. Without: {_people(short.missing, names)}.",
                item=short.item,
                short_of=(short.prop, short.size),
            )
        )
    return tuple(findings)


def check_stand_ins(found: Fit, shelf: Shelf) -> tuple[Finding, ...]:
    """What is offered as the same load and is over a quarter heavier or lighter."""
    times = {time.item.id: time for time in found.timeline.items}
    findings = []
    for one in stand_ins_of(found, shelf):
        time = times[one.item]
        apart = weighs_otherwise(time, one.what)
        if apart is not None:
            asked, instead = (mass_words(kg, Units.METRIC) for kg in apart)
            findings.append(
                Finding(
                    Weight.LOOK,
                    f"{time.exercise.name}: {instead} is not {asked}",
                    f"{len(one.people)} take {one.what} instead of {asked}: they do another exercise by its load. "
                    f"A bottle can be filled to {asked}; the load tools say how far.",
                    item=one.item,
                )
            )
    return tuple(findings)


def thing_words(short: Shortage, shelf: Shelf) -> str:
    """``resistance band, light``."""
    name = shelf.props[short.prop].name
    return f"{name}, {short.size}" if short.size else name


def check_places_of_chairs(found: Fit, room: Room | None, store: Store | None) -> tuple[Finding, ...]:
    """Whose feet want something under them against what there is, and whose chair stands against the wall against the
    wall there is. What was never counted is not judged."""
    people = {verdict.person.id: verdict.person for verdict in found.verdicts.values()}
    sitting = [people[need.person].name for need in chair_needs(found) if people[need.person].chair.feet_raised]
    at_wall = [people[need.person].name for need in chair_needs(found) if people[need.person].chair.at_wall]
    findings = []
    there = None if store is None else sum(store.count(prop) for prop in _UNDER_FEET)
    if there is not None and len(sitting) > there:
        findings.append(
            Finding(
                Weight.LOOK,
                f"{len(sitting) - there} too few under the feet",
                f"{', '.join(sitting)} sit with the feet raised; there {'is' if there == 1 else 'are'} {there} to put "
                "them on. A firm folded towel does as well.",
            )
        )
    if room is not None and at_wall and places(room)["wall"] < len(at_wall):
        findings.append(
            Finding(
                Weight.LOOK,
                f"No wall for every chair in {room.name}",
                f"The chairs of {', '.join(at_wall)} stand against the wall, and the free wall is {room.wall:g} m. "
                "Put them back to back with a heavy table, or hold the back of the chair.",
            )
        )
    return tuple(findings)


def _people(ids: Sequence[str], names: Mapping[str, str]) -> str:
    said = [names[person] for person in ids if person != INSTRUCTOR]
    more = len(said) - _NAMED
    said = [*said[:_NAMED], f"{more} more"] if more > 1 else said
    return ", ".join([*said, "you yourself"] if INSTRUCTOR in ids else said)


def check_chairs(found: Fit, room: Room | None) -> tuple[Finding, ...]:
    """Whoever sits and is left without a chair that serves, when everybody is seated as well as can be. A room of which
    no chair was ever counted is not judged."""
    if room is None or not room.chairs:
        return ()
    names = {verdict.person.id: verdict.person.name for verdict in found.verdicts.values()}
    findings = []
    for need in seat(chair_needs(found), room).without:
        against = [f"{chair.name} {why}" for chair in room.chairs if (why := need.against(chair))]
        taken = [chair.name for chair in room.chairs if need.suits(chair)]
        why = "; ".join(against)
        if taken:
            why = f"Others who need it too have every {' and '.join(taken)}" + (f"; {why}" if why else "")
        because = f" They need it so: {need.because}." if need.because else ""
        findings.append(
            Finding(
                Weight.ALARM,
                f"{names[need.person]}: no chair in {room.name} serves",
                f"{why[:1].upper()}{why[1:]}.{because}",
                person=need.person,
            )
        )
    return tuple(findings)
