"""What is taken for each change of a record, and of an incident."""

import datetime
import re
from typing import Annotated, Literal
from uuid import UUID

from pydantic import AfterValidator, BeforeValidator, Field

from fairbench.web.site.inputs import (
    Day,
    Input,
    ItemId,
    Lines,
    OneLine,
    OptionalId,
    OptionalNumber,
    OptionalWhole,
    Slug,
    Whole,
    within,
    wrong,
)

from .inputs import NOTE_LIMIT

HEAVIEST = 50
"""Kilograms that somebody may have had in hand."""
LAST_HOUR, LAST_MINUTE = 23, 59


def _a_load(kilograms: float | None) -> float | None:
    if kilograms is not None and not 0 <= kilograms <= HEAVIEST:
        raise wrong(f"goes from 0 to {HEAVIEST} kg, not {kilograms:g}")
    return kilograms


Why = Annotated[OneLine, Field(max_length=200)]
"""Why a record that was saved is corrected."""


class ToldInput(Input):
    """That the class did an item, or did not."""

    item: ItemId
    done: Literal["yes", "no"]
    why: Why = ""


def _time(value: object) -> object:
    """``10:05`` as a time of day; nothing for empty."""
    if not isinstance(value, str):
        return value
    found = re.fullmatch(r"\s*(\d{1,2})[:.](\d{2})\s*", value)
    if not value.strip():
        return None
    if not found or int(found[1]) > LAST_HOUR or int(found[2]) > LAST_MINUTE:
        raise wrong(f"'{value[:20]}' is no time of day; write it as 10:05")
    return datetime.time(int(found[1]), int(found[2]))


OptionalTime = Annotated[datetime.time | None, BeforeValidator(_time)]


def _needed(value: object) -> object:
    found = _time(value)
    if found is None:
        raise wrong("needs a time of day, such as 10:05")
    return found


Time = Annotated[datetime.time, BeforeValidator(_needed)]


class HereCorrection(Input):
    """Somebody was at a class after all, or was not."""

    participant: UUID
    here: Literal["yes", "no"]
    why: Why = ""


class StayInput(Input):
    """When somebody came and left; empty is from the beginning, or to the end."""

    participant: UUID
    joined: OptionalTime = None
    left: OptionalTime = None
    why: Why = ""


class PastInput(Input):
    """A class that was not taught from the screen: by a plan, or by the ``items`` that were done, as exercise/version;
    on which day, from when, for how many minutes; ``cover`` is who taught it, where that was no member."""

    group: UUID
    plan: OptionalId = None
    items: Annotated[tuple[str, ...], Field(max_length=60)] = ()
    held_on: Day
    began: Time
    minutes: Annotated[Whole, within(5, 180)]
    cover: Annotated[OneLine, Field(max_length=80)] = ""
    people: Annotated[tuple[UUID, ...], Field(max_length=200)] = ()


class LineInput(Input):
    """A line of an incident, at a time of day or now."""

    text: Annotated[Lines, Field(min_length=1, max_length=NOTE_LIMIT)]
    at: OptionalTime = None


class FeelingInput(Input):
    """An answer of somebody before or after a class."""

    participant: UUID
    moment: Literal["before", "after"]
    question: Literal["feel", "breath", "reach", "sides", "word"]
    value: Annotated[OneLine, Field(max_length=10)]


class DifferenceInput(Input):
    """What one person did otherwise. ``item`` "" is the whole class; ``done`` is a count, ``done_left`` and
    ``done_right`` those of a side, ``load`` in kilograms; ``sides_differ`` says what a difference between sides is
    here, ``felt`` whether it was too easy or too hard, ``sore_after`` that it was felt on the day after, and ``why``
    why a record is corrected."""

    participant: UUID
    item: ItemId = ""
    version: Slug = ""
    done: Annotated[OptionalWhole, within(0, 1000)] = None
    done_left: Annotated[OptionalWhole, within(0, 1000)] = None
    done_right: Annotated[OptionalWhole, within(0, 1000)] = None
    load: Annotated[OptionalNumber, AfterValidator(_a_load)] = None
    lost_form: bool = False
    teach_again: bool = False
    tingling: bool = False
    felt: Literal["", "easy", "hard"] = ""
    sore_after: bool = False
    sides_differ: Literal["", "finding", "target", "fault"] = ""
    skipped: bool = False
    effort: Annotated[OptionalWhole, within(0, 10)] = None
    pain: Annotated[OptionalWhole, within(0, 10)] = None
    pain_where: Annotated[OneLine, Field(max_length=80)] = ""
    note: Annotated[Lines, Field(max_length=NOTE_LIMIT)] = ""
    why: Why = ""

    @property
    def is_nothing(self) -> bool:
        """Whether it says nothing: everything was as planned."""
        said = self.model_dump(exclude={"participant", "item", "why"})
        return all(value is None or value is False or not str(value).strip() for value in said.values())
