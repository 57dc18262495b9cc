"""Plans out to files and in from them."""

from uuid import UUID

from django.contrib import messages
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.utils.text import slugify

from fairbench.core.errors import InputError, PlanError
from fairbench.core.formats.plan_doc import LARGEST_FILE, write_plan
from fairbench.web.accounts.actor import actor_of
from fairbench.web.exercises.models import OwnExercise
from fairbench.web.plans import actions
from fairbench.web.plans.adapter import core_plan
from fairbench.web.plans.models import Plan, PlanRevision
from fairbench.web.site.find import find


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
    """A plan from a file. What is wrong is said with its place in the file; nothing is kept then."""
    if request.method != "POST":
        return render(request, "plans/import.html")
    upload = request.FILES.get("file")
    try:
        if upload is None:
            raise PlanError("Choose a file first.")
        if upload.size and upload.size > LARGEST_FILE:
            raise PlanError(f"The file is {upload.size / 1e6:.1f} MB; a plan has at most {LARGEST_FILE / 1e6:g} MB.")
        plan = actions.import_plan(actor_of(request), upload.read())
    except InputError as error:
        return render(request, "plans/import.html", {"error": error}, status=422)
    messages.success(request, f"{plan.name} is imported. Choose its group on the bench.")
    return redirect("plans:bench", plan.id)
