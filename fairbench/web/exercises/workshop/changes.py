"""Changes of a draft: one for each control of the workshop, each with its checked input, each a new draft."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from typing import Any, Generic, Literal, TypeVar

from pydantic import Field

from fairbench.core.body import editing
from fairbench.core.body.drawing.props import held_of
from fairbench.core.body.editing import Limbs
from fairbench.core.body.movement import check_way, solved
from fairbench.core.body.path import Path
from fairbench.core.body.pose.joints import LIMB, TRUNK, PoseError, range_of
from fairbench.core.body.pose.pose import PoseSpec
from fairbench.core.body.view import View
from fairbench.core.errors import InputError
from fairbench.core.positions import Position
from fairbench.web.site.inputs import Input, Number, OneLine, whole_or_number

from .draft import PARTS, Draft

_WEIGHTS = ("hand-weight", "bottle", "ankle-weight")
_FIRST_LOAD, _MOST_LOAD = 1.0, 20.0
_WORD = 40


Given = TypeVar("Given", bound=Input)


@dataclass(frozen=True, slots=True)
class Change(Generic[Given]):
    """One change: what it takes and what it makes of a draft."""

    takes: type[Given]
    does: Callable[[Draft, Given], Draft]


CHANGES: dict[str, Change[Any]] = {}
"""Every change by what the page calls it."""


def _change(
    name: str, takes: type[Given]
) -> Callable[[Callable[[Draft, Given], Draft]], Callable[[Draft, Given], Draft]]:
    def register(does: Callable[[Draft, Given], Draft]) -> Callable[[Draft, Given], Draft]:
        CHANGES[name] = Change(takes, does)
        return does

    return register


def change(draft: Draft, given: Mapping[str, str]) -> Draft:
    """The draft after one change; ``given`` are the page's fields, ``do`` names the change.

    Raises :class:`InputError` naming the control, where the change says nothing sensible, where nothing holds the
    body up so, or where no body gets from one pose to the next.
    """
    name = given.get("do", "")
    if name not in CHANGES:
        raise InputError(f"there is no '{name[:_WORD]}' to do here", "do")
    asked = CHANGES[name]
    try:
        changed = asked.does(draft, asked.takes.read(_of_control(given)))
        check_way(changed.movement)
    except InputError as error:
        # Beside the control that was used, not the joint that gave way.
        raise type(error)(error.message, _place(given) or error.place) from None
    return changed


def _of_control(given: Mapping[str, str]) -> dict[str, str]:
    """The fields with the value of the control that was used, whatever its own name is."""
    named = {"joint": given.get("joint", ""), "hold": given.get("hold", "")}
    named_value = {kind: given.get(f"{kind}-{name}", "") for kind, name in named.items()}
    return {
        **given,
        "value": given.get("value") or named_value["joint"],
        "word": named_value["hold"],
        "first": given.get("view-0", ""),
        "second": given.get("view-1", ""),
    }


def _place(given: Mapping[str, str]) -> str:
    return {"joint": given.get("joint", ""), "hold": given.get("hold", "")}.get(
        given.get("do", ""), given.get("do", "")
    )


class PoseInput(Input):
    pose: str = Field(max_length=_WORD)


@_change("pose", PoseInput)
def _pose(draft: Draft, given: PoseInput) -> Draft:
    """Which pose is worked on."""
    editing.pose_of(draft.movement, given.pose)
    return replace(draft, pose=given.pose)


class LimbsInput(Input):
    limbs: Limbs


@_change("limbs", LimbsInput)
def _limbs(draft: Draft, given: LimbsInput) -> Draft:
    """Which side changes are for."""
    return replace(draft, limbs=given.limbs)


class PartInput(Input):
    part: str = Field(max_length=_WORD)


@_change("part", PartInput)
def _part(draft: Draft, given: PartInput) -> Draft:
    """Which part of the body has its controls shown."""
    if given.part not in PARTS:
        raise InputError(f"there is no part '{given.part}'", "part")
    return replace(draft, part=given.part)


class JointInput(Input):
    joint: str = Field(max_length=_WORD)
    value: Number


@_change("joint", JointInput)
def _joint(draft: Draft, given: JointInput) -> Draft:
    """One joint to an angle."""
    if given.joint not in TRUNK and given.joint not in LIMB:
        raise PoseError("is not a joint that can be turned", given.joint)
    span = range_of(given.joint if given.joint in TRUNK else f"right_{given.joint}")
    if not span.least <= given.value <= span.most:
        raise PoseError(
            f"{span.words} is {given.value:g}{span.unit}; it goes from {span.least:g} to {span.most:g}{span.unit}",
            given.joint,
        )
    return _with(draft, editing.turn_joint(_spec(draft), given.joint, draft.limbs, given.value))


class HoldInput(Input):
    hold: Literal["arms", "legs", "feet"]
    word: str = Field(default="", max_length=_WORD)


@_change("hold", HoldInput)
def _hold(draft: Draft, given: HoldInput) -> Draft:
    """How arms, legs or feet are held, or what they touch."""
    held = dict(solved(draft.movement))[draft.pose]
    return _with(draft, editing.choose(_spec(draft), given.hold, draft.limbs, given.word, held))


class UnderInput(Input):
    under: str = Field(default="", max_length=_WORD)


@_change("under", UnderInput)
def _under(draft: Draft, given: UnderInput) -> Draft:
    """What the trunk rests on."""
    return _with(draft, editing.rest_on(_spec(draft), given.under))


class PositionInput(Input):
    position: Position


@_change("position", PositionInput)
def _position(draft: Draft, given: PositionInput) -> Draft:
    """Another position; arms, trunk and what is held stay where they can."""
    movement, dropped = editing.change_position(draft.movement, given.position)
    return replace(draft, movement=replace(movement, works=()), dropped=dropped)


class CopyInput(Input):
    like: str = Field(max_length=_WORD)


@_change("copy", CopyInput)
def _copy(draft: Draft, given: CopyInput) -> Draft:
    """The pose being worked on starts over as another one is."""
    return _with(draft, editing.pose_of(draft.movement, given.like))


@_change("add-pose", Input)
def _add_pose(draft: Draft, _: Input) -> Draft:
    """One more pose after the one being worked on."""
    movement, name = editing.add_pose(draft.movement, draft.pose)
    return replace(draft, movement=movement, pose=name)


@_change("remove-pose", Input)
def _remove_pose(draft: Draft, _: Input) -> Draft:
    """Without the pose being worked on."""
    movement = editing.remove_pose(draft.movement, draft.pose)
    names = [name for name, _ in movement.poses]
    return replace(draft, movement=movement, pose=draft.pose if draft.pose in names else names[-1])


class PathInput(Input):
    path: Path


@_change("path", PathInput)
def _path(draft: Draft, given: PathInput) -> Draft:
    """How the movement goes on from its last pose."""
    return replace(draft, movement=editing.with_path(draft.movement, given.path))


class PaceInput(Input):
    pace: OneLine = Field(default="", max_length=80)


@_change("pace", PaceInput)
def _pace(draft: Draft, given: PaceInput) -> Draft:
    """How the time is shared between the ways from pose to pose: ``1, 2, 1``, or nothing for all the same."""
    parts = tuple(whole_or_number(part, "pace") for part in given.pace.replace(":", " ").replace(",", " ").split())
    return replace(draft, movement=editing.with_pace(draft.movement, tuple(float(part) for part in parts)))


class ViewInput(Input):
    first: View
    second: View


@_change("view", ViewInput)
def _view(draft: Draft, given: ViewInput) -> Draft:
    """Which two views are shown; the first is the one the exercise is shown from."""
    return replace(draft, views=(given.first, given.second), movement=replace(draft.movement, view=given.first))


class PropInput(Input):
    prop: str = Field(default="", max_length=2 * _WORD)


@_change("prop", PropInput)
def _prop(draft: Draft, given: PropInput) -> Draft:
    """What is held and where; a weight begins light."""
    prop, _, where = given.prop.partition(" ")
    if not prop:
        return replace(draft, movement=replace(draft.movement, held=(), load=0.0))
    load = draft.movement.load or (_FIRST_LOAD if prop in _WEIGHTS else 0.0)
    return replace(draft, movement=replace(draft.movement, held=(held_of(prop, where),), load=load))


class LoadInput(Input):
    load: Number


@_change("load", LoadInput)
def _load(draft: Draft, given: LoadInput) -> Draft:
    """Kilograms of what is held."""
    if not 0 <= given.load <= _MOST_LOAD:
        raise InputError(f"the load goes from 0 to {_MOST_LOAD:g} kg, not {given.load:g}", "load")
    return replace(draft, movement=replace(draft.movement, load=given.load))


def _spec(draft: Draft) -> PoseSpec:
    return editing.pose_of(draft.movement, draft.pose)


def _with(draft: Draft, spec: PoseSpec) -> Draft:
    return replace(draft, movement=editing.with_pose(draft.movement, draft.pose, spec))
