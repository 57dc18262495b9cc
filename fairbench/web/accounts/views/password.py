"""Changing one's password, and choosing one anew by letter."""

from typing import Any

from django.contrib import messages
from django.contrib.auth.decorators import login_not_required
from django.contrib.auth.forms import PasswordChangeForm
from django.contrib.auth.views import (
    PasswordChangeView,
    PasswordResetCompleteView,
    PasswordResetConfirmView,
    PasswordResetView,
)
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect
from django.urls import reverse_lazy
from django.utils.decorators import method_decorator
from django.views.decorators.http import require_POST

from fairbench.web.accounts import actions
from fairbench.web.accounts.actor import actor_of
from fairbench.web.accounts.inputs import SwitchInput


class Change(PasswordChangeView):
    """One's own password, and how one calls sides. After a change of password one is signed out everywhere else."""

    template_name = "accounts/password.html"
    success_url = reverse_lazy("accounts:password")

    def form_valid(self, form: PasswordChangeForm) -> HttpResponse:
        """Save it."""
        response: HttpResponse = super().form_valid(form)
        actor = actor_of(self.request)
        actor.audit("member.password", actor.practice.id, new={"member": actor.user.email})
        messages.success(self.request, "Your password is changed. On other devices you are signed out.")
        return response


@require_POST
def calls(request: HttpRequest) -> HttpResponse:
    """How one calls sides while teaching."""
    actions.set_calls(actor_of(request), SwitchInput.read(request.POST).value == "on")
    messages.success(request, "Saved. It holds from the next class that you begin.")
    return redirect("accounts:password")


@method_decorator(login_not_required, name="dispatch")
class Forgotten(PasswordResetView):
    """Asks for a letter. The answer is the same whether somebody signs in with the address or not."""

    template_name = "accounts/forgotten.html"
    success_url = reverse_lazy("accounts:forgotten_sent")
    subject_template_name = "accounts/letters/reset_subject.txt"
    email_template_name = "accounts/letters/reset.txt"


@method_decorator(login_not_required, name="dispatch")
class Sent(PasswordResetCompleteView):
    """A letter is on its way, if there is anybody it could go to."""

    template_name = "accounts/forgotten_sent.html"


@method_decorator(login_not_required, name="dispatch")
class Choose(PasswordResetConfirmView):
    """A new password, by the link of a letter."""

    template_name = "accounts/choose_password.html"
    success_url = reverse_lazy("accounts:sign_in")

    def form_valid(self, form: Any) -> HttpResponse:
        """Save it, and say so on the sign-in page."""
        messages.success(self.request, "Your password is saved. Sign in with it.")
        response: HttpResponse = super().form_valid(form)
        return response
