"""The stages of an isometric: settle, build, brace, hold, lighten, ease off, each with its seconds and its percent of
effort. Written and read as one says them."""

import re
from dataclasses import dataclass
from enum import StrEnum

from ..errors import DoseError
from ..limits import check_seconds

MOST_STAGES = 12
LONGEST_TEXT = 400
_STAGE = re.compile(
    r"(?P<what>settle|build|brace|hold|lighten|ease off)(?: to (?P<percent>\d{1,3}) ?%)?"
    r" (?P<seconds>\d{1,3}(?:[.,]\d{1,2})?) ?s\Z"
)
_HOW = "write the stages as: settle 30 s; build to 50 % 10 s; hold 5 s; lighten to 0 % 5 s; ease off 5 s"


class StageKind(StrEnum):
    """What is done in a stage."""

    SETTLE = "settle"
    BUILD = "build"
    BRACE = "brace"
    HOLD = "hold"
    LIGHTEN = "lighten"
    EASE_OFF = "ease off"


@dataclass(frozen=True, slots=True)
class Stage:
    """One stage: what is done, for how many seconds, and to which percent of effort it builds or lightens."""

    what: StageKind
    seconds: float
    percent: int | None = None

    def __post_init__(self) -> None:
        check_seconds("seconds", self.seconds, "stage")
        changes = self.what in (StageKind.BUILD, StageKind.LIGHTEN)
        if changes is (self.percent is None):
            raise DoseError(f"“{self.what}” needs a percent" if changes else f"“{self.what}” has no percent", "stages")
        if self.percent is not None and not 0 <= self.percent <= 100:
            raise DoseError(f"an effort goes from 0 to 100 %, not {self.percent}", "stages")

    @property
    def called(self) -> str:
        """What is said while it lasts: "build to 50 %"."""
        return self.what.value if self.percent is None else f"{self.what} to {self.percent} %"

    @property
    def words(self) -> str:
        """``build to 50 % 10 s``: as it is written and read."""
        return f"{self.called} {self.seconds:g} s"


def check_stages(stages: tuple[Stage, ...]) -> None:
    """Raise :class:`DoseError` for too few or too many, for one that does not go where its word says, and for bracing
    before anything was built."""
    if not 2 <= len(stages) <= MOST_STAGES:
        raise DoseError(f"there are 2 to {MOST_STAGES} stages, not {len(stages)}", "stages")
    now = 0
    for stage in stages:
        if stage.what is StageKind.BUILD and stage.percent is not None and stage.percent <= now:
            raise DoseError(f"building from {now} % goes above it, not to {stage.percent} %", "stages")
        if stage.what is StageKind.LIGHTEN and stage.percent is not None and stage.percent >= now:
            raise DoseError(f"lightening from {now} % goes below it, not to {stage.percent} %", "stages")
        if stage.what is StageKind.BRACE and not now:
            raise DoseError("nothing is built yet that could be braced", "stages")
        now = stage.percent if stage.percent is not None else 0 if stage.what is StageKind.EASE_OFF else now


def read_stages(text: str) -> tuple[Stage, ...]:
    """The stages that somebody wrote, one after the other. Raises :class:`DoseError` that says how they are written."""
    stages = []
    for piece in text.split(";"):
        said = " ".join(piece.split())
        found = _STAGE.match(said)
        if found is None:
            raise DoseError(_HOW, "stages")
        percent = None if found["percent"] is None else int(found["percent"])
        stages.append(Stage(StageKind(found["what"]), float(found["seconds"].replace(",", ".")), percent))
    return tuple(stages)


def stages_words(stages: tuple[Stage, ...]) -> str:
    """All of them, as they are written and read."""
    return "; ".join(stage.words for stage in stages)
