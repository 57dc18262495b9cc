"""What is taken for each change of a class until it has ended: arrivals, and what the device reports."""

import re
from typing import Annotated, Any, Literal, Self
from uuid import UUID

from pydantic import AfterValidator, AwareDatetime, BeforeValidator, Field, model_validator

from fairbench.core.errors import InputError
from fairbench.core.formats.readings_doc import reading
from fairbench.core.formats.red_flags_doc import load_red_flags
from fairbench.core.sides import Side
from fairbench.web.site.inputs import (
    Input,
    ItemId,
    Number,
    OneLine,
    OptionalId,
    OptionalSide,
    Whole,
    wrong,
)

from .day_notes import PLACES
from .models import DayNote, TeachEvent

MOST_AT_ONCE = 500
NOTE_LIMIT = 2000
_LONGEST_READING = 20
_FIRST_YEAR, _LAST_YEAR = 2000, 2199


class HereInput(Input):
    """Someone is here, or is not after all."""

    participant: UUID
    here: Literal["yes", "no"]


def _kind(value: object) -> object:
    if value not in DayNote.Kind.values:
        raise wrong(f"there is no news '{str(value)[:20]}'")
    return value


def _figures(value: object) -> object:
    """``145/85`` as figures; also with a gap between them."""
    if not isinstance(value, str):
        return value
    if len(value) > _LONGEST_READING:
        raise wrong("is no reading; write it as 145/85")
    return tuple(piece for piece in re.split(r"[/\s]+", value.strip()) if piece)


Figures = Annotated[tuple[Number, ...], BeforeValidator(_figures)]


class NewsInput(Input):
    """Something is new with somebody today; a pain says where, and for a limb on which side; a reading its figures,
    such as 145/85."""

    participant: UUID
    kind: Annotated[DayNote.Kind, BeforeValidator(_kind)]
    where: str = Field(default="", max_length=20)
    side: OptionalSide = None
    figures: Figures = ()

    @model_validator(mode="after")
    def _a_reading_has_its_figures(self) -> Self:
        if self.kind is DayNote.Kind.READING:
            try:
                reading(self.where, self.figures)
            except InputError as error:
                raise wrong(error.message) from None
        return self

    @model_validator(mode="after")
    def _a_pain_has_its_place(self) -> Self:
        whole = self.where in PLACES and (self.side is not None or not PLACES[self.where][2])
        if self.kind is DayNote.Kind.PAIN and not whole:
            raise wrong("say where it hurts, and for a limb on which side")
        if self.kind is DayNote.Kind.FLAG and self.where not in load_red_flags():
            raise wrong("say which sign it is")
        return self

    @property
    def place(self) -> str:
        """Where it hurts, or which red flag or reading it is; nothing else has a place."""
        return self.where if self.kind in (DayNote.Kind.PAIN, DayNote.Kind.FLAG, DayNote.Kind.READING) else ""

    @property
    def place_side(self) -> Side | None:
        """On which side, where the place has sides."""
        return self.side if self.kind is DayNote.Kind.PAIN and PLACES[self.where][2] else None


def _no_null(text: str) -> str:
    if "\x00" in text:
        raise wrong("holds a character that cannot be kept")
    return text


def _in_our_years(moment: AwareDatetime) -> AwareDatetime:
    if not _FIRST_YEAR <= moment.year <= _LAST_YEAR:
        raise wrong(f"must be in the years {_FIRST_YEAR} to {_LAST_YEAR}, not {moment.year}")
    return moment


def _one_of_ours(moment: AwareDatetime | None) -> AwareDatetime | None:
    return moment if moment is None else _in_our_years(moment)


def _a_mark(value: str) -> str:
    if value and value not in TeachEvent.Mark.values:
        raise wrong(f"there is no mark '{value[:20]}'")
    return value


EventKind = Literal[
    "began",
    "item",
    "worked",
    "back",
    "skipped",
    "one_more",
    "set_taken",
    "answered",
    "rested",
    "swapped",
    "joined",
    "left",
    "noted",
    "incident",
    "incident_line",
    "incident_over",
    "paused",
    "resumed",
    "ended",
    "reopened",
]
LONGEST_STRETCH = 3 * 3600
"""Seconds that one stretch of work can have."""


class TeachEventInput(Input):
    """Something that happened while teaching, as the device saw it. ``at`` carries its time zone; ``mark`` is what was
    chosen of what is seen most, with the ``place`` of a pain; ``sign`` the stop sign of an incident, and ``incident``
    the one that a line belongs to."""

    id: UUID
    kind: EventKind
    item: ItemId = ""
    at: Annotated[AwareDatetime, AfterValidator(_in_our_years)]
    participant: Annotated[UUID | None, BeforeValidator(lambda value: value or None)] = None
    text: Annotated[str, Field(max_length=NOTE_LIMIT), AfterValidator(_no_null)] = ""
    number: Annotated[int, Field(ge=-10_000, le=10_000)] | None = None
    side: OptionalSide = None
    seconds: Annotated[float, Field(ge=0, le=LONGEST_STRETCH)] | None = None
    mark: Annotated[str, AfterValidator(_a_mark)] = ""
    place: Annotated[OneLine, Field(max_length=80)] = ""
    sign: Annotated[str, Field(max_length=20, pattern=r"^[a-z-]*$")] = ""
    incident: OptionalId = None

    @model_validator(mode="after")
    def _a_line_has_its_incident(self) -> Self:
        if self.kind in ("incident_line", "incident_over") and self.incident is None:
            raise wrong("needs the incident it belongs to")
        if self.kind == "incident_line" and not self.text.strip():
            raise wrong("needs what happened")
        return self


class ReportInput(Input):
    """What a device sends at once. ``device`` is the key that it made for itself, ``waiting`` how many events it still
    has after these, ``sent_at`` its own clock, ``player`` where it is, if it leads the class. Its ``events`` are read
    one by one."""

    device: Annotated[UUID | None, BeforeValidator(lambda value: value or None)] = None
    waiting: Annotated[int, Field(ge=0, le=100_000)] = 0
    sent_at: Annotated[AwareDatetime | None, AfterValidator(_one_of_ours)] = None
    player: dict[str, Any] | None = None
    events: Annotated[list[Any], Field(default_factory=list, max_length=MOST_AT_ONCE)]


class LeadInput(Input):
    """The device that takes a class over."""

    device: UUID


class DiscardInput(Input):
    """How many notes were thrown away on a device."""

    number: Annotated[Whole, Field(ge=1, le=100_000)]
