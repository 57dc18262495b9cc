"""The history of a plan: every state told, two side by side, another plan beside it, and back to any."""

import json
import re
from html import unescape

import pytest
from django.urls import reverse

from fairbench.web.plans import actions
from fairbench.web.plans.models import PlanRevision
from tests.factories import UserFactory
from tests.web.conftest import core_plan
from tests.web.test_bench import do, now


@pytest.fixture
def changed(client_in, plan):
    do(client_in, plan, "field", item="a", field="sets", value="3")
    do(client_in, plan, "remove", item="b")
    plan.refresh_from_db()
    return plan


def page(client, name: str, plan, **query: str) -> str:
    answer = client.get(reverse(f"plans:{name}", args=[plan.id]), query)
    assert answer.status_code == 200
    return " ".join(answer.content.decode().split())


def test_every_state_is_told_with_who_and_what(client_in, changed, user) -> None:
    html = page(client_in, "states", changed)
    for state in PlanRevision.objects.filter(plan=changed):
        assert unescape(state.summary) in unescape(html)
    assert user.name in html
    assert html.count(">Go back to it<") == changed.newest - 1


def test_two_states_stand_side_by_side(client_in, changed) -> None:
    html = page(client_in, "compared", changed, was="1", now=str(changed.head))
    assert "2 of 3 differ." in html
    assert "3 sets" in html
    assert "no longer in it" in html
    assert "nothing differs." in page(client_in, "compared", changed, was="1", now="1")


def test_another_plan_stands_beside_it(client_in, actor, changed) -> None:
    other = actions.create(actor, core_plan("ring-press", name="Another"), None, "Made for a test")
    html = page(client_in, "compared", changed, other=str(other.id))
    assert "Another beside " in html
    assert "Chest squeeze" in html


def test_going_back_makes_a_new_state_and_loses_none(client_in, changed) -> None:
    first = PlanRevision.objects.get(plan=changed, number=1).document
    before = changed.newest
    answer = client_in.post(reverse("plans:go_back", args=[changed.id]), {"state": "1"})
    assert answer.status_code == 302
    changed.refresh_from_db()
    assert changed.newest == before + 1
    assert PlanRevision.objects.get(plan=changed, number=changed.head).document == first
    assert PlanRevision.objects.filter(plan=changed).count() == before + 1


def test_a_state_that_never_was_is_said(client_in, changed) -> None:
    assert client_in.get(reverse("plans:compared", args=[changed.id]), {"was": "99"}).status_code == 404
    for state in ("99", "x", ""):
        assert client_in.post(reverse("plans:go_back", args=[changed.id]), {"state": state}).status_code in (404, 422)


def test_another_practice_sees_none_of_it(client, changed) -> None:
    client.force_login(UserFactory())
    for name in ("states", "compared", "to_time"):
        assert client.get(reverse(f"plans:{name}", args=[changed.id])).status_code == 404


def test_a_class_that_is_too_long_is_brought_to_its_time_with_one_press(client_in, plan) -> None:
    do(client_in, plan, "settings", field="length_min", value="8")
    do(client_in, plan, "field", item="a", field="sets", value="4")
    html = page(client_in, "to_time", plan)
    fields = json.loads(unescape(re.search(r"hx-vals='([^']*)'", html).group(1)))
    assert "now, <b>" in html
    before = now(plan)
    assert do(client_in, plan, "fix", **fields).status_code == 200
    assert now(plan) != before
    assert "Nothing can be changed for it" in page(client_in, "to_time", plan) or "then." in page(
        client_in, "to_time", plan
    )


def test_a_locked_item_stays_as_it_is(client_in, plan) -> None:
    do(client_in, plan, "lock", item="a", value="on")
    assert now(plan).item("a").locked
    do(client_in, plan, "settings", field="length_min", value="5")
    html = page(client_in, "to_time", plan)
    fields = re.search(r"hx-vals='([^']*)'", html)
    touched = {one["item"] for one in json.loads(json.loads(unescape(fields.group(1)))["edits"])} if fields else set()
    assert "a" not in touched
    do(client_in, plan, "lock", item="a", value="")
    assert not now(plan).item("a").locked
