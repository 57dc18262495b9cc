"""Who may sign in to the practice, for its owner."""

from collections.abc import Callable
from typing import Any

from django.contrib import messages
from django.contrib.auth.forms import PasswordResetForm
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST

from fairbench.core.body.drawing.looks import Aid, Build, Looks, Skin, read_looks
from fairbench.core.errors import InputError
from fairbench.web.accounts import actions
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.accounts.inputs import CountingInput, LooksInput, MemberInput, RoleInput, UnitsInput
from fairbench.web.accounts.models import Letter, RangesFrom, Role, Units, User


def members(request: HttpRequest) -> HttpResponse:
    """Everybody who may or might sign in; adding somebody (POST)."""
    actor = actor_of(request)
    actor.require(Permission.MEMBERS)
    wrong: dict[str, str] = {}
    if request.method == "POST":
        try:
            user = actions.add_member(actor, MemberInput.read(request.POST))
        except InputError as error:
            wrong = {error.place or "email": error.message}
        else:
            send_letter(request, user, "invitation")
            messages.success(
                request, f"{user.name} is a member. A letter with a link to choose a password is on its way."
            )
            return redirect("accounts:members")
    context = {
        "members": User.objects.filter(practice=actor.practice).order_by("-is_active", "name"),
        "roles": Role,
        "ranges_from": RangesFrom,
        "builds": list(Build),
        "skins": list(Skin),
        "aids": list(Aid),
        "looks": read_looks(actor.practice.looks),
        "wrong": wrong,
        "given": request.POST,
        "letters": Letter.objects.count(),
        "units": Units,
    }
    return render(request, "accounts/members.html", context, status=422 if wrong else 200)


@require_POST
def counting(request: HttpRequest) -> HttpResponse:
    """In pairs or singly, and where ranges begin, for the whole practice."""
    given = CountingInput.read(request.POST)
    actions.set_counting(actor_of(request), given.value == "on", given.ranges_from)
    messages.success(request, "Saved. Pairs hold from the next class that is begun, ranges for what is planned next.")
    return redirect("accounts:members")


@require_POST
def looks(request: HttpRequest) -> HttpResponse:
    """Build, skin, glasses and walking aid of the figures, for the whole practice."""
    actor = actor_of(request)
    actor.require(Permission.MEMBERS)
    given = LooksInput.read(request.POST)
    actions.set_looks(actor, Looks(given.build, given.skin, given.glasses == "on", given.aid))
    messages.success(request, "Saved. Every figure looks like that now.")
    return redirect("accounts:members")


@require_POST
def units(request: HttpRequest) -> HttpResponse:
    """Kilograms and centimetres, or pounds and inches, for the whole practice."""
    actor = actor_of(request)
    actor.require(Permission.MEMBERS)
    actions.set_units(actor, UnitsInput.read(request.POST).units)
    messages.success(request, "Saved. Figures are shown so from now on; they may be typed in either.")
    return redirect("accounts:members")


@require_POST
def change_role(request: HttpRequest, user_id: int) -> HttpResponse:
    """Another role for a member."""
    return _changed(request, lambda: actions.change_role(actor_of(request), user_id, RoleInput.read(request.POST).role))


@require_POST
def end_access(request: HttpRequest, user_id: int) -> HttpResponse:
    """A member may not sign in any more."""
    return _changed(request, lambda: actions.end_access(actor_of(request), user_id))


@require_POST
def restore_access(request: HttpRequest, user_id: int) -> HttpResponse:
    """A member may sign in again."""
    return _changed(request, lambda: actions.restore_access(actor_of(request), user_id))


def send_letter(request: HttpRequest, user: User, kind: str) -> None:
    """A letter with a link to choose a password: an ``invitation``, or a ``reset`` for somebody who forgot theirs."""
    form = _AnyMember({"email": user.email})
    if form.is_valid():
        form.save(
            request=request,
            use_https=request.is_secure(),
            subject_template_name=f"accounts/letters/{kind}_subject.txt",
            email_template_name=f"accounts/letters/{kind}.txt",
            from_email=None,
            extra_email_context={"practice": user.practice.name},
        )


class _AnyMember(PasswordResetForm):
    """Also for somebody who has no password yet."""

    def get_users(self, email: str) -> Any:
        """The active user of an address."""
        return User.objects.filter(email=email.strip().lower(), is_active=True)


def _changed(request: HttpRequest, change: Callable[[], User]) -> HttpResponse:
    try:
        user = change()
    except User.DoesNotExist:
        raise Http404 from None
    except InputError as error:
        messages.error(request, f"Not changed: {error.message}.")
    else:
        messages.success(
            request, f"Saved: {user.name}, {user.get_role_display().lower() if user.is_active else 'no access'}."
        )
    return redirect("accounts:members")
