"""The lines of a sheet as a phone shows them: words, figures and what is counted. Nothing of whose they are, and
nothing that a caution added."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from fairbench.core.body.movement import Movement
from fairbench.core.errors import PlanError
from fairbench.core.handouts.count import counted
from fairbench.core.handouts.sheet import Sheet, SheetLine
from fairbench.core.kept import kept
from fairbench.core.sides import Side
from fairbench.figures.film import film
from fairbench.figures.palette import palette
from fairbench.web.plans.adapter import shelf

_KEPT = 96
_EVERY = 2
"""Every so many frames of a film are shown."""


@dataclass(frozen=True, slots=True)
class PhoneLine:
    """A line with its figure as frames, and what is said second by second. ``minds`` says that the paper has more to
    mind, which is of their own and not for an address."""

    number: int
    line: SheetLine
    film: dict[str, Any]
    count: list[dict[str, Any]]
    minds: bool

    @property
    def film_id(self) -> str:
        """Where the page keeps its frames."""
        return f"film-{self.number}"

    @property
    def count_id(self) -> str:
        """Where the page keeps what is counted."""
        return f"count-{self.number}"


def lines_of(sheet: Sheet) -> list[PhoneLine]:
    """Every line of a sheet."""
    return [_line(number, line) for number, line in enumerate(sheet.lines, 1)]


def _line(number: int, line: SheetLine) -> PhoneLine:
    exercise = shelf().exercises.get(line.exercise)
    limb = exercise.limb if exercise else "side"
    said = [
        {
            "at": one.at,
            "says": one.says,
            "shows": one.shows,
            "seconds": one.seconds,
            "moves": one.moves,
            "left": one.side is Side.LEFT,
        }
        for one in counted(line.dose, line.side, limb)
    ]
    return PhoneLine(number, line, _film(line), said, bool(line.mind))


def _film(line: SheetLine) -> dict[str, Any]:
    try:
        version = shelf().exercise(line.exercise).version(line.version)
    except PlanError:
        return {}
    return {**_frames(version.movement), "sided": version.limbs.tells_sides}


@kept(_KEPT)
def _frames(movement: Movement) -> Mapping[str, Any]:
    made = film(movement, palette("paper"))
    frames = made["frames"]
    kept = [*frames[::_EVERY], *([frames[-1]] if (len(frames) - 1) % _EVERY else [])]
    return {"box": made["box"], "ground": made["ground"], "frames": kept, "closed": made["closed"]}
