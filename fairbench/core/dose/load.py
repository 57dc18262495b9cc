"""What is worked against: kilograms, a band, a step of a machine, or a part of one's own weight. Written and read as
one says it."""

import re
from dataclasses import dataclass
from enum import StrEnum

from ..errors import DoseError

MOST_KILOGRAMS = 50.0
BAND_LIMIT = 24
"""Characters of a band's label: what the practice calls it."""
SHORTEST_GRIP, LONGEST_GRIP = 5, 200
_KILOGRAMS = re.compile(r"(\d{1,2}(?:[.,]\d{1,2})?) ?kg\Z")
_STEP = re.compile(r"step (\d{1,2})\Z")
_BODY = re.compile(r"(\d{1,3}) ?% of body weight\Z")
_LABEL = re.compile(r"[^\W_](?:[\w -]*[^\W_])?\Z")
_GRIP = re.compile(r"grip (\d{1,3}) ?cm\Z")
_HOW = "write it as 1.5 kg, light band, light band, doubled, grip 15 cm, step 3, or 40 % of body weight"


class BandLength(StrEnum):
    """How much of a band is used."""

    SHORT = "short"
    HALF = "half"
    LONGEST = "longest"


@dataclass(frozen=True, slots=True)
class Kilograms:
    """A weight, in each hand or on each ankle that has one."""

    kilograms: float

    def __post_init__(self) -> None:
        if not 0 < self.kilograms <= MOST_KILOGRAMS:
            raise DoseError(f"a load goes from over 0 to {MOST_KILOGRAMS:g} kg, not {self.kilograms:g}", "load")

    @property
    def words(self) -> str:
        """``1.5 kg``."""
        return f"{self.kilograms:g} kg"


@dataclass(frozen=True, slots=True)
class Band:
    """A band by the practice's own label, with how much of it is used, how far apart it is held and whether doubled."""

    label: str
    length: BandLength | None = None
    grip_cm: int | None = None
    doubled: bool = False

    def __post_init__(self) -> None:
        if not _LABEL.match(self.label) or len(self.label) > BAND_LIMIT:
            raise DoseError(f"a band needs a label of at most {BAND_LIMIT} letters", "load")
        if self.grip_cm is not None and not SHORTEST_GRIP <= self.grip_cm <= LONGEST_GRIP:
            raise DoseError(f"a grip goes from {SHORTEST_GRIP} to {LONGEST_GRIP} cm, not {self.grip_cm}", "load")

    @property
    def words(self) -> str:
        """``light band, short, grip 15 cm, doubled``."""
        parts = [f"{self.label} band"]
        if self.length is not None:
            parts.append(self.length.value)
        if self.grip_cm is not None:
            parts.append(f"grip {self.grip_cm} cm")
        if self.doubled:
            parts.append("doubled")
        return ", ".join(parts)


@dataclass(frozen=True, slots=True)
class ResistanceStep:
    """A step of a machine, such as pedals."""

    step: int

    def __post_init__(self) -> None:
        if not 1 <= self.step <= 30:
            raise DoseError(f"a step goes from 1 to 30, not {self.step}", "load")

    @property
    def words(self) -> str:
        """``step 3``."""
        return f"step {self.step}"


@dataclass(frozen=True, slots=True)
class BodyShare:
    """A part of one's own weight, in percent."""

    percent: int

    def __post_init__(self) -> None:
        if not 1 <= self.percent <= 100:
            raise DoseError(f"a share of the body's weight goes from 1 to 100 %, not {self.percent}", "load")

    @property
    def words(self) -> str:
        """``40 % of body weight``."""
        return f"{self.percent} % of body weight"


Load = Kilograms | Band | ResistanceStep | BodyShare


def read_load(text: str) -> Load | None:
    """The load that somebody wrote; None for nothing. Raises :class:`DoseError` that says how it is written."""
    said = " ".join(text.split())
    if not said:
        return None
    if found := _KILOGRAMS.match(said):
        return Kilograms(float(found[1].replace(",", ".")))
    if found := _STEP.match(said):
        return ResistanceStep(int(found[1]))
    if found := _BODY.match(said):
        return BodyShare(int(found[1]))
    first, *rest = [part.strip() for part in said.split(",")]
    if not first.endswith(" band"):
        raise DoseError(_HOW, "load")
    length, grip, doubled = None, None, False
    for part in rest:
        if part in list(BandLength):
            length = BandLength(part)
        elif found := _GRIP.match(part):
            grip = int(found[1])
        elif part == "doubled":
            doubled = True
        else:
            raise DoseError(_HOW, "load")
    return Band(first.removesuffix(" band"), length, grip, doubled)
