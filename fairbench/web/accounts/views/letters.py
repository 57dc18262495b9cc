"""The post office: the letters that were written, to be read, found and saved."""

from uuid import UUID

from django.db.models import Q, QuerySet
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render

from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.accounts.letters import eml_of
from fairbench.web.accounts.models import Letter
from fairbench.web.site.text import clean_text

SHOWN = 100
LONGEST_SEARCH = 80


def letters(request: HttpRequest) -> HttpResponse:
    """The newest letters; ``q``, which is posted so that it stands in no log, narrows them by words."""
    words = clean_text(request.POST.get("q", ""))[:LONGEST_SEARCH].split()
    found = _readable(request)
    for word in words:
        found = found.filter(Q(to__icontains=word) | Q(subject__icontains=word) | Q(body__icontains=word))
    context = {"letters": found[:SHOWN], "words": " ".join(words), "all": _readable(request).count()}
    return render(request, "accounts/letters.html", context)


def letter(request: HttpRequest, letter_id: UUID) -> HttpResponse:
    """One letter."""
    return render(request, "accounts/letter.html", {"letter": _find(request, letter_id)})


def letter_eml(request: HttpRequest, letter_id: UUID) -> HttpResponse:
    """One letter as a file."""
    answer = HttpResponse(eml_of(_find(request, letter_id)), content_type="message/rfc822")
    answer["Content-Disposition"] = 'attachment; filename="letter.eml"'
    return answer


def _find(request: HttpRequest, letter_id: UUID) -> Letter:
    found = _readable(request).filter(id=letter_id).first()
    if found is None:
        raise Http404
    return found


def _readable(request: HttpRequest) -> "QuerySet[Letter]":
    """Whoever plans reads what was sent about classes; a letter with a link to choose a password is for owners."""
    actor = actor_of(request)
    actor.require(Permission.PLANS)
    rows = Letter.objects.all()
    return rows if actor.may(Permission.MEMBERS) else rows.filter(kind=Letter.Kind.CLASS)
