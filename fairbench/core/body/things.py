"""Which props a movement needs, from what it rests on, touches and holds."""

from ..positions import Level
from .bands import ANCHORED
from .movement import Movement
from .pose.contacts import FOOT, HAND, UNDER
from .pose.pose import PoseSpec
from .pose.stances import STANCES
from .support.holding import SEATED

_LOOPED = frozenset({"thighs", "ankles"})


def things_of(movement: Movement) -> tuple[str, ...]:
    """Ids of the props, as in ``props.yaml``, each once, in the order they are met."""
    found: dict[str, None] = {}
    for _, spec in movement.poses:
        found |= dict.fromkeys(_of_pose(spec))
    for item in movement.held:
        if item.prop == "band" and item.where in _LOOPED:
            found["band-loop"] = None
        else:
            found[item.prop] = None
        if item.prop == "band" and item.where in ANCHORED:
            found["door-frame"] = None
    return tuple(found)


def _of_pose(spec: PoseSpec) -> list[str]:
    found: list[str] = []
    if spec.position in SEATED and (not spec.on or spec.on == "chair"):
        found.append("chair")
    if spec.position.level is Level.FLOOR:
        found.append("mat")
    found += UNDER[spec.on].props if spec.on in UNDER else ()
    stance = STANCES[spec.position]
    for word, usual in zip(spec.arms, (stance.side_hand, stance.other_hand), strict=True):
        touch = HAND.get(word or usual)
        found += touch.props if touch else ()
    for word in spec.feet:
        rest = FOOT.get(word)
        found += rest.props if rest else ()
    return found
