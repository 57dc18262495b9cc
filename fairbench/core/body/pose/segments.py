"""The segment table: lengths after Drillis and Contini, masses and centres after Dempster as tabulated by Winter."""

from dataclasses import dataclass

STATURE = 1.65
"""Metres of the person meant where none is given: an ordinary older adult."""

FOOT, ANKLE_HEIGHT = 0.152, 0.039
SHANK, THIGH = 0.246, 0.245
UPPER_ARM, FOREARM, HAND = 0.186, 0.146, 0.108
HIP_TO_SHOULDER = 0.288
HALF_SHOULDERS, HALF_HIPS = 0.129, 0.0955

LOW_JOINT, WAIST_JOINT = 0.055, 0.11
"""Heights above the hips of the two joints that share the lumbar angle."""
MID_JOINT, HIGH_JOINT = 0.165, 0.225
"""Heights of the two that share the thoracic angle."""
NECK_JOINT = 0.305
HEAD_CENTRE = 0.118
"""From the base of the neck to the middle of the head, at the ear."""
HEAD = 0.06
"""Radius of the head; with it the whole is one stature high."""

HEEL = 0.034
"""How far the heel stands behind the ankle."""
BALL = 0.072
"""How far the ball of the foot, on which it rises, is in front of the ankle."""

BACK_DEPTH = 0.06
"""From the line of the hips and shoulders to the surface one lies on."""
SEAT_DEPTH = 0.05
"""From the hip joint down to the seat."""
KNEE_DEPTH, FOREARM_DEPTH, PALM_DEPTH = 0.032, 0.022, 0.016
"""From knee, elbow and wrist to the surface they rest on."""
HEEL_LYING = 0.045
"""Height of the ankle of a leg that lies on its heel."""


@dataclass(frozen=True, slots=True)
class Segment:
    """``mass`` as a share of the body's; ``centre`` as a share of the way from the near to the far joint."""

    mass: float
    centre: float


SEGMENTS = {
    "foot": Segment(0.0145, 0.5),
    "shank": Segment(0.0465, 0.433),
    "thigh": Segment(0.100, 0.433),
    "upper_arm": Segment(0.028, 0.436),
    "forearm": Segment(0.016, 0.430),
    "hand": Segment(0.006, 0.506),
}
"""The limbs' segments; each comes twice."""

HEAD_MASS, THORAX_MASS, ABDOMEN_MASS, PELVIS_MASS = 0.081, 0.216, 0.139, 0.142
