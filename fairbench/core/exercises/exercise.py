"""Exercises and their graded versions."""

from dataclasses import dataclass, replace

from ..body.movement import Movement
from ..dose.dose import Dose
from ..errors import PlanError
from ..positions import Position
from ..sides import Sides
from .aim import Aim, BlockKind, Family, family_of
from .limbs import Limbs, allowed_sides

SHORT_NAME = 9
"""Characters of a short name: what fits a two-minute plank."""


@dataclass(frozen=True, slots=True)
class Cues:
    """What the instructor says. May hold ``{side}`` and ``{other}``; see :mod:`.cues`."""

    set_up: tuple[str, ...]
    do: tuple[str, ...]
    watch: tuple[str, ...]
    stop: str


@dataclass(frozen=True, slots=True)
class Prop:
    """A thing that is used. ``fetch`` is seconds to hand it out, ``shared`` that one serves the room,
    ``substitute`` what a household has instead, ``ready`` what to do with it when it is not just taken,
    ``worn`` that it is put on before anyone stands up or goes down for it, ``places`` how many can use it at once, 0
    for everybody, ``one`` what one of it is called where its name is of several."""

    id: str
    name: str
    fetch: float
    shared: bool = False
    substitute: str = ""
    ready: str = ""
    worn: bool = False
    places: int = 0
    one: str = ""

    @property
    def single(self) -> str:
        """What one of it is called."""
        return self.one or self.name

    @property
    def words(self) -> str:
        """The prop and what can stand in for it, as a short sentence."""
        name = f"{self.name[:1].upper()}{self.name[1:]}"
        return f"{name}, or {self.substitute}." if self.substitute else f"{name}."


@dataclass(frozen=True, slots=True, eq=False)
class Version:
    """One graded way to do an exercise. Two are the same only if they are one and the same.

    ``dose`` is the usual one; ``safe_seconds`` the quickest a repetition may be; ``change`` says
    how it differs from its easier neighbour, and ``climbs`` why it is harder where no pose shows it.
    ``movement`` holds its poses, ``limbs`` says how left and right take part, ``phases`` what the way out and the way
    back are called where neither the exercise nor the poses say it. Raises :class:`PlanError` where the usual
    dose is shared as the limbs cannot be.
    """

    id: str
    name: str
    position: Position
    dose: Dose
    cues: Cues
    breath: str
    movement: Movement
    props: tuple[str, ...] = ()
    change: str = ""
    climbs: str = ""
    safe_seconds: float | None = None
    limbs: Limbs = Limbs.TOGETHER
    phases: tuple[str, str] | None = None

    def __post_init__(self) -> None:
        self.check_sides(self.dose.sides)

    @property
    def sides(self) -> frozenset[Sides]:
        """The ways in which a dose of it may be shared between sides."""
        return allowed_sides(self.limbs, self.dose.sides)

    def check_sides(self, sides: Sides) -> None:
        """Raise :class:`PlanError` unless a dose may be shared like this."""
        if sides not in self.sides:
            raise PlanError(f"“{self.name}” cannot be done “{sides.words}”: {self.limbs.words}", "sides")


@dataclass(frozen=True, slots=True)
class Exercise:
    """One movement with a purpose and a ladder of versions, easiest first.

    ``base`` is the version a plan starts from, ``newcomer`` the hardest that somebody does who was never taught it,
    empty where any will do; ``limb`` what one side is called; ``one_repetition`` what counts as one; ``directions``
    what the two ways are called where there are two, ``phases`` what the way out and the way back of a repetition are
    (:mod:`.phase_words`).
    """

    id: str
    name: str
    short: str
    purpose: str
    aim: Aim
    block: BlockKind
    limb: str
    one_repetition: str
    versions: tuple[Version, ...]
    base: str
    directions: tuple[str, str] = ("one way", "the other way")
    newcomer: str = ""
    phases: tuple[str, str] | None = None

    @property
    def family(self) -> Family:
        """The family that the ladder's shares are told by."""
        return family_of(self.block, self.aim.quality)

    def called(self, name: str) -> "Exercise":
        """The same under another name, with as much of it as a plank has room for as its short name."""
        short = ""
        for word in name.split():
            longer = f"{short} {word}".strip()
            if len(longer) > SHORT_NAME:
                break
            short = longer
        return replace(self, name=name, short=short or f"{name[: SHORT_NAME - 1]}.")

    def version(self, version_id: str) -> Version:
        """The version of an id. Raises :class:`PlanError`."""
        for version in self.versions:
            if version.id == version_id:
                return version
        raise PlanError(f"{self.name} has no version '{version_id}'", "version")

    def done_with(self, version: Version, sides: Sides) -> Version | None:
        """The version nearest to ``version``, itself first, that can be done like this; None where none can."""
        here = self.versions.index(version)
        fitting = [other for other in self.versions if sides in other.sides]
        return min(fitting, key=lambda other: abs(self.versions.index(other) - here), default=None)

    def for_newcomer(self, version: Version) -> Version:
        """What somebody does who was never taught the exercise, where ``version`` is planned."""
        if not self.newcomer or self.rung(version.id) <= self.rung(self.newcomer):
            return version
        return self.version(self.newcomer)

    def rung(self, version_id: str) -> int:
        """Where on the ladder, 0 the easiest."""
        return self.versions.index(self.version(version_id))
