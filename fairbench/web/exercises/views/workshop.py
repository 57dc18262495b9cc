"""The pose workshop: making an exercise of one's own, one change at a time."""

import json
from typing import Any
from uuid import UUID

from django.contrib import messages
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.exercises import actions
from fairbench.web.exercises.forms import NEW_COPY, OwnExerciseForm
from fairbench.web.exercises.models import UnfinishedExercise
from fairbench.web.exercises.shelf import practice_shelf
from fairbench.web.exercises.workshop.changes import change as change_draft
from fairbench.web.exercises.workshop.draft import Draft, begin, unpacked
from fairbench.web.exercises.workshop.pictures import turned
from fairbench.web.exercises.workshop.said import form_of
from fairbench.web.exercises.workshop.screen import WorkshopScreen, screen
from fairbench.web.exercises.workshop.undo import earlier, step_back, with_step
from fairbench.web.site.find import Request, find, is_id

FIRST = "standing"


def open_workshop(request: HttpRequest) -> HttpResponse:
    """The workshop with a draft from ``?from=exercise/version`` or ``?from=position``, or with one that was kept
    unfinished, from ``?kept=``."""
    actor_of(request).require(Permission.EXERCISES)
    if kept := request.GET.get("kept", ""):
        row = find(UnfinishedExercise, kept)
        draft = unpacked(json.dumps(row.draft))
        return _page(request, draft, form_of(draft, row.fields, bound=False), kept=str(row.id))
    try:
        draft = begin(practice_shelf(), request.GET.get("from", FIRST))
    except InputError as error:
        raise Http404 from error
    return _page(request, draft, form_of(draft, None))


@require_POST
def change(request: Request) -> HttpResponse:
    """One change, answered with the workshop. A refused one says why and keeps the last good figure."""
    actor_of(request).require(Permission.EXERCISES)
    try:
        draft = unpacked(request.POST.get("draft", ""))
        before = earlier(request.POST.get("before", ""))
    except InputError as error:
        return HttpResponse(error.message, status=400, content_type="text/plain")
    wrong: InputError | None = None
    changed = draft
    try:
        if request.POST.get("do") == "undo":
            changed, before = step_back(before)
        else:
            changed = change_draft(draft, request.POST.dict())
            before = with_step(before, draft, changed)
    except InputError as error:
        wrong = error
    shown = screen(changed, wrong)
    context = {
        "workshop": shown,
        "before": json.dumps(before),
        "figures": turned(changed),
        "message": _message(shown, wrong),
    }
    return render(request, "exercises/_workshop.html", context, status=422 if wrong else 200)


@require_POST
def save(request: HttpRequest) -> HttpResponse:
    """Keep the draft: as a new exercise, as a version of one's own, or as a version of one's own copy of another."""
    actor = actor_of(request)
    actor.require(Permission.EXERCISES)
    try:
        draft = unpacked(request.POST.get("draft", ""))
    except InputError as error:
        return HttpResponse(error.message, status=400, content_type="text/plain")
    form = form_of(draft, request.POST.dict())
    kept = request.POST.get("kept", "")
    if not form.is_valid():
        return _page(request, draft, form, 422, kept)
    add_to, harder = form.cleaned_data["add_to"], form.cleaned_data["rung"] != "easier"
    try:
        if add_to.startswith(NEW_COPY):
            version = form.version_document(draft.movement)
            row = actions.add_to_copy(actor, add_to.removeprefix(NEW_COPY), version, harder)
        elif add_to:
            row = actions.add_version(actor, add_to, form.version_document(draft.movement), harder)
        else:
            row = actions.make_exercise(actor, form.exercise_document(draft.movement))
    except InputError as error:
        form.add_error(None, f"Not saved. {error}")
        return _page(request, draft, form, 422, kept)
    if is_id(kept):
        actions.discard_unfinished(actor, find(UnfinishedExercise, kept).id)
    messages.success(request, f"{row} is saved and can be planned.")
    return redirect("exercises:exercise", row.slug)


@require_POST
def keep(request: HttpRequest) -> HttpResponse:
    """Keep the draft unfinished, to go on with it later: it says what lacks, and is offered to nobody."""
    actor = actor_of(request)
    try:
        draft = unpacked(request.POST.get("draft", ""))
    except InputError as error:
        return HttpResponse(error.message, status=400, content_type="text/plain")
    given = request.POST.get("kept", "")
    kept = find(UnfinishedExercise, given).id if is_id(given) else None
    fields = {name: request.POST.get(name, "")[:2000] for name in OwnExerciseForm.base_fields}
    row = actions.keep_unfinished(actor, json.loads(draft.packed()), fields, kept)
    lacking = form_of(draft, fields).lacking
    lacks = f" It lacks: {' · '.join(lacking)}." if lacking else " Nothing lacks; save it when it is as you mean it."
    messages.success(request, f"{row} is kept unfinished.{lacks}")
    return redirect(f"{reverse('exercises:workshop')}?kept={row.id}")


@require_POST
def discard(request: HttpRequest, kept: UUID) -> HttpResponse:
    """Let go of an unfinished draft."""
    row = find(UnfinishedExercise, kept)
    actions.discard_unfinished(actor_of(request), row.id)
    messages.success(request, f"{row} is discarded.")
    return redirect("shelf:shelf")


def _page(request: HttpRequest, draft: Draft, form: OwnExerciseForm, status: int = 200, kept: str = "") -> HttpResponse:
    context: dict[str, Any] = {
        "workshop": screen(draft),
        "before": request.POST.get("before", "[]"),
        "figures": turned(draft),
        "form": form,
        "kept": kept,
    }
    return render(request, "exercises/workshop.html", context, status=status)


def _message(shown: WorkshopScreen, wrong: InputError | None) -> str:
    """What a screen reader hears after a change."""
    if wrong is not None:
        return f"Not applied. {wrong.message}"
    return f"Done. {shown.shares_words}."
