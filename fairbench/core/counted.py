"""Words for how many, and words one after another, as they are said."""

from collections.abc import Iterable


def how_many(number: int, one: str, many: str = "") -> str:
    """``1 step``, ``3 steps``; ``many`` where it is not made with an s: ``2 classes``."""
    return f"{number} {one if number == 1 else many or f'{one}s'}"


def together(words: Iterable[str], none: str = "") -> str:
    """``a``, ``a and b``, ``a, b and c``; ``none`` where there are none."""
    *before, last = list(words) or [none]
    return f"{', '.join(before)} and {last}" if before else last
