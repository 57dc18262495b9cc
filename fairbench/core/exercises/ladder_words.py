"""What changes from one rung of a ladder to the next, as an instructor would say it. The figures stay with
:class:`~.ladder.Difference`."""

from collections.abc import Iterable, Mapping

from ..kept import kept
from .ladder import Difference

_TWICE, _HALF_AGAIN = 1.75, 1.3
"""From which ratio on something is "about twice as hard", and "about half as hard again"."""

_JOINTS: Mapping[str, tuple[str, str]] = {
    "shoulder_moment": ("shoulder", "shoulders"),
    "hip_moment": ("hip", "hips"),
    "knee_moment": ("knee", "knees"),
    "low_back_moment": ("low back", "low back"),
}
_SHARES: Mapping[str, str] = {
    "hands_share": "the hands carry",
    "forearms_share": "the forearms carry",
    "knees_share": "the knees carry",
    "feet_share": "the feet carry",
    "hand_share": "this hand carries",
    "knee_share": "this knee carries",
}
_LOADS: Mapping[str, str] = {
    "load": "the weight in the hand is",
    "ankle_load": "the weight on the ankle is",
    "overhead_load": "the weight held overhead is",
}
_FURTHER: Mapping[str, tuple[str, str]] = {
    "spine_flexion": ("the back bends further forward", "the back bends further forward"),
    "spine_extension": ("the back arches more", "the back arches more"),
    "spine_rotation": ("the back turns further to the {side}", "the back turns further both ways"),
    "spine_side_bend": ("the back bends further to the {side}", "the back bends further to both sides"),
    "spine_twist_bent": ("the back turns more while bent", "the back turns more while bent"),
    "neck_flexion": ("the neck bends further forward", "the neck bends further forward"),
    "neck_extension": ("the neck bends further back", "the neck bends further back"),
    "neck_rotation": ("the head turns further to the {side}", "the head turns further both ways"),
    "neck_side_bend": ("the head tilts further to the {side}", "the head tilts further to both sides"),
    "shoulder_elevation": ("the {side} arm is raised higher", "the arms are raised higher"),
    "shoulder_extension": ("the {side} arm goes further behind", "the arms go further behind"),
    "shoulder_rotation": ("the {side} arm turns out further", "the arms turn out further"),
    "elbow_flexion": ("the {side} elbow bends more", "the elbows bend more"),
    "wrist_extension": ("the {side} wrist bends further back", "the wrists bend further back"),
    "wrist_load": ("the {side} wrist carries more", "the wrists carry more"),
    "hip_flexion": ("the {side} hip bends more", "the hips bend more"),
    "hip_extension": ("the {side} leg goes further behind", "the legs go further behind"),
    "hip_crossing": ("the {side} leg crosses further over", "the legs cross further over"),
    "hip_inward": ("the {side} hip turns further in", "the hips turn further in"),
    "hip_outward": ("the {side} hip turns further out", "the hips turn further out"),
    "hip_abduction": ("the {side} leg opens wider", "the legs open wider"),
    "straight_leg": ("the straight {side} leg folds further at the hip", "the straight legs fold further at the hips"),
    "knee_flexion": ("the {side} knee bends more", "the knees bend more"),
    "ankle_up": ("the toes of the {side} foot draw up further", "the toes draw up further"),
    "ankle_down": ("the toes of the {side} foot point further", "the toes point further"),
    "stability_margin": ("there is less balance to spare", "there is less balance to spare"),
    "stride": ("the feet are further apart", "the feet are further apart"),
    "speed": ("it is quicker", "it is quicker"),
    "impact": ("it lands harder", "it lands harder"),
    "strain": ("it takes more effort", "it takes more effort"),
    "breath": ("it makes you breathe harder", "it makes you breathe harder"),
    "complexity": ("the pattern is harder to follow", "the pattern is harder to follow"),
    "pressure": ("there is more pressure in the belly", "there is more pressure in the belly"),
}
_WEIGHT_FIRST = ("N·m per kg", "%", "kg", "yes", "% of stature", "of 3")
"""What is told first, by unit: weight and effort, then what holds one up, then how far things go."""


def in_words(differences: Iterable[Difference], most: int) -> str:
    """The ``most`` telling of what rises, as one sentence without its full stop; empty where nothing does."""
    told = dict.fromkeys(plain(found) for found in sorted(differences, key=_order))
    sentence = "; ".join(list(told)[:most])
    return sentence[:1].upper() + sentence[1:]


@kept(4096)
def plain(difference: Difference) -> str:
    """One difference that rises, such as "the shoulders work about 5 times as hard"."""
    demand = difference.demand
    what, side = demand.id, str(demand.side or "")
    both = difference.both or not side
    if what in _JOINTS:
        joint = _JOINTS[what][1 if both else 0]
        plural = difference.both and what != "low_back_moment"
        return f"the {joint if both else f'{side} {joint}'} {_harder(difference, 'work' if plural else 'works')}"
    if what in _SHARES:
        instead = f" instead of {difference.before.value:.0f}%" if difference.before else ""
        return f"{_SHARES[what]} {demand.value:.0f}% of body weight{instead}"
    if what in _LOADS:
        instead = f" instead of {difference.before.value:g}" if difference.before else ""
        return f"{_LOADS[what]} {demand.value:g} kg{instead}"
    if what in _FURTHER:
        return _FURTHER[what][1 if both else 0].format(side=side)
    return f"{demand.words}{'' if difference.after else ' no longer'}"


def _harder(difference: Difference, verb: str) -> str:
    before, after = difference.before, difference.after
    if before is None or after is None:
        return f"{verb} to hold"
    ratio = after.value / before.value
    if ratio >= _TWICE:
        return f"{verb} about {'twice' if ratio < 2.5 else f'{ratio:.0f} times'} as hard"
    return f"{verb} about half as hard again" if ratio >= _HALF_AGAIN else f"{verb} a little harder"


def _order(difference: Difference) -> int:
    unit = difference.demand.unit
    return _WEIGHT_FIRST.index(unit) if unit in _WEIGHT_FIRST else len(_WEIGHT_FIRST)
