"""What is done otherwise where a rule asks for less: words one can do, if they can be done in this version at all.

A rule asks for less of something; which of its terms can be brought down depends on the version: a range can be cut
short where some pose of the movement is within the bound, a head can be raised on a mat and not on a roller, a hand can
take the rail where it holds nothing. Where none of the terms can be brought down, the rule cannot be followed in this
version, and the fit looks for another.
"""

from collections.abc import Callable, Mapping

from ..body.demands import WORDS
from ..body.movement import least
from ..body.pose.contacts import HAND
from ..exercises.exercise import Version
from ..kept import kept
from ..people.rules import Term
from ..positions import Level
from ..sides import Side
from .cautions import TriggeredRule

_KEPT = 8192
_RANGE: Mapping[str, str] = {
    "spine_flexion": "round the back less and fold at the hips",
    "spine_extension": "arch less",
    "spine_rotation": "turn less far",
    "spine_side_bend": "lean over less far",
    "spine_twist_bent": "grow tall before you turn",
    "neck_flexion": "bring the chin down less",
    "neck_extension": "look up with the eyes and let the head stay level",
    "neck_rotation": "turn the head less far",
    "neck_turned_back": "turn the head level, not tipped back",
    "neck_side_bend": "tilt the head less far",
    "shoulder_elevation": "{side} arm no higher than {height}",
    "shoulder_extension": "take the {side} arm less far back",
    "shoulder_rotation": "turn the {side} arm out less",
    "elbow_flexion": "bend the {side} elbow less",
    "hip_flexion": "bend less at the {side} hip",
    "hip_extension": "take the {side} leg less far behind",
    "hip_crossing": "keep the {side} leg on its own side",
    "foot_across": "keep the {side} foot on its own side",
    "hip_inward": "turn the {side} leg in less",
    "hip_outward": "turn the {side} leg out less",
    "hip_abduction": "open the {side} leg less",
    "straight_leg": "keep the {side} knee a little bent",
    "knee_flexion": "bend the {side} knee less",
    "ankle_up": "draw the {side} toes up less",
    "ankle_down": "lift the {side} heel less high",
    "knee_moment": "go less deep",
    "hip_moment": "make it smaller",
    "shoulder_moment": "keep the {side} arm short, elbow bent",
    "low_back_moment": "tip forward less far",
    "stride": "smaller steps",
    "head_low": "stop while the head is level with the heart",
    "hands_share": "lean less on the hands",
    "hand_share": "lean less on the {side} hand",
    "forearms_share": "lean less on the forearms",
    "wrist_load": "lean less on the {side} hand",
    "wrist_extension": "keep the {side} wrist straighter",
}
"""Cut short: can be done where a pose of the movement asks no more than the bound."""
_ALWAYS: Mapping[str, str] = {
    "speed": "half as quick",
    "impact": "softly, rolling through the foot",
    "strain": "half the effort",
    "breath": "slower, with a pause whenever you want one",
    "complexity": "one part of it at a time",
    "pressure": "half the range, breathing out with the effort",
    "load": "with a lighter weight, or none",
    "overhead_load": "without the weight overhead",
    "ankle_load": "without the weight on the ankle",
    "held": "hold no longer than {bound:g} s",
    "seconds": "rest on a chair after half of it",
    "rises": "half as often",
    "turning": "turn in small steps, a hand on something",
    "sudden_stop": "slow down before you stop",
    "breath_held": "breathe on, and count aloud",
    "eyes_closed": "with the eyes open",
    "pulls_apart": "half as far, with a lighter pull",
    "sole_pressure": "on something soft, hardly pressing",
    "assisted": "without the other hand pulling",
    "heat": "cooler, with water near",
    "spine_load": "with a lighter weight, or none",
    "grip": "hold loosely, and open the hand in between",
}
_NEEDS_BOTH_HANDS = frozenset({"stick", "band", "flex-ring", "hand-weight", "bottle", "large-ball", "towel"})
_FIRST = ("unsupported", "rises_alone", "ankle_load", "overhead_load", "load", "grip")
"""What is brought down first where a rule has several terms."""


def easing(hit: TriggeredRule, version: Version) -> str:
    """What is done otherwise in ``version`` to follow a rule that asks for less; empty where it cannot be followed."""
    words = _easing(hit.rule.when, hit.side, version)
    return hit.rule.do if words and hit.rule.do else words


@kept(_KEPT)
def _easing(terms: tuple[Term, ...], side: Side | None, version: Version) -> str:
    above = [term for term in terms if term.above]
    ordered = sorted(above, key=lambda term: _FIRST.index(term.demand) if term.demand in _FIRST else len(_FIRST))
    for term in ordered:
        words = _brought_down(term, side, version)
        if words:
            return words
    return ""


def _brought_down(term: Term, side: Side | None, version: Version) -> str:
    if term.demand in _ALWAYS:
        return _to_the_figure(_ALWAYS[term.demand].format(bound=term.bound), term)
    special = _SPECIAL.get(term.demand)
    words = special(version, side) if special else ""
    if not words and term.demand in _RANGE and _within(term, side, version):
        words = _RANGE[term.demand].format(side=side or "", height=_height(term.bound))
        words = _to_the_figure(words, term)
    return " ".join(words.split())


def _to_the_figure(words: str, term: Term) -> str:
    """With the figure that was said of the person, where the rule has its bound from one."""
    if not term.measured:
        return words
    unit = WORDS[term.demand][1]
    return f"{words}, to {term.bound:g}{'' if unit == '°' else ' '}{unit} at most"


def _within(term: Term, side: Side | None, version: Version) -> bool:
    """Whether some pose of the movement is within the bound, whichever side works."""
    for working in Side:
        found = least(version.movement, working)
        values = [value for (what, of), value in found.items() if what == term.demand and side in (None, of)]
        if max(values, default=0.0) <= term.bound:
            return True
    return False


def _height(degrees: float) -> str:
    """Where an arm is that is raised so far from hanging."""
    if degrees < 85:
        return "just below the shoulder"
    if degrees < 100:
        return "the shoulder"
    return "the forehead" if degrees < 135 else "just short of overhead"


def _hand_on(version: Version, _: Side | None) -> str:
    standing = version.position.level is Level.STANDING
    free = not _NEEDS_BOTH_HANDS & set(version.props)
    return "one hand on the rail or a chair back" if standing and free else ""


def _hands_help(version: Version, _: Side | None) -> str:
    return "" if _NEEDS_BOTH_HANDS & set(version.props) else "with the hands on the chair"


def _further_in_front(version: Version, side: Side | None) -> str:
    """A hand on the rail is behind because one has gone ahead of it."""
    touched = {word for _, spec in version.movement.poses for word in spec.arms}
    holds_on = any(word in HAND and HAND[word].steadies for word in touched)
    return f"hold on further in front with the {side or ''} hand" if holds_on else ""


def _toes_down(version: Version, side: Side | None) -> str:
    """``side`` is the one that is stood on."""
    on_something = {"step", "stool", "block"} & set(version.props)
    other = side.other if side else "other"
    return "" if on_something else f"toes of the {other} foot stay down"


def _wider(version: Version, _: Side | None) -> str:
    return "feet as wide as the hips" if version.position.level is Level.STANDING else ""


def _head_raised(version: Version, _: Side | None) -> str:
    return "" if _lies_on_something(version) else "head and shoulders raised on two cushions"


def _belly_cushion(version: Version, _: Side | None) -> str:
    return "" if _lies_on_something(version) else "a cushion under the belly"


def _soft_knee(version: Version, side: Side | None) -> str:
    return "" if _lies_on_something(version) else f"a folded blanket under the {side or ''} knee"


def _closer(version: Version, _: Side | None) -> str:
    """Against what stands upright, standing closer takes the weight off."""
    return "stand closer, more upright" if {"wall", "rail"} & set(version.props) and _stands(version) else ""


def _padded(version: Version, _: Side | None) -> str:
    return "" if _lies_on_something(version) else "a folded blanket under the knees"


def _floor_instead(version: Version, _: Side | None) -> str:
    """What is stood on can be left away where it only makes the ground soft."""
    return "on the floor instead of the soft thing" if _stands(version) else ""


def _stands(version: Version) -> bool:
    return version.position.level is Level.STANDING


def _lies_on_something(version: Version) -> bool:
    return any(spec.on for _, spec in version.movement.poses)


_SPECIAL: Mapping[str, Callable[[Version, Side | None], str]] = {
    "unsupported": _hand_on,
    "shoulder_extension": _further_in_front,
    "rises_alone": _hands_help,
    "single_leg": _toes_down,
    "narrow_base": _wider,
    "lies_flat": _head_raised,
    "lies_front": _belly_cushion,
    "knee_hard": _padded,
    "soft_ground": _floor_instead,
    "knee_share": _soft_knee,
    "knees_share": _soft_knee,
    "hands_share": _closer,
    "hand_share": _closer,
    "wrist_load": _closer,
}
