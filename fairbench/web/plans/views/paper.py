"""Plans on paper: the cue sheet and the pack list, in large print."""

from uuid import UUID

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render

from fairbench.core.dose.words import summary
from fairbench.core.plan.packing import pack
from fairbench.core.plan.timeline import StepKind, compile_timeline
from fairbench.web.plans.adapter import core_group, core_plan, shelf
from fairbench.web.plans.models import Plan, PlanRevision
from fairbench.web.site.find import find


def cue_sheet(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """What to say and when, item by item."""
    plan = find(Plan, plan_id, "group")
    value = core_plan(PlanRevision.objects.get(plan=plan, number=plan.head).document)
    timeline = compile_timeline(value, core_group(plan.group), shelf())
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
        }
        for number, item in enumerate(timeline.items, 1)
    ]
    return render(
        request,
        "plans/cue_sheet.html",
        {"plan": plan, "value": value, "timeline": timeline, "entries": entries, "closing": moves.get(None, [])},
    )


def pack_list(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """What to bring and what to ask people to bring, for this group and the instructor."""
    plan = find(Plan, plan_id, "group")
    value = core_plan(PlanRevision.objects.get(plan=plan, number=plan.head).document)
    group = core_group(plan.group)
    timeline = compile_timeline(value, group, shelf())
    return render(
        request,
        "plans/pack_list.html",
        {
            "plan": plan,
            "value": value,
            "size": len(group.people),
            "entries": pack(timeline, len(group.people), shelf()),
        },
    )
