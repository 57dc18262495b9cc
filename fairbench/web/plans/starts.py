"""What a new plan can start from for a group: its past classes, and how much of each ready class it would do."""

import datetime
from dataclasses import dataclass
from uuid import UUID

from fairbench.core.errors import PlanError
from fairbench.core.fit.fit import fit
from fairbench.core.fit.share import lowest, shares
from fairbench.core.fit.verdict import VerdictKind
from fairbench.core.formats.ready_classes_doc import load_ready_classes
from fairbench.core.people.person import Group as CoreGroup
from fairbench.core.people.person import Person
from fairbench.core.plan import plan as core
from fairbench.core.plan.compile import compile_timeline
from fairbench.web.people.models import Group
from fairbench.web.site.find import is_id

from .adapter import core_group, core_plan
from .surroundings import Surroundings, of_group

PAST_CLASS = "class:"
"""What the id of a start begins with that is a past class; the class's own id follows."""
SHOWN = 6


@dataclass(frozen=True, slots=True)
class PastClass:
    """A class that the group had, as something to start from. ``length`` is in minutes."""

    id: str
    name: str
    held_on: datetime.date
    length: int


def past_classes(group: Group | None) -> list[PastClass]:
    """The last classes of a group, the newest first."""
    if group is None:
        return []
    rows = group.meetings.filter(state__in=("taught", "recorded")).values("id", "held_on", "plan_document")[:SHOWN]
    return [
        PastClass(
            f"{PAST_CLASS}{row['id']}",
            row["plan_document"]["name"],
            row["held_on"],
            row["plan_document"]["length_min"],
        )
        for row in rows
    ]


def plan_of_class(group: Group | None, start: str) -> core.Plan:
    """The plan of a past class of a group, as it can be planned today. Raises :class:`PlanError` for one that is not
    there."""
    meeting_id = start.removeprefix(PAST_CLASS)
    found = group.meetings.filter(id=UUID(meeting_id)).first() if group is not None and is_id(meeting_id) else None
    if found is None:
        raise PlanError("that class is not one of this group; choose its group, then the class", "template")
    return core_plan(found.plan_document)


def ready_for(group: Group | None) -> dict[str, str]:
    """How much of each ready class a group would do, in words, by the class's id; nothing where nobody is there. Whom
    to talk to first is not counted."""
    people = tuple(person for person in core_group(group).people if not person.talk_first)
    if not people:
        return {}
    around = of_group(group)
    return {ready_id: _said(ready.plan, people, around) for ready_id, ready in load_ready_classes().items()}


def _said(plan: core.Plan, people: tuple[Person, ...], around: Surroundings) -> str:
    timeline = compile_timeline(plan, CoreGroup(people), around.shelf)
    found = fit(timeline, people, around.shelf, around.conditions)
    kinds = [verdict.kind for verdict in found.verdicts.values()]
    as_planned = kinds.count(VerdictKind.AS_PLANNED) / len(kinds)
    least = lowest(shares(found, people))
    assert least is not None
    who = f"{least.person.name} has the least to do, {least.part:.0%} of it" if least.part < 0.995 else "nobody waits"
    return f"{as_planned:.0%} as it stands; {who}."
