"""Somebody's measures as files, out and in."""

import csv
import json
from uuid import UUID

from django.contrib import messages
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST

from fairbench.core.counted import how_many
from fairbench.core.errors import InputError
from fairbench.core.formats.taken_doc import (
    Measured,
    measures_document,
    read_measures,
    read_measures_csv,
    write_measures_csv,
)
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.measures import actions
from fairbench.web.measures.results import measured_of
from fairbench.web.people.models import Participant
from fairbench.web.site.find import find


def _measured(request: HttpRequest, participant_id: UUID) -> tuple[Measured, ...]:
    found = find(Participant, participant_id)
    actions.log_export(actor_of(request), found)
    return measured_of(found.measurements.filter(taken_back_at=None))


def export_csv(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """A line for each test and side."""
    answer = HttpResponse(content_type="text/csv; charset=utf-8")
    answer["Content-Disposition"] = 'attachment; filename="measures.csv"'
    csv.writer(answer).writerows(write_measures_csv(_measured(request, participant_id)))
    return answer


def export_json(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """As the published schema has it."""
    answer = JsonResponse(measures_document(_measured(request, participant_id)), json_dumps_params={"indent": 2})
    answer["Content-Disposition"] = 'attachment; filename="measures.json"'
    return answer


@require_POST
def import_measures(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """A file of one person's measures, JSON or CSV: all of it is taken, or nothing."""
    found = find(Participant, participant_id)
    actor = actor_of(request)
    actor.require(Permission.HEALTH)
    sent = request.FILES.get("file")
    try:
        if sent is None:
            raise InputError("choose a file first", "file")
        data = sent.read()
        read = read_measures if _is_json(data) else read_measures_csv
        number = actions.save_all(actor, found.id, read(data))
    except InputError as error:
        context = {"participant": found, "error": error}
        return render(request, "measures/not_imported.html", context, status=422)
    messages.success(request, f"{how_many(number, 'measure')} imported.")
    return redirect("measures:measures", found.id)


def _is_json(data: bytes) -> bool:
    try:
        json.loads(data)
    except (ValueError, RecursionError):
        return data.lstrip()[:1] == b"{"
    return True
