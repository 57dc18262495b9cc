"""A plan as an open JSON file, out and in. The published schema is made from these classes."""

import json
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Any, Literal

from pydantic import Field, ValidationError

from ..dose.dose import Dose
from ..errors import InputError, PlanError
from ..exercises.aim import BlockKind
from ..exercises.exercise import Version
from ..exercises.shelf import Shelf
from ..exercises.successors import Successors
from ..plan.plan import MAX_ITEMS, Block, Item, Plan
from ..plan.readable import readable
from ..positions import Position
from ..sides import Side
from .catalogue_doc import ExerciseDoc, exercise_value
from .dose_doc import Doc, DoseDoc, dose_document, dose_value
from .json_file import check_characters, json_value
from .places import first_error
from .successors_doc import load_successors

LARGEST_FILE = 1_000_000
"""Bytes. The largest plan allowed is far below this."""


class ItemDoc(Doc):
    """One exercise version. Without a dose the version's usual one is meant."""

    id: str = Field(min_length=1, max_length=64, pattern=r"^[A-Za-z0-9_.-]+$")
    exercise: str
    version: str
    dose: DoseDoc | None = None
    rest_after: float | None = None
    note: str = ""
    extra: bool = False


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
    blocks: list[BlockDoc]
    exercises: list[ExerciseDoc] = Field(default_factory=list, max_length=MAX_ITEMS)
    """Exercises of the plan that ship with nobody: a practice's own, whole, so that the file can be read anywhere."""


@dataclass(frozen=True, slots=True)
class PlanFile:
    """A plan from a file, the shelf that it was read with, and the exercises that the file brought along, as documents
    by their id."""

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
    """The plan in a JSON file with the exercises that it brings along; errors as in :func:`read_plan`. What the shelf
    has already stays as the shelf has it."""
    document = json_value(data, LARGEST_FILE, "a plan", PlanError)
    check_characters(document, PlanError)
    brought = _brought(document, shelf)
    exercises = {}
    for place, (exercise_id, exercise) in brought.items():
        try:
            exercises[exercise_id] = exercise_value(exercise, shelf.props)
        except InputError as error:
            raise error.within(place) from None
    whole = Shelf({**shelf.exercises, **exercises}, shelf.props, shelf.archived)
    successors = load_successors()
    plan = readable(plan_value(document, whole, successors), whole, successors).plan
    return PlanFile(plan, whole, dict(brought.values()))


def _brought(document: Any, shelf: Shelf) -> dict[str, tuple[str, dict[str, Any]]]:
    """The exercises of a file that the shelf does not have, by their place: the id and the document."""
    given = document.get("exercises") if isinstance(document, dict) else None
    found = {}
    for number, exercise in enumerate(given if isinstance(given, list) else []):
        if isinstance(exercise, dict) and exercise.get("id") not in shelf.exercises:
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
    return Plan(doc.name, doc.length_min, blocks, doc.lead, doc.water_every_min, doc.start)


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
        "blocks": [
            {
                "kind": block.kind.value,
                **({"name": block.name} if block.name else {}),
                "items": [_item_document(item) for item in block.items],
            }
            for block in plan.blocks
        ],
    }


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
        return Item(doc.id, doc.exercise, doc.version, dose, doc.rest_after, doc.note, doc.extra)
    except InputError as error:
        raise error.within(place) from None


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
    return document
