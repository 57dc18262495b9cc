"""Condition × demand → caution: which rules a movement meets, for whom, and on which side."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace

from ..body.demands import WORDS, Demand
from ..body.movement import Movement, demands
from ..body.sliding import slides_on_wall
from ..dose.dose import Dose
from ..dose.effort import Effort, EffortScale
from ..dose.load import Band, Kilograms
from ..dose.stages import StageKind
from ..dose.work import ContractRelax, Hold, RampedIsometric, Repetitions, StagedIsometric, parts_of
from ..exercises.exercise import Version
from ..kept import kept
from ..people.conditions import Conditions, Declared
from ..people.rules import USES, Effect, Rule, Term, Which
from ..positions import Level, Position
from ..sides import Side

_KEPT = 16384


@dataclass(frozen=True, slots=True, eq=False)
class DemandSet:
    """What a version with its dose asks, ready to be tested: by demand, the value on each side."""

    values: Mapping[str, tuple[tuple[float, Side | None, Demand | None], ...]]

    def of(self, demand: str) -> tuple[tuple[float, Side | None, Demand | None], ...]:
        """Every value of a demand with its side and the demand itself; nothing where it is not asked."""
        return self.values.get(demand, ())


@dataclass(frozen=True, slots=True)
class TriggeredRule:
    """A rule that applies. ``side`` is the side it applies to, None the whole body; ``demand`` is what met it."""

    declared: Declared
    rule: Rule
    demand: Demand | None
    side: Side | None

    @property
    def effect(self) -> Effect:
        """What follows."""
        return self.rule.effect


def demand_set_of(
    found: Iterable[Demand],
    position: Position,
    seconds: float = 0.0,
    held: float = 0.0,
    facts: Iterable[str] = (),
) -> DemandSet:
    """Demands and facts as they are tested; ``facts`` are further ones that are so, by name."""
    values: dict[str, list[tuple[float, Side | None, Demand | None]]] = {}
    for demand in found:
        values.setdefault(demand.id, []).append((demand.value, demand.side, demand))
    flags = {position.value: 1.0, position.level.value: 1.0, "seconds": seconds, "held": held}
    flags |= dict.fromkeys(facts, 1.0)
    if "rises" in values:
        flags[Level.STANDING.value] = 1.0  # getting up from the chair is standing, if only for a moment
    for name, value in flags.items():
        if value:
            values.setdefault(name, [(value, None, None)])
    return DemandSet({name: tuple(found) for name, found in values.items()})


@kept(_KEPT)
def demand_set(version: Version, side: Side, dose: Dose | None = None) -> DemandSet:
    """What a version asks with ``side`` working, at its usual dose or another."""
    given = dose or version.dose
    movement = version.movement
    if isinstance(given.load, Kilograms) and movement.load:
        movement = replace(movement, load=given.load.kilograms)
    shown = demands(movement, side)
    found = (*shown, *_strain(given, shown), *_weight(given, movement))
    facts = [f"{USES}{prop}" for prop in version.props]
    if "wall" in version.props and slides_on_wall(movement):  # held up only where there is a wall to slide on
        facts.append("slides_on_wall")
    return demand_set_of(found, version.position, given.time.work, held_seconds(given), facts)


def _weight(dose: Dose, movement: Movement) -> tuple[Demand, ...]:
    """A weight that the version does not have in its poses still counts as one in the hand."""
    if not isinstance(dose.load, Kilograms) or movement.load:
        return ()
    words, unit = WORDS["load"]
    return (Demand("load", words, dose.load.kilograms, unit),)


def _strain(dose: Dose, found: Iterable[Demand]) -> tuple[Demand, ...]:
    """The strain that the dose asks over what the version does: by its effort, and one more for a doubled band."""
    shown = max((demand.value for demand in found if demand.id == "strain"), default=0.0)
    asked = max(shown, dose.effort.strain if dose.effort else 0.0)
    if isinstance(dose.work, StagedIsometric):
        most = max((stage.percent or 0 for stage in dose.work.stages), default=0)
        asked = max(asked, Effort(EffortScale.PERCENT, (most,)).strain)
    if isinstance(dose.load, Band) and dose.load.doubled:
        asked = min(3.0, asked + 1)
    words, unit = WORDS["strain"]
    return (Demand("strain", words, asked, unit),) if asked > shown else ()


def held_seconds(dose: Dose) -> float:
    """The longest stretch that a dose holds still with effort."""
    works = parts_of(dose.work)
    longest = 0.0
    for work in works:
        if isinstance(work, Repetitions):
            longest = max(longest, work.tempo.hold)
        elif isinstance(work, Hold):
            longest = max(longest, work.seconds)
        elif isinstance(work, ContractRelax):
            longest = max(longest, work.contract)
        elif isinstance(work, RampedIsometric):
            longest = max(longest, work.build + work.hold)
        elif isinstance(work, StagedIsometric):
            longest = max(longest, _longest_effort(work))
    return longest


def _longest_effort(work: StagedIsometric) -> float:
    """The longest stretch of stages with effort, from the first that builds until it is eased off or lightened to
    nothing."""
    longest = now = 0.0
    percent = 0
    for stage in work.stages:
        percent = stage.percent if stage.percent is not None else percent
        if stage.what is StageKind.EASE_OFF or (stage.what is StageKind.SETTLE and not percent):
            now, percent = 0.0, 0
        elif percent or stage.what is not StageKind.SETTLE:
            now += stage.seconds
        longest = max(longest, now)
    return longest


def triggered_rules(declared: Declared, rules: Iterable[Rule], found: DemandSet) -> tuple[TriggeredRule, ...]:
    """The rules of one condition that a movement meets, each with the side it applies to."""
    hits: list[TriggeredRule] = []
    for rule in rules:
        for side in _sides(declared, rule):
            holds, demand, sided = _hold(rule.when, side, found)
            if holds:
                where = side if sided and side is not None else demand.side if sided and demand else None
                hits.append(TriggeredRule(declared, rule, demand, where))
                if not sided:
                    break
    return tuple(hits)


def _sides(declared: Declared, rule: Rule) -> tuple[Side | None, ...]:
    """The sides a rule is tested on; None where any side will do."""
    if rule.which is Which.ANY or declared.side is None:
        return (Side.LEFT, Side.RIGHT) if rule.which is not Which.ANY else (None,)
    return (declared.side.other if rule.which is Which.OTHER else declared.side,)


def _hold(terms: tuple[Term, ...], side: Side | None, found: DemandSet) -> tuple[bool, Demand | None, bool]:
    """Whether all terms hold on a side; the demand of the first; and whether any of them has a side."""
    first: Demand | None = None
    sided = False
    for number, term in enumerate(terms):
        values = found.of(term.demand)
        if not term.above and not values:
            continue  # nothing of it is asked, which is under any bound
        hit = None
        for value in values:
            if (value[1] is None or side is None or value[1] is side) and term.holds(value[0]):
                hit = value
                break
        if hit is None:
            return False, None, False
        sided = sided or hit[1] is not None
        if number == 0:
            first = hit[2]
    return True, first, sided


def cautions(
    people_conditions: Iterable[Declared], conditions: Conditions, found: DemandSet
) -> tuple[TriggeredRule, ...]:
    """Everything that applies to somebody, the strictest first."""
    hits = [
        hit
        for declared in people_conditions
        for hit in triggered_rules(declared, conditions.rules_for(declared), found)
    ]
    return strictest_first(hits)


def strictest_first(triggered: Iterable[TriggeredRule]) -> tuple[TriggeredRule, ...]:
    """The rules by what they lead to; those that lead to the same stay in their order."""
    return tuple(sorted(triggered, key=lambda found: found.effect.rank))
