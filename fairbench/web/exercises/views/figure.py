"""Figures and films by address. What an address shows never changes, so it may be kept."""

from django.http import Http404, HttpRequest, HttpResponse

from fairbench.core.body.drawing.looks import Looks, read_looks
from fairbench.core.body.view import View
from fairbench.core.errors import InputError, PlanError
from fairbench.core.exercises.exercise import Exercise, Version
from fairbench.figures.palette import INKS
from fairbench.figures.still import POSES
from fairbench.web.exercises import figures
from fairbench.web.exercises.shelf import practice_shelf

_FOR_EVER = "private, max-age=31536000, immutable"


def figure(request: HttpRequest, exercise_id: str, version_id: str) -> HttpResponse:
    """One picture as SVG: ``?view=``, ``?pose=both|start|end``, ``?ink=paper|dark|print``."""
    exercise, version = _find(exercise_id, version_id)
    pose, ink, view = (
        request.GET.get(name, usual) for name, usual in (("pose", "both"), ("ink", "paper"), ("view", ""))
    )
    if pose not in POSES or ink not in INKS or (view and view not in list(View)):
        raise Http404
    drawn = figures.svg(version.movement, exercise.block, ink, pose, View(view) if view else None, _looks(request))
    return _kept(HttpResponse(drawn, content_type="image/svg+xml"), request, version)


def film(request: HttpRequest, exercise_id: str, version_id: str) -> HttpResponse:
    """The frames of a movement as JSON, for the teaching screen."""
    _, version = _find(exercise_id, version_id)
    packed = figures.film_json(version.movement, request.GET.get("both") == "1", _looks(request))
    response = HttpResponse(packed, content_type="application/json")
    response["Content-Encoding"] = "gzip"
    return _kept(response, request, version)


def _find(exercise_id: str, version_id: str) -> tuple[Exercise, Version]:
    try:
        exercise = practice_shelf().exercise(exercise_id)
        return exercise, exercise.version(version_id)
    except PlanError as error:
        raise Http404 from error


def _looks(request: HttpRequest) -> Looks:
    """Who the figure is, by the address."""
    try:
        return read_looks(request.GET.get("looks", ""))
    except InputError as error:
        raise Http404 from error


def _kept(response: HttpResponse, request: HttpRequest, version: Version) -> HttpResponse:
    """To be kept by the browser, if the address is of the picture as it is now."""
    current = request.GET.get("v") == figures.edition(version.movement)
    response["Cache-Control"] = _FOR_EVER if current else "private, no-cache"
    return response
