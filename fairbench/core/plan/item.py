"""An item of a plan: an exercise in one of its versions, with how much of it is done."""

from dataclasses import dataclass

from ..dose.dose import Dose
from ..errors import PlanError
from ..limits import check_seconds

NOTE_LIMIT = 2000
MOST_STEPS, STEP_LIMIT = 8, 30
MOST_STAND_INS = 60


@dataclass(frozen=True, slots=True)
class Item:
    """An exercise version with a dose. ``dose`` None is the version's usual one.

    ``rest_after`` None is the default; ``extra`` marks what goes first when time runs out. ``bracket`` is the id of the
    bracket that it stands in; ``optional`` says that it is offered, and who likes watches; ``beside`` is a second
    version shown next to the first, seated beside standing. ``steps`` are what a repetition goes through in order,
    said one after another: fingers, wrist, forearm, shoulder, gaze. ``meanwhile`` is what those do who leave an
    optional item to the others, as ``exercise/version``; empty where they watch. ``stand_ins`` are
    props with how many take what a household has instead: the instructor first, then those who come last. What is
    ``locked`` is changed by hand only: no suggested change and no shortening touches it.
    """

    id: str
    exercise: str
    version: str
    dose: Dose | None = None
    rest_after: float | None = None
    note: str = ""
    extra: bool = False
    bracket: str = ""
    optional: bool = False
    beside: str = ""
    steps: tuple[str, ...] = ()
    meanwhile: str = ""
    stand_ins: tuple[tuple[str, int], ...] = ()
    locked: bool = False

    def __post_init__(self) -> None:
        if len(dict(self.stand_ins)) < len(self.stand_ins) or any(
            not 1 <= number <= MOST_STAND_INS for _, number in self.stand_ins
        ):
            raise PlanError(f"each thing once, for 1 to {MOST_STAND_INS} people", "stand_ins")
        if len(self.steps) > MOST_STEPS or any(not 1 <= len(step) <= STEP_LIMIT for step in self.steps):
            raise PlanError(f"a repetition goes through at most {MOST_STEPS} steps of {STEP_LIMIT} characters", "steps")
        if self.rest_after is not None:
            check_seconds("rest_after", self.rest_after, "rest")
        if len(self.note) > NOTE_LIMIT:
            raise PlanError(f"a note has at most {NOTE_LIMIT} characters, not {len(self.note)}", "note")
