"""What somebody takes at home for the props of a version, or why it cannot be had."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from ..exercises.exercise import Prop, Version
from .home import Home, HomeRules, Source, Wording

_WEIGHTS = ("hand-weight", "bottle")
STAIRS, STAIR_RAIL = "step", "the stair rail"
"""Where the step is the lowest stair, the worktop is out of reach."""


@dataclass(frozen=True, slots=True)
class Taken:
    """A prop of a version, what is taken for it at home, in words, and what to look at first;
    ``calls`` are the words for the prop and those for what stands in for it."""

    prop: str
    say: str
    note: str = ""
    calls: tuple[Wording, ...] = field(default=(), compare=False)


class NotAtHomeError(Exception):
    """A prop cannot be had at home; the message says why, as an instructor reads it."""


def things_at_home(
    version: Version, kg: float | None, home: Home, rules: HomeRules, props: Mapping[str, Prop]
) -> tuple[Taken, ...]:
    """What is taken for each prop of a version, in their order; ``kg`` is the most that they work against. Raises
    :class:`NotAtHomeError`."""
    at_the_stairs = STAIRS in version.props
    return tuple(
        Taken(prop, STAIR_RAIL, "")
        if at_the_stairs and prop == "rail" and home.hold
        else _taken(props[prop], kg, home, rules)
        for prop in version.props
    )


def what_to_hold(version: Version, home: Home) -> str:
    """What somebody holds on to in a version: what is at hand where they are."""
    return STAIR_RAIL if STAIRS in version.props else home.hold


def _taken(prop: Prop, kg: float | None, home: Home, rules: HomeRules) -> Taken:
    rule = rules.things.get(prop.id)
    own = home.things.get(prop.id)
    if rule is None or rule.source is Source.NEVER:
        raise NotAtHomeError(f"needs the {prop.single}, which no home has safely")
    note = rule.note
    if prop.id in _WEIGHTS:
        return _weight(prop, kg, own, rules)
    if rule.source is Source.HOLD:
        if not home.hold:
            raise NotAtHomeError("needs something steady to hold, and none is noted at home")
        return Taken(prop.id, rule.say or home.hold, note or "It does not move when you lean on it.", rule.calls)
    if own is not None:
        return Taken(prop.id, own or f"your {prop.single}", note if own else "", rule.calls if own else ())
    if rule.source is Source.OWN:
        raise NotAtHomeError(f"needs the {prop.single}, and it is not noted that they have one")
    return Taken(prop.id, rule.say, note, rule.calls if rule.source is Source.INSTEAD else ())


def _weight(prop: Prop, kg: float | None, own: str | None, rules: HomeRules) -> Taken:
    """Never heavier than their own weight in class. What they have themselves is of a weight that nobody noted, so the
    most it may weigh is said."""
    if kg is None:
        raise NotAtHomeError(f"is done with the {prop.single}, and how heavy theirs is was never noted")
    if own is not None:
        return Taken(prop.id, own or f"your {prop.single}", f"No heavier than {kg:g} kg.")
    lighter = [one for one in rules.weights if one.kg <= kg + 1e-9]
    if not lighter:
        raise NotAtHomeError(f"is done with {kg:g} kg, and nothing in a kitchen is that light")
    rule = rules.things[prop.id]
    return Taken(prop.id, lighter[-1].say, rule.note, rule.calls)
