"""The bench: looking at a plan, and every change to it. A change answers with the whole bench."""

from typing import Any
from uuid import UUID

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404, render
from django.template.loader import render_to_string
from django.utils import timezone
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.exercises.search import find as find_on_shelf
from fairbench.core.plan.plan import Plan as CorePlan
from fairbench.web.accounts.actor import actor_of
from fairbench.web.exercises.filters import open_filters, read
from fairbench.web.exercises.rows import rows_by_block
from fairbench.web.people import health_actions
from fairbench.web.people.health_actions import read_day
from fairbench.web.people.models import Participant
from fairbench.web.plans import actions
from fairbench.web.plans.adapter import core_plan, shelf
from fairbench.web.plans.bench import edits as verbs
from fairbench.web.plans.bench.view import BenchSelection, bench_view
from fairbench.web.plans.models import Plan, PlanRevision
from fairbench.web.site.find import Request, find


def bench(request: Request, plan_id: UUID) -> HttpResponse:
    """The plan on its bench. ``?chosen=`` opens an item, ``?person=`` somebody's session, both together the
    reason of a verdict; ``?bases=1`` proposes fairer base versions."""
    plan = find(Plan, plan_id, "group")
    selection = BenchSelection(request.GET.get("person", ""), request.GET.get("bases") == "1")
    chosen = request.GET.get("chosen", "")
    context = _context(plan, _value(plan), chosen, can_redo=bool(actions.newer_state(plan)), selection=selection)
    if request.htmx:
        return render(request, "plans/_bench.html", context)
    return render(request, "plans/bench.html", context | {"filters": open_filters(shelf())})


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


@require_POST
def override(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """The instructor's word against the fit, for one person and one exercise. The plan itself stays as it is."""
    plan = find(Plan, plan_id, "group")
    fields = request.POST
    person = find(Participant, fields.get("person", ""))
    selection = BenchSelection(str(person.id))
    try:
        exercise = shelf().exercise(fields.get("exercise", ""))
        *other, wanted = fields.get("version", "").split("/", 1)
        instead = shelf().exercise(other[0]) if other else None
        version = (instead or exercise).version(wanted)
        until = read_day(fields.get("until", ""), "until") or timezone.localdate()
        row = health_actions.override(
            actor_of(request),
            person.id,
            exercise.id,
            version.id,
            fields.get("reason", ""),
            until,
            instead.id if instead else "",
        )
    except InputError as error:
        context = _context(plan, _value(plan), fields.get("chosen", ""), selection=selection)
        context |= {"refused": error.message, "can_redo": bool(actions.newer_state(plan))}
        return _answer(request, context, f"Not applied. {error.message}", 422)
    context = _context(plan, _value(plan), fields.get("chosen", ""), selection=selection)
    context["can_redo"] = bool(actions.newer_state(plan))
    done = f"{instead.name}, {version.name}" if instead else version.name
    return _answer(request, context, f"{person.call_name}: {done}, until {row.until:%-d %B}.")


@require_POST
def end_override(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """The instructor takes the word back; it stays on record."""
    plan = find(Plan, plan_id, "group")
    fields = request.POST
    person = find(Participant, fields.get("person", ""))
    row = get_object_or_404(person.overrides, exercise=fields.get("exercise", ""), ended_at=None)
    health_actions.end_row(actor_of(request), person.id, row.id)
    context = _context(plan, _value(plan), fields.get("chosen", ""), selection=BenchSelection(str(person.id)))
    context["can_redo"] = bool(actions.newer_state(plan))
    return _answer(request, context, f"{person.call_name}: the word is taken back.")


def shelf_drawer(request: Request, plan_id: UUID) -> HttpResponse:
    """The shelf beside the bench, narrowed by words and filters."""
    plan = find(Plan, plan_id)
    stock = shelf()
    asked, wrong = read(request.GET.dict(), stock)
    found = find_on_shelf(stock, asked)
    context = {
        "plan": plan,
        "blocks": rows_by_block(stock, "plans/_shelf_row.html", found),
        "count": len(found),
        "versions": sum(len(one.versions) for one in found),
        "wrong": wrong,
    }
    return render(request, "plans/_shelf_results.html", context)


def _value(plan: Plan) -> CorePlan:
    return core_plan(PlanRevision.objects.get(plan=plan, number=plan.head).document)


def _context(plan: Plan, value: CorePlan, chosen: str, **more: Any) -> dict[str, Any]:

    wrong, selection = more.pop("wrong", None), more.pop("selection", BenchSelection())
    return {"view": bench_view(plan, value, chosen, wrong, selection), "plan": plan, **more}


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
