"""The shelf of the practice that is signed in: what ships, and what it made itself."""

import json
from functools import lru_cache

from django_scopes import get_scope

from fairbench.core.exercises.exercise import Exercise
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.formats.catalogue_doc import exercise_value, load_shelf
from fairbench.web.accounts.models import Practice

from .models import OwnExercise

_KEPT = 64
_shelves: dict[tuple[str, int], Shelf] = {}


def practice_shelf() -> Shelf:
    """What ships plus the practice's own, read anew only when its own exercises have changed."""
    practice: Practice | None = get_scope().get("practice")
    if practice is None or not practice.shelf_edition:
        return load_shelf()
    key = (str(practice.id), practice.shelf_edition)
    if key not in _shelves:
        while len(_shelves) >= _KEPT:
            _shelves.pop(next(iter(_shelves)))
        _shelves[key] = _with_own()
    return _shelves[key]


def _with_own() -> Shelf:
    shipped = load_shelf()
    rows = list(OwnExercise.objects.all())
    exercises = {**shipped.exercises, **{row.slug: _exercise(row.slug, _text(row)) for row in rows}}
    return Shelf(exercises, shipped.props, frozenset(row.slug for row in rows if row.archived))


def _text(row: OwnExercise) -> str:
    return json.dumps(row.document, sort_keys=True)


@lru_cache(maxsize=512)
def _exercise(slug: str, document: str) -> Exercise:
    """Checked when it was stored; read once for each state."""
    return exercise_value(json.loads(document) | {"id": slug}, load_shelf().props)
