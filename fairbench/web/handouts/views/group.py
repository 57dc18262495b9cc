"""The home sheets of a group: who has one, and all of them as one file, made one after the other."""

from uuid import UUID

from django.contrib import messages
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.formats.handouts_doc import sheet_document
from fairbench.core.handouts.sheet import Sheet, SheetError
from fairbench.figures.home_sheet import PAPERS
from fairbench.figures.home_sheet_pdf import one_after_the_other
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.handouts.at_home import AtHomePage, sheet_to_hand_out, whom_to_call
from fairbench.web.handouts.printing import pdf_of
from fairbench.web.people import home_actions
from fairbench.web.people.models import Group, HomeSheet, Participant
from fairbench.web.progress.actions import log_view
from fairbench.web.site.find import find


def group(request: HttpRequest, group_id: UUID) -> HttpResponse:
    """Everybody with their newest sheet. Posted, the proposal of everybody who is chosen becomes their sheet."""
    actor, found = actor_of(request), find(Group, group_id)
    actor.require(Permission.HEALTH)
    people = _people(found)
    if request.method == "POST":
        chosen = set(request.POST.getlist("person"))
        made, refused = [], []
        for person in people:
            if str(person.id) not in chosen:
                continue
            try:
                page = AtHomePage(person)
                lines = page.proposal.lines
                sheet = Sheet(lines, 5, page.facts.size, whom_to_call(actor.user.name, actor.practice.name))
                names = ", ".join(line.name for line in lines)
                home_actions.keep_sheet(actor, person.id, sheet_document(sheet), names)
                made.append(person.call_name)
            except SheetError as error:
                refused.append(f"{person.call_name}: {error.message}")
        if made:
            messages.success(request, f"As proposed, for {', '.join(made)}. Look at each before it goes out.")
        for one in refused:
            messages.error(request, f"No sheet. {one}.")
        return redirect("handouts:group_sheets", found.id)
    newest: dict[UUID, HomeSheet] = {}
    for row in HomeSheet.objects.filter(participant__in=people).order_by("edition"):
        newest[row.participant_id] = row
    rows = [(person, newest.get(person.id)) for person in people]
    context = {"group": found, "rows": rows, "papers": PAPERS, "with_sheet": len(newest)}
    return render(request, "handouts/group.html", context)


@require_POST
def printing(request: HttpRequest, group_id: UUID) -> HttpResponse:
    """Make the next sheet of the set, and say how far it is; at the end where the file is."""
    actor, found = actor_of(request), find(Group, group_id)
    actor.require(Permission.HEALTH)
    people = [person for person in _people(found) if person.home_sheets.exists()]
    paper = request.POST.get("paper", "A4")
    done = min(int(request.POST.get("done", "0") or 0) if request.POST.get("done", "0").isdigit() else 0, len(people))
    refused = request.POST.getlist("refused")
    if done < len(people):
        page = AtHomePage(people[done])
        try:
            pdf_of(request, page, sheet_to_hand_out(page), paper)
        except InputError as error:
            refused = [*refused, error.message]
        done += 1
    context = {"group": found, "done": done, "all": len(people), "paper": paper, "refused": refused}
    return render(request, "handouts/_printing.html", context)


def pdf(request: HttpRequest, group_id: UUID) -> HttpResponse:
    """The set, each sheet beginning on a page of its own. Taking it along is on record for each."""
    actor, found = actor_of(request), find(Group, group_id)
    actor.require(Permission.HEALTH)
    files = []
    for person in _people(found):
        page = AtHomePage(person)
        try:
            made = pdf_of(request, page, sheet_to_hand_out(page), request.GET.get("paper", "A4"))
        except SheetError:
            continue  # it was said while the set was made who has none
        log_view(actor, person)
        files.append(made.data)
    if not files:
        messages.error(request, "Nobody of this group has a sheet that can be handed out.")
        return redirect("handouts:group_sheets", found.id)
    answer = HttpResponse(one_after_the_other(files), content_type="application/pdf")
    answer["Content-Disposition"] = 'inline; filename="home-sheets.pdf"'
    return answer


def _people(group: Group) -> list[Participant]:
    return list(group.participants.filter(erased_at=None).order_by("call_name"))
