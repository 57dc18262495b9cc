"""How each position is held when nothing is said: arms, feet and joints."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from ...positions import Position
from ...sides import Side
from .holds import ARMS
from .joints import SIDE_NAMES, TRUNK
from .pose import Pose


@dataclass(frozen=True, slots=True)
class Stance:
    """Defaults of a position: of the working side and of the other."""

    side_hand: str
    other_hand: str
    side_foot: str
    other_foot: str
    side: Mapping[str, float] = field(default_factory=dict)
    other: Mapping[str, float] = field(default_factory=dict)


_UPRIGHT = {**ARMS["hang"], "knee_flex": 2}
_SAT = {**ARMS["hang"], "hip_flex": 90, "knee_flex": 90}
_FOURS = {"shoulder_flex": 82, "elbow_flex": 6, "knee_flex": 90}
_KNEEL = {**ARMS["hang"], "knee_flex": 90}

STANCES: Mapping[Position, Stance] = {
    Position.STANDING: Stance("free", "free", "flat", "flat", _UPRIGHT, _UPRIGHT),
    Position.STANDING_SUPPORTED: Stance("free", "free", "flat", "flat", _UPRIGHT, _UPRIGHT),
    Position.SEATED: Stance("thighs", "thighs", "flat", "flat", _SAT, _SAT),
    Position.SEATED_EDGE: Stance("thighs", "thighs", "flat", "flat", _SAT, _SAT),
    Position.HALF_KNEELING: Stance("thighs", "free", "flat", "knee", _KNEEL, _KNEEL),
    Position.KNEELING: Stance("free", "free", "knee", "knee", _KNEEL, _KNEEL),
    Position.QUADRUPED: Stance("floor", "floor", "knee", "knee", _FOURS, _FOURS),
    Position.FOREARM_QUADRUPED: Stance("forearm", "forearm", "knee", "knee", _FOURS, _FOURS),
    Position.LONG_SITTING: Stance("thighs", "thighs", "lying", "lying", ARMS["hang"], ARMS["hang"]),
    Position.SIDE_LYING: Stance(
        "floor-front",
        "free",
        "free",
        "free",
        {"hip_flex": 45, "hip_abduct": -14, "knee_flex": 80},
        {"hip_flex": 45, "knee_flex": 80, "shoulder_flex": 165, "elbow_flex": 30},
    ),
    Position.SUPINE: Stance("floor-long", "floor-long", "flat", "flat", ARMS["by-sides"], ARMS["by-sides"]),
    Position.PRONE: Stance(
        "under-brow",
        "under-brow",
        "free",
        "free",
        {"hip_flex": -2, "ankle_flex": -78},
        {"hip_flex": -2, "ankle_flex": -78},
    ),
}


def complete(pose: Pose) -> tuple[dict[str, float], dict[Side, str], dict[Side, str]]:
    """Every angle, and what each hand and foot touches, with the stance's words filled in."""
    stance = STANCES[pose.position]
    angles = dict.fromkeys(TRUNK, 0.0)
    hands, feet = {}, {}
    for side in Side:
        mine = side is pose.side
        defaults = stance.side if mine else stance.other
        angles |= {f"{side}_{joint}": 0.0 for joint in SIDE_NAMES}
        angles |= {f"{side}_{joint}": float(value) for joint, value in defaults.items()}
        hands[side] = pose.hand(side) or (stance.side_hand if mine else stance.other_hand)
        feet[side] = pose.foot(side) or (stance.side_foot if mine else stance.other_foot)
    angles |= pose.angles
    return angles, hands, feet
