"""Everything can be reached, seen and heard: by a finger, at 400 %, on paper, by a screen reader.

What is measured is printed (``pytest -s``); docs/access.md has the figures.
"""

import re
from itertools import pairwise

import pytest
from playwright.sync_api import Page, expect

from .conftest import becomes, choose, follow, settled
from .opened import open_plan, teach


@pytest.mark.parametrize("width", [390, 820, 1024])
def test_what_is_chosen_opens_in_view_with_its_actions(page: Page, width: int) -> None:
    page.set_viewport_size({"width": width, "height": 800})
    open_plan(page)
    if width < 800:
        expect(page.locator(".order")).to_be_visible()
        page.locator(".order-link").nth(5).click()
        settled(page)
    else:
        choose(page, 5)
    for what in ("#inspector h2", "#earlier", "#later", "#remove", "#close-panel"):
        expect(page.locator(what)).to_be_in_viewport()
    page.locator("#inspector").evaluate("sheet => sheet.scrollTop = 900")
    expect(page.locator("#earlier")).to_be_in_viewport()


@pytest.mark.parametrize(("width", "height"), [(390, 844), (820, 1180)])
def test_what_a_finger_presses_is_44_px(page: Page, width: int, height: int) -> None:
    """Marks of the drawing are small and have a list beside them; links within a sentence are as high as its line."""
    small: dict[str, list[str]] = {}
    number = 0

    def measure(name: str) -> None:
        nonlocal number
        found = page.evaluate(
            """() => [...document.querySelectorAll('main :is(button, select, summary, input, .button, .rung-choice)')]
                 .filter(e => e.checkVisibility() && e.type !== 'hidden' && !e.closest('svg, p, small, .kept'))
                 .map(e => {
                   const label = e.matches('[type=checkbox], [type=radio]') ? e.closest('label') ?? e : e;
                   const box = label.getBoundingClientRect();
                   return [Math.round(box.width), Math.round(box.height), label.outerHTML.slice(0, 90)];
                 })"""
        )
        number += len(found)
        small[name] = [f"{w} × {h} {html}" for w, h, html in found if h < 44 or w < 24]

    page.set_viewport_size({"width": width, "height": height})
    for address in ("/", "/people/", "/people/new/", "/plans/new/", "/shelf/"):
        page.goto(address)
        measure(address)
    open_plan(page)
    page.locator(".order-link, .plank").nth(6).click()
    settled(page)
    measure("bench with an item open")
    page.goto("/")
    follow(page, page.get_by_role("button", name="Teach Short and steady"))
    measure("who is here")
    page.locator(".arrive").first.click()
    expect(page.locator("#begin")).to_be_enabled()
    follow(page, page.locator("#begin"))
    measure("teaching")
    print(f"\n{width} px: {number} targets, {sum(map(len, small.values()))} under 44 px")
    assert {name: list(dict.fromkeys(found))[:6] for name, found in small.items() if found} == {}


def test_on_a_phone_the_controls_stay_where_the_thumb_is(page: Page) -> None:
    page.set_viewport_size({"width": 390, "height": 844})
    teach(page)
    tops = set()
    for _ in range(60):
        page.locator("#do-next").click()
        page.clock.run_for(200)
        if "over" in page.locator("#name").inner_text():
            break
        box = page.locator("#do-pause").bounding_box()
        late = page.locator("#do-leave-out").is_visible()
        tops.add((late, round(box["y"])))
        assert box["y"] + box["height"] <= 844
    assert len({top for late, top in tops if not late}) == 1


def test_the_phone_gets_a_folded_shelf_that_says_what_was_added(page: Page) -> None:
    page.set_viewport_size({"width": 390, "height": 844})
    open_plan(page)
    page.locator("#open-shelf").click()
    expect(page.locator("[data-add-exercise]").first).to_be_visible()
    length = page.locator("#shelf").evaluate("shelf => shelf.scrollHeight / innerHeight")
    print(f"\nscreens of the shelf: {length:.1f}")
    assert length < 8
    assert becomes(page, lambda: page.locator("#bench").evaluate("bench => bench.inert"))
    add = page.locator("[data-add-exercise]:visible").nth(2)
    add.click()
    expect(page.locator("#shelf-added")).to_have_text(re.compile(r"^Added .+ · 13 exercises in the plan$"))
    expect(page.locator("#shelf-added")).to_be_in_viewport()
    expect(add).to_be_focused()


def test_what_is_opened_and_changed_is_told(page: Page) -> None:
    open_plan(page)
    status = page.locator("#status")
    choose(page, 6)
    expect(status).to_contain_text(re.compile(r"Seated row, .+: .+, \d+:\d\d, ends \d+:\d\d\."))
    page.locator(".row-who").nth(2).click()
    expect(status).to_contain_text(re.compile(r"Session of Dilwyn Farrow: \d+% of the working time\."))
    page.locator(".cell").first.click()
    expect(status).to_contain_text("Bronwen Sayle")
    page.locator("#fairer-versions").click()
    expect(status).to_contain_text("Fairer versions")
    page.locator("#open-shelf").click()
    page.locator("#shelf-find").fill("row")
    expect(page.locator("#shelf-found")).to_contain_text("found")
    longest = page.evaluate(
        """() => Math.max(...[...document.querySelectorAll('[aria-live], [role=status], [role=alert]')]
                 .map(e => e.textContent.split(/\\s+/).length))"""
    )
    assert longest < 60


def test_an_error_is_tied_to_its_field_and_said_in_words(page: Page) -> None:
    page.goto("/people/new/")
    page.locator("[name=call_name]").fill("Merrin Tolley")
    page.locator("[name=pace]").fill("9")
    page.get_by_role("button", name="Save").click()
    field = page.locator("[name=pace]")
    expect(field).to_have_attribute("aria-invalid", "true")
    told = [page.locator(f"#{name}") for name in field.get_attribute("aria-describedby").split()]
    assert "Pace is from 1 to 3." in " ".join(one.inner_text() for one in told)
    page.goto("/plans/new/")
    page.get_by_label("Name").fill("X")
    page.get_by_label("Length, minutes").fill("9000")
    page.get_by_role("button", name="Create plan").click()
    expect(page.locator("#length")).to_have_attribute("aria-describedby", "length_error")
    expect(page.locator("#length_error")).to_contain_text("minutes")
    expect(page.locator("#length_error")).to_be_in_viewport()


@pytest.mark.parametrize("address", ["/plans/import/", "/classes/import/", "/people/new/", "/plans/new/", "/members/"])
def test_at_400_percent_nothing_scrolls_sideways(page: Page, address: str) -> None:
    page.set_viewport_size({"width": 320, "height": 256})
    page.goto(address)
    wide_text(page)
    assert sideways(page) <= 0


def test_at_400_percent_a_class_its_papers_and_the_controls_stay_within_the_screen(page: Page) -> None:
    page.set_viewport_size({"width": 320, "height": 640})
    open_plan(page)
    plan = page.url.split("?")[0]
    for path in ("pack-list/", "cue-sheet/", "who-otherwise/"):
        page.goto(plan + path)
        wide_text(page)
        assert sideways(page) <= 0, path
    page.goto("/classes/")
    follow(page, page.locator(".rows a").first)
    wide_text(page)
    assert sideways(page) <= 0
    page.goto("/people/")
    follow(page, page.get_by_role("link", name="Bronwen Sayle").first)
    for opened in page.locator("details.adder summary").all():
        opened.click()
    wide_text(page)
    assert sideways(page) <= 0
    teach(page)
    wide_text(page)
    assert sideways(page) <= 0
    for button in page.locator(".teach-controls button:visible").all():
        box = button.bounding_box()
        assert box["x"] >= 0
        assert box["x"] + box["width"] <= 320


def wide_text(page: Page) -> None:
    page.evaluate(
        """() => { const sheet = new CSSStyleSheet();
             sheet.replaceSync(`* { letter-spacing: 0.12em !important; word-spacing: 0.16em !important;
               line-height: 1.5 !important; }`);
             document.adoptedStyleSheets = [sheet]; }"""
    )


def sideways(page: Page) -> int:
    wider: int = page.evaluate("document.documentElement.scrollWidth - document.documentElement.clientWidth")
    return wider


def test_on_paper_the_compact_sheet_is_one_page_for_20_minutes_and_two_for_45(page: Page) -> None:
    pages = {}
    for name in ("Short and steady", "Open chest, strong legs"):
        open_plan(page, name)
        plan = page.url.split("?")[0]
        for path in ("", "cue-sheet/", "cue-sheet/?form=compact", "who-otherwise/"):
            page.goto(plan + path)
            pages[name, path] = paper_pages(page)
    print(f"\npages: {pages}")
    assert pages["Short and steady", "cue-sheet/?form=compact"] == 1
    assert pages["Open chest, strong legs", "cue-sheet/?form=compact"] <= 2
    assert pages["Short and steady", ""] == pages["Open chest, strong legs", ""] == 1


def test_the_figures_of_the_compact_sheet_are_not_squeezed(page: Page) -> None:
    open_plan(page)
    page.goto(page.url.split("?")[0] + "cue-sheet/?form=compact")
    figures = page.locator(".compact-cues img")
    sizes = figures.evaluate_all("all => all.map(i => [i.clientWidth, i.clientHeight])")
    page.emulate_media(media="print")
    sizes += figures.evaluate_all("all => all.map(i => [i.clientWidth, i.clientHeight])")
    assert all(width == height >= 40 for width, height in sizes), sizes


def paper_pages(page: Page) -> int:
    return len(re.findall(rb"/Type\s*/Page[^s]", page.pdf(format="A4", prefer_css_page_size=True)))


def test_where_the_system_has_the_colours_what_is_chosen_is_seen(page: Page) -> None:
    page.emulate_media(forced_colors="active")
    open_plan(page)
    choose(page, 3)
    ring = page.locator(".plank[aria-current] .plank-ring").evaluate("ring => getComputedStyle(ring).strokeWidth")
    assert float(ring.removesuffix("px")) >= 4
    name = page.locator(".row-name").first.evaluate("text => getComputedStyle(text).fill")
    paper = page.evaluate("getComputedStyle(document.body).backgroundColor")
    assert name != paper


def test_help_is_for_the_screen_one_is_on(page: Page) -> None:
    open_plan(page)
    page.locator(".plank").first.focus()
    page.keyboard.press("?")
    expect(page.locator("#help")).to_contain_text("A plank is an exercise")
    page.keyboard.press("Escape")
    expect(page.locator("#help")).to_be_hidden()
    page.goto("/")
    page.get_by_role("button", name="Help").click()
    expect(page.locator("#help h2")).to_have_text("Today")


def test_headings_come_in_order(page: Page) -> None:
    open_plan(page)
    choose(page, 6)
    plan = page.url.split("?")[0]
    for address in (page.url, plan + "who-otherwise/", plan + "cue-sheet/", "/", "/people/", "/plans/", "/classes/"):
        page.goto(address)
        levels = page.evaluate(
            "[...document.querySelectorAll('h1, h2, h3, h4')].filter(h => h.checkVisibility()).map(h => +h.tagName[1])"
        )
        assert levels.count(1) == 1, address
        assert all(later - before <= 1 for before, later in pairwise(levels)), (address, levels)


def told(page: Page, *parts: str) -> None:
    """A screen reader comes to these in this order."""
    heard = page.locator("body").aria_snapshot()
    at = 0
    for part in parts:
        found = re.compile(part).search(heard, at)
        assert found, f"{part} does not come after what was heard before it"
        at = found.end()


def test_a_screen_readers_path_through_the_bench_the_door_the_class_and_the_record(page: Page) -> None:
    """As docs/access.md writes it down."""
    open_plan(page)
    told(page, 'link "Skip to the page"', 'navigation "Rooms"', 'heading "Short and steady" \\[level=1\\]', "spare")
    told(page, 'button "Add exercise"', 'group "Show the plan as"', 'region "Exercises on the time axis"')
    told(
        page,
        'link "Dilwyn Farrow',
        "Dilwyn Farrow, 4\\. Arm sweep: eased",
        "7 Seated row",
        "Who does what otherwise",
    )
    choose(page, 6)
    told(
        page,
        'complementary "',
        'link "Close"',
        'heading "Seated row" \\[level=2\\]',
        'button "Earlier"',
        'heading "Dose"',
    )
    page.goto("/")
    follow(page, page.get_by_role("button", name="Teach Short and steady"))
    told(
        page,
        'heading "Who is here\\?" \\[level=1\\]',
        "status",
        'button "Bronwen Sayle',
        "Anything new",
        'button "Begin',
    )
    page.locator(".arrive").first.click()
    expect(page.locator("#begin")).to_be_enabled()
    follow(page, page.locator("#begin"))
    page.locator("#do-pause").click()
    expect(page.locator("#do-pause")).to_have_text("Pause")
    told(
        page,
        'region "Now"',
        'heading "Side rib breathing" \\[level=1\\]',
        "Keep in mind",
        'group "Controls"',
        "Stop signs",
    )
    page.locator("#do-end").click()
    page.locator("#end-now").click()
    expect(page.locator("#sync")).to_have_text("all saved")
    follow(page, page.locator("#do-pause"))
    told(page, 'heading "Record the class" \\[level=1\\]', 'button "Save the record"', 'button "Change for')
