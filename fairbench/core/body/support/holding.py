"""What a body held up is made of: contacts, what stays put, and the result."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from ...positions import Position
from ...sides import Side
from ..pose.pose import Pose
from ..pose.skeleton import Body
from ..pose.vectors import Vector

SEATED = frozenset({Position.SEATED, Position.SEATED_EDGE})
SURFACES: Mapping[str, float] = {
    "chair": 0.262,
    "step": 0.09,
    "stool": 0.12,
    "small-ball": 0.105,
    "large-ball": 0.36,
    "roller": 0.09,
    "half-roller": 0.045,
    "block": 0.06,
    "towel": 0.006,
    "pedals": 0.075,
    "cushion": 0.045,
    "chair-behind": 0.262,
}
"""Height of what a foot stands on, as a share of stature; whatever is not here is the floor."""

UNDER: Mapping[str, float] = {
    "chair": 0.262,
    "large-ball": 0.27,
    "roller-long": 0.09,
    "half-roller-long": 0.045,
    "roller-across": 0.09,
    "roller-pelvis": 0.09,
    "ball-pelvis": 0.095,
    "block-pelvis": 0.06,
    "cushion-pelvis": 0.045,
    "cushion-seat": 0.045,
    "half-roller": 0.045,
    "cushion": 0.045,
    "step": 0.09,
    "wall-lean": 0.0,
    "wall-sit": 0.0,
    "cushion-seated": 0.3,
    "ball-back": 0.0,
    "blanket-knees": 0.012,
    "cushion-belly": 0.03,
    "towel-back": 0.0,
}
"""What bears the trunk or is stood on, and its height, as a share of stature."""


@dataclass(frozen=True, slots=True)
class Contact:
    """A part that rests on something.

    ``height`` is of the surface and ``gap`` how far the part is from it, both in stature. ``patch`` is the
    ground under the contact; ``bears`` whether it can carry weight, or only steadies.
    """

    part: str
    thing: str
    point: Vector
    gap: float
    patch: tuple[Vector, ...]
    bears: bool = True


@dataclass(slots=True)
class Anchors:
    """What stays put from one pose of a movement to the next."""

    feet: dict[Side, Vector] = field(default_factory=dict)
    hands: dict[Side, Vector] = field(default_factory=dict)
    hand_things: dict[Side, str] = field(default_factory=dict)
    wall: float | None = None
    position: Position | None = None


@dataclass(frozen=True, slots=True)
class Solved:
    """A pose that is held up. ``things`` says where the wall, the rail and the like stand."""

    pose: Pose
    body: Body
    hands: Mapping[Side, str]
    feet: Mapping[Side, str]
    contacts: tuple[Contact, ...]
    anchors: Anchors
    seat: float

    @property
    def points(self) -> dict[str, Vector]:
        """Where each joint is, in statures."""
        return self.body.points

    @property
    def angles(self) -> dict[str, float]:
        """Every joint's degrees."""
        return self.body.angles


def root_height(pose: Pose) -> float:
    """How high the thing lies or stands that bears the trunk."""
    return UNDER.get(pose.on, 0.0)


def foot_height(contact: str) -> float:
    """How high what a foot stands on is, in statures; 0 for the ground."""
    return SURFACES.get(contact, 0.0)
