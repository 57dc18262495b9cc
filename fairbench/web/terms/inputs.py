"""What is taken of a term and of a calendar."""

import datetime
from typing import Annotated, Literal
from uuid import UUID

from pydantic import BeforeValidator, Field

from fairbench.web.site.inputs import Input, OneLine, Slug


def _several(value: object) -> object:
    return [value] if isinstance(value, str) else value


def _nothing(value: object) -> object:
    return None if value == "" else value


class TermInput(Input):
    """A term to be built: for whom, from when, how long, on which days, from which template, with which exercises."""

    name: Annotated[OneLine, Field(min_length=1, max_length=80)]
    group: UUID
    starts_on: datetime.date
    weeks: int
    weekdays: Annotated[tuple[int, ...], BeforeValidator(_several)] = ()
    rule: Annotated[OneLine, Field(max_length=120)] = ""
    at: datetime.time
    minutes: int = 45
    aim: Annotated[OneLine, Field(max_length=200)] = ""
    template: Slug | Literal[""] = ""
    exercises: Annotated[tuple[Slug, ...], BeforeValidator(_several)] = ()


class MarkInput(Input):
    """What an exercise is to be in a class."""

    slot: Annotated[OneLine, Field(max_length=40)]
    exercise: Slug
    mark: Literal["", "new", "practised", "dropped"] = ""


class MoveInput(Input):
    """An exercise from one class to another, as it is there."""

    slot: Annotated[OneLine, Field(max_length=40)]
    to: Annotated[OneLine, Field(max_length=40)]
    exercise: Slug


class SlotInput(Input):
    """The theme of a class, and whether it is easier."""

    slot: Annotated[OneLine, Field(max_length=40)]
    theme: Annotated[OneLine, Field(max_length=60)] = ""
    easier: bool = False
    tests: bool = False


class MissInput(Input):
    """A class that is off: how, why, and on which day instead."""

    slot: Annotated[OneLine, Field(max_length=40)]
    how: Literal["move", "merge", "drop"]
    why: Annotated[OneLine, Field(max_length=80)] = ""
    to: Annotated[datetime.date | None, BeforeValidator(_nothing)] = None


class ClosedDayInput(Input):
    """A closed day."""

    day: datetime.date
    name: Annotated[OneLine, Field(max_length=80)] = ""
