"""Whoever is signed out is sent to sign in as a whole page, and comes back to the page that they were on."""

from collections.abc import Callable
from typing import Any

from django.contrib.auth.middleware import LoginRequiredMiddleware
from django.contrib.auth.views import redirect_to_login
from django.http import HttpRequest, HttpResponse
from django.http.response import HttpResponseBase

from fairbench.web.site.page_of import page_of


class SignInMiddleware(LoginRequiredMiddleware):
    """Asks to sign in. A part of a page is not replaced by the sign-in page: the browser is told to go there. What was
    sent is not kept by the server; the page that it came from is where one comes back to, and it has what was typed."""

    def process_view(
        self, request: HttpRequest, view_func: Callable[..., HttpResponseBase], view_args: Any, view_kwargs: Any
    ) -> HttpResponseBase | None:
        """Nothing where the page may be seen; else to the sign-in page, with the way back."""
        asked = super().process_view(request, view_func, view_args, view_kwargs)
        is_part = request.headers.get("HX-Request") == "true"
        if asked is None or (request.method == "GET" and not is_part):
            return asked
        response = redirect_to_login(page_of(request))
        return HttpResponse(status=401, headers={"HX-Redirect": response["Location"]}) if is_part else response
