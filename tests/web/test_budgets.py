"""The minutes that somebody has for what tires them: typed on their page, counted on the bench, told and erased."""

import pytest
from django.urls import reverse

from fairbench.core.people.budgets import Budget
from fairbench.web.accounts.models import AuditEntry
from fairbench.web.classes.person_file import person_values
from fairbench.web.people.health_summary import budgets_of
from tests.web.test_bench import do


@pytest.fixture
def person(group):
    return group.participants.first()


def save(client, person, **minutes: str):
    return client.post(reverse("people:budgets", args=[person.id]), minutes, follow=True)


def test_minutes_are_kept_shown_told_in_the_file_and_on_record(client_in, person) -> None:
    page = save(client_in, person, hands="1.5", standing="4").content.decode()
    assert "1.5 min" in page
    person.refresh_from_db()
    assert {one.budget: one.minutes for one in budgets_of(person)} == {Budget.HANDS: 1.5, Budget.STANDING: 4}
    assert person_values(person)["minutes_they_have"] == {"hands": 1.5, "standing": 4}
    assert AuditEntry.objects.filter(verb="participant.budgets").exists()
    save(client_in, person)
    person.refresh_from_db()
    assert person.budgets == {}


@pytest.mark.parametrize("minutes", ["x", "-1", "61", "nan", "1e9"])
def test_what_are_no_minutes_is_refused_and_nothing_is_kept(client_in, person, minutes: str) -> None:
    page = save(client_in, person, overhead=minutes).content.decode()
    assert "0 to 60 minutes" in page
    person.refresh_from_db()
    assert person.budgets == {}


def test_the_bench_holds_the_plan_against_them(client_in, plan, person) -> None:
    title = f"{person.call_name}: "
    page = client_in.get(reverse("plans:bench", args=[plan.id])).content.decode()
    assert f"<b>{title}" not in page
    save(client_in, person, standing="0.5")
    do(client_in, plan, "field", item="c", field="sets", value="4")
    page = client_in.get(reverse("plans:bench", args=[plan.id])).content.decode()
    assert f"<b>{title}" in page
    assert "is their own figure" in page
