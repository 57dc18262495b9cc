"""Letters about one class of a term, put down to be looked at: it is off or on another day, or what to bring."""

from uuid import UUID

from django.contrib import messages
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.web.accounts.actor import actor_of
from fairbench.web.handouts.letter_texts import of_class_off, of_what_to_bring
from fairbench.web.people.letter_actions import write
from fairbench.web.people.models import Participant
from fairbench.web.plans.models import WITH_ROOM, Plan
from fairbench.web.plans.ready_list import prepare
from fairbench.web.site.find import find
from fairbench.web.terms.models import Term
from fairbench.web.terms.term_rows import value_of


@require_POST
def tell(request: HttpRequest, term_id: UUID, slot_id: str) -> HttpResponse:
    """Write to everybody of the group; nothing goes out before somebody looked at it."""
    actor, term = actor_of(request), find(Term, term_id, "group")
    try:
        slot = value_of(term).slot(slot_id)
    except InputError as error:
        raise Http404 from error
    people = list(Participant.objects.filter(groups=term.group, erased_at=None).order_by("call_name"))
    if request.POST.get("about") == "bring":
        plan = Plan.objects.filter(id=slot.plan).select_related(*WITH_ROOM).first() if slot.plan else None
        if plan is None:
            messages.error(request, "Not written: this class has no plan yet, so nobody knows what is needed.")
            return redirect("terms:board", term.id)
        prepared = prepare(plan)
        lists = [(person, prepared.list_of(str(person.id)).text) for person in people]
        drafts = of_what_to_bring(actor, term.group.name, slot.day, lists)
    elif slot.held and slot.was is None:
        messages.error(request, "Not written: this class takes place as planned.")
        return redirect("terms:board", term.id)
    else:
        instead = slot.day if slot.held else None
        drafts = of_class_off(actor, people, term.group.name, slot.was or slot.day, instead)
    new = write(actor, drafts)
    messages.success(request, f"{new} letters written, to be looked at." if new else "They were written already.")
    return redirect("handouts:to_send")
