"""Somebody's measures, taking a test, and taking a result back."""

from uuid import UUID

from django.contrib import messages
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.utils import timezone
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.measures_doc import load_tests
from fairbench.core.formats.taken_doc import Measured
from fairbench.core.measures.test import Tool
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.measures import actions
from fairbench.web.measures.devices import source_of
from fairbench.web.measures.inputs import SIDES, MeasurementInput, SexInput, TakeBackInput, taken_of
from fairbench.web.measures.models import Measurement
from fairbench.web.measures.results import results_of
from fairbench.web.people.health_summary import declared_of, screening_status_of
from fairbench.web.people.models import Participant, Sex
from fairbench.web.site.find import find


def person(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """Every result with what is usual and whether it changed, and every test that can be taken. Seeing it is on
    record."""
    found = find(Participant, participant_id)
    actions.log_view(actor_of(request), found)
    return _page(request, found)


def _page(request: HttpRequest, found: Participant, refused: str = "", status: int = 200) -> HttpResponse:
    rows = list(found.measurements.select_related("user"))
    context = {
        "participant": found,
        "results": results_of(found, [row for row in rows if row.taken_back_at is None]),
        "taken_back": [row for row in rows if row.taken_back_at is not None],
        "tests": tuple(load_tests().values()),
        "sexes": Sex.choices,
        "refused": refused,
    }
    return render(request, "measures/measures.html", context, status=status)


def take(request: HttpRequest, participant_id: UUID, test_id: str) -> HttpResponse:
    """How a test is taken, who should not, and its tool; posted, the trials are kept. ``?group=`` leads back to the
    round of a group."""
    found = find(Participant, participant_id)
    actor = actor_of(request)
    actor.require(Permission.HEALTH)
    test = load_tests().get(test_id)
    if test is None:
        raise Http404
    wrong: InputError | None = None
    if request.method == "POST":
        try:
            given = MeasurementInput.read({**request.POST.dict(), "test": test_id})
            measured = Measured(given.on, taken_of(given, request.POST), note=given.note)
            row = actions.save(actor, found.id, measured)
        except InputError as error:
            wrong = error
        else:
            talk = " A clinician is to be asked: they are talked to before they join in again." if row.event_id else ""
            messages.success(request, f"Saved: {test.name}, {found.call_name}.{talk}")
            group = request.GET.get("group", "")
            return redirect("measures:test_round", group) if group else redirect("measures:measures", found.id)
    sides = [name for side, name in SIDES.items() if (side is not None) is test.sided]
    context = {
        "participant": found,
        "test": test,
        "sides": sides,
        "numbers": range(1, (len(test.stages) or max(test.trials, 1)) + 1),
        "fields": [
            {"side": side, "trials": [_field(request, test.stages, side, n, wrong) for n in _numbers(test)]}
            for side in sides
        ],
        "wrong": wrong,
        "wrong_words": str(wrong.message).capitalize() if wrong else "",
        "today": timezone.localdate(),
        "given": request.POST,
        "noted": [load_conditions().words(one) for one in declared_of(found)],
        "talk_first": screening_status_of(found).talk_first,
        "source": source_of(test),
        "timed": test.tool in (Tool.COUNT, Tool.WATCH, Tool.HOLD, Tool.STAGES),
    }
    return render(request, "measures/take.html", context, status=422 if wrong else 200)


def _numbers(test: object) -> range:
    return range(1, (len(getattr(test, "stages", ())) or getattr(test, "trials", 1)) + 1)


def _field(
    request: HttpRequest, stages: tuple[str, ...], side: str, number: int, wrong: InputError | None
) -> dict[str, object]:
    name = f"{side}_{number}"
    bad = wrong is not None and wrong.place in (name, f"{side}.{number - 1}", f"trials.{number - 1}")
    words = stages[number - 1] if stages else f"Trial {number}"
    return {"name": name, "words": words, "value": request.POST.get(name, ""), "wrong": bad}


@require_POST
def take_back(request: HttpRequest, measurement_id: UUID) -> HttpResponse:
    """A result counts no more, with why."""
    row = find(Measurement, measurement_id)
    actor = actor_of(request)
    actor.require(Permission.HEALTH)
    person_of_row = find(Participant, row.participant_id)
    try:
        actions.take_back(actor, row.id, TakeBackInput.read(request.POST))
    except InputError:
        return _page(request, person_of_row, "Say why the result does not count; it was left as it is.", 422)
    messages.success(request, "The result counts no more. It stays below, with why.")
    return redirect("measures:measures", row.participant_id)


@require_POST
def bands(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """Which of the published bands they are held against."""
    found = find(Participant, participant_id)
    try:
        actions.set_sex(actor_of(request), found.id, SexInput.read(request.POST))
    except InputError:
        return _page(request, found, "Bands are published for women and for men.", 422)
    messages.success(request, "Saved.")
    return redirect("measures:measures", found.id)
