"""What the people of a measured group live with; ``bin/bench`` and the server side of it measure the same."""

from fairbench.core.people.conditions import Declared
from fairbench.core.sides import Side

PROFILES: tuple[tuple[Declared, ...], ...] = (
    (Declared("thin-bones", severity="marked"), Declared("spine-fracture", stage="old")),
    (Declared("stenosis"),),
    (Declared("stroke", Side.LEFT, severity="arm moves little so far"), Declared("no-floor")),
    (Declared("parkinsons"), Declared("arms-of-chair")),
    (Declared("hip-replacement", Side.LEFT, stage="settled"),),
    (Declared("knee-replacement", Side.RIGHT, stage="early"),),
    (Declared("shoulder-pain", Side.RIGHT, severity="marked"), Declared("high-blood-pressure")),
    (Declared("breathless-lungs"), Declared("fear-of-falling")),
)
