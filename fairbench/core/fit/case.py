"""One person's conditions and one movement given as demands, judged."""

from dataclasses import dataclass

from ..body.demands import Demand
from ..people.conditions import Conditions, Declared
from ..people.rules import Effect
from ..positions import Position
from .cautions import TriggeredRule, cautions, demand_set_of


@dataclass(frozen=True, slots=True)
class Case:
    """``seconds`` is the work, ``held`` the longest stretch held still, ``talk_first`` why a conversation or a
    clinician's word comes before joining in."""

    declared: tuple[Declared, ...]
    demands: tuple[Demand, ...]
    position: Position = Position.SEATED
    seconds: float = 0.0
    held: float = 0.0
    talk_first: str = ""


def judge(case: Case, conditions: Conditions) -> tuple[str, tuple[TriggeredRule, ...]]:
    """As planned, ease, avoid or talk first; and the rules that led to it, the strictest first."""
    triggered = cautions(case.declared, conditions, demand_set_of(case.demands, case.position, case.seconds, case.held))
    if case.talk_first:
        return "talk first", triggered
    effects = {found.effect for found in triggered}
    if Effect.AVOID in effects:
        return "avoid", triggered
    return ("ease" if Effect.EASE in effects else "as planned"), triggered
