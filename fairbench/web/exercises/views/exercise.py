"""One exercise: its ladder in pictures, what each rung asks and what changes from one to the next."""

from typing import Any

from django.http import Http404, HttpResponse
from django.shortcuts import render

from fairbench.core.body.movement import balances, demands
from fairbench.core.body.statics.statics import GROUPS, shares_words
from fairbench.core.body.view import View
from fairbench.core.dose.words import summary
from fairbench.core.errors import InputError, PlanError
from fairbench.core.exercises.exercise import Exercise, Version
from fairbench.core.exercises.ladder import Step, steps_of
from fairbench.core.exercises.ladder_words import in_words
from fairbench.core.exercises.shelf import Shelf
from fairbench.web.accounts.actor import actor_of
from fairbench.web.exercises.filters import Choice
from fairbench.web.exercises.models import Favourite
from fairbench.web.exercises.shelf import practice_shelf
from fairbench.web.site.find import Request

_MOST = 3
"""Differences told in words; all stand behind Details."""


def exercise(request: Request, exercise_id: str) -> HttpResponse:
    """Purpose, ladder, cues, demands and usual dose of each version, from the view that is asked for."""
    return page(request, exercise_id)


def page(request: Request, exercise_id: str, wrong: InputError | None = None) -> HttpResponse:
    """The page of an exercise; ``wrong`` is what was refused of a change, shown beside its field with what was
    typed."""
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
        "also": stock.words.exercises.get(found.id, ()),
        "shipped_name": stock.renamed.get(found.id, ""),
        "favourite": Favourite.objects.filter(user=actor_of(request).user, slug=found.id).exists(),
        "typed_name": request.POST.get("own_name", "") if wrong else found.name if found.id in stock.renamed else "",
        "wrong": wrong.message if wrong else "",
        "kin": [stock.exercise(other) for other in stock.words.kin_of(found.id)],
        "view": view,
        "views": [Choice("", "best view", view is None), *(Choice(v.value, v.words, v is view) for v in View)],
        "rungs": [_rung(found, version, steps.get(version.id), stock) for version in found.versions],
    }
    template = "exercises/_ladder.html" if request.htmx else "exercises/exercise.html"
    return render(request, template, context, status=422 if wrong else 200)


def _rung(found: Exercise, version: Version, step: Step | None, stock: Shelf) -> dict[str, Any]:
    return {
        "version": version,
        "base": version.id == found.base,
        "dose": summary(version.dose, found.limb),
        "seconds": version.dose.time.total,
        "props": " ".join(stock.props[prop].words for prop in version.props),
        "in_words": in_words(step.more, _MOST) if step else "",
        "more": [difference.words for difference in step.more] if step else [],
        "less": [difference.words for difference in step.less] if step else [],
        "reason": step.reason if step else "",
        "demands": demands(version.movement),
        "shares_words": shares_words(_most_carried(version)),
    }


def _most_carried(version: Version) -> dict[str, float]:
    """The most that each group of bearing parts carries in any pose, as shares of body weight."""
    poses = [held.shares for _, held in balances(version.movement)]
    return {group: max(shares[group] for shares in poses) for group in GROUPS}
