"""The conditions' YAML file: its schema and its loader."""

from pathlib import Path
from typing import Any

from pydantic import Field, TypeAdapter

from ..errors import CatalogueError, InputError
from ..people.conditions import Condition, Conditions, Dated, Measure
from ..people.rules import Effect, Example, Rule, Which, read_when
from .catalogue_doc import read_file
from .catalogue_folder import CATALOGUE, read_once
from .dose_doc import Doc
from .yaml_lines import line_of, load


class RuleDoc(Doc):
    """One caution: what it leads to, when, why, and the kind of guidance it is usual in; for whom, on which side, what
    eases it where that is not what usually does, and its examples."""

    effect: Effect = Field(strict=False)
    when: str
    because: str
    kind: str
    severity: list[str] = Field(default_factory=list)
    stage: list[str] = Field(default_factory=list)
    side: Which = Field(default=Which.SAME, strict=False)
    do: str = ""
    triggers: list[str | dict[str, float]] = Field(default_factory=list)
    spares: list[str | dict[str, float]] = Field(default_factory=list)


class DatedDoc(Doc):
    """The day that a condition counts from: how it and the weeks since are asked for, the full week from which each
    stage is reached, and by how many weeks the day that is asked for lies ahead (a due date)."""

    words: str
    weeks_words: str = "Or full weeks since"
    from_week: dict[str, int]
    ahead: int = Field(default=0, ge=0)


class MeasureDoc(Doc):
    """A figure that a rule takes its bound from: ``when: hip_flexion > measure``. The least counts where none is
    said."""

    words: str
    unit: str
    least: float = Field(strict=False)
    most: float = Field(strict=False)


class ConditionDoc(Doc):
    """A condition with its rules, as it is written. ``severity_words`` and ``stage_words`` are what its options are
    called: a class, a grade, a phase."""

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
    severity_words: str = "How much"
    stage_words: str = "Stage"
    dated: DatedDoc | None = None
    measure: MeasureDoc | None = None
    rules: list[RuleDoc] = Field(min_length=1)


_CONDITIONS = TypeAdapter(list[ConditionDoc])


def conditions_schema() -> dict[str, Any]:
    """The JSON Schema of the file."""
    schema = _CONDITIONS.json_schema()
    schema["$schema"] = "https://json-schema.org/draft/2020-12/schema"
    schema["title"] = "Fair Bench conditions and cautions"
    return schema


@read_once
def load_conditions(folder: Path) -> Conditions:
    """Every condition with its rules. Raises :class:`CatalogueError` with file, line and field."""
    name = "conditions.yaml"
    docs, lines = read_file(_CONDITIONS, folder / name)
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
    if doc.measure is None and any(rule.is_measured for rule in rules):
        raise CatalogueError("a rule has its bound from a measure that there is not", "measure")
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
        doc.severity_words,
        doc.stage_words,
        _dated(doc),
        Measure(**doc.measure.model_dump()) if doc.measure else None,
    )


def _dated(doc: ConditionDoc) -> Dated | None:
    """The day a condition counts from, with the weeks of its stages in order and none left out."""
    if doc.dated is None:
        return None
    weeks = list(doc.dated.from_week.values())
    if list(doc.dated.from_week) != doc.stages or weeks[:1] != [0] or weeks != sorted(set(weeks)):
        raise CatalogueError("names every stage in order, the first from week 0", "dated.from_week")
    return Dated(doc.dated.words, doc.dated.weeks_words, tuple(doc.dated.from_week.items()), doc.dated.ahead)


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
        doc.do,
    )


def _example(example: str | dict[str, float]) -> Example:
    return example if isinstance(example, str) else tuple(sorted(example.items()))


class ReadingDoc(Doc):
    """One line of the reading of the rules in a clinician's role, as it stands in docs/cautions.md, and what was done
    about it or why not."""

    line: str
    answer: str


def load_reading(folder: Path = CATALOGUE) -> list[ReadingDoc]:
    """Every line of the reading, in order."""
    name = "clinical_reading.yaml"
    data, _ = load((folder / name).read_text(encoding="utf-8"), name)
    return TypeAdapter(list[ReadingDoc]).validate_python(data)
