"""What part of a class each kind of block usually takes."""

from ..exercises.aim import BlockKind

# Usual shares of a 45 to 60 minute class, as (least, most) of its booked length.
SHARES: dict[BlockKind, tuple[float, float]] = {
    BlockKind.SETTLE: (0.03, 0.08),
    BlockKind.WARM_UP: (0.15, 0.25),
    BlockKind.STRENGTHEN: (0.35, 0.50),
    BlockKind.STEADY: (0.0, 0.15),
    BlockKind.STRETCH: (0.12, 0.25),
    BlockKind.CLOSE: (0.04, 0.08),
}
SHORTEST_WARM_UP = 300.0
"""Seconds, however short the class."""
WARM_UP_PLAY = 60.0
"""Seconds by which the shortest warm-up may be longer: nobody fills five minutes to the second. Our own assumption."""


def share_bounds(kind: BlockKind, length: float) -> tuple[float, float]:
    """Least and most seconds a kind of block usually takes in a class of ``length`` seconds."""
    least, most = SHARES[kind]
    low, high = least * length, most * length
    if kind is BlockKind.WARM_UP:
        low = max(low, SHORTEST_WARM_UP)
        high = max(high, low + WARM_UP_PLAY)
    return low, high
