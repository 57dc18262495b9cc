"""Letters to people: what waits to be looked at, and what went out. Nothing is sent twice, and nothing unread."""

import io
from collections.abc import Callable
from uuid import UUID

from django.contrib import messages
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from reportlab.lib.pagesizes import A4
from reportlab.lib.styles import ParagraphStyle
from reportlab.platypus import Paragraph, SimpleDocTemplate

from fairbench.core.errors import InputError
from fairbench.web.accounts.actor import Actor, Permission, actor_of
from fairbench.web.handouts.due_letters import write_what_is_due
from fairbench.web.people import letter_actions
from fairbench.web.people.home_inputs import PersonLetterInput
from fairbench.web.people.models import AtHome, PersonLetter

SHOWN = 60
_PAPER = ParagraphStyle("letter", fontName="Helvetica", fontSize=16, leading=22, spaceAfter=14)


def letters(request: HttpRequest) -> HttpResponse:
    """Those that wait, then those that went out. Posted, what is due is written down to be looked at."""
    actor = actor_of(request)
    actor.require(Permission.HEALTH)
    if request.method == "POST":
        new = write_what_is_due(actor, request.build_absolute_uri("/"))
        said = f"{new} written, to be looked at." if new else "Nothing more is due."
        messages.success(request, said)
        return redirect("handouts:to_send")
    rows = PersonLetter.objects.select_related("participant")
    context = {
        "waiting": list(rows.filter(state=PersonLetter.State.WAITING)[:SHOWN]),
        "gone": list(rows.exclude(state=PersonLetter.State.WAITING).order_by("-done_at")[:SHOWN]),
        "wishes": dict(AtHome.objects.values_list("participant_id", "wish")),
    }
    return render(request, "handouts/letters.html", context)


_WAYS: dict[str, tuple[Callable[[Actor, UUID, PersonLetterInput], PersonLetter], str]] = {
    "send": (letter_actions.send, "Sent."),
    "print": (letter_actions.printed, "Noted as printed."),
    "drop": (lambda actor, letter_id, _: letter_actions.drop(actor, letter_id), "It is not sent."),
}


def letter(request: HttpRequest, person_letter_id: UUID) -> HttpResponse:
    """One letter, looked at by opening it; then sent, printed or left."""
    actor = actor_of(request)
    try:
        found = letter_actions.look(actor, person_letter_id)
    except PersonLetter.DoesNotExist as error:
        raise Http404 from error
    wrong = ""
    if request.method == "POST":
        way, done = _WAYS.get(request.POST.get("way", ""), (None, ""))
        try:
            if way is None:
                raise InputError("says neither send nor print", "way")
            way(actor, person_letter_id, PersonLetterInput.read(request.POST))
        except InputError as error:
            wrong = f"Not done: {error}."
        else:
            messages.success(request, f"{done} {found.participant.call_name}: {found.subject}")
            return redirect("handouts:to_send")
    context = {
        "letter": found,
        "wish": AtHome.objects.filter(participant=found.participant).values_list("wish", flat=True).first() or "paper",
        "wrong": wrong,
        "given": request.POST if wrong else None,
    }
    return render(request, "handouts/letter.html", context, status=422 if wrong else 200)


def paper(request: HttpRequest, person_letter_id: UUID) -> HttpResponse:
    """One letter as a page to print, in large type."""
    actor = actor_of(request)
    try:
        found = letter_actions.look(actor, person_letter_id)
    except PersonLetter.DoesNotExist as error:
        raise Http404 from error
    written = io.BytesIO()
    parts = [Paragraph(_text(part), _PAPER) for part in found.body.split("\n\n")]
    SimpleDocTemplate(written, pagesize=A4, title=found.subject, author="Fair Bench").build(parts)
    answer = HttpResponse(written.getvalue(), content_type="application/pdf")
    answer["Content-Disposition"] = 'inline; filename="letter.pdf"'
    return answer


def _text(value: str) -> str:
    return value.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;").replace("\n", "<br/>")
