"""Fitting words on planks: shorten by whole words, wrap to two lines, or leave it out. Never cut."""

from functools import lru_cache

NARROW, WIDE = set("fijlrt.,:;'| ·()1"), set("mwMW@%")
SIZE = 12.0
"""Type size of plank labels in the units of the drawing."""


@lru_cache(maxsize=4096)
def width_of(text: str, size: float = SIZE) -> float:
    """About how wide a text is, from rough letter widths of our typeface in its bold weight."""
    units = sum(0.36 if letter in NARROW else 0.9 if letter in WIDE else 0.6 for letter in text)
    return units * size


@lru_cache(maxsize=4096)
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
