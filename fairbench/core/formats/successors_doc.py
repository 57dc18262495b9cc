"""Retired versions and their successors, read from ``retired.yaml`` and checked against the shelf."""

from pathlib import Path

from pydantic import TypeAdapter

from ..errors import CatalogueError, InputError
from ..exercises.successors import Successor, Successors
from .catalogue_doc import load_shelf, read_file
from .catalogue_folder import read_once
from .dose_doc import Doc
from .yaml_lines import line_of

_FILE = "retired.yaml"


class VersionRef(Doc):
    """An exercise and one of its versions, by id."""

    exercise: str
    version: str


class RetiredDoc(Doc):
    """A version that is retired, as it is written: what it was called, and what stands in its place."""

    exercise: str
    version: str
    name: str
    now: VersionRef
    same: bool = False


_RETIRED = TypeAdapter(list[RetiredDoc])


@read_once
def load_successors(folder: Path) -> Successors:
    """Every successor by what it follows. Raises :class:`CatalogueError` with file, line and field."""
    docs, lines = read_file(_RETIRED, folder / _FILE)
    shelf = load_shelf(folder)
    for number, doc in enumerate(docs):
        place = f"{_FILE}, line {line_of(lines, (number,))}"
        try:
            shelf.exercise(doc.now.exercise).version(doc.now.version)
        except InputError as error:
            raise CatalogueError(error.message, place) from None
        if doc.exercise in shelf.exercises and any(v.id == doc.version for v in shelf.exercise(doc.exercise).versions):
            raise CatalogueError(f"'{doc.exercise}, {doc.version}' is retired and offered as well", place)
    return {
        (doc.exercise, doc.version): Successor(doc.now.exercise, doc.now.version, doc.name, doc.same) for doc in docs
    }
