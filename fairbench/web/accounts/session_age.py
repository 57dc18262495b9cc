"""Sessions end: after some hours in which nobody did anything, and at the latest after a working day.

A class that is being taught is something being done. When its session ends all the same, the device keeps everything
and asks to sign in again.
"""

import time
from collections.abc import Callable

from django.conf import settings
from django.contrib.auth import logout
from django.http import HttpRequest, HttpResponse

BEGAN, SEEN = "began", "seen"
EVERY = 300
"""Seconds; being seen is written down no more often."""


class SessionAgeMiddleware:
    """Signs out whoever was away for too long or is signed in for too long."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer the request, as one that is signed out where the session is over."""
        if request.user.is_authenticated:
            now = int(time.time())
            began, seen = request.session.get(BEGAN, now), request.session.get(SEEN, now)
            if now - seen > settings.SESSION_IDLE_SECONDS or now - began > settings.SESSION_LONGEST_SECONDS:
                logout(request)
            elif BEGAN not in request.session or now - seen > EVERY:
                request.session[BEGAN], request.session[SEEN] = began, now
        return self.get_response(request)
