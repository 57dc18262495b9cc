"""Everything that changes a practice's own exercises: one verb each, every state kept."""

import secrets
from typing import Any

from django.db import transaction
from django.utils.text import slugify

from fairbench.core.errors import CatalogueError
from fairbench.core.formats.catalogue_doc import exercise_value, load_shelf
from fairbench.web.accounts.actor import Actor, Permission

from .models import DOCUMENT_VERSION, OwnExercise, OwnExerciseRevision
from .shelf import brought_up

LAST_EDITION = 2**31 - 1
"""The largest number that the edition of a shelf can be."""

MOST_VERSIONS = 8


@transaction.atomic
def make_exercise(actor: Actor, document: dict[str, Any]) -> OwnExercise:
    """Keep a new exercise of the practice's own. Raises :class:`InputError` with the place of what is wrong."""
    actor.require(Permission.EXERCISES)
    slug = f"own-{slugify(document.get('name', ''))[:40] or 'exercise'}-{secrets.token_hex(2)}"
    document = {**document, "id": slug}
    exercise_value(document, load_shelf().props)
    row = OwnExercise.objects.create(practice=actor.practice, slug=slug, document=document)
    _kept(actor, row, "exercise.make")
    return row


def import_exercise(actor: Actor, document: dict[str, Any]) -> OwnExercise:
    """The practice's own exercise that a file describes: the one that is there already when nothing but its id is
    different, else a new one. Raises :class:`InputError` with the place of what is wrong."""
    for row in OwnExercise.objects.filter(document__name=document.get("name")):
        if row.document == {**document, "id": row.slug}:
            return row
    return make_exercise(actor, document)


@transaction.atomic
def add_version(actor: Actor, slug: str, version: dict[str, Any], harder: bool) -> OwnExercise:
    """Put a version at the top of an own exercise's ladder, or at its foot. Raises :class:`InputError`."""
    actor.require(Permission.EXERCISES)
    row = OwnExercise.objects.select_for_update().get(slug=slug)
    document = brought_up(row)
    versions = list(document["versions"])
    if len(versions) >= MOST_VERSIONS:
        raise CatalogueError(f"a ladder has at most {MOST_VERSIONS} versions", "versions")
    taken = {version["id"] for version in versions}
    if version["id"] in taken:
        version = {**version, "id": f"{version['id'][:30]}-{secrets.token_hex(2)}"}
    versions.insert(len(versions) if harder else 0, version)
    row.document, row.document_version = {**document, "versions": versions}, DOCUMENT_VERSION
    exercise_value(row.document, load_shelf().props)
    row.save(update_fields=["document", "document_version", "changed_at"])
    _kept(actor, row, "exercise.add_version")
    return row


@transaction.atomic
def archive(actor: Actor, slug: str, away: bool) -> OwnExercise:
    """Offer an own exercise no more, or again. Plans that hold it go on as they are."""
    actor.require(Permission.EXERCISES)
    row = OwnExercise.objects.select_for_update().get(slug=slug)
    row.archived = away
    row.save(update_fields=["archived", "changed_at"])
    _kept(actor, row, "exercise.archive" if away else "exercise.restore")
    return row


def _kept(actor: Actor, row: OwnExercise, verb: str) -> None:
    """Write the state and the deed down, and let the practice's shelf be read anew."""
    OwnExerciseRevision.objects.create(practice=actor.practice, exercise=row, document=row.document, user=actor.user)
    # Never one that was before: what was rolled back or restored would else be found in memory under the same number.
    actor.practice.shelf_edition = 1 + secrets.randbelow(LAST_EDITION)
    actor.practice.save(update_fields=["shelf_edition"])
    actor.audit(verb, row.id)
