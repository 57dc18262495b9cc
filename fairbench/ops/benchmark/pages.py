"""The server side of ``bin/bench``, on an empty database of its own: ``-m …pages PLAN PEOPLE ROUNDS``.

A bare page and the others are taken in turns, so that whatever else the machine does hits all alike. Prints JSON.
"""

import json
import statistics
import sys
import time
from collections.abc import Callable
from dataclasses import asdict, dataclass
from pathlib import Path
from typing import TYPE_CHECKING

import django
from django.db import connection
from django.http import HttpRequest, HttpResponse
from django.test.utils import CaptureQueriesContext

if TYPE_CHECKING:
    from fairbench.core.plan.plan import Plan


@dataclass(frozen=True, slots=True)
class Page:
    """Median seconds of a page, and its queries."""

    seconds: float
    queries: int


def bare(request: HttpRequest) -> HttpResponse:
    """What every page costs: signed in, the base template, one query of its own."""
    from django.shortcuts import render

    from fairbench.web.people.models import Participant

    Participant.objects.count()
    return render(request, "base.html")


def measure(value: "Plan", people: int, rounds: int) -> dict[str, Page]:
    """Every page of the three practices."""
    pages = _pages(value, people)
    times: dict[str, list[float]] = {name: [] for name in pages}
    for _ in range(rounds):
        for name, page in pages.items():
            start = time.perf_counter()
            page()
            times[name].append(time.perf_counter() - start)
    return {name: Page(statistics.median(times[name][10:]), _queries(page)) for name, page in pages.items()}


def _pages(value: "Plan", people: int) -> dict[str, Callable[[], object]]:
    """Make the practices and say how each page is asked for. Django must be set up before its models are imported."""
    from django.test import Client
    from django.urls import path
    from django_scopes import scope

    from fairbench.core.dose.work import Repetitions
    from fairbench.core.formats.catalogue_doc import load_shelf
    from fairbench.web import urls
    from fairbench.web.accounts.models import User
    from fairbench.web.demo import account
    from fairbench.web.demo import classes as demo
    from fairbench.web.people.models import Group, Participant
    from fairbench.web.plans.adapter import shelf
    from fairbench.web.plans.models import Plan

    from . import practices
    from .core import CLASS_ITEMS, plan_of

    urls.urlpatterns.append(path("bare/", bare))
    small, big = practices.owner("Small"), practices.owner("Large")
    plan = practices.one_plan(small, value, people)
    class_value = plan_of(load_shelf(), CLASS_ITEMS)
    here, recorded = practices.classes(small, plan, class_value)
    term, feed = practices.term(small, plan)
    group, arriving = practices.large(big, value)
    demo.load()
    orla = User.objects.get(email=account.EMAIL)
    with scope(practice=orla.practice):
        somebody = Participant.objects.get(call_name="Dilwyn Farrow").id
        chairs = Group.objects.get(name="Monday Chairs").id
        floored = Plan.objects.get(name="Up once, down once").id
    clients = {}
    for user in (small, big, orla):
        clients[user.id] = Client(headers={"Host": "localhost"})
        clients[user.id].force_login(user)

    def get(user: User, address: str) -> Callable[[], object]:
        def page() -> None:
            answer = clients[user.id].get(address)
            assert answer.status_code == 200, (address, answer.status_code)

        return page

    with scope(practice=small.practice):
        doses = ((item.id, shelf().exercise(item.exercise).version(item.version).dose) for item in value.items())
        counted = next(item for item, dose in doses if isinstance(dose.work, Repetitions))
    seen = [1]

    def edit() -> None:
        answer = clients[small.id].post(
            f"/plans/{plan.id}/do/field/",
            {"seen": seen[0], "chosen": counted, "item": counted, "field": "reps", "value": 5 + seen[0] % 40},
            headers={"HX-Request": "true"},
        )
        assert answer.status_code == 200
        seen[0] += 1

    return {
        "bare": get(small, "/bare/"),
        "edit": edit,
        "look": get(small, f"/plans/{plan.id}/?chosen={counted}"),
        "shelf": get(small, "/shelf/"),
        "arrivals": get(small, f"/classes/{here.id}/arrivals/"),
        "record": get(small, f"/classes/{recorded.id}/record/"),
        "class": get(small, f"/classes/{recorded.id}/"),
        "board": get(small, f"/terms/{term.id}/"),
        "feed": get(small, f"/feed/{feed.key}.ics"),
        "demo today": get(orla, "/"),
        "demo person": get(orla, f"/people/{somebody}/"),
        "demo progress": get(orla, f"/progress/person/{somebody}/"),
        "demo measures": get(orla, f"/measures/person/{somebody}/"),
        "demo day": get(orla, "/today/"),
        "demo at home": get(orla, f"/home/person/{somebody}/"),
        "demo next": get(orla, f"/progress/group/{chairs}/"),
        "demo floor": get(orla, f"/plans/{floored}/floor/"),
        "large today": get(big, "/"),
        "large plans": get(big, "/plans/"),
        "large people": get(big, "/people/"),
        "large classes": get(big, "/classes/"),
        "large group": get(big, f"/people/groups/{group.id}/"),
        "large arrivals": get(big, f"/classes/{arriving.id}/arrivals/"),
    }


def _queries(page: Callable[[], object]) -> int:
    with CaptureQueriesContext(connection) as captured:
        page()
    return len([query for query in captured.captured_queries if "SAVEPOINT" not in query["sql"]])


def main(plan_file: str, people: str, rounds: str) -> None:
    """Measure and print."""
    django.setup()
    from fairbench.core.formats.plan_doc import read_plan

    value = read_plan(Path(plan_file).read_bytes())
    print(json.dumps({name: asdict(page) for name, page in measure(value, int(people), int(rounds)).items()}))


if __name__ == "__main__":
    main(*sys.argv[1:])
