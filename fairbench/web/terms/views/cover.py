"""One class on one printed sheet, for whoever teaches it in somebody's place."""

from uuid import UUID

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render

from fairbench.core.dose.words import summary
from fairbench.core.errors import InputError
from fairbench.core.fit.fit import fit
from fairbench.core.fit.otherwise import Otherwise, otherwise
from fairbench.core.fit.verdict import Fit, Verdict, VerdictKind
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.handouts_doc import load_home_rules
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.plan.timeline import ItemTime
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.people.models import Participant
from fairbench.web.plans.adapter import core_group, core_plan, shelf
from fairbench.web.plans.models import Plan, PlanRevision
from fairbench.web.site.find import find
from fairbench.web.terms.models import Term
from fairbench.web.terms.term_rows import value_of


def cover(request: HttpRequest, term_id: UUID, slot_id: str) -> HttpResponse:
    """Where, when, who comes and what to remember of them, the class in order with who does what otherwise, and the
    stop signs. Printed it is one sheet."""
    actor_of(request).require(Permission.HEALTH)
    term = find(Term, term_id, "group", "group__room", "room", "teacher")
    value = value_of(term)
    try:
        slot = value.slot(slot_id)
    except InputError as error:
        raise Http404 from error
    plan = Plan.objects.filter(id=slot.plan).first() if slot.plan else None
    items: list[tuple[ItemTime, str, tuple[Otherwise, ...]]] = []
    if plan is not None:
        document = PlanRevision.objects.values_list("document", flat=True).get(plan=plan, number=plan.head)
        group, stock = core_group(term.group), shelf()
        timeline = compile_timeline(core_plan(document), group, stock)
        found = fit(timeline, group.people, stock, load_conditions())
        items = [
            (time, summary(time.dose, time.exercise.limb), otherwise(_joining(found, time), stock))
            for time in timeline.items
        ]
    people = Participant.objects.filter(groups=term.group, erased_at=None).order_by("call_name")
    context = {
        "term": term,
        "value": value,
        "slot": slot,
        "plan": plan,
        "items": items,
        "people": people,
        "talk_first": {person.name: person.talk_first for person in core_group(term.group).people},
        "room": term.room or term.group.room,
        "stop": load_home_rules().stop,
    }
    return render(request, "terms/cover.html", context)


def _joining(found: Fit, time: ItemTime) -> list[Verdict]:
    """Those who join in: whom to talk to first is said once, above."""
    return [verdict for verdict in found.of_item(time.item.id) if verdict.kind is not VerdictKind.TALK_FIRST]
