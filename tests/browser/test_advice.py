"""Mending by keyboard alone: from what was found to a plan without it, and back."""

from playwright.sync_api import Page, Route, expect

from .conftest import becomes, faults, settled
from .opened import open_plan


def open_short_plan(page: Page) -> None:
    page.goto("/plans/")
    page.get_by_role("link", name="Bones and balance").first.click()
    page.wait_for_url("**/plans/*-*/")


def press_until(page: Page, key: str, selector: str, most: int = 120) -> None:
    """Press a key until the focus is on what is wanted."""
    for _ in range(most):
        if page.evaluate("wanted => document.activeElement?.matches(wanted)", selector):
            return
        page.keyboard.press(key)
    raise AssertionError(f"the focus never came to {selector}")


def finding(page: Page, title: str):
    return page.locator(".finding", has_text=title)


def test_a_short_warm_up_is_mended_by_keyboard_alone_and_taken_back(page: Page) -> None:
    open_short_plan(page)
    expect(finding(page, "Short warm-up")).to_be_visible()
    short = finding(page, "Short warm-up")
    short.locator("summary").first.focus()
    press_until(page, "Tab", ".finding .button.fix[hx-get]")
    page.keyboard.press("Enter")
    expect(short.locator(".fixes .fix").first).to_be_visible()
    press_until(page, "Tab", ".fixes .fix")
    words = page.evaluate("document.activeElement.textContent")
    assert "warm-up" in words
    page.keyboard.press("Enter")
    settled(page)
    expect(finding(page, "Short warm-up")).to_have_count(0)
    page.keyboard.press("z")
    settled(page)
    expect(finding(page, "Short warm-up")).to_be_visible()


def test_axe_finds_nothing_in_findings_history_and_the_way_to_the_time(page: Page) -> None:
    open_short_plan(page)
    bench = page.url
    for summary in ("#more-findings > summary", ".checked > summary", ".balance details > summary"):
        page.locator(summary).click()
    page.locator("#plan-length").fill("15")
    page.locator("#plan-length").press("Tab")
    settled(page)
    page.locator("#to-time").click()
    expect(page.locator("#take-to-time")).to_be_visible()
    found = {"bench": faults(page)}
    page.locator("#take-to-time").click()
    settled(page)
    expect(page.locator("#end-time")).not_to_contain_text("over")
    for path in ("history/", "compared/?was=1&now=2", "style/"):
        page.goto(bench + path)
        found[path] = faults(page)
    assert not any(found.values()), found


def test_a_finding_is_marked_on_the_planks_and_put_aside_with_a_reason(page: Page) -> None:
    open_short_plan(page)
    short = finding(page, "Short warm-up")
    short.get_by_role("button", name="Mark on the planks").click()
    expect(page.locator(".plank.marked")).not_to_have_count(0)
    short.get_by_role("button", name="Mark on the planks").click()
    expect(page.locator(".plank.marked")).to_have_count(0)
    short.locator("summary", has_text="Put aside").click()
    short.get_by_label("Because").fill("They walk here.")
    short.get_by_role("button", name="Put aside").click()
    settled(page)
    expect(page.locator(".findings", has_text="Short warm-up")).to_have_count(0)
    page.locator(".checked summary").click()
    expect(page.locator(".checked")).to_contain_text("They walk here.")


def test_nothing_moves_under_a_finger_when_the_chance_comes(page: Page) -> None:
    """A press on a plank that has just moved would land on another, or on none."""
    held: list[Route] = []
    page.route("**/chance/", lambda route: held.append(route))
    open_plan(page, "Up once, down once")
    chance, plank = page.locator("#chance"), page.locator(".plank").first
    for width in (1280, 1024, 820):
        page.set_viewport_size({"width": width, "height": 800})
        held.clear()
        page.reload()
        page.wait_for_selector(".plank")
        assert becomes(page, lambda: bool(held))
        expect(chance.locator("summary")).to_have_text("On time?")
        before = plank.bounding_box()
        held[-1].continue_()
        expect(chance).to_contain_text("% on time")
        assert plank.bounding_box() == before


def test_the_chance_stands_by_the_end_time_and_the_balance_says_its_areas(page: Page) -> None:
    open_short_plan(page)
    chance = page.locator("#chance")
    expect(chance).to_be_visible()
    expect(chance.locator("summary")).to_contain_text("% on time")
    chance.locator("summary").click()
    expect(chance).to_contain_text("Most to blame")
    area = page.locator(".body-map .area").first
    area.focus()
    expect(page.locator(".body-says")).not_to_contain_text("Choose an area")


def test_several_exercises_of_the_running_order_are_locked_at_once(page: Page) -> None:
    open_short_plan(page)
    page.get_by_role("button", name="Running order").click()
    page.wait_for_selector(".order")
    expect(page.locator(".several-bar")).to_be_hidden()
    boxes = page.locator(".several")
    boxes.nth(1).check()
    boxes.nth(2).check()
    expect(page.locator(".several-count")).to_have_text("2 chosen")
    page.locator(".several-bar").get_by_role("button", name="Lock").click()
    settled(page)
    expect(page.locator(".several-bar")).to_be_hidden()
    page.locator(".order-link").nth(1).click()
    expect(page.locator("#lock")).to_have_text("Locked")
    page.locator("[data-fold]").nth(1).click()
    expect(page.locator("#rows-1")).to_be_hidden()
    page.keyboard.press("v")
    page.keyboard.press("v")
    page.keyboard.press("v")
    settled(page)
    expect(page.locator("#rows-1")).to_be_hidden()
    page.locator("[data-fold]").nth(1).click()
    expect(page.locator("#rows-1")).to_be_visible()
