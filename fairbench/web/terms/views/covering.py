"""What somebody covers: given on the board, seen and begun by who teaches it."""

from uuid import UUID

from django.contrib import messages
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.terms.term import TermError
from fairbench.web.accounts.actor import actor_of
from fairbench.web.site.find import find
from fairbench.web.terms import cover_actions as actions
from fairbench.web.terms.cover_clashes import clashes_of
from fairbench.web.terms.covers import covered_by
from fairbench.web.terms.models import Cover, Term


def covering(request: HttpRequest) -> HttpResponse:
    """The classes that one covers, with all that each needs."""
    classes = [one for one in covered_by(actor_of(request).user) if one.is_open or not one.slot.held]
    return render(request, "terms/covering.html", {"classes": classes})


@require_POST
def give(request: HttpRequest, term_id: UUID, slot_id: str) -> HttpResponse:
    """A member covers a class; an empty ``user`` takes it back."""
    term, wanted = find(Term, term_id), request.POST.get("user", "")
    try:
        if wanted and not (wanted.isascii() and wanted.isdigit() and len(wanted) < 10):
            raise InputError("choose a member who may sign in", "user")
        cover = actions.give_cover(actor_of(request), term.id, slot_id, int(wanted) if wanted else None)
    except TermError as error:
        raise Http404 from error
    except InputError as error:
        messages.error(request, f"Not saved: {error.message}.")
    else:
        messages.success(request, f"Saved: {cover.user.name} covers it." if cover else "Saved: its own teacher has it.")
        for says in clashes_of(cover) if cover else ():
            messages.error(request, says)
    return redirect("terms:board", term.id)


@require_POST
def teach(request: HttpRequest, cover_id: UUID) -> HttpResponse:
    """Begin the class that one covers: who is here comes next."""
    try:
        meeting = actions.begin_covered(actor_of(request), cover_id)
    except Cover.DoesNotExist as error:
        raise Http404 from error
    except InputError as error:
        messages.error(request, f"Not begun: {error.message}.")
        return redirect("terms:covering")
    return redirect(meeting.next_address)
