"""The files of what people take home: the rules of a home, who somebody is at home, a sheet."""

from collections.abc import Mapping
from dataclasses import dataclass
from pathlib import Path
from typing import Any, Literal

from pydantic import Field, TypeAdapter

from ..errors import CatalogueError
from ..handouts.home import Home, HomeRules, HomeThing, KitchenWeight, Moment, Source, Wording
from ..handouts.sheet import Sheet, SheetLine
from ..handouts.things import Taken
from ..sides import Side
from .catalogue_doc import read_file
from .catalogue_folder import read_once
from .dose_doc import Doc, DoseDoc, dose_document, dose_value
from .measures_doc import Figure
from .people_doc import DeclaredDoc, validated

_PLACES = ("hold", "chair", "chair_hold", "table", "stairs", "floor", "wall", "door")


class WordingDoc(Doc):
    """Words with others, as they are written."""

    old: str = Field(alias="from")
    new: str = Field(alias="to")

    def value(self) -> Wording:
        """As the core has it."""
        return Wording(self.old, self.new)


class ThingDoc(Doc):
    """Where a prop comes from, as it is written."""

    prop: str
    source: Source = Field(alias="from", strict=False)
    say: str = ""
    note: str = ""
    calls: list[WordingDoc] = Field(default_factory=list)

    def value(self) -> HomeThing:
        """As the core has it."""
        return HomeThing(self.prop, self.source, self.say, self.note, tuple(doc.value() for doc in self.calls))


class WeightDoc(Doc):
    """Something that weighs something, as it is written."""

    kg: Figure = Field(gt=0)
    say: str


class MomentDoc(Doc):
    """A moment of the day, as it is written."""

    id: str = Field(pattern=r"^[a-z]{3,12}$")
    say: str
    tell: str
    where: list[Literal["worktop", "hold", "chair", "chair_hold", "table", "stairs", "floor", "wall", "door"]]


class HomeRulesDoc(Doc):
    """All about exercise at home, as it is written."""

    things: list[ThingDoc]
    weights: list[WeightDoc]
    moments: list[MomentDoc]
    unsteady: list[str]
    not_to_the_floor: list[str]
    one_handed: list[str]
    stop: list[str] = Field(min_length=3)
    stop_do: str
    feel: str
    not_today: str
    before: str
    alone: list[WordingDoc]
    plain: list[WordingDoc]

    def value(self) -> HomeRules:
        """As the core has it. Raises :class:`CatalogueError` where some place has no moment."""
        for place in _PLACES:
            if not any(place in moment.where for moment in self.moments):
                raise CatalogueError(f"no moment of the day is at '{place}'", "moments")
        return HomeRules(
            {doc.prop: doc.value() for doc in self.things},
            tuple(sorted((KitchenWeight(doc.kg, doc.say) for doc in self.weights), key=lambda one: one.kg)),
            tuple(Moment(doc.id, doc.say, doc.tell, tuple(doc.where)) for doc in self.moments),
            frozenset(self.unsteady),
            frozenset(self.not_to_the_floor),
            frozenset((name, much.strip()) for name, _, much in (one.partition(":") for one in self.one_handed)),
            tuple(self.stop),
            self.stop_do,
            self.feel,
            self.not_today,
            self.before,
            tuple(doc.value() for doc in self.alone),
            tuple(doc.value() for doc in self.plain),
        )


_RULES = TypeAdapter(HomeRulesDoc)


@read_once
def load_home_rules(folder: Path) -> HomeRules:
    """The rules of a home. Raises :class:`CatalogueError` with file, line and field."""
    doc, _ = read_file(_RULES, folder / "handouts.yaml")
    return doc.value()


class AtHomeDoc(Doc):
    """Somebody at home, as it is written. What is left out is not known, and taken as not there."""

    format: Literal["fairbench-at-home"]
    format_version: Literal[1]
    name: str = Field(min_length=1, max_length=80)
    conditions: list[DeclaredDoc] = Field(default_factory=list)
    talk_first: str = Field(
        default="", max_length=200, description="Why one talks to them first; then there is no sheet."
    )
    hold: str = Field(
        default="",
        max_length=40,
        description="Something steady to hold: the worktop, the window sill, a rail or a heavy table.",
    )
    up_alone: bool = Field(default=False, description="Gets down to the floor and up again alone.")
    things: dict[str, str] = Field(
        default_factory=dict, description="What they have, by prop; empty for the prop itself."
    )
    goals: dict[str, str] = Field(default_factory=dict, description="What an exercise serves, by exercise.")
    lines: int = Field(default=5, description="How many exercises, 3 to 8.")
    minutes: int = Field(default=15, ge=3, le=60, description="Minutes a day at most.")
    days: int = Field(default=5, description="Days a week: 2, 3, 4, 5 or 7.")
    size: int = Field(default=16, description="Points of the type: 16, 20 or 24.")
    call: str = Field(default="", max_length=80, description="Whom to call.")


_AT_HOME = TypeAdapter(AtHomeDoc)


@dataclass(frozen=True, slots=True)
class AtHomeFile:
    """Somebody at home, as it was read."""

    doc: AtHomeDoc
    home: Home


def read_at_home(data: bytes) -> AtHomeFile:
    """A file of somebody at home. Raises :class:`InputError` with the place in it."""
    doc: AtHomeDoc = validated(_AT_HOME, data)
    return AtHomeFile(doc, Home(doc.hold, doc.up_alone, doc.things))


def at_home_schema() -> dict[str, Any]:
    """The JSON Schema of somebody at home."""
    schema = AtHomeDoc.model_json_schema()
    schema["title"] = "Fair Bench somebody at home, format version 1"
    return schema


def sheet_document(sheet: Sheet) -> dict[str, Any]:
    """A sheet as it is kept: every word as it was handed out."""
    return {
        "format": "fairbench-home-sheet",
        "format_version": 1,
        "days": sheet.days,
        "size": sheet.size,
        "call": sheet.call,
        "minutes_a_day": sheet.minutes_a_day,
        "minutes_a_week": sheet.minutes_a_week,
        "lines": [_line_document(line) for line in sheet.lines],
    }


def _line_document(line: SheetLine) -> dict[str, Any]:
    return {
        "exercise": line.exercise,
        "version": line.version,
        "name": line.name,
        "dose": dose_document(line.dose),
        "amount": line.amount,
        "seconds": line.seconds,
        "moment": line.moment.id,
        "when": line.moment.say,
        "things": [{"prop": one.prop, "say": one.say, "note": one.note} for one in line.things],
        "start": list(line.start),
        "do": list(line.do),
        "breath": line.breath,
        "stop": line.stop,
        "purpose": line.purpose,
        "mind": list(line.mind),
        "because": list(line.because),
        "side": line.side.value,
    }


_DOSE: TypeAdapter[Any] = TypeAdapter(DoseDoc)


def sheet_of(document: Mapping[str, Any], rules: HomeRules) -> Sheet:
    """A kept sheet, with its words as they were handed out."""
    return Sheet(
        tuple(_line_of(line, rules) for line in document["lines"]),
        document["days"],
        document["size"],
        document["call"],
    )


def _line_of(line: Mapping[str, Any], rules: HomeRules) -> SheetLine:
    moment = rules.moment(line["moment"]) or Moment(line["moment"], line["when"], line["when"], ())
    return SheetLine(
        line["exercise"],
        line["version"],
        line["name"],
        dose_value(_DOSE.validate_python(line["dose"])),
        line["amount"],
        line["seconds"],
        moment,
        tuple(Taken(one["prop"], one["say"], one["note"]) for one in line["things"]),
        tuple(line["start"]),
        tuple(line["do"]),
        line["breath"],
        line["stop"],
        line["purpose"],
        tuple(line["mind"]),
        tuple(line["because"]),
        Side(line["side"]),
    )
