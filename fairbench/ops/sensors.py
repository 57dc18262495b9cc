"""A simulated dynamometer and a simulated range sensor: somebody squeezes and lets go, and bends a joint and holds it,
again and again."""

from .simulated import SimulatedDevice

_EACH = 0.05
SQUEEZED_KG, SQUEEZE_ROUND = 24.6, 3.0
"""The most of a squeeze, and the seconds from one to the next."""
HELD_DEGREES = 112.0


def squeezed_at(seconds: float, most: float = SQUEEZED_KG) -> float:
    """What the dynamometer shows, in kilograms: up in half a second, held for a second and a half, let go."""
    now = seconds % SQUEEZE_ROUND
    if now < 0.5:
        return round(most * now / 0.5, 1)
    if now < 2.0:
        return round(most - (int((now - 0.5) / _EACH) % 3) * most / 100, 1)
    return round(max(0.0, most * (2.5 - now) / 0.5), 1)


def bent_at(seconds: float, held: float = HELD_DEGREES) -> float:
    """What the range sensor shows, in degrees: somebody holds the joint, and trembles by a degree."""
    return held + (int(seconds / _EACH) % 3 - 1)


class SimulatedDynamometer(SimulatedDevice):
    """The dynamometer behind a port of the loopback."""

    def __init__(self, port: int = 0, most: float = SQUEEZED_KG) -> None:
        super().__init__("kg", lambda seconds: squeezed_at(seconds, most), _EACH, port)


class SimulatedRangeSensor(SimulatedDevice):
    """The range sensor behind a port of the loopback."""

    def __init__(self, port: int = 0, held: float = HELD_DEGREES) -> None:
        super().__init__("degrees", lambda seconds: bent_at(seconds, held), _EACH, port)
