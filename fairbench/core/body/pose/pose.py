"""A pose: the few numbers that differ from how a position is usually held."""

from dataclasses import dataclass, field, replace

from ...positions import Position
from ...sides import Side
from .joints import SIDE_NAMES, SIDED, TRUNK, Angles, PoseError, check, mirror

Pair = tuple[str, str]
"""A word for the left and one for the right."""


@dataclass(frozen=True, slots=True)
class Pose:
    """One moment of a movement.

    ``angles`` holds what is set; every other joint is as the position has it. ``hands`` and ``feet``
    (left, right) name what each touches, ``""`` for what the position has and ``free`` for nothing.
    ``on`` is what bears the trunk if it is not the usual chair or floor. ``side`` is the working side.
    """

    position: Position
    angles: Angles = field(default_factory=dict)
    hands: Pair = ("", "")
    feet: Pair = ("", "")
    on: str = ""
    side: Side = Side.RIGHT

    def hand(self, side: Side) -> str:
        """What the hand of a side does or touches."""
        return self.hands[0] if side is Side.LEFT else self.hands[1]

    def foot(self, side: Side) -> str:
        """What the foot of a side does or touches."""
        return self.feet[0] if side is Side.LEFT else self.feet[1]

    def mirrored(self) -> "Pose":
        """The pose for the other side: nobody types a mirror."""
        return replace(
            self,
            angles=mirror(self.angles),
            hands=(self.hands[1], self.hands[0]),
            feet=(self.feet[1], self.feet[0]),
            side=self.side.other,
        )


@dataclass(frozen=True, slots=True)
class PoseSpec:
    """A pose as data writes it, with the working side as ``side`` and the one opposite as ``other``.

    ``numbers`` may be of a joint (``knee_flex``: both), of one side (``side_knee_flex``) or of the trunk;
    side-bends and turns are positive toward the working side. ``arms`` and ``legs`` name a way of holding
    them (:data:`.holds.ARMS`, :data:`.holds.LEGS`) or what they touch; the pairs are (side, other).
    """

    position: Position
    numbers: tuple[tuple[str, float], ...] = ()
    arms: Pair = ("", "")
    legs: Pair = ("", "")
    feet: Pair = ("", "")
    on: str = ""

    def pose(self, side: Side = Side.RIGHT) -> Pose:
        """The pose with ``side`` as its working side. Raises :class:`PoseError`."""
        pose = self._right()
        check(pose.angles)
        return pose if side is Side.RIGHT else pose.mirrored()

    def _right(self) -> Pose:
        from .holds import ARMS, LEGS, TOUCHES

        angles: dict[str, float] = {}
        hands, feet = ["", ""], ["", ""]
        for index, name in ((1, self.arms[0]), (0, self.arms[1])):
            if name in ARMS:
                hands[index] = "free"
                angles |= {f"{_SIDE[index]}_{joint}": value for joint, value in ARMS[name].items()}
            elif name in TOUCHES or name == "free":
                hands[index] = name
            elif name:
                raise PoseError(f"there is no way of holding an arm called '{name}'", "arms")
        for index, leg, foot in ((1, self.legs[0], self.feet[0]), (0, self.legs[1], self.feet[1])):
            if leg:
                if leg not in LEGS:
                    raise PoseError(f"there is no way of holding a leg called '{leg}'", "legs")
                contact, joints = LEGS[leg]
                feet[index] = contact
                angles |= {f"{_SIDE[index]}_{joint}": value for joint, value in joints.items()}
            if foot:
                feet[index] = foot
        for name, value in sorted(self.numbers, key=lambda pair: pair[0].startswith(("side_", "other_"))):
            for whole, sign in whole_names(name):
                angles[whole] = value * sign
        return Pose(self.position, angles, (hands[0], hands[1]), (feet[0], feet[1]), self.on)


_SIDE = (Side.LEFT, Side.RIGHT)


def whole_names(name: str) -> tuple[tuple[str, int], ...]:
    """The joints a name of the data stands for, with the sign, where the right side works."""
    if name in TRUNK:
        return ((name, -1 if name in SIDED else 1),)
    if name in SIDE_NAMES:
        return tuple((f"{side}_{name}", 1) for side in Side)
    for prefix, side in (("side_", Side.RIGHT), ("other_", Side.LEFT)):
        if name.startswith(prefix) and name.removeprefix(prefix) in SIDE_NAMES:
            return ((f"{side}_{name.removeprefix(prefix)}", 1),)
    raise PoseError("is not a joint of the body", name)
