"""What a rule judges: a plan worked out, for whom, with what, and where."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property

from ..exercises.shelf import Shelf
from ..fit.fit import fit
from ..fit.share import Share, shares
from ..fit.verdict import Fit
from ..people.conditions import Conditions
from ..people.person import Group
from ..plan.compile import compile_timeline
from ..plan.plan import Plan
from ..plan.timeline import Timeline
from ..rooms.room import Room
from ..rooms.store import Store
from ..things.need import needs_of
from ..things.shortage import Shortage, shortages_of
from .bearing import Borne, group_bears


@dataclass(frozen=True)
class Situation:
    """A plan with its group, shelf and conditions. Without a ``room`` nothing of it is judged, without a ``store``
    nothing was ever counted. ``quiet`` are rules that a style leaves out, with why. What follows from these is worked
    out when it is first asked for."""

    plan: Plan
    group: Group
    shelf: Shelf
    conditions: Conditions
    room: Room | None = None
    store: Store | None = None
    quiet: Mapping[str, str] = field(default_factory=dict)

    @cached_property
    def timeline(self) -> Timeline:
        """The plan to the second."""
        return compile_timeline(self.plan, self.group, self.shelf)

    @cached_property
    def found(self) -> Fit:
        """Which version each person does of each item."""
        return fit(self.timeline, self.group.people, self.shelf, self.conditions)

    @cached_property
    def borne(self) -> Borne:
        """What each item as planned bears on each place in the body."""
        return group_bears(self.timeline)

    @cached_property
    def shares(self) -> tuple[Share, ...]:
        """What part of the work each person has something to do."""
        return shares(self.found, self.group.people)

    @cached_property
    def shortages(self) -> Sequence[Shortage]:
        """What there is too little of; nothing where nothing was counted."""
        return () if self.store is None else shortages_of(needs_of(self.found, self.shelf), self.store)

    def with_plan(self, plan: Plan) -> "Situation":
        """Another plan in the same situation."""
        return replace(self, plan=plan)
