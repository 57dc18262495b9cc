"""The shelf of exercises, and each with its ladder of versions."""

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render

from fairbench.core.dose_words import summary
from fairbench.core.errors import PlanError
from fairbench.core.exercises import BlockKind
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.web.find import Request


def shelf(request: Request) -> HttpResponse:
    """Everything there is to choose from, by block, narrowed by words."""
    words = request.GET.get("q", "")[:100]
    found = load_shelf().search(words)
    blocks = [(kind, [e for e in found if e.block is kind]) for kind in BlockKind]
    template = "exercises/_results.html" if request.htmx else "exercises/shelf.html"
    return render(
        request,
        template,
        {"blocks": [block for block in blocks if block[1]], "words": words, "count": len(found)},
    )


def exercise(request: HttpRequest, exercise_id: str) -> HttpResponse:
    """One exercise: purpose, ladder, cues and usual dose of each version."""
    catalogue = load_shelf()
    try:
        found = catalogue.exercise(exercise_id)
    except PlanError as error:
        raise Http404 from error
    versions = [
        {
            "version": version,
            "dose": summary(version.dose, found.limb),
            "seconds": version.dose.time.total,
            "props": [catalogue.props[prop] for prop in version.props],
        }
        for version in found.versions
    ]
    return render(request, "exercises/exercise.html", {"exercise": found, "versions": versions})
