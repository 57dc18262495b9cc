"""``bin/fairbench places``: who stands where in a room, why, and the floor as a picture."""

import argparse
import json
from typing import Any

from fairbench.core.body.reach_of import Reach, reach_of, widest
from fairbench.core.errors import InputError
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.fit.fit import fit
from fairbench.core.fit.in_room import conditions_in, shelf_in
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.people_doc import read_people
from fairbench.core.formats.plan_doc import read_plan_file
from fairbench.core.formats.room_doc import read_room
from fairbench.core.people.conditions import Conditions
from fairbench.core.people.person import Group, Person
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.plan import Plan
from fairbench.core.rooms.layout import Shape, check_fits, most, spots
from fairbench.core.rooms.room import Room
from fairbench.core.rooms.standing import Standing, stand, touching
from fairbench.figures.floor import floor_svg

from .reading import of_file, stock_argument, stock_of, today, write_file


def add(commands: Any) -> None:
    """The command and its arguments."""
    command = commands.add_parser("places", help="who stands where in a room, and why; the floor as a picture")
    stock_argument(command)
    command.add_argument("room", metavar="ROOM.json", help="a room file")
    command.add_argument("people", metavar="PEOPLE.json", help="a file of people")
    command.add_argument("plan", metavar="PLAN.json", nargs="?", help="a plan, for the floor that its movements take")
    command.add_argument("--shape", choices=list(Shape), default=Shape.ROWS.value, help="how they stand (default rows)")
    command.add_argument("--pin", action="append", default=[], metavar="PERSON=NUMBER", help="a place that stays")
    command.add_argument("-o", dest="file", metavar="FLOOR.svg", help="the floor as a picture")
    command.add_argument("--json", action="store_true", help="as JSON")
    command.set_defaults(run=_places)


def _places(asked: argparse.Namespace) -> str:
    conditions, shelf = load_conditions(), stock_of(asked)
    room, _ = of_file(asked.room, lambda data: read_room(data, shelf.props))
    people = of_file(asked.people, lambda data: read_people(data, conditions, today()))
    reaches = {person.id: Reach() for person in people}
    if asked.plan:
        file = of_file(asked.plan, lambda data: read_plan_file(data, shelf))
        reaches = _reaches(file.plan, people, shelf_in(file.shelf, room), conditions_in(conditions, room))
    shape, reach = Shape(asked.shape), widest(reaches.values())
    check_fits(room, shape, reach, len(people))
    found = stand(people, room, spots(room, shape, reach), dict(_pin(words) for words in asked.pin))
    names = {person.id: person.name for person in people}
    if asked.file:
        write_file(asked.file, floor_svg(room, found, names, reaches) + "\n")
    document = _document(room, shape, reach, found, names, reaches)
    return json.dumps(document, indent=2, ensure_ascii=False) + "\n" if asked.json else _text(document)


def _reaches(plan: Plan, people: tuple[Person, ...], shelf: Shelf, conditions: Conditions) -> dict[str, Reach]:
    """The floor that each person's widest movement takes, by what they really do."""
    found = fit(compile_timeline(plan, Group(people), shelf), people, shelf, conditions)
    return {
        person.id: widest(reach_of(verdict.at_hand.movement) for verdict in found.of_person(person.id))
        for person in people
    }


def _pin(words: str) -> tuple[str, int]:
    who, _, number = words.partition("=")
    if not (number.isascii() and number.isdigit()):
        raise InputError(f"write it as PERSON=NUMBER, not '{words[:40]}'", "--pin")
    return who, int(number)


def _document(
    room: Room, shape: Shape, reach: Reach, found: Standing, names: dict[str, str], reaches: dict[str, Reach]
) -> dict[str, Any]:
    return {
        "room": room.name,
        "shape": shape.value,
        "says": shape.words,
        "fit": most(room, shape, reach),
        "short_of": found.cost,
        "places": [
            {
                "person": names[one.person],
                "number": one.spot.number,
                "x": one.spot.x,
                "y": one.spot.y,
                "pinned": one.pinned,
                "because": [wish.because for wish in one.wishes],
            }
            for one in found.places
        ],
        "touching": [
            {"people": [names[one], names[other]], "metres": metres}
            for one, other, metres in touching(found, reaches)
        ],
    }  # fmt: skip


def _text(document: dict[str, Any]) -> str:
    lines = [f"{document['room']}, {document['says']}: {document['fit']} fit"]
    for one in sorted(document["places"], key=lambda place: int(place["number"])):
        why = f"  {'; '.join(one['because'])}" if one["because"] else ""
        where = f"{one['x']:.1f} m from the left, {one['y']:.1f} m from the front"
        lines.append(f"  {one['number']:>3}  {one['person']:<20} {where}{' (pinned)' if one['pinned'] else ''}{why}")
    lines += [f"  {' and '.join(near['people'])} overlap by {near['metres']:.2f} m" for near in document["touching"]]
    return "\n".join(lines) + "\n"
