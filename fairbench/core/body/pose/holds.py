"""Named ways of holding arms and legs, so that a pose is written in a few words."""

from collections.abc import Mapping

from .contacts import FOOT, HAND

ARMS: Mapping[str, Mapping[str, float]] = {
    "hang": {"shoulder_abduct": 7, "elbow_flex": 10},
    "by-sides": {"shoulder_flex": 0, "shoulder_abduct": 12, "elbow_flex": 4},
    "forward": {"shoulder_flex": 88, "elbow_flex": 4},
    "forward-low": {"shoulder_flex": 45, "elbow_flex": 8},
    "up": {"shoulder_flex": 170, "shoulder_abduct": 6, "elbow_flex": 6},
    "half-up": {"shoulder_flex": 130, "shoulder_abduct": 4, "elbow_flex": 6},
    "vee": {"shoulder_flex": 165, "shoulder_abduct": 32, "elbow_flex": 5},
    "wide": {"shoulder_abduct": 88, "elbow_flex": 5},
    "wide-low": {"shoulder_abduct": 45, "elbow_flex": 5},
    "cactus": {"shoulder_abduct": 85, "shoulder_rotate": 88, "elbow_flex": 90},
    "bent": {"shoulder_flex": 2, "shoulder_abduct": 6, "elbow_flex": 90, "shoulder_rotate": -4},
    "bent-open": {"shoulder_flex": 2, "shoulder_abduct": 8, "elbow_flex": 90, "shoulder_rotate": 45},
    "curled": {"shoulder_flex": 8, "shoulder_abduct": 6, "elbow_flex": 135, "forearm_turn": 70},
    "drawn-back": {"shoulder_flex": -42, "shoulder_abduct": 14, "elbow_flex": 105},
    "behind": {"shoulder_flex": -38, "shoulder_abduct": 8, "elbow_flex": 4},
    "press-ready": {"shoulder_flex": 25, "shoulder_abduct": 42, "shoulder_rotate": 18, "elbow_flex": 135},
    "elbows-high": {"shoulder_flex": 20, "shoulder_abduct": 82, "shoulder_rotate": -10, "elbow_flex": 120},
    "chest-ready": {"shoulder_flex": 5, "shoulder_abduct": 30, "elbow_flex": 125, "shoulder_rotate": -15},
    "march": {"shoulder_flex": 38, "shoulder_abduct": 6, "elbow_flex": 85},
    "swing-back": {"shoulder_flex": -32, "shoulder_abduct": 8, "elbow_flex": 75},
    "across": {"shoulder_flex": 82, "shoulder_abduct": -42, "elbow_flex": 8},
    "prone-low": {"shoulder_flex": -4, "shoulder_abduct": 18, "elbow_flex": 3},
    "prone-up": {"shoulder_flex": 172, "shoulder_abduct": 22, "elbow_flex": 6},
    "prone-wide": {"shoulder_abduct": 85, "elbow_flex": 8},
    "prone-cactus": {"shoulder_abduct": 80, "shoulder_rotate": 80, "elbow_flex": 90},
}

LEGS: Mapping[str, tuple[str, Mapping[str, float]]] = {
    "long": ("lying", {"hip_flex": 0, "knee_flex": 0}),
    "table-top": ("free", {"hip_flex": 92, "knee_flex": 90}),
    "lifted": ("free", {"hip_flex": 88, "knee_flex": 4}),
    "half-lifted": ("free", {"hip_flex": 45, "knee_flex": 4}),
    "hug": ("free", {"hip_flex": 122, "knee_flex": 125}),
    "figure-four": ("free", {"hip_flex": 92, "hip_abduct": 34, "hip_rotate": 72, "knee_flex": 98}),
    "march": ("free", {"hip_flex": 115, "knee_flex": 98}),
    "stand-march": ("free", {"hip_flex": 75, "knee_flex": 80, "ankle_flex": 5}),
    "straight-out": ("free", {"hip_flex": 92, "knee_flex": 6, "ankle_flex": 12}),
    "behind": ("free", {"hip_flex": -14, "knee_flex": 6}),
    "curl": ("free", {"hip_flex": -2, "knee_flex": 85}),
    "aside": ("free", {"hip_flex": 0, "hip_abduct": 28, "knee_flex": 2}),
    "drawn-in": ("free", {"hip_flex": 45, "knee_flex": 85}),
}
"""What the foot touches, and the angles."""

FEET = tuple(FOOT)
"""What a foot can touch."""
BODY_TOUCHES = tuple(name for name, touch in HAND.items() if touch.on_body)
TOUCHES = frozenset(HAND)
"""What a hand can touch: a part of the own body, or a thing in the room."""
BRACES = frozenset(name for name, touch in HAND.items() if touch.braces)
HOLDS_ON = frozenset(name for name, touch in HAND.items() if touch.steadies)
