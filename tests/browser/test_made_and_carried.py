"""A circle made in the workshop in three rungs, planned for a group in which somebody needs the easiest, exported, and
brought into another practice."""

from pathlib import Path

from playwright.sync_api import Browser, Page, expect

from tests.factories import PASSWORD, UserFactory

from .conftest import follow, settled
from .test_workshop import turn

CUES = (
    ("Set up, one cue a line", "Be tall."),
    ("Do, one cue a line", "Draw a circle with your {side} hand."),
    ("Watch for, one a line", "Leaning."),
)


def press(page: Page, selector: str) -> None:
    page.locator(selector).click()
    settled(page)


def choose(page: Page, selector: str, option: str) -> None:
    page.locator(selector).select_option(option)
    settled(page)


def keep(page: Page, version: str, *more: tuple[str, str]) -> None:
    for label, text in (("Name of this version", version), *CUES, *more):
        page.get_by_label(label).fill(text)
    page.get_by_label("Sides", exact=True).select_option("each_side")
    follow(page, page.get_by_role("button", name="Save"))
    expect(page.locator("h1")).to_have_text("Lantern swing")


def draw_a_circle(page: Page) -> None:
    page.goto("/shelf/workshop/?from=standing")
    press(page, "#part-arms")
    press(page, "#limbs-side")
    press(page, "#pose-start")
    choose(page, "#hold-arms", "free")
    turn(page, "shoulder_flex", 5)
    press(page, "#add-pose")
    turn(page, "shoulder_flex", 85)
    press(page, "#add-pose")
    turn(page, "shoulder_flex", 150)
    press(page, "#pose-end")
    choose(page, "#hold-arms", "free")
    turn(page, "shoulder_flex", 90)
    turn(page, "shoulder_abduct", 70)
    choose(page, "#path", "closed")
    expect(page.locator("#path")).to_have_value("closed")


def add_rung(page: Page, slug: str, version: str, where: str) -> None:
    page.get_by_label("Keep it as").select_option(slug)
    page.get_by_label("On that ladder").select_option(where)
    keep(page, version)


def test_three_rungs_of_a_circle_from_the_workshop_to_another_practice(
    page: Page, site: str, browser: Browser, tmp_path: Path
) -> None:
    draw_a_circle(page)
    page.get_by_label("Part of the class").select_option("warm_up")
    keep(
        page,
        "standing",
        ("Name of the exercise", "Lantern swing"),
        ("Short name, for a plank", "Lantern"),
        ("What it helps with in daily life", "Hanging a lamp."),
    )
    slug = page.url.rstrip("/").split("/")[-1]

    # The easiest rung: the same on a chair, the arms kept. The hardest: with a bottle.
    page.goto(f"/shelf/workshop/?from={slug}")
    choose(page, "#position", "seated")
    add_rung(page, slug, "on a chair", "easier")
    page.goto(f"/shelf/workshop/?from={slug}/standing")
    choose(page, "#prop", "bottle hand")
    add_rung(page, slug, "with a bottle", "harder")
    expect(page.locator(".rung h3, .rung h2")).to_contain_text(["On a chair", "Standing", "With a bottle"])

    # Planned for a group in which somebody does it on the chair.
    page.goto("/plans/new/")
    page.get_by_label("Name").fill("Lanterns")
    page.get_by_label("For", exact=True).select_option(label="Monday Chairs")
    page.get_by_role("button", name="Create plan").click()
    page.get_by_role("button", name="Add exercise").first.click()
    page.locator("#shelf-find").fill("lantern")
    settled(page)
    page.get_by_role("button", name="Add Lantern swing, standing").click()
    expect(page.locator(".plank")).to_have_count(1)
    page.keyboard.press("Escape")
    expect(page.locator(".cell.eased").first).to_be_visible()
    with page.expect_download() as download:
        page.get_by_role("link", name="Export").click()
    file = tmp_path / "lanterns.json"
    download.value.save_as(file)

    # Another practice, which never saw it.
    other = UserFactory(email="quay@another.example", password=PASSWORD)
    other.set_password(PASSWORD)
    other.save()
    context = browser.new_context(viewport={"width": 1280, "height": 800}, base_url=site)
    there = context.new_page()
    there.goto("/sign-in/")
    there.get_by_label("Email").fill(other.email)
    there.get_by_label("Password").fill(PASSWORD)
    there.get_by_role("button", name="Sign in").click()
    there.wait_for_url("**/")
    there.goto("/plans/import/")
    there.locator("input[type=file]").set_input_files(file)
    follow(there, there.get_by_role("button", name="Import"))
    expect(there.locator(".plank")).to_have_count(1)
    there.goto("/shelf/?q=lantern")
    expect(there.get_by_role("link", name="Lantern swing")).to_be_visible()
    context.close()
