"""What the screens promise is so: Space pauses, stop signs pause, End asks, a private note is not printed."""

import pytest
from playwright.sync_api import Page, expect

from .conftest import follow, run_until
from .opened import begin, on_a_fast_clock


@pytest.fixture
def teaching(page: Page) -> Page:
    begin(page)
    on_a_fast_clock(page, 1000)
    expect(page.locator("#do-pause")).to_have_text("Pause")
    return page


@pytest.mark.parametrize("on", ["do-next", "do-more", "do-note", "do-end"])
def test_space_pauses_wherever_the_focus_is(teaching: Page, on: str) -> None:
    page = teaching
    name = page.locator("#name").inner_text()
    page.locator(f"#{on}").focus()
    page.keyboard.press(" ")
    page.clock.run_for(300)
    expect(page.locator("#do-pause")).to_have_text("Go on")
    expect(page.locator("#name")).to_have_text(name)
    expect(page.locator(".teach-drawer:not([hidden])")).to_have_count(0)
    page.keyboard.press(" ")
    page.clock.run_for(300)
    expect(page.locator("#do-pause")).to_have_text("Pause")


def test_space_is_typed_into_a_note(teaching: Page) -> None:
    page = teaching
    page.locator("#do-note").click()
    page.locator("#note-text").focus()
    page.keyboard.type("a b")
    expect(page.locator("#note-text")).to_have_value("a b")
    expect(page.locator("#do-pause")).to_have_text("Pause")


def test_stop_signs_pause_the_class_and_go_on_is_in_reach(teaching: Page) -> None:
    page = teaching
    page.locator("#do-signs").click()
    page.clock.run_for(300)
    expect(page.locator("#do-pause")).to_have_text("Go on")
    expect(page.locator("#signs-pause")).to_have_text("Go on with the class")
    expect(page.locator("#signs-pause")).to_be_in_viewport()
    numbers = page.locator("#signs-people a[href^='tel:']")
    assert numbers.count() > 0
    page.locator("#signs-pause").click()
    page.clock.run_for(300)
    expect(page.locator("#do-pause")).to_have_text("Pause")


def test_enter_twice_on_end_ends_nothing_and_an_end_can_be_undone(teaching: Page) -> None:
    page = teaching
    page.locator("#do-end").focus()
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Go on teaching").locator("visible=true")).to_be_focused()
    page.keyboard.press("Enter")
    page.clock.run_for(300)
    expect(page.locator("#do-pause")).to_have_text("Pause")
    page.locator("#do-next").click()
    name = page.locator("#name").inner_text()
    page.locator("#do-end").click()
    page.locator("#end-now").click()
    page.clock.run_for(300)
    expect(page.locator("#name")).to_have_text("The class is over")
    expect(page.locator("#do-end")).to_have_text("Go on teaching")
    run_until(page, lambda: page.locator("#sync").inner_text() == "all saved", most=60, each=500)  # the server knows
    page.locator("#do-end").click()
    page.clock.run_for(300)
    expect(page.locator("#name")).to_have_text(name)
    expect(page.locator("#do-pause")).to_have_text("Go on")
    page.locator("#do-pause").click()
    page.clock.run_for(300)
    expect(page.locator("#do-pause")).to_have_text("Pause")
    run_until(page, lambda: page.locator("#sync").inner_text() == "all saved", most=60, each=500)
    page.clock.run_for(5000)
    expect(page.locator("#do-pause")).to_have_text("Pause")
    page.reload()
    expect(page.locator("#name")).to_have_text(name)


def test_a_private_note_is_on_the_screen_and_never_on_paper(page: Page) -> None:
    page.goto("/people/")
    follow(page, page.get_by_role("link", name="Bronwen Sayle").first)
    note = page.get_by_text("Likes the chair with arms.")
    expect(note).to_be_visible()
    page.emulate_media(media="print")
    expect(note).to_be_hidden()
    expect(page.get_by_role("heading", name="Private note")).to_be_hidden()
    expect(page.get_by_text("Remember in class")).to_be_visible()
    for button in page.locator("main button, .topbar").all():
        expect(button).to_be_hidden()


def test_a_number_to_call_is_called_by_a_tap(page: Page) -> None:
    page.goto("/people/")
    follow(page, page.get_by_role("link", name="Bronwen Sayle").first)
    expect(page.locator("a[href='tel:0555011944']")).to_be_visible()


def test_the_key_of_the_bench_tells_every_mark(page: Page) -> None:
    page.goto("/plans/")
    follow(page, page.get_by_role("link", name="Short and steady").first)
    key = page.locator(".verdict-key")
    for words in ("as planned", "eased", "swapped", "nothing suitable", "talk first", "your decision"):
        expect(key).to_contain_text(words)
    expect(key.locator(".verdict.overridden")).to_have_count(1)
