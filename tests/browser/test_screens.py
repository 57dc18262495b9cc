"""Every main view: nothing for axe, nothing cut off at any width, two windows, bad input."""

import re

import pytest
from playwright.sync_api import Browser, Locator, Page, Route, expect

from .conftest import choose, faults, follow, settled, sign_in, stop_the_clock

VIEWS = [
    "/",
    "/people/",
    "/people/new/",
    "/shelf/",
    "/shelf/band-row/",
    "/plans/",
    "/plans/new/",
    "/plans/import/",
    "/plans/style/",
    "/classes/",
    "/shelf/compare/",
    "/shelf/import/",
    "/members/",
    "/password/",
    "/device/",
]


def open_bench(page: Page, name: str = "Up once, down once") -> None:
    page.goto("/plans/")
    follow(page, page.get_by_role("link", name=name))
    page.wait_for_selector(".plank")


def test_axe_finds_nothing(page: Page) -> None:
    found = {}
    for view in VIEWS:
        page.goto(view)
        found[view] = faults(page)
    none(found)


def none(found: dict[str, list[str]]) -> None:
    told = {view: of_it for view, of_it in found.items() if of_it}
    assert not told, "\n".join(f"{view}: {fault}" for view, of_it in told.items() for fault in of_it)


def test_axe_finds_nothing_of_people_and_classes(page: Page) -> None:
    found = {}
    page.goto("/people/")
    follow(page, page.get_by_role("link", name="Monday Chairs").first)
    found["group"] = faults(page)
    follow(page, page.get_by_role("link", name="Import", exact=True))
    found["import list"] = faults(page)
    page.goto("/people/")
    follow(page, page.get_by_role("link", name="Dilwyn Farrow"))
    page.locator("details.condition summary").first.click()
    page.locator("#add-condition summary").click()
    found["person"] = faults(page)
    follow(page, page.get_by_role("link", name="Erase"))
    found["erase"] = faults(page)
    page.go_back()
    follow(page, page.locator("#screen"))
    page.wait_for_selector(".ask-question")
    found["screening"] = faults(page)
    page.goto("/classes/")
    follow(page, page.locator(".rows a").first)
    found["meeting"] = faults(page)
    page.goto("/classes/past/")
    follow(page, page.get_by_role("link", name="Thursday Mats"))
    page.get_by_label("Without a plan").check()
    found["past class"] = faults(page)
    page.goto("/classes/import/")
    found["import a class"] = faults(page)
    page.goto("/incidents/")
    found["incidents"] = faults(page)
    page.goto("/classes/")
    follow(page, page.locator(".rows a").first)
    follow(page, page.get_by_role("link", name="Correct the record"))
    page.get_by_role("button", name="Change for").first.click()
    page.wait_for_selector(".record-form")
    found["record"] = faults(page)
    none(found)


def test_axe_finds_nothing_on_the_bench_and_its_papers(page: Page) -> None:
    found = {}
    open_bench(page)
    found["bench"] = faults(page)
    page.locator(".cell").first.click()
    page.wait_for_selector("#verdict")
    found["reason"] = faults(page)
    page.locator(".row-who").first.click()
    page.wait_for_selector("#share-sum")
    found["session"] = faults(page)
    page.locator("#fairer-versions").click()
    page.wait_for_selector("text=The whole plan")
    found["fairer versions"] = faults(page)
    choose(page, 8)
    page.wait_for_selector("#dose-sum")
    found["inspector"] = faults(page)
    page.get_by_role("button", name="Add exercise").click()
    page.wait_for_selector("[data-add-exercise]")
    found["drawer"] = faults(page)
    page.keyboard.press("Escape")
    follow(page, page.get_by_role("link", name="Cue sheet"))
    found["cue sheet"] = faults(page)
    page.go_back()
    follow(page, page.get_by_role("link", name="Pack list"))
    found["pack list"] = faults(page)
    none(found)


def test_axe_finds_nothing_from_arrivals_to_the_record(page: Page) -> None:
    found = {}
    open_bench(page)
    follow(page, page.get_by_role("button", name="Teach"))
    page.locator(".arrive").first.click()
    expect(page.locator("#begin")).to_be_enabled()
    page.locator(".news summary").first.click()
    found["arrivals"] = faults(page, at_end=True)
    follow(page, page.locator("#begin"))
    page.locator("#do-pause").click()
    expect(page.locator("#do-pause")).to_have_text("Pause")
    found["teach"] = faults(page)
    page.locator("#do-note").click()
    found["note"] = faults(page)
    page.locator("#drawer-note [data-close]").click()
    page.locator("#do-signs").click()
    found["stop signs"] = faults(page)
    none(found)


@pytest.mark.parametrize(("width", "height"), [(390, 844), (1024, 768), (1280, 800)])
def test_nothing_sticks_out_sideways(page: Page, width: int, height: int) -> None:
    page.set_viewport_size({"width": width, "height": height})
    wide = "document.documentElement.scrollWidth > document.documentElement.clientWidth + 1"
    for view in VIEWS:
        page.goto(view)
        assert not page.evaluate(wide), view
    page.goto("/people/")
    follow(page, page.get_by_role("link", name="Dilwyn Farrow"))
    page.locator("details.condition summary").first.click()
    assert not page.evaluate(wide), "person"
    follow(page, page.locator("#screen"))
    page.wait_for_selector(".ask-question")
    assert not page.evaluate(wide), "screening"
    open_bench(page)
    if width < 800:  # a narrow screen begins with the running order
        expect(page.locator(".order")).to_be_visible()
        assert not page.evaluate(wide), "running order"
        page.locator("#show-fit").click()
        settled(page)
    page.locator(".cell").first.click()
    page.wait_for_selector("#verdict")
    assert not page.evaluate(wide), "reason"
    choose(page, 3)
    page.wait_for_selector("#dose-sum")
    assert not page.evaluate(wide), "bench"
    follow(page, page.get_by_role("button", name="Teach"))
    page.locator(".arrive").first.click()
    page.locator(".news summary").first.click()
    assert not page.evaluate(wide), "arrivals"
    expect(page.locator("#begin")).to_be_enabled()
    follow(page, page.locator("#begin"))
    page.locator("#do-pause").click()
    expect(page.locator("#do-pause")).to_have_text("Pause")
    assert not page.evaluate(wide), "teach"


def test_plank_labels_are_never_cut(page: Page) -> None:
    """Text inside a plank stays inside, and no label lies on another."""
    for name in ("Up once, down once", "Open chest, strong legs", "Short and steady"):
        open_bench(page, name)
        out = page.evaluate(
            """() => {
              const bad = [];
              for (const plank of document.querySelectorAll('.plank')) {
                const wood = plank.querySelector('.plank-wood').getBoundingClientRect();
                for (const text of plank.querySelectorAll('.plank-name, .plank-dose')) {
                  const box = text.getBoundingClientRect();
                  if (box.right > wood.right + 1 || box.left < wood.left) bad.push(text.textContent);
                }
              }
              const labels = [...document.querySelectorAll('.plank-outside')];
              for (const a of labels) for (const b of labels) {
                const p = a.getBoundingClientRect(), q = b.getBoundingClientRect();
                const across = p.left < q.right - 1 && q.left < p.right - 1;
                const down = p.top < q.bottom - 4 && q.top < p.bottom - 4;
                if (a !== b && across && down) bad.push(`${a.textContent} on ${b.textContent}`);
              }
              return bad;
            }"""
        )
        assert out == [], name


def test_the_plan_is_shown_in_three_ways_by_a_key_and_the_choice_is_remembered(page: Page) -> None:
    open_bench(page, "Open chest, strong legs")
    choose(page, 4)
    page.keyboard.press("v")
    expect(page.locator("#show-roomy")).to_have_attribute("aria-pressed", "true")
    widths = page.locator(".plank-wood").evaluate_all("woods => woods.map(wood => wood.getBoundingClientRect().width)")
    assert min(widths) >= 64
    names = page.locator(".bench-names").all()  # of the effort, and of levels and people
    before = [one.bounding_box() for one in names]
    page.locator(".bench-scroll").evaluate("scroll => scroll.scrollLeft = 900")
    assert [one.bounding_box() for one in names] == before
    assert len(names) == 2
    page.locator("#show-roomy").focus()
    page.keyboard.press("v")
    expect(page.locator(".order")).to_be_visible()
    expect(page.locator(".order [aria-current]")).to_contain_text("5")
    page.reload()
    expect(page.locator(".order")).to_be_visible()


def test_one_press_on_a_number_finds_it_in_the_running_order(page: Page) -> None:
    open_bench(page, "Short and steady")
    for number, presses in (("plank-number", 1), ("plank-mark", 2)):
        mark = page.locator(f".{number}").last
        wanted = mark.text_content()
        for _ in range(presses):
            mark.click()
            settled(page)
        expect(page.locator(".order [aria-current] .order-number")).to_have_text(wanted)
        expect(page.locator(".order [aria-current]")).to_be_in_viewport()
        page.locator("#show-fit").click()
        settled(page)


def test_the_running_order_is_used_by_its_keys_and_in_place(page: Page) -> None:
    open_bench(page, "Short and steady")
    page.locator("#show-order").click()
    settled(page)
    rows = page.locator(".order-link")
    rows.nth(4).click()
    settled(page)
    name = rows.nth(4).locator(".order-what b").inner_text()
    page.keyboard.press("Alt+ArrowUp")
    settled(page)
    expect(rows.nth(3)).to_contain_text(name)
    page.keyboard.press("ArrowDown")
    settled(page)
    expect(rows.nth(4)).to_have_attribute("aria-current", "true")
    rows.nth(6).click()
    settled(page)
    page.locator("#order-sets").fill("3")
    page.locator("#order-sets").blur()
    expect(rows.nth(6)).to_contain_text("3 sets")
    page.locator(".order-link").nth(6).focus()
    page.keyboard.press("ArrowRight")
    settled(page)
    expect(rows.nth(6)).not_to_contain_text("60 in all")


def test_things_are_dragged_to_their_place(page: Page) -> None:
    open_bench(page, "Short and steady")
    page.locator("#show-order").click()
    settled(page)
    rows = page.locator(".order-row")
    moved = rows.nth(1).locator(".order-what b").inner_text()
    drag(page, rows.nth(1), rows.nth(2), below=True)
    expect(rows.nth(2)).to_contain_text(moved)
    page.locator("#open-shelf").click()
    page.locator("#shelf-find").fill("Seated row")
    version = page.get_by_role("button", name="Add Seated row, without a band")
    expect(version).to_be_visible()
    expect(page.locator("#shelf-results")).to_contain_text(re.compile(r"^\s*\d{1,2} exercises?,"))  # narrowed
    settled(page)
    drag(page, version, rows.nth(2), below=True)
    expect(rows.nth(3)).to_contain_text("Seated row")


def drag(page: Page, thing: Locator, onto: Locator, below: bool) -> None:
    """From the middle of one thing to the upper or lower part of another, on its right, where nothing covers it."""
    thing.scroll_into_view_if_needed()
    start, end = thing.bounding_box(), onto.bounding_box()
    assert start
    assert end
    page.mouse.move(start["x"] + start["width"] / 2, start["y"] + start["height"] / 2)
    page.mouse.down()
    page.mouse.move(end["x"] + end["width"] - 60, end["y"] + end["height"] * (0.8 if below else 0.2), steps=6)
    page.mouse.up()
    settled(page)


def test_two_windows_never_lose_a_change_silently(page: Page, site: str, browser: Browser) -> None:
    open_bench(page, "Short and steady")
    other = page.context.new_page()
    other.goto(page.url)
    for window in (page, other):
        choose(window, 6)
        expect(window.locator("#inspector h2")).to_have_text("Seated row")
    page.get_by_label("Repetitions", exact=True).fill("9")
    page.keyboard.press("Tab")
    expect(page.locator("#dose-sum")).to_contain_text("9 each arm")
    other.get_by_label("Repetitions", exact=True).fill("12")
    other.keyboard.press("Tab")
    expect(other.locator(".notice.refused")).to_contain_text("Seated row was changed in another window first")
    expect(other.locator("#dose-sum")).to_contain_text("9 each arm")
    other.get_by_label("Repetitions", exact=True).fill("12")
    other.keyboard.press("Tab")
    expect(other.locator("#dose-sum")).to_contain_text("12 each arm")
    choose(page, 1)
    expect(page.locator("#inspector h2")).to_have_text("March")
    page.get_by_label("Sets", exact=True).fill("2")
    page.keyboard.press("Tab")
    expect(page.locator("#dose-sum")).to_contain_text("2 sets")


def test_a_bad_figure_is_said_beside_it_and_nothing_changes(page: Page) -> None:
    open_bench(page, "Short and steady")
    choose(page, 6)
    expect(page.locator("#inspector h2")).to_have_text("Seated row")
    end = page.locator("#end-time").inner_text()
    for bad in ("0", "10000", "lots"):
        page.get_by_label("Repetitions", exact=True).fill(bad)
        page.keyboard.press("Tab")
        expect(page.locator(".figure-row.wrong .field-error")).to_contain_text(bad)
        settled(page)
    expect(page.locator("#end-time")).to_have_text(end)


def test_quick_presses_add_up(page: Page) -> None:
    open_bench(page, "Short and steady")
    choose(page, 6)
    expect(page.locator("#inspector h2")).to_have_text("Seated row")
    more = page.get_by_role("button", name="Repetitions: more")
    stop_the_clock(page)  # however long the machine takes for five presses, they are quick
    for _ in range(5):
        more.click()
    page.clock.resume()
    expect(page.locator("#dose-sum")).to_contain_text("13 each arm")
    expect(page.locator("#undo")).to_be_enabled()
    page.locator("#undo").click()
    expect(page.locator("#dose-sum")).to_contain_text("8 each arm")


def test_a_server_that_is_gone_is_said(page: Page) -> None:
    open_bench(page)
    page.context.set_offline(True)
    choose(page, 2)
    expect(page.locator("#lost-touch")).to_contain_text("cannot be reached")
    page.context.set_offline(False)
    choose(page, 2)
    expect(page.locator("#lost-touch")).to_be_hidden()


def test_less_motion_and_print(page: Page) -> None:
    open_bench(page)
    follow(page, page.get_by_role("link", name="Cue sheet"))
    page.emulate_media(media="print")
    expect(page.locator(".topbar")).to_be_hidden()
    expect(page.locator(".paper-tools")).to_be_hidden()
    size = page.evaluate("parseFloat(getComputedStyle(document.querySelector('.paper')).fontSize)")
    assert size >= 21  # 16 pt


def test_signing_out_and_in_again(page: Page) -> None:
    follow(page, page.get_by_role("button", name="Sign out"))
    page.goto("/plans/")
    assert "/sign-in/" in page.url
    sign_in(page)
    expect(page.get_by_role("heading", name="Your groups")).to_be_visible()


def test_a_press_before_the_scripts_have_come_is_not_lost(page: Page) -> None:
    open_bench(page)
    held: list[Route] = []
    page.route("**/js/bench.*", lambda route: held.append(route))
    page.reload(wait_until="commit")
    page.get_by_role("button", name="Add exercise").first.click()
    expect(page.locator("#shelf")).to_be_hidden()
    assert len(held) == 1
    held[0].continue_()
    expect(page.locator("#shelf-find")).to_be_focused()
    expect(page.locator("[data-add-exercise]").first).to_be_visible()


def test_on_a_tablet_the_inspector_opens_where_the_exercise_was_chosen(page: Page) -> None:
    page.set_viewport_size({"width": 820, "height": 1180})
    open_bench(page, "Short and steady")
    choose(page, 6)
    expect(page.locator("#inspector h2")).to_have_text("Seated row")
    expect(page.locator("#inspector h2")).to_be_in_viewport()
    page.locator("#close-panel").click()
    expect(page.get_by_label("Booked for, minutes")).to_be_visible()


def test_no_button_of_the_teaching_screen_stands_alone_on_a_line(page: Page) -> None:
    page.set_viewport_size({"width": 1180, "height": 820})
    follow(page, page.get_by_role("button", name="Teach Short and steady"))
    page.locator(".arrive").first.click()
    expect(page.locator("#begin")).to_be_enabled()
    follow(page, page.locator("#begin"))
    expect(page.locator("#do-end")).to_be_visible()
    line = page.locator("#do-end").evaluate(
        "end => [...end.parentElement.children].filter(button => button.offsetTop === end.offsetTop).length"
    )
    assert line > 1
