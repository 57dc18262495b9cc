"""Which props a movement needs, from what it rests on, touches and holds."""

from collections.abc import Mapping

from ..positions import Level
from .movement import Movement
from .pose.pose import PoseSpec
from .pose.stances import STANCES
from .support.holding import SEATED

_TOUCHED: Mapping[str, tuple[str, ...]] = {
    "rail": ("rail",),
    "rail-side": ("rail",),
    "worktop": ("rail",),
    "wall": ("wall",),
    "wall-high": ("wall",),
    "wall-side": ("wall",),
    "wall-back": ("wall",),
    "frame": ("door-frame",),
    "chair-back": ("second-chair",),
    "second-chair": ("second-chair",),
    "second-back": ("second-chair",),
    "chair-seat": ("second-chair",),
    "block": ("block",),
    "ball-front": ("large-ball",),
    "stick-down": ("stick",),
    "roller-front": ("roller",),
}
_STOOD_ON: Mapping[str, tuple[str, ...]] = {
    "chair": ("second-chair",),
    "chair-behind": ("second-chair",),
    "step": ("step",),
    "stool": ("stool",),
    "small-ball": ("small-ball",),
    "large-ball": ("large-ball",),
    "roller": ("roller",),
    "half-roller": ("half-roller",),
    "block": ("block",),
    "wall": ("wall",),
    "towel": ("towel",),
    "pedals": ("pedals",),
    "cushion": ("cushion",),
}
_UNDER: Mapping[str, tuple[str, ...]] = {
    "large-ball": ("large-ball",),
    "roller-long": ("roller",),
    "half-roller-long": ("half-roller",),
    "roller-across": ("roller",),
    "roller-pelvis": ("roller",),
    "ball-pelvis": ("small-ball",),
    "block-pelvis": ("block",),
    "cushion-pelvis": ("cushion",),
    "cushion-seat": ("cushion",),
    "half-roller": ("half-roller",),
    "cushion": ("cushion",),
    "step": ("step",),
    "wall-lean": ("wall",),
    "wall-sit": ("wall",),
    "cushion-seated": ("chair", "cushion"),
    "ball-back": ("large-ball", "wall"),
    "blanket-knees": ("folded-blanket",),
    "cushion-belly": ("cushion",),
    "towel-back": ("towel",),
}
_LOOPED = frozenset({"thighs", "ankles"})
_ANCHORED = frozenset({"front", "front-high", "front-low", "side"})


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
        if item.prop == "band" and item.where in _ANCHORED:
            found["door-frame"] = None
    return tuple(found)


def _of_pose(spec: PoseSpec) -> list[str]:
    found: list[str] = []
    if spec.position in SEATED and (not spec.on or spec.on == "chair"):
        found.append("chair")
    if spec.position.level is Level.FLOOR:
        found.append("mat")
    found += _UNDER.get(spec.on, ())
    stance = STANCES[spec.position]
    for word, usual in zip(spec.arms, (stance.side_hand, stance.other_hand), strict=True):
        found += _TOUCHED.get(word or usual, ())
    for word in spec.feet:
        found += _STOOD_ON.get(word, ())
    return found
