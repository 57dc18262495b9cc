"""The bench: looking at a plan, and every change to it. A change answers with the whole bench."""

from typing import Annotated, Any
from uuid import UUID

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.template.loader import render_to_string
from django.utils import timezone
from django.views.decorators.http import require_POST
from pydantic import Field

from fairbench.core.checks.balance import spared_by
from fairbench.core.errors import InputError
from fairbench.core.exercises.search import find as find_on_shelf
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.work import WorkOf, fills, work_of
from fairbench.web.accounts.actor import actor_of
from fairbench.web.exercises.filters import open_filters, read
from fairbench.web.exercises.rows import rows_by_block
from fairbench.web.people import health_actions
from fairbench.web.people.health_inputs import OverrideInput
from fairbench.web.people.models import Participant
from fairbench.web.plans import actions
from fairbench.web.plans.adapter import core_group, core_plan, read_today, shelf
from fairbench.web.plans.bench.edits import EDITS
from fairbench.web.plans.bench.order import shown_as
from fairbench.web.plans.bench.view import NOTHING_ELSE, BenchSelection, bench_view
from fairbench.web.plans.models import WITH_ROOM, Plan, PlanRevision
from fairbench.web.plans.open_plans import close, opened
from fairbench.web.site.find import Request, find, is_id
from fairbench.web.site.inputs import Input, OneLine, OptionalDay, Slug


class OverrideForm(Input):
    """A decision as the bench sends it: ``version`` is one of the exercise, or another exercise and its version with
    a slash between. Without a day it is for today."""

    person: UUID
    exercise: Slug
    version: Annotated[str, Field(max_length=121, pattern=r"^[a-z0-9-]+(/[a-z0-9-]+)?$")]
    reason: OneLine = ""
    until: OptionalDay = None


def bench(request: Request, plan_id: UUID) -> HttpResponse:
    """The plan on its bench. ``?chosen=`` opens an item, ``?person=`` somebody's session, both together the
    reason of a verdict; ``?bases=1`` proposes fairer base versions."""
    plan = find(Plan, plan_id, *WITH_ROOM)
    selection = BenchSelection(request.GET.get("person", ""), request.GET.get("bases") == "1")
    context = _context(plan, request.GET.get("chosen", ""), selection=selection, cookies=request.COOKIES)
    if request.htmx:
        return _answer(request, context, context["view"].chosen_words)
    beside = {"filters": open_filters(shelf()), "open_plans": opened(request.session, plan)}
    return render(request, "plans/bench.html", context | beside)


@require_POST
def close_plan(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """A plan is no longer open beside the others; nothing in it changes."""
    plan = find(Plan, plan_id)
    following = close(request.session, plan.id)
    shown = request.POST.get("shown", "")
    stays = shown if is_id(shown) and shown != str(plan.id) else following
    return redirect("plans:bench", stays) if stays else redirect("plans:list")


@require_POST
def do(request: HttpRequest, plan_id: UUID, verb: str) -> HttpResponse:
    """One change. Refused changes leave the plan as it is and say why, on the bench."""
    if verb not in EDITS:
        raise Http404
    fields = request.POST
    try:
        done = EDITS[verb](actor_of(request), plan_id, fields)
    except Plan.DoesNotExist as error:
        raise Http404 from error
    except actions.EditedElsewhereError as error:
        return _refused(request, plan_id, 409, str(error))
    except InputError as error:
        wrong = {"path": fields.get("field", error.place), "message": error.message}
        return _refused(request, plan_id, 422, error.message, wrong=wrong)
    edited = done.edited
    view = bench_view(edited.plan, edited.value, done.chosen, shown_as=shown_as(request.COOKIES))
    context = {"view": view, "plan": edited.plan, "can_redo": done.can_redo, "notice": edited.notice}
    return _answer(request, context, f"{done.message} {view.chosen_words} {view.spoken} {edited.notice}")


@require_POST
def override(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """The instructor's decision against the fit, for one person and one exercise. The plan itself stays as it is."""
    plan = find(Plan, plan_id, *WITH_ROOM)
    person = find(Participant, request.POST.get("person", ""))
    selection = BenchSelection(str(person.id))
    try:
        given = OverrideForm.read(request.POST)
        exercise = shelf().exercise(given.exercise)
        *other, wanted = given.version.split("/", 1)
        instead = shelf().exercise(other[0]) if other else None
        version = (instead or exercise).version(wanted)
        decision = OverrideInput(
            exercise=exercise.id,
            version=version.id,
            instead=instead.id if instead else "",
            reason=given.reason,
            until=given.until or timezone.localdate(),
        )
        row = health_actions.override(actor_of(request), person.id, decision)
    except InputError as error:
        return _refused(request, plan_id, 422, error.message, selection=selection)
    context = _context(plan, request.POST.get("chosen", ""), request.COOKIES, selection=selection)
    done = f"{instead.name}, {version.name}" if instead else version.name
    return _answer(request, context, f"{person.call_name}: {done}, until {row.until:%-d %B}.")


@require_POST
def end_override(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """The instructor's decision is removed; it stays in the person's history."""
    plan = find(Plan, plan_id, *WITH_ROOM)
    fields = request.POST
    person = find(Participant, fields.get("person", ""))
    row = get_object_or_404(person.overrides, exercise=fields.get("exercise", ""), ended_at=None)
    health_actions.end_row(actor_of(request), person.id, row.id)
    context = _context(plan, fields.get("chosen", ""), request.COOKIES, selection=BenchSelection(str(person.id)))
    return _answer(request, context, f"{person.call_name}: the decision is removed.")


def shelf_drawer(request: Request, plan_id: UUID) -> HttpResponse:
    """The shelf beside the bench, narrowed by words and filters."""
    plan = find(Plan, plan_id)
    stock = shelf()
    given = request.GET.dict()
    lacking = given.pop("gap", "") == "1"
    asked, wrong = read(given, stock)
    found = find_on_shelf(stock, asked)
    if lacking:
        work = _work_of(plan)
        found = tuple(sorted(found, key=lambda one: -fills(one.exercise.aim, work)))
    ranked = lacking or bool(asked.words.strip())
    context = {
        "plan": plan,
        "blocks": rows_by_block(stock, "plans/_shelf_row.html", found, ranked=ranked),
        "lacking": lacking,
        "count": len(found),
        "versions": sum(len(match.versions) for match in found),
        "wrong": wrong,
    }
    return render(request, "plans/_shelf_results.html", context)


def _work_of(plan: Plan) -> WorkOf:
    """Where the work of a plan goes, for its group."""
    value = core_plan(PlanRevision.objects.get(plan=plan, number=plan.head).document)
    group = core_group(plan.group)
    return work_of(compile_timeline(value, group, shelf(value.style)), spared_by(group.people))


def _context(
    plan: Plan,
    chosen: str,
    cookies: dict[str, str],
    wrong: dict[str, Any] | None = None,
    selection: BenchSelection = NOTHING_ELSE,
) -> dict[str, Any]:
    """What the bench shows of a plan as it stands. ``wrong`` is the field of a dose that was refused, and why."""
    read = read_today(PlanRevision.objects.get(plan=plan, number=plan.head).document)
    view = bench_view(plan, read.plan, chosen, wrong, selection, shown_as(cookies))
    return {"view": view, "plan": plan, "told": read.told, "can_redo": bool(actions.newer_state(plan))}


def _refused(request: HttpRequest, plan_id: UUID, status: int, message: str, **more: Any) -> HttpResponse:
    """The bench as it stands, with why nothing was applied. ``more`` goes to :func:`_context`."""
    context = _context(find(Plan, plan_id, *WITH_ROOM), request.POST.get("chosen", ""), request.COOKIES, **more)
    return _answer(request, context | {"refused": message}, f"Not applied. {message}", status)


def _answer(request: HttpRequest, context: dict[str, Any], message: str, status: int = 200) -> HttpResponse:
    """The bench in one swap, and beside it the sentence for the live region."""
    html = render_to_string("plans/_bench.html", context, request)
    spoken = render_to_string("plans/_status.html", {"message": message})
    return HttpResponse(html + spoken, status=status)
