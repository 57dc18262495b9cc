"""Headless Chromium on the demo, served by a real server."""

import os
from pathlib import Path

import pytest
from django.test.testcases import LiveServerThread
from playwright.sync_api import Browser, Page, expect, sync_playwright

from fairbench import demo as demo_login
from fairbench.web.classes import demo as demo_data

# Playwright's loop runs in the test's own thread, where Django would refuse the database.
os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"

CHROMIUM = "/usr/bin/chromium"
FLAGS = ["--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-component-update"]
AXE = (Path(__file__).parent / "vendor/axe.min.js").read_text(encoding="utf-8")


@pytest.fixture(scope="session")
def browser():
    with sync_playwright() as playwright:
        chromium = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        yield chromium
        chromium.close()


@pytest.fixture(scope="session")
def server(django_db_setup):
    """A server like the real one: static files as they ship, hashed names and all, by WhiteNoise."""
    thread = LiveServerThread("127.0.0.1", static_handler=lambda application: application)
    thread.daemon = True
    thread.start()
    thread.is_ready.wait()
    if thread.error:
        raise thread.error
    yield f"http://127.0.0.1:{thread.port}"
    thread.terminate()


@pytest.fixture
def site(transactional_db, server):
    """The demo, served; its address."""
    demo_data.load()
    return server


@pytest.fixture
def page(site: str, browser: Browser):
    """A page signed in to the demo. Any error of a script fails the test."""
    context = browser.new_context(viewport={"width": 1280, "height": 800}, base_url=site)
    opened = context.new_page()
    opened.set_default_timeout(15_000)
    errors: list[str] = []
    opened.on("pageerror", lambda error: errors.append(str(error)))
    sign_in(opened)
    yield opened
    context.close()
    assert errors == []


def sign_in(page: Page) -> None:
    page.goto("/sign-in/")
    page.get_by_label("Email").fill(demo_login.EMAIL)
    page.get_by_label("Password").fill(demo_login.PASSWORD)
    page.get_by_role("button", name="Sign in").click()
    page.wait_for_url("**/")


def settled(page: Page) -> None:
    """Wait until no change is on its way to the bench."""
    expect(page.locator(".htmx-request, .htmx-swapping, .htmx-settling, .htmx-added")).to_have_count(0)


def choose(page: Page, number: int) -> None:
    """Click a plank on its wood; its label may lie over a neighbour's."""
    page.locator(".plank").nth(number).locator(".plank-wood").click()
    settled(page)


def serious(page: Page) -> list[str]:
    """What axe calls serious or critical on the page as it stands."""
    page.evaluate(AXE)
    found = page.evaluate("axe.run(document, {resultTypes: ['violations']})")
    return [
        f"{violation['id']}: {node['html'][:120]}"
        for violation in found["violations"]
        if violation["impact"] in ("serious", "critical")
        for node in violation["nodes"]
    ]
