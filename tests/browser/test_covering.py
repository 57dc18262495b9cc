"""A class is given to a cover teacher on the board; signed in, they have it and nothing else."""

import re

from django.conf import settings
from django.test import Client
from playwright.sync_api import Browser, Page, expect

from fairbench.web.accounts.models import Practice, Role
from tests.factories import UserFactory

from .conftest import faults


def session_of_a_cover_teacher() -> str:
    client = Client()
    teacher = UserFactory(practice=Practice.objects.get(), role=Role.COVER, name="Emrys Dunn")
    client.force_login(teacher, "fairbench.web.accounts.backend.PracticeBackend")
    return client.cookies[settings.SESSION_COOKIE_NAME].value


def test_a_class_is_given_and_nothing_else_is_seen(page: Page, site: str, browser: Browser) -> None:
    key = session_of_a_cover_teacher()
    page.goto("/terms/")
    page.get_by_role("link", name="Autumn, out of the chair").click()
    drawer = page.locator("th.now .term-slot")
    drawer.locator("summary").click()
    drawer.locator("select[name=user]").select_option(label="Emrys Dunn, cover teacher")
    drawer.get_by_role("button", name="Save who teaches it").click()
    expect(page.locator(".message")).to_contain_text("Emrys Dunn covers it")
    context = browser.new_context(viewport={"width": 1280, "height": 800}, base_url=site)
    context.add_cookies([{"name": settings.SESSION_COOKIE_NAME, "value": key, "url": site}])
    theirs = context.new_page()
    theirs.goto("/")
    expect(theirs.get_by_role("heading", name="Classes that you cover")).to_be_visible()
    expect(theirs.get_by_role("heading", name=re.compile("Monday Chairs"))).to_have_count(1)
    expect(theirs.locator("nav a")).to_have_text(["Today"])
    assert faults(theirs) == []
    theirs.get_by_role("link", name="Cover sheet").click()
    expect(theirs.locator(".cover-people")).to_contain_text("Inhaler in his left pocket")
    theirs.get_by_role("link", name="Cue sheet, word for word").click()
    expect(theirs.get_by_role("link", name="Back to the bench")).to_have_count(0)
    theirs.goto("/people/")
    expect(theirs.locator("main")).to_contain_text("This is not open to a cover teacher")
    theirs.get_by_role("link", name="Go to Today").click()
    theirs.get_by_role("button", name="Sign out").click()
    theirs.wait_for_url("**/sign-in/**")
    context.close()
