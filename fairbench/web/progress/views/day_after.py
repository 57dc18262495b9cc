"""At the door: how the day after the last class was."""

from uuid import UUID

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render

from fairbench.core.errors import InputError
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.classes.models import Meeting
from fairbench.web.people.models import Participant
from fairbench.web.progress.day_after import day_after_of, say
from fairbench.web.site.find import find


def day_after(request: HttpRequest, meeting_id: UUID, participant_id: UUID) -> HttpResponse:
    """The exercises that could have done it, asked for when somebody opens the question; a tap says that one did, a
    second that it did not."""
    actor = actor_of(request)
    actor.require(Permission.CLASSES)
    now, person = find(Meeting, meeting_id), find(Participant, participant_id)
    wrong, status = "", 200
    if request.method == "POST":
        try:
            asked = say(actor, person, now, request.POST.get("exercise", ""), request.POST.get("felt") == "yes")
        except InputError as error:
            asked, wrong, status = day_after_of(person, now), error.message, 422
    else:
        asked = day_after_of(person, now)
    context = {"meeting": now, "person": person, "last": asked.meeting, "asked": asked.asked, "wrong": wrong}
    return render(request, "progress/_day_after.html", context, status=status)
