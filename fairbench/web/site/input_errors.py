"""What no view caught of a wrong input is still answered as what it is, never as a fault of the server."""

from collections.abc import Callable

from django.core.exceptions import BadRequest
from django.http import HttpRequest, HttpResponse

from fairbench.core.errors import InputError

from .pages import bad_request


class InputErrorMiddleware:
    """Answers 400, with the place and the reason, where an input could not be used."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer the request."""
        return self.get_response(request)

    def process_exception(self, request: HttpRequest, error: Exception) -> HttpResponse | None:
        """The answer to a wrong input; anything else is left to whoever comes next."""
        return bad_request(request, BadRequest(str(error))) if isinstance(error, InputError) else None
