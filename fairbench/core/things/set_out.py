"""What lies at each place before class, and on which side of the chair or mat."""

from dataclasses import dataclass

from ..exercises.shelf import Shelf
from ..fit.packing import INSTRUCTOR
from ..fit.verdict import Fit
from ..people.person import Person
from ..rooms.room import Chair, Room
from ..rooms.seating import seat
from ..sides import First, Side
from .chairs import chair_needs
from .ready import Ready, ready_for


@dataclass(frozen=True, slots=True)
class Laid:
    """A thing at somebody's place: on which side of the chair or mat as they sit, and from which second it is
    needed."""

    ready: Ready
    side: Side

    @property
    def words(self) -> str:
        """``2 hand weights, 500 g, on their right``."""
        return f"{self.ready.words}, on their {self.side}"


@dataclass(frozen=True, slots=True)
class SetOut:
    """Somebody's place: the kind of chair, None where they sit on none or none serves, what is said of it, and the
    things in the order in which they are needed. The instructor's is the one of :data:`.need.INSTRUCTOR`."""

    person: str
    chair: Chair | None
    chair_words: str
    laid: tuple[Laid, ...]


def set_out(found: Fit, shelf: Shelf, room: Room | None = None) -> tuple[SetOut, ...]:
    """Every place of a plan, the instructor's first, then in the order of the list."""
    people = list({verdict.person.id: verdict.person for verdict in found.verdicts.values()}.values())
    seating = seat(chair_needs(found), room) if room is not None else None
    places = [SetOut(INSTRUCTOR, None, "", _laid(INSTRUCTOR, None, found, shelf))]
    for person in people:
        chair = seating.chair_of(person.id) if seating else None
        places.append(SetOut(person.id, chair, person.chair.words, _laid(person.id, person, found, shelf)))
    return tuple(places)


def _laid(who: str, person: Person | None, found: Fit, shelf: Shelf) -> tuple[Laid, ...]:
    return tuple(Laid(ready, _side(ready, person)) for ready in ready_for(who, found, shelf))


def _side(ready: Ready, person: Person | None) -> Side:
    """On the side of the hand or foot that begins; what both hands take lies on the side that reaches better, which is
    the right where neither is the weaker."""
    if ready.on_side:
        return Side(ready.on_side)
    weaker = person.own_side(First.WEAKER, "") or person.own_side(First.AFFECTED, "") if person else None
    return Side.LEFT if weaker is Side.RIGHT else Side.RIGHT
