"""What somebody did of each exercise, and what is next."""

import datetime
from uuid import UUID

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render
from django.utils import timezone

from fairbench.core.formats.log_doc import log_document
from fairbench.core.progress.schools import SCHOOLS
from fairbench.web.accounts.actor import actor_of
from fairbench.web.classes.feelings import changes_of
from fairbench.web.measures.results import results_of
from fairbench.web.people.health_summary import person_of
from fairbench.web.people.models import Participant
from fairbench.web.plans.adapter import shelf
from fairbench.web.progress import actions
from fairbench.web.progress.goals import goals_of
from fairbench.web.progress.kept_logs import due_of, kept_logs
from fairbench.web.progress.log_rows import half_a_year
from fairbench.web.progress.put_right import put_right
from fairbench.web.progress.report import report_pdf
from fairbench.web.progress.steps import school_of
from fairbench.web.progress.story import line_of
from fairbench.web.progress.week_by_week import volume_of
from fairbench.web.rooms.adapter import at_hand
from fairbench.web.site.find import find


def person(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """Each exercise with its times, where they stand and what is next, and why. ``?school=`` looks at another school;
    nothing is changed by it. Seeing it is on record."""
    found = find(Participant, participant_id)
    actions.log_view(actor_of(request), found)
    today = timezone.localdate()
    value = person_of(found)
    people = {found.id: value}
    logs = kept_logs(people, half_a_year())
    group = found.groups.select_related("room").first()
    theirs = school_of(found.school, group.school if group else "")
    school = SCHOOLS.get(request.GET.get("school", ""), theirs)
    store = at_hand(group.room if group else None, 1)
    asked = (today + datetime.timedelta(days=1), store, school)
    steps = due_of(people, logs, *asked)
    log = logs[found.id].log
    if request.GET.get("part") == "volume":
        return render(request, "progress/_volume.html", {"volume": volume_of(log, today)})
    first = min((bout.day for bout in log.bouts), default=today)
    lines = logs[found.id].once(
        ("lines", today), lambda _: {step.exercise.id: line_of(step.before, first, today) for step in steps}
    )
    context = {
        "participant": found,
        "lines": [(step, lines[step.exercise.id]) for step in steps],
        "school": school,
        "talk_first": value.talk_first,
        "volume": bool(log.bouts),
        "schools": tuple(SCHOOLS.values()),
        "theirs": theirs,
        "goals": goals_of([found.id], steps),
        "known": sorted(((step.exercise.id, step.exercise.name) for step in steps), key=lambda one: one[1]),
        "put_right": put_right(found.id, value, half_a_year(), steps, asked),
        "changes": changes_of(list(found.feelings.all())),
        "came": len(log.came),
        "met": len(log.met),
    }
    return render(request, "progress/progress.html", context)


def log_json(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """The log as the published schema has it. Taking it along is on record."""
    found = find(Participant, participant_id)
    actions.log_view(actor_of(request), found)
    log = kept_logs({found.id: person_of(found)}, half_a_year())[found.id].log
    answer = JsonResponse(log_document(log.bouts, log.met, log.came), json_dumps_params={"indent": 2})
    answer["Content-Disposition"] = 'attachment; filename="log.json"'
    return answer


def report(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """The page for whoever looks after their health. Taking it along is on record."""
    found = find(Participant, participant_id)
    actions.log_view(actor_of(request), found)
    log = kept_logs({found.id: person_of(found)}, half_a_year())[found.id].log
    results = results_of(found, list(found.measurements.filter(taken_back_at=None)))
    answer = HttpResponse(report_pdf(found, log, results, shelf()), content_type="application/pdf")
    answer["Content-Disposition"] = 'attachment; filename="report.pdf"'
    return answer
