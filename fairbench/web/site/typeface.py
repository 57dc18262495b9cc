"""How wide a text is in the typeface that ships, read off the typeface's own tables."""

from collections.abc import Mapping
from pathlib import Path
from typing import Any

from fontTools.ttLib import TTFont

from fairbench.core.kept import kept

_FOLDER = Path(__file__).resolve().parents[1] / "static/fonts"
_FILES = tuple(_FOLDER / f"atkinson-hyperlegible-next-{part}-wght-normal.woff2" for part in ("latin", "latin-ext"))
_UNKNOWN = 0.6
"""Width in ems of a letter that the typeface does not have; another takes its place on the screen."""


@kept(8192)
def width_of(text: str, size: float, weight: int) -> float:
    """The width of a text in the units of ``size``, the type's size, at a weight from 200 to 800; without kerning."""
    widths = _widths(weight)
    return size * sum(widths.get(ord(letter), _UNKNOWN) for letter in text)


@kept(8)
def _widths(weight: int) -> Mapping[int, float]:
    """Width of each letter in ems, by its code point."""
    found: dict[int, float] = {}
    for path in _FILES:
        with TTFont(path, lazy=True) as font:
            glyphs: Any = font.getGlyphSet(location={"wght": weight})
            em = font["head"].unitsPerEm
            for code, name in font.getBestCmap().items():
                found.setdefault(code, glyphs[name].width / em)
    return found
