"""Every request runs inside the practice of whoever is signed in."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse
from django_scopes import scope


class PracticeScopeMiddleware:
    """Whatever a request reads, it reads of the practice that is signed in."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer the request within its practice."""
        if not request.user.is_authenticated:
            return self.get_response(request)
        with scope(practice=request.user.practice):
            return self.get_response(request)
