"""The history of a plan: every state with who changed what; two states or two plans side by side; back to any."""

from dataclasses import dataclass
from uuid import UUID

from django.contrib import messages
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST

from fairbench.core.plan.compare import compare as compare_plans
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.timeline import Timeline
from fairbench.web.accounts.actor import actor_of
from fairbench.web.plans import actions
from fairbench.web.plans.adapter import core_group, read_today
from fairbench.web.plans.models import WITH_ROOM, Plan, PlanRevision
from fairbench.web.plans.surroundings import room_of, surroundings
from fairbench.web.site.find import find
from fairbench.web.site.paging import find_page


@dataclass(frozen=True, slots=True)
class State:
    """One side of a comparison: what it is called, and it worked out."""

    name: str
    timeline: Timeline


def history(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """Every state of a plan, the newest first, a page at a time."""
    plan = find(Plan, plan_id)
    states = PlanRevision.objects.filter(plan=plan).select_related("user").defer("document", "picture")
    found = find_page(request, states.order_by("-number"), "summary")
    others = Plan.objects.filter(archived=False).exclude(id=plan.id).order_by("name")[:100]
    return render(request, "plans/history.html", {"plan": plan, "found": found, "others": others})


def compared(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """Two states of a plan side by side (``?was=`` and ``?now=``), or a plan and another (``?other=``)."""
    plan = find(Plan, plan_id, *WITH_ROOM)
    asked = request.GET
    if asked.get("other"):
        other = find(Plan, asked["other"], *WITH_ROOM)
        before, after = _state(other, other.head, other.name), _state(plan, plan.head, plan.name)
    else:
        was, now = _number(asked.get("was", ""), plan.head), _number(asked.get("now", ""), plan.head)
        before, after = _state(plan, was, f"State {was}"), _state(plan, now, f"State {now}")
    context = {
        "plan": plan,
        "before": before,
        "after": after,
        "compared": compare_plans(before.timeline, after.timeline, of_one_plan=not asked.get("other")),
    }
    return render(request, "plans/compared.html", context)


@require_POST
def go_back(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """The plan as it stood in a state, as a new state: what came since stays in the history."""
    number = _number(request.POST.get("state", ""), 0)
    if not PlanRevision.objects.filter(plan=plan_id, number=number).exists():
        raise Http404
    edited = actions.go_back(actor_of(request), find(Plan, plan_id).id, number)
    messages.success(request, f"{edited.plan.name} is as it stood in state {number}.")
    return redirect("plans:bench", plan_id)


def _number(text: str, usual: int) -> int:
    return int(text) if text.isascii() and text.isdigit() and len(text) < 10 else usual


def _state(plan: Plan, number: int, name: str) -> State:
    revision = PlanRevision.objects.filter(plan=plan, number=number).first()
    if revision is None:
        raise Http404
    value = read_today(revision.document).plan
    around = surroundings(room_of(plan), value.style)
    return State(name, compile_timeline(value, core_group(plan.group), around.shelf))
