"""A class that was taught, as a JSON file: what was planned, what the device told, who came and what differed. What
everyone did follows from it; it is written for readers, and worked out again on reading."""

import datetime
import json
from collections.abc import Mapping
from dataclasses import asdict
from typing import Annotated, Any, Literal

from pydantic import AfterValidator, AwareDatetime, Field, TypeAdapter, ValidationError

from ..errors import InputError
from ..sides import Side
from ..teaching.done import Done
from ..teaching.planned import Planned, PlannedItem
from .dose_doc import Doc
from .json_file import check_characters, json_value
from .places import first_error

LARGEST_FILE = 5_000_000
"""Bytes of a class file."""
LONGEST_SECONDS = 12 * 3600
MOST_EVENTS, MOST_PEOPLE = 20_000, 200
_FIRST_YEAR, _LAST_YEAR = 2000, 2199
FIRST_DAY, LAST_DAY = datetime.date(_FIRST_YEAR, 1, 2), datetime.date(_LAST_YEAR, 12, 29)


def _one_line(text: str) -> str:
    return " ".join(text.split())


def _in_our_years(moment: datetime.datetime) -> datetime.datetime:
    if not _FIRST_YEAR <= moment.year <= _LAST_YEAR:
        raise ValueError(f"must be in the years {_FIRST_YEAR} to {_LAST_YEAR}, not {moment.year}")
    return moment


Moment = Annotated[AwareDatetime, AfterValidator(_in_our_years), Field(strict=False)]
Words = Annotated[str, Field(max_length=2000)]
Short = Annotated[str, Field(max_length=200), AfterValidator(_one_line)]
ItemId = Annotated[str, Field(max_length=64, pattern=r"^[A-Za-z0-9_.-]*$")]


class EventDoc(Doc):
    """Something that the device told. ``person`` is the number of somebody under ``people``, from 0."""

    kind: str = Field(max_length=20, pattern=r"^[a-z_]+$")
    item: ItemId = ""
    at: Moment
    person: int | None = Field(default=None, ge=0)
    text: Words = ""
    number: int | None = Field(default=None, ge=-10_000, le=10_000)
    side: Side | None = Field(default=None, strict=False)
    seconds: float | None = Field(default=None, ge=0, le=10_800, strict=False)
    mark: str = Field(default="", max_length=10, pattern=r"^[a-z_]*$")


class ToldDoc(Doc):
    """That the class did an item, or did not, said by hand."""

    item: ItemId
    done: bool
    why: Short = ""


class DoneSideDoc(Doc):
    """What was done of an item on one side, or on both at once."""

    side: Side | None = Field(default=None, strict=False)
    seconds: float = Field(strict=False)
    count: int


class DoneDoc(Doc):
    """What somebody did of an item, as it follows from the rest; not read."""

    item: ItemId
    state: str
    sides: list[DoneSideDoc] = Field(default_factory=list)
    added: float = Field(default=0.0, strict=False)


class DifferenceDoc(Doc):
    """What somebody did otherwise, in an item or ("") in the whole class."""

    item: ItemId = ""
    version: str = Field(default="", max_length=64, pattern=r"^[a-z0-9-]*$")
    done: int | None = Field(default=None, ge=0, le=1000)
    done_left: int | None = Field(default=None, ge=0, le=1000)
    done_right: int | None = Field(default=None, ge=0, le=1000)
    load: float | None = Field(default=None, ge=0, le=50, strict=False, description="Kilograms in the hand.")
    lost_form: bool = False
    teach_again: bool = False
    tingling: bool = False
    felt: Literal["", "easy", "hard"] = Field(default="", description="Too easy, or too hard.")
    sore_after: bool = Field(default=False, description="Felt on the day after.")
    sides_differ: Literal["", "finding", "target", "fault"] = ""
    skipped: bool = False
    effort: int | None = Field(default=None, ge=0, le=10)
    pain: int | None = Field(default=None, ge=0, le=10)
    pain_where: str = Field(default="", max_length=80)
    note: Words = ""


class CameDoc(Doc):
    """Somebody who came: from when where they came late, until when where they left early."""

    id: str = Field(default="", max_length=64)
    name: str = Field(min_length=1, max_length=80)
    joined_at: Moment | None = None
    left_at: Moment | None = None
    differences: list[DifferenceDoc] = Field(default_factory=list, max_length=200)
    done: list[DoneDoc] = Field(default_factory=list)


class GroupDoc(Doc):
    """The group: by its id in the practice, or by name."""

    id: str = Field(default="", max_length=64)
    name: str = Field(max_length=80)


class ClassDoc(Doc):
    """A class that was taught."""

    format: Literal["fairbench-class"]
    format_version: Literal[1]
    id: str = Field(default="", max_length=64, description="Where it is known already, it is not taken in twice.")
    group: GroupDoc
    held_on: datetime.date = Field(strict=False)
    started_at: Moment | None = None
    ended_at: Moment | None = None
    source: Literal["screen", "paper"] = "screen"
    cover: Short = Field(default="", description="Who taught it in the place of a member.")
    plan: dict[str, Any] = Field(description="As plan.schema.json has it.")
    planned: dict[str, Any] = Field(description="The plan as it was compiled on the day, with its times.")
    people: list[CameDoc] = Field(default_factory=list, max_length=MOST_PEOPLE)
    events: list[EventDoc] = Field(default_factory=list, max_length=MOST_EVENTS)
    told: list[ToldDoc] = Field(default_factory=list, max_length=200)


def class_schema() -> dict[str, Any]:
    """The JSON Schema of a class file."""
    return ClassDoc.model_json_schema()


def write_class(document: ClassDoc) -> str:
    """The file of a class; what is as it would be assumed is left out."""
    values = document.model_dump(mode="json", exclude_defaults=True)
    first = {"format": document.format, "format_version": document.format_version}
    return json.dumps(first | values, indent=1, ensure_ascii=False)


def done_docs(done: tuple[Done, ...]) -> list[DoneDoc]:
    """What somebody did, for readers."""
    return [
        DoneDoc(
            item=one.item,
            state=one.state.value,
            sides=[DoneSideDoc(side=side.side, seconds=round(side.seconds, 2), count=side.count) for side in one.sides],
            added=round(one.added, 2),
        )
        for one in done
    ]


def read_class(data: bytes) -> ClassDoc:
    """The class in a file. Raises :class:`InputError` with the place of what is wrong, also where the parts do not fit:
    an event of an item that was not planned, or of somebody who is not among the people."""
    document = json_value(data, LARGEST_FILE, "a class")
    check_characters(document)
    try:
        read = ClassDoc.model_validate(document)
    except ValidationError as error:
        message, place, _ = first_error(error)
        raise InputError(message, place) from None
    _check(read)
    return read


def _check(read: ClassDoc) -> None:
    planned = planned_part(read)
    items = {item.id: item for item in planned.items}
    _check_moments(read)
    for number, event in enumerate(read.events):
        if event.person is not None and event.person >= len(read.people):
            raise InputError(f"nobody has number {event.person} of {len(read.people)}", f"events[{number}].person")
    for number, told in enumerate(read.told):
        if told.item not in items:
            raise InputError(f"no item '{told.item}' was planned", f"told[{number}].item")
    for who, person in enumerate(read.people):
        _check_person(person, items, f"people[{who}]")


def _check_person(person: CameDoc, items: Mapping[str, PlannedItem], place: str) -> None:
    if person.joined_at and person.left_at and person.left_at <= person.joined_at:
        raise InputError("nobody leaves before they came", f"{place}.left_at")
    if len({row.item for row in person.differences}) < len(person.differences):
        raise InputError("two differences are about the same item", f"{place}.differences")
    for number, row in enumerate(person.differences):
        if row.item and row.item not in items:
            raise InputError(f"no item '{row.item}' was planned", f"{place}.differences[{number}].item")
        if row.version and row.version not in (items[row.item].versions if row.item else ()):
            raise InputError(f"there is no version '{row.version}'", f"{place}.differences[{number}].version")


def _check_moments(read: ClassDoc) -> None:
    """Everything happened about the day of the class; it may end after midnight, and days differ by place."""
    if not FIRST_DAY <= read.held_on <= LAST_DAY:
        raise InputError(f"is not from {FIRST_DAY} to {LAST_DAY}", "held_on")
    midnight = datetime.datetime.combine(read.held_on, datetime.time(), datetime.UTC)
    earliest, latest = midnight - datetime.timedelta(days=1), midnight + datetime.timedelta(days=2)
    moments = [(read.started_at, "started_at"), (read.ended_at, "ended_at")]
    moments += [(event.at, f"events[{number}].at") for number, event in enumerate(read.events)]
    for number, person in enumerate(read.people):
        moments += [(person.joined_at, f"people[{number}].joined_at"), (person.left_at, f"people[{number}].left_at")]
    for moment, place in moments:
        if moment is not None and not earliest <= moment < latest:
            raise InputError(f"is not about the day of the class, {read.held_on}", place)


def planned_part(read: ClassDoc) -> Planned:
    """What was planned, as the core has it. Raises :class:`InputError` with the place."""
    try:
        planned = TypeAdapter(Planned).validate_python(read.planned)
    except ValidationError as error:
        message, place, _ = first_error(error)
        raise InputError(message, f"planned.{place}") from None
    if not 0 <= planned.total <= LONGEST_SECONDS:
        raise InputError(f"is not from 0 to {LONGEST_SECONDS} seconds", "planned.total")
    for number, item in enumerate(planned.items):
        if not 0 <= item.start <= item.begins <= item.end <= LONGEST_SECONDS:
            raise InputError("does not begin and end in order within the class", f"planned.items[{number}]")
        if any(not 0 <= work.seconds <= LONGEST_SECONDS or work.count < 0 for work in item.work):
            raise InputError("has work that cannot be", f"planned.items[{number}].work")
    return planned


_PLANNED = TypeAdapter(Planned)


def planned_document(planned: Planned) -> dict[str, Any]:
    """The JSON value of a planned class."""
    return asdict(planned)


def planned_value(document: Any) -> Planned:
    """The planned class in a JSON value that :func:`planned_document` made."""
    return _PLANNED.validate_python(document)
