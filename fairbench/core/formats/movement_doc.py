"""A movement as data writes it: a few words and numbers for each pose.

An exercise gives the poses its versions share; a version lays its own over them, key by key. Under
``all`` stands what is so in every pose. ``fresh`` in a version starts from nothing instead.
"""

from collections.abc import Mapping
from typing import Any

from pydantic import BaseModel, ConfigDict, Field, model_validator

from ..body.demands import DECLARED, WORDS
from ..body.drawing.props import held_of
from ..body.held import Held
from ..body.movement import WORKS, Movement, check_way
from ..body.path import POSE_NAMES, Path, check_path
from ..body.pose.joints import PoseError
from ..body.pose.pose import PoseSpec
from ..body.view import View
from ..errors import CatalogueError
from ..positions import Position
from .dose_doc import Doc

Words = str | list[str]
"""One word for both sides, or two: the working side's and the other's."""
_WORDS = ("arms", "legs", "feet")


class PoseDoc(BaseModel):
    """A pose. Besides the named fields, any joint with its number: ``knee_flex: 90``, ``side_hip_flex: 40``."""

    model_config = ConfigDict(extra="allow", strict=True)
    __pydantic_extra__: dict[str, float]

    arms: Words | None = None
    legs: Words | None = None
    feet: Words | None = None
    under: str | None = None
    position: Position | None = Field(default=None, strict=False)


class PosesDoc(Doc):
    """The poses of a movement, in order. ``middle`` and ``late`` are what second and third were called before."""

    all: PoseDoc | None = None
    start: PoseDoc | None = None
    second: PoseDoc | None = None
    third: PoseDoc | None = None
    fourth: PoseDoc | None = None
    fifth: PoseDoc | None = None
    sixth: PoseDoc | None = None
    seventh: PoseDoc | None = None
    end: PoseDoc | None = None
    fresh: bool = False

    @model_validator(mode="before")
    @classmethod
    def _of_before(cls, given: Any) -> Any:
        if not isinstance(given, dict):
            return given
        return {given_as(name, given): pose for name, pose in given.items()}


_BEFORE = {"middle": "second", "late": "third"}


def given_as(name: str, given: Mapping[str, Any]) -> str:
    """A pose's name of today for what a file calls it."""
    return _BEFORE[name] if name in _BEFORE and _BEFORE[name] not in given else name


class MovementDoc(Doc):
    """What a version adds to or changes of its exercise's movement."""

    poses: PosesDoc | None = None
    view: View | None = Field(default=None, strict=False)
    held: list[str] | None = Field(default=None, alias="with")
    load: float | None = Field(default=None, ge=0, le=20, strict=False)
    demands: dict[str, float] | None = None
    at_least: dict[str, float] | None = None
    works: list[str] | None = None
    path: Path | None = Field(default=None, strict=False)
    pace: list[float] | None = Field(default=None, max_length=len(POSE_NAMES))


def movement_value(version: Any, exercise: Any, position: Position, props: tuple[str, ...]) -> Movement:
    """The movement of a version: ``own`` laid over its exercise's ``shared``, both with the fields of
    :class:`MovementDoc`. Raises :class:`CatalogueError` or :class:`PoseError` with the place of what is wrong."""
    specs = _specs([doc.poses for doc in (exercise, version) if doc is not None and doc.poses is not None], position)
    path = _first("path", version, exercise) or Path.THERE_AND_BACK
    pace = tuple(_first("pace", version, exercise) or ())
    held = _first("held", version, exercise) or []
    declared, at_least = _declared(version, exercise), _at_least(version, exercise)
    works = _works(version, exercise)
    check_path(len(specs), path, pace)
    return Movement(
        poses=specs,
        path=path,
        pace=pace,
        view=_first("view", version, exercise) or View.SIDE,
        held=tuple(prop_value(text) for text in held),
        load=_first("load", version, exercise) or 0.0,
        declared=tuple(sorted(declared.items())),
        mat="mat" in props,
        works=works,
        at_least=tuple(sorted(at_least.items())),
    )


def _specs(layers: list[PosesDoc], position: Position) -> tuple[tuple[str, PoseSpec], ...]:
    """The poses by name, each with what its layers add to it."""
    if layers and layers[-1].fresh:
        layers = layers[-1:]
    names = [name for name in POSE_NAMES if any(getattr(layer, name) is not None for layer in layers)]
    if not {"start", "end"} <= set(names):
        raise CatalogueError("needs at least a start and an end", "poses")
    return tuple((name, pose_value(_merged(layers, name), position, f"poses.{name}")) for name in names)


def _merged(layers: list[PosesDoc], name: str) -> dict[str, Any]:
    merged: dict[str, Any] = {}
    for layer in layers:
        for part in (layer.all, getattr(layer, name)):
            if part is not None:
                merged |= part.model_dump(exclude_none=True)
    return merged


def _declared(version: Any, exercise: Any) -> dict[str, float]:
    declared: dict[str, float] = _first("demands", version, exercise) or {}
    for what, value in declared.items():
        if what not in DECLARED:
            raise CatalogueError(
                f"'{what}' is not declared but computed, or unknown; use {', '.join(DECLARED)}", "demands"
            )
        if not 0 <= value <= 3:
            raise CatalogueError(f"'{what}' goes from 0 to 3, not {value:g}", "demands")
    return declared


def _at_least(version: Any, exercise: Any) -> dict[str, float]:
    at_least: dict[str, float] = _first("at_least", version, exercise) or {}
    for what in at_least:
        if what.removeprefix("side_") not in WORDS:
            raise CatalogueError(f"there is no demand '{what}'", "at_least")
    return at_least


def _works(version: Any, exercise: Any) -> tuple[str, ...]:
    works = tuple(_first("works", version, exercise) or ())
    for part in works:
        if part not in WORKS:
            raise CatalogueError(f"'{part}' is no part that can work; use {', '.join(WORKS)}", "works")
    return works


def check_movement(movement: Movement) -> None:
    """Hold every pose up and go from each to the next. Raises :class:`PoseError` under ``poses``."""
    try:
        check_way(movement)
    except PoseError as error:
        raise error.within("poses") from None


def _first(name: str, *docs: Any) -> Any:
    return next((getattr(doc, name) for doc in docs if doc is not None and getattr(doc, name) is not None), None)


def prop_value(text: str) -> Held:
    """``flex-ring knees`` as a prop in its place. Raises :class:`CatalogueError`."""
    prop, _, where = text.partition(" ")
    try:
        return held_of(prop, where)
    except PoseError as error:
        raise CatalogueError(error.message, "with") from None


def pose_value(merged: Mapping[str, Any], position: Position, place: str = "") -> PoseSpec:
    """A pose from its fields. ``place`` is for errors."""
    words = {name: _pair(merged[name], f"{place}.{name}".lstrip(".")) for name in _WORDS if name in merged}
    numbers = {k: v for k, v in merged.items() if k not in (*_WORDS, "under", "position")}
    return PoseSpec(
        position=Position(merged.get("position", position)),
        numbers=tuple(sorted((name, float(value)) for name, value in numbers.items())),
        arms=words.get("arms", ("", "")),
        legs=words.get("legs", ("", "")),
        feet=words.get("feet", ("", "")),
        on=merged.get("under", ""),
    )


def _pair(words: Words, place: str) -> tuple[str, str]:
    if isinstance(words, str):
        return words, words
    if len(words) != 2:
        raise CatalogueError("needs one word, or two: the working side's and the other's", place)
    return words[0], words[1]


def movement_document(movement: Movement) -> dict[str, Any]:
    """The movement as data writes it, every pose whole, so that it can be read again by itself."""
    document: dict[str, Any] = {
        "poses": {name: _pose_document(spec) for name, spec in movement.poses},
        "view": movement.view.value,
        "with": [f"{item.prop} {item.where}" for item in movement.held],
    }
    if movement.load:
        document["load"] = movement.load
    if movement.declared:
        document["demands"] = dict(movement.declared)
    if movement.at_least:
        document["at_least"] = dict(movement.at_least)
    if movement.path is not Path.THERE_AND_BACK:
        document["path"] = movement.path.value
    if movement.pace:
        document["pace"] = list(movement.pace)
    if movement.works:
        document["works"] = list(movement.works)
    return document


def _pose_document(spec: PoseSpec) -> dict[str, Any]:
    document: dict[str, Any] = {"position": spec.position.value}
    for name in _WORDS:
        pair = getattr(spec, name)
        if any(pair):
            document[name] = pair[0] if pair[0] == pair[1] else list(pair)
    if spec.on:
        document["under"] = spec.on
    return document | dict(spec.numbers)
