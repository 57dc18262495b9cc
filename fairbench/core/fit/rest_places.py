"""Where somebody rests between sets: two places, both within their cautions, as near as can be to what they do."""

from collections.abc import Iterable
from dataclasses import dataclass, replace

from ..dose.dose import Dose
from ..dose.work import Timed
from ..exercises.exercise import Version
from ..exercises.limbs import Limbs
from ..exercises.shelf import Shelf
from ..kept import kept
from ..people.conditions import Conditions, Declared
from ..plan.rest_places import OFFERED, PLACES, RestPlace, rest_words, usual_places
from ..positions import Position
from .profile import profile_of
from .verdict import Verdict

_STAY = "stay as you are, and let the effort go"
"""What is left to somebody whose cautions leave fewer than two: they were fitted to it."""


def rest_places(
    version: Version, declared: Iterable[Declared], shelf: Shelf, conditions: Conditions
) -> tuple[RestPlace, ...]:
    """Two places near to where a version is done that somebody who does it may be in: those that nothing is said of
    first, then those where it is enough to do something otherwise, which is then said, then the version itself."""
    profile = profile_of(tuple(declared), conditions)
    free: list[RestPlace] = []
    eased: list[RestPlace] = []
    for place in PLACES[version.position]:
        made = profile.both(_still(shelf.exercise(place.exercise).version(place.version)))
        if all(side.avoid is None for side in made):
            otherwise = dict.fromkeys(words for side in made for words in side.easings)
            said = ", ".join((place.words, *(f"{words[:1].lower()}{words[1:]}" for words in otherwise)))
            (eased if otherwise else free).append(replace(place, words=said))
    return tuple((*free, *eased, RestPlace(_STAY, "", version.id))[:OFFERED])


@dataclass(frozen=True, slots=True)
class RestOtherwise:
    """Somebody whose two places are not those of the others, and theirs in words."""

    person: str
    name: str
    words: str


def rest_otherwise(
    position: Position, verdicts: Iterable[Verdict], shelf: Shelf, conditions: Conditions
) -> tuple[RestOtherwise, ...]:
    """Who does not rest in the first two places of a position, and where they do: near to what they do instead."""
    usual = usual_places(position)
    found = []
    for verdict in verdicts:
        if verdict.version is not None:
            own = rest_places(verdict.version, verdict.person.conditions, shelf, conditions)
            if own != usual:
                found.append(RestOtherwise(verdict.person.id, verdict.person.name, rest_words(own)))
    return tuple(found)


@kept(64)
def _still(version: Version) -> Version:
    """A version as a place to be: its first pose alone, nothing being done."""
    at_rest = replace(version.movement, poses=version.movement.poses[:1], declared=(), load=0.0, at_least=())
    return replace(version, movement=at_rest, dose=Dose(Timed(30.0)), limbs=Limbs.TOGETHER)
