"""Headless Chromium on the demo, served by a real server."""

import os
import threading
import time
from collections.abc import Callable
from pathlib import Path

import pytest
from django.conf import settings
from django.test import Client
from django.test.testcases import LiveServerThread
from playwright.sync_api import Browser, Locator, Page, expect, sync_playwright

from fairbench.core.formats.catalogue_doc import load_shelf
from fairbench.core.formats.demands_doc import work_out
from fairbench.web.accounts.models import User
from fairbench.web.demo import account as demo_login
from tests import databases

# Playwright's loop runs in the test's own thread, where Django would refuse the database.
os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"

# Three test processes share two cores: what is expected may take a while, and is waited for no longer than it takes.
PATIENCE = 40_000
"""Milliseconds. Nothing waits so long where it comes; a machine that does other things too is no fault of the page."""
expect.set_options(timeout=PATIENCE)

CHROMIUM = "/usr/bin/chromium-headless-shell"
"""Debian's Chromium, built without a window: the same engine for two thirds of the processor. Letters are as wide as
on a screen only without hinting."""
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-background-networking",
    "--disable-component-update",
    "--font-render-hinting=none",
]
AXE = (Path(__file__).parent / "vendor/axe.min.js").read_text(encoding="utf-8")


@pytest.fixture(scope="session")
def browser():
    with sync_playwright() as playwright:
        chromium = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        yield chromium
        chromium.close()


class Counted:
    """The application, knowing how many requests it is at: a request that a closed page left behind
    would hold locks on what the end of a test clears away."""

    def __init__(self, application) -> None:
        self.application, self.at_work, self.lock = application, 0, threading.Lock()

    def __call__(self, environ, start_response):
        with self.lock:
            self.at_work += 1
        try:
            return self.application(environ, start_response)
        finally:
            with self.lock:
                self.at_work -= 1

    def wait_until_idle(self) -> None:
        idle = 0
        for _ in range(400):
            idle = idle + 1 if not self.at_work else 0
            if idle == 4:
                return
            time.sleep(0.03)
        raise AssertionError("the server never came to rest")


@pytest.fixture(scope="session")
def server(django_db_setup):
    """A server like the real one: static files as they ship, hashed names and all, by WhiteNoise; what the shelf asks
    is known before the first visitor."""
    work_out(load_shelf(), settings.LOCAL / "worked-out")
    counted: list[Counted] = []

    def count(application):
        counted.append(Counted(application))
        return counted[0]

    thread = LiveServerThread("127.0.0.1", static_handler=count)
    thread.daemon = True
    thread.start()
    thread.is_ready.wait()
    if thread.error:
        raise thread.error
    yield f"http://127.0.0.1:{thread.port}", counted[0]
    thread.terminate()


@pytest.fixture
def site(own_name, server, django_db_blocker):
    """The demo as it was loaded, served; its address."""
    address, counted = server
    with django_db_blocker.unblock():
        databases.copy(databases.DEMO, f"{own_name}_served")
        databases.use(f"{own_name}_served")
        yield address
        counted.wait_until_idle()
        databases.use(f"{own_name}_empty")


@pytest.fixture
def page(site: str, browser: Browser):
    """Today, signed in to the demo. Any error of a script fails the test."""
    context = browser.new_context(viewport={"width": 1280, "height": 800}, base_url=site)
    context.add_cookies([{"name": settings.SESSION_COOKIE_NAME, "value": session_of_the_demo(), "url": site}])
    opened = context.new_page()
    opened.set_default_timeout(PATIENCE)
    errors: list[str] = []
    opened.on("pageerror", lambda error: errors.append(str(error)))
    opened.goto("/")
    yield opened
    context.close()
    assert errors == []


def session_of_the_demo() -> str:
    """A session as signing in begins one, without the form: that has tests of its own."""
    client = Client()
    client.force_login(User.objects.get(email=demo_login.EMAIL), "fairbench.web.accounts.backend.PracticeBackend")
    return client.cookies[settings.SESSION_COOKIE_NAME].value


def sign_in(page: Page) -> None:
    page.goto("/sign-in/")
    page.get_by_label("Email").fill(demo_login.EMAIL)
    page.get_by_label("Password").fill(demo_login.PASSWORD)
    page.get_by_role("button", name="Sign in").click()
    page.wait_for_url("**/")


def settled(page: Page) -> None:
    """Wait until no change is on its way to the bench."""
    expect(page.locator(".htmx-request, .htmx-swapping, .htmx-settling, .htmx-added")).to_have_count(0)


def stop_the_clock(page: Page) -> None:
    """From here on the page's time passes only as the test says, however long the machine takes."""
    page.clock.pause_at(page.evaluate("Date.now()") / 1000 + 1)


def follow(page: Page, link: Locator) -> None:
    """Press what leads to another page, and wait until that page is whole."""
    with page.expect_event("load"):
        link.click()


def becomes(page: Page, so: Callable[[], bool], each: int = 0) -> bool:
    """Whether something comes to be so, within the time that Playwright gives anything it expects. On a fast clock the
    page's time goes on by ``each`` milliseconds meanwhile."""
    for _ in range(PATIENCE // 100):
        if so():
            return True
        if each:
            page.clock.fast_forward(each)
        page.wait_for_timeout(100)
    return False


def run_until(page: Page, done: Callable[[], bool], most: int = 4000, each: int = 2000) -> None:
    """Let the fast clock run until something is so, looking after so many milliseconds each time."""
    for _ in range(most):
        if done():
            return
        page.clock.fast_forward(each)
    raise AssertionError("the clock ran out")


def focused(page: Page, is_so: str) -> bool:
    """Whether the focus comes to be on what the words of a script say, where `it` is the focused thing."""
    return becomes(page, lambda: page.evaluate(f"(it => {is_so})(document.activeElement)"))


def choose(page: Page, number: int) -> None:
    """Click a plank on its wood; its label may lie over a neighbour's."""
    page.locator(".plank").nth(number).locator(".plank-wood").click()
    settled(page)


SIZES = ((1280, 800), (820, 1180), (390, 844))
"""A desk, a tablet upright, a phone."""
OF_THE_WIDTH = ["color-contrast", "target-size", "scrollable-region-focusable", "meta-viewport", "region"]
"""What a narrower layout can do wrong, whose markup is that of the desk."""
_SEEN = "window.seen = new WeakSet([...document.querySelectorAll('body, body *')].filter(it => it.checkVisibility()))"
_ONLY_HERE = """
[...document.querySelectorAll('body *')].filter(
  it => it.checkVisibility() && !window.seen.has(it) && window.seen.has(it.parentElement)
)"""
"""What shows on the phone alone: the outermost of it, with all that is in it."""


def faults(page: Page, at_end: bool = False) -> list[str]:
    """Whatever axe finds wrong, of any weight, on the page as it stands: by every rule at a desk, by those of the width
    at the other sizes, and by every rule again on what only a phone shows. ``at_end`` scrolls to the end first, where a
    bar that stays at the lower edge lies over nothing."""
    before = page.viewport_size
    found = []
    if page.evaluate("window.axe === undefined"):
        page.evaluate(AXE)
    for width, height in SIZES:
        page.set_viewport_size({"width": width, "height": height})
        if at_end:
            page.evaluate("scrollTo(0, document.documentElement.scrollHeight)")
        desk, phone = (width, height) == SIZES[0], (width, height) == SIZES[-1]
        only = "" if desk else f", runOnly: {OF_THE_WIDTH}"
        told = page.evaluate(f"axe.run(document, {{resultTypes: ['violations']{only}}})")["violations"]
        if desk:
            page.evaluate(_SEEN)
        if phone and page.evaluate(f"{_ONLY_HERE}.length"):
            told += page.evaluate(f"axe.run({{include: {_ONLY_HERE}}}, {{resultTypes: ['violations']}})")["violations"]
        found += [
            f"{width}: {violation['id']}: {node['html'][:120]}" for violation in told for node in violation["nodes"]
        ]
    page.set_viewport_size(before)
    return found
