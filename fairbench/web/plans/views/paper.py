"""Plans on paper: the cue sheet and the pack list, in large print."""

from uuid import UUID

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render

from fairbench.core.dose.words import summary
from fairbench.core.fit.fit import fit
from fairbench.core.fit.otherwise import otherwise
from fairbench.core.fit.packing import pack
from fairbench.core.fit.verdict import Fit
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.people.person import Group as CoreGroup
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.plan import Plan as CorePlan
from fairbench.core.plan.timeline import StepKind
from fairbench.web.plans.adapter import core_group, core_plan, shelf
from fairbench.web.plans.models import Plan, PlanRevision
from fairbench.web.site.find import find


def cue_sheet(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """What to say and when, item by item, and who does it otherwise."""
    plan = find(Plan, plan_id, "group")
    value, _, found = _fitted(plan)
    timeline = found.timeline
    moves: dict[str | None, list[str]] = {}
    for step in timeline.steps:
        if step.kind in (StepKind.TRANSFER, StepKind.FETCH):
            moves.setdefault(step.item, []).append(step.says)
    entries = [
        {
            "number": number,
            "time": item,
            "dose": summary(item.dose, item.exercise.limb),
            "moves": moves.get(item.item.id, []),
            "props": [shelf().props[prop].name for prop in item.version.props],
            "otherwise": otherwise((v for v in found.of_item(item.item.id) if not v.person.talk_first), shelf()),
        }
        for number, item in enumerate(timeline.items, 1)
    ]
    return render(
        request,
        "plans/cue_sheet.html",
        {
            "plan": plan,
            "value": value,
            "timeline": timeline,
            "entries": entries,
            "closing": moves.get(None, []),
            "to_talk_to": sorted({v.person.name for v in found.verdicts.values() if v.person.talk_first}),
        },
    )


def pack_list(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """What to bring and what to ask people to bring, for what each of this group does, and for the instructor."""
    plan = find(Plan, plan_id, "group")
    value, group, found = _fitted(plan)
    return render(
        request,
        "plans/pack_list.html",
        {
            "plan": plan,
            "value": value,
            "size": len(group.people),
            "entries": pack(found, shelf()),
        },
    )


def _fitted(plan: Plan) -> tuple[CorePlan, CoreGroup, Fit]:
    """The plan, its group, and what everybody of them does of it."""
    value = core_plan(PlanRevision.objects.get(plan=plan, number=plan.head).document)
    group = core_group(plan.group)
    return value, group, fit(compile_timeline(value, group, shelf()), group.people, shelf(), load_conditions())
