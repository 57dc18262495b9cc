"""Plans out to files and in from them."""

from uuid import UUID

from django.contrib import messages
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.utils.text import slugify

from fairbench.core.errors import InputError
from fairbench.core.formats.plan_doc import LARGEST_FILE, write_plan
from fairbench.web.accounts.actor import actor_of
from fairbench.web.exercises.brought import Answer, ExercisesDifferError, answers_in
from fairbench.web.exercises.models import OwnExercise
from fairbench.web.plans import actions
from fairbench.web.plans.adapter import core_plan
from fairbench.web.plans.models import Plan, PlanRevision
from fairbench.web.site.find import find
from fairbench.web.site.uploads import uploaded


def plan_json(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """The plan as an open JSON file; exercises of the practice's own go along."""
    plan = find(Plan, plan_id)
    value = core_plan(PlanRevision.objects.get(plan=plan, number=plan.head).document)
    carried = [{**row.document, "id": row.slug} for row in OwnExercise.objects.filter(slug__in=value.exercises())]
    response = HttpResponse(write_plan(value, carried), content_type="application/json; charset=utf-8")
    response["Content-Disposition"] = f'attachment; filename="{slugify(plan.name) or "plan"}.json"'
    actions.log_export(actor_of(request), plan)
    return response


def import_plan(request: HttpRequest) -> HttpResponse:
    """A plan from a file. What is wrong is said with its place in the file; nothing is kept then. Where the file has an
    exercise of our own otherwise than we have it, somebody is asked first; the page carries the file meanwhile."""
    if request.method != "POST":
        return render(request, "plans/import.html")
    data = b""
    try:
        data = uploaded(request, LARGEST_FILE, "a plan")
        plan = actions.import_plan(actor_of(request), data, answers_in(request.POST.dict()))
    except ExercisesDifferError as asks:
        context = {"differing": asks.differing, "answers": list(Answer), "carried": data.decode("utf-8-sig")}
        return render(request, "plans/import.html", context, status=409)
    except InputError as error:
        return render(request, "plans/import.html", {"error": error}, status=422)
    messages.success(request, f"{plan.name} is imported. Choose its group on the bench.")
    return redirect("plans:bench", plan.id)
