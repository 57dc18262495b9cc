"""Requests that overlap: what one keeps, another that began before does not bring away."""

import threading

import pytest
from django.core.management import CommandError, call_command
from django.db import connection, transaction
from django_scopes import scope

from fairbench.web.accounts.actor import Actor
from fairbench.web.accounts.models import AuditEntry, User
from fairbench.web.people import health_actions
from fairbench.web.people.actions import save_participant
from fairbench.web.people.health_inputs import DeclareInput
from fairbench.web.people.inputs import ParticipantDetails
from fairbench.web.people.models import Group, Participant
from tests.factories import ParticipantFactory, UserFactory

STENOSIS, REPLACED = DeclareInput(condition="stenosis"), DeclareInput(condition="hip-replacement", side="left")


def summary(person: Participant) -> set[str]:
    person.refresh_from_db()
    return {row["condition"] for row in person.health_summary["conditions"]}


@pytest.mark.django_db
def test_a_stale_row_that_is_saved_erases_no_condition(actor) -> None:
    person = ParticipantFactory(practice=actor.practice)
    stale = Participant.objects.get(id=person.id)
    health_actions.declare(actor, person.id, STENOSIS)
    stale.goals = "Walk to the harbour"
    stale.save()
    assert summary(person) == {"stenosis"}
    assert person.goals == "Walk to the harbour"


@pytest.mark.django_db
def test_a_stale_group_that_is_saved_forgets_nothing_it_was_taught(actor, group) -> None:
    stale = Group.objects.get(id=group.id)
    Group.objects.filter(id=group.id).update(taught={"bridge": 3})
    stale.name = "Steady Saturday"
    stale.save()
    group.refresh_from_db()
    assert (group.name, group.taught) == ("Steady Saturday", {"bridge": 3})


def somebody_waits() -> bool:
    """Until another connection waits for a lock of this one, or is done without one."""
    for _ in range(20_000):
        with connection.cursor() as cursor:
            cursor.execute("SELECT count(*) FROM pg_locks WHERE NOT granted")
            if cursor.fetchone()[0]:
                return True
    return False


@pytest.mark.django_db(transaction=True)
@pytest.mark.parametrize("other", ["condition", "details"])
def test_two_requests_on_one_person_both_count(other: str) -> None:
    user = UserFactory()
    with scope(practice=user.practice):
        person = ParticipantFactory(practice=user.practice)
    failed: list[Exception] = []

    def second() -> None:
        try:
            again = User.objects.select_related("practice").get(id=user.id)
            with scope(practice=again.practice):
                if other == "condition":
                    health_actions.declare(Actor(again), person.id, REPLACED)
                else:
                    save_participant(Actor(again), ParticipantDetails(call_name="Wim"), person.id)
        except Exception as error:
            failed.append(error)
        finally:
            connection.close()

    thread = threading.Thread(target=second)
    with scope(practice=user.practice):
        with transaction.atomic():
            health_actions.declare(Actor(user), person.id, STENOSIS)
            thread.start()
            assert somebody_waits()
        thread.join(timeout=60)
        assert failed == []
        assert summary(person) == ({"stenosis", "hip-replacement"} if other == "condition" else {"stenosis"})


@pytest.mark.django_db
def test_what_is_kept_is_compared_with_its_rows_and_mended(actor, group) -> None:
    person = group.participants.first()
    health_actions.declare(actor, person.id, STENOSIS)
    call_command("check_summaries")
    Participant.objects.filter(id=person.id).update(health_summary={})
    Group.objects.filter(id=group.id).update(taught={"bridge": 9})
    with pytest.raises(CommandError):
        call_command("check_summaries")
    call_command("check_summaries", "--mend")
    call_command("check_summaries")
    assert summary(person) == {"stenosis"}
    group.refresh_from_db()
    assert group.taught == {}


@pytest.mark.django_db
def test_the_audit_says_what_was_and_what_is(actor) -> None:
    person = save_participant(actor, ParticipantDetails(call_name="Wim", goals="Stairs"))
    save_participant(actor, ParticipantDetails(call_name="Wim", goals="Garden"), person.id)
    made, changed = AuditEntry.objects.filter(verb="participant.save").order_by("at")
    assert (made.old, made.new["call_name"]) == (None, "Wim")
    assert (changed.old, changed.new) == ({"goals": "Stairs"}, {"goals": "Garden"})
    health_actions.declare(actor, person.id, STENOSIS)
    declared = AuditEntry.objects.get(verb="health.declare")
    assert not declared.old["conditions"]
    assert declared.new["conditions"][0]["condition"] == "stenosis"


@pytest.mark.django_db
def test_exports_are_written_down(client_in, actor, group, plan) -> None:
    client_in.get(f"/people/groups/{group.id}/people.csv")
    client_in.get(f"/plans/{plan.id}/plan.json")
    verbs = list(AuditEntry.objects.filter(verb__contains="export").order_by("at").values_list("verb", flat=True))
    assert verbs == ["group.export_csv", "plan.export"]
