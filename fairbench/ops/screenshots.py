"""``bin/screenshots``: one picture of each main view, from the demo, into ``docs/screenshots/``.

Needs ``bin/start --fresh`` running. It opens a class and records it, so the demo is not fresh afterwards.
"""

import sys
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from fairbench.web.demo import account as demo

from .start import LOCAL, ROOT

FOLDER = ROOT / "docs/screenshots"
CHROMIUM = "/usr/bin/chromium"
FLAGS = ["--no-sandbox", "--disable-gpu", "--disable-background-networking"]


def main() -> int:
    """Take every picture from the running demo."""
    address = (LOCAL / "address").read_text(encoding="utf-8").strip().rstrip("/")
    FOLDER.mkdir(parents=True, exist_ok=True)
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        page = browser.new_context(viewport={"width": 1280, "height": 800}, base_url=address).new_page()
        page.goto("/sign-in/")
        page.get_by_label("Email").fill(demo.EMAIL)
        page.get_by_label("Password").fill(demo.PASSWORD)
        page.get_by_role("button", name="Sign in").click()
        _choosing(page)
        _planning(page)
        _rooms(page)
        _going_on(page)
        _between(page)
        _teaching(page)
        browser.close()
    return 0


def _take(page: Page, name: str) -> None:
    page.screenshot(path=Path(FOLDER / f"{name}.png"))
    print(f"docs/screenshots/{name}.png")


def _choosing(page: Page) -> None:
    page.wait_for_url("**/")
    page.wait_for_selector(".today-next")
    _take(page, "today")
    page.goto("/shelf/")
    page.get_by_label("Quality").select_option("strength")
    page.wait_for_timeout(2500)
    _take(page, "shelf")
    page.goto("/shelf/push-up/")
    page.wait_for_timeout(1500)
    _take(page, "exercise")
    page.goto("/shelf/workshop/?from=side-leg/side-at-rail")
    page.wait_for_timeout(500)
    _take(page, "workshop")


def _planning(page: Page) -> None:
    page.goto("/people/")
    page.get_by_role("link", name="Dilwyn Farrow").click()
    page.locator("details.condition summary").first.click()
    _take(page, "person")
    page.goto("/people/")
    page.get_by_role("link", name="Cosmo Idris").click()
    page.locator("#screen").click()
    for _ in range(7):
        page.get_by_role("button", name="No", exact=True).click()
    page.wait_for_selector("text=Question 8 of")
    _take(page, "screening")
    page.goto("/plans/")
    page.get_by_role("link", name="Up once, down once").click()
    page.wait_for_selector(".plank")
    page.locator("#chance").wait_for()
    _take(page, "bench")
    page.goto("/plans/")
    page.get_by_role("link", name="Bones and balance").click()
    page.wait_for_selector(".plank")
    page.locator(".people-row", has_text="Aurelio Finch").locator(".cell.swapped").first.click()
    page.wait_for_selector("#verdict")
    page.wait_for_timeout(800)
    page.goto("/plans/")
    page.get_by_role("link", name="Open chest, strong legs").click()
    page.locator(".plank:has(.plank-name:text('Knee'))").first.locator(".plank-wood").click()
    page.wait_for_selector("#dose-sum")
    page.wait_for_timeout(800)
    page.get_by_role("link", name="Cue sheet").click()
    page.wait_for_selector(".cue-entry")
    page.wait_for_timeout(800)
    _take(page, "cue-sheet")
    page.goto("/plans/new/")
    page.get_by_label("Name").fill("Band circuit, arm by arm")
    page.get_by_label("For", exact=True).select_option(label="Monday Chairs")
    page.locator("[name=template][value=band-arm-by-arm]").check()
    page.get_by_role("button", name="Create plan").click()
    page.locator("#show-order").click()
    page.locator(".order-link").nth(4).click()
    page.wait_for_selector("#order-sets")
    page.wait_for_timeout(1500)
    page.evaluate("window.scrollTo(0, 330)")
    _take(page, "running-order")
    page.locator("#show-fit").click()


def _rooms(page: Page) -> None:
    page.goto("/plans/")
    page.get_by_role("link", name="Up once, down once").click()
    page.get_by_role("link", name="Floor", exact=True).click()
    page.wait_for_selector(".stands")
    _take(page, "floor")


def _going_on(page: Page) -> None:
    page.goto("/people/")
    page.get_by_role("link", name="Halvard Moe").click()
    page.get_by_role("link", name="Measures").click()
    page.wait_for_selector(".measure-chart")
    _take(page, "measures")
    page.goto("/people/")
    page.get_by_role("link", name="Halvard Moe").click()
    page.get_by_role("link", name="Progress", exact=True).click()
    page.wait_for_selector(".times")
    _take(page, "progress")
    page.goto("/people/")
    page.get_by_role("link", name="Monday Chairs The Signal Room").click()
    page.get_by_role("link", name="Next class").click()
    page.wait_for_selector(".who-takes")
    _take(page, "next-class")


def _teaching(page: Page) -> None:
    page.goto("/")
    page.get_by_role("button", name="Teach Short and steady").click()
    for number in (0, 1, 2, 3, 5, 6, 8):
        page.locator(".arrive").nth(number).click()
        page.locator(".arrive").nth(number).and_(page.locator("[aria-pressed=true]")).wait_for()
    news = page.locator(".arrive-cell", has_text="Ifeoma Adair")
    news.locator("summary", has_text="Anything new?").click()
    news.get_by_role("button", name="Right shoulder").click()
    page.wait_for_selector(".news-note")
    page.evaluate("window.scrollTo(0, 0)")
    _take(page, "arrivals")
    page.clock.install()
    page.locator("#begin").click()
    page.locator("#do-pause").click()
    while page.locator("#name").inner_text() != "Seated row" or "of" not in page.locator("#of").inner_text():
        page.clock.run_for(2000)
    page.clock.run_for(23_000)
    page.wait_for_timeout(500)
    page.clock.run_for(1500)
    _take(page, "teach")
    page.locator("#do-note").click()
    page.locator("#note-who button").nth(2).click()
    page.locator("#note-text").fill("Elbow back without the shoulder lifting.")
    page.locator("#note-keep").click()
    while page.locator("#do-pause").inner_text() != "Record":
        page.clock.run_for(5000)
    page.clock.run_for(5000)
    page.wait_for_timeout(500)
    page.locator("#do-pause").click()
    for _ in range(100):  # what the device still holds is sent first, by the clock that stands here
        if "/record/" in page.url:
            break
        page.clock.run_for(1000)
        page.wait_for_timeout(100)
    page.get_by_role("button", name="Change for").nth(1).click()
    page.wait_for_selector(".record-form")
    page.locator(".record-form .taps").get_by_role("button", name="7. Seated row").click()
    page.get_by_role("button", name="without a band").click()
    page.wait_for_timeout(600)
    page.clock.run_for(1000)
    page.get_by_role("group", name="Effort, 0 to 10").get_by_role("button", name="6").click()
    page.wait_for_timeout(600)
    page.clock.run_for(1000)
    _take(page, "record")


def _between(page: Page) -> None:
    page.goto("/terms/")
    page.get_by_role("link", name="Autumn, out of the chair").click()
    page.wait_for_selector(".term-cell")
    _take(page, "term")
    page.goto("/people/")
    page.get_by_role("link", name="Nerys Quill").first.click()
    page.get_by_role("link", name="At home").click()
    page.wait_for_selector(".home-line img")
    page.wait_for_timeout(1500)
    _take(page, "home-sheet")
    page.goto(page.get_by_role("link", name="Open the page").get_attribute("href") or "")
    page.wait_for_selector(".film:not([hidden])")
    page.locator(".one").first.scroll_into_view_if_needed()
    _take(page, "phone")


if __name__ == "__main__":
    sys.exit(main())
