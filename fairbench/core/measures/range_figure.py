"""A figure that follows an angle that was measured: the range of a joint, from where it begins to where it ends."""

from collections.abc import Mapping
from dataclasses import dataclass

from ..body.movement import Movement
from ..body.pose.joints import range_of
from ..body.pose.pose import Pair, PoseSpec
from ..body.view import View
from ..errors import InputError
from ..positions import Position
from ..sides import Side


@dataclass(frozen=True, slots=True)
class _Way:
    """How a range is shown: in which position and from where, which joint turns by the angle, and what moves along with
    it, by how much of the angle."""

    position: Position
    joint: str
    view: View = View.SIDE
    along: tuple[tuple[str, float], ...] = ()
    arms: Pair = ("", "")
    start: Pair = ("", "")
    end: Pair = ("", "")


_FREE, _LONG, _LIFTED = ("free", ""), ("long", "long"), ("table-top", "long")
_WAYS: Mapping[str, _Way] = {
    "shoulder-forward": _Way(Position.SEATED, "shoulder_flex", arms=_FREE),
    "shoulder-out": _Way(Position.SEATED, "shoulder_abduct", View.FRONT, arms=_FREE),
    "elbow-bend": _Way(Position.SEATED, "elbow_flex", arms=_FREE),
    "hip-bend": _Way(Position.SUPINE, "hip_flex", along=(("knee_flex", 0.9),), start=_LONG, end=_LIFTED),
    "knee-bend": _Way(Position.SUPINE, "knee_flex", along=(("hip_flex", 0.5),), start=_LONG, end=_LIFTED),
    "ankle-up": _Way(Position.SEATED, "ankle_flex", start=("straight-out", ""), end=("straight-out", "")),
}
JOINTS = tuple(_WAYS)
"""The joints that a figure can show."""


def shown_angle(joint: str, degrees: float) -> float:
    """The angle that the figure can take: no body of ours goes further than its joints do. Raises :class:`InputError`
    for a joint that no figure shows, or for no angle."""
    if joint not in _WAYS:
        raise InputError(f"there is no figure of '{joint[:30]}'", "joint")
    if not 0 <= degrees <= 180:
        raise InputError(f"an angle goes from 0 to 180 degrees, not {degrees:g}", "degrees")
    most = range_of(f"{Side.RIGHT}_{_WAYS[joint].joint}").of(False)[1]
    return min(degrees, most)


def range_movement(joint: str, degrees: float) -> Movement:
    """From where the range begins to the angle, of the working side. Raises as :func:`shown_angle` does."""
    angle = shown_angle(joint, degrees)
    way = _WAYS[joint]
    turned = ((f"side_{way.joint}", angle), *((f"side_{name}", part * angle) for name, part in way.along))
    begins = ((f"side_{way.joint}", 0.0), *((f"side_{name}", 0.0) for name, _ in way.along))
    return Movement(
        (
            ("start", PoseSpec(way.position, begins, arms=way.arms, legs=way.start)),
            ("end", PoseSpec(way.position, turned, arms=way.arms, legs=way.end)),
        ),
        view=way.view,
    )
