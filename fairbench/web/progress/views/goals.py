"""Goals of somebody, their milestones, and how they go on: one form each, back to their progress."""

from collections.abc import Callable
from uuid import UUID

from django.contrib import messages
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.web.accounts.actor import actor_of
from fairbench.web.people import goal_actions
from fairbench.web.people.goal_inputs import GoalInput, MilestoneInput, SchoolInput
from fairbench.web.people.models import Goal, Milestone, Participant
from fairbench.web.site.find import find


@require_POST
def set_school(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """How they go on, from now on."""
    given = request.POST
    return _back(
        request,
        participant_id,
        lambda: goal_actions.set_school(actor_of(request), participant_id, SchoolInput.read(given)),
        "Saved: how they go on from week to week.",
    )


@require_POST
def add_goal(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """A task, with what serves it."""
    given = {"task": request.POST.get("task", ""), "exercises": tuple(request.POST.getlist("exercises"))}
    return _back(
        request,
        participant_id,
        lambda: goal_actions.add_goal(actor_of(request), participant_id, GoalInput.read(given)),
        "The goal is kept.",
    )


@require_POST
def end_goal(request: HttpRequest, participant_id: UUID, goal_id: UUID) -> HttpResponse:
    """A goal is reached or given up."""
    return _back(
        request,
        participant_id,
        lambda: goal_actions.end_goal(actor_of(request), participant_id, goal_id),
        "The goal is ended; it stays in what is kept of them.",
    )


@require_POST
def add_milestone(request: HttpRequest, participant_id: UUID, goal_id: UUID) -> HttpResponse:
    """A yes or no on the way to a goal."""
    given = request.POST
    return _back(
        request,
        participant_id,
        lambda: goal_actions.add_milestone(actor_of(request), participant_id, goal_id, MilestoneInput.read(given)),
        "The milestone is kept.",
    )


@require_POST
def reach(request: HttpRequest, participant_id: UUID, milestone_id: UUID) -> HttpResponse:
    """It is so, or not after all."""
    reached = request.POST.get("reached") == "yes"
    return _back(
        request,
        participant_id,
        lambda: goal_actions.reach(actor_of(request), participant_id, milestone_id, reached),
        "Reached." if reached else "Not reached after all.",
    )


def _back(request: HttpRequest, participant_id: UUID, change: Callable[[], object], done: str) -> HttpResponse:
    """Make a change and say so, or why not."""
    find(Participant, participant_id)
    try:
        change()
    except (Goal.DoesNotExist, Milestone.DoesNotExist) as error:
        raise Http404 from error
    except InputError as error:
        messages.error(request, f"Not saved: {error}.")
    else:
        messages.success(request, done)
    return redirect("progress:progress", participant_id)
