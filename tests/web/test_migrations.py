"""A database of the version before, with a class in it: nothing is lost and everything reads as now."""

import datetime
import json
from hashlib import sha256
from pathlib import Path

import pytest
from django.core.management import call_command
from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from django.test import Client
from django.utils import timezone
from django_scopes import scope

import fairbench.web
from fairbench.core.formats.plan_doc import plan_document, plan_value
from fairbench.ops.drill.upgrading import step_by_step
from fairbench.web.accounts.models import AuditEntry, User
from fairbench.web.classes.models import Difference, Meeting, TeachEvent
from fairbench.web.classes.remembered import remembered_of
from fairbench.web.exercises.models import OwnExercise
from fairbench.web.people.health_summary import person_of
from fairbench.web.people.models import Override, Participant
from fairbench.web.plans.models import Plan, PlanRevision
from fairbench.web.site.management.commands.migrate import WholeMigrationExecutor
from tests import databases
from tests.own_exercises import LIFTED, document, draft

from .conftest import core_plan

BEFORE = [
    ("accounts", "0002_own_exercises"),
    ("people", "0003_words_and_listings"),
    ("plans", "0001_initial"),
    ("exercises", "0001_own_exercises"),
    ("classes", "0002_health"),
]
WEB = Path(fairbench.web.__file__).parent
LISTED = Path(__file__).parents[1] / "data/migrations.txt"
ODD_ID = "a b/c"
"""An item's id as a file could bring it then."""


FIRST = [(app, "0001_initial") for app in ("accounts", "people", "plans", "classes")]


def own_exercise() -> dict:
    return {**document(draft("standing", *LIFTED)), "id": "own-harbour-reach-00ff"}


@pytest.fixture
def nothing(own_name, django_db_setup, django_db_blocker):
    """A database of its own without a table."""
    with django_db_blocker.unblock():
        databases.copy("template1", f"{own_name}_older")
        databases.use(f"{own_name}_older")
        yield
        databases.use(f"{own_name}_empty")
        databases.drop(f"{own_name}_older")


def as_it_was(targets):
    """The models as they were, on tables as they were."""
    executor = step_by_step()
    executor.migrate(targets)
    return executor.loader.project_state(targets).apps


def bring_up() -> None:
    """As a start of today does; then nothing is left to do, and what stands for many steps is noted as done."""
    call_command("migrate", verbosity=0)
    loader = MigrationExecutor(connection).loader
    assert set(loader.graph.nodes) <= set(loader.applied_migrations)


def fill(before):
    """A person with an overruled verdict, an exercise and a plan put away, and a class recorded from that plan."""

    def make(model: str, **fields):
        return before.get_model(model).objects.create(**fields)

    now, practice = timezone.now(), make("accounts.Practice", name="Kittiwake Hall", shelf_edition=1)
    shared = {"practice": practice}
    user = make("accounts.User", email="orla@practice.example", name="Orla Brandt", role="owner", **shared)
    value = plan_document(core_plan("band-row", "bridge"))
    value["blocks"][1]["items"][0]["id"] = ODD_ID
    plan = make("plans.Plan", name="Test plan", put_away=True, head=1, newest=1, **shared)
    make("plans.PlanRevision", plan=plan, number=1, document=value, said="Made", user=user, **shared)
    group = make("people.Group", name="Steady Friday", place="Kittiwake Hall", **shared)
    until = (timezone.localdate() + datetime.timedelta(days=7)).isoformat()
    overruled = {"exercise": "bridge", "version": "full-bridge", "instead": "", "reason": "Asked for it."}
    declared = {"condition": "hip-replacement", "side": "left", "severity": "", "stage": "settled"}
    standing = {
        "conditions": [{**declared, "until": None}],
        "screening": None,
        "events": [],
        "cleared": [],
        "overruled": [{**overruled, "until": until}],
    }
    person = make("people.Participant", call_name="Nerys Quill", standing=standing, **shared)
    make("people.Condition", participant=person, noted_by=user, **declared, **shared)
    make("people.Overrule", participant=person, until=until, noted_by=user, **overruled, **shared)
    meeting = make(
        "classes.Meeting",
        plan=plan,
        group=group,
        plan_document=value,
        held_on=timezone.localdate(now),
        teacher=user,
        state="recorded",
        **shared,
    )
    make("classes.Attendance", meeting=meeting, participant=person, **shared)
    make("classes.Difference", meeting=meeting, participant=person, item=ODD_ID, effort=6, pain=2, user=user, **shared)
    make("classes.TeachEvent", meeting=meeting, kind="skip", item=ODD_ID, at=now, **shared)
    noted = {"participant": person, "at": now + datetime.timedelta(seconds=1), "text": "Elbow free"}
    make("classes.TeachEvent", meeting=meeting, kind="noted", **noted, **shared)
    exercise = json.loads(
        json.dumps(own_exercise()).replace('"one_repetition"', '"counts_as"').replace('"demands"', '"asks"')
    )
    make("exercises.OwnExercise", slug=exercise["id"], document=exercise, put_away=True, **shared)
    make("accounts.AuditEntry", verb="plan.put_away", object_id=plan.id, user=user, **shared)


def test_an_older_database_comes_up_with_all_that_was_there(nothing) -> None:
    """One of the very first version and one of a later one, in one database; and its tables are those that a new one
    gets, but for the names of what a renamed table brought along."""
    fill_first(as_it_was(FIRST))
    fill(as_it_was(BEFORE))
    bring_up()
    assert_first()
    assert_later()
    older = shape()
    with connection.cursor() as cursor:
        cursor.execute("DROP SCHEMA public CASCADE; CREATE SCHEMA public")
    call_command("migrate", verbosity=0)
    assert older == shape()


def assert_later() -> None:
    user = User.objects.get(email="orla@practice.example")
    with scope(practice=user.practice):
        plan, meeting, person = Plan.objects.get(), Meeting.objects.get(), Participant.objects.get()
        assert plan.archived
        (now_id, _) = [item.id for item in plan_value(PlanRevision.objects.get().document).items()]
        assert now_id != ODD_ID
        assert next(item.id for item in plan_value(meeting.plan_document).items()) == now_id
        assert Difference.objects.get().item == TeachEvent.objects.get(kind="skip").item == now_id
        assert meeting.remembered == remembered_of(meeting)
        assert [row["words"].split(".")[0] for row in meeting.remembered] == ["Elbow free", "Pain 2 of 10"]
        known = person_of(person)
        assert [declared.condition for declared in known.conditions] == ["hip-replacement"]
        assert [(shown.exercise, shown.version) for shown in known.overrides] == [("bridge", "full-bridge")]
        assert Override.objects.get().reason == "Asked for it."
        own = OwnExercise.objects.get()
        assert own.archived
        assert own.document == own_exercise()
        assert AuditEntry.objects.get().verb == "plan.archive"
        opens(
            user,
            "/",
            "/plans/",
            f"/plans/{plan.id}/",
            "/classes/",
            f"/classes/{meeting.id}/",
            f"/classes/{meeting.id}/record/",
            f"/people/{person.id}/",
            f"/people/{person.id}/history/",
            f"/shelf/{own.slug}/",
        )


def opens(user: User, *pages: str) -> None:
    client = Client()
    client.force_login(user)
    for page in pages:
        assert client.get(page).status_code == 200, page


def fill_first(first) -> None:
    """A practice as the very first version wrote it."""

    def make(model: str, **fields):
        return first.get_model(model).objects.create(**fields)

    practice = make("accounts.Practice", name="Kittiwake Hall")
    shared = {"practice": practice}
    user = make("accounts.User", email="Orla@First.example", name="Orla Brandt", role="owner", **shared)
    make("people.Participant", call_name="Nerys Quill", **shared)
    group = make("people.Group", name="Steady Friday", **shared)
    value = plan_document(core_plan("bridge"))
    plan = make("plans.Plan", name="Old", head=1, newest=1, group=group, **shared)
    make("plans.PlanRevision", plan=plan, number=1, document=value, said="Made", user=user, **shared)
    held = {"plan_document": value, "held_on": timezone.localdate(), "state": "recorded"}
    meeting = make("classes.Meeting", plan=plan, group=group, **held, **shared)
    # As a device could once report it: a moment that no one could read again.
    odd = datetime.datetime(9999, 12, 31, 23, 59, tzinfo=datetime.timezone(datetime.timedelta(hours=-14)))
    make("classes.TeachEvent", meeting=meeting, kind="began", at=odd, **shared)


def assert_first() -> None:
    user = User.objects.get(email="orla@first.example")
    with scope(practice=user.practice):
        plan, meeting = Plan.objects.get(), Meeting.objects.get()
        assert TeachEvent.objects.get().at.date() == timezone.localdate()
    opens(user, "/", "/plans/", f"/plans/{plan.id}/", "/people/", "/classes/", f"/classes/{meeting.id}/")


def digests() -> dict[str, str]:
    """Every migration of ours with a digest of its file."""
    found = sorted(WEB.glob("*/migrations/0*.py"))
    return {path.relative_to(WEB).as_posix(): sha256(path.read_bytes()).hexdigest() for path in found}


def test_migrations_that_are_on_main_are_never_edited() -> None:
    """Add new ones to the list; a line that is there stays as it is."""
    listed = dict(line.split() for line in LISTED.read_text(encoding="utf-8").splitlines())
    assert digests() == listed


def test_a_migration_and_its_note_are_kept_together_or_not_at_all(nothing, monkeypatch) -> None:
    """Power lost between the two: neither is there, and the next start does both."""
    leaf = ("accounts", "0001_squashed")
    executor = WholeMigrationExecutor(connection)

    def power_lost(migration) -> None:
        raise KeyboardInterrupt

    monkeypatch.setattr(executor, "record_migration", power_lost)
    with pytest.raises(KeyboardInterrupt):
        executor.migrate([leaf])
    with connection.cursor() as cursor:
        assert "accounts_practice" not in connection.introspection.table_names(cursor)
    bring_up()


COLUMNS = """
    SELECT table_name, column_name, data_type, is_nullable, character_maximum_length, column_default
    FROM information_schema.columns WHERE table_schema = 'public' ORDER BY 1, 2
"""
CONSTRAINTS = """
    SELECT conrelid::regclass::text, pg_get_constraintdef(oid) FROM pg_constraint
    WHERE connamespace = 'public'::regnamespace ORDER BY 1, 2
"""
INDEXES = r"""
    SELECT tablename, regexp_replace(indexdef, 'INDEX \S+', 'INDEX') FROM pg_indexes
    WHERE schemaname = 'public' ORDER BY 1, 2
"""
TRIGGERS = "SELECT event_object_table, trigger_name, action_statement FROM information_schema.triggers ORDER BY 1, 2, 3"


def shape() -> dict[str, list[tuple]]:
    """Every column, constraint, index and trigger."""
    found = {}
    with connection.cursor() as cursor:
        for asked in (COLUMNS, CONSTRAINTS, INDEXES, TRIGGERS):
            cursor.execute(asked)
            found[asked] = cursor.fetchall()
    return found
