"""Signing in."""

from typing import Any

from django.conf import settings
from django.contrib.auth.forms import AuthenticationForm
from django.contrib.auth.views import LoginView, LogoutView
from django.http import HttpRequest, HttpResponse


class SignIn(LoginView):
    """The sign-in page."""

    template_name = "accounts/sign_in.html"
    redirect_authenticated_user = True
    authentication_form = AuthenticationForm

    def get_context_data(self, **kwargs: Any) -> dict[str, Any]:
        """What the page shows; in the demo also how to sign in to it."""
        return super().get_context_data(demo=settings.DEMO_LOGIN, **kwargs)


class SignOut(LogoutView):
    """Signing out. The browser is told to throw away what it keeps; its storage only where the page said that no note
    of a class is left in it, since a note that no server has is nowhere else."""

    def post(self, request: HttpRequest, *args: Any, **kwargs: Any) -> HttpResponse:
        """Sign out."""
        nothing_left = request.POST.get("device") in ("empty", "sent", "discarded")
        response: HttpResponse = super().post(request, *args, **kwargs)
        response["Clear-Site-Data"] = '"cache", "storage"' if nothing_left else '"cache"'
        return response
