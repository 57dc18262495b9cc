"""Own exercises out to files and in from them: YAML or JSON."""

from django.contrib import messages
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render

from fairbench.core.counted import how_many
from fairbench.core.errors import InputError
from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.exercises_doc import LARGEST_FILE, read_exercises, write_json, write_yaml
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.exercises import actions
from fairbench.web.exercises.brought import Answer, ExercisesDifferError, answers_in
from fairbench.web.exercises.models import OwnExercise
from fairbench.web.exercises.shelf import brought_up
from fairbench.web.site.uploads import uploaded

_KINDS = {
    "yaml": (write_yaml, "application/yaml; charset=utf-8"),
    "json": (write_json, "application/json; charset=utf-8"),
}


def own_exercises(request: HttpRequest, kind: str) -> HttpResponse:
    """Every own exercise that is not archived, as one file."""
    return _file([brought_up(row) for row in OwnExercise.objects.filter(archived=False)], "exercises", kind)


def own_exercise(request: HttpRequest, exercise_id: str, kind: str) -> HttpResponse:
    """One own exercise as a file."""
    row = OwnExercise.objects.filter(slug=exercise_id).first()
    if row is None:
        raise Http404
    return _file([{**brought_up(row), "id": row.slug}], row.slug, kind)


def _file(documents: list[dict[str, object]], name: str, kind: str) -> HttpResponse:
    write, content_type = _KINDS[kind]
    response = HttpResponse(write(documents), content_type=content_type)
    response["Content-Disposition"] = f'attachment; filename="{name}.{kind}"'
    return response


def import_exercises(request: HttpRequest) -> HttpResponse:
    """Exercises from a file, as the practice's own. Where one differs from ours, somebody is asked first; the page
    carries the file meanwhile."""
    actor = actor_of(request)
    actor.require(Permission.EXERCISES)
    if request.method != "POST":
        return render(request, "exercises/import.html")
    data = b""
    try:
        data = uploaded(request, LARGEST_FILE, "a file of exercises")
        slugs = actions.bring_in(actor, read_exercises(data, load_shelf()), answers_in(request.POST.dict()))
    except ExercisesDifferError as asks:
        context = {"differing": asks.differing, "answers": list(Answer), "carried": data.decode("utf-8-sig")}
        return render(request, "exercises/import.html", context, status=409)
    except InputError as error:
        return render(request, "exercises/import.html", {"error": error}, status=422)
    only = next(iter(slugs.values()))
    messages.success(request, f"{how_many(len(slugs), 'exercise')} of the file can be planned.")
    return redirect("exercises:exercise", only) if len(slugs) == 1 else redirect("shelf:shelf")
