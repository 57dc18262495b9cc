"""One exercise: its ladder in pictures, what each rung asks and what changes from one to the next."""

from typing import Any

from django.http import Http404, HttpResponse
from django.shortcuts import render

from fairbench.core.body.movement import balances, demands
from fairbench.core.body.statics.statics import GROUPS
from fairbench.core.body.view import View
from fairbench.core.dose.words import summary
from fairbench.core.errors import PlanError
from fairbench.core.exercises.exercise import Exercise, Version
from fairbench.core.exercises.ladder import Step, steps_of
from fairbench.core.exercises.shelf import Shelf
from fairbench.web.exercises.filters import Choice
from fairbench.web.exercises.shelf import practice_shelf
from fairbench.web.site.find import Request

_MOST = 4
"""Differences shown at once."""


def exercise(request: Request, exercise_id: str) -> HttpResponse:
    """Purpose, ladder, cues, demands and usual dose of each version, from the view that is asked for."""
    stock = practice_shelf()
    try:
        found = stock.exercise(exercise_id)
    except PlanError as error:
        raise Http404 from error
    given = request.GET.get("view", "")
    view = View(given) if given in list(View) else None
    steps = {step.harder.id: step for step in steps_of(found)}
    context = {
        "exercise": found,
        "own": found.id.startswith("own-"),
        "away": found.id in stock.archived,
        "view": view,
        "views": [Choice("", "best view", view is None), *(Choice(v.value, v.words, v is view) for v in View)],
        "rungs": [_rung(found, version, steps.get(version.id), stock) for version in found.versions],
    }
    template = "exercises/_ladder.html" if request.htmx else "exercises/exercise.html"
    return render(request, template, context)


def _rung(found: Exercise, version: Version, step: Step | None, stock: Shelf) -> dict[str, Any]:
    shares: dict[str, float] = {}
    for _, held in balances(version.movement):
        for group in GROUPS:
            shares[group] = max(shares.get(group, 0.0), held.shares[group])
    return {
        "version": version,
        "base": version.id == found.base,
        "dose": summary(version.dose, found.limb),
        "seconds": version.dose.time.total,
        "props": [stock.props[prop] for prop in version.props],
        "more": [difference.words for difference in step.more[:_MOST]] if step else [],
        "reason": step.reason if step else "",
        "demands": demands(version.movement),
        "shares": [(group, round(share * 100)) for group, share in shares.items() if share >= 0.005],
    }
