"""A tablet that is handed over shows the questions and nothing else, until the instructor's password is given."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect
from django.urls import Resolver404, resolve

from fairbench.web.accounts.actor import actor_of
from fairbench.web.accounts.guessing import is_own_password

KEY = "handed"
_OPEN = {"people:ask", "people:asked"}
_ALWAYS = {"people:hand_back", "people:handed", "service_worker"}


class HandedOverMiddleware:
    """Keeps a handed-over session at its own screening."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer the request, or ask for the tablet back where it leads away from the screening."""
        handed = request.session.get(KEY) if request.user.is_authenticated else None
        if handed and not _may_see(request.path_info, handed):
            return redirect("people:hand_back")
        return self.get_response(request)


def hand_over(request: HttpRequest, screening_id: object) -> None:
    """From now on this session sees the one screening."""
    request.session[KEY] = str(screening_id)


def take_back(request: HttpRequest, password: str) -> bool:
    """Whether the password was right; then the session is the instructor's again. After some that are wrong it is
    signed out (:mod:`fairbench.web.accounts.guessing`)."""
    if not is_own_password(request, actor_of(request).user, password):
        return False
    request.session.pop(KEY, None)
    return True


def _may_see(path: str, handed: str) -> bool:
    try:
        match = resolve(path)
    except Resolver404:
        return False
    if match.view_name in _ALWAYS:
        return True
    return match.view_name in _OPEN and str(match.kwargs.get("screening_id")) == handed
