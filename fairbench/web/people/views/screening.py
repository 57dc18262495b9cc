"""Screening: asked one question a page on a tablet handed over, and read together afterwards."""

from dataclasses import dataclass
from itertools import groupby
from uuid import UUID

from django.contrib import messages
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.utils import timezone
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.formats.conditions_doc import load_conditions
from fairbench.core.formats.screening_doc import load_questions
from fairbench.core.people.conditions import Condition
from fairbench.core.people.screening import Answer, Question
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.people import health_actions
from fairbench.web.people.handover import KEY, hand_over, take_back
from fairbench.web.people.health_inputs import OPTIONS, DeclaredInput, ReviewInput
from fairbench.web.people.health_summary import declared_of
from fairbench.web.people.models import Participant, Screening
from fairbench.web.site.find import find


@require_POST
def begin(request: HttpRequest, participant_id: UUID) -> HttpResponse:
    """Begin to ask, or go on where it was left; together, or on a tablet that is handed over."""
    person = find(Participant, participant_id)
    screening = health_actions.begin_screening(actor_of(request), person.id)
    if request.POST.get("handed") == "yes":
        hand_over(request, screening.id)
    return _next_question(screening)


def handed(request: HttpRequest) -> HttpResponse:
    """Where a tablet that was handed over goes on: at the first question without an answer."""
    screening_id = request.session.get(KEY)
    if screening_id is None:
        return redirect("classes:today")
    return _next_question(find(Screening, screening_id))


def _next_question(screening: Screening) -> HttpResponse:
    questions = load_questions()
    left = (n for n, question in enumerate(questions, 1) if question.id not in screening.answers)
    return redirect("people:ask", screening.id, next(left, len(questions)))


def ask(request: HttpRequest, screening_id: UUID, number: int) -> HttpResponse:
    """One question; its answer leads to the next."""
    screening = find(Screening, screening_id, "participant")
    actor = actor_of(request)
    actor.require(Permission.HEALTH)
    questions = load_questions()
    if not 1 <= number <= len(questions):
        raise Http404
    if screening.given_on:
        return redirect("people:asked", screening.id)
    question = questions[number - 1]
    if request.method == "POST":
        try:
            health_actions.answer(actor, screening.id, question.id, request.POST.get("answer", ""))
        except InputError as error:
            messages.error(request, error.message)
            return redirect("people:ask", screening.id, number)
        if number < len(questions):
            return redirect("people:ask", screening.id, number + 1)
        health_actions.submit_screening(actor, screening.id)
        return redirect("people:asked", screening.id)
    context = {
        "screening": screening,
        "question": question,
        "number": number,
        "of": len(questions),
        "said": screening.answers.get(question.id, ""),
    }
    return render(request, "people/ask.html", context)


def asked(request: HttpRequest, screening_id: UUID) -> HttpResponse:
    """All is answered: thanks, and hand it back."""
    screening = find(Screening, screening_id, "participant")
    actor_of(request).require(Permission.HEALTH)
    return render(request, "people/asked.html", {"screening": screening})


def hand_back(request: HttpRequest) -> HttpResponse:
    """The instructor takes the tablet back with their password. After five that are wrong it is
    signed out."""
    handed = request.session.get(KEY)
    if handed is None:
        return redirect("classes:today")
    screening = find(Screening, handed)
    if request.method == "POST" and take_back(request, request.POST.get("password", "")):
        return redirect("people:review", screening.id)
    context = {"screening": screening, "wrong": request.method == "POST"}
    return render(request, "people/hand_back.html", context, status=422 if context["wrong"] else 200)


def review(request: HttpRequest, screening_id: UUID) -> HttpResponse:
    """The answers, read together; what they lead to is confirmed. Looking at them is on record."""
    screening = find(Screening, screening_id, "participant")
    actor = actor_of(request)
    actor.require(Permission.HEALTH)
    if screening.given_on is None:
        return redirect("people:participant", screening.participant_id)
    wrong = ""
    if request.method == "POST":
        try:
            _review(request, screening)
        except InputError as error:
            wrong = error.message
        else:
            messages.success(request, "The screening is read and dated.")
            return redirect("people:participant", screening.participant_id)
    else:
        health_actions.log_screening_view(actor, screening)
    context = {
        "screening": screening,
        "dates": _dates(screening),
        "groups": _groups(request, screening),
        "wrong": wrong,
        "given": request.POST,
    }
    return render(request, "people/review.html", context, status=422 if wrong else 200)


def _dates(screening: Screening) -> str:
    """When the answers were given and read, and by whom."""
    given = f"Given {screening.given_on:%-d %b %Y}" if screening.given_on else "Not handed in"
    if screening.reviewed_at is None:
        return f"{given}."
    whose = f" by {screening.reviewed_by.name}" if screening.reviewed_by else ""
    return f"{given}, read {timezone.localtime(screening.reviewed_at):%-d %b %Y}{whose}."


def _review(request: HttpRequest, screening: Screening) -> None:
    fields = request.POST
    answers = {q.id: fields[f"q-{q.id}"] for q in load_questions() if f"q-{q.id}" in fields}
    final = {**screening.answers, **answers}
    declared = []
    for question in load_questions():
        if question.condition and final.get(question.id) == Answer.YES and fields.get(f"keep-{question.id}") == "on":
            options = {name: fields.get(f"{question.id}-{name}", "") for name in OPTIONS}
            declared.append(DeclaredInput.read({**options, "condition": question.condition}))
    given = {name: fields.get(name, "") for name in ("wanted", "note")}
    review = ReviewInput.read({**given, "answers": answers, "declared": tuple(declared)})
    health_actions.review(actor_of(request), screening.id, review)


@dataclass(frozen=True, slots=True)
class Line:
    """One question with its answer. ``told`` says that the answer was left to be told; ``condition`` is what a yes can
    become, ``known`` that they have it already."""

    question: Question
    answer: str
    told: bool
    condition: Condition | None
    known: bool


@dataclass(frozen=True, slots=True)
class QuestionGroup:
    """Questions that belong together."""

    heading: str
    lines: tuple[Line, ...]


def _groups(request: HttpRequest, screening: Screening) -> list[QuestionGroup]:
    """Every question in its group, with what was answered, or chosen on the page that could not be saved."""
    known, declared = load_conditions(), {found.condition for found in declared_of(screening.participant)}
    groups = []
    for heading, questions in groupby(load_questions(), key=lambda question: question.group):
        lines = []
        for question in questions:
            answer = request.POST.get(f"q-{question.id}", screening.answers.get(question.id, Answer.TELL))
            condition = known.condition(question.condition) if question.condition else None
            has_it = condition is not None and condition.id in declared
            told = screening.answers.get(question.id) == Answer.TELL
            lines.append(Line(question, answer, told, None if has_it or answer == Answer.NO else condition, has_it))
        groups.append(QuestionGroup(heading, tuple(lines)))
    return groups
