"""The people of a group, as far as a timeline needs them."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from ..errors import PlanError
from ..sides import First, Side
from .budgets import OwnBudget
from .chair import ANY_CHAIR, ChairFacts
from .conditions import Declared
from .own_sides import OwnSharing, OwnSide, side_of

SLOWEST = 3.0


@dataclass(frozen=True, slots=True)
class Override:
    """The instructor's word: this person does this version of an exercise, for a reason.

    ``instead`` is another exercise that is done in its place; the version is then one of that.
    """

    exercise: str
    version: str
    reason: str
    instead: str = ""


@dataclass(frozen=True, slots=True)
class Person:
    """Someone who takes part. ``pace`` 1 is ordinary, 3 three times as long between positions.

    ``conditions`` hold health matters and needs alike. ``talk_first`` says why a conversation comes
    before joining, if one does. ``overrides`` is what the instructor decided against the fit. ``known`` are the
    exercises that they were taught before; None where nobody keeps it, which makes nobody new. ``own_sides`` are
    their weaker and affected sides, where noted, ``own_sharing`` how they share work between the sides otherwise than
    planned, ``loads`` what they work against, in words by exercise, ``chair``
    what they need of a chair, and ``budgets`` the minutes that they have for what tires them.
    """

    id: str
    name: str
    pace: float = 1.0
    conditions: tuple[Declared, ...] = ()
    talk_first: str = ""
    overrides: tuple[Override, ...] = ()
    known: frozenset[str] | None = None
    own_sides: tuple[OwnSide, ...] = ()
    own_sharing: tuple[OwnSharing, ...] = ()
    loads: Mapping[str, str] = field(default_factory=dict, hash=False)
    chair: ChairFacts = ANY_CHAIR
    budgets: tuple[OwnBudget, ...] = ()

    def own_side(self, kind: First, exercise: str) -> Side | None:
        """Their weaker or affected side in an exercise; None where it is not known."""
        return side_of(kind, exercise, self.own_sides, self.conditions)

    def is_new_to(self, exercise: str) -> bool:
        """Whether they were never taught an exercise, as far as it is kept."""
        return self.known is not None and exercise not in self.known

    def __post_init__(self) -> None:
        if not 1.0 <= self.pace <= SLOWEST:
            raise PlanError(f"pace must be 1 to {SLOWEST:g}, not {self.pace:g}", "pace")


@dataclass(frozen=True, slots=True)
class Group:
    """The people of one class, and in how many meetings they were taught each exercise."""

    people: tuple[Person, ...] = ()
    taught: Mapping[str, int] = field(default_factory=dict)

    @property
    def pace(self) -> float:
        """A group moves at the pace of its slowest."""
        return max((person.pace for person in self.people), default=1.0)

    @property
    def slowest(self) -> Person | None:
        """Who needs the longest, or None for nobody."""
        return max(self.people, key=lambda person: person.pace, default=None)
