"""Signing in."""

from typing import Any

from django.conf import settings
from django.contrib.auth.forms import AuthenticationForm
from django.contrib.auth.views import LoginView


class SignIn(LoginView):
    """The sign-in page."""

    template_name = "accounts/sign_in.html"
    redirect_authenticated_user = True
    authentication_form = AuthenticationForm

    def get_context_data(self, **kwargs: Any) -> dict[str, Any]:
        """What the page shows; in the demo also how to sign in to it."""
        return super().get_context_data(demo=settings.DEMO_LOGIN, **kwargs)
