"""Between classes, by hand: a home sheet made, shown on a phone without a connection, withdrawn; letters; a term built,
a class missed and taken back, week six taught."""

import re

from playwright.sync_api import Browser, Page, expect

from .conftest import PATIENCE, faults, run_until, settled
from .opened import on_a_fast_clock


def open_at_home(page: Page, name: str) -> None:
    page.goto("/people/")
    page.get_by_role("link", name=name).first.click()
    page.get_by_role("link", name="At home").click()
    expect(page.get_by_role("heading", name="Exercises at home")).to_be_visible()


def test_a_sheet_is_made_printed_and_handed_out(page: Page) -> None:
    open_at_home(page, "Tomasz Wilk")
    expect(page.get_by_role("heading", name="Proposed")).to_be_visible()
    page.get_by_label("Something steady to hold").select_option("the worktop")
    page.locator("section[aria-labelledby=their-home]").get_by_role("button", name="Save").click()
    expect(page.locator(".message")).to_contain_text("Saved")
    page.get_by_role("button", name="Save the sheet").click()
    expect(page.locator(".message")).to_contain_text("The sheet is saved: 5 exercises")
    paper = page.request.get(page.get_by_role("link", name="Print, A4").get_attribute("href"), timeout=2 * PATIENCE)
    assert paper.headers["content-type"] == "application/pdf"
    assert paper.body().startswith(b"%PDF")
    page.get_by_role("button", name="Handed out today").click()
    expect(page.locator("section[aria-labelledby=handing-out]")).to_contain_text("Handed out on")


def test_a_line_is_taken_out_and_another_put_in(page: Page) -> None:
    open_at_home(page, "Bronwen Sayle")
    gone = page.locator(".home-line input:checked").first.get_attribute("value")
    page.locator(f'.home-line input[value="{gone}"]').uncheck()
    page.get_by_text("Others that they can do at home").click()
    new = page.locator("details .home-line input").first.get_attribute("value")
    page.locator(f'.home-line input[value="{new}"]').check()
    page.get_by_role("button", name="Save the sheet").click()
    expect(page.locator(".message")).to_contain_text("The sheet is saved")
    on = [box.get_attribute("value") for box in page.locator(".home-line input:checked").all()]
    assert new in on
    assert gone not in on


def phone_address(page: Page) -> str:
    open_at_home(page, "Nerys Quill")
    address = page.get_by_role("link", name="Open the page").get_attribute("href")
    assert address
    return address


def test_the_phone_page_works_offline_ticks_once_and_is_gone_when_withdrawn(page: Page, browser: Browser) -> None:
    address = phone_address(page)
    context = browser.new_context(viewport={"width": 390, "height": 844})
    phone = context.new_page()
    errors: list[str] = []
    phone.on("pageerror", lambda error: errors.append(str(error)))
    phone.goto(address)
    expect(phone.locator(".one")).to_have_count(5)
    assert phone.evaluate("document.documentElement.scrollWidth") <= 390
    for word in ("Nerys", "Quill", "Kittiwake"):
        assert word not in phone.content()
    expect(phone.locator("#kept")).to_have_text("Kept on this telephone: it opens without a connection.")
    expect(phone.locator(".count").first).to_be_visible()
    context.set_offline(True)
    phone.reload()
    expect(phone.locator(".one")).to_have_count(5)
    phone.locator(".did").first.click()
    expect(phone.locator(".said").first).to_contain_text("It is sent when there is a connection")
    context.set_offline(False)
    phone.reload()
    expect(phone.locator(".one")).to_have_count(5)
    phone.wait_for_function(
        "() => JSON.parse(localStorage.getItem(`home.ticks:${location.pathname}`) ?? '[]').length === 0"
    )
    page.reload()
    expect(page.locator("section[aria-labelledby=handing-out]")).to_contain_text("done 1 time")
    page.get_by_role("button", name="Withdraw the address").click()
    expect(page.locator(".message")).to_contain_text("withdrawn")
    answer = phone.goto(address)
    assert answer is not None
    assert answer.status == 410
    expect(phone.locator("h1")).to_have_text("Nothing is here any more")
    phone.wait_for_function("async () => (await caches.keys()).length === 0")
    assert errors == []
    context.close()


def test_the_phone_counts_aloud(page: Page, browser: Browser) -> None:
    address = phone_address(page)
    context = browser.new_context(viewport={"width": 390, "height": 844})
    phone = context.new_page()
    phone.add_init_script(
        "window.said = [];"
        "window.SpeechSynthesisUtterance = class { constructor(words) { this.words = words; } };"
        "const voice = { cancel() {}, speak(one) { said.push(one.words); } };"
        "Object.defineProperty(window, 'speechSynthesis', { value: voice });"
    )
    phone.goto(address)
    first = phone.locator(".one").first
    first.get_by_role("button", name="Count with me").click()
    expect(first.locator(".shows")).to_have_text("Get ready")
    expect(first.get_by_role("button", name="Stop counting")).to_be_visible()
    phone.wait_for_function("() => window.said.length >= 2")
    assert phone.evaluate("window.said")[0] == "Get ready."
    first.get_by_role("button", name="Stop counting").click()
    expect(first.locator(".shows")).to_have_text("")
    context.close()


def test_a_letter_is_read_before_it_goes_out(page: Page) -> None:
    page.goto("/home/letters/")
    page.get_by_role("link", name="Solveig Penhale").click()
    expect(page.locator("#body")).to_have_value(re.compile("Dear Solveig Penhale"))
    page.get_by_role("button", name="It is printed").click()
    expect(page.locator(".message")).to_contain_text("Noted as printed")
    expect(page.get_by_text("printed", exact=False).first).to_be_visible()


def test_a_letter_goes_out_by_email_once(page: Page) -> None:
    open_at_home(page, "Tomasz Wilk")
    page.get_by_role("button", name="Save the sheet").click()
    expect(page.locator(".message")).to_contain_text("The sheet is saved")
    page.goto("/home/letters/")
    page.get_by_role("button", name="Write what is due").click()
    expect(page.locator(".message")).to_contain_text("to be looked at")
    page.get_by_role("link", name="Tomasz Wilk").click()
    expect(page.locator("#body")).to_have_value(re.compile("your exercises for at home are ready"))
    page.get_by_role("button", name="Send by email").click()
    expect(page.locator(".message")).to_contain_text("Sent. Tomasz Wilk")
    page.get_by_role("link", name="Tomasz Wilk").click()
    expect(page.locator(".letter-read")).to_contain_text("Dear Tomasz Wilk")
    expect(page.get_by_role("button", name="Send by email")).to_have_count(0)


def open_board(page: Page) -> None:
    page.goto("/terms/")
    page.get_by_role("link", name="Autumn, out of the chair").click()
    expect(page.locator("#term-board")).to_be_visible()


def test_a_term_is_built_by_hand(page: Page) -> None:
    page.goto("/terms/")
    page.get_by_role("link", name="New term").click()
    page.get_by_label("Name").fill("Spring")
    page.locator("#starts_on").fill("2027-03-01")
    page.get_by_text("Strengthen", exact=True).click()
    page.get_by_label("Step up", exact=False).first.check()
    page.get_by_role("button", name="Build the term").click()
    expect(page.locator(".message").last).to_contain_text("The term is built")
    expect(page.locator("button.term-cell.new")).to_have_count(1)
    page.get_by_role("button", name="Draft them all").click()
    expect(page.locator("#drafting")).to_contain_text("10 of 10 classes drafted", timeout=90_000)


def test_a_class_is_missed_and_taken_back(page: Page) -> None:
    open_board(page)
    before = page.locator(".term-table").inner_text()
    drawer = page.locator("th.now .term-slot")
    drawer.locator("summary").click()
    drawer.get_by_role("button", name="Close").click()
    expect(drawer.locator("summary")).to_be_focused()
    expect(drawer.get_by_label("Why")).to_be_hidden()
    page.keyboard.press("Enter")
    expect(drawer.get_by_label("Why")).to_be_visible()
    drawer.get_by_label("Why").fill("snow")
    drawer.get_by_role("button", name="Merge with the next").click()
    settled(page)
    expect(page.locator(".message")).to_contain_text("goes into the next ones")
    page.get_by_text("What it means for each person").click()
    expect(page.locator(".message")).to_contain_text("Bronwen Sayle")
    page.locator("#undo").click()
    settled(page)
    expect(page.locator(".message")).to_have_count(0)
    assert page.locator(".term-table").inner_text() == before


def test_a_cell_is_changed_and_moved_by_key(page: Page) -> None:
    open_board(page)
    cell = page.locator('tr:has(th:has-text("Heel raise")) button.term-cell:not(:disabled)').first
    slot = cell.get_attribute("data-slot")
    cell.focus()
    page.keyboard.press("n")
    settled(page)
    again = page.locator(f'tr:has(th:has-text("Heel raise")) button[data-slot="{slot}"]')
    expect(again).to_have_class(re.compile("new"))
    expect(again).to_be_focused()
    page.keyboard.press("Alt+ArrowRight")
    settled(page)
    expect(page.locator(f'tr:has(th:has-text("Heel raise")) button[data-slot="{slot}"]')).not_to_have_class(
        re.compile(r"\bnew\b")
    )
    page.keyboard.press("z")
    settled(page)
    expect(page.locator(f'tr:has(th:has-text("Heel raise")) button[data-slot="{slot}"]')).to_have_class(
        re.compile(r"\bnew\b")
    )


def test_the_next_class_is_taught_from_today_and_home_is_asked_at_the_door(page: Page) -> None:
    page.goto("/")
    expect(page.locator(".today-next")).to_contain_text("Monday Chairs")
    page.locator(".today-next").get_by_role("button", name="Teach").click()
    expect(page).to_have_url(re.compile("/arrivals/"))
    cell = page.locator(".arrive-cell", has_text="Bronwen Sayle")
    cell.get_by_text("How was the day after?").click()
    expect(cell.get_by_text("How did home go?")).to_be_visible()
    cell.get_by_role("button", name="Some").click()
    settled(page)
    cell.get_by_role("button", name="Forgot").click()
    settled(page)
    expect(cell.get_by_role("button", name="Forgot")).to_have_attribute("aria-pressed", "true")
    cell.locator(".arrive").click()
    expect(cell.locator(".arrive")).to_have_attribute("aria-pressed", "true")
    page.locator("#begin").click()
    expect(page.locator("#name")).to_be_visible()
    expect(page.locator("#do-pause")).to_be_visible()
    on_a_fast_clock(page, 500)
    run_until(page, lambda: page.locator("#do-pause").inner_text() == "Record", each=4000)
    page.locator("#do-pause").click()
    for _ in range(100):  # what the device still holds is sent first, by the clock that stands here
        if "/record/" in page.url:
            break
        page.clock.run_for(1000)
        page.wait_for_timeout(100)
    expect(page.get_by_role("button", name="Save the record")).to_be_visible()


def test_the_new_pages_have_no_faults_of_access(page: Page) -> None:
    for address in ("/terms/", "/calendar/", "/home/letters/", "/terms/new/"):
        page.goto(address)
        assert faults(page) == [], address
    open_board(page)
    assert faults(page) == []
    open_at_home(page, "Nerys Quill")
    assert faults(page) == []
