"""What holds the body up: the root moves until every bearing point rests on its surface."""

from collections.abc import Callable

from ...positions import Position
from ...sides import Side
from ..pose.contacts import UNDER
from ..pose.holds import BRACES, FEET
from ..pose.joints import PoseError, check
from ..pose.pose import Pose
from ..pose.stances import complete
from . import bracing, kneeling, lying, reverse, sitting, standing
from .holding import SEATED, Anchors, Solved

_KNEELING = frozenset({Position.KNEELING, Position.HALF_KNEELING, Position.QUADRUPED, Position.FOREARM_QUADRUPED})

_Way = Callable[[Pose, dict[str, float], dict[Side, str], dict[Side, str], Anchors], Solved]


def solve(pose: Pose, anchors: Anchors | None = None, stiff: bool = False) -> Solved:
    """Hold a pose up.

    Raises :class:`PoseError` naming the joint and its value for an angle no body has, or the hand or
    foot for a support that is out of reach.
    """
    check(pose.angles, stiff)
    angles, hands, feet = complete(pose)
    _check_places(pose, hands, feet)
    return _way_for(pose.position, hands)(pose, angles, hands, feet, anchors or Anchors())


def _check_places(pose: Pose, hands: dict[Side, str], feet: dict[Side, str]) -> None:
    for side in Side:
        if feet[side] not in FEET:
            raise PoseError(f"there is nothing called '{feet[side]}' for a foot", f"{side}_foot")
    if pose.on and pose.on not in UNDER:
        raise PoseError(f"there is nothing called '{pose.on}' to rest on", "under")
    for side in Side:
        if hands[side] == reverse.UNDER and pose.position is not Position.LONG_SITTING:
            raise PoseError("hands stand on the floor under the shoulders only from sitting on it", f"{side}_arm")


def _way_for(position: Position, hands: dict[Side, str]) -> _Way:
    """How a position is held up, with the hands where they are."""
    if reverse.UNDER in hands.values():
        return reverse.place
    braced = any(hand in BRACES for hand in hands.values())
    if braced and position not in SEATED and (hands_heavy(position) or position in _KNEELING):
        return bracing.place
    if position in (Position.STANDING, Position.STANDING_SUPPORTED):
        return standing.place
    if position in SEATED or position is Position.LONG_SITTING:
        return sitting.place
    return kneeling.place if position in _KNEELING else lying.place


def hands_heavy(position: Position) -> bool:
    """Whether hands on a wall or worktop push there: standing, but not lying or sitting."""
    return position in (Position.STANDING, Position.STANDING_SUPPORTED)
