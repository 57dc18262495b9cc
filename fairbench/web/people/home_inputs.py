"""What is taken of somebody's home, of their sheet, of how it went, and of a letter."""

from typing import Annotated, Literal
from uuid import UUID

from pydantic import BeforeValidator, Field

from fairbench.web.site.inputs import Input, Lines, OneLine, Slug


def _several(value: object) -> object:
    return [value] if isinstance(value, str) else value


def _unsaid(value: object) -> object:
    return {"yes": True, "no": False, "": None}.get(value, value) if isinstance(value, str) else value


class AtHomeInput(Input):
    """Somebody's home; what is left empty is not known."""

    hold: Annotated[OneLine, Field(max_length=40)] = ""
    up_alone: Annotated[bool | None, BeforeValidator(_unsaid)] = None
    wish: Literal["paper", "letter", "none"] = "paper"
    size: Annotated[int, Field()] = 16
    minutes: Annotated[int, Field(ge=5, le=40)] = 15


class SheetInput(Input):
    """Which exercises are on a sheet, by id, each with its moment in the same order; and on how many days."""

    exercises: Annotated[tuple[Slug, ...], BeforeValidator(_several)] = ()
    moments: Annotated[tuple[Slug, ...], BeforeValidator(_several)] = ()
    days: int = 5


class HomeReportInput(Input):
    """How it went, and what stopped them."""

    how: Literal["none", "some", "most"]
    stopped: Literal["", "forgot", "time", "hurt", "tired", "ill", "unsure", "things", "dull"] = ""


class TickInput(Input):
    """A tick of a phone, by the key that it made."""

    key: UUID


class PersonLetterInput(Input):
    """A letter as it was looked at and put right."""

    subject: Annotated[OneLine, Field(min_length=1, max_length=150)]
    body: Annotated[Lines, Field(min_length=1, max_length=4000)]
