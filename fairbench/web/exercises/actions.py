"""Everything that changes a practice's own exercises: one verb each, every state kept."""

import secrets
from collections.abc import Mapping
from typing import Any
from uuid import UUID

from django.db import transaction
from django.utils.text import slugify

from fairbench.core.errors import CatalogueError, InputError, PlanError
from fairbench.core.formats.catalogue_doc import exercise_value, load_shelf
from fairbench.core.formats.exercises_doc import exercise_document
from fairbench.web.accounts.actor import Actor, Permission

from .brought import Answer, Differing, Document, ExercisesDifferError, alike, differs
from .models import DOCUMENT_VERSION, Favourite, OwnExercise, OwnExerciseRevision, OwnName, UnfinishedExercise
from .shelf import brought_up, practice_shelf

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


@transaction.atomic
def bring_in(actor: Actor, documents: Mapping[str, Document], answers: Mapping[str, Answer]) -> dict[str, str]:
    """The practice's own exercises that a file describes, their slugs by the ids of the file: what is there already,
    whatever its id, stays; what is new is made. Where one of ours has the same id or name and differs, ``answers`` say
    by the file's id what to do. Raises :class:`ExercisesDifferError` where an answer lacks, and :class:`InputError`
    with the place of what is wrong; nothing is changed then."""
    actor.require(Permission.EXERCISES)
    ours = {exercise_id: alike(exercise_id, document) for exercise_id, document in documents.items()}
    open_questions = [
        Differing(exercise_id, str(documents[exercise_id]["name"]), row)
        for exercise_id, row in ours.items()
        if row is not None and differs(row, documents[exercise_id]) and exercise_id not in answers
    ]
    if open_questions:
        raise ExercisesDifferError(tuple(open_questions))
    slugs = {}
    for exercise_id, document in documents.items():
        row, answer = ours[exercise_id], answers.get(exercise_id, Answer.OURS)
        if row is None or (answer is Answer.BOTH and differs(row, document)):
            slugs[exercise_id] = make_exercise(actor, document).slug
            continue
        if answer is Answer.THEIRS and differs(row, document):
            _replace(actor, row, document)
        if row.archived:
            archive(actor, row.slug, away=False)
        slugs[exercise_id] = row.slug
    return slugs


def _replace(actor: Actor, row: OwnExercise, document: Document) -> None:
    """Plans hold versions of ours, so none of them may go."""
    gone = {version["id"] for version in brought_up(row)["versions"]} - {one["id"] for one in document["versions"]}
    if gone:
        raise InputError(
            f"the file's {row} has no version '{min(gone)}', which ours has and plans may hold; keep both", "exercises"
        )
    row.document, row.document_version = {**document, "id": row.slug}, DOCUMENT_VERSION
    exercise_value(row.document, load_shelf().props)
    row.save(update_fields=["document", "document_version", "changed_at"])
    _kept(actor, row, "exercise.replace")


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


def copy_ladder(actor: Actor, exercise_id: str) -> OwnExercise:
    """An exercise of the practice's own with every version of another, to go on from. Raises :class:`PlanError` where
    there is none."""
    source = exercise_document(practice_shelf().exercise(exercise_id))
    return make_exercise(actor, {**source, "name": f"{source['name']} (ours)"[:60]})


@transaction.atomic
def add_to_copy(actor: Actor, exercise_id: str, version: Document, harder: bool) -> OwnExercise:
    """Copy a whole ladder and put a version at its top, or at its foot: both or neither. Raises :class:`InputError`."""
    return add_version(actor, copy_ladder(actor, exercise_id).slug, version, harder)


@transaction.atomic
def move_version(actor: Actor, slug: str, version_id: str, up: bool) -> OwnExercise:
    """Change places with the next harder version of an own exercise, or with the next easier one. At an end of the
    ladder it stays where it is. Raises :class:`PlanError` where there is no such version."""
    actor.require(Permission.EXERCISES)
    row = OwnExercise.objects.select_for_update().get(slug=slug)
    document = brought_up(row)
    versions = list(document["versions"])
    here = next((number for number, version in enumerate(versions) if version["id"] == version_id), None)
    if here is None:
        raise PlanError(f"{row} has no version '{version_id}'", "version")
    there = min(max(here + (1 if up else -1), 0), len(versions) - 1)
    versions[here], versions[there] = versions[there], versions[here]
    row.document, row.document_version = {**document, "versions": versions}, DOCUMENT_VERSION
    row.save(update_fields=["document", "document_version", "changed_at"])
    _kept(actor, row, "exercise.move_version")
    return row


@transaction.atomic
def keep_unfinished(
    actor: Actor, draft: Document, fields: Mapping[str, str], kept: UUID | None = None
) -> UnfinishedExercise:
    """Keep a draft of the workshop as it stands, in place of how it was kept before."""
    actor.require(Permission.EXERCISES)
    row = UnfinishedExercise.objects.filter(id=kept).first() if kept else None
    before = {"name": str(row)} if row else None
    row = row or UnfinishedExercise(practice=actor.practice, user=actor.user)
    row.draft, row.fields = draft, dict(fields)
    row.save()
    actor.audit("exercise.keep_unfinished", row.id, before, {"name": str(row)})
    return row


@transaction.atomic
def discard_unfinished(actor: Actor, kept: UUID) -> None:
    """Let go of an unfinished draft; of one that is gone already, nothing."""
    actor.require(Permission.EXERCISES)
    row = UnfinishedExercise.objects.filter(id=kept).first()
    if row is not None:
        actor.audit("exercise.discard_unfinished", kept, {"name": str(row)}, None)
        row.delete()


@transaction.atomic
def archive(actor: Actor, slug: str, away: bool) -> OwnExercise:
    """Offer an own exercise no more, or again. Plans that hold it go on as they are."""
    actor.require(Permission.EXERCISES)
    row = OwnExercise.objects.select_for_update().get(slug=slug)
    row.archived = away
    row.save(update_fields=["archived", "changed_at"])
    _kept(actor, row, "exercise.archive" if away else "exercise.restore")
    return row


@transaction.atomic
def name_exercise(actor: Actor, slug: str, name: str) -> str:
    """Call an exercise by the practice's own name, everywhere; by the shipped one again where ``name`` is empty. Gives
    the name that it has now. Raises :class:`InputError`, also where another exercise is called so."""
    actor.require(Permission.EXERCISES)
    stock = practice_shelf()
    exercise = stock.exercise(slug)
    taken = {other.name.casefold(): other for other in stock if other.id != slug}
    if name.casefold() in taken:
        raise InputError(f"another exercise is called {taken[name.casefold()].name} already", "own_name")
    before = OwnName.objects.filter(slug=slug).first()
    OwnName.objects.filter(slug=slug).delete()
    if name and name != stock.shipped_name(slug):
        OwnName.objects.create(practice=actor.practice, slug=slug, name=name)
    _shelf_changed(actor)
    called = name or stock.shipped_name(slug)
    was = {"exercise": slug, "name": before.name if before else exercise.name}
    actor.audit("exercise.name", actor.practice.id, was, {"exercise": slug, "name": called})
    return called


def favour(actor: Actor, slug: str, at_hand: bool) -> None:
    """Have an exercise among one's favourites, or no longer. Raises :class:`PlanError` where there is none."""
    exercise = practice_shelf().exercise(slug)
    if at_hand:
        Favourite.objects.get_or_create(user=actor.user, slug=exercise.id, defaults={"practice": actor.practice})
    else:
        Favourite.objects.filter(user=actor.user, slug=exercise.id).delete()


def _kept(actor: Actor, row: OwnExercise, verb: str) -> None:
    """Write the state and the deed down, and let the practice's shelf be read anew."""
    before = row.revisions.order_by("-at").values_list("id", flat=True).first()
    now = OwnExerciseRevision.objects.create(
        practice=actor.practice, exercise=row, document=row.document, user=actor.user
    )
    _shelf_changed(actor)
    state = {"exercise": row.slug, "archived": row.archived, "revision": now.id}
    actor.audit(verb, row.id, None if before is None else {"revision": before}, state)


def _shelf_changed(actor: Actor) -> None:
    # Never one that was before: what was rolled back or restored would else be found in memory under the same number.
    actor.practice.shelf_edition = 1 + secrets.randbelow(LAST_EDITION)
    actor.practice.save(update_fields=["shelf_edition"])
