"""What a load weighs at a joint: the lever of two versions side by side, and the load that makes them equal."""

from dataclasses import dataclass, replace

from ..body.held import Held
from ..body.movement import Movement, loads, on_the_way, solved
from ..body.pose.segments import STATURE
from ..body.statics.statics import statics
from ..sides import Side
from .bottle import LoadError

JOINTS = ("shoulder", "hip", "knee", "low_back")
_MOST_KG = 50.0
_HALVINGS = 40


@dataclass(frozen=True, slots=True)
class Bearer:
    """Whose joint it is: kilograms and metres."""

    kg: float = 70.0
    stature_m: float = STATURE

    def __post_init__(self) -> None:
        if not 25 <= self.kg <= 250:
            raise LoadError(f"must be 25 to 250 kg, not {self.kg:g}", "kg")
        if not 1.2 <= self.stature_m <= 2.2:
            raise LoadError(f"must be 1.2 to 2.2 m, not {self.stature_m:g}", "stature_m")


def moment(movement: Movement, joint: str, load_kg: float, who: Bearer) -> float:
    """The most that a joint holds in any pose or halfway between two, in newton metres, on whichever side holds more,
    with ``load_kg`` in the hand or on the ankle. Raises :class:`LoadError` for a joint that is not weighed."""
    if joint not in JOINTS:
        raise LoadError(f"there is no figure for '{joint}'; there is for {', '.join(JOINTS)}", "joint")
    if not 0 <= load_kg <= _MOST_KG:
        raise LoadError(f"must be 0 to {_MOST_KG:g} kg, not {load_kg:g}", "load")
    at = "ankle-weight" if joint in ("hip", "knee") else "hand-weight"
    carried = _carrying(movement, at, load_kg)
    held = loads(carried, Side.RIGHT)
    names = ("low_back",) if joint == "low_back" else (f"left_{joint}", f"right_{joint}")
    poses = (*solved(movement, Side.RIGHT), *on_the_way(movement, Side.RIGHT))
    weighed = (statics(pose, held, who.kg) for _, pose in poses)
    return max(found.moment_for(name, who.kg, who.stature_m) for found in weighed for name in names)


def _carrying(movement: Movement, prop: str, load_kg: float) -> Movement:
    """The movement with a weight where it has one, or where one would be."""
    kinds = ("hand-weight", "bottle", "ankle-weight")
    if any(item.prop in kinds for item in movement.held):
        return replace(movement, load=load_kg)
    where = "ankle" if prop == "ankle-weight" else "hand"
    return replace(movement, load=load_kg, held=(*movement.held, Held(prop, where)))


@dataclass(frozen=True, slots=True)
class Levers:
    """Two versions with the same load: newton metres of each, the ratio of the first to the second, and the load with
    which the second asks what the first does; None where no load within bounds does."""

    first: float
    second: float
    ratio: float
    equal_kg: float | None


def compare(first: Movement, second: Movement, joint: str, load_kg: float, who: Bearer) -> Levers:
    """Both with the same load, and the load that makes the second equal to the first."""
    a, b = moment(first, joint, load_kg, who), moment(second, joint, load_kg, who)
    if b <= 0:
        raise LoadError(f"the second asks nothing of the {joint.replace('_', ' ')}", "joint")
    return Levers(a, b, a / b, _equal(second, joint, a, who))


def _equal(movement: Movement, joint: str, wanted: float, who: Bearer) -> float | None:
    low, high = 0.0, _MOST_KG
    if moment(movement, joint, low, who) > wanted or moment(movement, joint, high, who) < wanted:
        return None
    for _ in range(_HALVINGS):
        half = (low + high) / 2
        if moment(movement, joint, half, who) < wanted:
            low = half
        else:
            high = half
    return (low + high) / 2
