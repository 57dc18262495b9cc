"""Two versions side by side: their figures, and what differs in plain words."""

from dataclasses import dataclass
from typing import Any

from django.http import Http404, HttpResponse
from django.shortcuts import render

from fairbench.core.dose.words import summary
from fairbench.core.errors import PlanError
from fairbench.core.exercises.compare import compare as compare_versions
from fairbench.core.exercises.exercise import Exercise, Version
from fairbench.core.exercises.shelf import Shelf
from fairbench.web.exercises.shelf import practice_shelf
from fairbench.web.site.find import Request


@dataclass(frozen=True, slots=True)
class Side:
    """One of the two: the name of its fields, its version, and what it asks more of."""

    field: str
    heading: str
    exercise: Exercise
    version: Version
    dose: str
    props: str
    more: tuple[str, ...]


def compare(request: Request) -> HttpResponse:
    """``?first=exercise/version&second=exercise/version``; without a second the next rung of the same ladder. The
    fields of the page name exercise and version apart (``first_version``)."""
    stock = practice_shelf()
    try:
        first = _asked(request, stock, "first", next(iter(stock)).id)
        second = _asked(request, stock, "second", _next(*first))
    except PlanError as error:
        raise Http404 from error
    found = compare_versions(first[1], second[1])
    context: dict[str, Any] = {
        "sides": (
            _side("first", "First", first, found.first_more, stock),
            _side("second", "Second", second, found.second_more, stock),
        ),
        "found": found,
        "exercises": sorted(stock, key=lambda exercise: exercise.name.casefold()),
    }
    return render(request, "exercises/_compared.html" if request.htmx else "exercises/compare.html", context)


def _asked(request: Request, stock: Shelf, field: str, usual: str) -> tuple[Exercise, Version]:
    """The version that is asked for; of an exercise that was just changed to, the one that it starts from."""
    exercise_id, _, version_id = request.GET.get(field, usual).partition("/")
    exercise = stock.exercise(exercise_id)
    version_id = version_id or request.GET.get(f"{field}_version", "")
    known = {version.id for version in exercise.versions}
    return exercise, exercise.version(version_id if version_id in known else exercise.base)


def _next(exercise: Exercise, version: Version) -> str:
    """The next harder version of the same exercise; at the top of its ladder the one below."""
    rung = exercise.rung(version.id)
    other = exercise.versions[rung + 1 if rung + 1 < len(exercise.versions) else rung - 1]
    return f"{exercise.id}/{other.id}"


def _side(field: str, heading: str, of: tuple[Exercise, Version], more: tuple[str, ...], stock: Shelf) -> Side:
    exercise, version = of
    props = " ".join(stock.props[prop].words for prop in version.props)
    return Side(field, heading, exercise, version, summary(version.dose, exercise.limb), props, more)
