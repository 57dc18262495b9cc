"""A class that is taught and a plan that is open, for the tests of what can be reached."""

from playwright.sync_api import Page, expect

from .conftest import follow


def teach(page: Page) -> None:
    page.goto("/")
    follow(page, page.get_by_role("button", name="Teach Short and steady"))
    page.locator(".arrive").first.click()
    expect(page.locator("#begin")).to_be_enabled()
    follow(page, page.locator("#begin"))
    page.wait_for_selector("#do-pause")
    page.clock.install()
    page.reload()
    page.locator("#do-pause").click()
    page.clock.run_for(500)


def open_plan(page: Page, name: str = "Short and steady") -> None:
    page.goto("/plans/")
    follow(page, page.get_by_role("link", name=name).first)
    page.wait_for_selector(".plank, .order-link")
