"""A simulated luggage scale: somebody draws a band to double length, holds it, and lets it go, again and again. It
streams what it shows over a socket of this machine, a line of JSON five times a second."""

import argparse
from contextlib import suppress

from .simulated import SimulatedDevice

FIRST_SCALE_PORT = 54900
HELD_KG = 2.58
"""What it shows at double length: about 25 N."""
_ROUND, _DRAWN, _HELD = 12.0, 2.0, 10.0
"""Seconds of one round, until it is drawn, and until it is let go."""
_EACH = 0.2


def shown_at(seconds: float, held_kg: float = HELD_KG) -> float:
    """What the scale shows so many seconds after it was switched on, in kilograms: the hand trembles by 20 g."""
    now = seconds % _ROUND
    if now < _DRAWN:
        return round(held_kg * now / _DRAWN, 2)
    if now >= _HELD:
        return round(held_kg * (_ROUND - now) / (_ROUND - _HELD), 2)
    tremble = (int(now / _EACH) % 3 - 1) * 0.02
    return round(held_kg + tremble, 2)


class SimulatedScale(SimulatedDevice):
    """The scale behind a port of the loopback."""

    def __init__(self, port: int = 0, held_kg: float = HELD_KG) -> None:
        super().__init__("kg", lambda seconds: shown_at(seconds, held_kg), _EACH, port)


def main() -> None:
    """The scale by itself: ``python -m fairbench.ops.scale --port 54900``."""
    parser = argparse.ArgumentParser(prog="python -m fairbench.ops.scale", description=__doc__)
    parser.add_argument("--port", type=int, default=FIRST_SCALE_PORT)
    parser.add_argument("--kg", type=float, default=HELD_KG, help="what it shows at double length")
    asked = parser.parse_args()
    scale = SimulatedScale(asked.port, asked.kg)
    print(f"The scale is at {scale.address}", flush=True)
    with suppress(KeyboardInterrupt):
        scale.wait()
    scale.stop()


if __name__ == "__main__":
    main()
