"""The conditions' YAML file: its schema and its loader."""

from functools import lru_cache
from pathlib import Path
from typing import Any

from pydantic import Field, TypeAdapter, ValidationError

from ..errors import CatalogueError, InputError
from ..people.conditions import Condition, Conditions, Effect, Example, Rule, Which, read_when
from .catalogue_doc import CATALOGUE
from .dose_doc import Doc
from .places import first_error
from .yaml_lines import line_of, load


class RuleDoc(Doc):
    """One caution: what it leads to, when, why, and the kind of guidance it is usual in; for whom, on which side, and
    its examples."""

    effect: Effect = Field(strict=False)
    when: str
    because: str
    kind: str
    severity: list[str] = Field(default_factory=list)
    stage: list[str] = Field(default_factory=list)
    side: Which = Field(default=Which.SAME, strict=False)
    triggers: list[str | dict[str, float]] = Field(default_factory=list)
    spares: list[str | dict[str, float]] = Field(default_factory=list)


class ConditionDoc(Doc):
    """A condition with its rules, as it is written."""

    id: str = Field(pattern=r"^[a-z][a-z0-9-]*$")
    name: str
    clinical: str = ""
    topic: str
    sided: bool = False
    severity: list[str] = Field(default_factory=list)
    stages: list[str] = Field(default_factory=list)
    asks_clinician: list[str] = Field(default_factory=list)
    excludes: list[str] = Field(default_factory=list)
    talk: str = ""
    rules: list[RuleDoc] = Field(min_length=1)


_CONDITIONS = TypeAdapter(list[ConditionDoc])


def conditions_schema() -> dict[str, Any]:
    """The JSON Schema of the file."""
    schema = _CONDITIONS.json_schema()
    schema["$schema"] = "https://json-schema.org/draft/2020-12/schema"
    schema["title"] = "Fair Bench conditions and cautions"
    return schema


@lru_cache(maxsize=4)
def load_conditions(folder: Path = CATALOGUE) -> Conditions:
    """Every condition with its rules. Raises :class:`CatalogueError` with file, line and field."""
    name = "conditions.yaml"
    data, lines = load((folder / name).read_text(encoding="utf-8"), name)
    try:
        docs = _CONDITIONS.validate_python(data)
    except ValidationError as error:
        message, place, loc = first_error(error)
        raise CatalogueError(message, f"{name}, line {line_of(lines, tuple(loc))}, {place}") from None
    found: dict[str, Condition] = {}
    for number, doc in enumerate(docs):
        try:
            condition = _condition(doc)
            if doc.id in found:
                raise CatalogueError(f"'{doc.id}' stands twice", "id")
        except InputError as error:
            line = line_of(lines, (number,))
            raise CatalogueError(error.message, f"{name}, line {line}, {doc.id}.{error.place}") from None
        found[doc.id] = condition
    for condition in found.values():
        for other in condition.excludes:
            if other not in found:
                raise CatalogueError(f"there is no condition '{other}'", f"{name}, {condition.id}.excludes")
    return Conditions(found)


def _condition(doc: ConditionDoc) -> Condition:
    rules = []
    for number, row in enumerate(doc.rules, 1):
        try:
            rules.append(_rule(doc, number, row))
        except InputError as error:
            raise error.within(f"rules[{number - 1}]") from None
    return Condition(
        doc.id,
        doc.name,
        doc.topic,
        doc.sided,
        tuple(doc.severity),
        tuple(doc.stages),
        tuple(rules),
        tuple(doc.asks_clinician),
        tuple(doc.excludes),
        doc.clinical,
        doc.talk,
    )


def _rule(condition: ConditionDoc, number: int, doc: RuleDoc) -> Rule:
    for name, given, options in (
        ("severity", doc.severity, condition.severity),
        ("stage", doc.stage, condition.stages),
    ):
        for value in given:
            if value not in options:
                raise CatalogueError(f"'{value}' is none of its own: {', '.join(options) or 'none'}", name)
    if not doc.because.endswith("."):
        raise CatalogueError("is one plain sentence with a full stop", "because")
    return Rule(
        condition.id,
        number,
        doc.effect,
        read_when(doc.when),
        doc.because,
        doc.kind,
        tuple(doc.severity),
        tuple(doc.stage),
        doc.side,
        tuple(_example(example) for example in doc.triggers),
        tuple(_example(example) for example in doc.spares),
    )


def _example(example: str | dict[str, float]) -> Example:
    return example if isinstance(example, str) else tuple(sorted(example.items()))
