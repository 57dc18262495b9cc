"""A cover teacher sees the class that they were given, and nothing else of the practice."""

from collections.abc import Callable, Mapping
from typing import cast
from uuid import UUID

from django.core.exceptions import PermissionDenied
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect
from django.urls import Resolver404, resolve

from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.classes.models import Incident

from .covers import Covered, open_to

_ALWAYS = frozenset(
    {
        "accounts:sign_out",
        "accounts:password",
        "accounts:calls",
        "classes:on_this_device",
        "exercises:figure",
        "exercises:film",
        "terms:covering",
        "terms:teach_covered",
        "help",
    }
)
"""What tells nothing about anybody, or is their own."""
_OF_A_MEETING = frozenset(
    f"classes:{name}"
    for name in (
        "arrivals",
        "begin",
        "cancel",
        "device",
        "discard",
        "end",
        "events",
        "feelings",
        "hall",
        "here",
        "lead",
        "meeting",
        "news",
        "news_back",
        "prepare",
        "record",
        "record_here",
        "record_item",
        "record_person",
        "record_save",
        "record_stay",
        "reopen",
        "teach",
        "where",
    )
) | {"progress:day_after", "handouts:how_was_home"}
_OF_A_PLAN = frozenset({"plans:cue_sheet", "plans:set_out", "plans:pack_list", "plans:running_title"})
_PEOPLE = ("participant", "person")
"""Fields that name somebody."""
CLOSED = "This is not open to a cover teacher: you see the class that you cover, until the end of the day after it."


class CoverTeacherMiddleware:
    """Whatever is not named here is closed to whoever may not look at everything."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer the request; of somebody who covers, only what their class needs. Raises PermissionDenied."""
        if not request.user.is_authenticated or actor_of(request).may(Permission.LOOK):
            return self.get_response(request)
        try:
            match = resolve(request.path_info)
        except Resolver404:
            return self.get_response(request)  # which says that there is nothing
        if match.view_name == "classes:today":
            return redirect("terms:covering")
        if match.view_name in _ALWAYS or not getattr(match.func, "login_required", True):  # as for everybody
            return self.get_response(request)
        if not _is_theirs(request, match.view_name, match.kwargs):
            raise PermissionDenied(CLOSED)
        return self.get_response(request)


def _is_theirs(request: HttpRequest, name: str, given: Mapping[str, object]) -> bool:
    classes = open_to(actor_of(request).user)
    return any(_is_of(one, name, given) and _names_nobody_else(one, request, given) for one in classes)


def _is_of(covered: Covered, name: str, given: Mapping[str, object]) -> bool:
    """Whether a page is one of a class."""
    if name in _OF_A_MEETING:
        return covered.is_meeting(cast(UUID, given["meeting_id"]))
    if name in _OF_A_PLAN:
        return bool(covered.slot.plan) and covered.slot.plan == str(given["plan_id"])
    if name == "classes:incident":
        meetings = Incident.objects.filter(id=cast(UUID, given["incident_id"])).values_list("meeting_id", flat=True)
        return any(covered.is_meeting(one) for one in meetings)
    return name == "terms:cover" and (given["term_id"], given["slot_id"]) == (covered.term.id, covered.slot.id)


def _names_nobody_else(covered: Covered, request: HttpRequest, given: Mapping[str, object]) -> bool:
    """Whether everybody that a request names belongs to the class."""
    named = [str(given["participant_id"])] if "participant_id" in given else []
    named += [value for field in _PEOPLE for value in request.POST.getlist(field) if value]
    return all(_is_id(one) and covered.knows(one) for one in named)


def _is_id(text: str) -> bool:
    try:
        UUID(text)
    except ValueError:
        return False
    return True
