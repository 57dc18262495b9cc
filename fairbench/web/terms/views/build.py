"""The terms there are, and building a new one."""

from typing import Any

from django.contrib import messages
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.utils import timezone

from fairbench.core.errors import InputError
from fairbench.core.exercises.aim import BlockKind
from fairbench.core.formats.session_templates_doc import load_session_templates
from fairbench.core.terms.term import FEWEST_WEEKS, MOST_WEEKS
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.people.models import Group
from fairbench.web.plans.adapter import shelf
from fairbench.web.site.find import is_id
from fairbench.web.terms import actions
from fairbench.web.terms.inputs import TermInput
from fairbench.web.terms.models import Term

_WEEKDAYS = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")


def terms(request: HttpRequest) -> HttpResponse:
    """Every term, the newest first."""
    rows = list(Term.objects.select_related("group"))
    today = timezone.localdate()
    context = {
        "now": [row for row in rows if not row.archived and row.starts_on <= today <= row.ends_on],
        "to_come": [row for row in rows if not row.archived and row.starts_on > today],
        "over": [row for row in rows if row.archived or row.ends_on < today],
    }
    return render(request, "terms/list.html", context)


def new(request: HttpRequest) -> HttpResponse:
    """A name, a group, the days, an aim, and what is to be in it."""
    actor = actor_of(request)
    actor.require(Permission.PLANS)
    wrong = ""
    if request.method == "POST":
        given = {
            **{name: request.POST.get(name, "") for name in request.POST},
            "weekdays": tuple(request.POST.getlist("weekdays")),
            "exercises": tuple(request.POST.getlist("exercises")),
        }
        try:
            term, left = actions.build(actor, TermInput.read(given))
        except InputError as error:
            wrong = f"Not built: {error}."
        else:
            names = ", ".join(shelf().exercise(one.exercise).name for one in left)
            if names:
                messages.warning(request, f"No room for: {names}. Add them where you want them, or leave them out.")
            messages.success(request, "The term is built. Look along the weeks, then draft its classes.")
            return redirect("terms:board", term.id)
    context = _form(request, wrong)
    return render(request, "terms/new.html", context, status=422 if wrong else 200)


def _form(request: HttpRequest, wrong: str) -> dict[str, Any]:
    asked = request.POST if request.method == "POST" else request.GET
    groups = list(Group.objects.all())
    group = next((one for one in groups if is_id(asked.get("group", "")) and str(one.id) == asked["group"]), None)
    taught = (group or groups[0]).taught if groups else {}
    stock = shelf()
    by_block: dict[str, list[tuple[str, str, bool]]] = {block.words: [] for block in BlockKind}
    for exercise in sorted(stock, key=lambda one: one.name):
        if exercise.id not in stock.archived:
            by_block[exercise.block.words].append((exercise.id, exercise.name, bool(taught.get(exercise.id))))
    return {
        "groups": groups,
        "group": group,
        "templates": load_session_templates().values(),
        "weekdays": list(enumerate(_WEEKDAYS)),
        "chosen_days": {int(day) for day in request.POST.getlist("weekdays") if day.isdigit()},
        "chosen": set(request.POST.getlist("exercises")),
        "by_block": by_block,
        "given": request.POST,
        "wrong": wrong,
        "fewest": FEWEST_WEEKS,
        "most": MOST_WEEKS,
    }
