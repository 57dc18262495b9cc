"""One line a request: route, status, milliseconds. No path, no query, no person."""

import logging
import time
from collections.abc import Callable

from django.core.exceptions import PermissionDenied
from django.http import Http404, HttpRequest, HttpResponse

log = logging.getLogger("fairbench.request")


class RequestLogMiddleware:
    """Logs the name of the route, never the address asked for: addresses can hold what people typed.

    An error that nobody expected is logged with its kind and the place in the code, without its
    message, since messages can quote data.
    """

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer the request, and write its route, status and time."""
        started = time.perf_counter()
        response = self.get_response(request)
        match = request.resolver_match
        log.info(
            "request",
            extra={
                "method": request.method,
                "route": match.view_name if match else "none",
                "status": response.status_code,
                "ms": round((time.perf_counter() - started) * 1000, 1),
            },
        )
        return response

    def process_exception(self, _request: HttpRequest, error: Exception) -> None:
        """Write where an error came up, without the values it had."""
        if isinstance(error, PermissionDenied | Http404):
            return  # an answer, not a fault
        trace = error.__traceback__
        while trace and trace.tb_next:
            trace = trace.tb_next
        where = f"{trace.tb_frame.f_code.co_filename}:{trace.tb_lineno}" if trace else "unknown"
        log.error("unexpected error", extra={"kind": type(error).__name__, "where": where})
