"""One line a request: its id, route, status, milliseconds. No path, no query, no person.

The id is in the answer's header and on the page that says that something broke, so that the line can be found.
"""

import logging
import secrets
import time
from collections.abc import Callable
from contextvars import ContextVar

from django.http import HttpRequest, HttpResponse

log = logging.getLogger("fairbench.request")
HEADER = "X-Request-ID"
_request_id: ContextVar[str] = ContextVar("request_id", default="")


def request_id() -> str:
    """The id of the request that is being answered; nothing outside of one."""
    return _request_id.get()


class RequestLogMiddleware:
    """Logs the name of the route, never the address asked for: addresses can hold what people typed."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer the request, and write its id, route, status and time."""
        started = time.perf_counter()
        token = _request_id.set(secrets.token_hex(6))
        try:
            response = self.get_response(request)
            response[HEADER] = request_id()
            match = request.resolver_match
            log.info(
                "request",
                extra={
                    "request": request_id(),
                    "method": request.method,
                    "route": match.view_name if match else "none",
                    "status": response.status_code,
                    "ms": round((time.perf_counter() - started) * 1000, 1),
                },
            )
        finally:
            _request_id.reset(token)
        return response
