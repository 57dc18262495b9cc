"""What to carry on a day: for its classes together, minus what their rooms have, with ticks for out and for back."""

import datetime

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.utils import timezone
from django.views.decorators.http import require_POST

from fairbench.core.checks.own_day import own_day
from fairbench.core.errors import InputError
from fairbench.web.accounts.actor import actor_of
from fairbench.web.plans import packing_actions
from fairbench.web.plans.models import WITH_ROOM, Plan
from fairbench.web.plans.packing import fitted_day, packed_for
from fairbench.web.site.find import is_id
from fairbench.web.site.inputs import Day, Input

OFFERED = 40
"""So many plans, those changed last, can be chosen for a day."""


class DayInput(Input):
    """A day."""

    day: Day


def day(request: HttpRequest) -> HttpResponse:
    """The list of a day. ``plan`` names its plans, as often as there are; without any, those of the classes that were
    opened on it."""
    wrong = ""
    try:
        on = DayInput.read(request.GET).day if request.GET.get("day") else timezone.localdate()
    except InputError as error:
        on, wrong = timezone.localdate(), error.message
    offered = list(Plan.objects.filter(archived=False).select_related(*WITH_ROOM)[:OFFERED])
    wanted = {wanted for wanted in request.GET.getlist("plan") if is_id(wanted)}
    chosen = [plan for plan in offered if str(plan.id) in wanted] if "plan" in request.GET else _of_day(offered, on)
    fits = fitted_day(chosen)
    context = {
        "own_day": own_day([(plan.name, made.timeline) for plan, made in fits]),
        "day": on,
        "offered": [(plan, plan in chosen) for plan in offered],
        "chosen": chosen,
        "packed": packed_for(fits, on),
        "wrong": wrong,
    }
    return render(request, "plans/pack_day.html", context)


@require_POST
def tick(request: HttpRequest) -> HttpResponse:
    """A tick, or none any more."""
    packing_actions.tick(actor_of(request), packing_actions.TickInput.read(request.POST))
    return HttpResponse(status=204)


def _of_day(offered: list[Plan], on: datetime.date) -> list[Plan]:
    """The plans of the classes that were opened on a day."""
    opened = set(Plan.objects.filter(meetings__held_on=on).values_list("id", flat=True))
    return [plan for plan in offered if plan.id in opened]
