"""The file of questions at the door: its schema and its loader."""

from pathlib import Path
from typing import Literal

from pydantic import Field, TypeAdapter

from ..people.door_questions import DoorQuestion
from .catalogue_doc import read_file
from .catalogue_folder import read_once
from .dose_doc import Doc


class DoorQuestionDoc(Doc):
    """A question at the door, as it is written."""

    id: str = Field(pattern=r"^[a-z][a-z-]{1,19}$")
    ask: str = Field(max_length=60)
    news: Literal["fell", "unwell", "medicine", "flag", "reading"]
    where: str = ""
    conditions: list[str] = Field(min_length=1, alias="for")


_QUESTIONS = TypeAdapter(list[DoorQuestionDoc])


@read_once
def load_door_questions(folder: Path) -> tuple[DoorQuestion, ...]:
    """Every question at the door, the gravest first. Raises :class:`CatalogueError` with file, line and field."""
    docs, _ = read_file(_QUESTIONS, folder / "door_questions.yaml")
    return tuple(DoorQuestion(doc.id, doc.ask, doc.news, doc.where, frozenset(doc.conditions)) for doc in docs)
