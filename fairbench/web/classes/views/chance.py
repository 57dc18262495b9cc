"""The chance of a plan to end on time, by the classes of whoever is signed in."""

from uuid import UUID

from django.http import HttpRequest, JsonResponse

from fairbench.core.clock import minutes_and_seconds, span
from fairbench.core.plan.compile import compile_timeline
from fairbench.core.teaching.chance import Chance, chance
from fairbench.web.accounts.actor import actor_of
from fairbench.web.classes.chance import habits_of
from fairbench.web.plans.adapter import core_group, core_plan
from fairbench.web.plans.models import WITH_ROOM, Plan, PlanRevision
from fairbench.web.plans.surroundings import room_of, surroundings
from fairbench.web.site.find import find


def chance_of_plan(request: HttpRequest, plan_id: UUID) -> JsonResponse:
    """What a thousand tried classes come to, in words; nothing for a plan that is empty or that nobody leads."""
    plan = find(Plan, plan_id, *WITH_ROOM)
    value = core_plan(PlanRevision.objects.get(plan=plan, number=plan.head).document)
    timeline = compile_timeline(value, core_group(plan.group), surroundings(room_of(plan), value.style).shelf)
    if not timeline.items or not value.purpose.is_led:
        return JsonResponse({"says": "", "detail": ""})
    made = chance(timeline, habits_of(actor_of(request).user))
    return JsonResponse({"says": f"{made.percent}% on time", "detail": _detail(made)})


def _detail(made: Chance) -> str:
    blame = " and ".join(f"{name} (+{minutes_and_seconds(over)})" for _, name, over in made.blame)
    likely, between = minutes_and_seconds(made.likely), span(made.early, made.late, " and ")
    said = f"Likely {likely}; four classes of five end between {between}, {made.habits.words}."
    return f"The chance to end by the booked time. {said}" + (f" Most to blame when late: {blame}." if blame else "")
