"""One set of declared conditions, and what it makes of each version."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from itertools import chain

from ..body.demands import WORDS, harder_by
from ..dose.dose import Dose
from ..exercises.exercise import Version
from ..exercises.ladder import NOTICEABLE
from ..kept import Kept, kept
from ..people.conditions import Conditions, Declared
from ..people.rules import Effect
from ..sides import Side
from .cautions import DemandSet, TriggeredRule, demand_set, triggered_rules
from .easing import easing

_KEPT = 4096


@dataclass(frozen=True, slots=True, eq=False)
class RuleOutcome:
    """What somebody's conditions make of one side of a version. ``avoid`` is the first rule that rules it out: one that
    says so, or one that asks for less where the version leaves nothing to bring down. ``easings`` are what to do
    otherwise for the rest."""

    triggered: tuple[TriggeredRule, ...]
    avoid: TriggeredRule | None
    easings: tuple[str, ...]

    @property
    def against(self) -> tuple[TriggeredRule, ...]:
        """The rules that say avoid or ease."""
        return tuple(hit for hit in self.triggered if hit.effect in (Effect.AVOID, Effect.EASE))


class Profile:
    """Works each version out once for one set of declared conditions."""

    __slots__ = ("_added", "_kept", "_rules", "_spoken_to")

    def __init__(self, declared: tuple[Declared, ...], conditions: Conditions) -> None:
        self._rules = [(condition, conditions.rules_for(condition)) for condition in (*declared, *conditions.always)]
        self._kept: Kept[tuple[Version, Side, Dose | None], RuleOutcome] = Kept(_KEPT)
        self._added: Kept[tuple[Version, Version], int] = Kept(_KEPT)
        self._spoken_to = frozenset(
            term.demand
            for _, rules in self._rules
            for rule in rules
            if rule.effect is not Effect.FAVOUR
            for term in rule.when
            if term.above and term.demand in WORDS
        )

    def on(self, version: Version, side: Side, dose: Dose | None = None) -> RuleOutcome:
        """What applies to a side that is worked, or to the whole body. Where both work at once, what is of the other
        side is left to that side."""
        key = (version, side, dose)
        found = self._kept.get(key)
        if found is None:
            found = self._work_out(version, side, dose)
            self._kept.put(key, found)
        return found

    def both(self, version: Version, dose: Dose | None = None) -> tuple[RuleOutcome, RuleOutcome]:
        """What applies to the left side and to the right."""
        return self.on(version, Side.LEFT, dose), self.on(version, Side.RIGHT, dose)

    def added(self, version: Version, base: Version) -> int:
        """How many demands that the conditions speak to are noticeably greater in ``version`` than in ``base``."""
        key = (version, base)
        found = self._added.get(key)
        if found is None:
            now, then = _most(version), _most(base)
            found = sum(
                harder_by(what, now.get(what, 0.0), then.get(what, 0.0)) > NOTICEABLE[WORDS[what][1]]
                for what in self._spoken_to
                if what in now
            )
            self._added.put(key, found)
        return found

    def _work_out(self, version: Version, side: Side, dose: Dose | None) -> RuleOutcome:
        one_sided = version.limbs.tells_sides
        what = demand_set(version, side if one_sided else Side.RIGHT, dose)
        hits = [hit for declared, rules in self._rules for hit in triggered_rules(declared, rules, what)]
        triggered = tuple(hit for hit in hits if one_sided or hit.side is None or hit.side is side)
        eased = [(hit, easing(hit, version)) for hit in triggered if hit.effect is Effect.EASE]
        ruled_out = (hit for hit in triggered if hit.effect is Effect.AVOID)
        # What has no easier way here is left out as well.
        avoid = next(chain(ruled_out, (hit for hit, words in eased if not words)), None)
        return RuleOutcome(triggered, avoid, tuple(dict.fromkeys(words for _, words in eased if words)))


@kept(_KEPT)
def profile_of(declared: tuple[Declared, ...], conditions: Conditions) -> Profile:
    """The profile of a set of conditions, kept."""
    return Profile(declared, conditions)


@kept(_KEPT)
def _most(version: Version) -> Mapping[str, float]:
    """The most that a version asks of each demand, whichever side works."""
    return _greatest(demand_set(version, side) for side in Side)


def _greatest(sets: Iterable[DemandSet]) -> dict[str, float]:
    most: dict[str, float] = {}
    for found in sets:
        for what, values in found.values.items():
            if what in WORDS:
                for value, _, _ in values:
                    if what not in most or harder_by(what, value, most[what]) > 0:
                        most[what] = value
    return most
