"""What a movement asks of a body, worked out from its poses, and what poses cannot show."""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from math import acos, asin, degrees

from ..positions import Level, Position
from ..sides import Side
from .pose.contacts import FOOT, HAND, UNDER
from .pose.holds import HOLDS_ON
from .pose.joints import PoseError, words_of
from .pose.vectors import Vector, unapply
from .statics.statics import Statics, statics
from .support.holding import Solved

DECLARED = (
    "speed",
    "impact",
    "strain",
    "breath",
    "complexity",
    "pressure",
    "eyes_closed",
    "turning",
    "sudden_stop",
    "breath_held",
    "heat",
    "assisted",
    "pulls_apart",
    "sole_pressure",
)
"""Demands that no pose shows; 0 none to 3 much."""


@dataclass(frozen=True, slots=True)
class Demand:
    """One thing asked: how much, in which unit, in which pose and by which joint.

    ``side`` is the side it is asked of, or None. ``joint`` is empty for what is declared.
    """

    id: str
    words: str
    value: float
    unit: str
    pose: str = ""
    joint: str = ""
    side: Side | None = None

    @property
    def moment(self) -> str:
        """When it is asked: ``in the end pose``, ``on the way from start to end``; nothing for what is declared."""
        if not self.pose:
            return ""
        return f"on the way from {self.pose}" if " to " in self.pose else f"in the {self.pose} pose"

    @property
    def figure(self) -> str:
        """The value with its unit, as it is read out."""
        if self.unit == "yes":
            return "yes"
        if self.unit == "% of stature":
            return f"{abs(self.value):.0f}% of stature {'outside' if self.value < 0 else 'inside'} the edge"
        number = (
            f"{self.value:.0f}" if abs(self.value) >= 10 or self.unit in ("°", "%", "of 3") else f"{self.value:.2f}"
        )
        return f"{number}{self.unit}" if self.unit in ("°", "%") else f"{number} {self.unit}"


WORDS: Mapping[str, tuple[str, str]] = {
    "spine_flexion": ("back bends forward", "°"),
    "spine_extension": ("back arches", "°"),
    "spine_rotation": ("back turns", "°"),
    "spine_side_bend": ("back bends sideways", "°"),
    "spine_twist_bent": ("back turns while bent", "°"),
    "neck_flexion": ("neck bends forward", "°"),
    "neck_extension": ("neck bends back", "°"),
    "neck_rotation": ("neck turns", "°"),
    "neck_side_bend": ("neck bends sideways", "°"),
    "neck_turned_back": ("head turns while tipped back", "°"),
    "shoulder_elevation": ("arm is raised", "°"),
    "shoulder_extension": ("arm goes behind", "°"),
    "shoulder_rotation": ("arm turns out", "°"),
    "arm_moves": ("arm moves with nothing to rest on", "yes"),
    "elbow_flexion": ("elbow bends", "°"),
    "wrist_extension": ("wrist bends back", "°"),
    "wrist_load": ("wrist carries while bent back", "° × %"),
    "overhead_load": ("load held overhead", "kg"),
    "shoulder_moment": ("shoulder holds", "N·m per kg"),
    "hip_moment": ("hip holds", "N·m per kg"),
    "knee_moment": ("knee holds", "N·m per kg"),
    "low_back_moment": ("low back holds", "N·m per kg"),
    "hip_flexion": ("hip bends", "°"),
    "hip_extension": ("leg goes behind", "°"),
    "hip_crossing": ("leg crosses the midline", "°"),
    "foot_across": ("foot passes the midline", "% of height"),
    "hip_inward": ("hip turns inward", "°"),
    "hip_outward": ("hip turns outward", "°"),
    "hip_abduction": ("leg opens to the side", "°"),
    "straight_leg": ("straight leg folds at the hip", "°"),
    "knee_flexion": ("knee bends", "°"),
    "ankle_up": ("toes draw up", "°"),
    "ankle_down": ("toes point", "°"),
    "hands_share": ("weight on the hands", "%"),
    "hand_share": ("weight on this hand", "%"),
    "forearms_share": ("weight on the forearms", "%"),
    "knees_share": ("weight on the knees", "%"),
    "knee_share": ("weight on this knee", "%"),
    "feet_share": ("weight on the feet", "%"),
    "stability_margin": ("balance to spare before tipping", "% of stature"),
    "stride": ("one foot far in front of the other", "% of height"),
    "unsupported": ("stands without a hand on anything", "yes"),
    "rises": ("gets up and sits down", "yes"),
    "rises_alone": ("gets up without the hands", "yes"),
    "single_leg": ("stands on one leg", "yes"),
    "narrow_base": ("feet in a line or together", "yes"),
    "soft_ground": ("stands on something soft", "yes"),
    "spine_load": ("weight carried upright", "kg"),
    "knee_hard": ("kneels without a pad", "yes"),
    "head_low": ("head is below the heart", "yes"),
    "lies_flat": ("lies flat", "yes"),
    "lies_front": ("lies on the front", "yes"),
    "lies_side": ("lies on one side", "yes"),
    "rolls_over": ("rolls over to get there", "yes"),
    "floor": ("gets down to the floor", "yes"),
    "grip": ("holds something", "yes"),
    "load": ("load in the hand", "kg"),
    "ankle_load": ("load on the ankle", "kg"),
    "speed": ("quick", "of 3"),
    "impact": ("impact", "of 3"),
    "strain": ("effort held", "of 3"),
    "breath": ("out of breath", "of 3"),
    "complexity": ("a pattern to follow", "of 3"),
    "pressure": ("pressure in the belly", "of 3"),
    "eyes_closed": ("eyes closed", "of 3"),
    "turning": ("turns on the spot", "of 3"),
    "sudden_stop": ("stops suddenly", "of 3"),
    "breath_held": ("breath held", "of 3"),
    "heat": ("gets hot", "of 3"),
    "assisted": ("the other hand pulls", "of 3"),
    "sole_pressure": ("something hard under the sole", "of 3"),
    "pulls_apart": ("the arms pull apart", "of 3"),
}
"""Every demand by id: what it is called and its unit."""

_SIDED = frozenset(what for what in WORDS if what.startswith(("shoulder_", "elbow_", "wrist_", "hip_", "ankle_"))) | {
    "knee_moment",
    "knee_flexion",
    "knee_share",
    "straight_leg",
    "hand_share",
    "grip",
    "load",
    "overhead_load",
    "arm_moves",
}
"""Demands of one arm or one leg."""
_FLAT_HAND = 70.0
"""Degrees that a wrist is bent back where a flat hand carries weight on what lies level."""
_ARM_MOVES = 20.0
"""Degrees of shoulder or elbow from one pose to the next that count as a movement of the arm."""
_PELVIS_HIGH = 0.09
"""Statures that the pelvis is above the head from which somebody on their back counts as head down."""
_STRAIGHT = 30.0
"""Degrees of bend up to which a knee counts as straight."""
_LEAST: Mapping[str, float] = {"°": 3.0, "%": 1.0, "N·m per kg": 0.03, "° × %": 1.0, "kg": 0.01, "% of stature": -99.0}
"""Below this nothing is asked, by unit."""
_LEAST_OF: Mapping[str, float] = {what: _LEAST.get(unit, 0.0) for what, (_, unit) in WORDS.items()}

_SHORTEST_WAY = frozenset(
    {"shoulder_elevation", "shoulder_extension", "shoulder_rotation", "elbow_flexion", "wrist_extension"}
)
"""Degrees of an arm that goes from one pose to the only other: it takes the shortest way, though its joint angles,
which run evenly, may not. Where there are more poses, they say which way it goes."""

_Most = dict[tuple[str, Side | None], Demand]
"""The most that was asked of each thing and side so far."""
PoseDemand = tuple[str, float, str, Side | None]
"""One thing that a pose asks: which demand, how much, by which joint and of which side."""


_PLACE = {what: place for place, what in enumerate(WORDS)}
_CHANGED_OVER = {side.value: side.other.value for side in Side}


LESS_IS_HARDER = frozenset({"stability_margin"})
"""Demands that are the greater, the smaller their figure is."""


def harder_by(what: str, value: float, than: float) -> float:
    """How much more is demanded by ``value`` than by another value of the same demand; negative where it is less."""
    return than - value if what in LESS_IS_HARDER else value - than


def demands_of(
    poses: Sequence[tuple[str, Solved]],
    loads: Mapping[str, float] | None = None,
    declared: Mapping[str, float] | None = None,
    grips: frozenset[Side] = frozenset(),
    at_least: Iterable[tuple[str, Side | None, float]] = (),
    on_the_way: Sequence[tuple[str, Solved]] = (),
) -> tuple[Demand, ...]:
    """The most that any pose asks of each thing and side. ``poses`` are (name, solved), and so are the moments
    ``on_the_way`` between them, which are named only where they ask more. ``at_least`` is what the model of the body
    does not show, such as hands that push on the seat: the least that is asked, of a side or of both.

    Raises :class:`PoseError` for something declared that can only be computed.
    """
    ways = frozenset(name for name, _ in on_the_way)
    shown = ((name, solved, statics(solved, loads)) for name, solved in (*poses, *on_the_way))
    most: _Most = {}
    for name, solved, held in shown:
        passed = _SHORTEST_WAY if len(poses) == 2 and name in ways else frozenset()
        for what, value, joint, side in _asked(solved, held, loads or {}):
            if what not in passed and round(value, 3) > _LEAST_OF[what]:
                _raise_to(most, _demand(what, value, name, joint, side))
    for what, side, value in at_least:
        for of in tuple(Side) if what in _SIDED and side is None else (side,):
            _raise_to(most, _demand(what, value, poses[-1][0], f"{of} side" if of else "whole body", of))
    grip = (_demand("grip", 1.0, poses[0][0], f"{side} hand", side) for side in sorted(grips))
    return _in_order([*most.values(), *grip, *_rising(poses), *_arms_moving(poses), *_declared_demands(declared or {})])


def _raise_to(most: _Most, asked: Demand) -> None:
    """Keep a demand where it is more than what is kept of the same thing and side."""
    found = most.get((asked.id, asked.side))
    if found is None or harder_by(asked.id, asked.value, found.value) > 0:
        most[asked.id, asked.side] = asked


def _declared_demands(declared: Mapping[str, float]) -> Iterator[Demand]:
    """What no pose shows. Raises :class:`PoseError` for what can only be computed."""
    for what, value in declared.items():
        if what not in DECLARED:
            raise PoseError(f"is not declared but computed; what is declared is {', '.join(DECLARED)}", what)
        if value:
            yield _demand(what, float(value))


def _in_order(asked: Iterable[Demand]) -> tuple[Demand, ...]:
    return tuple(sorted(asked, key=lambda demand: (_PLACE[demand.id], demand.side or "")))


def mirrored(asked: Iterable[Demand]) -> tuple[Demand, ...]:
    """The same demands with left and right changed over."""
    return _in_order(replace(one, side=one.side and one.side.other, joint=_other_side(one.joint)) for one in asked)


def _other_side(words: str) -> str:
    return " ".join(_CHANGED_OVER.get(word, word) for word in words.split(" "))


def least_of(
    poses: Sequence[tuple[str, Solved]], loads: Mapping[str, float] | None = None
) -> Mapping[tuple[str, Side | None], float]:
    """The least that any pose asks of each thing and side, in the unit of the demand: what is left when a movement is
    cut short."""
    least: dict[tuple[str, Side | None], float] = {}
    asked = [_most_of_pose(solved, loads or {}) for _, solved in poses]
    for key in {key for pose in asked for key in pose}:
        least[key] = min(pose.get(key, 0.0) for pose in asked)
    return least


def _most_of_pose(solved: Solved, loads: Mapping[str, float]) -> dict[tuple[str, Side | None], float]:
    most: dict[tuple[str, Side | None], float] = {}
    for what, value, _, side in _asked(solved, statics(solved, loads), loads):
        if value > _LEAST_OF[what]:
            most[what, side] = max(value, most.get((what, side), 0.0))
    return most


def _demand(what: str, value: float, pose: str = "", joint: str = "", side: Side | None = None) -> Demand:
    words, unit = WORDS[what]
    return Demand(what, words, round(value, 3), unit, pose, joint, side)


def _asked(solved: Solved, held: Statics, loads: Mapping[str, float]) -> Iterator[PoseDemand]:
    yield from _spine(solved)
    for side in Side:
        yield from _arm(solved, held, loads, side)
        yield from _leg(solved, held, side)
    yield "low_back_moment", held.moments["low_back"], "low back", None
    for group in ("hands", "forearms", "knees", "feet"):
        yield f"{group}_share", held.shares[group] * 100, group, None
    yield "stability_margin", held.stability_margin * 100, "support", None
    yield "spine_load", _carried(solved, loads), "spine", None
    yield from _base(solved)


def _carried(solved: Solved, loads: Mapping[str, float]) -> float:
    """Kilograms in the hands of somebody upright."""
    upright = solved.pose.position.level in (Level.STANDING, Level.SEATED)
    return sum(kg for point, kg in loads.items() if point.endswith("_palm")) if upright else 0.0


def _rising(poses: Sequence[tuple[str, Solved]]) -> Iterator[Demand]:
    """Getting up from a chair within the movement, and whether the hands help."""
    levels = {solved.pose.position.level for _, solved in poses}
    if {Level.SEATED, Level.STANDING} <= levels:
        yield _demand("rises", 1.0, poses[-1][0], "whole body")
        sat = [solved for _, solved in poses if solved.pose.position.level is Level.SEATED]
        if not any("seat" in hand for solved in sat for hand in solved.hands.values()):
            yield _demand("rises_alone", 1.0, poses[-1][0], "whole body")


def _arms_moving(poses: Sequence[tuple[str, Solved]]) -> Iterator[Demand]:
    """An arm that goes from pose to pose by itself, its hand on nothing that steadies or carries."""
    for side in Side:
        for (_, a), (name, b) in pairwise(poses):
            free = not any(_is_support(solved.hands[side]) for solved in (a, b))
            names = [f"{side}_{joint}" for joint in ("shoulder_flex", "shoulder_abduct", "elbow_flex")]
            if free and max(abs(b.angles[joint] - a.angles[joint]) for joint in names) > _ARM_MOVES:
                yield _demand("arm_moves", 1.0, name, f"{side} arm", side)
                break


def _is_support(hand: str) -> bool:
    return hand in HAND and (HAND[hand].steadies or HAND[hand].braces)


def _spine(solved: Solved) -> Iterator[PoseDemand]:
    a = solved.angles
    flex = a["lumbar_flex"] + a["thoracic_flex"]
    turn, side = a["lumbar_turn"] + a["thoracic_turn"], a["lumbar_side"] + a["thoracic_side"]
    yield "spine_flexion", max(flex, a["lumbar_flex"], a["thoracic_flex"]), "low and upper back", None
    yield "spine_extension", -min(flex, a["lumbar_flex"], a["thoracic_flex"]), "low and upper back", None
    yield "spine_rotation", abs(turn), "low and upper back", _toward(turn)
    yield "spine_side_bend", abs(side), "low and upper back", _toward(side)
    if flex > 10:
        yield "spine_twist_bent", min(abs(turn), flex), "low and upper back", None
    yield "neck_flexion", a["neck_flex"], words_of("neck_flex"), None
    yield "neck_extension", -a["neck_flex"], words_of("neck_flex"), None
    yield "neck_rotation", abs(a["neck_turn"]), words_of("neck_turn"), _toward(a["neck_turn"])
    yield "neck_turned_back", min(-a["neck_flex"], abs(a["neck_turn"])), words_of("neck_turn"), None
    yield "neck_side_bend", abs(a["neck_side"]), words_of("neck_side"), _toward(a["neck_side"])


def _toward(angle: float) -> Side:
    return Side.LEFT if angle > 0 else Side.RIGHT


def _upper_arm(solved: Solved, side: Side) -> Vector:
    """Where the upper arm points, seen from the trunk: forward, to the left, up."""
    frame = solved.body.frames[f"{side}_upper_arm"]
    return unapply(solved.body.frames["thorax"], (-frame[0][2], -frame[1][2], -frame[2][2]))


def _raised_and_behind(solved: Solved, side: Side) -> tuple[float, float]:
    """Degrees that the arm is raised from hanging, 180 overhead; and degrees that it goes behind the trunk.

    An arm below the shoulder that goes more behind than out to the side is not raised.
    """
    forward, aside, up = _upper_arm(solved, side)
    raised = degrees(acos(max(-1.0, min(1.0, -up))))
    behind = degrees(asin(max(0.0, min(1.0, -forward)))) if up < 0 else 0.0
    return (0.0 if up < 0 and -forward > abs(aside) else raised), behind


def _arm(solved: Solved, held: Statics, loads: Mapping[str, float], side: Side) -> Iterator[PoseDemand]:
    a, p = solved.angles, f"{side}_"
    raised, behind = _raised_and_behind(solved, side)
    yield "shoulder_elevation", raised, f"{side} shoulder", side
    yield "shoulder_extension", behind, f"{side} shoulder", side
    yield "shoulder_rotation", a[p + "shoulder_rotate"], f"{side} shoulder", side
    yield "elbow_flexion", a[p + "elbow_flex"], f"{side} elbow", side
    back, share = max(0.0, -a[p + "wrist_flex"]), held.each.get(p + "hand", 0.0)
    yield "wrist_extension", back, f"{side} wrist", side
    bent = max(back, _FLAT_HAND) if share and _is_level(solved.hands[side]) else back
    yield "wrist_load", bent * share, f"{side} wrist", side
    yield "shoulder_moment", held.moments[p + "shoulder"], f"{side} shoulder", side
    load = loads.get(p + "palm", 0.0)
    yield "load", load, f"{side} hand", side
    yield "ankle_load", loads.get(p + "ankle", 0.0), f"{side} ankle", side
    if "forearm" not in solved.hands[side]:
        yield "hand_share", held.each.get(p + "hand", 0.0) * 100, f"{side} hand", side
    if load and raised > 90:
        yield "overhead_load", load, f"{side} shoulder", side


def _leg(solved: Solved, held: Statics, side: Side) -> Iterator[PoseDemand]:
    a, p = solved.angles, f"{side}_"
    yield "hip_flexion", a[p + "hip_flex"], f"{side} hip", side
    yield "hip_extension", -a[p + "hip_flex"], f"{side} hip", side
    yield "hip_crossing", -a[p + "hip_abduct"], f"{side} hip", side
    yield "foot_across", _across(solved, side), f"{side} foot", side
    yield "hip_inward", -a[p + "hip_rotate"], f"{side} hip", side
    yield "hip_outward", a[p + "hip_rotate"], f"{side} hip", side
    yield "hip_abduction", a[p + "hip_abduct"], f"{side} hip", side
    if a[p + "knee_flex"] < _STRAIGHT:
        yield "straight_leg", a[p + "hip_flex"], f"{side} hip", side
    yield "knee_share", held.each.get(p + "knee", 0.0) * 100, f"{side} knee", side
    yield "knee_flexion", a[p + "knee_flex"], f"{side} knee", side
    yield "ankle_up", a[p + "ankle_flex"], f"{side} ankle", side
    yield "ankle_down", -a[p + "ankle_flex"], f"{side} ankle", side
    yield "hip_moment", held.moments[p + "hip"], f"{side} hip", side
    yield "knee_moment", held.moments[p + "knee"], f"{side} knee", side


def _across(solved: Solved, side: Side) -> float:
    """How far the ankle lies past the middle of the pelvis, in percent of stature. A pelvis that moves over the leg
    that is stood on takes no foot across."""
    ankle, hips = solved.points[f"{side}_ankle"], solved.points["hips"]
    aside = unapply(solved.body.frames["pelvis"], (ankle[0] - hips[0], ankle[1] - hips[1], ankle[2] - hips[2]))[1]
    return 100 * (-aside if side is Side.LEFT else aside)


def _is_level(hand: str) -> bool:
    return hand in HAND and HAND[hand].level


def _is_raised(solved: Solved, side: Side) -> bool:
    foot = solved.feet[side]
    return foot in FOOT and FOOT[foot].raised


def _is_soft(solved: Solved) -> bool:
    feet = [FOOT[foot].soft for foot in solved.feet.values() if foot in FOOT]
    return any(feet) or (solved.pose.on in UNDER and UNDER[solved.pose.on].soft)


def _is_padded(solved: Solved) -> bool:
    return solved.pose.on in UNDER and UNDER[solved.pose.on].pads


_LYING = {Position.SUPINE: "lies_flat", Position.PRONE: "lies_front", Position.SIDE_LYING: "lies_side"}


def _base(solved: Solved) -> Iterator[PoseDemand]:
    position = solved.pose.position
    if position.level is Level.STANDING:
        yield from _standing(solved)
    if _is_head_low(solved):
        yield "head_low", 1.0, "head", None
    if position in _LYING:
        on = solved.pose.side.other if position is Position.SIDE_LYING else None
        yield _LYING[position], 1.0, "trunk", on
    if position in (Position.PRONE, Position.SIDE_LYING):
        yield "rolls_over", 1.0, "whole body", None
    if any(foot == "knee" for foot in solved.feet.values()) and not _is_padded(solved):
        yield "knee_hard", 1.0, "knees", None
    if position.level is Level.FLOOR:
        yield "floor", 1.0, "whole body", None


def _standing(solved: Solved) -> Iterator[PoseDemand]:
    """What standing asks: how narrow it is, how soft, and what is held."""
    feet = [contact for contact in solved.contacts if contact.part.endswith("_foot") and contact.bears]
    held = any(hand in HOLDS_ON for hand in solved.hands.values())
    raised = [side for side in Side if _is_raised(solved, side) and not _is_raised(solved, side.other)]
    left, right = solved.points["left_ankle"], solved.points["right_ankle"]
    if len(feet) == 1:
        side = Side(feet[0].part.split("_")[0])
        yield "single_leg", 1.0, f"{side} foot", side
    elif raised and not held:
        # On the way up to it the foot is in the air, and nothing else helps.
        yield "single_leg", 1.0, f"{raised[0].other} foot", raised[0].other
    elif abs(left[1] - right[1]) < 0.1:
        yield "narrow_base", 1.0, "feet", None
    if not held:
        yield "unsupported", 1.0, "hands", None
    if _is_soft(solved):
        yield "soft_ground", 1.0, "feet", None
    yield "stride", abs(left[0] - right[0]) * 100 if len(feet) == 2 else 0.0, "feet", None


def _is_head_low(solved: Solved) -> bool:
    """Whether the head is below the heart; of somebody on the back, whether the pelvis is well above the head."""
    head = solved.points["head"][2]
    if solved.pose.position is Position.SUPINE:
        return solved.points["hips"][2] - head > _PELVIS_HIGH
    return head < solved.points["high"][2] - 0.02
