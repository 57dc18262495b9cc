"""What would settle a shortage: tried on the plan as it is while the bench is already read."""

from uuid import UUID

from django.http import HttpResponse
from django.shortcuts import render
from django.urls import reverse

from fairbench.core.checks.findings import WAITS
from fairbench.core.rooms.store import Store
from fairbench.core.things.mends import Mend, Setting, look, mends_for
from fairbench.core.things.rounds import mends_for_queue, queues_of
from fairbench.web.plans.adapter import core_group, core_plan
from fairbench.web.plans.models import WITH_ROOM, Plan, PlanRevision
from fairbench.web.plans.surroundings import room_of, with_store
from fairbench.web.site.find import Request, find


def mends(request: Request, plan_id: UUID) -> HttpResponse:
    """Each change that settles the shortage of ``prop`` in ``size`` at ``item``; nothing where it is settled."""
    plan = find(Plan, plan_id, *WITH_ROOM)
    value = core_plan(PlanRevision.objects.get(plan=plan, number=plan.head).document)
    group = core_group(plan.group)
    around = with_store(room_of(plan), len(group.people))
    asked = tuple(request.GET.get(name, "") for name in ("item", "prop", "size"))
    setting = Setting(group, around.shelf, around.conditions, around.store or Store())
    fitted, shortages = look(value, setting)
    found: list[Mend] = []
    if asked[2] == WAITS:
        waits = (queue for queue in queues_of(fitted) if (queue.item, queue.prop) == asked[:2])
        found = [mend for queue in waits for mend in mends_for_queue(value, queue, setting)]
    elif around.store is not None:
        short = (one for one in shortages if (one.item, one.prop, one.size) == asked)
        found = [mend for one in short for mend in mends_for(value, one, setting)]
    prop = around.shelf.props.get(asked[1])
    context = {
        "mends": found,
        "has_stand_in": any(mend.verb == "stand_in" for mend in found),
        "do": f"{reverse('plans:bench', args=[plan.id])}do/",
        "prop": prop,
    }
    return render(request, "plans/_mends.html", context)
