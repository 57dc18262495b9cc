"""What is judged on the command line: a plan, with the people and the room of their files."""

import argparse

from fairbench.core.checks import Situation
from fairbench.core.fit.in_room import conditions_in, shelf_in
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.people_doc import read_people
from fairbench.core.formats.plan_doc import read_plan_file
from fairbench.core.formats.room_doc import read_room
from fairbench.core.people.person import Group

from .reading import of_file, stock_argument, stock_of, today


def situation_arguments(command: argparse.ArgumentParser) -> None:
    """The plan, ``--people`` and ``--exercises``; a command that knows of rooms adds its own ``--room``."""
    stock_argument(command)
    command.add_argument("plan", metavar="PLAN.json", help="a plan file")
    command.add_argument("--people", metavar="PEOPLE.json", help="a file of people; without it, the instructor alone")


def situation_of(asked: argparse.Namespace) -> Situation:
    """The plan as the files say; without a room file, nothing of a room is known."""
    conditions, shelf = load_conditions(), stock_of(asked)
    file = of_file(asked.plan, lambda data: read_plan_file(data, shelf))
    shelf = file.shelf
    people = of_file(asked.people, lambda data: read_people(data, conditions, today())) if asked.people else ()
    room, store = None, None
    if getattr(asked, "room", None):
        room, store = of_file(asked.room, lambda data: read_room(data, shelf.props))
        conditions, shelf = conditions_in(conditions, room), shelf_in(shelf, room)
    return Situation(file.plan, Group(people), shelf, conditions, room, store)
