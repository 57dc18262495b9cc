"""One person's whole file, and erasing them."""

import json
from uuid import UUID

from django.contrib import messages
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render

from fairbench.core.errors import InputError
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.classes import erasure
from fairbench.web.classes.person_file import person_pdf, person_values
from fairbench.web.people.models import Participant
from fairbench.web.site.find import find


def person_file(request: HttpRequest, participant_id: UUID, kind: str) -> HttpResponse:
    """Everything that is kept of somebody, to hand to them: ``json`` or ``pdf``. It is put on record."""
    person = find(Participant, participant_id)
    actor = actor_of(request)
    actor.require(Permission.HEALTH)
    values = person_values(person)
    actor.audit("participant.export", person.id, new={"as": kind})
    if kind == "pdf":
        response = HttpResponse(person_pdf(values), content_type="application/pdf")
    else:
        response = HttpResponse(json.dumps(values, indent=2, ensure_ascii=False), content_type="application/json")
    response["Content-Disposition"] = f'attachment; filename="person.{kind}"'
    return response


def erase(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """What would go and what would stay; with the name typed (POST), it goes."""
    person = find(Participant, participant_id)
    actor = actor_of(request)
    actor.require(Permission.ERASE)
    if person.erased_at:
        raise Http404
    wrong: dict[str, str] = {}
    if request.method == "POST":
        try:
            erasure.erase(actor, person, request.POST.get("name", ""))
        except InputError as error:
            wrong = {"name": error.message}
        else:
            messages.success(request, "The person is erased. What stays has no name.")
            return redirect("people:groups")
    context = {"person": person, "erasure": erasure.look(person), "wrong": wrong, "given": request.POST}
    return render(request, "classes/erase.html", context, status=422 if wrong else 200)
