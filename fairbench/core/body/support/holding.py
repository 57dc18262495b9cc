"""What a body held up is made of: contacts, what stays put, and the result."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from ...positions import Position
from ...sides import Side
from ..pose.contacts import FOOT, UNDER
from ..pose.pose import Pose
from ..pose.skeleton import Body
from ..pose.vectors import Vector

SEATED = frozenset({Position.SEATED, Position.SEATED_EDGE})
SURFACES: Mapping[str, float] = {name: rest.height for name, rest in FOOT.items() if rest.height}
"""Height of what a foot stands on, as a share of stature; whatever is not here is the floor."""


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


def under_height(name: str, otherwise: float = 0.0) -> float:
    """How high the thing of this name is that bears the trunk, as a share of stature."""
    return UNDER[name].height if name in UNDER else otherwise


def root_height(pose: Pose) -> float:
    """How high the thing lies or stands that bears the trunk."""
    return under_height(pose.on)


def foot_height(contact: str) -> float:
    """How high what a foot stands on is, in statures; 0 for the ground."""
    return SURFACES.get(contact, 0.0)
