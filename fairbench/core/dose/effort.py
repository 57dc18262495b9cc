"""How hard: on the scale from 0 to 10, or in percent; one figure, or steps over breaths, holds or repetitions."""

import re
from dataclasses import dataclass
from enum import StrEnum

from ..errors import DoseError

MOST_STEPS = 8
_HOW = "write it as 4 of 10, 50 %, or in steps as 100, 50, 25, 25 %"
_TEN = re.compile(r"((?:\d{1,2}, ?)*\d{1,2}) of 10\Z")
_PERCENT = re.compile(r"((?:\d{1,3}, ?)*\d{1,3}) ?%\Z")
_NAMED = {100: "full", 75: "three quarters", 50: "half", 25: "a quarter"}


class EffortScale(StrEnum):
    """What an effort is counted in."""

    OF_TEN = "of_ten"
    PERCENT = "percent"

    @property
    def most(self) -> int:
        """The end of the scale."""
        return 10 if self is EffortScale.OF_TEN else 100


@dataclass(frozen=True, slots=True)
class Effort:
    """One figure, or one for each breath, hold or repetition; the last is kept for those that come after."""

    scale: EffortScale
    steps: tuple[int, ...]

    def __post_init__(self) -> None:
        if not 1 <= len(self.steps) <= MOST_STEPS:
            raise DoseError(f"an effort has 1 to {MOST_STEPS} steps, not {len(self.steps)}", "effort")
        for step in self.steps:
            if not 0 <= step <= self.scale.most:
                raise DoseError(f"an effort goes from 0 to {self.scale.most} here, not {step}", "effort")

    @property
    def words(self) -> str:
        """``4 of 10``, ``50 %``, ``100, 50, 25, 25 %``: as it is written and read."""
        figures = ", ".join(str(step) for step in self.steps)
        return f"{figures} of 10" if self.scale is EffortScale.OF_TEN else f"{figures} %"

    def of(self, number: int) -> int:
        """The effort of the breath, hold or repetition with that number, from 1."""
        return self.steps[min(number, len(self.steps)) - 1]

    def called(self, number: int) -> str:
        """What is said at that number: "half effort", "effort 4"; and that the last one is kept."""
        step = self.of(number)
        kept = 1 < len(self.steps) <= number - 1 or (1 < number <= len(self.steps) and self.steps[number - 2] == step)
        if self.scale is EffortScale.OF_TEN:
            said = f"effort {step}"
        else:
            said = f"{_NAMED[step]} effort" if step in _NAMED else f"{step} % effort"
        return f"keep {said}" if kept else said

    @property
    def strain(self) -> int:
        """How much of the demand *strain* it asks, 0 to 3. Our own assumption: 5 of 10 or 50 % is some, 7 or 70 % is
        clear, 9 or 85 % is much."""
        bounds = (5, 7, 9) if self.scale is EffortScale.OF_TEN else (50, 70, 85)
        return sum(max(self.steps) >= bound for bound in bounds)


def read_effort(text: str) -> Effort | None:
    """The effort that somebody wrote; None for nothing. Raises :class:`DoseError` that says how it is written."""
    said = " ".join(text.split())
    if not said:
        return None
    for scale, pattern in ((EffortScale.OF_TEN, _TEN), (EffortScale.PERCENT, _PERCENT)):
        if found := pattern.match(said):
            return Effort(scale, tuple(int(step) for step in found[1].split(",")))
    raise DoseError(_HOW, "effort")
