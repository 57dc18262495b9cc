"""A draft of the pose workshop: a movement in the making, as the page carries it from one change to the next."""

import json
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from pydantic import BaseModel, ValidationError

from fairbench.core.body import editing
from fairbench.core.body.editing import Limbs
from fairbench.core.body.movement import Movement, check_way
from fairbench.core.body.pose.pose import PoseSpec
from fairbench.core.body.view import View
from fairbench.core.errors import InputError
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.formats.movement_doc import MovementDoc, movement_document, movement_value
from fairbench.core.formats.places import first_error
from fairbench.core.positions import Position
from fairbench.core.sides import Sides

PARTS: Mapping[str, tuple[str, ...]] = {
    "trunk": (
        "lean",
        "tip",
        "lift",
        "lumbar_flex",
        "lumbar_side",
        "lumbar_turn",
        "thoracic_flex",
        "thoracic_side",
        "thoracic_turn",
    ),
    "head": ("neck_flex", "neck_side", "neck_turn"),
    "arms": (
        "shoulder_flex",
        "shoulder_abduct",
        "shoulder_rotate",
        "elbow_flex",
        "forearm_turn",
        "wrist_flex",
        "blade_lift",
        "blade_draw",
    ),
    "legs": ("hip_flex", "hip_abduct", "hip_rotate", "knee_flex", "ankle_flex", "foot_pitch"),
    "places": ("shift_forward", "shift_side", "foot_forward", "foot_out", "hand_forward", "hand_out", "hand_up"),
}
"""The controls of each part of the body."""


@dataclass(frozen=True, slots=True)
class Draft:
    """A movement in the making, and what of it is being worked on; ``origin`` is the exercise it began from, if any,
    ``dropped`` what the last change lost."""

    movement: Movement
    pose: str = "end"
    limbs: Limbs = Limbs.BOTH
    part: str = "legs"
    views: tuple[View, View] = (View.SIDE, View.FRONT)
    origin: str = ""
    dropped: tuple[str, ...] = ()

    def packed(self) -> str:
        """The whole draft as text, as the page carries it."""
        return json.dumps(
            {
                "movement": movement_document(self.movement),
                "pose": self.pose,
                "limbs": self.limbs,
                "part": self.part,
                "views": list(self.views),
                "origin": self.origin,
            }
        )


class _Packed(BaseModel):
    """A draft as the page carries it."""

    movement: dict[str, Any]
    pose: str
    limbs: Limbs
    part: str
    views: tuple[View, View]
    origin: str = ""


def unpacked(text: str) -> Draft:
    """The draft in a text. Raises :class:`InputError` when it is not one."""
    try:
        packed = _Packed.model_validate_json(text)
    except ValidationError:
        raise InputError("the page sent something that is no draft; reload it", "draft") from None
    movement = _movement(packed.movement)
    check_way(movement)
    editing.pose_of(movement, packed.pose)
    if packed.part not in PARTS:
        raise InputError(f"there is no part '{packed.part}'", "part")
    return Draft(movement, packed.pose, packed.limbs, packed.part, packed.views, packed.origin[:60])


def _movement(document: Any) -> Movement:
    try:
        doc = MovementDoc.model_validate(document)
    except ValidationError as error:
        message, place, _ = first_error(error)
        raise InputError(message, place) from None
    position = doc.poses.start.position if doc.poses and doc.poses.start else None
    return movement_value(doc, None, position or Position.STANDING, ())


def begin(shelf: Shelf, start: str) -> Draft:
    """A draft from a version of the shelf (``exercise/version``) or from a position. Raises :class:`InputError`."""
    if start in list(Position):
        spec = PoseSpec(Position(start))
        view = View.FRONT if start == Position.SIDE_LYING else View.SIDE
        return Draft(Movement((("start", spec), ("end", spec)), view))
    exercise_id, _, version_id = start.partition("/")
    exercise = shelf.exercise(exercise_id)
    version = exercise.version(version_id or exercise.base)
    limbs = Limbs.BOTH if version.dose.sides is Sides.TOGETHER else Limbs.SIDE
    return Draft(version.movement, limbs=limbs, origin=exercise.id)
