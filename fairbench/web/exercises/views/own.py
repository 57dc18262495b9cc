"""What a practice has of its own at an exercise: its name, whether it is a favourite, whether it is still offered."""

from django.contrib import messages
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect
from django.urls import reverse
from django.views.decorators.http import require_POST
from pydantic import Field

from fairbench.core.errors import InputError, PlanError
from fairbench.web.accounts.actor import actor_of
from fairbench.web.exercises import actions
from fairbench.web.exercises.models import OwnExercise
from fairbench.web.exercises.views.exercise import page
from fairbench.web.site.find import Request
from fairbench.web.site.inputs import Input, OneLine, Slug


class NameInput(Input):
    """An exercise's own name; empty for the shipped one."""

    own_name: OneLine = Field(default="", max_length=60)


@require_POST
def name(request: Request, exercise_id: str) -> HttpResponse:
    """Call an exercise by a name of one's own, or by its shipped one again."""
    try:
        called = actions.name_exercise(actor_of(request), exercise_id, NameInput.read(request.POST.dict()).own_name)
    except PlanError as error:
        raise Http404 from error
    except InputError as error:
        return page(request, exercise_id, error)
    messages.success(request, f"It is called {called} now.")
    return redirect("exercises:exercise", exercise_id)


@require_POST
def favourite(request: HttpRequest, exercise_id: str) -> HttpResponse:
    """Have it among one's favourites, or no longer."""
    try:
        actions.favour(actor_of(request), exercise_id, request.POST.get("at_hand") == "yes")
    except PlanError as error:
        raise Http404 from error
    return redirect("exercises:exercise", exercise_id)


@require_POST
def archive(request: HttpRequest, exercise_id: str) -> HttpResponse:
    """Offer an own exercise no more, or again."""
    try:
        row = actions.archive(actor_of(request), exercise_id, request.POST.get("away") == "yes")
    except OwnExercise.DoesNotExist as error:
        raise Http404 from error
    messages.success(request, f"{row} is {'archived' if row.archived else 'restored'}.")
    return redirect("exercises:exercise", row.slug)


@require_POST
def copy(request: HttpRequest, exercise_id: str) -> HttpResponse:
    """Copy an exercise with its whole ladder to one's own, and open the copy."""
    try:
        row = actions.copy_ladder(actor_of(request), exercise_id)
    except PlanError as error:
        raise Http404 from error
    messages.success(request, f"{row} is yours now, with every version.")
    return redirect("exercises:exercise", row.slug)


class MoveInput(Input):
    """Which version, and which way on the ladder."""

    version: Slug
    up: bool = False


@require_POST
def move(request: HttpRequest, exercise_id: str) -> HttpResponse:
    """Change the order of an own exercise's versions, one place at a time."""
    given = MoveInput.read(request.POST.dict())
    try:
        actions.move_version(actor_of(request), exercise_id, given.version, given.up)
    except (OwnExercise.DoesNotExist, PlanError) as error:
        raise Http404 from error
    return redirect(f"{reverse('exercises:exercise', args=[exercise_id])}#{given.version}")
