"""The shapes a plan can start from, read from ``shapes.yaml`` and checked against the shelf."""

from functools import lru_cache
from pathlib import Path

from pydantic import Field, TypeAdapter, ValidationError

from ..errors import CatalogueError, InputError
from ..exercises.aim import BlockKind
from ..exercises.shelf import Shelf
from ..plan.session_templates import Shape, ShapeBlock
from .catalogue_doc import CATALOGUE, load_shelf
from .dose_doc import Doc
from .places import first_error
from .yaml_lines import line_of, load


class ShapeBlockDoc(Doc):
    kind: BlockKind = Field(strict=False)
    share: float = Field(ge=0, le=1, strict=False)
    exercises: list[str]


class ShapeDoc(Doc):
    id: str
    name: str
    says: str
    blocks: list[ShapeBlockDoc]


_SHAPES = TypeAdapter(list[ShapeDoc])


@lru_cache(maxsize=4)
def load_shapes(folder: Path = CATALOGUE) -> dict[str, Shape]:
    """Every shape by id. Raises :class:`CatalogueError` with file, line and field."""
    data, lines = load((folder / "shapes.yaml").read_text(encoding="utf-8"), "shapes.yaml")
    try:
        docs = _SHAPES.validate_python(data)
    except ValidationError as error:
        message, place, loc = first_error(error)
        raise CatalogueError(message, f"shapes.yaml, line {line_of(lines, tuple(loc))}, {place}") from None
    shelf = load_shelf(folder)
    return {doc.id: _shape(doc, shelf) for doc in docs}


def _shape(doc: ShapeDoc, shelf: Shelf) -> Shape:
    blocks = []
    for block in doc.blocks:
        try:
            candidates = tuple(_candidate(name, shelf) for name in block.exercises)
        except InputError as error:
            raise CatalogueError(error.message, f"shapes.yaml, {doc.id}, {block.kind}") from None
        blocks.append(ShapeBlock(block.kind, block.share, candidates))
    return Shape(doc.id, doc.name, doc.says, tuple(blocks))


def _candidate(name: str, shelf: Shelf) -> tuple[str, str]:
    exercise_id, _, version = name.partition("/")
    exercise = shelf.exercise(exercise_id)
    return exercise.id, exercise.version(version or exercise.base).id
