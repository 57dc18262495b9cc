"""The ready classes that a plan can start from, read from ``classes/*.yaml`` and checked against the shelf."""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum
from pathlib import Path

from pydantic import Field, TypeAdapter

from ..errors import CatalogueError, InputError
from ..plan.plan import Plan
from .catalogue_doc import load_shelf, read_file
from .catalogue_folder import read_once
from .dose_doc import Doc
from .plan_doc import PlanDoc, plan_value


class ClassLevel(StrEnum):
    """How much a ready class asks of somebody without any limits."""

    GENTLE = "gentle"
    MODERATE = "moderate"
    DEMANDING = "demanding"


@dataclass(frozen=True, slots=True)
class ReadyClass:
    """A whole class with its doses, sides and structure; ``says`` is what it is, in a line or two, ``suits`` whom it
    suits and whom not. ``movements`` are what somebody who teaches it would name, each with the items that are it."""

    id: str
    says: str
    level: ClassLevel
    suits: str
    plan: Plan
    movements: tuple[tuple[str, tuple[str, ...]], ...]


class NamedMovementDoc(Doc):
    """A movement as it is named, and the ids of the items that are it."""

    says: str = Field(min_length=1, max_length=80)
    items: list[str] = Field(min_length=1)


class ReadyClassDoc(Doc):
    """A ready class, as it is written: a plan file's contents with a line on what it is."""

    id: str = Field(pattern=r"^[a-z0-9-]+$", max_length=60)
    says: str = Field(min_length=1, max_length=300)
    level: ClassLevel = Field(strict=False)
    suits: str = Field(min_length=1, max_length=200)
    movements: list[NamedMovementDoc] = Field(min_length=1)
    plan: PlanDoc


_READY_CLASS = TypeAdapter(ReadyClassDoc)


@read_once
def load_ready_classes(folder: Path) -> Mapping[str, ReadyClass]:
    """Every ready class by id, in the order of their files. Raises :class:`CatalogueError` with file and field."""
    shelf = load_shelf(folder)
    found: dict[str, ReadyClass] = {}
    for path in sorted((folder / "classes").glob("*.yaml")):
        doc, _ = read_file(_READY_CLASS, path)
        try:
            plan = plan_value(doc.plan.model_dump(mode="json", by_alias=True, exclude_unset=True), shelf)
        except InputError as error:
            raise CatalogueError(error.message, f"classes/{path.name}, {error.place}") from None
        if doc.id in found:
            raise CatalogueError(f"two classes have the id '{doc.id}'", f"classes/{path.name}")
        movements = tuple((movement.says, tuple(movement.items)) for movement in doc.movements)
        _check_movements(plan, movements, f"classes/{path.name}, movements")
        found[doc.id] = ReadyClass(doc.id, doc.says, doc.level, doc.suits, plan, movements)
    return found


def _check_movements(plan: Plan, movements: tuple[tuple[str, tuple[str, ...]], ...], place: str) -> None:
    """Every item belongs to a movement that is named, and every movement has its items."""
    planned = {item.id for item in plan.items()}
    named = {item for _, items in movements for item in items}
    if named - planned:
        raise CatalogueError(f"there is no item {', '.join(sorted(named - planned))}", place)
    if planned - named:
        raise CatalogueError(f"no movement names {', '.join(sorted(planned - named))}", place)
