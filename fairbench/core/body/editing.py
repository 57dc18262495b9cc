"""Making a movement by hand: one joint, one hold or one place at a time, each verb a new value."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import replace
from enum import StrEnum
from functools import partial

from ..kept import kept
from ..positions import Position
from ..sides import Side
from .movement import Movement, check_way, solved
from .path import POSE_NAMES, Path, check_path
from .pose.contacts import UNDER
from .pose.holds import ARMS, FEET, LEGS, TOUCHES
from .pose.joints import LIMB, ROOT, SIDE_NAMES, SIDED, SPINE, TRUNK, PoseError
from .pose.pose import Pair, PoseSpec
from .support.between import solve_all
from .support.holding import Solved


class Limbs(StrEnum):
    """Which side a change is for."""

    BOTH = "both"
    SIDE = "side"
    OTHER = "other"

    @property
    def words(self) -> str:
        """``working side``."""
        return {"both": "both sides", "side": "working side", "other": "other side"}[self.value]


_ARM_JOINTS = tuple(name for name in LIMB if name.startswith(("shoulder", "elbow", "forearm", "wrist", "blade")))
_LEG_JOINTS = tuple(name for name in LIMB if name.startswith(("hip", "knee", "ankle", "foot")))
_OF_LIMB: Mapping[str, tuple[str, ...]] = {"arms": _ARM_JOINTS, "legs": _LEG_JOINTS, "feet": _LEG_JOINTS}
CHOICES: Mapping[str, tuple[str, ...]] = {
    "arms": ("free", *ARMS, *sorted(TOUCHES)),
    "legs": tuple(LEGS),
    "feet": FEET,
    "under": tuple(UNDER),
}
"""What can be chosen for each part of a pose, besides what the position has by itself."""


def with_pose(movement: Movement, name: str, spec: PoseSpec) -> Movement:
    """The movement with one of its poses exchanged."""
    return replace(movement, poses=tuple((n, spec if n == name else s) for n, s in movement.poses))


def pose_of(movement: Movement, name: str) -> PoseSpec:
    """Raises :class:`PoseError` where there is no such pose."""
    for pose_name, spec in movement.poses:
        if pose_name == name:
            return spec
    raise PoseError(f"there is no pose '{name}'", "pose")


def turn_joint(spec: PoseSpec, joint: str, limbs: Limbs, value: float) -> PoseSpec:
    """Set a joint, or a place, of the trunk or of one side or both. Raises :class:`PoseError` for no such joint."""
    numbers = dict(spec.numbers)
    if joint in TRUNK:
        numbers[joint] = value
    elif joint not in SIDE_NAMES:
        raise PoseError("is not a joint of the body", joint)
    elif limbs is Limbs.BOTH:
        numbers.pop(f"side_{joint}", None)
        numbers.pop(f"other_{joint}", None)
        numbers[joint] = value
    else:
        shared = numbers.pop(joint, None)
        if shared is not None:
            numbers.setdefault(f"side_{joint}", shared)
            numbers.setdefault(f"other_{joint}", shared)
        numbers[f"{limbs}_{joint}"] = value
    return replace(spec, numbers=tuple(sorted(numbers.items())))


def choose(spec: PoseSpec, part: str, limbs: Limbs, word: str, held: Solved | None = None) -> PoseSpec:
    """Choose how arms or legs are held, or what they touch; ``""`` is as the position has it.

    Numbers of that limb go, since the new way brings its own; an arm let go with ``free`` stays where
    it was ``held``. Raises :class:`PoseError` for a word that names nothing.
    """
    if word and word not in CHOICES[part]:
        raise PoseError(f"there is nothing called '{word}' for {part}", part)
    pair: Pair = getattr(spec, part)
    chosen = (
        word if limbs is not Limbs.OTHER else pair[0],
        word if limbs is not Limbs.SIDE else pair[1],
    )
    sides = (Limbs.SIDE, Limbs.OTHER) if limbs is Limbs.BOTH else (limbs,)
    for side in sides:
        spec = _without(spec, _OF_LIMB[part], side)
    if part == "arms":
        let_go = sides if word == "free" else ()
        return _as_held(replace(spec, arms=chosen), let_go, held)
    if part == "feet":
        return replace(spec, feet=chosen)
    feet = tuple("" if way == word else foot for way, foot in zip(chosen, spec.feet, strict=True))
    return replace(spec, legs=chosen, feet=(feet[0], feet[1]) if word else spec.feet)


def _as_held(spec: PoseSpec, limbs: Sequence[Limbs], held: Solved | None) -> PoseSpec:
    """Arms that are let go stay as they were held."""
    if held is None:
        return spec
    for side in limbs:
        for joint in _ARM_JOINTS:
            spec = turn_joint(spec, joint, side, round(held.angles[f"{side_of(side)}_{joint}"], 1))
    return spec


@kept(512)
def allowed_ways(movement: Movement, name: str, part: str, limbs: Limbs) -> tuple[str, ...]:
    """The words of :data:`CHOICES` for arms, legs or feet that the pose called ``name`` can be held up with."""
    spec, held = pose_of(movement, name), dict(solved(movement))[name]
    return tuple(
        word for word in CHOICES[part] if _holds(movement, name, partial(choose, spec, part, limbs, word, held))
    )


@kept(512)
def allowed_supports(movement: Movement, name: str) -> tuple[str, ...]:
    """What the trunk can rest on in the pose called ``name``."""
    spec = pose_of(movement, name)
    return tuple(thing for thing in CHOICES["under"] if _holds(movement, name, partial(rest_on, spec, thing)))


def _holds(movement: Movement, name: str, made: Callable[[], PoseSpec]) -> bool:
    """Whether the movement is held up with this pose; with the other side working it is the mirror."""
    try:
        solved(with_pose(movement, name, made()))
    except PoseError:
        return False
    return True


def rest_on(spec: PoseSpec, thing: str) -> PoseSpec:
    """Choose what bears the trunk; ``""`` is the usual chair or floor."""
    if thing and thing not in UNDER:
        raise PoseError(f"there is nothing called '{thing}' to rest on", "under")
    return replace(spec, on=thing)


def change_position(movement: Movement, position: Position) -> tuple[Movement, tuple[str, ...]]:
    """Every pose in another position, with arms, trunk and prop where they can stay there; and what could not. What
    each pose could keep by itself, but not on the way to the next, is let go of in all of them."""
    for least in range(_TRIES):
        poses, dropped = _begun_in(movement, position, least)
        moved = replace(movement, poses=poses)
        if _goes(moved):
            break
    return moved, dropped


_TRIES = 4
"""How much is let go of in turn: nothing, how the trunk leans, the arms, arms and trunk."""


def _begun_in(
    movement: Movement, position: Position, least: int
) -> tuple[tuple[tuple[str, PoseSpec], ...], tuple[str, ...]]:
    """The poses in another position, each with ``least`` or more let go of; and what that was."""
    kept: list[tuple[str, PoseSpec]] = []
    dropped: dict[str, None] = {}
    for name, spec in movement.poses:
        upper = tuple((joint, value) for joint, value in spec.numbers if _is_upper(joint))
        trunk = tuple((joint, value) for joint, value in upper if joint not in ROOT)
        tries = (
            (replace(PoseSpec(position), arms=spec.arms, numbers=upper), ()),
            (replace(PoseSpec(position), arms=spec.arms, numbers=trunk), ("how the trunk leans",)),
            (replace(PoseSpec(position), numbers=tuple(n for n in trunk if n[0] in TRUNK)), ("arms",)),
            (PoseSpec(position), ("arms", "trunk")),
        )
        spec_now, lost = next((made for made in tries[least:] if _stands(made[0])), tries[-1])
        kept.append((name, spec_now))
        dropped |= dict.fromkeys(lost)
        if spec.legs != ("", "") or spec.feet != ("", "") or any(not _is_upper(joint) for joint, _ in spec.numbers):
            dropped["legs"] = None
        if spec.on:
            dropped["what it rested on"] = None
    return tuple(kept), tuple(dropped)


def _goes(movement: Movement) -> bool:
    try:
        check_way(movement)
    except PoseError:
        return False
    return True


def _is_upper(name: str) -> bool:
    joint = name.removeprefix("side_").removeprefix("other_")
    return joint in SPINE or joint in ROOT or joint in _ARM_JOINTS


def _stands(spec: PoseSpec) -> bool:
    try:
        solve_all([("pose", spec.pose())])
    except PoseError:
        return False
    return True


def add_pose(movement: Movement, after: str) -> tuple[Movement, str]:
    """One more pose after the one named (before the end, if that is named), as that one is; and what it is called.

    Raises :class:`PoseError` where there are as many as there can be.
    """
    if len(movement.poses) == len(POSE_NAMES):
        raise PoseError(f"a movement has at most {len(POSE_NAMES)} poses", "pose")
    specs = [spec for _, spec in movement.poses]
    here = min(_place(movement, after), len(specs) - 2)
    specs.insert(here + 1, pose_of(movement, after))
    made = _named(movement, specs)
    return made, made.poses[here + 1][0]


def remove_pose(movement: Movement, name: str) -> Movement:
    """The movement without one of its poses. Raises :class:`PoseError` where it needs them all."""
    specs = [spec for _, spec in movement.poses]
    if len(specs) <= 2:
        raise PoseError("a movement needs a start and an end", "pose")
    del specs[_place(movement, name)]
    return _named(movement, specs)


def with_path(movement: Movement, path: Path) -> Movement:
    """The movement along another path. Raises :class:`CatalogueError` where its poses are too few."""
    check_path(len(movement.poses), path, ())
    return replace(movement, path=path, pace=())


def with_pace(movement: Movement, pace: tuple[float, ...]) -> Movement:
    """The movement with the part of its time that each way from pose to pose takes; nothing for all the same. Raises
    :class:`CatalogueError`."""
    check_path(len(movement.poses), movement.path, pace)
    return replace(movement, pace=() if len(set(pace)) < 2 else pace)


def moves(movement: Movement) -> bool:
    """Whether anything is different in any of its poses."""
    return len({spec for _, spec in movement.poses}) > 1


def _place(movement: Movement, name: str) -> int:
    pose_of(movement, name)
    return [pose_name for pose_name, _ in movement.poses].index(name)


def _named(movement: Movement, specs: list[PoseSpec]) -> Movement:
    names = (*POSE_NAMES[: len(specs) - 1], POSE_NAMES[-1])
    path = movement.path if len(specs) > 2 else Path.THERE_AND_BACK
    return replace(movement, poses=tuple(zip(names, specs, strict=True)), path=path, pace=())


def value_of(spec: PoseSpec, held: Solved | None, joint: str, limbs: Limbs) -> float:
    """What a control for a joint shows: what is set, or else what the held pose has. Turns are
    positive toward the working side."""
    numbers = dict(spec.numbers)
    names = [joint] if joint in TRUNK else [f"{'other' if limbs is Limbs.OTHER else 'side'}_{joint}", joint]
    for name in names:
        if name in numbers:
            return numbers[name]
    if held is None:
        return 0.0
    if joint in TRUNK:
        return held.angles[joint] * (-1 if joint in SIDED else 1)
    return held.angles[f"{side_of(limbs)}_{joint}"]


def side_of(limbs: Limbs) -> Side:
    """The side meant, where the right side works."""
    return Side.LEFT if limbs is Limbs.OTHER else Side.RIGHT


def _without(spec: PoseSpec, joints: tuple[str, ...], side: Limbs) -> PoseSpec:
    """The pose without what was set for those joints of one side."""
    numbers = dict(spec.numbers)
    opposite = Limbs.OTHER if side is Limbs.SIDE else Limbs.SIDE
    for joint in joints:
        numbers.pop(f"{side}_{joint}", None)
        shared = numbers.pop(joint, None)
        if shared is not None:
            numbers.setdefault(f"{opposite}_{joint}", shared)
    return replace(spec, numbers=tuple(sorted(numbers.items())))
