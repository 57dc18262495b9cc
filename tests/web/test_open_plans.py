"""Several plans open beside each other."""

import re
import uuid

import pytest
from django.urls import reverse

from fairbench.web.plans import actions
from fairbench.web.plans.models import Plan

from .conftest import core_plan


@pytest.fixture
def plans(actor, group) -> list[Plan]:
    """Eight plans."""
    made = []
    for number in range(8):
        plan = actions.create(actor, core_plan("band-row", "bridge"), group, "Made for a test")
        plan.name = f"Plan {number}"
        plan.save(update_fields=["name"])
        made.append(plan)
    return made


def tabs(client, plan) -> list[str]:
    page = client.get(reverse("plans:bench", args=[plan.id])).content.decode()
    found = re.search(r'<nav class="open-plans.*?</nav>', page, re.S)
    return re.findall(r'href="[^"]*"[^>]*>([^<]+)</a>', found.group(0)) if found else []


def test_plans_that_were_opened_stand_beside_each_other(client_in, plans) -> None:
    assert tabs(client_in, plans[0]) == []  # one is no row of tabs
    assert tabs(client_in, plans[1]) == ["Plan 0", "Plan 1"]
    assert tabs(client_in, plans[0]) == ["Plan 0", "Plan 1"]
    page = client_in.get(reverse("plans:bench", args=[plans[1].id])).content.decode()
    assert re.search(r'aria-current="page">Plan 1<', page)
    for plan in plans[2:]:
        shown = tabs(client_in, plan)
    assert shown == [f"Plan {number}" for number in range(2, 8)]  # six at most, the first was closed


def test_one_is_closed_and_nothing_in_it_changes(client_in, plans) -> None:
    for plan in plans[:3]:
        client_in.get(reverse("plans:bench", args=[plan.id]))
    before = Plan.objects.get(id=plans[1].id)
    close = reverse("plans:close_plan", args=[plans[1].id])
    answer = client_in.post(close, {"shown": str(plans[0].id)})
    assert answer["Location"] == reverse("plans:bench", args=[plans[0].id])
    assert tabs(client_in, plans[0]) == ["Plan 0", "Plan 2"]
    assert Plan.objects.get(id=plans[1].id).changed_at == before.changed_at
    shown = client_in.post(reverse("plans:close_plan", args=[plans[0].id]), {"shown": str(plans[0].id)})
    assert shown["Location"] == reverse("plans:bench", args=[plans[2].id])
    last = client_in.post(reverse("plans:close_plan", args=[plans[2].id]), {"shown": "nonsense"})
    assert last["Location"] == reverse("plans:list")
    assert client_in.post(reverse("plans:close_plan", args=[uuid.uuid4()])).status_code == 404


def test_signing_out_closes_them_all(client_in, user, plans) -> None:
    for plan in plans[:2]:
        client_in.get(reverse("plans:bench", args=[plan.id]))
    client_in.post(reverse("accounts:sign_out"))
    client_in.force_login(user)
    assert tabs(client_in, plans[0]) == []
