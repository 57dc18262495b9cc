"""The session_templates a plan can start from, read from ``session_templates.yaml`` and checked against the shelf."""

from collections.abc import Mapping
from pathlib import Path

from pydantic import Field, TypeAdapter

from ..errors import CatalogueError, InputError
from ..exercises.aim import BlockKind
from ..exercises.shelf import Shelf
from ..plan.session_templates import SessionTemplate, TemplateBlock
from .catalogue_doc import load_shelf, read_file
from .catalogue_folder import read_once
from .dose_doc import Doc


class TemplateBlockDoc(Doc):
    """One block of a template, as it is written. ``share`` is of the whole time, 0 to 1."""

    kind: BlockKind = Field(strict=False)
    share: float = Field(ge=0, le=1, strict=False)
    exercises: list[str]


class SessionTemplateDoc(Doc):
    """A session template, as it is written."""

    id: str
    name: str
    says: str
    blocks: list[TemplateBlockDoc]


_TEMPLATES = TypeAdapter(list[SessionTemplateDoc])


@read_once
def load_session_templates(folder: Path) -> Mapping[str, SessionTemplate]:
    """Every template by id. Raises :class:`CatalogueError` with file, line and field."""
    docs, _ = read_file(_TEMPLATES, folder / "session_templates.yaml")
    shelf = load_shelf(folder)
    return {doc.id: _template(doc, shelf) for doc in docs}


def _template(doc: SessionTemplateDoc, shelf: Shelf) -> SessionTemplate:
    blocks = []
    for block in doc.blocks:
        try:
            candidates = tuple(_candidate(name, shelf) for name in block.exercises)
        except InputError as error:
            raise CatalogueError(error.message, f"session_templates.yaml, {doc.id}, {block.kind}") from None
        blocks.append(TemplateBlock(block.kind, block.share, candidates))
    return SessionTemplate(doc.id, doc.name, doc.says, tuple(blocks))


def _candidate(name: str, shelf: Shelf) -> tuple[str, str]:
    exercise_id, _, version = name.partition("/")
    exercise = shelf.exercise(exercise_id)
    return exercise.id, exercise.version(version or exercise.base).id
