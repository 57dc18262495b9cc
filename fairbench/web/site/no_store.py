"""No page that needed signing in is kept by a browser: Back after signing out or handing over asks the server again."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse


class NoStoreMiddleware:
    """Marks every answer to somebody signed in, but for those that say themselves how long they hold: pictures and
    scripts, which are the same for everybody."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer the request, and mark the answer."""
        response = self.get_response(request)
        # Where something broke, who is signed in may be what cannot be asked.
        if "Cache-Control" not in response and (response.status_code >= 500 or request.user.is_authenticated):
            response["Cache-Control"] = "no-store"
        return response
