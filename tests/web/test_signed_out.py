"""What somebody sees whose session ended, or whose page is from before they signed in."""

import pytest
from django.test import Client
from django.urls import reverse

pytestmark = pytest.mark.django_db


@pytest.fixture
def person(group):
    return group.participants.first()


def test_a_part_of_a_page_sends_the_whole_page_to_sign_in_and_back(client, plan) -> None:
    page = f"http://testserver{reverse('plans:bench', args=[plan.id])}?chosen=a"
    answer = client.post(
        reverse("plans:do", args=[plan.id, "note"]),
        {"seen": 1, "item": "a", "value": "Mind the door"},
        headers={"HX-Request": "true", "HX-Current-URL": page},
    )
    assert answer.status_code == 401
    assert answer["HX-Redirect"] == f"{reverse('accounts:sign_in')}?next=/plans/{plan.id}/%3Fchosen%3Da"
    assert answer.content == b""


def test_a_form_that_is_sent_signed_out_leads_back_to_its_own_page(client, person) -> None:
    page = reverse("people:participant", args=[person.id])
    answer = client.post(
        reverse("people:side", args=[person.id]), {"kind": "weaker"}, headers={"Referer": f"http://testserver{page}"}
    )
    assert answer["Location"] == f"{reverse('accounts:sign_in')}?next={page}"


@pytest.mark.parametrize("told", ["", "http://elsewhere.example/people/", "javascript:alert(1)"])
def test_nobody_is_led_elsewhere(client, person, told) -> None:
    answer = client.post(reverse("people:side", args=[person.id]), headers={"Referer": told})
    assert answer["Location"] == f"{reverse('accounts:sign_in')}?next=/"


def test_a_page_that_is_opened_signed_out_is_come_back_to(client, person) -> None:
    page = reverse("people:participant", args=[person.id])
    assert client.get(page)["Location"] == f"{reverse('accounts:sign_in')}?next={page}"


def test_a_page_from_before_the_sign_in_says_so_in_our_own_words(actor, person) -> None:
    client = Client(enforce_csrf_checks=True)
    client.force_login(actor.user)
    page = f"http://testserver{reverse('people:participant', args=[person.id])}"
    address = reverse("people:side", args=[person.id])
    answer = client.post(address, {"kind": "weaker", "side": "left"}, headers={"Referer": page})
    shown = answer.content.decode()
    assert answer.status_code == 403
    assert "opened before you signed in" in shown
    assert f'href="{reverse("people:participant", args=[person.id])}"' in shown
    assert "DEBUG" not in shown
    part = client.post(address, {"kind": "weaker"}, headers={"Referer": page, "HX-Request": "true"})
    assert (part.status_code, part["HX-Refresh"]) == (403, "true")
