"""The list of plans, and starting a new one."""

from typing import Any
from uuid import UUID

from django.contrib import messages
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.utils import timezone
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.formats.session_templates_doc import load_session_templates
from fairbench.web.accounts.actor import actor_of
from fairbench.web.people.models import Group
from fairbench.web.plans import actions
from fairbench.web.plans.models import Plan
from fairbench.web.plans.plan_list import current_revisions, entries_of
from fairbench.web.plans.ready_cards import ready_cards
from fairbench.web.plans.starts import past_classes, ready_for
from fairbench.web.site.find import Request, find
from fairbench.web.site.inputs import one_line
from fairbench.web.site.paging import find_page

ARCHIVED_SHOWN = 50


def plans(request: HttpRequest) -> HttpResponse:
    """Every plan that is not archived, a page at a time, each with its own line of planks. ``?group=`` narrows it."""
    revisions = current_revisions()
    group = find(Group, request.GET["group"]) if request.GET.get("group") else None
    if group:
        revisions = revisions.filter(plan__group=group)
    found = find_page(request, revisions, "plan__name", "plan__group__name", also=str(group.id) if group else "")
    entries = entries_of(list(found.page))
    archived = Plan.objects.filter(archived=True)[:ARCHIVED_SHOWN]
    return render(
        request, "plans/list.html", {"found": found, "entries": entries, "group": group, "archived": archived}
    )


def new(request: Request) -> HttpResponse:
    """A name, a group, a length, and what to start from. Asked for by htmx, only the past classes of a
    group, so that what is chosen elsewhere stays chosen."""
    groups = list(Group.objects.all())
    asked = request.POST if request.method == "POST" else request.GET
    context: dict[str, Any] = {
        "groups": groups,
        "templates": load_session_templates().values(),
        "ready": ready_cards(),
        "name": one_line(asked.get("name", _usual_name(groups, asked.get("group", "")))),
        "length": asked.get("length", "45"),
        "group_id": asked.get("group", ""),
        "template_id": asked.get("template", ""),
    }
    group = next((g for g in groups if str(g.id) == context["group_id"]), None)
    context |= {"group": group, "past": past_classes(group)}
    if request.htmx:
        return render(request, "plans/_past_classes.html", context)
    if request.method == "POST":
        length = context["length"]
        try:
            minutes = int(length) if length.isascii() and length.isdigit() and len(length) < 5 else -1
            plan = actions.create_from_template(
                actor_of(request), context["name"], minutes, group, context["template_id"]
            )
        except InputError as error:
            field = error.place.split(".")[0] or "name"
            context |= {"wrong": {field: error.message}}
            return render(request, "plans/new.html", context, status=422)
        return redirect("plans:bench", plan.id)
    return render(request, "plans/new.html", context)


def ready_shares(request: HttpRequest, group_id: UUID) -> HttpResponse:
    """How much of each ready class a group would do; it is worked out while the page is read."""
    group = find(Group, group_id, "room")
    return render(request, "plans/_ready_shares.html", {"group": group, "shares": ready_for(group)})


def _usual_name(groups: list[Group], group_id: str) -> str:
    """``Monday Chairs, 26 November``, until somebody writes a better one; nothing without a group."""
    group = next((g for g in groups if str(g.id) == group_id), None)
    return f"{group.name}, {timezone.localdate():%-d %B}" if group else ""


@require_POST
def copy(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """Copy a plan, and open the copy."""
    found = find(Plan, plan_id)
    return redirect("plans:bench", actions.copy(actor_of(request), found.id).id)


@require_POST
def archive(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """Archive a plan, or restore it."""
    found = find(Plan, plan_id)
    away = request.POST.get("away") != "no"
    actions.archive(actor_of(request), found.id, away)
    messages.success(request, f"{found.name} is put away. You can bring it back below." if away else "It is back.")
    return redirect("plans:list")
