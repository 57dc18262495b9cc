"""Load tools: a bottle, a band, and what a lever weighs."""

from collections.abc import Callable
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.exercises.exercise import Exercise
from fairbench.core.loads.lever import JOINTS
from fairbench.web.exercises.shelf import practice_shelf
from fairbench.web.rooms.load_tools import band_of, bottle_of, lever_of
from fairbench.web.rooms.models import Stock
from fairbench.web.rooms.store_page import SIZED, lines_of


def loads(request: HttpRequest) -> HttpResponse:
    """All three on one page. ``?version=`` is the exercise and version that they begin with."""
    shelf = practice_shelf()
    exercises = sorted((one for one in shelf if one.id not in shelf.archived), key=lambda one: one.name)
    bands = Stock.objects.filter(prop__in=SIZED).exclude(newtons=None).exclude(free_cm=None)
    chosen = request.GET.get("version", "")[:121]
    first, second = _to_compare(exercises, chosen)
    context = {
        "first": first,
        "second": second,
        "exercises": exercises,
        "banded": [
            (exercise, version) for exercise in exercises for version in exercise.versions if SIZED & set(version.props)
        ],
        "bands": lines_of(bands),
        "joints": [(joint, joint.replace("_", " ")) for joint in JOINTS],
        "chosen": chosen,
    }
    return render(request, "rooms/loads.html", context)


def _to_compare(exercises: list[Exercise], chosen: str) -> tuple[str, str]:
    """The version that was chosen and one beside it on its ladder; without one, the ends of a ladder with weights."""
    asked, _, version_id = chosen.partition("/")
    exercise = next((one for one in exercises if one.id == asked), None)
    if exercise is None:
        weighted = (one for one in exercises if any("hand-weight" in version.props for version in one.versions))
        exercise = next(weighted, exercises[0])
        version_id = exercise.versions[-1].id
    versions = [version.id for version in exercise.versions]
    place = versions.index(version_id) if version_id in versions else 0
    beside = place - 1 if place else min(1, len(versions) - 1)
    return f"{exercise.id}/{versions[place]}", f"{exercise.id}/{versions[beside]}"


@require_POST
def bottle(request: HttpRequest) -> HttpResponse:
    """How full a bottle is for a weight."""
    return _answer(request, "rooms/_bottle.html", lambda: bottle_of(request.POST))


@require_POST
def band(request: HttpRequest) -> HttpResponse:
    """What a band pulls from the start to the end, and where to grip it."""
    return _answer(request, "rooms/_band.html", lambda: band_of(request.POST))


@require_POST
def lever(request: HttpRequest) -> HttpResponse:
    """Two versions side by side."""
    return _answer(request, "rooms/_lever.html", lambda: lever_of(request.POST))


def _answer(request: HttpRequest, template: str, work_out: Callable[[], Any]) -> HttpResponse:
    """What was worked out, or why it could not be."""
    try:
        context = {"found": work_out()}
    except InputError as error:
        return render(request, template, {"wrong": str(error)}, status=422)
    return render(request, template, context)
