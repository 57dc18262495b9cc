"""Whether somebody may do a version at home, where nobody watches. Stricter than in class, and never a diagnosis."""

from collections.abc import Mapping

from ..exercises.exercise import Version
from ..fit.cautions import TriggeredRule, demand_set
from ..fit.profile import profile_of
from ..kept import kept
from ..people.rules import Effect
from ..positions import Level
from ..sides import Side
from .alone import Alone

MOST_STRAIN = 2.0
"""Of 3; what is as hard as it goes is done where somebody watches. Our own assumption."""
_NOT_ALONE = {
    "single_leg": "stands on one leg with no hand on anything",
    "narrow_base": "stands with the feet in a line and no hand on anything",
    "turning": "turns round with no hand on anything",
    "impact": "lands with no hand on anything",
    "eyes_closed": "closes the eyes with no hand on anything",
    "soft_ground": "stands on something soft with no hand on anything",
    "sudden_stop": "stops suddenly with no hand on anything",
}
"""What nobody does standing free at home, whoever they are."""


@kept(4096)
def _asked(version: Version) -> Mapping[str, float]:
    """The most that a version asks of each demand, whichever side works."""
    most: dict[str, float] = {}
    for side in Side:
        for name, values in demand_set(version, side).values.items():
            most[name] = max(most.get(name, 0.0), *(value for value, _, _ in values))
    return most


def why_not(version: Version, alone: Alone) -> str:
    """Why somebody should not do a version at home, in words that follow "It"; "" where nothing speaks against it."""
    if alone.person.talk_first:
        return "is for nobody who must be talked to first"
    asked = _asked(version)
    return (
        _on_the_floor(version, asked, alone)
        or _standing_free(asked, alone)
        or _with_nothing_to_hold(version, asked, alone)
        or _in_itself(version, asked, alone)
        or _by_caution(version, alone)
    )


def _conditions_of(alone: Alone) -> set[str]:
    return {declared.condition for declared in alone.person.conditions}


def _on_the_floor(version: Version, asked: Mapping[str, float], alone: Alone) -> str:
    if version.position.level is not Level.FLOOR and not asked.get("floor", 0) > 0:
        return ""
    if _conditions_of(alone) & alone.rules.not_to_the_floor:
        return "is on the floor"
    return "" if alone.home.up_alone else "is on the floor, and it is not noted that they get up alone"


def _standing_free(asked: Mapping[str, float], alone: Alone) -> str:
    if not asked.get("unsupported", 0) > 0:
        return ""
    never = next((words for name, words in _NOT_ALONE.items() if asked.get(name, 0) > 0), "")
    if never:
        return never
    if asked.get("speed", 0) > 1:
        return "is quick, with no hand on anything"
    return "is done standing with no hand on anything" if _conditions_of(alone) & alone.rules.unsteady else ""


def _with_nothing_to_hold(version: Version, asked: Mapping[str, float], alone: Alone) -> str:
    if alone.home.hold:
        return ""
    if asked.get("single_leg", 0) > 0:
        return "stands on one leg, and nothing steady to hold is noted at home"
    if version.position.level is Level.STANDING and _conditions_of(alone) & alone.rules.unsteady:
        return "is done standing, and nothing steady to hold is noted at home"
    return ""


def _in_itself(version: Version, asked: Mapping[str, float], alone: Alone) -> str:
    """Two hands where one holds nothing, and what is as hard as it goes."""
    conditions = alone.person.conditions
    one_handed = any(
        {(one.condition, ""), (one.condition, one.severity)} & alone.rules.one_handed for one in conditions
    )
    if one_handed and any(item.where == "hands" for item in version.movement.held):
        return "is held in both hands"
    return "is as hard as it goes" if asked.get("strain", 0) > MOST_STRAIN else ""


def _by_caution(version: Version, alone: Alone) -> str:
    """What a caution rules out or wants eased is not done alone: nobody is there to see whether it is eased."""
    for made in profile_of(alone.person.conditions, alone.conditions).both(version):
        against = made.avoid or next((hit for hit in made.triggered if hit.effect is Effect.EASE), None)
        if against is not None:
            return f"meets a caution: {against.rule.because}"
    return ""


def to_mind(version: Version, alone: Alone) -> tuple[str, ...]:
    """What the cautions want watched in a version, each once, as it is said to somebody."""
    hits: dict[str, TriggeredRule] = {}
    for made in profile_of(alone.person.conditions, alone.conditions).both(version):
        for hit in made.triggered:
            if hit.effect is Effect.WATCH:
                hits.setdefault(hit.rule.because, hit)
    return tuple(hits)
