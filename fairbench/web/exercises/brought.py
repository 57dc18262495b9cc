"""Exercises that a file brings: which of our own they are, and what to do where they differ."""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum
from typing import Any

from fairbench.core.errors import InputError

from .models import OwnExercise
from .shelf import brought_up

Document = dict[str, Any]
FIELD = "answer-"
"""What the fields of a page that asks begin with; the exercise's id in the file follows."""


class Answer(StrEnum):
    """What is done with an exercise of a file that is one of ours, but not as we have it."""

    OURS = "ours"
    THEIRS = "theirs"
    BOTH = "both"

    @property
    def words(self) -> str:
        """As it is offered."""
        return _WORDS[self]


_WORDS = {
    Answer.OURS: "Use ours and leave the file's",
    Answer.THEIRS: "Replace ours with the file's; earlier states are kept",
    Answer.BOTH: "Keep both, the file's as another exercise",
}


@dataclass(frozen=True, slots=True)
class Differing:
    """An exercise of a file that differs from one of ours: its id and name there, and ours."""

    id: str
    name: str
    ours: OwnExercise

    @property
    def field(self) -> str:
        """The name of the field that answers."""
        return f"{FIELD}{self.id}"


class ExercisesDifferError(InputError):
    """A file brings exercises that we have, but not as we have them; somebody has to say what to do."""

    def __init__(self, differing: tuple[Differing, ...]) -> None:
        names = ", ".join(one.name for one in differing)
        super().__init__(f"we have {names} already, but not as in the file", "exercises")
        self.differing = differing


def alike(exercise_id: str, document: Document) -> OwnExercise | None:
    """The one of ours that an exercise of a file is: by what is in it, by its id, or else by its name."""
    rows = [
        row for row in OwnExercise.objects.all() if row.slug == exercise_id or _name(row.document) == _name(document)
    ]
    rows.sort(key=lambda row: (differs(row, document), row.slug != exercise_id, row.archived))
    return rows[0] if rows else None


def differs(row: OwnExercise, document: Document) -> bool:
    """Whether an exercise of a file is not as we have it, its id apart."""
    return {**brought_up(row), "id": ""} != {**document, "id": ""}


def answers_in(given: Mapping[str, str]) -> dict[str, Answer]:
    """What somebody answered, by the exercise's id in the file; what is no answer is left out."""
    return {
        name.removeprefix(FIELD): Answer(value)
        for name, value in given.items()
        if name.startswith(FIELD) and value in list(Answer)
    }


def _name(document: Document) -> str:
    return " ".join(str(document.get("name", "")).split()).casefold()
