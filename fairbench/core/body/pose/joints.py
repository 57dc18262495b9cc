"""The joints, the sense of their angles, and how far they go.

Degrees from upright standing with the arms hanging and the palms turned in. Flexion, abduction and
outward rotation are positive; an extended spine, an arm behind the body or pointed toes negative.
Sideways and turning angles of the spine are positive to the person's left.

Rotations are applied parent to child, and within a joint flexion first, then abduction or
side-bend, then rotation: ``R = Ry(flex) Rx(side) Rz(turn)``, read from the outside in.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from math import isfinite

from ...errors import InputError
from ...sides import Side


class PoseError(InputError):
    """A pose asks for what no body can do, or nothing holds it up. The place is the joint."""


@dataclass(frozen=True, slots=True)
class Range:
    """How far a joint goes, in degrees, for an adult and for a stiff older adult."""

    words: str
    least: float
    most: float
    stiff_least: float
    stiff_most: float
    toward: tuple[str, str] = ("back", "forward")
    unit: str = "°"

    def of(self, stiff: bool) -> tuple[float, float]:
        """The least and most degrees, of a stiff body or of a supple one."""
        return (self.stiff_least, self.stiff_most) if stiff else (self.least, self.most)


SPINE: Mapping[str, Range] = {
    "lumbar_flex": Range("low back bend", -30, 60, -15, 40),
    "lumbar_side": Range("low back side-bend", -30, 30, -18, 18, ("to the right", "to the left")),
    "lumbar_turn": Range("low back turn", -15, 15, -10, 10, ("to the right", "to the left")),
    "thoracic_flex": Range("upper back bend", -30, 50, -12, 45),
    "thoracic_side": Range("upper back side-bend", -30, 30, -20, 20, ("to the right", "to the left")),
    "thoracic_turn": Range("upper back turn", -45, 45, -28, 28, ("to the right", "to the left")),
    "neck_flex": Range("neck bend", -65, 60, -40, 45),
    "neck_side": Range("neck side-bend", -45, 45, -28, 28, ("to the right", "to the left")),
    "neck_turn": Range("neck turn", -80, 80, -55, 55, ("to the right", "to the left")),
}

LIMB: Mapping[str, Range] = {
    "shoulder_flex": Range("shoulder, forward and up", -65, 190, -45, 155),
    "shoulder_abduct": Range("shoulder, out to the side", -60, 180, -40, 150, ("across", "out")),
    "shoulder_rotate": Range("shoulder rotation", -110, 110, -90, 80, ("inward", "outward")),
    "elbow_flex": Range("elbow bend", -5, 152, 0, 145, ("straight", "bent")),
    "forearm_turn": Range("forearm turn", -95, 95, -80, 80, ("palm down", "palm up")),
    "wrist_flex": Range("wrist", -92, 85, -75, 65, ("back", "toward the palm")),
    "blade_lift": Range("shoulder blade lift", -15, 40, -10, 30, ("down", "up")),
    "blade_draw": Range("shoulder blade draw", -25, 25, -20, 20, ("back", "forward")),
    "hip_flex": Range("hip, forward and up", -35, 150, -18, 130),
    "hip_abduct": Range("hip, out to the side", -45, 65, -30, 45, ("across", "out")),
    "hip_rotate": Range("hip rotation", -60, 85, -45, 65, ("inward", "outward")),
    "knee_flex": Range("knee bend", -5, 165, 0, 155, ("straight", "bent")),
    "ankle_flex": Range("ankle", -88, 45, -82, 38, ("toes down", "toes up")),
    "foot_pitch": Range("foot on the floor", -70, 45, -60, 35, ("heel up", "toes up")),
}
"""Hips and shoulders bend somewhat further than in a clinic's table, since the model's pelvis and
shoulder blades do not give: their share is in these joints."""

ROOT: Mapping[str, Range] = {
    "lean": Range("lean of the whole trunk", -90, 120, -60, 110),
    "tip": Range("tip of the whole trunk", -95, 95, -60, 60, ("to the right", "to the left")),
    "face": Range("facing", -180, 180, -180, 180, ("to the right", "to the left")),
    "lift": Range("lift of the pelvis", 0, 60, 0, 45, ("down", "up")),
}
"""Not joints, but how the pelvis lies in the room; the support may move it further."""

_SHARE = "% of stature"
PLACES: Mapping[str, Range] = {
    "foot_forward": Range("foot, forward of its place", -50, 60, -50, 60, unit=_SHARE),
    "foot_out": Range("foot, outward of its place", -30, 40, -30, 40, ("in", "out"), _SHARE),
    "hand_forward": Range("hand, forward of its place", -50, 50, -50, 50, unit=_SHARE),
    "hand_out": Range("hand, outward of its place", -50, 40, -50, 40, ("in", "out"), _SHARE),
    "hand_up": Range("hand, above its place", -50, 50, -50, 50, ("down", "up"), _SHARE),
}
"""How far a hand or foot that touches something is moved from where that touch usually is."""

SHIFTS: Mapping[str, Range] = {
    "shift_forward": Range("weight moved forward", -20, 30, -20, 30, unit=_SHARE),
    "shift_side": Range("weight moved sideways", -20, 20, -20, 20, ("to the right", "to the left"), _SHARE),
}

SIDED = frozenset({"lumbar_side", "lumbar_turn", "thoracic_side", "thoracic_turn", "neck_side", "neck_turn"}) | {
    "tip",
    "face",
    "shift_side",
}
"""Angles of the trunk whose sign the mirror changes."""

TRUNK: Mapping[str, Range] = {**SPINE, **ROOT, **SHIFTS}
SIDE_NAMES: Mapping[str, Range] = {**LIMB, **PLACES}
_RANGES = {**TRUNK, **{f"{side}_{joint}": span for side in Side for joint, span in SIDE_NAMES.items()}}

Angles = Mapping[str, float]
"""Angles by whole joint name; in it also stand the shares of stature of :data:`PLACES`."""


def range_of(name: str) -> Range:
    """The range of a joint by its whole name, ``left_knee_flex``. Raises :class:`PoseError`."""
    found = _RANGES.get(name)
    if found is None:
        raise PoseError("is not a joint of the body", name)
    return found


def words_of(name: str) -> str:
    """``left_knee_flex`` as "left knee bend"."""
    for side in Side:
        if name.startswith(f"{side}_"):
            return f"{side} {range_of(name).words}"
    return range_of(name).words


def beyond(angles: Angles, stiff: bool = False, slack: float = 0.5) -> Iterator[PoseError]:
    """Everything in ``angles`` that is out of range, in the order given."""
    for name, value in angles.items():
        span = range_of(name)
        least, most = span.of(stiff)
        unit = span.unit
        if not isfinite(value):
            yield PoseError(f"{words_of(name)} is {value}, which is not an angle", name)
        elif not least - slack <= value <= most + slack:
            who = "a stiff older adult" if stiff else "an adult"
            yield PoseError(
                f"{words_of(name)} is {value:.0f}{unit}; for {who} it goes from {least:.0f} to {most:.0f}{unit}", name
            )


def check(angles: Angles, stiff: bool = False) -> None:
    """Raise the first :class:`PoseError` of :func:`beyond`."""
    for error in beyond(angles, stiff):
        raise error


def mirror(angles: Angles) -> dict[str, float]:
    """The same pose as the mirror shows it."""
    turned: dict[str, float] = {}
    for name, value in angles.items():
        if name.startswith("left_"):
            turned["right_" + name[5:]] = value
        elif name.startswith("right_"):
            turned["left_" + name[6:]] = value
        else:
            turned[name] = -value if name in SIDED else value
    return turned
