"""A class that is taught and a plan that is open, for the tests of what comes after. How one gets there has tests of
its own, in front of the screen; here it is sent as the screens would send it."""

from django.test import Client
from django.urls import reverse
from django_scopes import scopes_disabled
from playwright.sync_api import Page

from fairbench.web.accounts.models import User
from fairbench.web.classes.models import Meeting
from fairbench.web.demo import account as demo_login
from fairbench.web.plans.models import Plan

from .conftest import follow


def begin(page: Page, people: int = 1) -> None:
    """The short class begun with so many people, open on its counting screen."""
    client = Client()
    client.force_login(User.objects.get(email=demo_login.EMAIL), "fairbench.web.accounts.backend.PracticeBackend")
    with scopes_disabled():
        plan = Plan.objects.select_related("group").get(name="Short and steady")
        listed = list(plan.group.participants.order_by("call_name")[:people])
        client.post(reverse("classes:open"), {"plan": plan.id})
        meeting = Meeting.objects.get(plan=plan, state="arrivals")
    for person in listed:
        client.post(reverse("classes:here", args=[meeting.id]), {"participant": person.id, "here": "yes"})
    client.post(reverse("classes:begin", args=[meeting.id]))
    page.goto(reverse("classes:teach", args=[meeting.id]))
    page.wait_for_selector("#do-pause")


def on_a_fast_clock(page: Page, milliseconds: int) -> None:
    """From here on the page's time passes as the test says; the class runs."""
    page.clock.install()
    page.reload()
    page.locator("#do-pause").click()
    page.clock.run_for(milliseconds)


def teach(page: Page) -> None:
    begin(page)
    on_a_fast_clock(page, 500)


def open_plan(page: Page, name: str = "Short and steady") -> None:
    page.goto("/plans/")
    follow(page, page.get_by_role("link", name=name).first)
    page.wait_for_selector(".plank, .order-link")
