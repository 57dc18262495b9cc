"""A single pose as a file in and, held up, as a file out: contacts, shares, centre, moments, demands."""

import json
from collections.abc import Mapping
from typing import Any

from pydantic import BaseModel, Field, ValidationError

from ..body.demands import Demand, demands_of
from ..body.movement import Movement, loads, solved
from ..body.pose.joints import PoseError
from ..body.pose.segments import STATURE
from ..body.statics.statics import BODY_MASS, statics
from ..body.support.holding import Solved
from ..errors import InputError
from ..positions import Position
from ..sides import Side
from .dose_doc import Doc
from .movement_doc import PoseDoc, pose_value, prop_value
from .places import first_error


class PersonDoc(Doc):
    """For whom moments are told in newton metres."""

    mass: float = Field(default=BODY_MASS, ge=20, le=300, strict=False)
    stature: float = Field(default=STATURE, ge=0.8, le=2.5, strict=False)


class BodyDoc(PoseDoc):
    """A pose, what is held, which side works and for whom it is worked out."""

    position: Position = Field(strict=False)
    side: Side = Field(default=Side.RIGHT, strict=False)
    held: list[str] = Field(default_factory=list, alias="with")
    load: float = Field(default=0.0, ge=0, le=20, strict=False)
    person: PersonDoc = PersonDoc()
    stiff: bool = False


class ContactOut(BaseModel):
    """Where a part of the body touches something: ``at`` and ``gap`` in statures."""

    part: str
    thing: str
    at: tuple[float, float, float]
    gap: float
    bears: bool


class DemandOut(BaseModel):
    """One demand of a pose on one joint, with its figure and unit."""

    id: str
    words: str
    value: float
    unit: str
    joint: str
    side: str | None


class BodyOut(BaseModel):
    """Lengths as shares of stature, x forward, y to the person's left, z up; moments in N·m for the person."""

    position: str
    side: str
    contacts: list[ContactOut]
    centre: tuple[float, float, float]
    shares: dict[str, float]
    each: dict[str, float]
    stability_margin: float
    moments: dict[str, float]
    angles: dict[str, float]
    points: dict[str, tuple[float, float, float]]
    demands: list[DemandOut]


def read_body(data: bytes) -> BodyDoc:
    """The document of a pose file. Raises :class:`InputError` with the place in it."""
    try:
        document = json.loads(data)
    except (ValueError, RecursionError) as error:
        raise InputError(f"is not JSON: {error}") from None
    try:
        return BodyDoc.model_validate(document)
    except ValidationError as error:
        message, place, _ = first_error(error)
        raise InputError(message, place) from None


def work_out(doc: BodyDoc) -> BodyOut:
    """Hold the pose up and weigh it. Raises :class:`PoseError` naming the joint and its value."""
    not_of_the_pose = {"side", "held", "load", "person", "stiff"}
    spec = pose_value(doc.model_dump(exclude=not_of_the_pose, exclude_none=True), doc.position)
    held = tuple(prop_value(text) for text in doc.held)
    movement = Movement((("pose", spec),), held=held, load=doc.load)
    try:
        pose = solved(movement, doc.side)[0][1]
    except PoseError as error:
        raise PoseError(error.message, error.place.removeprefix("pose.")) from None
    return _out(pose, doc, loads(movement, doc.side), movement.grips(doc.side))


def body_schemas() -> dict[str, Any]:
    """The JSON Schemas of the file in and of the file out."""
    return {"in": BodyDoc.model_json_schema(), "out": BodyOut.model_json_schema()}


def _out(pose: Solved, doc: BodyDoc, held: Mapping[str, float], grips: frozenset[Side]) -> BodyOut:
    weighed = statics(pose, held, doc.person.mass)
    person = doc.person
    asked: tuple[Demand, ...] = demands_of([("pose", pose)], held, grips=grips)
    return BodyOut(
        position=pose.pose.position,
        side=doc.side,
        contacts=[
            ContactOut(part=c.part, thing=c.thing, at=_near(c.point), gap=round(c.gap, 5), bears=c.bears)
            for c in pose.contacts
        ],
        centre=_near(weighed.centre),
        shares=_round(weighed.shares),
        each=_round(weighed.each),
        stability_margin=round(weighed.stability_margin, 4),
        moments={joint: round(weighed.moment_for(joint, person.mass, person.stature), 2) for joint in weighed.moments},
        angles=_round(pose.angles, 2),
        points={name: _near(point) for name, point in pose.points.items()},
        demands=[
            DemandOut(id=d.id, words=d.words, value=d.value, unit=d.unit, joint=d.joint, side=d.side) for d in asked
        ],
    )


def _near(point: tuple[float, float, float]) -> tuple[float, float, float]:
    x, y, z = (round(value, 4) + 0.0 for value in point)
    return (x, y, z)


def _round(values: Mapping[str, float], places: int = 4) -> dict[str, float]:
    return {name: round(value, places) + 0.0 for name, value in values.items()}
