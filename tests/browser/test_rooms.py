"""The room and the things in it, as they are used: a stock-take with one thumb, people moved on the floor, a list that
is sent and read, a scale that is weighed with."""

import pytest
from playwright.sync_api import Page, expect

from fairbench.ops.scale import SimulatedScale

from .conftest import becomes, faults, focused, follow, settled

PHONE = {"width": 390, "height": 844}


def open_plan(page: Page, name: str, where: str) -> None:
    page.goto("/plans/")
    follow(page, page.get_by_role("link", name=name))
    follow(page, page.get_by_role("link", name=where, exact=True))


def test_a_stock_take_with_one_thumb(page: Page) -> None:
    page.set_viewport_size(PHONE)
    page.goto("/rooms/")
    follow(page, page.get_by_role("link", name="Signal Room"))
    follow(page, page.get_by_role("link", name="Stock-take"))
    assert not page.evaluate("document.documentElement.scrollWidth > document.documentElement.clientWidth + 1")
    band = page.locator(".stock-line", has_text="Resistance band, light")
    more, number = band.get_by_role("button", name="more"), band.locator(".stock-number")
    box = more.bounding_box()
    assert box
    assert min(box["width"], box["height"]) >= 44
    assert box["x"] + box["width"] > PHONE["width"] - 40
    expect(number).to_have_value("5")
    for count in ("6", "7", "8"):
        more.click()
        expect(number).to_have_value(count)
        assert focused(page, "it.id.startsWith('more-')")
    number.fill("0")
    number.press("Enter")
    expect(band.get_by_role("button", name="fewer")).to_be_disabled()
    expect(page.locator("#status")).to_have_text("resistance band, light: 0")
    page.reload()
    expect(number).to_have_value("0")
    number.fill("-4")
    number.press("Enter")
    expect(band.get_by_role("alert")).to_contain_text("Needs a whole number")
    expect(number).to_have_value("0")


def place(page: Page, name: str) -> tuple[str, str]:
    person = page.locator(".stands", has_text=name)
    return person.get_attribute("data-x") or "", person.get_attribute("data-y") or ""


def test_somebody_is_moved_by_keys_and_by_drag_and_the_place_is_kept(page: Page) -> None:
    open_plan(page, "Up once, down once", "Floor")
    person = page.locator(".stands", has_text="Sunniva")
    before = place(page, "Sunniva")
    person.focus()
    page.keyboard.press("ArrowRight")
    assert becomes(page, lambda: place(page, "Sunniva") != before)
    settled(page)
    after = place(page, "Sunniva")
    assert float(after[0]) > float(before[0])
    assert focused(page, "it.dataset.person && it.textContent.includes('Sunniva')")
    expect(person).to_have_attribute("aria-pressed", "true")
    page.reload()
    assert place(page, "Sunniva") == after
    person.focus()
    page.keyboard.press("Enter")
    expect(person).to_have_attribute("aria-pressed", "false")
    settled(page)

    free = page.locator("[data-spot]").last
    wanted = (free.get_attribute("data-x"), free.get_attribute("data-y"))
    start, end = person.locator("circle").bounding_box(), None
    assert start
    end = page.locator(".floor-picture svg").evaluate(
        "(svg, [x, y]) => { const c = [...svg.querySelectorAll('[data-spot]')].find(s => s.dataset.x === x && "
        "s.dataset.y === y); const m = svg.getScreenCTM(); return [c.cx.baseVal.value * m.a + m.e, "
        "c.cy.baseVal.value * m.d + m.f]; }",
        list(wanted),
    )
    page.mouse.move(start["x"] + start["width"] / 2, start["y"] + start["height"] / 2)
    page.mouse.down()
    page.mouse.move(end[0], end[1], steps=6)
    page.mouse.up()
    assert becomes(page, lambda: place(page, "Sunniva") == wanted)
    page.reload()
    assert place(page, "Sunniva") == wanted


def test_the_list_to_have_ready_is_sent_and_the_letter_read(page: Page, settings) -> None:
    settings.EMAIL_BACKEND = "fairbench.web.accounts.letters.LetterBackend"
    open_plan(page, "Open chest, strong legs", "To have ready")
    page.locator("#ready-person").select_option(label="Nerys Quill")
    follow(page, page.get_by_role("button", name="Show"))
    expect(page.locator(".ready-list")).to_contain_text("Resistance band.")
    page.locator("[name=to]").select_option(label="Nerys Quill, nerys@brackwater.example")
    page.get_by_label("Subject").fill("Monday, and what to bring")
    page.get_by_label("Your words before the list").fill("The hall is warm; bring a thin jumper.")
    follow(page, page.get_by_role("button", name="Send", exact=True))
    expect(page.locator(".messages")).to_contain_text("Sent to Nerys Quill.")
    page.goto("/letters/")
    page.get_by_label("Find a letter").fill("nerys jumper")
    follow(page, page.get_by_role("button", name="Find"))
    follow(page, page.get_by_role("link", name="Monday, and what to bring"))
    expect(page.locator(".letter-body")).to_contain_text("The hall is warm")
    expect(page.locator(".letter-body")).to_contain_text("1. Resistance band.")
    with page.expect_download() as download:
        page.get_by_role("link", name="Export as .eml").click()
    assert download.value.suggested_filename == "letter.eml"


@pytest.fixture
def scale(settings):
    simulated = SimulatedScale()
    settings.SCALE_ADDRESS = simulated.address
    yield simulated
    simulated.stop()


def test_the_scales_reading_arrives_and_three_make_a_band_known(page: Page, scale) -> None:
    page.goto("/rooms/scale/")
    shown = page.locator("#scale-kg")
    expect(shown).to_be_visible()
    first = shown.inner_text()
    assert becomes(page, lambda: shown.inner_text() != first)
    for number in (1, 2, 3):
        assert becomes(page, lambda: float(shown.get_attribute("data-kg") or 0) > 2.5)
        page.get_by_role("button", name="Take this reading").click()
        expect(page.locator("#readings-said")).to_contain_text(f"Reading {number}")
    page.get_by_label("Free length").fill("60 cm")
    follow(page, page.get_by_role("button", name="Save"))
    expect(page.locator(".messages")).to_contain_text("N at double length")


def test_a_shortage_is_mended_by_one_press_and_the_room_is_changed_on_the_bench(page: Page) -> None:
    page.goto("/plans/")
    follow(page, page.get_by_role("link", name="Open chest, strong legs"))
    finding = page.locator(".finding", has_text="Seated row at").filter(has_text="too few: resistance band")
    finding.get_by_role("button", name="What would settle it").click()
    finding.get_by_role("button", name="Use without a band for all").click()
    expect(finding).to_have_count(0)
    settled(page)
    page.locator("#undo").click()
    expect(finding).to_be_visible()
    settled(page)
    page.locator("#close-panel").click()
    page.locator("#plan-room").select_option(label="Long hall")
    settled(page)
    page.locator("#more-findings > summary").click()
    expect(page.locator(".finding", has_text="no chair in Long hall serves")).to_be_visible()


SCREENS = ("/rooms/", "/rooms/new/", "/rooms/store/", "/rooms/loads/", "/rooms/scale/", "/letters/", "/plans/pack/")


def test_axe_finds_nothing_in_rooms_floor_and_letters(page: Page) -> None:
    found = {}
    for address in SCREENS:
        page.goto(address)
        found[address] = faults(page)
    page.goto("/rooms/")
    follow(page, page.get_by_role("link", name="Long hall"))
    found["room"] = faults(page)
    for where in ("Floor", "Set-out sheet", "To have ready"):
        open_plan(page, "Open chest, strong legs", where)
        found[where] = faults(page)
    assert {view: wrong for view, wrong in found.items() if wrong} == {}


def test_nothing_of_a_room_sticks_out_on_a_phone(page: Page) -> None:
    page.set_viewport_size(PHONE)
    wide = "document.documentElement.scrollWidth > document.documentElement.clientWidth + 1"
    for address in SCREENS:
        page.goto(address)
        assert not page.evaluate(wide), address
    for where in ("Floor", "Set-out sheet", "To have ready"):
        open_plan(page, "Open chest, strong legs", where)
        assert not page.evaluate(wide), where
