"""Two versions side by side, of one exercise or of two: what each asks more of than the other."""

from dataclasses import dataclass

from .exercise import Version
from .ladder import Difference, step
from .ladder_words import plain


@dataclass(frozen=True, slots=True)
class Comparison:
    """What differs between two versions. ``first_more`` and ``second_more`` are sentences without their full stop;
    ``figures`` the demands that differ, as they are in the first and in the second."""

    first_more: tuple[str, ...]
    second_more: tuple[str, ...]
    figures: tuple[Difference, ...]

    @property
    def alike(self) -> bool:
        """Whether nothing that is felt differs."""
        return not self.figures


def compare(first: Version, second: Version) -> Comparison:
    """Compare what the poses of two versions ask; differences too small to be felt are left out."""
    onward, back = step(first, second), step(second, first)
    return Comparison(_told(back.more), _told(onward.more), onward.more + onward.less)


def _told(differences: tuple[Difference, ...]) -> tuple[str, ...]:
    return tuple(dict.fromkeys(told[:1].upper() + told[1:] for told in map(plain, differences)))
