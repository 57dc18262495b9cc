"""A home sheet: its lines as they are read, and what it comes to in minutes."""

from collections.abc import Iterable
from dataclasses import dataclass, replace

from ..dose.dose import Dose
from ..errors import InputError
from ..exercises.cues import TOKENS, say
from ..exercises.exercise import Cues, Exercise, Version
from ..people.person import Person
from ..sides import First, Side, Sides
from .allowed import to_mind, why_not
from .alone import Alone
from .amount_words import amount_at_home
from .home import Moment
from .plain_words import for_one_alone, in_short_sentences
from .things import NotAtHomeError, Taken, things_at_home, what_to_hold

SIZES = (16, 20, 24)
"""Points of the type; 20 and 24 for low sight."""
FEWEST, MOST_LINES = 3, 8
MOST_OF_A_LEAFLET = 30
SET_UP = 30.0
"""Seconds to get into place for each exercise at home. Our own assumption."""
DAYS = (2, 3, 4, 5, 7)


class SheetError(InputError):
    """A sheet cannot be made like this; the message says why."""


class NotForHomeError(SheetError):
    """An exercise that somebody should not, or cannot, do at home; the message says why, and goes on from "It"."""


@dataclass(frozen=True, slots=True)
class SheetLine:
    """One exercise as it stands on a sheet. ``side`` is the side that the words and the figure begin with; ``place`` in
    which something is done, ``mind`` what the cautions want watched, ``because`` why it was proposed, for the
    instructor alone."""

    exercise: str
    version: str
    name: str
    dose: Dose
    amount: str
    seconds: float
    moment: Moment
    things: tuple[Taken, ...]
    start: tuple[str, ...]
    do: tuple[str, ...]
    breath: str
    stop: str
    purpose: str
    mind: tuple[str, ...] = ()
    because: tuple[str, ...] = ()
    side: Side = Side.RIGHT

    @property
    def texts(self) -> tuple[str, ...]:
        """Every sentence of it that is read."""
        notes = (taken.note for taken in self.things if taken.note)
        return (*self.start, *self.do, self.breath, self.stop, *self.mind, *notes)

    @property
    def needs(self) -> str:
        """What is taken for it, each with what to look at first."""
        return " ".join(f"{one.say[:1].upper()}{one.say[1:]}. {one.note}".strip() for one in self.things)

    def at(self, moment: Moment) -> "SheetLine":
        """The same at another moment of the day."""
        return replace(self, moment=moment)


@dataclass(frozen=True, slots=True)
class Sheet:
    """What somebody takes home. ``days`` of a week, ``size`` in points; ``call`` is whom to call."""

    lines: tuple[SheetLine, ...]
    days: int = 5
    size: int = 16
    call: str = ""

    def __post_init__(self) -> None:
        if self.size not in SIZES:
            raise SheetError(f"the type is 16, 20 or 24 points, not {self.size}", "size")
        if self.days not in DAYS:
            raise SheetError("days a week are 2, 3, 4, 5 or 7", "days")
        if not 1 <= len(self.lines) <= MOST_OF_A_LEAFLET:
            raise SheetError(f"a sheet has 1 to {MOST_OF_A_LEAFLET} exercises, not {len(self.lines)}", "lines")

    @property
    def minutes_a_day(self) -> int:
        """Rounded up, with the time to get into place."""
        return minutes_of(self.lines)

    @property
    def minutes_a_week(self) -> int:
        """On all its days."""
        return self.minutes_a_day * self.days


def minutes_of(lines: Iterable[SheetLine]) -> int:
    """Whole minutes of some lines, rounded up."""
    return -(-round(sum(line.seconds + SET_UP for line in lines)) // 60)


def line_of(
    exercise: Exercise,
    version: Version,
    dose: Dose,
    moment: Moment,
    alone: Alone,
    because: tuple[str, ...] = (),
) -> SheetLine:
    """A line of a sheet. Raises :class:`NotForHomeError` where somebody should not, or cannot, do it at home."""
    home, rules = alone.home, alone.rules
    refused = why_not(version, alone)
    if refused:
        raise NotForHomeError(refused, exercise.name)
    side = _side(exercise, dose, alone.person)
    try:
        things = things_at_home(version, _kilograms(version, dose), home, rules, alone.shelf.props)
    except NotAtHomeError as error:
        raise NotForHomeError(str(error), exercise.name) from None

    hold = what_to_hold(version, home)
    calls = [wording for taken in things for wording in taken.calls]

    def read(cues: Iterable[str]) -> tuple[str, ...]:
        said = (for_one_alone(say(cue, side), rules, hold, calls) for cue in cues)
        return tuple(in_short_sentences(one) for one in said)

    return SheetLine(
        exercise.id,
        version.id,
        exercise.name,
        dose,
        amount_at_home(dose, exercise.limb),
        dose.time.total,
        moment,
        things,
        read(version.cues.set_up),
        (*read(version.cues.do), *_then(dose, side, exercise.limb, version.cues)),
        read((version.breath,))[0],
        read((version.cues.stop,))[0],
        exercise.purpose,
        tuple(for_one_alone(one, rules, hold) for one in to_mind(version, alone)),
        because,
        side,
    )


def _side(exercise: Exercise, dose: Dose, person: Person) -> Side:
    """The side that it begins with, or the only one. Work for one side alone is for nobody whose side is not known."""
    if dose.first.is_personal:
        own = person.own_side(dose.first, exercise.id)
        if own is None and dose.sides is Sides.ONE_SIDE:
            raise NotForHomeError(
                f"is for the {dose.first.value} side only, and which that is was not noted", exercise.name
            )
        return own or Side.RIGHT
    if dose.first is not First.PLAN:
        return Side(dose.first.value)
    return Side.RIGHT


def _then(dose: Dose, side: Side, limb: str, cues: Cues) -> tuple[str, ...]:
    """What is said of the other side: by its name where the cues name the first one, so that nobody has to work out
    which is meant."""
    said = " ".join((*cues.set_up, *cues.do))
    if not any(f"{{{token}}}" in said for token in TOKENS):
        other = "" if "other" in said or not dose.has_two_sides else f"Then the same with the other {limb}."
        return (other,) if other else ()
    other = f"{side.other.value} {limb}"
    if dose.sides is Sides.ALTERNATING:
        return (f"Then the {other}. Change sides each time.",)
    if dose.has_two_sides:
        more = f" Once more with the {side.value} {limb}." if dose.more else ""
        return (f"Then the same with the {other}.{more}",)
    if dose.sides is Sides.ONE_SIDE:
        return (f"Only the {side.value} {limb}.",)
    return ()


def _kilograms(version: Version, dose: Dose) -> float | None:
    """What they work against: as said, else as it stands in the version's poses."""
    kg = getattr(dose.load, "kilograms", None)
    return kg if kg is not None else (version.movement.load or None)
