"""By keyboard alone: a class from sign-in to record, where the focus is, and what keys act on."""

from django_scopes import scopes_disabled
from playwright.sync_api import Page, expect

from fairbench.web.classes.models import Meeting
from fairbench.web.demo import account as demo_login
from fairbench.web.people.models import Override
from fairbench.web.plans.models import Plan

from .conftest import choose, focused, follow, settled
from .opened import open_plan


class Keys:
    """Presses keys and counts them; what is typed is not counted."""

    def __init__(self, page: Page) -> None:
        self.page, self.number = page, 0

    def press(self, key: str, times: int = 1) -> None:
        for _ in range(times):
            self.page.keyboard.press(key)
            self.number += 1

    def type(self, text: str) -> None:
        self.page.keyboard.type(text)

    def tab_to(self, selector: str, back: bool = False, most: int = 60) -> None:
        for _ in range(most):
            if self.page.evaluate("(where) => document.activeElement?.matches(where)", selector):
                return
            self.press("Shift+Tab" if back else "Tab")
        raise AssertionError(f"{selector} is not reached")


def test_a_class_from_sign_in_to_record_by_keyboard_in_150_keys(page: Page) -> None:
    page.context.clear_cookies()
    page.goto("/sign-in/")
    expect(page.get_by_label("Email")).to_be_focused()  # comes with the first picture, which may be after the load
    keys = Keys(page)
    keys.type(demo_login.EMAIL)
    keys.press("Tab")
    keys.type(demo_login.PASSWORD)
    with page.expect_event("load"):
        keys.press("Enter")
    page.wait_for_selector("h1")
    keys.tab_to(".skip-link")  # past what everybody has at the top
    keys.press("Enter")
    page.wait_for_url("**/#main")
    keys.tab_to("a[href='/plans/new/']")
    with page.expect_event("load"):
        keys.press("Enter")
    expect(page.locator("[autofocus]")).to_be_focused()
    keys.type("Six by keys")
    keys.press("Tab")
    keys.type("Monday")
    keys.tab_to("#length")
    with page.expect_event("load"):
        keys.press("Enter")
    page.wait_for_selector("#bench")
    keys.press("/")
    wanted = ["Seated row", "Heel raise", "Sit to stand", "Chest opener", "Ankle circles", "Tall sitting"]
    for number, name in enumerate(wanted, 1):
        expect(page.locator("#shelf-find")).to_be_focused()
        keys.press("ControlOrMeta+a")
        keys.type(name)
        keys.press("Enter")
        expect(page.locator("#shelf-added")).to_contain_text(f"{number} exercise")
        settled(page)
    keys.press("Escape")
    keys.tab_to(".plank")
    keys.press("ArrowRight")
    settled(page)
    keys.press("Alt+ArrowRight")
    expect(page.locator("#status")).to_contain_text("later")
    settled(page)
    keys.press("ArrowUp")
    expect(page.locator("#status")).to_contain_text("Changed the dose")
    settled(page)
    keys.tab_to(".row-who", back=True)
    keys.press("ArrowDown", 2)
    keys.press("ArrowRight")
    keys.press("Enter")
    expect(page.locator("#verdict")).to_be_visible()
    settled(page)
    keys.press("Enter")
    assert focused(page, "it.id === 'override-version'")
    keys.press("ArrowDown")
    keys.tab_to("#override-reason")
    keys.type("She told me so")
    keys.press("Enter")
    expect(page.locator("#status")).to_contain_text("until")
    settled(page)
    keys.press("Escape")
    keys.tab_to(".topbar-end form button", back=True)
    with page.expect_event("load"):
        keys.press("Enter")
    keys.tab_to(".arrive")
    keys.press("Space")
    expect(page.locator("#begin")).to_be_enabled()
    keys.tab_to("#begin", back=False)
    with page.expect_event("load"):
        keys.press("Enter")
    page.wait_for_selector("#do-pause:not([disabled])")
    keys.press("Space")
    expect(page.locator("#do-pause")).to_have_text("Pause")
    keys.tab_to("#do-note")
    keys.press("Enter")
    keys.tab_to("#note-who button")
    keys.press("Enter")
    keys.tab_to("#note-quick button:not([disabled])")
    keys.press("Enter")
    expect(page.locator("#drawer-note")).to_be_hidden()
    keys.tab_to("#do-end")
    keys.press("Enter")
    keys.press("Shift+Tab")
    keys.press("Enter")
    expect(page.locator("#sync")).to_have_text("all saved")
    keys.tab_to("#do-pause", back=True)
    keys.press("Enter")
    page.wait_for_url("**/record/")
    keys.press("Tab")
    keys.press("Enter")
    keys.tab_to("main form button")
    keys.press("Enter")
    expect(page.locator(".messages")).to_contain_text("The class is recorded")
    print(f"\nkeys besides typing: {keys.number}")
    assert keys.number <= 150
    with scopes_disabled():
        assert Plan.objects.get(name="Six by keys").head == 9
        assert Override.objects.filter(reason="She told me so").exists()
        assert Meeting.objects.filter(state=Meeting.State.RECORDED, plan__name="Six by keys").exists()


def test_a_newcomer_plans_finds_out_who_cannot_and_prints_in_12_actions(page: Page) -> None:
    actions = 0
    page.goto("/")
    follow(page, page.get_by_role("link", name="New plan for Monday Chairs"))
    page.get_by_label("Length, minutes").fill("30")
    page.locator("[name=template]").nth(1).check()
    follow(page, page.get_by_role("button", name="Create plan"))
    actions += 4
    expect(page.locator("h1")).to_contain_text("Monday Chairs")
    follow(page, page.get_by_role("link", name="Who does what otherwise, and why"))
    actions += 1
    expect(page.locator("main")).to_contain_text("Cosmo Idris")
    expect(page.get_by_role("button", name="Screen this person").first).to_be_visible()
    expect(page.locator(".own-ways-table").first).to_be_visible()
    page.evaluate("window.print = () => (window.printed = true)")
    page.get_by_role("button", name="Print").click()
    actions += 1
    assert page.evaluate("window.printed") is True
    print(f"\nactions: {actions}")
    assert actions <= 12


def test_the_focus_never_falls_to_the_page(page: Page) -> None:
    open_plan(page)
    choose(page, 6)
    ends = page.locator("#harder:not([disabled])")
    while ends.count():
        page.locator("#harder").focus()
        page.keyboard.press("Enter")
        settled(page)
        assert focused(page, "it !== document.body")
    page.locator("[data-step]").first.focus()
    page.keyboard.press("Enter")
    settled(page)
    assert focused(page, "it !== document.body")
    page.locator("#f-reps, #inspector .stepper input").first.fill("9000")
    page.keyboard.press("Enter")
    expect(page.locator(".field-error")).to_be_visible()
    assert focused(page, "it.getAttribute('aria-invalid') === 'true' || it.matches('input')")
    page.goto("/")
    follow(page, page.get_by_role("button", name="Teach Short and steady"))
    page.locator(".news summary", has_text="How was the day after?").first.click()
    felt = page.locator(".day-after-asked .tap").first
    felt.focus()
    page.keyboard.press("Enter")
    expect(felt).to_have_attribute("aria-pressed", "true")
    settled(page)
    assert focused(page, "it.matches('.day-after-asked .tap')")
    page.keyboard.press("Enter")
    expect(felt).to_have_attribute("aria-pressed", "false")
    page.locator(".news summary", has_text="Anything new?").first.click()
    news = page.locator(".news[open] .news-buttons button").first
    news.focus()
    page.keyboard.press("Enter")
    expect(page.locator(".news-note")).to_have_count(1)
    assert focused(page, "it !== document.body")


def test_keys_act_on_an_exercise_only_where_it_has_the_focus(page: Page) -> None:
    open_plan(page)
    choose(page, 6)
    before = page.locator("#end-time").inner_text()
    planks = page.locator(".plank").count()
    for where in ("#lowest-share", ".bench-head h1 a", "#show-fit"):
        page.locator(where).focus()
        for key in ("Delete", "ArrowDown", "c", "."):
            page.keyboard.press(key)
    page.evaluate("document.activeElement.blur()")
    for key in ("Delete", "ArrowDown", "c"):
        page.keyboard.press(key)
    settled(page)
    expect(page.locator("#end-time")).to_have_text(before)
    expect(page.locator(".plank")).to_have_count(planks)


def test_the_bench_is_one_stop_a_row_and_a_panel_gives_the_focus_back(page: Page) -> None:
    open_plan(page)
    expect(page.locator("#bench .plank[tabindex='0']")).to_have_count(1)
    expect(page.locator(".people-row [tabindex='0']")).to_have_count(1)
    page.locator(".row-who").nth(2).focus()
    page.keyboard.press("ArrowRight")
    cell = page.evaluate("document.activeElement.id")
    page.keyboard.press("Enter")
    expect(page.locator("#verdict")).to_be_visible()
    settled(page)
    page.keyboard.press("Enter")
    assert focused(page, "it.id === 'override-version'")
    page.keyboard.press("Escape")
    assert focused(page, f"it.id === '{cell}'")
    page.locator("#close-panel").focus()
    page.keyboard.press("Enter")
    settled(page)
    assert focused(page, f"it.id === '{cell}'")
