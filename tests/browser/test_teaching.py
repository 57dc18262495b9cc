"""The counting screen when things go otherwise: no network, a closed lid, another version, sound."""

import pytest
from django_scopes import scopes_disabled
from playwright.sync_api import Page, Route, expect

from fairbench.web.classes.models import Meeting, TeachEvent

from .conftest import becomes, run_until, stop_the_clock
from .opened import begin, on_a_fast_clock


@pytest.fixture
def teaching(page: Page) -> Page:
    """The short class begun, on a clock that the test runs."""
    begin(page, 3)
    # The page is kept on the device before the network may go.
    kept = "caches.keys().then(async k => k.length ? (await (await caches.open(k[0])).keys()).length : 0)"
    assert becomes(page, lambda: page.evaluate(kept) > 5)
    on_a_fast_clock(page, 1000)
    return page


def stored() -> list[TeachEvent]:
    with scopes_disabled():
        return list(TeachEvent.objects.filter(meeting__state__in=["teaching", "taught"]).order_by("at"))


def note(page: Page, person: int, text: str) -> None:
    page.locator("#do-note").click()
    page.locator("#note-who button").nth(person).click()
    page.locator("#note-text").fill(text)
    page.locator("#note-keep").click()


def test_the_class_goes_on_without_a_network_and_all_arrives_once(teaching: Page) -> None:
    page = teaching
    expect(page.locator("#sync")).to_have_text("all saved")
    page.context.set_offline(True)
    before = len(stored())
    run_until(page, lambda: page.locator("#name").inner_text() == "Arm sweep")
    note(page, 0, "kept while offline")
    page.locator("#do-more").click()
    expect(page.locator("#sync")).to_contain_text("kept on this device")
    assert len(stored()) == before

    # Even opened anew, without a network, it is where it was.
    name = page.locator("#name").inner_text()
    waiting = page.locator("#sync").inner_text()
    page.clock.run_for(1500)
    page.reload()
    expect(page.locator("#name")).to_have_text(name)
    expect(page.locator("#sync")).to_have_text(waiting)
    expect(page.locator("#banner")).to_contain_text("Paused while the screen was off")
    page.locator("#do-pause").click()
    run_until(page, lambda: page.locator("#name").inner_text() == "Sit to stand")
    page.locator("#do-end").click()
    page.locator("#end-now").click()
    page.locator("#do-pause").click()
    expect(page.locator("#cue")).to_contain_text("sent as soon as there is a connection")
    kept = int(page.locator("#sync").inner_text().split()[0])

    # Once there is a connection everything is sent, and the record opens by itself.
    page.context.set_offline(False)
    page.clock.run_for(6000)
    page.wait_for_url("**/record/")
    events = stored()
    assert len(events) == before + kept
    assert [e.text for e in events if e.kind == "noted"] == ["kept while offline"]
    for kind in ("began", "ended", "one_more"):
        assert sum(e.kind == kind for e in events) == 1, kind
    with scopes_disabled():
        assert Meeting.objects.get(id=events[0].meeting_id).state == Meeting.State.TAUGHT
    expect(page.locator("main")).to_contain_text("kept while offline")


def test_an_answer_that_gets_lost_does_not_double(teaching: Page) -> None:
    page = teaching

    def swallow(route: Route) -> None:
        route.fetch()
        route.abort()

    page.route("**/events/", swallow, times=2)
    note(page, 1, "heard but not answered")
    expect(page.locator("#sync")).to_contain_text("kept on this device")
    run_until(page, lambda: page.locator("#sync").inner_text() == "all saved", most=60)
    assert [e.text for e in stored() if e.kind == "noted"] == ["heard but not answered"]


def test_a_closed_lid_pauses_and_the_clock_on_the_wall_goes_on(teaching: Page) -> None:
    page = teaching
    stop_the_clock(page)
    page.clock.run_for(10_000)
    number = page.locator("#number").inner_text()
    page.clock.fast_forward(600_000)
    page.clock.run_for(300)
    expect(page.locator("#banner")).to_be_visible()
    assert page.locator("#number").inner_text() == number
    assert page.locator("#behind").inner_text() == "10 min behind"
    page.locator("#do-pause").click()
    page.clock.run_for(1200)
    expect(page.locator("#banner")).to_be_hidden()


def test_rest_back_next_and_another_version(teaching: Page) -> None:
    page = teaching
    stop_the_clock(page)
    run_until(page, lambda: page.locator("#name").inner_text() == "March" and "of" in page.locator("#of").inner_text())
    page.clock.run_for(4000)
    number = page.locator("#number").inner_text()
    page.locator("#do-rest").click()
    page.clock.run_for(200)
    expect(page.locator("#side")).to_have_text("rest")
    page.clock.run_for(30_000)
    assert int(page.locator("#number").inner_text()) in (int(number), int(number) + 1)
    page.locator("#do-back").click()
    page.clock.run_for(200)
    expect(page.locator("#number")).to_have_text("1")
    page.locator("#do-swap").click()
    page.get_by_role("button", name="heels only").click()
    page.clock.run_for(200)
    expect(page.locator("#how")).to_contain_text("heels only")
    expect(page.locator("#behind")).to_have_text("1 min behind")
    page.locator("#do-next").click()
    page.locator("#do-next").click()
    run_until(page, lambda: page.locator("#name").inner_text() == "Ankle circles")
    assert becomes(page, lambda: [e.kind for e in stored()].count("swapped") == 1)
    assert [e.kind for e in stored()].count("rested") == 1


def test_when_late_an_extra_is_offered_to_be_left_out(teaching: Page) -> None:
    page = teaching
    stop_the_clock(page)
    expect(page.locator("#do-leave-out")).to_be_hidden()
    page.locator("#do-pause").click()
    page.clock.run_for(120_000)
    page.locator("#do-pause").click()
    page.clock.run_for(300)
    assert page.locator("#behind").inner_text() == "2 min behind"
    page.get_by_role("button", name="Late: leave out Calf stretch").click()
    expect(page.locator("#do-leave-out")).to_be_hidden()
    run_until(page, lambda: page.locator("#name").inner_text() == "Chest opener")
    began = [e.item for e in stored() if e.kind == "item"]
    assert "item-10" not in began
    assert [e.item for e in stored() if e.kind == "skipped"] == ["item-10"]


def test_sound_is_off_until_wanted_and_remembered(teaching: Page) -> None:
    page = teaching
    page.locator("#do-sound").click()
    tick = page.locator("#sound-tick")
    expect(tick).to_have_attribute("aria-pressed", "false")
    expect(page.locator("#sound-voice")).to_have_attribute("aria-pressed", "false")
    tick.click()
    expect(tick).to_have_attribute("aria-pressed", "true")
    page.keyboard.press("Escape")
    page.clock.run_for(5000)
    page.reload()
    page.locator("#do-sound").click()
    expect(page.locator("#sound-tick")).to_have_attribute("aria-pressed", "true")


def test_nothing_hit_by_accident_ends_the_class(teaching: Page) -> None:
    page = teaching
    page.locator("#do-end").click()
    expect(page.locator("#drawer-end")).to_be_visible()
    page.get_by_role("button", name="Go on teaching").click()
    page.clock.run_for(2000)
    expect(page.locator("#do-pause")).to_have_text("Pause")
    for button in page.locator(".teach-buttons > .teach-button:visible").all():
        box = button.bounding_box()
        assert box["height"] >= 56
        assert box["width"] >= 56


def test_who_comes_late_is_one_tap_and_has_only_their_part(teaching: Page) -> None:
    page = teaching
    run_until(page, lambda: page.locator("#name").inner_text() == "Ankle circles")
    page.context.set_offline(True)
    late = page.locator("#comes-who button:visible").first
    name = late.inner_text()
    late.click()
    expect(page.locator("#came-name")).to_have_text(f"{name} is here.")
    expect(page.locator("#came-words")).to_contain_text("Chair steady, both feet down.")
    expect(page.locator("#came-words")).to_contain_text("Now: Ankle circles")
    page.locator("#came-close").click()
    expect(page.locator("#came")).to_be_hidden()
    expect(page.locator("#comes-who button:visible").first).to_be_visible()
    expect(page.locator("#comes-who").get_by_role("button", name=name)).to_be_hidden()
    page.locator("#do-people").click()
    gone = page.locator("#people-who button[aria-pressed=true]").first.inner_text()
    leaves = page.locator("#people-who").get_by_role("button", name=gone)
    leaves.click()
    expect(leaves).to_have_attribute("aria-pressed", "false")
    page.locator("#drawer-people [data-close]").click()
    run_until(page, lambda: page.locator("#name").inner_text() == "Sit to stand")
    page.locator("#do-end").click()
    page.locator("#end-now").click()
    page.context.set_offline(False)
    run_until(page, lambda: page.locator("#sync").inner_text() == "all saved", most=60)
    page.locator("#do-pause").click()
    page.wait_for_url("**/record/")
    expect(page.locator("#record")).to_contain_text("of 12 done")
    expect(page.locator(".class-item[aria-pressed=false]").first).to_contain_text("not done")
    expect(page.locator(".record-person", has_text=name)).to_contain_text("came ")
    expect(page.locator(".record-person", has_text=gone)).to_contain_text("left ")


def test_next_past_an_item_leaves_nobody_as_planned(teaching: Page) -> None:
    page = teaching
    run_until(page, lambda: page.locator("#name").inner_text() == "Ankle circles")
    while page.locator("#name").inner_text() != "Sit to stand":
        page.locator("#do-next").click()
        page.clock.run_for(200)
    page.locator("#do-end").click()
    page.locator("#end-now").click()
    run_until(page, lambda: page.locator("#sync").inner_text() == "all saved", most=60)
    page.locator("#do-pause").click()
    page.wait_for_url("**/record/")
    passed_over = page.locator(".class-item[aria-pressed=false]")
    for passed in ("Ankle circles", "Arm sweep", "Shoulder rolls", "Calf stretch"):
        expect(passed_over.filter(has_text=passed)).to_have_count(1)
    expect(passed_over.filter(has_text="Side rib breathing")).to_have_count(0)
    with scopes_disabled():
        meeting = Meeting.objects.get(state="taught")
        assert "shoulder-rolls" not in meeting.exercises
        assert all("shoulder-rolls" not in one.exercises for one in meeting.attendances.all())


def test_what_is_seen_most_is_noted_with_one_tap(teaching: Page) -> None:
    page = teaching
    page.locator("#do-note").click()
    quick = page.locator("#note-quick").get_by_role("button", name="Wobbly")
    expect(quick).to_be_disabled()
    page.locator("#note-who button").nth(1).click()
    quick.click()
    expect(page.locator("#drawer-note")).to_be_hidden()
    run_until(page, lambda: any(event.kind == "noted" for event in stored()), most=30)
    assert [event.text for event in stored() if event.kind == "noted"] == ["Wobbly"]


@pytest.mark.parametrize(("width", "height"), [(1180, 820), (1024, 768), (1280, 800), (820, 1180)])
def test_what_is_read_from_three_metres_is_large_enough(teaching: Page, width: int, height: int) -> None:
    page = teaching
    page.set_viewport_size({"width": width, "height": height})
    run_until(page, lambda: "set 1 of 2" in page.locator("#side").inner_text())  # two lines, with a long cue under it
    sizes = page.evaluate(
        """() => Object.fromEntries([['name', '#name'], ['side', '#side'], ['next', '#next b'], ['count', '#number']]
             .map(([what, where]) => [what, parseFloat(getComputedStyle(document.querySelector(where)).fontSize)]))"""
    )
    assert min(sizes["name"], sizes["side"], sizes["next"]) >= 34
    assert sizes["count"] >= 160
    seen = page.evaluate(
        """() => ['name', 'side', 'number', 'cue', 'next', 'do-pause', 'do-end'].map(id => {
             const box = document.getElementById(id).getBoundingClientRect();
             return box.top >= 0 && box.bottom <= innerHeight && box.right <= innerWidth + 1;
           })"""
    )
    assert all(seen)
    over = page.evaluate(
        """() => { const breath = document.getElementById('breath').getBoundingClientRect();
             return document.querySelector('.teach-people').getBoundingClientRect().top < breath.bottom; }"""
    )
    assert not over


def test_the_screen_in_the_hall_follows_and_is_read_from_afar(teaching: Page) -> None:
    page = teaching
    run_until(
        page, lambda: page.locator("#name").inner_text() == "Arm sweep" and "of" in page.locator("#of").inner_text()
    )
    hall = page.context.new_page()
    hall.goto(page.url.replace("/teach/", "/screen/"))
    expect(hall.locator("#name")).to_have_text("Arm sweep")
    sizes = hall.evaluate(
        """() => ['name', 'number', 'word', 'side', 'next'].map(id =>
             parseFloat(getComputedStyle(document.getElementById(id)).fontSize) / innerHeight)"""
    )
    assert min(sizes) >= 1 / 12
    assert sizes[1] >= 1 / 3
    names = page.evaluate("JSON.parse(document.getElementById('score').textContent).people.map(person => person.name)")
    assert names
    assert not any(name in hall.content() for name in names)
    # Without a connection it follows the window that teaches.
    page.context.set_offline(True)
    run_until(page, lambda: page.locator("#name").inner_text() == "Sit to stand")
    expect(hall.locator("#name")).to_have_text("Sit to stand")
    page.context.set_offline(False)
    hall.get_by_role("button", name="Mirror").click()
    expect(hall.locator("#hall")).to_have_class("hall-figure mirrored")


def test_a_foot_switch_goes_on_and_back(teaching: Page) -> None:
    page = teaching
    name = page.locator("#name").inner_text()
    page.locator("#teach").click()
    for _ in range(4):
        page.keyboard.press("PageDown")
    page.clock.run_for(300)
    assert page.locator("#name").inner_text() != name
    for _ in range(9):
        page.keyboard.press("PageUp")
    page.clock.run_for(300)
    assert page.locator("#name").inner_text() == name
