"""The small picture of a plan in a list, with its time: worked out once for each state of plan and group, and kept
with the revision, so that a long list costs no more than its rows."""

import json
from collections.abc import Iterable, Mapping, Sequence
from hashlib import sha256
from pathlib import Path
from typing import Any, TypedDict
from uuid import UUID

from django.db.models import Max
from django_scopes import get_scope

from fairbench import catalogue, core
from fairbench.core.errors import InputError
from fairbench.core.kept import kept
from fairbench.core.people.person import Group as CoreGroup
from fairbench.core.people.person import Person
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.timeline import Timeline
from fairbench.web.people.models import Listing

from .adapter import core_plan, shelf
from .bench import drawing as bench_drawing
from .models import PlanRevision

REVISION = ("id", "picture", "plan_id", "plan__name", "plan__group_id", "plan__group__name", "plan__group__taught")
"""What a list needs of a revision."""
Row = Mapping[str, Any]
"""A revision by :data:`REVISION`."""


class Picture(TypedDict):
    """A small picture. ``made_for`` names everything that it depends on besides the revision; ``length`` is in minutes,
    ``seconds`` the whole time, below 0 for a plan that cannot be read; ``svg`` is the drawing."""

    made_for: str
    items: int
    length: int
    seconds: float
    svg: str


def pictures(rows: Sequence[Row], paces: Mapping[UUID, float] | None = None) -> dict[UUID, Picture]:
    """The picture of each revision, by its id; those that no longer hold are made anew and kept. ``paces`` are those
    of the slowest of each group, asked for in one query where they are not given."""
    if paces is None:
        paces = _paces({row["plan__group_id"] for row in rows})
    groups = {row["id"]: _group(row, paces) for row in rows}
    made_for = {revision: _made_for(group) for revision, group in groups.items()}
    found = {
        row["id"]: row["picture"]
        for row in rows
        if row["picture"] is not None and row["picture"]["made_for"] == made_for[row["id"]]
    }
    stale = [revision for revision in groups if revision not in found]
    if stale:
        anew = list(PlanRevision.objects.filter(id__in=stale))
        for revision in anew:
            revision.picture = found[revision.id] = _draw(revision, groups[revision.id], made_for[revision.id])
        PlanRevision.objects.bulk_update(anew, ["picture"])
    return found


def _paces(groups: Iterable[UUID | None]) -> dict[UUID, float]:
    slowest = Listing.objects.filter(group__in=[g for g in groups if g]).values_list("group_id")
    return {group_id: float(pace) for group_id, pace in slowest.annotate(Max("participant__pace"))}


def _group(row: Row, paces: Mapping[UUID, float]) -> CoreGroup:
    """As much of a group as the time of a plan depends on: the pace of its slowest, and what it was taught."""
    if row["plan__group_id"] is None:
        return CoreGroup()
    return CoreGroup((Person("slowest", "", paces.get(row["plan__group_id"], 1.0)),), row["plan__group__taught"])


def _made_for(group: CoreGroup) -> str:
    practice = get_scope().get("practice")
    depends = [_edition(), getattr(practice, "shelf_edition", 0), group.pace, sorted(group.taught.items())]
    return sha256(json.dumps(depends).encode()).hexdigest()[:24]


@kept(1)
def _edition() -> str:
    """Changes whenever the rules, the catalogue or the way of drawing do."""
    digest = sha256()
    folders = [Path(str(module.__file__)).parent for module in (core, catalogue, bench_drawing)]
    for folder in folders:
        for path in sorted([*folder.rglob("*.py"), *folder.rglob("*.yaml")]):
            digest.update(path.read_bytes())
    digest.update(Path(__file__).read_bytes())
    return digest.hexdigest()


def _draw(revision: PlanRevision, group: CoreGroup, made_for: str) -> Picture:
    try:
        timeline = compile_timeline(core_plan(revision.document), group, shelf())
    except InputError:
        return Picture(made_for=made_for, items=0, length=0, seconds=-1, svg="")
    length = timeline.plan.length_min
    return Picture(
        made_for=made_for, items=len(timeline.items), length=length, seconds=timeline.total, svg=line_svg(timeline)
    )


def line_svg(timeline: Timeline) -> str:
    """The level line with its planks. The words beside it say how many there are and how long they take."""
    drawn = bench_drawing.draw(timeline, ())
    planks = "".join(
        f'<rect class="plank-wood {plank.kind}" x="{plank.x:g}" y="{plank.y:g}" width="{plank.width:g}"'
        f' height="{drawn.plank:g}" rx="3"/>'
        for plank in drawn.planks
    )
    return (
        f'<svg class="bench-drawing" viewBox="{drawn.left:g} 14 {drawn.line_width:g} {drawn.line_height:g}"'
        f' preserveAspectRatio="none" aria-hidden="true">'
        f'<path class="level-line" d="{drawn.level_line}"/>{planks}</svg>'
    )
