"""Other names for search, read from ``words.yaml``."""

from collections.abc import Mapping
from pathlib import Path
from typing import Annotated

from pydantic import Field, StringConstraints, TypeAdapter

from ..errors import CatalogueError
from ..exercises.aim import Action, Quality, Region
from ..exercises.exercise import Exercise, Prop
from ..exercises.vocabulary import Vocabulary
from ..positions import Position
from .dose_doc import Doc
from .yaml_lines import Loc, line_of

FILE = "words.yaml"
Name = Annotated[str, StringConstraints(min_length=2, max_length=60, pattern=r"^[a-z][a-z' -]*$")]
Names = dict[str, list[Name]]


class WordsDoc(Doc):
    """The file, as it is written: other names by id, and groups of exercises that are one movement."""

    exercises: Names = Field(default_factory=dict)
    regions: Names = Field(default_factory=dict)
    actions: Names = Field(default_factory=dict)
    qualities: Names = Field(default_factory=dict)
    positions: Names = Field(default_factory=dict)
    props: Names = Field(default_factory=dict)
    kin: list[list[str]] = Field(default_factory=list)


ADAPTER = TypeAdapter(WordsDoc)


def vocabulary_value(
    doc: WordsDoc,
    lines: dict[Loc, int],
    exercises: Mapping[str, Exercise],
    props: Mapping[str, Prop],
) -> Vocabulary:
    """The vocabulary, checked against what there is. Raises :class:`CatalogueError` with file and line."""
    known: dict[str, set[str]] = {
        "exercises": set(exercises),
        "regions": set(Region),
        "actions": set(Action),
        "qualities": set(Quality),
        "positions": set(Position),
        "props": set(props),
    }
    for part, ids in known.items():
        for name in getattr(doc, part):
            if name not in ids:
                raise CatalogueError(f"there is no '{name}' among {part}", _place(lines, part, name))
    seen: set[str] = set()
    for number, group in enumerate(doc.kin):
        for name in group:
            if name not in exercises or name in seen:
                wrong = "stands in two groups" if name in seen else "is no exercise"
                raise CatalogueError(f"'{name}' {wrong}", _place(lines, "kin", number))
            seen.add(name)
    words = {part: {name: tuple(names) for name, names in getattr(doc, part).items()} for part in known}
    return Vocabulary(**words, kin=tuple(tuple(group) for group in doc.kin))


def _place(lines: dict[Loc, int], *loc: str | int) -> str:
    return f"{FILE}, line {line_of(lines, tuple(loc))}, {loc[0]}"


def is_there(folder: Path) -> bool:
    """Whether a catalogue has such a file; one of one's own need not."""
    return (folder / FILE).exists()
