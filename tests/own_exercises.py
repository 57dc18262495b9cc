"""An exercise of the practice's own, as the workshop makes it."""

from typing import Any

from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.web.exercises.forms import OwnExerciseForm
from fairbench.web.exercises.workshop.changes import change
from fairbench.web.exercises.workshop.draft import Draft, begin

SAID = {
    "name": "Harbour reach",
    "short": "Harbour",
    "purpose": "Reaching for the mooring rope",
    "region": "shoulder",
    "quality": "strength",
    "action": "lift",
    "block": "strengthen",
    "limb": "arm",
    "one_repetition": "there and back",
    "version": "standing reach",
    "change": "The first of its kind.",
    "dose": "repetitions",
    "amount": "6",
    "sides": "each_side",
    "breath": "Out as you reach.",
    "set_up": "Stand tall.",
    "do": "Reach your {side} hand up.",
    "watch": "Leaning back.",
    "stop": "Stop for pain.",
    "add_to": "",
    "rung": "harder",
}


def draft(start: str = "standing", *changes: dict[str, str]) -> Draft:
    made = begin(load_shelf(), start)
    for fields in changes:
        made = change(made, fields)
    return made


LIFTED = (
    {"do": "part", "part": "arms"},
    {"do": "limbs", "limbs": "side"},
    {"do": "joint", "joint": "shoulder_flex", "value": "150"},
)


def document(made: Draft) -> dict[str, Any]:
    """The document of a draft that was filled in as above."""
    form = OwnExerciseForm(SAID, exercises=[])
    assert form.is_valid(), form.errors
    return form.exercise_document(made.movement)
