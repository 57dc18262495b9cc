"""A plan as an open JSON file, out and in. The published schema is made from these classes."""

import json
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Any, Literal

from pydantic import Field, ValidationError

from ..dose.dose import Dose
from ..errors import InputError, PlanError
from ..exercises.aim import BlockKind
from ..exercises.exercise import Version
from ..exercises.shelf import Shelf
from ..exercises.successors import Successors
from ..plan.brackets import Bracket, BracketKind
from ..plan.item import Item
from ..plan.lines import CheckKind, Line, LineKind, Scale
from ..plan.plan import MAX_ITEMS, Block, Plan
from ..plan.purpose import Purpose
from ..plan.readable import readable
from ..positions import Position
from ..sides import First, Side
from ..style.style import style_of
from .catalogue_doc import ExerciseDoc, exercise_value, load_shelf
from .dose_doc import Doc, DoseDoc, dose_document, dose_value
from .json_file import check_characters, json_value
from .places import first_error
from .styles_doc import load_questions
from .successors_doc import load_successors

LARGEST_FILE = 1_000_000
"""Bytes. The largest plan allowed is far below this."""


_BRACKET = Bracket("", BracketKind.ROUNDS)


class ItemDoc(Doc):
    """One exercise version. Without a dose the version's usual one is meant."""

    id: str = Field(min_length=1, max_length=64, pattern=r"^[A-Za-z0-9_.-]+$")
    exercise: str
    version: str
    dose: DoseDoc | None = None
    rest_after: float | None = None
    note: str = ""
    extra: bool = Field(default=False, description="Left out first when time runs out.")
    bracket: str = Field(default="", description="The id of the bracket that it stands in.")
    optional: bool = Field(default=False, description="Offered: who likes watches.")
    locked: bool = Field(default=False, description="Changed by hand only, by no suggestion and no shortening.")
    beside: str = Field(default="", description="A second version of the exercise, shown next to the first.")
    steps: list[str] = Field(default_factory=list, description="What a repetition goes through, said in this order.")
    stand_ins: dict[str, int] = Field(
        default_factory=dict, description="By prop, how many take what a household has instead."
    )
    meanwhile: str = Field(
        default="", description="What those do who leave an optional one to the others: exercise/version."
    )


class BracketDoc(Doc):
    """Items of one block that are gone through together."""

    id: str = Field(min_length=1, max_length=64, pattern=r"^[A-Za-z0-9_.-]+$")
    kind: BracketKind = Field(strict=False)
    name: str = ""
    rounds: int = Field(default=_BRACKET.rounds, description="How often a bracket of rounds is gone through.")
    round_names: list[str] = Field(
        default_factory=list, description="What each round is called: small, large, crossed."
    )
    rest: float = Field(default=_BRACKET.rest, description="Seconds between rounds, sides or stations, or to change.")
    seconds: float = Field(default=_BRACKET.seconds, description="Seconds at each station.")
    first: First = Field(default=First.PLAN, strict=False, description="Which side begins where it goes by side.")


class LineDoc(Doc):
    """A line of the plan that is no exercise."""

    id: str = Field(min_length=1, max_length=64, pattern=r"^[A-Za-z0-9_.-]+$")
    kind: LineKind = Field(strict=False)
    before: str = Field(default="", description="The id of the item that it stands before; empty at the end.")
    seconds: float | None = None
    words: str = ""
    check: CheckKind = Field(default=CheckKind.FEEL, strict=False)
    scale: Scale = Field(default=Scale.CHANGE, strict=False)


class BlockDoc(Doc):
    """A part of the session."""

    kind: BlockKind = Field(strict=False)
    name: str = Field(default="", description="What it is called, where that is not the usual name of its kind.")
    items: list[ItemDoc] = Field(default_factory=list)


class PlanDoc(Doc):
    """A plan for one class."""

    format: Literal["fairbench-plan"]
    format_version: Literal[1]
    name: str
    length_min: int
    lead: Side = Field(default=Side.LEFT, strict=False)
    water_every_min: int = 20
    start: Position = Field(default=Position.SEATED, strict=False)
    end: Position | None = Field(default=None, strict=False, description="Where everyone ends; as they start, if left.")
    purpose: Purpose = Field(default=Purpose.FULL, strict=False)
    laid_out: bool = Field(default=False, description="Whether things lie ready at their places beforehand.")
    brackets: list[BracketDoc] = Field(default_factory=list)
    lines: list[LineDoc] = Field(default_factory=list)
    dismissed: list[str] = Field(default_factory=list, max_length=100, description="Findings that were put aside.")
    note: str = Field(default="", description="What the instructor writes to themselves.")
    style: dict[str, str] = Field(
        default_factory=dict, max_length=60, description="What this plan answers otherwise than its practice."
    )
    because: dict[str, str] = Field(default_factory=dict, max_length=100, description="Why they were put aside.")
    blocks: list[BlockDoc]
    exercises: list[ExerciseDoc] = Field(default_factory=list, max_length=MAX_ITEMS)
    """Exercises of the plan that ship with nobody: a practice's own, whole, so that the file can be read anywhere."""


@dataclass(frozen=True, slots=True)
class PlanFile:
    """A plan from a file, the shelf that it was read with, and the exercises that the file brought along and that
    do not ship, as documents by their id."""

    plan: Plan
    shelf: Shelf
    brought: Mapping[str, dict[str, Any]]


def read_plan(data: bytes | str, shelf: Shelf | None = None) -> Plan:
    """The plan in a JSON file. With a shelf, every exercise and version must be on it or in the file.

    Raises :class:`InputError` with the place in the file for whatever is wrong.
    """
    if shelf is not None:
        return read_plan_file(data, shelf).plan
    document = json_value(data, LARGEST_FILE, "a plan", PlanError)
    check_characters(document, PlanError)
    return plan_value(document)


def read_plan_file(data: bytes | str, shelf: Shelf) -> PlanFile:
    """The plan in a JSON file with the exercises that it brings along; errors as in :func:`read_plan`. The plan is
    checked against them as the file has them; what ships stays as it ships."""
    document = json_value(data, LARGEST_FILE, "a plan", PlanError)
    check_characters(document, PlanError)
    brought = _brought(document)
    exercises = {}
    for place, (exercise_id, exercise) in brought.items():
        try:
            exercises[exercise_id] = exercise_value(exercise, shelf.props)
        except InputError as error:
            raise error.within(place) from None
    whole = replace(shelf, exercises={**shelf.exercises, **exercises})
    successors = load_successors()
    plan = readable(plan_value(document, whole, successors), whole, successors).plan
    try:
        style_of(dict(plan.style), load_questions().all)
    except InputError as error:
        raise error.within("style") from None
    return PlanFile(plan, whole, dict(brought.values()))


def _brought(document: Any) -> dict[str, tuple[str, dict[str, Any]]]:
    """The exercises of a file that do not ship, by their place: the id and the document."""
    shipped = load_shelf().exercises
    given = document.get("exercises") if isinstance(document, dict) else None
    found = {}
    for number, exercise in enumerate(given if isinstance(given, list) else []):
        if isinstance(exercise, dict) and exercise.get("id") not in shipped:
            found[f"exercises[{number}]"] = (str(exercise.get("id")), exercise)
    return found


def plan_value(document: Any, shelf: Shelf | None = None, successors: Successors | None = None) -> Plan:
    """The plan that a JSON value describes; errors as in :func:`read_plan`. The value comes from
    ourselves, so its text is taken as it is. What is retired counts as known where its ``successors`` are given."""
    try:
        doc = PlanDoc.model_validate(document)
    except ValidationError as error:
        message, place, _ = first_error(error)
        raise PlanError(message, place) from None
    blocks = tuple(
        Block(
            block.kind,
            tuple(
                _item(item, f"blocks[{b}].items[{i}]", shelf, successors or {}) for i, item in enumerate(block.items)
            ),
            block.name,
        )
        for b, block in enumerate(doc.blocks)
    )
    return Plan(
        doc.name,
        doc.length_min,
        blocks,
        doc.lead,
        doc.water_every_min,
        doc.start,
        end=doc.end,
        brackets=tuple(_bracket(bracket, f"brackets[{number}]") for number, bracket in enumerate(doc.brackets)),
        lines=tuple(_line(line, f"lines[{number}]") for number, line in enumerate(doc.lines)),
        purpose=doc.purpose,
        laid_out=doc.laid_out,
        put_aside=frozenset(doc.dismissed),
        style=tuple(doc.style.items()),
        note=doc.note,
        because=tuple(sorted((key, why) for key, why in doc.because.items() if key in doc.dismissed)),
    )


def _bracket(doc: BracketDoc, place: str) -> Bracket:
    try:
        return Bracket(doc.id, doc.kind, doc.rounds, doc.rest, doc.seconds, doc.first, doc.name, tuple(doc.round_names))
    except InputError as error:
        raise error.within(place) from None


def _line(doc: LineDoc, place: str) -> Line:
    seconds = doc.kind.usual_seconds if doc.seconds is None else doc.seconds
    try:
        return Line(doc.id, doc.kind, doc.before, seconds, doc.words, doc.check, doc.scale)
    except InputError as error:
        raise error.within(place) from None


def plan_document(plan: Plan) -> dict[str, Any]:
    """The plan as plain JSON values; ``plan_value`` gives back an equal plan."""
    return {
        "format": "fairbench-plan",
        "format_version": 1,
        "name": plan.name,
        "length_min": plan.length_min,
        "lead": plan.lead.value,
        "water_every_min": plan.water_every_min,
        "start": plan.start.value,
        **_apart(plan),
        "blocks": [
            {
                "kind": block.kind.value,
                **({"name": block.name} if block.name else {}),
                "items": [_item_document(item) for item in block.items],
            }
            for block in plan.blocks
        ],
    }


def _apart(plan: Plan) -> dict[str, Any]:
    """What most plans do not say."""
    said: dict[str, Any] = {}
    if plan.end is not None:
        said["end"] = plan.end.value
    if plan.purpose is not Purpose.FULL:
        said["purpose"] = plan.purpose.value
    if plan.laid_out:
        said["laid_out"] = True
    if plan.brackets:
        said["brackets"] = [_bracket_document(bracket) for bracket in plan.brackets]
    if plan.lines:
        said["lines"] = [_line_document(line) for line in plan.lines]
    if plan.put_aside:
        said["dismissed"] = sorted(plan.put_aside)
    if plan.note:
        said["note"] = plan.note
    if plan.style:
        said["style"] = dict(plan.style)
    if plan.because:
        said["because"] = dict(plan.because)
    return said


def _bracket_document(bracket: Bracket) -> dict[str, Any]:
    document: dict[str, Any] = {"id": bracket.id, "kind": bracket.kind.value, "rest": bracket.rest}
    if bracket.name:
        document["name"] = bracket.name
    if bracket.kind is BracketKind.ROUNDS:
        document["rounds"] = bracket.rounds
        if bracket.round_names:
            document["round_names"] = list(bracket.round_names)
    if bracket.kind is BracketKind.STATIONS:
        document["seconds"] = bracket.seconds
    if bracket.first is not First.PLAN:
        document["first"] = bracket.first.value
    return document


def _line_document(line: Line) -> dict[str, Any]:
    document: dict[str, Any] = {"id": line.id, "kind": line.kind.value, "before": line.before, "seconds": line.seconds}
    if line.words:
        document["words"] = line.words
    if line.kind is LineKind.CHECK:
        document["check"], document["scale"] = line.check.value, line.scale.value
    return document


def write_plan(plan: Plan, exercises: Iterable[dict[str, Any]] = ()) -> str:
    """The plan as the text of a JSON file. ``exercises`` are documents of those that do not ship and go along."""
    document = plan_document(plan)
    along = list(exercises)
    if along:
        document["exercises"] = along
    return json.dumps(document, indent=2, ensure_ascii=False) + "\n"


def plan_schema() -> dict[str, Any]:
    """The JSON Schema of a plan file."""
    schema = PlanDoc.model_json_schema()
    schema["$schema"] = "https://json-schema.org/draft/2020-12/schema"
    schema["title"] = "Fair Bench plan, format version 1"
    return schema


def _item(doc: ItemDoc, place: str, shelf: Shelf | None, successors: Successors) -> Item:
    try:
        dose = None
        if doc.dose is not None:
            try:
                dose = dose_value(doc.dose)
            except InputError as error:
                raise error.within("dose") from None
        if shelf is not None and (doc.exercise, doc.version) not in successors:
            version = shelf.exercise(doc.exercise).version(doc.version)
            if dose is not None:
                _check_sides(version, dose)
        if shelf is not None and doc.beside and (doc.exercise, doc.beside) not in successors:
            shelf.exercise(doc.exercise).version(doc.beside)
        if shelf is not None and doc.meanwhile:
            _check_meanwhile(doc.meanwhile, shelf, successors)
        return Item(
            doc.id,
            doc.exercise,
            doc.version,
            dose,
            doc.rest_after,
            doc.note,
            doc.extra,
            doc.bracket,
            doc.optional,
            doc.beside,
            tuple(doc.steps),
            doc.meanwhile,
            tuple(sorted(doc.stand_ins.items())),
            doc.locked,
        )
    except InputError as error:
        raise error.within(place) from None


def _check_meanwhile(meanwhile: str, shelf: Shelf, successors: Successors) -> None:
    exercise, _, version = meanwhile.partition("/")
    try:
        if (exercise, version) not in successors:
            shelf.exercise(exercise).version(version)
    except InputError as error:
        raise error.within("meanwhile") from None


def _check_sides(version: Version, dose: Dose) -> None:
    try:
        version.check_sides(dose.sides)
    except InputError as error:
        raise error.within("dose") from None


def _item_document(item: Item) -> dict[str, Any]:
    document: dict[str, Any] = {"id": item.id, "exercise": item.exercise, "version": item.version}
    if item.dose is not None:
        document["dose"] = dose_document(item.dose)
    if item.rest_after is not None:
        document["rest_after"] = item.rest_after
    if item.note:
        document["note"] = item.note
    if item.extra:
        document["extra"] = True
    if item.bracket:
        document["bracket"] = item.bracket
    if item.optional:
        document["optional"] = True
    if item.beside:
        document["beside"] = item.beside
    if item.steps:
        document["steps"] = list(item.steps)
    if item.meanwhile:
        document["meanwhile"] = item.meanwhile
    if item.stand_ins:
        document["stand_ins"] = dict(item.stand_ins)
    if item.locked:
        document["locked"] = True
    return document
