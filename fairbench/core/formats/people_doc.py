"""People and cases as files: who has what, and one movement given as demands."""

import json
from typing import Any

from pydantic import AliasChoices, BaseModel, ConfigDict, Field, TypeAdapter, ValidationError, model_validator

from ..body.demands import WORDS, Demand
from ..errors import InputError
from ..fit.case import Case, clearance_wanted, talk_wanted
from ..people.conditions import Conditions, Declared
from ..people.person import Override, Person
from ..people.red_flags import flags_of
from ..positions import Position
from ..sides import Side
from .dose_doc import Doc
from .places import first_error
from .red_flags_doc import load_red_flags

_OPTION_NOW = {"arm of little use": "arm moves little so far"}
"""Options that were called otherwise when a file was written."""


class DeclaredDoc(Doc):
    """A condition by id. ``side`` left out means both sides, where it has sides."""

    condition: str
    side: Side | None = Field(default=None, strict=False)
    severity: str = ""
    stage: str = ""
    cleared: bool = False

    def value(self) -> Declared:
        """As the core has it; whether it can be declared is checked there."""
        return Declared(self.condition, self.side, _OPTION_NOW.get(self.severity, self.severity), self.stage)


class OverrideDoc(Doc):
    """An instructor's decision about one exercise for a person, as it is written."""

    exercise: str
    version: str
    reason: str
    instead: str = ""


class PersonDoc(Doc):
    """A person, as they are written. ``pace`` is a factor on the time of a repetition, 1 or more."""

    id: str
    name: str = ""
    pace: float = Field(default=1.0, strict=False)
    conditions: list[DeclaredDoc] = Field(default_factory=list)
    talk_first: str = ""
    flags: list[str] = Field(default_factory=list)
    overrides: list[OverrideDoc] = Field(default_factory=list, validation_alias=AliasChoices("overrides", "overruled"))


_RENAMED = {f"{joint}_lever": f"{joint}_moment" for joint in ("shoulder", "hip", "knee", "low_back")}


class DemandDoc(Doc):
    """One thing that the movement asks; ``side`` where it is asked of one side."""

    id: str
    value: float = Field(default=1.0, strict=False)
    side: Side | None = Field(default=None, strict=False)

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


class CaseDoc(BaseModel):
    """One person's conditions and one movement given as demands."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)

    conditions: list[DeclaredDoc] = Field(default_factory=list)
    demands: list[DemandDoc] = Field(default_factory=list)
    position: Position = Position.SEATED
    seconds: float = Field(default=0.0, ge=0)
    held: float = Field(default=0.0, ge=0)
    talk_first: str = ""
    flags: list[str] = Field(default_factory=list)

    def value(self) -> Case:
        """The case as the core judges it."""
        demands = tuple(
            Demand(d.id, WORDS[d.id][0], d.value, WORDS[d.id][1], "given", "", d.side) for d in self.demands
        )
        declared = tuple(doc.value() for doc in self.conditions)
        cleared = frozenset(doc.condition for doc in self.conditions if doc.cleared)
        flags = flags_of(self.flags, load_red_flags())
        talk = self.talk_first or next((flag.reason for flag in flags), "")
        return Case(declared, demands, self.position, self.seconds, self.held, cleared, talk)


_PEOPLE = TypeAdapter(list[PersonDoc])


def people_schemas() -> dict[str, Any]:
    """The JSON Schemas of a file of people and of a case."""
    return {"people": _PEOPLE.json_schema(), "case": CaseDoc.model_json_schema()}


def read_people(data: bytes, conditions: Conditions) -> tuple[Person, ...]:
    """Everyone in a file. Raises :class:`InputError` with the place in it."""
    docs = _validated(_PEOPLE, data)
    ids = [doc.id for doc in docs]
    if len(set(ids)) != len(ids):
        raise InputError("two people have the same id", "id")
    return tuple(_person(doc, f"[{number}]", conditions) for number, doc in enumerate(docs))


def read_cases(data: bytes, conditions: Conditions) -> tuple[Case, ...]:
    """One case, or a list of them. Raises :class:`InputError` with the place in it."""
    found: CaseDoc | list[CaseDoc] = _validated(TypeAdapter(CaseDoc | list[CaseDoc]), data)
    if found == []:
        raise InputError("should be an object with named fields, or a list of some")
    if isinstance(found, list):
        return tuple(_case(doc, f"[{number}]", conditions) for number, doc in enumerate(found))
    return (_case(found, "", conditions),)


def _case(doc: CaseDoc, place: str, conditions: Conditions) -> Case:
    _check(doc.conditions, place, conditions)
    for number, demand in enumerate(doc.demands):
        if demand.id not in WORDS:
            raise InputError(f"there is no demand '{demand.id}'", f"{place}.demands[{number}].id".lstrip("."))
    try:
        return doc.value()
    except InputError as error:
        raise error.within(place) if place else error from None


def _validated(adapter: TypeAdapter[Any], data: bytes) -> Any:
    try:
        document = json.loads(data)
    except (ValueError, RecursionError) as error:
        raise InputError(f"is not JSON: {error}") from None
    try:
        return adapter.validate_python(document)
    except ValidationError as error:
        message, place, _ = first_error(error)
        raise InputError(message, place) from None


def _check(docs: list[DeclaredDoc], place: str, conditions: Conditions) -> tuple[Declared, ...]:
    declared = []
    for number, doc in enumerate(docs):
        try:
            conditions.check(doc.value())
        except InputError as error:
            raise error.within(f"{place}{'.' if place else ''}conditions[{number}]") from None
        declared.append(doc.value())
    try:
        conditions.check_together(declared)
    except InputError as error:
        raise InputError(error.message, f"{place}{'.' if place else ''}conditions") from None
    return tuple(declared)


def _person(doc: PersonDoc, place: str, conditions: Conditions) -> Person:
    declared = _check(doc.conditions, place, conditions)
    overrides = tuple(Override(o.exercise, o.version, o.reason, o.instead) for o in doc.overrides)
    try:
        cleared = frozenset(given.condition for given in doc.conditions if given.cleared)
        flags = flags_of(doc.flags, load_red_flags())
        said = next((flag.reason for flag in flags), "")
        wanted = doc.talk_first or said or clearance_wanted(declared, cleared, conditions)
        wanted = wanted or talk_wanted(declared, conditions)
        return Person(doc.id, doc.name or doc.id, doc.pace, declared, wanted, overrides)
    except InputError as error:
        raise error.within(place) from None
