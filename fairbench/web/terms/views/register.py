"""The register of a term, places, and who waits for one."""

from uuid import UUID

from django.contrib import messages
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.web.accounts.actor import actor_of
from fairbench.web.people import waiting_actions
from fairbench.web.people.models import Group, Participant, Waiting
from fairbench.web.site.find import find
from fairbench.web.terms.models import Term
from fairbench.web.terms.register import register_csv, register_of


def register(request: HttpRequest, term_id: UUID) -> HttpResponse:
    """Who came, how often, and who waits."""
    term = find(Term, term_id, "group")
    found = register_of(term.group, term.starts_on, term.ends_on)
    listed = {line.person.id for line in found.lines} | {row.participant_id for row in found.waiting}
    others = Participant.objects.filter(erased_at=None).exclude(id__in=listed).order_by("call_name")
    return render(request, "terms/register.html", {"term": term, "register": found, "others": others})


def as_csv(request: HttpRequest, term_id: UUID) -> HttpResponse:
    """The register for a spreadsheet."""
    term = find(Term, term_id, "group")
    written = register_csv(register_of(term.group, term.starts_on, term.ends_on))
    answer = HttpResponse(written, content_type="text/csv; charset=utf-8")
    answer["Content-Disposition"] = 'attachment; filename="register.csv"'
    return answer


@require_POST
def places(request: HttpRequest, group_id: UUID) -> HttpResponse:
    """How many places there are, or somebody more who waits."""
    group, actor = find(Group, group_id), actor_of(request)
    try:
        if "places" in request.POST:
            said = request.POST["places"].strip()
            if said and not said.isdigit():
                raise InputError(f"needs a whole number, not '{said[:20]}'", "places")
            waiting_actions.set_places(actor, group.id, int(said) if said else None)
            messages.success(request, "Saved.")
        else:
            person = find(Participant, request.POST.get("participant", ""))
            waiting_actions.wait(actor, group.id, person.id)
            messages.success(request, f"{person.call_name} waits for a place.")
    except InputError as error:
        messages.error(request, f"Not saved: {error}.")
    return _back(request, group)


@require_POST
def waiting(request: HttpRequest, waiting_id: UUID) -> HttpResponse:
    """Whoever waits gets a place, or waits no longer."""
    row = find(Waiting, waiting_id, "group", "participant")
    with_place = request.POST.get("place") == "yes"
    try:
        waiting_actions.leave_waiting(actor_of(request), row.id, with_place)
    except Waiting.DoesNotExist as error:
        raise Http404 from error
    except InputError as error:
        messages.error(request, f"Not saved: {error}.")
    else:
        name = row.participant.call_name
        messages.success(request, f"{name} is in the group, on trial." if with_place else f"{name} waits no longer.")
    return _back(request, row.group)


def _back(request: HttpRequest, group: Group) -> HttpResponse:
    term = group.terms.filter(archived=False).first()
    return redirect("terms:register", term.id) if term else redirect("people:group", group.id)
