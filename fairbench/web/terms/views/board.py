"""The board of a term: looked at, changed a thing at a time, a class missed, taken back, drafted."""

from uuid import UUID

from django.contrib import messages
from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_POST

from fairbench.core.errors import InputError
from fairbench.core.formats.term_doc import term_document
from fairbench.web.accounts.actor import actor_of
from fairbench.web.accounts.models import User
from fairbench.web.plans.adapter import shelf
from fairbench.web.site.find import Request, find
from fairbench.web.terms import actions
from fairbench.web.terms.board_page import BoardPage
from fairbench.web.terms.effects import effects_of
from fairbench.web.terms.inputs import MarkInput, MissInput, MoveInput, SlotInput
from fairbench.web.terms.models import Term

_WITH = ("group", "group__room", "room", "teacher")


def board(request: HttpRequest, term_id: UUID) -> HttpResponse:
    """The board."""
    return render(request, "terms/board.html", {"page": BoardPage(find(Term, term_id, *_WITH))})


def slot(request: HttpRequest, term_id: UUID, slot_id: str) -> HttpResponse:
    """One class of a term, opened."""
    page = BoardPage(find(Term, term_id, *_WITH))
    column = next((one for one in page.columns if one.slot.id == slot_id), None)
    if column is None:
        raise Http404
    actor = actor_of(request)
    may_cover = User.objects.filter(practice=actor.practice, is_active=True)
    if page.term.teacher:
        may_cover = may_cover.exclude(id=page.term.teacher.id)
    context = {
        "page": page,
        "column": column,
        "cover": page.covers.get((page.term.id, slot_id)),
        "may_cover": may_cover.order_by("name"),
    }
    return render(request, "terms/_slot.html", context)


def _answer(request: Request, term_id: UUID, wrong: str = "") -> HttpResponse:
    """The board as it is now, with what was refused."""
    page = BoardPage(find(Term, term_id, *_WITH))
    template = "terms/_board.html" if request.htmx else "terms/board.html"
    return render(request, template, {"page": page, "wrong": wrong}, status=422 if wrong else 200)


_CHANGES = {
    "mark": lambda actor, term_id, given: actions.mark(actor, term_id, MarkInput.read(given)),
    "move": lambda actor, term_id, given: actions.move(actor, term_id, MoveInput.read(given)),
    "slot": lambda actor, term_id, given: actions.set_slot(actor, term_id, SlotInput.read(given)),
}


@require_POST
def change(request: Request, term_id: UUID) -> HttpResponse:
    """One change: ``what`` is mark, move or slot; ``spread`` spreads anew what is chosen and what was there."""
    found = find(Term, term_id)
    what = request.POST.get("what", "")
    try:
        if what == "spread":
            left = actions.spread_again(actor_of(request), found.id, request.POST.getlist("exercises"))
            if left:
                names = ", ".join(shelf().exercise(one.exercise).name for one in left)
                return _answer(request, found.id, f"No room for: {names}.")
        elif what in _CHANGES:
            _CHANGES[what](actor_of(request), found.id, request.POST)
        else:
            raise InputError("says nothing that can be done", "what")
    except InputError as error:
        return _answer(request, found.id, f"Not changed: {error}.")
    return _answer(request, found.id)


@require_POST
def miss(request: Request, term_id: UUID) -> HttpResponse:
    """A class is off. What that does is said; it can be taken back."""
    found = find(Term, term_id, *_WITH)
    try:
        made = actions.miss_class(actor_of(request), found.id, MissInput.read(request.POST))
    except InputError as error:
        return _answer(request, found.id, f"Not changed: {error}.")
    page = BoardPage(find(Term, term_id, *_WITH))
    before = {one.id: part for one, part in made.curve_before}
    now = {one.id: part for one, part in made.curve_after}
    curve = [(one, before.get(one.id), now.get(one.id)) for one in made.after.slots]
    context = {"page": page, "missed": made, "curve": curve, "effects": effects_of(found.group, made)}
    return render(request, "terms/_board.html" if request.htmx else "terms/board.html", context)


@require_POST
def undo(request: Request, term_id: UUID) -> HttpResponse:
    """Take the last change back."""
    found = find(Term, term_id)
    try:
        actions.undo(actor_of(request), found.id)
    except InputError as error:
        return _answer(request, found.id, f"Not changed: {error}.")
    return _answer(request, found.id)


@require_POST
def draft(request: Request, term_id: UUID) -> HttpResponse:
    """Draft the next class that has no plan, and say how far it is; asked again until all have one."""
    found = find(Term, term_id)
    before = int(request.POST.get("done", "0")) if request.POST.get("done", "0").isdigit() else 0
    plan, left = actions.draft_next(actor_of(request), found.id)
    done = before + (plan is not None)
    context = {"term": found, "done": done, "left": left, "all": done + left, "plan": plan}
    return render(request, "terms/_drafting.html", context)


@require_POST
def archive(request: HttpRequest, term_id: UUID) -> HttpResponse:
    """Archive a term, or restore it."""
    found = find(Term, term_id)
    away = request.POST.get("away") != "no"
    actions.archive(actor_of(request), found.id, away)
    messages.success(request, f"{found.name} is archived." if away else f"{found.name} is back.")
    return redirect("terms:all_terms")


def as_json(request: HttpRequest, term_id: UUID) -> HttpResponse:
    """The term as a file."""
    page = BoardPage(find(Term, term_id, *_WITH))
    answer = JsonResponse(term_document(page.value), json_dumps_params={"indent": 2})
    answer["Content-Disposition"] = 'attachment; filename="term.json"'
    return answer
