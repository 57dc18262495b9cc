"""The pose workshop: making an exercise of one's own, one change at a time."""

from django.contrib import messages
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.exercises import actions
from fairbench.web.exercises.forms import OwnExerciseForm
from fairbench.web.exercises.models import OwnExercise
from fairbench.web.exercises.shelf import practice_shelf
from fairbench.web.exercises.workshop.changes import change as change_draft
from fairbench.web.exercises.workshop.draft import Draft, begin, unpacked
from fairbench.web.exercises.workshop.pictures import turned
from fairbench.web.exercises.workshop.screen import WorkshopScreen, screen
from fairbench.web.site.find import Request

FIRST = "standing"


def open_workshop(request: HttpRequest) -> HttpResponse:
    """The workshop with a draft from ``?from=exercise/version`` or ``?from=position``."""
    actor_of(request).require(Permission.EXERCISES)
    try:
        draft = begin(practice_shelf(), request.GET.get("from", FIRST))
    except InputError as error:
        raise Http404 from error
    return _page(request, draft, _form())


@require_POST
def change(request: Request) -> HttpResponse:
    """One change, answered with the workshop. A refused one says why and keeps the last good figure."""
    actor_of(request).require(Permission.EXERCISES)
    try:
        draft = unpacked(request.POST.get("draft", ""))
    except InputError as error:
        return HttpResponse(error.message, status=400, content_type="text/plain")
    try:
        changed, wrong = change_draft(draft, request.POST.dict()), None
    except InputError as error:
        changed, wrong = draft, error
    shown = screen(changed, wrong)
    context = {"workshop": shown, "figures": turned(changed), "message": _message(shown, wrong)}
    return render(request, "exercises/_workshop.html", context, status=422 if wrong else 200)


@require_POST
def save(request: HttpRequest) -> HttpResponse:
    """Keep the draft: as a new exercise, or as a version of one's own."""
    actor = actor_of(request)
    actor.require(Permission.EXERCISES)
    form = _form(request)
    try:
        draft = unpacked(request.POST.get("draft", ""))
    except InputError as error:
        return HttpResponse(error.message, status=400, content_type="text/plain")
    if not form.is_valid():
        return _page(request, draft, form, 422)
    add_to = form.cleaned_data["add_to"]
    try:
        if add_to:
            version = form.version_document(draft.movement)
            row = actions.add_version(actor, add_to, version, form.cleaned_data["rung"] != "easier")
        else:
            row = actions.make_exercise(actor, form.exercise_document(draft.movement))
    except InputError as error:
        form.add_error(None, f"Not saved. {error}")
        return _page(request, draft, form, 422)
    messages.success(request, f"{row} is saved and can be planned.")
    return redirect("exercises:exercise", row.slug)


@require_POST
def archive(request: HttpRequest, exercise_id: str) -> HttpResponse:
    """Offer an own exercise no more, or again."""
    try:
        row = actions.archive(actor_of(request), exercise_id, request.POST.get("away") == "yes")
    except OwnExercise.DoesNotExist as error:
        raise Http404 from error
    messages.success(request, f"{row} is {'archived' if row.archived else 'restored'}.")
    return redirect("exercises:exercise", row.slug)


def _form(request: HttpRequest | None = None) -> OwnExerciseForm:
    choices = [(row.slug, str(row)) for row in OwnExercise.objects.filter(archived=False)]
    return OwnExerciseForm(request.POST if request else None, exercises=choices)


def _page(request: HttpRequest, draft: Draft, form: OwnExerciseForm, status: int = 200) -> HttpResponse:
    shown = screen(draft)
    context = {"workshop": shown, "figures": turned(draft), "form": form}
    return render(request, "exercises/workshop.html", context, status=status)


def _message(shown: WorkshopScreen, wrong: InputError | None) -> str:
    """What a screen reader hears after a change."""
    if wrong is not None:
        return f"Not applied. {wrong.message}"
    return f"Done. {shown.shares_words}."
