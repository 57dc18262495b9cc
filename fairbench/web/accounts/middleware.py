"""Every request runs inside the practice of whoever is signed in, and by its clock."""

from collections.abc import Callable
from contextlib import AbstractContextManager, nullcontext
from zoneinfo import ZoneInfo

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from django_scopes import scope

from .models import Practice


def in_zone_of(practice: Practice) -> AbstractContextManager[None]:
    """By the clock of a practice; by that of the server where it has said none."""
    return timezone.override(ZoneInfo(practice.time_zone)) if practice.time_zone else nullcontext()


class PracticeScopeMiddleware:
    """Whatever a request reads, it reads of the practice that is signed in."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer the request within its practice."""
        if not request.user.is_authenticated:
            return self.get_response(request)
        practice = request.user.practice
        with scope(practice=practice), in_zone_of(practice):
            return self.get_response(request)
