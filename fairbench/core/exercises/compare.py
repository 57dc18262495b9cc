"""Two versions side by side, of one exercise or of two: what each asks more of than the other."""

from dataclasses import dataclass, replace

from ..body.movement import demands
from .exercise import Version
from .ladder import Difference, Step, step
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
    if all(_leans_on_hands(version) for version in (first, second)):
        onward, back = _without(onward, _UNSURE), _without(back, _UNSURE)
    return Comparison(_told(back.more), _told(onward.more), onward.more + onward.less)


_UNSURE = frozenset({"shoulder_moment"})
"""What is not compared where hands carry in both: they are taken to press straight down, while somebody who leans on
them pushes along the arm, the more so the further they lean."""


def _leans_on_hands(version: Version) -> bool:
    return any(demand.id == "hands_share" for demand in demands(version.movement))


def _without(found: Step, what: frozenset[str]) -> Step:
    def kept(differences: tuple[Difference, ...]) -> tuple[Difference, ...]:
        return tuple(difference for difference in differences if difference.demand.id not in what)

    return replace(found, more=kept(found.more), less=kept(found.less))


def _told(differences: tuple[Difference, ...]) -> tuple[str, ...]:
    return tuple(dict.fromkeys(told[:1].upper() + told[1:] for told in map(plain, differences)))
