"""What is usual at an age: published bands, with their source. Below one is no verdict, only below it."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from enum import StrEnum

from .test import Better, Sex, Test


class Standing(StrEnum):
    """How a figure stands to a band."""

    BELOW = "below"
    WITHIN = "within"
    ABOVE = "above"

    @property
    def words(self) -> str:
        """As it is shown: below is always the less able side, whichever way the figures run."""
        return _WORDS[self]


_WORDS = {
    Standing.BELOW: "below what is usual",
    Standing.WITHIN: "within what is usual",
    Standing.ABOVE: "above what is usual",
}


@dataclass(frozen=True, slots=True)
class Band:
    """The middle half of people of a sex, from one age in whole years to another, both included."""

    test: str
    sex: Sex
    age_from: int
    age_to: int
    usual_from: float
    usual_to: float
    source: str

    def standing(self, value: float, better: Better) -> Standing:
        """How a figure stands to it. Both its edges are within."""
        if self.usual_from <= value <= self.usual_to:
            return Standing.WITHIN
        more = value > self.usual_to
        return Standing.ABOVE if more is (better is Better.MORE) else Standing.BELOW


@dataclass(frozen=True, slots=True)
class NoBand:
    """Why nothing is said of what is usual."""

    why: str


def band_for(test: Test, bands: Iterable[Band], sex: Sex | None, age: int | None) -> Band | NoBand:
    """The band of somebody's sex and age; or why there is none."""
    of_test = [band for band in bands if band.test == test.id]
    if not of_test:
        return NoBand("No published band is kept for this test.")
    missing = [word for word, known in (("age", age), ("sex", sex)) if known is None]
    if missing:
        return NoBand(f"Without {' and '.join(missing)} there is no band to hold it against.")
    found = next((band for band in of_test if band.sex is sex and band.age_from <= (age or 0) <= band.age_to), None)
    return found or NoBand(f"The bands go from {_ages(of_test)}; {age} is outside of them.")


def _ages(bands: Sequence[Band]) -> str:
    return f"{min(band.age_from for band in bands)} to {max(band.age_to for band in bands)} years"
