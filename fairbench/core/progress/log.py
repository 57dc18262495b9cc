"""What somebody did: one line for each exercise and meeting."""

import datetime
from dataclasses import dataclass
from enum import StrEnum

from ..errors import InputError
from .amount import Amount

MODERATE = 5
"""The most effort of 10 that is planned where nothing else is said."""
MOST_PAIN = 3
"""Pain up to this of 10 is worked with; over it, and with any on the day after, the exercise steps back."""


class Felt(StrEnum):
    """One tap after class."""

    AS_PLANNED = "as planned"
    TOO_EASY = "too easy"
    TOO_HARD = "too hard"


class AtHome(StrEnum):
    """What was said at the door of the time at home since, where it is a reason to wait."""

    NOTHING = ""
    HURT = "hurt"
    UNSURE = "unsure"
    ILL = "ill"


@dataclass(frozen=True, slots=True)
class Bout:
    """One exercise once. ``effort`` and ``pain`` are of 10, None where nobody said; ``planned_effort`` is the most that
    was planned. ``sore_after`` is pain on the day after that named this exercise. ``reached`` says that all of what was
    asked was done, ``at_home`` what was said of doing it at home since, or just before."""

    day: datetime.date
    exercise: str
    amount: Amount
    effort: int | None = None
    planned_effort: int = MODERATE
    pain: int | None = None
    pain_where: str = ""
    sore_after: bool = False
    reached: bool = True
    lost_form: bool = False
    teach_again: bool = False
    felt: Felt = Felt.AS_PLANNED
    at_home: AtHome = AtHome.NOTHING

    def __post_init__(self) -> None:
        for name, value in (("effort", self.effort), ("pain", self.pain), ("planned_effort", self.planned_effort)):
            if value is not None and not 0 <= value <= 10:
                raise InputError(f"goes from 0 to 10, not {value}", name)
        if self.pain and not self.pain_where:
            raise InputError("pain needs a place", "pain_where")

    @property
    def hurt(self) -> bool:
        """Whether it hurt more than is worked with, or the day after."""
        return self.sore_after or (self.pain is not None and self.pain > MOST_PAIN)

    @property
    def too_hard(self) -> bool:
        """Whether it took more effort than was planned."""
        return self.felt is Felt.TOO_HARD or (self.effort is not None and self.effort > self.planned_effort)

    @property
    def went_well(self) -> bool:
        """Whether there is nothing to hold back for."""
        return self.reached and not (self.hurt or self.too_hard or self.lost_form or self.teach_again)
