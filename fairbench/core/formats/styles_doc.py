"""Questions of style, read from ``styles.yaml``; and a style as a file, out and in."""

import json
from pathlib import Path
from typing import Any, Literal

from pydantic import Field, TypeAdapter, ValidationError

from ..checks import RULES
from ..errors import CatalogueError, InputError
from ..style.acts import QuestionsKey
from ..style.style import Question, Questions, School, Style, Where, style_of
from .catalogue_doc import read_file
from .catalogue_folder import read_once
from .dose_doc import Doc
from .json_file import check_characters, json_value
from .places import first_error

_FILE = "styles.yaml"
LARGEST_FILE = 100_000


class WhereDoc(Doc):
    """Of which exercises, as it is written."""

    quality: list[str] = Field(default_factory=list)
    region: list[str] = Field(default_factory=list)
    action: list[str] = Field(default_factory=list)
    level: list[str] = Field(default_factory=list)
    position: list[str] = Field(default_factory=list)
    limbs: list[str] = Field(default_factory=list)
    kind: list[str] = Field(default_factory=list)
    sides: Literal["each", ""] = ""
    overhead: bool = False
    rises: bool = False


class SchoolDoc(Doc):
    """One school, as it is written."""

    id: str
    words: str
    means: str
    dose: dict[str, str | int | float | bool] = Field(default_factory=dict)
    cue: str = ""
    breath: str = ""
    quiet: list[str] = Field(default_factory=list)
    next_version: bool = False
    where: WhereDoc | None = None


class QuestionDoc(Doc):
    """One question, as it is written."""

    id: str
    ask: str
    reason: str
    where: WhereDoc = Field(default_factory=WhereDoc)
    schools: list[SchoolDoc] = Field(min_length=2)


_QUESTIONS = TypeAdapter(list[QuestionDoc])


@read_once
def load_questions(folder: Path) -> QuestionsKey:
    """Every question by its id. Raises :class:`CatalogueError` with file, line and field."""
    docs, _ = read_file(_QUESTIONS, folder / _FILE)
    questions = {}
    for doc in docs:
        for school in doc.schools:
            for rule in school.quiet:
                if rule not in RULES:
                    raise CatalogueError(f"there is no rule '{rule}'", f"{_FILE}, {doc.id}, {school.id}")
        questions[doc.id] = Question(
            doc.id, doc.ask, doc.reason, tuple(_school(one) for one in doc.schools), _where(doc.where)
        )
    return QuestionsKey(questions)


def _school(doc: SchoolDoc) -> School:
    return School(
        doc.id,
        doc.words,
        doc.means,
        tuple(doc.dose.items()),
        doc.cue,
        doc.breath,
        tuple(doc.quiet),
        doc.next_version,
        None if doc.where is None else _where(doc.where),
    )


def _where(doc: WhereDoc) -> Where:
    lists = {
        name: frozenset(getattr(doc, name))
        for name in ("quality", "region", "action", "level", "position", "limbs", "kind")
    }
    return Where(**lists, sides=bool(doc.sides), overhead=doc.overhead, rises=doc.rises)


class StyleFile(Doc):
    """A style as an open JSON file."""

    format: Literal["fairbench-style"]
    format_version: Literal[1]
    answers: dict[str, str] = Field(description="By question, the school that was chosen.")


def style_document(style: Style) -> dict[str, Any]:
    """A style as it is written into a file."""
    return {"format": "fairbench-style", "format_version": 1, "answers": dict(style.chosen)}


def read_style(data: bytes | str, questions: Questions) -> Style:
    """The style in a file. Raises :class:`InputError` with the place: no JSON, an unknown question, a school that no
    longer exists."""
    value = json_value(data, LARGEST_FILE, "a style")
    check_characters(value)
    try:
        doc = StyleFile.model_validate(value)
    except ValidationError as error:
        message, place, _ = first_error(error)
        raise InputError(message, place) from None
    return style_of(doc.answers, questions)


def style_schema() -> dict[str, Any]:
    """The published JSON Schema of a style file."""
    schema: dict[str, Any] = json.loads(json.dumps(StyleFile.model_json_schema()))
    return schema
