"""The whole path as an instructor walks it: a plan from nothing, taught, recorded, in the history."""

import re

from playwright.sync_api import Browser, Page, expect

from .conftest import becomes, choose, focused, run_until, settled, stop_the_clock


def end_seconds(page: Page) -> int:
    minutes, seconds = page.locator("#end-time").inner_text().split(" of ")[0].split(":")
    return int(minutes) * 60 + int(seconds)


def order(page: Page) -> list[str]:
    labels = [plank.get_attribute("aria-label") for plank in page.locator(".plank").all()]
    return [re.search(r"\d+\. ([^,.]+),", label).group(1) for label in labels]


def add(page: Page, words: str, version: str) -> None:
    page.locator("#shelf-find").fill(words)
    before = page.locator(".plank").count()
    page.get_by_role("button", name=version).click()
    expect(page.locator(".plank")).to_have_count(before + 1)


def test_from_a_new_plan_to_the_history(page: Page) -> None:
    page.get_by_role("link", name="Plans").click()
    page.get_by_role("link", name="New plan").click()
    page.get_by_label("Name").fill("Friday first")
    page.get_by_label("For", exact=True).select_option(label="Thursday Mats")
    page.get_by_label("Length, minutes").fill("20")
    page.get_by_role("button", name="Create plan").click()

    page.get_by_role("button", name="Add exercise").click()
    for words, version in (
        ("tall sitting", "Add Tall sitting, away from the backrest"),
        ("march", "Add March, knees lifting"),
        ("band row", "Add Seated row, band round the feet"),
        ("bridge", "Add Bridge, full bridge"),
        ("calf", "Add Calf stretch, at the rail"),
        ("notice", "Add Notice and rise, eyes open"),
    ):
        add(page, words, version)
    page.locator("[data-close-shelf]").click()
    assert becomes(page, lambda: len(order(page)) == 6)
    assert order(page) == ["Tall sitting", "March", "Seated row", "Bridge", "Calf stretch", "Notice and rise"]

    # Reorder by key: the focus stays with the plank.
    choose(page, 2)
    expect(page.locator("#inspector h2")).to_have_text("Seated row")
    page.keyboard.press("Alt+ArrowRight")
    expect(page.locator(".plank").nth(3)).to_have_attribute("aria-current", "true")
    assert order(page)[2:4] == ["Bridge", "Seated row"]
    assert focused(page, "it.getAttribute('aria-label')?.includes('Seated row')")

    # Reorder by drag: Bridge to after Seated row.
    bridge, row = page.locator(".plank").nth(2), page.locator(".plank").nth(3)
    start, end = bridge.locator("rect").first.bounding_box(), row.locator("rect").first.bounding_box()
    page.mouse.move(start["x"] + start["width"] / 2, start["y"] + 20)
    page.mouse.down()
    page.mouse.move(end["x"] + end["width"] * 0.9, end["y"] + 20, steps=6)
    page.mouse.up()
    expect(page.locator("#status")).to_contain_text("Moved Bridge")
    assert order(page)[2:4] == ["Seated row", "Bridge"]

    # A dose, and the end time moves by exactly its work: 2 sets of 5 more at 5 s.
    choose(page, 2)
    expect(page.locator("#inspector h2")).to_have_text("Seated row")
    before = end_seconds(page)
    page.get_by_label("Repetitions", exact=True).fill("15")
    page.keyboard.press("Tab")
    expect(page.locator("#dose-sum")).to_contain_text("15 repetitions · 2 sets · 30 in all")
    assert becomes(page, lambda: end_seconds(page) - before == 2 * 5 * 5)
    page.get_by_role("button", name="Undo").click()
    expect(page.locator("#dose-sum")).to_contain_text("10 repetitions")
    page.reload()
    page.get_by_role("button", name="Redo").click()
    assert becomes(page, lambda: end_seconds(page) - before == 50)

    # Arrivals.
    page.get_by_role("button", name="Teach").click()
    for number in range(5):
        page.locator(".arrive").nth(number).click()
        expect(page.locator(".arrive").nth(number)).to_have_attribute("aria-pressed", "true")
    page.clock.install()
    page.get_by_role("button", name="Begin with 5").click()

    # Teach at a fast clock.
    page.locator("#do-pause").click()
    run_until(
        page, lambda: page.locator("#name").inner_text() == "Seated row" and "of 15" in page.locator("#of").inner_text()
    )
    expect(page.locator("#side")).to_have_text("set 1 of 2")
    stop_the_clock(page)
    page.clock.run_for(5_100)
    expect(page.locator("#number")).to_have_text("2")
    page.clock.resume()
    page.locator("#do-note").click()
    page.locator("#note-who button").first.click()
    page.locator("#note-text").fill("Smooth on the way back")
    page.locator("#note-keep").click()
    page.locator("#do-more").click()
    expect(page.locator("#of")).to_contain_text("of 16")
    run_until(page, lambda: page.locator("#name").inner_text() == "Calf stretch")
    expect(page.locator("#next")).to_contain_text("Notice and rise")
    run_until(page, lambda: "their left leg, your right" in page.locator("#side").inner_text())
    page.locator("#do-skip").click()
    run_until(page, lambda: page.locator("#do-pause").inner_text() == "Record")
    expect(page.locator("#sync")).to_have_text("all saved")
    page.locator("#do-pause").click()

    # Record by exception.
    page.get_by_role("button", name="Change for").nth(1).click()
    page.wait_for_selector(".record-form")
    settled(page)
    page.locator(".record-form .taps").get_by_role("button", name="3. Seated row").click()
    page.get_by_role("button", name="without a band").click()
    expect(page.get_by_role("button", name="without a band")).to_have_attribute("aria-pressed", "true")
    page.get_by_role("group", name="Effort, 0 to 10").get_by_role("button", name="6", exact=True).click()
    expect(page.locator(".record-person").nth(1)).to_contain_text("without a band · effort 6 of 10")
    page.get_by_role("button", name="Save the record").click()

    # In the group's history, planned against actual.
    expect(page.locator(".actual")).to_contain_text("Seated row")
    expect(page.locator("tr", has_text="Calf stretch")).to_contain_text("not done")
    expect(page.locator("main")).to_contain_text("Smooth on the way back")
    page.get_by_role("link", name="Thursday Mats").click()
    expect(page.locator("main")).to_contain_text("Friday first")
    expect(page.locator("main")).to_contain_text("5 came · 1 differed")


def test_the_whole_path_by_keyboard_alone(page: Page) -> None:
    """No mouse: tab to things, press them, and see where the focus is."""

    def tab_to(selector: str, most: int = 120) -> None:
        for _ in range(most):
            if page.evaluate("s => document.activeElement?.matches(s)", selector):
                return
            page.keyboard.press("Tab")
        raise AssertionError(f"Tab never reached {selector}")

    page.keyboard.press("Tab")
    assert focused(page, "it.className === 'skip-link'")
    page.goto("/plans/new/")
    expect(page.locator("[autofocus]")).to_be_focused()
    page.keyboard.type("By hand")
    tab_to("#length")
    tab_to("input[name=template]")
    page.keyboard.press("ArrowDown")
    page.keyboard.press("Enter")
    page.wait_for_selector(".plank")
    tab_to(".plank")
    page.keyboard.press("ArrowRight")
    expect(page.locator(".plank[aria-current]")).to_have_count(1)
    settled(page)
    first = page.locator(".plank[aria-current]").get_attribute("id")
    page.keyboard.press("Alt+ArrowRight")
    expect(page.locator("#status")).to_contain_text("later")
    settled(page)
    assert focused(page, f"it.id === '{first}'")
    page.keyboard.press("ArrowUp")
    expect(page.locator("#status")).to_contain_text("Changed the dose")
    page.keyboard.press(".")
    expect(page.locator("#status")).to_contain_text("Changed the version")
    settled(page)
    page.keyboard.press("z")
    expect(page.locator("#status")).to_contain_text("Undone")
    settled(page)
    page.keyboard.press("Enter")
    assert focused(page, "it.closest('.stepper') !== null")
    page.keyboard.press("ArrowUp")
    expect(page.locator("#status")).to_contain_text("Changed the dose")
    settled(page)
    page.keyboard.press("Shift+Tab")
    tab_to("#open-shelf", 200)
    page.keyboard.press("Enter")
    expect(page.locator("#shelf-find")).to_be_focused()
    page.keyboard.type("wall")
    expect(page.get_by_role("button", name="Add Push away, at arm's length")).to_be_visible()
    tab_to("[data-add-exercise=wall-push]")
    count = page.locator(".plank").count()
    page.keyboard.press("Enter")
    expect(page.locator(".plank")).to_have_count(count + 1)
    page.keyboard.press("Escape")
    expect(page.locator("#shelf")).to_be_hidden()

    page.goto("/")
    tab_to("[aria-label='Teach Short and steady']")
    page.keyboard.press("Enter")
    page.wait_for_selector(".arrive")
    tab_to(".arrive")
    page.keyboard.press("Space")
    expect(page.locator(".arrive").first).to_have_attribute("aria-pressed", "true")
    tab_to("#begin")
    page.keyboard.press("Enter")
    expect(page.locator("#sync")).to_have_text("all saved")
    page.keyboard.press("Space")
    expect(page.locator("#do-pause")).to_have_text("Pause")
    tab_to("#do-end")
    page.keyboard.press("Enter")
    page.keyboard.press("Shift+Tab")
    assert focused(page, "it.id === 'end-now'")
    page.keyboard.press("Enter")
    expect(page.locator("#sync")).to_have_text("all saved")
    tab_to("#do-pause")
    page.keyboard.press("Enter")
    page.wait_for_url("**/record/")
    tab_to("main form button")
    page.keyboard.press("Enter")
    expect(page.locator(".messages")).to_contain_text("The class is recorded")


def test_a_member_is_added_chooses_a_password_and_loses_access(
    page: Page, site: str, browser: Browser, settings
) -> None:
    settings.EMAIL_BACKEND = "fairbench.web.accounts.letters.LetterBackend"  # the tests' own would keep it from us
    page.get_by_role("link", name="Members").click()
    page.get_by_label("Name", exact=True).fill("Ione Marsh")
    page.get_by_label("Email").fill("ione@kittiwake.example")
    page.locator(".new-member select").select_option("assistant")
    page.get_by_role("button", name="Add member").click()
    expect(page.locator(".members")).to_contain_text("Ione Marsh")
    page.get_by_role("link", name="kept here").click()
    page.locator(".rows a").first.click()
    link = re.search(r"http://\S+/password/\S+", page.locator(".letter-body").inner_text()).group(0)
    page.goto("/members/")
    theirs = browser.new_context(base_url=site)
    ione = theirs.new_page()
    ione.goto(re.sub(r"^http://[^/]+", site, link))
    for label in ("Password", "The same again"):
        ione.get_by_label(label, exact=True).fill("quay and ladder 9")
    ione.get_by_role("button", name="Save").click()
    ione.wait_for_url("**/sign-in/")
    ione.get_by_label("Email").fill("Ione@Kittiwake.example")
    ione.get_by_label("Password").fill("quay and ladder 9")
    ione.get_by_role("button", name="Sign in").click()
    expect(ione.get_by_role("heading", name="Your groups")).to_be_visible()
    expect(ione.get_by_role("link", name="Members")).to_have_count(0)
    page.get_by_role("button", name="End access of Ione Marsh").click()
    expect(page.locator(".members")).to_contain_text("no access")
    ione.reload()
    expect(ione).to_have_url(re.compile("/sign-in/"))
    theirs.close()
