"""People and cases as files: who has what, and one movement given as demands."""

import datetime
import json
from collections.abc import Callable
from typing import Any, TypeVar

from pydantic import AliasChoices, Field, TypeAdapter, ValidationError, model_validator

from ..body.demands import WORDS, Demand
from ..errors import InputError
from ..fit.case import Case
from ..people.budgets import Budget, OwnBudget
from ..people.chair import ChairFacts
from ..people.conditions import Conditions, Declared
from ..people.person import Override, Person
from ..people.red_flags import flags_of
from ..people.standing import Advice, ScreeningSaid, Standing, why_talk_first
from ..positions import Position
from ..sides import Side
from .dose_doc import Doc
from .places import first_error
from .readings_doc import reading
from .red_flags_doc import load_red_flags

T = TypeVar("T")

_OPTION_NOW = {"arm of little use": "arm moves little so far"}
"""Options that were called otherwise when a file was written."""


class DeclaredDoc(Doc):
    """A condition by id, with what is said of it."""

    condition: str
    side: Side | None = Field(default=None, strict=False, description="Left out: both sides, where it has sides.")
    severity: str = Field(default="", description="One of its own; left out, it may be any of them.")
    stage: str = Field(default="", description="One of its own; left out, it may be any of them.")
    since: datetime.date | None = Field(
        default=None, strict=False, description="The day it counts from; it decides the stage."
    )
    weeks: float | None = Field(
        default=None, strict=False, ge=0, le=5200, description="Full weeks since that day, where the day is not known."
    )
    measure: float | None = Field(
        default=None, strict=False, description="Its figure, in the unit of the condition, such as degrees."
    )
    cleared: bool = Field(default=False, description="Whether a clinician has cleared it.")

    def value(self, today: datetime.date) -> Declared:
        """As the core has it; whether it can be declared is checked there."""
        severity = _OPTION_NOW.get(self.severity, self.severity)
        since = self.since or (None if self.weeks is None else today - datetime.timedelta(weeks=self.weeks))
        return Declared(self.condition, self.side, severity, self.stage, since, self.measure)


class OverrideDoc(Doc):
    """An instructor's decision about one exercise for a person, as it is written."""

    exercise: str
    version: str
    reason: str
    instead: str = ""


class ReadingDoc(Doc):
    """A reading: what was measured, and its figures in the order they are said (upper, then lower)."""

    reading: str
    values: list[float] = Field(strict=False, description="In mmHg, beats a minute, %, mmol/l or °C.")


class EventDoc(Doc):
    """Something that happened and ends a screening that was given before it."""

    what: str = Field(description="Such as 'a fall' or 'an operation'.")
    on: datetime.date = Field(strict=False)


class ScreeningDoc(Doc):
    """Where the screening stands."""

    given: datetime.date | None = Field(default=None, strict=False, description="null: never asked.")
    read: bool = Field(default=True, description="Whether the answers were read together.")


class AdviceDoc(Doc):
    """A clinician's word. A limit that it sets is a condition, with its ``until``."""

    about: str = Field(default="", description="The condition that it clears; empty for taking part at all.")
    until: datetime.date | None = Field(default=None, strict=False)


class HealthDoc(Doc):
    """What is said of somebody's health, as a person and a case have it."""

    conditions: list[DeclaredDoc] = Field(default_factory=list)
    talk_first: str = ""
    flags: list[str] = Field(default_factory=list)
    readings: list[ReadingDoc] = Field(default_factory=list)
    events: list[EventDoc] = Field(default_factory=list)
    screening: ScreeningDoc | None = Field(default=None, description="Left out: nothing is made of it.")
    advice: list[AdviceDoc] = Field(default_factory=list)

    def declared(self, conditions: Conditions, today: datetime.date) -> tuple[Declared, ...]:
        """The conditions as they are today. Raises :class:`InputError` with the place in it."""
        declared = []
        for number, doc in enumerate(self.conditions):
            try:
                declared.append(conditions.as_of(doc.value(today), today))
            except InputError as error:
                raise error.within(f"conditions[{number}]") from None
        try:
            conditions.check_together(declared)
        except InputError as error:
            raise InputError(error.message, "conditions") from None
        return tuple(declared)

    def why_talk_first(self, conditions: Conditions, today: datetime.date) -> str:
        """Why a talk or a clinician comes first, or nothing. Raises :class:`InputError` with the place in it."""
        readings = []
        for number, doc in enumerate(self.readings):
            try:
                readings.append(reading(doc.reading, tuple(doc.values)))
            except InputError as error:
                raise error.within(f"readings[{number}]") from None
        said = Standing(
            self.talk_first,
            flags_of(self.flags, load_red_flags()),
            tuple(readings),
            tuple(Advice(doc.about, doc.until) for doc in self.advice),
            tuple((doc.what, doc.on) for doc in self.events),
            ScreeningSaid(self.screening.given, self.screening.read) if self.screening else None,
        )
        cleared = frozenset(doc.condition for doc in self.conditions if doc.cleared)
        return why_talk_first(said, self.declared(conditions, today), cleared, conditions, today)


class ChairDoc(Doc):
    """What somebody needs of a chair; lengths in centimetres."""

    arms: bool | None = Field(default=None, description="Wanted, or in the way; left out, all the same.")
    seat_from_cm: float | None = Field(default=None, strict=False, ge=20, le=90)
    seat_to_cm: float | None = Field(default=None, strict=False, ge=20, le=90)
    feet_raised: bool = False
    at_wall: bool = False


class PersonDoc(HealthDoc):
    """A person, as they are written."""

    id: str
    name: str = ""
    pace: float = Field(default=1.0, strict=False, description="A factor on the time between positions, 1 to 3.")
    overrides: list[OverrideDoc] = Field(default_factory=list, validation_alias=AliasChoices("overrides", "overruled"))
    known: list[str] | None = Field(
        default=None, description="The exercises they were taught before; left out, they are new to none."
    )
    chair: ChairDoc = Field(default_factory=ChairDoc)
    budgets: dict[Budget, float] = Field(
        default_factory=dict, strict=False, description="Minutes that they have for what tires them; 0 is none of it."
    )

    def value(self, conditions: Conditions, today: datetime.date) -> Person:
        """As the core has them."""
        overrides = tuple(Override(o.exercise, o.version, o.reason, o.instead) for o in self.overrides)
        declared, first = self.declared(conditions, today), self.why_talk_first(conditions, today)
        known = None if self.known is None else frozenset(self.known)
        chair = ChairFacts(**self.chair.model_dump())
        try:
            budgets = tuple(OwnBudget(kind, minutes) for kind, minutes in self.budgets.items())
        except InputError as error:
            raise error.within("budgets") from None
        name = self.name or self.id
        return Person(self.id, name, self.pace, declared, first, overrides, known, chair=chair, budgets=budgets)


_RENAMED = {f"{joint}_lever": f"{joint}_moment" for joint in ("shoulder", "hip", "knee", "low_back")}


_UNITS = (
    "By its unit. "
    + "; ".join(
        f"{unit}: {', '.join(name for name, (_, its) in WORDS.items() if its == unit)}"
        for unit in dict.fromkeys(unit for _, unit in WORDS.values())
    )
    + ". Of 3: 0 none, 1 some, 2 clearly, 3 as much as there is. Yes: 1."
)
"""The unit of each demand, in words."""


class DemandDoc(Doc):
    """One thing that the movement asks."""

    id: str = Field(json_schema_extra={"enum": list(WORDS)})
    value: float = Field(default=1.0, strict=False, description=_UNITS)
    side: Side | None = Field(default=None, strict=False, description="Where it is asked of one side alone.")

    @model_validator(mode="before")
    @classmethod
    def _as_it_is_called_now(cls, given: Any) -> Any:
        """Files written before demands were renamed are read as they were meant."""
        if not isinstance(given, dict):
            return given
        called = given.get("id")
        if called == "unsteadiness" and isinstance(given.get("value"), int | float):
            return {**given, "id": "stability_margin", "value": -given["value"]}
        return {**given, "id": _RENAMED.get(called, called)} if isinstance(called, str) else given


class CaseDoc(HealthDoc):
    """One person's health and one movement given as demands."""

    demands: list[DemandDoc] = Field(default_factory=list)
    position: Position = Field(default=Position.SEATED, strict=False)
    seconds: float = Field(default=0.0, ge=0, strict=False, description="Seconds of work.")
    held: float = Field(default=0.0, ge=0, strict=False, description="The longest stretch held still, in seconds.")

    def value(self, conditions: Conditions, today: datetime.date) -> Case:
        """The case as the core judges it. Raises :class:`InputError` with the place in it."""
        declared, first = self.declared(conditions, today), self.why_talk_first(conditions, today)
        for number, demand in enumerate(self.demands):
            if demand.id not in WORDS:
                raise InputError(f"there is no demand '{demand.id}'", f"demands[{number}].id")
        demands = tuple(
            Demand(d.id, WORDS[d.id][0], d.value, WORDS[d.id][1], "given", "", d.side) for d in self.demands
        )
        return Case(declared, demands, self.position, self.seconds, self.held, first)


_PEOPLE = TypeAdapter(list[PersonDoc])


def people_schemas() -> dict[str, Any]:
    """The JSON Schemas of a file of people and of a case."""
    return {"people": _PEOPLE.json_schema(), "case": CaseDoc.model_json_schema()}


def read_people(data: bytes, conditions: Conditions, today: datetime.date) -> tuple[Person, ...]:
    """Everyone in a file, as they are ``today``. Raises :class:`InputError` with the place in it."""
    docs = validated(_PEOPLE, data)
    ids = [doc.id for doc in docs]
    if len(set(ids)) != len(ids):
        raise InputError("two people have the same id", "id")
    return tuple(_within(f"[{number}]", doc.value, conditions, today) for number, doc in enumerate(docs))


def read_cases(data: bytes, conditions: Conditions, today: datetime.date) -> tuple[Case, ...]:
    """One case, or a list of them, as they are ``today``. Raises :class:`InputError` with the place in it."""
    found: CaseDoc | list[CaseDoc] = validated(TypeAdapter(CaseDoc | list[CaseDoc]), data)
    if found == []:
        raise InputError("should be an object with named fields, or a list of some")
    if isinstance(found, list):
        return tuple(_within(f"[{number}]", doc.value, conditions, today) for number, doc in enumerate(found))
    return (found.value(conditions, today),)


def _within(
    place: str, read: Callable[[Conditions, datetime.date], T], conditions: Conditions, today: datetime.date
) -> T:
    try:
        return read(conditions, today)
    except InputError as error:
        raise error.within(place) from None


def validated(adapter: TypeAdapter[Any], data: bytes) -> Any:
    """A JSON file as its model has it. Raises :class:`InputError` with the place in it."""
    try:
        document = json.loads(data)
    except (ValueError, RecursionError) as error:
        raise InputError(f"is not JSON: {error}") from None
    try:
        return adapter.validate_python(document)
    except ValidationError as error:
        message, place, _ = first_error(error)
        raise InputError(message, place) from None
