"""Upgrades from every state that a database of an earlier version can be in, each killed once half-way: the next one
ends, and what was written in the first version can be read.

Run as a program it prepares one such state, or looks whether what it wrote is there; see :func:`main`.
"""

import datetime
import os
import random
import subprocess
import sys
import time
from typing import TYPE_CHECKING

from .server import ROOT, Server
from .tally import Tally

if TYPE_CHECKING:
    from django.db.migrations.executor import MigrationExecutor

APPS = ("accounts", "people", "plans", "exercises", "classes")
LONGEST = 5.0
"""Seconds within which the seeded moment of a kill lies."""

FIRST_PLAN = {
    "format": "fairbench-plan",
    "format_version": 1,
    "name": "Old",
    "length_min": 45,
    "lead": "left",
    "water_every_min": 20,
    "start": "seated",
    "blocks": [
        {"kind": "warm_up", "items": []},
        {"kind": "strengthen", "items": [{"id": "a", "exercise": "bridge", "version": "full-bridge"}]},
        {"kind": "close", "items": []},
    ],
}
"""A plan as the first version wrote it; never edited."""


def upgrades(server: Server, seed: int, states: int) -> Tally:
    """``states`` of the states, spread over all of them, the first among them; all where there are no more."""
    chance = random.Random(seed)
    tally = Tally("Upgrades killed half-way")
    count = int(_program(server, "count").stdout)
    states = min(states, count)
    for number in [part * count // states for part in range(states)]:
        made = _program(server, "make", str(number))
        if made.returncode:
            raise RuntimeError(made.stderr)
        moment = chance.uniform(0.0, LONGEST)
        _killed_after(server, moment)
        done = server.manage("prepare_database")
        tally.check(not done.returncode, f"state {number}, killed after {moment:.2f} s: {done.stderr[-200:]}")
        seen = _program(server, "look")
        tally.check(not seen.returncode, f"state {number}: {seen.stderr[-200:]}")
    return tally


def _killed_after(server: Server, seconds: float) -> None:
    command = [sys.executable, str(ROOT / "manage.py"), "prepare_database"]
    quiet = {"stdout": subprocess.DEVNULL, "stderr": subprocess.DEVNULL}
    process = subprocess.Popen(command, cwd=ROOT, env=server.environment, **quiet)  # type: ignore[call-overload]
    time.sleep(seconds)
    process.kill()
    process.wait()


def _program(server: Server, *words: str) -> subprocess.CompletedProcess[str]:
    command = [sys.executable, "-m", "fairbench.ops.drill.upgrading", *words]
    return subprocess.run(command, cwd=ROOT, env=server.environment, capture_output=True, text=True)


def main(word: str, number: str = "0") -> None:
    """``count`` the states; ``make`` state ``number`` in an emptied database, which is the first one and so many
    migrations, with rows of the first version in it; ``look`` whether they are there and every page opens."""
    import django

    django.setup()
    if word == "count":
        print(len(_steps()))
    elif word == "make":
        _make(int(number))
    else:
        _look()


FIRST = [(app, "0001_initial") for app in ("accounts", "people", "plans", "classes")]
"""The very first state."""


def step_by_step() -> "MigrationExecutor":
    """Migrations as an older version had them, one by one: none that takes the place of many."""
    from django.db import connection
    from django.db.migrations.executor import MigrationExecutor
    from django.db.migrations.loader import MigrationLoader

    executor = MigrationExecutor(connection)
    executor.loader = MigrationLoader(connection, replace_migrations=False)
    return executor


def _steps() -> list[tuple[str, str]]:
    """Our migrations after the first state that another one takes the place of, in the order in which they run."""
    executor = step_by_step()
    before = executor.migration_plan(FIRST, clean_start=True)
    replaced = {key for whole in executor.loader.replacements.values() for key in whole.replaces}
    plan = executor.migration_plan(sorted(replaced), clean_start=True)
    return [(step.app_label, step.name) for step, _ in plan if step.app_label in APPS and (step, False) not in before]


def _make(number: int) -> None:
    from django.db import connection

    with connection.cursor() as cursor:
        cursor.execute("DROP SCHEMA public CASCADE; CREATE SCHEMA public")
    executor = step_by_step()
    executor.migrate(FIRST)
    _write(executor.loader.project_state(FIRST).apps)
    for step in _steps()[:number]:
        executor = step_by_step()
        if step not in executor.loader.applied_migrations:
            executor.migrate([step])


def _write(models: object) -> None:
    """One of everything, as the first version wrote it."""

    def make(model: str, **fields: object) -> object:
        return models.get_model(model).objects.create(**fields)  # type: ignore[attr-defined]

    practice = make("accounts.Practice", name="Kittiwake Hall")
    shared = {"practice": practice}
    user = make("accounts.User", email="Orla@Kittiwake.example", name="Orla Brandt", role="owner", **shared)
    make("people.Participant", call_name="Nerys Quill", **shared)
    group = make("people.Group", name="Steady Friday", **shared)
    plan = make("plans.Plan", name="Old", head=1, newest=1, group=group, **shared)
    make("plans.PlanRevision", plan=plan, number=1, document=FIRST_PLAN, said="Made", user=user, **shared)
    held = {"plan_document": FIRST_PLAN, "held_on": datetime.date(2026, 9, 4), "state": "recorded"}
    make("classes.Meeting", plan=plan, group=group, **held, **shared)


def _look() -> None:
    from django.test import Client
    from django_scopes import scope

    from fairbench.web.accounts.models import User
    from fairbench.web.classes.models import Meeting
    from fairbench.web.people.models import Participant
    from fairbench.web.plans.models import Plan

    user = User.objects.get(email="orla@kittiwake.example")
    with scope(practice=user.practice):
        plan, meeting, person = Plan.objects.get(), Meeting.objects.get(), Participant.objects.get()
        pages = ["/", "/plans/", f"/plans/{plan.id}/", "/people/", f"/people/{person.id}/"]
        pages += ["/classes/", f"/classes/{meeting.id}/"]
    client = Client(headers={"Host": "localhost"})
    client.force_login(user)
    for page in pages:
        status = client.get(page).status_code
        if status != 200:
            raise SystemExit(f"{page}: {status}")


if __name__ == "__main__":
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "fairbench.web.settings")
    main(*sys.argv[1:])
