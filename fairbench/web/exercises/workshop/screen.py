"""All that the pose workshop shows of a draft."""

from dataclasses import dataclass, field
from typing import Any

from fairbench.core.body import editing
from fairbench.core.body.demands import Demand
from fairbench.core.body.drawing.props import WHERE
from fairbench.core.body.editing import Limbs, allowed_supports, allowed_ways
from fairbench.core.body.movement import Movement, balances, demands, solved
from fairbench.core.body.path import POSE_NAMES, Path, legs_of
from fairbench.core.body.pose.joints import SIDED, TRUNK, beyond, range_of
from fairbench.core.body.pose.pose import PoseSpec
from fairbench.core.body.statics.statics import Statics, shares_words
from fairbench.core.body.support.holding import Solved
from fairbench.core.body.view import View
from fairbench.core.errors import InputError
from fairbench.core.positions import Position

from .draft import PARTS, Draft

VIEWS = (View.SIDE, View.THREE_QUARTER, View.FRONT)
_STEP = 5
_MOST_SHOWN = 14


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
    """One choice of a list."""

    value: str
    words: str
    chosen: bool


@dataclass(frozen=True, slots=True)
class WorkshopScreen:
    """What the workshop shows of a draft. ``wrong`` is the change that was refused last, shown beside its control."""

    draft: Draft
    position: Position
    controls: tuple[Control, ...]
    poses: tuple[Option, ...]
    paths: tuple[Option, ...]
    pace: str
    can_add: bool
    can_remove: bool
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


def screen(draft: Draft, wrong: InputError | None = None) -> WorkshopScreen:
    """Work the draft out. Only what the position allows is offered."""
    poses = dict(solved(draft.movement))
    held, spec = poses[draft.pose], editing.pose_of(draft.movement, draft.pose)
    balance = dict(balances(draft.movement))[draft.pose]
    stiff = [error.message for error in beyond(held.pose.angles, stiff=True)]
    pairs = {"arms": spec.arms, "legs": spec.legs, "feet": spec.feet}
    index = 1 if draft.limbs is Limbs.OTHER else 0
    legs = legs_of(draft.movement.poses, draft.movement.path)
    shown = {"arms": ("arms",), "legs": ("legs", "feet")}.get(draft.part, ())
    return WorkshopScreen(
        draft=draft,
        position=spec.position,
        controls=tuple(_control(joint, spec, held, draft.limbs) for joint in PARTS[draft.part]),
        poses=tuple(
            Option(name, _pose_words(name, number), name == draft.pose)
            for number, (name, _) in enumerate(draft.movement.poses, 1)
        ),
        paths=tuple(Option(path, path.words, path is draft.movement.path) for path in Path),
        pace=", ".join(f"{part:g}" for part in draft.movement.pace or (1.0,) * len(legs)),
        can_add=len(poses) < len(POSE_NAMES),
        can_remove=len(poses) > 2,
        limbs=tuple(Option(limb, limb.words, limb is draft.limbs) for limb in Limbs),
        parts=tuple(Option(part, part, part == draft.part) for part in PARTS),
        holds=tuple(
            (
                name,
                _HOLD_WORDS[name],
                _options(allowed_ways(draft.movement, draft.pose, name, draft.limbs), pairs[name][index]),
            )
            for name in shown
        ),
        under=_options(allowed_supports(draft.movement, draft.pose), spec.on),
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


def _pose_words(name: str, number: int) -> str:
    return name if name in ("start", "end") else str(number)


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
