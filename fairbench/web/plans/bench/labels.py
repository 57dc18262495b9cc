"""Fitting words on planks: shorten by whole words, wrap to two lines, or leave it out. Never cut."""

from fairbench.core.kept import kept
from fairbench.web.site import typeface

SIZE, WEIGHT = 12.0, 650
"""Type size of plank labels in the units of the drawing, and their weight; the same in ``assets/css/bench.css``."""


def width_of(text: str, size: float = SIZE) -> float:
    """How wide a label is, in the units of the drawing."""
    return typeface.width_of(text, size, WEIGHT)


@kept(4096)
def lines_for(name: str, room: float) -> tuple[str, ...]:
    """The name in one line, or in two split between words; nothing when neither fits."""
    if width_of(name) <= room:
        return (name,)
    words = name.split()
    splits = [(" ".join(words[:n]), " ".join(words[n:])) for n in range(1, len(words))]
    fitting = [split for split in splits if max(map(width_of, split)) <= room]
    return min(fitting, key=lambda split: max(map(width_of, split)), default=())


def name_for(name: str, room: float) -> str:
    """A person's name as far as there is room: whole words, and of a single long one its beginning."""
    words = name.split()
    while len(words) > 1 and width_of(" ".join(words)) > room:
        words.pop()
    shown = " ".join(words)
    while len(shown) > 2 and width_of(shown) > room:
        shown = f"{shown[:-2]}…"
    return shown
