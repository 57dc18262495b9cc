"""The pose workshop: a draft that every change replaces, and all that the screen shows of it."""

import json
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Any

from fairbench.core.body import editing
from fairbench.core.body.demands import Demand
from fairbench.core.body.drawing.props import WHERE, held_of
from fairbench.core.body.editing import CHOICES, Limbs
from fairbench.core.body.movement import Movement, balances, demands, solved
from fairbench.core.body.pose.joints import SIDED, TRUNK, PoseError, beyond, range_of
from fairbench.core.body.pose.pose import PoseSpec
from fairbench.core.body.statics.statics import Statics, shares_words
from fairbench.core.body.support.holding import Solved
from fairbench.core.body.view import View
from fairbench.core.errors import InputError
from fairbench.core.exercises.shelf import Shelf
from fairbench.core.formats.movement_doc import MovementDoc, movement_document, movement_value
from fairbench.core.positions import Position

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
VIEWS = (View.SIDE, View.THREE_QUARTER, View.FRONT)
_STEP = 5
_MOST_SHOWN = 14


@dataclass(frozen=True, slots=True)
class Draft:
    """A movement in the making, and what of it is being worked on."""

    movement: Movement
    pose: str = "end"
    limbs: Limbs = Limbs.SIDE
    part: str = "legs"
    views: tuple[View, View] = (View.SIDE, View.FRONT)

    def packed(self) -> str:
        """The whole draft as text, as the page carries it."""
        return json.dumps(
            {
                "movement": movement_document(self.movement),
                "pose": self.pose,
                "limbs": self.limbs,
                "part": self.part,
                "views": list(self.views),
            }
        )


def unpacked(text: str) -> Draft:
    """The draft in a text. Raises :class:`InputError` when it is not one."""
    try:
        data = json.loads(text)
        movement = _movement(data["movement"])
        draft = Draft(
            movement, data["pose"], Limbs(data["limbs"]), data["part"], (View(data["views"][0]), View(data["views"][1]))
        )
    except (ValueError, KeyError, TypeError, IndexError, RecursionError) as error:
        if isinstance(error, InputError):
            raise
        raise InputError("the page sent something that is no draft; reload it", "draft") from None
    editing.pose_of(movement, draft.pose)
    if draft.part not in PARTS:
        raise InputError(f"there is no part '{draft.part}'", "part")
    return draft


def _movement(document: Any) -> Movement:
    doc = MovementDoc.model_validate(document)
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
    return Draft(exercise.version(version_id or exercise.base).movement)


def change(draft: Draft, given: Mapping[str, str]) -> Draft:
    """The draft after one change. Raises :class:`InputError` and leaves the draft as it was."""
    verb = given.get("do", "")
    if verb not in _VERBS:
        raise InputError(f"there is no '{verb}' to do here", "do")
    changed = _VERBS[verb](draft, given)
    solved(changed.movement)
    return changed


def _pose(draft: Draft, given: Mapping[str, str]) -> Draft:
    editing.pose_of(draft.movement, given["pose"])
    return replace(draft, pose=given["pose"])


def _limbs(draft: Draft, given: Mapping[str, str]) -> Draft:
    return replace(draft, limbs=_one_of(Limbs, given["limbs"], "limbs"))


def _part(draft: Draft, given: Mapping[str, str]) -> Draft:
    if given["part"] not in PARTS:
        raise InputError(f"there is no part '{given['part']}'", "part")
    return replace(draft, part=given["part"])


def _joint(draft: Draft, given: Mapping[str, str]) -> Draft:
    joint = given["joint"]
    text = given.get("value") or given.get(f"joint-{joint}", "")
    try:
        value = float(text.replace(",", "."))
    except ValueError:
        raise PoseError(f"'{text[:20]}' is not a number", joint) from None
    span = range_of(joint if joint in TRUNK else f"right_{joint}")
    if not span.least <= value <= span.most:
        raise PoseError(
            f"{span.words} is {value:g}{span.unit}; it goes from {span.least:g} to {span.most:g}{span.unit}", joint
        )
    try:
        return _with(draft, editing.turn_joint(_spec(draft), joint, draft.limbs, value), check=True)
    except PoseError as error:
        raise PoseError(error.message, joint) from None


def _hold(draft: Draft, given: Mapping[str, str]) -> Draft:
    part = given["hold"]
    if part not in ("arms", "legs", "feet"):
        raise InputError(f"there is no '{part}' to hold", "hold")
    held = dict(solved(draft.movement))[draft.pose]
    word = given.get(f"hold-{part}", "")
    try:
        return _with(draft, editing.choose(_spec(draft), part, draft.limbs, word, held), check=True)
    except PoseError as error:
        raise PoseError(error.message, part) from None


def _under(draft: Draft, given: Mapping[str, str]) -> Draft:
    return _with(draft, editing.rest_on(_spec(draft), given.get("under", "")), check=True)


def _position(draft: Draft, given: Mapping[str, str]) -> Draft:
    position = _one_of(Position, given.get("position", ""), "position")
    return replace(
        draft, movement=replace(editing.change_position(draft.movement, position), held=(), load=0.0, works=())
    )


def _copy(draft: Draft, _: Mapping[str, str]) -> Draft:
    """The pose being worked on starts over as the other one is."""
    other = "start" if draft.pose == "end" else "end"
    return _with(draft, editing.pose_of(draft.movement, other))


def _view(draft: Draft, given: Mapping[str, str]) -> Draft:
    """Which two views are shown; the first is the one the exercise is shown from."""
    first = _one_of(View, given.get("view-0", ""), "view")
    second = _one_of(View, given.get("view-1", ""), "view")
    return replace(draft, views=(first, second), movement=replace(draft.movement, view=first))


def _prop(draft: Draft, given: Mapping[str, str]) -> Draft:
    prop, _, where = given.get("prop", "").partition(" ")
    if not prop:
        return replace(draft, movement=replace(draft.movement, held=(), load=0.0))
    load = draft.movement.load or (1.0 if prop in ("hand-weight", "bottle", "ankle-weight") else 0.0)
    return replace(draft, movement=replace(draft.movement, held=(held_of(prop, where),), load=load))


def _load(draft: Draft, given: Mapping[str, str]) -> Draft:
    try:
        load = float(given.get("load", "").replace(",", "."))
    except ValueError:
        raise InputError("the load is a number of kilograms", "load") from None
    if not 0 <= load <= 20:
        raise InputError(f"the load goes from 0 to 20 kg, not {load:g}", "load")
    return replace(draft, movement=replace(draft.movement, load=load))


_VERBS = {
    "pose": _pose,
    "limbs": _limbs,
    "part": _part,
    "joint": _joint,
    "hold": _hold,
    "under": _under,
    "position": _position,
    "copy": _copy,
    "view": _view,
    "prop": _prop,
    "load": _load,
}


def _one_of(kind: Any, value: str, place: str) -> Any:
    if value not in list(kind):
        raise InputError(f"there is no {place} '{value}'", place)
    return kind(value)


def _spec(draft: Draft) -> PoseSpec:
    return editing.pose_of(draft.movement, draft.pose)


def _with(draft: Draft, spec: PoseSpec, check: bool = False) -> Draft:
    changed = replace(draft, movement=editing.with_pose(draft.movement, draft.pose, spec))
    if check:
        solved(changed.movement)
    return changed


@dataclass(frozen=True, slots=True)
class Control:
    """A joint that can be turned, with how far it goes."""

    joint: str
    words: str
    value: float
    low: float
    high: float
    unit: str
    less: str
    more: str
    down: float
    up: float
    fixed: str


@dataclass(frozen=True, slots=True)
class Option:
    value: str
    words: str
    chosen: bool


@dataclass(frozen=True, slots=True)
class Bench:
    """What the workshop shows of a draft."""

    draft: Draft
    position: Position
    controls: tuple[Control, ...]
    poses: tuple[Option, ...]
    limbs: tuple[Option, ...]
    parts: tuple[Option, ...]
    holds: tuple[tuple[str, str, tuple[Option, ...]], ...]
    under: tuple[Option, ...]
    positions: tuple[Option, ...]
    props: tuple[Option, ...]
    views: tuple[tuple[int, View, tuple[Option, ...]], ...]
    demands: tuple[Demand, ...]
    shares_words: str
    balance: Statics
    stiff: tuple[str, ...]
    wrong: dict[str, str] = field(default_factory=dict)

    @property
    def wrong_beside(self) -> bool:
        """Whether the refused change has its control on the screen, with the reason beside it."""
        place = self.wrong.get("place", "")
        return place in {control.joint for control in self.controls} | {name for name, *_ in self.holds}


def bench(draft: Draft, wrong: InputError | None = None) -> Bench:
    """Work the draft out. ``wrong`` is the last change that was refused, shown beside its control."""
    poses = dict(solved(draft.movement))
    held, spec = poses[draft.pose], _spec(draft)
    balance = dict(balances(draft.movement))[draft.pose]
    stiff = [error.message for error in beyond(held.pose.angles, stiff=True)]
    pairs = {"arms": spec.arms, "legs": spec.legs, "feet": spec.feet}
    index = 1 if draft.limbs is Limbs.OTHER else 0
    shown = {"arms": ("arms",), "legs": ("legs", "feet")}.get(draft.part, ())
    return Bench(
        draft=draft,
        position=spec.position,
        controls=tuple(_control(joint, spec, held, draft.limbs) for joint in PARTS[draft.part]),
        poses=tuple(Option(name, name, name == draft.pose) for name, _ in draft.movement.poses),
        limbs=tuple(Option(limb, limb.words, limb is draft.limbs) for limb in Limbs),
        parts=tuple(Option(part, part, part == draft.part) for part in PARTS),
        holds=tuple((name, _HOLD_WORDS[name], _options(CHOICES[name], pairs[name][index])) for name in shown),
        under=_options(CHOICES["under"], spec.on),
        positions=tuple(Option(p, p.words, p is spec.position) for p in Position),
        props=_prop_options(draft.movement),
        views=tuple(
            (n, view, tuple(Option(v, v.words, v is view) for v in VIEWS)) for n, view in enumerate(draft.views)
        ),
        demands=demands(draft.movement)[:_MOST_SHOWN],
        shares_words=shares_words(balance.shares),
        balance=balance,
        stiff=tuple(stiff),
        wrong={"place": wrong.place, "message": wrong.message} if wrong else {},
    )


_HOLD_WORDS = {"arms": "Arm is held, or touches", "legs": "Leg is held", "feet": "Foot is on"}


def _options(words: tuple[str, ...], chosen: str) -> tuple[Option, ...]:
    usual = Option("", "as the position has it", not chosen)
    return (usual, *(Option(word, word.replace("-", " "), word == chosen) for word in words))


def _prop_options(movement: Movement) -> tuple[Option, ...]:
    now = [f"{item.prop} {item.where}" for item in movement.held]
    every = [f"{prop} {where}" for prop, places in WHERE.items() for where in places]
    return (Option("", "nothing held", not now), *(Option(text, _said(text), text in now) for text in every))


def _said(text: str) -> str:
    prop, _, where = text.partition(" ")
    return f"{prop.replace('-', ' ')}: {where.replace('-', ' ')}"


def _control(joint: str, spec: PoseSpec, held: Solved, limbs: Limbs) -> Control:
    span = range_of(joint if joint in TRUNK else f"right_{joint}")
    value = round(editing.value_of(spec, held, joint, limbs))
    less, more = span.toward
    if joint in SIDED:
        less, more = "away", "toward the working side"
    side = editing.side_of(limbs)
    return Control(
        joint,
        span.words,
        value,
        span.least,
        span.most,
        span.unit,
        less,
        more,
        max(span.least, value - _STEP),
        min(span.most, value + _STEP),
        _fixed(joint, held, side),
    )


def _fixed(joint: str, held: Solved, side: Any) -> str:
    """Why a joint cannot be turned by itself just now."""
    hand, foot = held.hands[side], held.feet[side]
    if joint.startswith(("shoulder", "elbow", "forearm", "wrist")) and hand != "free":
        return f"follows the hand on {hand.replace('-', ' ')}"
    if joint.startswith("hand") and hand == "free":
        return "for a hand that touches something"
    if joint in ("hip_flex", "hip_rotate", "ankle_flex") and foot not in ("free", "lying"):
        return "follows the foot that stands"
    if joint.startswith("foot") and foot == "free":
        return "for a foot that stands"
    return ""
