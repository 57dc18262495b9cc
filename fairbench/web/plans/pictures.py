"""The small picture of a plan in a list, with its time: worked out once for each state of plan and group, and kept
with the revision, so that a long list costs no more than its rows."""

import json
from collections.abc import Iterable, Sequence
from functools import lru_cache
from hashlib import sha256
from pathlib import Path
from typing import TypedDict
from uuid import UUID

from django.db.models import Max
from django_scopes import get_scope

from fairbench import catalogue, core
from fairbench.core.people.person import Group as CoreGroup
from fairbench.core.people.person import Person
from fairbench.core.plan.timeline import Timeline, compile_timeline
from fairbench.web.people.models import Group, Listing

from .adapter import core_plan, shelf
from .bench import drawing as bench_drawing
from .models import PlanRevision


class Picture(TypedDict):
    """``made_for`` names everything that the picture depends on besides the revision; ``seconds`` is the whole time,
    ``svg`` the drawing."""

    made_for: str
    items: int
    seconds: float
    svg: str


def pictures(revisions: Sequence[PlanRevision]) -> dict[UUID, Picture]:
    """The picture of each revision, by its id, in one query; those that no longer hold are made anew and kept."""
    groups = {r.plan.group_id: r.plan.group for r in revisions if r.plan.group is not None}
    paces = _paces(groups.values())
    found: dict[UUID, Picture] = {}
    stale = []
    for revision in revisions:
        group = _group(revision.plan.group, paces)
        made_for = _made_for(group)
        picture: Picture | None = revision.picture
        if picture is None or picture["made_for"] != made_for:
            picture = revision.picture = _draw(revision, group, made_for)
            stale.append(revision)
        found[revision.id] = picture
    if stale:
        PlanRevision.objects.bulk_update(stale, ["picture"])
    return found


def _paces(groups: Iterable[Group]) -> dict[UUID, float]:
    slowest = Listing.objects.filter(group__in=list(groups)).values_list("group_id").annotate(Max("participant__pace"))
    return {group_id: float(pace) for group_id, pace in slowest}


def _group(group: Group | None, paces: dict[UUID, float]) -> CoreGroup:
    """As much of a group as the time of a plan depends on: the pace of its slowest, and what it was taught."""
    if group is None:
        return CoreGroup()
    return CoreGroup((Person("slowest", "", paces.get(group.id, 1.0)),), group.taught)


def _made_for(group: CoreGroup) -> str:
    practice = get_scope().get("practice")
    depends = [_edition(), getattr(practice, "shelf_edition", 0), group.pace, sorted(group.taught.items())]
    return sha256(json.dumps(depends).encode()).hexdigest()[:24]


@lru_cache(maxsize=1)
def _edition() -> str:
    """Changes whenever the rules, the catalogue or the way of drawing do."""
    digest = sha256()
    folders = [Path(str(module.__file__)).parent for module in (core, catalogue, bench_drawing)]
    for folder in folders:
        for path in sorted([*folder.rglob("*.py"), *folder.rglob("*.yaml")]):
            digest.update(path.read_bytes())
    return digest.hexdigest()


def _draw(revision: PlanRevision, group: CoreGroup, made_for: str) -> Picture:
    timeline = compile_timeline(core_plan(revision.document), group, shelf())
    return Picture(made_for=made_for, items=len(timeline.items), seconds=timeline.total, svg=_svg(timeline))


def _svg(timeline: Timeline) -> str:
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
