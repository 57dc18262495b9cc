"""Everything can be reached, seen and heard: by few keys, from three metres, by a finger, at 400 %, on paper.

What is measured is printed (``pytest -s``); docs/access.md has the figures.
"""

import re
from itertools import pairwise

import pytest
from django_scopes import scopes_disabled
from playwright.sync_api import Page, expect

from fairbench.web.classes.models import Meeting
from fairbench.web.demo import account as demo_login
from fairbench.web.people.models import Override
from fairbench.web.plans.models import Plan

from .conftest import choose, focused, follow, run_until, settled

TABLET_MM_A_PIXEL = 254 / (1180**2 + 820**2) ** 0.5
"""Ten inches across, shown at 1180 × 820."""
THREE_METRES = 3000
CAPITALS = 0.66
"""Of the size of the type, in the typeface that ships."""
ARC_MINUTE = 0.000290888


def arc_minutes(type_size: float) -> float:
    """The height of capitals as seen from three metres."""
    return type_size * CAPITALS * TABLET_MM_A_PIXEL / THREE_METRES / ARC_MINUTE


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
    keys = Keys(page)
    keys.type(demo_login.EMAIL)
    keys.press("Tab")
    keys.type(demo_login.PASSWORD)
    with page.expect_event("load"):
        keys.press("Enter")
    keys.press("Tab")  # past what everybody has at the top
    with page.expect_event("framenavigated"):
        keys.press("Enter")
    keys.tab_to("a[href='/plans/new/']")
    with page.expect_event("load"):
        keys.press("Enter")
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


@pytest.mark.parametrize(("width", "height"), [(1180, 820), (820, 1180)])
@pytest.mark.parametrize("light", [False, True])
def test_from_three_metres_name_side_and_count_are_read(page: Page, width: int, height: int, light: bool) -> None:
    page.set_viewport_size({"width": width, "height": height})
    teach(page)
    page.keyboard.press("f")
    if light:
        page.keyboard.press("l")
    run_until(page, lambda: page.locator("#name").inner_text() == "Calf stretch" or "right" in side(page), each=1000)
    sizes = page.evaluate(
        """() => Object.fromEntries(['name', 'side', 'number', 'of'].map(id =>
             [id, parseFloat(getComputedStyle(document.getElementById(id)).fontSize)]))"""
    )
    seen = {what: round(arc_minutes(size), 1) for what, size in sizes.items()}
    print(f"\n{width} × {height}, arc-minutes: {seen}")
    assert seen["name"] >= 10
    assert seen["side"] >= 10
    assert seen["number"] >= 20
    whole = page.evaluate(
        """() => ['name', 'side', 'number', 'do-pause'].every(id => {
             const box = document.getElementById(id).getBoundingClientRect();
             return box.top >= 0 && box.bottom <= innerHeight && box.left >= 0 && box.right <= innerWidth + 1; })"""
    )
    assert whole
    assert contrast(page, "#name") >= 7
    assert contrast(page, "#side") >= 7
    assert contrast(page, "#number") >= 7
    page.keyboard.press("f")
    expect(page.locator("#cue")).to_be_visible()


def side(page: Page) -> str:
    return page.locator("#side").inner_text()


def contrast(page: Page, selector: str) -> float:
    """Of a text against the background of the page."""
    ratio: float = page.evaluate(
        """(where) => {
          const light = (text) => {
            const [r, g, b] = text.match(/[\\d.]+/g).slice(0, 3).map(v => v / 255)
              .map(v => v <= 0.03928 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
            return 0.2126 * r + 0.7152 * g + 0.0722 * b; };
          const a = light(getComputedStyle(document.querySelector(where)).color);
          const b = light(getComputedStyle(document.body).backgroundColor);
          return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05); }""",
        selector,
    )
    return ratio


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
    assert page.locator("#bench").evaluate("bench => bench.inert") is True
    add = page.locator("[data-add-exercise]:visible").nth(2)
    add.click()
    expect(page.locator("#shelf-added")).to_have_text(re.compile(r"^Added .+ · 13 exercises in the plan$"))
    expect(page.locator("#shelf-added")).to_be_in_viewport()
    expect(add).to_be_focused()


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
    page.locator(".news summary").first.click()
    news = page.locator(".news[open] button").first
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
