"""At the door: how did home go?"""

from uuid import UUID

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render

from fairbench.core.errors import InputError
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.classes.models import Meeting
from fairbench.web.people.home_actions import report_home
from fairbench.web.people.home_inputs import HomeReportInput
from fairbench.web.people.models import HomeReport, Participant
from fairbench.web.site.find import find


def how_was_home(request: HttpRequest, meeting_id: UUID, participant_id: UUID) -> HttpResponse:
    """One tap: none, some, most; then what stopped them. Whoever has no sheet is not asked."""
    actor = actor_of(request)
    actor.require(Permission.CLASSES)
    meeting, person = find(Meeting, meeting_id), find(Participant, participant_id)
    wrong, status = "", 200
    if request.method == "POST":
        try:
            report_home(actor, person.id, meeting.held_on, HomeReportInput.read(request.POST))
        except InputError as error:
            wrong, status = error.message, 422
    context = {
        "meeting": meeting,
        "person": person,
        "asks": person.home_sheets.exists(),
        "said": person.home_reports.filter(day=meeting.held_on).first(),
        "hows": HomeReport.How.choices,
        "stops": HomeReport.Stopped.choices,
        "wrong": wrong,
    }
    return render(request, "handouts/_how_was_home.html", context, status=status)
