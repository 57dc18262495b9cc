"""The three schools, each behind the same interface, and what holds for all of them."""

import datetime
from collections.abc import Callable, Mapping
from dataclasses import dataclass

from ..guards import held, same
from ..proposal import Kind, Proposal
from ..setting import Setting
from ..state import State
from . import range_then_load, ten_per_cent, version_ladder


@dataclass(frozen=True, slots=True)
class School:
    """A way to go on: by its id, its name, and what it proposes where nothing holds back."""

    id: str
    name: str
    proposes: Callable[[State, Setting], Proposal]

    def next(self, state: State, setting: Setting, day: datetime.date) -> Proposal:
        """What is due on a day, in this school. A day that is not after the last time has nothing new."""
        if day <= state.last.day:
            return same(state, "It was done that day.")
        return held(state, setting, day) or _within_cautions(self.proposes(state, setting), state, setting)


def _within_cautions(proposal: Proposal, state: State, setting: Setting) -> Proposal:
    """Nothing that a caution rules out is ever proposed."""
    rung = setting.rung(proposal.amount.version)
    heavy = setting.most_kg is not None and (proposal.amount.kg or 0) > setting.most_kg
    if proposal.kind is Kind.UP and (rung is None or not rung.allowed or heavy):
        return same(state, "A caution stands in the way of more.")
    return proposal


SCHOOLS: Mapping[str, School] = {
    "ten": School("ten", "ten per cent a week", ten_per_cent.proposes),
    "range": School("range", "range, then load", range_then_load.proposes),
    "ladder": School("ladder", "version ladder", version_ladder.proposes),
}
DEFAULT = SCHOOLS["ten"]
