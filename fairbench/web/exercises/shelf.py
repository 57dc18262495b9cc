"""The shelf of the practice that is signed in: what ships, and what it made itself."""

import json
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Any

from django_scopes import get_scope

from fairbench.core.errors import InputError
from fairbench.core.exercises.exercise import Exercise
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.formats.catalogue_doc import exercise_value, load_shelf
from fairbench.core.kept import kept, shared
from fairbench.web.accounts.models import Practice

from .models import DOCUMENT_VERSION, OwnExercise, OwnName

_shelves = shared(64, of_rows=True)

Document = dict[str, Any]
BRING_UP: Mapping[int, Callable[[Document], Document]] = {}
"""By the form that a document has: how it is brought to the next one."""


@dataclass(frozen=True, slots=True)
class SetAside:
    """An own exercise that cannot be used as it stands, with the reason. It stays as it was made."""

    slug: str
    name: str
    why: str


@dataclass(frozen=True, slots=True)
class PracticeShelf:
    """What a practice has to choose from, and what of its own is set aside."""

    shelf: Shelf
    set_aside: tuple[SetAside, ...] = ()


def practice_shelf() -> Shelf:
    """What ships plus the practice's own, read anew only when its own exercises have changed."""
    return _kept().shelf


def set_aside() -> tuple[SetAside, ...]:
    """The practice's own exercises that a rule of today refuses."""
    return _kept().set_aside


def _kept() -> PracticeShelf:
    practice: Practice | None = get_scope().get("practice")
    if practice is None or not practice.shelf_edition:
        return PracticeShelf(load_shelf())
    found: PracticeShelf = _shelves.once((str(practice.id), practice.shelf_edition), _with_own)
    return found


def _with_own() -> PracticeShelf:
    shipped = load_shelf()
    exercises, aside, archived = dict(shipped.exercises), [], set()
    for row in OwnExercise.objects.all():
        try:
            exercises[row.slug] = _exercise(row.slug, json.dumps(brought_up(row), sort_keys=True))
        except InputError as error:
            aside.append(SetAside(row.slug, str(row), str(error)))
            continue
        if row.archived:
            archived.add(row.slug)
    stock = Shelf(exercises, shipped.props, frozenset(archived), shipped.words)
    return PracticeShelf(stock.called(dict(OwnName.objects.values_list("slug", "name"))), tuple(aside))


def brought_up(row: OwnExercise) -> Document:
    """The document of an own exercise in the form of today."""
    document: Document = row.document
    for version in range(row.document_version, DOCUMENT_VERSION):
        document = BRING_UP[version](document)
    return document


@kept(512)
def _exercise(slug: str, document: str) -> Exercise:
    """Read once for each state."""
    return exercise_value(json.loads(document) | {"id": slug}, load_shelf().props)
