"""What is written beside a draft of the workshop: its form, and the drafts that are kept with what they lack."""

import json

from fairbench.web.exercises.forms import NEW_COPY, OwnExerciseForm
from fairbench.web.exercises.models import OwnExercise, UnfinishedExercise
from fairbench.web.exercises.shelf import practice_shelf

from .draft import Draft, unpacked


def form_of(draft: Draft, given: dict[str, str] | None, bound: bool = True) -> OwnExerciseForm:
    """The form beside a draft: empty, filled in to go on with, or filled in to be checked."""
    choices = [(row.slug, f"a version of {row}") for row in OwnExercise.objects.filter(archived=False)]
    stock = practice_shelf()
    if draft.origin in stock.exercises and not draft.origin.startswith("own-"):
        name = stock.exercise(draft.origin).name
        choices.append((f"{NEW_COPY}{draft.origin}", f"a version of {name}, in a copy of your own"))
    if given is not None and bound:
        return OwnExerciseForm(given, exercises=choices, movement=draft.movement)
    return OwnExerciseForm(initial=given, exercises=choices, movement=draft.movement)


def unfinished() -> list[tuple[UnfinishedExercise, list[str]]]:
    """The drafts that are kept, each with what lacks."""
    rows = UnfinishedExercise.objects.all()
    return [(row, form_of(unpacked(json.dumps(row.draft)), row.fields).lacking) for row in rows]
