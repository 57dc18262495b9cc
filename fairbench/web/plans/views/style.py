"""House style: every question with its schools, for the practice or for one plan; out to a file and in from one."""

import json
from dataclasses import dataclass, replace
from uuid import UUID

from django.contrib import messages
from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.formats.styles_doc import LARGEST_FILE, load_questions, read_style, style_document
from fairbench.core.style.style import Question, School, Style, known_of
from fairbench.web.accounts.actor import actor_of
from fairbench.web.plans import actions
from fairbench.web.plans.actions import Touches
from fairbench.web.plans.adapter import core_plan
from fairbench.web.plans.models import Plan, PlanRevision
from fairbench.web.site.find import find
from fairbench.web.site.inputs import Input, Slug
from fairbench.web.site.uploads import uploaded


class AnswerInput(Input):
    """An answer to a question; empty for our default, or for the practice's where it is a plan's."""

    question: Slug
    school: Slug = ""


@dataclass(frozen=True, slots=True)
class Asked:
    """A question as it is shown: with what holds, and whether somebody chose it here."""

    question: Question
    holds: School
    chosen: str


def _asked(style: Style, under: Style) -> list[Asked]:
    questions = load_questions().all
    chosen = dict(style.chosen)
    both = style.over(under, questions)
    return [Asked(one, both.of(one), chosen.get(one.id, "")) for one in questions.values()]


def house_style(request: HttpRequest) -> HttpResponse:
    """The practice's style; a change of one answer comes here too."""
    questions = load_questions().all
    actor = actor_of(request)
    style, gone = known_of(actor.practice.style, questions)
    if request.method == "POST":
        try:
            given = AnswerInput.read(request.POST)
            actions.set_style(actor, style.with_answer(given.question, given.school, questions))
        except InputError as error:
            context = {"asked": _asked(style, Style()), "gone": gone, "error": error}
            return render(request, "plans/style.html", context, status=422)
        return redirect(f"{request.path}#{given.question}")
    return render(request, "plans/style.html", {"asked": _asked(style, Style()), "gone": gone})


def plan_style(request: HttpRequest, plan_id: UUID) -> HttpResponse:
    """What one plan answers otherwise than its practice."""
    questions = load_questions().all
    actor = actor_of(request)
    plan = find(Plan, plan_id)
    value = core_plan(PlanRevision.objects.get(plan=plan, number=plan.head).document)
    style, gone = known_of(dict(value.style), questions)
    under = known_of(actor.practice.style, questions)[0]
    if request.method == "POST":
        try:
            given = AnswerInput.read(request.POST)
            changed = style.with_answer(given.question, given.school, questions)
            actions.edit(
                actor,
                plan.id,
                plan.head,
                lambda value: replace(value, style=changed.chosen),
                "Changed the style of this plan.",
                Touches(detail="style"),
            )
        except InputError as error:
            context = {"asked": _asked(style, under), "gone": gone, "plan": plan, "error": error}
            return render(request, "plans/style.html", context, status=422)
        return redirect(f"{request.path}#{given.question}")
    context = {"asked": _asked(style, under), "gone": gone, "plan": plan}
    return render(request, "plans/style.html", context)


def style_file(request: HttpRequest) -> HttpResponse:
    """The practice's style as a file."""
    style = known_of(actor_of(request).practice.style, load_questions().all)[0]
    text = json.dumps(style_document(style), indent=2, ensure_ascii=False) + "\n"
    response = HttpResponse(text, content_type="application/json; charset=utf-8")
    response["Content-Disposition"] = 'attachment; filename="style.json"'
    return response


@require_POST
def import_style(request: HttpRequest) -> HttpResponse:
    """A style from a file, in the place of the practice's. What is wrong is said with its place; nothing is kept
    then."""
    actor = actor_of(request)
    questions = load_questions().all
    try:
        style = read_style(uploaded(request, LARGEST_FILE, "a style"), questions)
    except InputError as error:
        now, gone = known_of(actor.practice.style, questions)
        context = {"asked": _asked(now, Style()), "gone": gone, "error": error}
        return render(request, "plans/style.html", context, status=422)
    actions.set_style(actor, style)
    messages.success(request, f"The style is taken: {len(style.chosen)} answers of its own.")
    return redirect("plans:style")
