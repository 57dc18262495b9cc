"""A class that was not taught from the screen: which plan or what was done, when, and who came; then its record."""

from django.http import HttpResponse
from django.shortcuts import redirect, render
from django.utils import timezone

from fairbench.core.errors import InputError
from fairbench.core.exercises.exercise import Exercise
from fairbench.core.exercises.search import Wanted
from fairbench.core.exercises.search import find as find_exercises
from fairbench.web.accounts.actor import Permission, actor_of
from fairbench.web.classes import past_actions
from fairbench.web.classes.record_inputs import PastInput
from fairbench.web.people.models import Group
from fairbench.web.plans.adapter import shelf
from fairbench.web.plans.models import Plan
from fairbench.web.site.find import Request, find

SHOWN = 12
"""Exercises shown at once, of those that the words find."""
LONGEST_SEARCH = 100


def past(request: Request) -> HttpResponse:
    """The form for one group (GET), and the class it makes (POST), whose record comes next."""
    actor = actor_of(request)
    actor.require(Permission.CLASSES)
    wanted = request.POST.get("group") or request.GET.get("group", "")
    if not wanted:
        return render(request, "classes/past.html", {"groups": Group.objects.all()})
    group = find(Group, wanted)
    wrong = ""
    if request.method == "POST":
        fields = request.POST.dict()
        if fields.get("by") == "items":
            fields["plan"] = ""
        many = {"people": tuple(request.POST.getlist("people")), "items": tuple(request.POST.getlist("items"))}
        try:
            if fields.get("plan"):
                find(Plan, fields["plan"])
            meeting = past_actions.record_past(actor, PastInput.read({**fields, **many}))
        except InputError as error:
            wrong = str(error).replace("held_on", "date")
        else:
            return redirect("classes:record", meeting.id)
    return render(request, "classes/past.html", _context(request, group, wrong), status=422 if wrong else 200)


def items(request: Request) -> HttpResponse:
    """What was done, with one exercise more, another version of one, or one less."""
    return render(request, "classes/_past_items.html", {"chosen": _chosen(request)})


def exercises(request: Request) -> HttpResponse:
    """What can be added, narrowed as one types."""
    return render(request, "classes/_past_exercises.html", {"found": _found(request.GET.get("q", ""))})


def _context(request: Request, group: Group, wrong: str) -> dict[str, object]:
    now = timezone.localtime()
    ticked = set(request.POST.getlist("people"))
    return {
        "group": group,
        "plans": Plan.objects.filter(group=group).order_by("-changed_at"),
        "people": [(person, str(person.id) in ticked or not wrong) for person in group.participants.all()],
        "given": request.POST if wrong else {"held_on": now.date().isoformat(), "minutes": "45"},
        "today": now.date().isoformat(),
        "chosen": _chosen(request),
        "found": _found(""),
        "wrong": wrong,
    }


def _found(words: str) -> list[Exercise]:
    return [match.exercise for match in find_exercises(shelf(), Wanted(words=words[:LONGEST_SEARCH]))[:SHOWN]]


def _chosen(request: Request) -> list[dict[str, object]]:
    """What is chosen so far, in order, each with its versions."""
    given = request.POST if request.method == "POST" else request.GET
    chosen = given.getlist("items")
    if given.get("add"):
        chosen.append(given["add"])
    without = given.get("without", "")
    known = shelf()
    rows: list[dict[str, object]] = []
    for number, words in enumerate(chosen[:60]):
        exercise_id, _, version = words.partition("/")
        if exercise_id in known.exercises and str(number) != without:
            exercise = known.exercise(exercise_id)
            rows.append({"number": len(rows), "exercise": exercise, "version": version or exercise.base})
    return rows
