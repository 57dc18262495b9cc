"""The list to have ready: shown, printed, copied, and sent as a letter."""

from typing import Any
from uuid import UUID

from django.contrib import messages
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.web.accounts.actor import actor_of
from fairbench.web.plans.models import WITH_ROOM, Plan
from fairbench.web.plans.ready_actions import LetterInput, send_ready
from fairbench.web.plans.ready_list import prepare
from fairbench.web.site.find import find


def ready(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """Everybody's list; ``?person=`` is the list of one, with what they have at home."""
    return _page(request, find(Plan, plan_id, *WITH_ROOM))


@require_POST
def letter(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """Send it. Whoever has no address is named; what was refused says why, with what was typed."""
    plan = find(Plan, plan_id, *WITH_ROOM)
    try:
        sent, unknown = send_ready(actor_of(request), plan, LetterInput.read(request.POST))
    except InputError as error:
        return _page(request, plan, error.message)
    said = f"Sent to {', '.join(sent)}."
    said += f" No address is known of {', '.join(unknown)}." if unknown else ""
    messages.success(request, said)
    return redirect("plans:ready", plan.id)


def _page(request: HttpRequest, plan: Plan, wrong: str = "") -> HttpResponse:
    prepared = prepare(plan)
    shown = prepared.list_of(request.GET.get("person"))
    listed = list(plan.group.participants.filter(erased_at=None)) if plan.group else []
    context: dict[str, Any] = {
        "plan": plan,
        "shown": shown,
        "people": prepared.people,
        "listed": [person for person in listed if person.email],
        "unknown": [person for person in listed if not person.email],
        "wrong": wrong,
        "given": request.POST,
    }
    return render(request, "plans/ready.html", context, status=422 if wrong else 200)
