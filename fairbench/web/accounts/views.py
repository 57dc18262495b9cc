"""Signing in."""

from typing import Any

from django.conf import settings
from django.contrib.auth.forms import AuthenticationForm
from django.contrib.auth.views import LoginView


class SignIn(LoginView):
    template_name = "accounts/sign_in.html"
    redirect_authenticated_user = True
    authentication_form = AuthenticationForm

    def get_context_data(self, **kwargs: Any) -> dict[str, Any]:
        return super().get_context_data(demo=settings.DEMO_LOGIN, **kwargs)
