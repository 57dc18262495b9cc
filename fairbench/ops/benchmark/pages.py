"""The server side of ``bin/bench``, on an empty database of its own: ``-m …pages PLAN PEOPLE ROUNDS``.

A bare page, a look at the bench and an edit are taken in turns, so that whatever else the machine
does hits all alike. Prints JSON.
"""

import json
import statistics
import sys
import time
from collections.abc import Callable
from dataclasses import asdict, dataclass
from pathlib import Path

from django.db import connection
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.test import Client
from django.test.utils import CaptureQueriesContext
from django.urls import path
from django.utils import timezone
from django_scopes import scope

from fairbench.core.dose.dose import Repetitions
from fairbench.core.formats.plan_doc import read_plan
from fairbench.core.plan.plan import Item, Plan
from fairbench.ops.benchmark.profiles import PROFILES
from fairbench.web import urls
from fairbench.web.accounts.actor import Actor
from fairbench.web.accounts.models import Practice, Role, User
from fairbench.web.people import health_actions
from fairbench.web.people.health_inputs import DeclareInput
from fairbench.web.people.health_summary import keep_health_summary
from fairbench.web.people.models import Group, Listing, Participant, Screening
from fairbench.web.plans import actions
from fairbench.web.plans.adapter import shelf


@dataclass(frozen=True, slots=True)
class Page:
    """Median seconds of a page, and its queries."""

    seconds: float
    queries: int


def bare(request: HttpRequest) -> HttpResponse:
    """What every page costs: signed in, the base template, one query of its own."""
    Participant.objects.count()
    return render(request, "base.html")


def medians(value: Plan, people: int, rounds: int) -> dict[str, Page]:
    """The bare page, an edit of ``value`` for so many people, and a look at it."""
    urls.urlpatterns.append(path("bare/", bare))
    practice = Practice.objects.create(name="Bench")
    user = User.objects.create_user("bench@kittiwake.example", "only-for-the-bench", practice, "Bench", Role.OWNER)
    with scope(practice=practice):
        group = Group.objects.create(practice=practice, name="Sixteen")
        for number in range(people):
            person = Participant.objects.create(practice=practice, call_name=f"Person {number}", pace=1 + number / 20)
            for declared in PROFILES[number % len(PROFILES)]:
                health_actions.declare(Actor(user), person.id, DeclareInput(**asdict(declared)))
            _screened(person, user)
            Listing.objects.create(practice=practice, group=group, participant=person)
        plan = actions.create(Actor(user), value, group, "Bench")
    client = Client(headers={"Host": "localhost"})
    client.force_login(user)
    item = next(item.id for item in value.items() if _is_counted(item))
    seen = [1]

    def edit() -> None:
        answer = client.post(
            f"/plans/{plan.id}/do/figure/",
            {"seen": seen[0], "chosen": item, "item": item, "figure": "reps", "value": 8 + seen[0] % 2},
            headers={"HX-Request": "true"},
        )
        assert answer.status_code == 200
        seen[0] += 1

    pages: dict[str, Callable[[], object]] = {
        "bare": lambda: client.get("/bare/"),
        "edit": edit,
        "look": lambda: client.get(f"/plans/{plan.id}/?chosen={item}"),
        "shelf": lambda: client.get("/shelf/"),
    }
    times: dict[str, list[float]] = {name: [] for name in pages}
    for _ in range(rounds):
        for name, page in pages.items():
            start = time.perf_counter()
            page()
            times[name].append(time.perf_counter() - start)
    return {name: Page(statistics.median(times[name][10:]), _queries(page)) for name, page in pages.items()}


def _screened(person: Participant, user: User) -> None:
    """A screening read today, so that the fit has something to do."""
    now = timezone.now()
    Screening.objects.create(
        practice=person.practice, participant=person, given_on=now.date(), reviewed_at=now, reviewed_by=user
    )
    keep_health_summary(person)


def _is_counted(item: Item) -> bool:
    """Whether the usual dose of an item is of repetitions, so that the edit can change their number."""
    return isinstance(shelf().exercise(item.exercise).version(item.version).dose.work, Repetitions)


def _queries(page: Callable[[], object]) -> int:
    with CaptureQueriesContext(connection) as captured:
        page()
    return len([query for query in captured.captured_queries if "SAVEPOINT" not in query["sql"]])


if __name__ == "__main__":
    plan_file, people, rounds = sys.argv[1:]
    value = read_plan(Path(plan_file).read_bytes())
    print(json.dumps({name: asdict(page) for name, page in medians(value, int(people), int(rounds)).items()}))
