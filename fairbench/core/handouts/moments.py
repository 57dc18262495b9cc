"""At which moment of the day an exercise is done: where one is then anyway, with what it needs in reach."""

from collections.abc import Collection

from ..exercises.exercise import Version
from ..positions import Level
from .home import HomeRules, Moment


def place_of(version: Version) -> str:
    """Where in the home a version is done: ``floor``, ``stairs``, ``table``, ``door``, ``hold`` (standing at the
    worktop), ``chair_hold`` (a chair at the worktop), ``wall`` or ``chair``."""
    props = frozenset(version.props)
    if version.position.level is Level.FLOOR:
        return "floor"
    for prop, place in (("step", "stairs"), ("table", "table"), ("door-frame", "door")):
        if prop in props:
            return place
    if "rail" in props:
        return "chair_hold" if "chair" in props else "hold"
    if "chair" in props or version.position.level is Level.SEATED:
        return "chair"
    return "wall"


def moment_for(version: Version, rules: HomeRules, taken: Collection[str] = ()) -> Moment:
    """The first moment that suits a version's place and is not ``taken``; where all are, the first that suits."""
    suits = moments_for(version, rules)
    free = tuple(moment for moment in suits if moment.id not in taken)
    return (free or suits)[0]


def moments_for(version: Version, rules: HomeRules) -> tuple[Moment, ...]:
    """Every moment of the day at which a version can be done."""
    place = place_of(version)
    return tuple(moment for moment in rules.moments if place in moment.where)
