"""Signing in and out, and beginning with an empty database."""

from typing import Any

from django.conf import settings
from django.contrib.auth import login
from django.contrib.auth.decorators import login_not_required
from django.contrib.auth.forms import AuthenticationForm
from django.contrib.auth.views import LoginView, LogoutView
from django.core.exceptions import ValidationError
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render

from fairbench.core.errors import InputError
from fairbench.web.accounts import actions
from fairbench.web.accounts.first_practice import is_token
from fairbench.web.accounts.guessing import one_at_a_time
from fairbench.web.accounts.inputs import FirstPracticeInput


class SignInForm(AuthenticationForm):
    """An email in any letters, and a password; tried one at a time."""

    def clean_username(self) -> str:
        """The address as it is kept."""
        return str(self.cleaned_data["username"]).strip().lower()

    def clean(self) -> dict[str, Any]:
        """Try the password. What was wrong is raised after the try has been counted."""
        wrong = None
        with one_at_a_time(self.cleaned_data.get("username", "")):
            try:
                super().clean()
            except ValidationError as error:
                wrong = error
        if wrong is not None:
            raise wrong
        return self.cleaned_data


class SignIn(LoginView):
    """The sign-in page."""

    template_name = "accounts/sign_in.html"
    redirect_authenticated_user = True
    authentication_form = SignInForm

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


@login_not_required
def first_practice(request: HttpRequest, token: str) -> HttpResponse:
    """Open the first practice, by the link that the start command printed."""
    if not is_token(token):
        raise Http404
    wrong: dict[str, str] = {}
    if request.method == "POST":
        try:
            user = actions.first_practice(FirstPracticeInput.read(request.POST))
        except InputError as error:
            wrong = {error.place or "practice": error.message}
        else:
            login(request, user, backend="fairbench.web.accounts.backend.PracticeBackend")
            return redirect("classes:today")
    context = {"wrong": wrong, "given": request.POST}
    return render(request, "accounts/first_practice.html", context, status=422 if wrong else 200)
