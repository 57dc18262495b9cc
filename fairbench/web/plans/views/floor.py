"""The floor of a plan: the room to scale with everybody's place. A change answers with the whole floor."""

from uuid import UUID

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.people.person import Person
from fairbench.core.plan.plan import Plan as CorePlan
from fairbench.core.rooms.layout import Shape
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.plans import floor_actions
from fairbench.web.plans.adapter import core_group, core_plan
from fairbench.web.plans.floor import floor_of, kept_floor, shapes_that_hold
from fairbench.web.plans.models import WITH_ROOM, Plan, PlanRevision
from fairbench.web.plans.surroundings import room_of
from fairbench.web.rooms.adapter import core_room
from fairbench.web.site.find import find


def floor(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """The picture, who is where and why, and who would touch whom."""
    plan = find(Plan, plan_id, *WITH_ROOM)
    return render(request, "plans/floor.html", _context(request, plan))


@require_POST
def change(request: HttpRequest, plan_id: UUID, what: str) -> HttpResponse:
    """A shape, a move, a pin or the assistant. What was refused says why on the floor as it stands."""
    plan = find(Plan, plan_id, *WITH_ROOM)
    room = room_of(plan)
    if plan.group is None or room is None:
        raise Http404
    actor, fields = actor_of(request), request.POST
    wrong = ""
    try:
        value, people = _plan_and_people(plan)
        match what:
            case "shape":
                floor_actions.choose_shape(actor, plan.group, room, floor_actions.ShapeInput.read(fields))
            case "move":
                given = floor_actions.MoveInput.read(fields)
                floor_actions.move(actor, plan.group, room, given, value, people)
            case "pin":
                floor_actions.pin(actor, plan.group, room, floor_actions.PinInput.read(fields), value, people)
            case "helper":
                beside = fields.getlist("beside")
                helper = floor_actions.HelperInput.read(fields)
                floor_actions.place_helper(actor, plan.group, room, helper, beside, value, people)
            case _:
                raise Http404
    except InputError as error:
        wrong = error.message
    context = _context(request, plan) | {"wrong": wrong}
    return render(request, "plans/_floor.html", context, status=422 if wrong else 200)


def _context(request: HttpRequest, plan: Plan) -> dict[str, object]:
    room = room_of(plan)
    may = actor_of(request).may(Permission.PLANS)
    context: dict[str, object] = {"plan": plan, "room": room, "shapes": list(Shape), "may_move": may}
    if plan.group is None or room is None:
        return context
    kept = kept_floor(plan.group, room)
    kept.room = room
    value, people = _plan_and_people(plan)
    context["shape"] = kept.shape
    try:
        found = floor_of(kept, value, people)
    except InputError as error:
        holding = [shape.words for shape in shapes_that_hold(core_room(room), len(people))]
        return context | {"too_many": error.message, "holding": holding}
    return context | {"floor": found, "svg": found.svg(may)}


def _plan_and_people(plan: Plan) -> tuple[CorePlan, tuple[Person, ...]]:
    value = core_plan(PlanRevision.objects.get(plan=plan, number=plan.head).document)
    return value, core_group(plan.group).people
