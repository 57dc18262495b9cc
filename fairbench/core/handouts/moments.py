"""At which moment of the day an exercise is done: where one is then anyway, with what it needs in reach."""

from collections.abc import Collection

from ..exercises.exercise import Version
from ..positions import Level
from .home import HomeRules, Moment


def place_of(version: Version) -> str:
    """Where in the home a version is done: ``floor``, ``stairs``, ``table``, ``door``, ``hold`` (standing at what
    they hold), ``chair_hold`` (a chair at it), ``wall`` or ``chair``."""
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


def moment_for(version: Version, rules: HomeRules, hold: str = "", taken: Collection[str] = ()) -> Moment:
    """The first moment that suits a version's place and is not ``taken``; where all are, the first that suits. ``hold``
    is what they hold on to."""
    suits = moments_for(version, rules, hold)
    free = tuple(moment for moment in suits if moment.id not in taken)
    return (free or suits)[0]


def moments_for(version: Version, rules: HomeRules, hold: str = "") -> tuple[Moment, ...]:
    """Every moment of the day at which a version can be done: the kettle is at the worktop, not at the window sill."""
    places = {place_of(version)}
    if places == {"hold"} and "worktop" in hold.lower():
        places.add("worktop")
    return tuple(moment for moment in rules.moments if places & set(moment.where))
