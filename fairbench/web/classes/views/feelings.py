"""Before and after a class: how everybody feels, a question at a time."""

from uuid import UUID

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render

from fairbench.core.errors import InputError
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.classes.feelings import QUESTIONS, SCALES, WORDS, felt_of, say
from fairbench.web.classes.models import Meeting
from fairbench.web.classes.record_inputs import FeelingInput
from fairbench.web.site.find import find


def feelings(request: HttpRequest, meeting_id: UUID) -> HttpResponse:
    """Everybody who is here, with what they said; posted, one answer."""
    meeting = find(Meeting, meeting_id, "group")
    actor = actor_of(request)
    actor.require(Permission.HEALTH)
    asked = request.POST if request.method == "POST" else request.GET
    question = asked.get("question", "feel")
    if question not in QUESTIONS:
        raise Http404
    wrong, status = "", 200
    if request.method == "POST":
        try:
            say(actor, meeting.id, FeelingInput.read(request.POST))
        except InputError as error:
            wrong, status = error.message, 422
    scale = SCALES.get(question)
    context = {
        "meeting": meeting,
        "question": question,
        "questions": [(one, (SCALES.get(one) or WORDS[one])[0]) for one in QUESTIONS],
        "asked": scale[0] if scale else WORDS[question][0],
        "ends": scale[1:] if scale else (),
        "answers": [str(number) for number in range(11)] if scale else WORDS[question][1],
        "moments": ("after",) if question == "word" else ("before", "after"),
        "people": felt_of(meeting, question),
        "wrong": wrong,
    }
    template = "classes/_feelings.html" if request.headers.get("HX-Request") else "classes/feelings.html"
    return render(request, template, context, status=status)
