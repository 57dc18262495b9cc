"""One person's conditions and one movement given as demands, judged."""

from collections.abc import Iterable
from dataclasses import dataclass

from ..body.demands import Demand
from ..people.conditions import Conditions, Declared, Effect
from ..positions import Position
from .cautions import TriggeredRule, cautions, demand_set_of


@dataclass(frozen=True, slots=True)
class Case:
    """``seconds`` is the work, ``held`` the longest stretch held still; ``cleared`` are conditions that a clinician
    has cleared, ``talk_first`` why a conversation comes first anyway."""

    declared: tuple[Declared, ...]
    demands: tuple[Demand, ...]
    position: Position = Position.SEATED
    seconds: float = 0.0
    held: float = 0.0
    cleared: frozenset[str] = frozenset()
    talk_first: str = ""


def judge(case: Case, conditions: Conditions) -> tuple[str, tuple[TriggeredRule, ...]]:
    """As planned, ease, avoid or talk first; and the rules that led to it, the strictest first."""
    triggered = cautions(case.declared, conditions, demand_set_of(case.demands, case.position, case.seconds, case.held))
    if talk_first(case, conditions):
        return "talk first", triggered
    effects = {found.effect for found in triggered}
    if Effect.AVOID in effects:
        return "avoid", triggered
    return ("ease" if Effect.EASE in effects else "as planned"), triggered


def talk_first(case: Case, conditions: Conditions) -> str:
    """Why a conversation or a clinician's advice comes first, or nothing."""
    return (
        case.talk_first
        or clearance_wanted(case.declared, case.cleared, conditions)
        or talk_wanted(case.declared, conditions)
    )


def talk_wanted(declared: Iterable[Declared], conditions: Conditions) -> str:
    """The first reason to talk before joining in, or nothing."""
    reasons = (conditions.condition(condition.condition).talk for condition in declared)
    return next((reason for reason in reasons if reason), "")


def clearance_wanted(declared: Iterable[Declared], cleared: frozenset[str], conditions: Conditions) -> str:
    """The first reason to ask a clinician among what nobody has cleared, or nothing."""
    reasons = (conditions.wants_clearance(condition) for condition in declared if condition.condition not in cleared)
    return next((reason for reason in reasons if reason), "")
