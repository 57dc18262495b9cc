"""The bench: looking at a plan, and every change to it. A change answers with the whole bench."""

from typing import Any
from uuid import UUID

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from django.template.loader import render_to_string
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.finding import Wanted
from fairbench.core.finding import find as find_on_shelf
from fairbench.core.plans import Plan as CorePlan
from fairbench.web.accounts.actor import actor_of
from fairbench.web.exercises.filters import filters, read
from fairbench.web.exercises.rows import rows_by_block
from fairbench.web.find import Request, find
from fairbench.web.plans import actions, verbs
from fairbench.web.plans.adapter import core_plan, shelf
from fairbench.web.plans.bench_view import bench_view
from fairbench.web.plans.models import Plan, PlanRevision


def bench(request: Request, plan_id: UUID) -> HttpResponse:
    """The plan on its bench. ``?chosen=`` opens an item."""
    plan = find(Plan, plan_id, "group")
    context = _context(plan, _value(plan), request.GET.get("chosen", ""), can_redo=bool(actions.newer_state(plan)))
    if request.htmx:
        return render(request, "plans/_bench.html", context)
    return render(request, "plans/bench.html", context | {"filters": filters(Wanted(), shelf())})


@require_POST
def do(request: HttpRequest, plan_id: UUID, verb: str) -> HttpResponse:
    """One change. Refused changes leave the plan as it is and say why, on the bench."""
    if verb not in verbs.VERBS:
        raise Http404
    chosen = request.POST.get("chosen", "")
    try:
        done = verbs.VERBS[verb](actor_of(request), plan_id, request.POST)
    except Plan.DoesNotExist as error:
        raise Http404 from error
    except actions.EditedElsewhereError as error:
        return _refused(request, plan_id, chosen, 409, str(error), {})
    except InputError as error:
        wrong = {"path": request.POST.get("figure", error.place), "message": error.message}
        return _refused(request, plan_id, chosen, 422, error.message, wrong)
    context = _context(done.edited.plan, done.edited.value, done.chosen, can_redo=done.can_redo)
    context["notice"] = done.edited.notice
    return _answer(request, context, f"{done.said} {context['view'].spoken} {done.edited.notice}")


def shelf_drawer(request: Request, plan_id: UUID) -> HttpResponse:
    """The shelf beside the bench, narrowed by words and filters."""
    plan = find(Plan, plan_id)
    stock = shelf()
    asked, wrong = read(request.GET.dict(), stock)
    found = find_on_shelf(stock, asked)
    context = {
        "plan": plan,
        "blocks": rows_by_block(stock, "drawer", found),
        "count": len(found),
        "versions": sum(len(one.versions) for one in found),
        "wrong": wrong,
    }
    return render(request, "plans/_shelf_results.html", context)


def _value(plan: Plan) -> CorePlan:
    return core_plan(PlanRevision.objects.get(plan=plan, number=plan.head).document)


def _context(plan: Plan, value: CorePlan, chosen: str, **more: Any) -> dict[str, Any]:
    wrong = more.pop("wrong", None)
    return {"view": bench_view(plan, value, chosen, wrong), "plan": plan, **more}


def _refused(
    request: HttpRequest, plan_id: UUID, chosen: str, status: int, message: str, wrong: dict[str, Any]
) -> HttpResponse:
    plan = find(Plan, plan_id, "group")
    can_redo = bool(actions.newer_state(plan))
    context = _context(plan, _value(plan), chosen, wrong=wrong, can_redo=can_redo)
    context["refused"] = message
    return _answer(request, context, f"Not applied. {message}", status)


def _answer(request: HttpRequest, context: dict[str, Any], said: str, status: int = 200) -> HttpResponse:
    """The bench in one swap, and beside it the sentence for the live region."""
    html = render_to_string("plans/_bench.html", context, request)
    spoken = render_to_string("plans/_said.html", {"said": said})
    return HttpResponse(html + spoken, status=status)
